import { screen, waitFor } from '@testing-library/react';
import { onlySent, server, show } from '../../../../tests/support/screen';
import { CaseOpenForm } from '../acts/caseOpen/form';
import { CaseSayForm } from '../acts/caseSay/form';
import { TreatForm } from '../acts/treat/form';
import { VaccineForm } from '../acts/vaccineOpen/form';

const tank = { unitId: 1, unit: 'R1', lotId: 9, lot: 'AC-31-01', stage: 'fry', number: 4000 };
const record = () => screen.getByRole('button', { name: 'Record the treatment' });

test('a bath: the product is worked as it is typed, by what is active or by the product itself', async () => {
  const { user } = show(<TreatForm h={tank} />);
  expect(record()).toHaveProperty('disabled', true);
  await user.type(screen.getByLabelText('Product'), 'salt');
  await user.type(screen.getByLabelText('Strength, mg/L'), '100');
  await user.type(screen.getByLabelText(/^Volume/), '500');
  expect(screen.queryByTestId('dose')).toBeNull();
  await user.type(screen.getByLabelText('Active, % by its label'), '50');
  expect(screen.getByTestId('dose').textContent).toBe('100 g of product.');
  await user.type(screen.getByLabelText('Minutes'), '20');
  await user.type(screen.getByLabelText('Ordered by'), 'Dr Lind');
  await user.type(screen.getByLabelText('By which label or order'), 'order 3');
  await user.type(screen.getByLabelText('Discharged where, and allowed by'), 'pond');
  await user.type(screen.getByLabelText('Withdrawal, days'), '0');
  await user.click(record());
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect((await onlySent()).payload).toMatchObject({
    unit: 1,
    lotId: 9,
    by: 'bath',
    targetMgPerL: 100,
    volumeL: 500,
    activeShare: 0.5,
    minutes: 20,
    withdrawalDays: 0,
  });
  expect((await onlySent()).payload).not.toHaveProperty('mgPerKgDay');
});

test('in the feed: so much a day and in all, for the mass of the fish; injected: so much for all of them', async () => {
  const { user } = show(<TreatForm h={tank} caseId={7} />);
  await user.click(screen.getByRole('radio', { name: 'in the feed' }));
  await user.type(screen.getByLabelText('mg for a kg of fish a day'), '80');
  await user.type(screen.getByLabelText(/All the fish weigh/), '40');
  await user.type(screen.getByLabelText('Days'), '10');
  await user.type(screen.getByLabelText('Active, % by its label'), '10');
  expect(screen.getByTestId('dose').textContent).toBe('32 g of product a day, 320 g in all.');
  await user.click(screen.getByRole('radio', { name: 'injection' }));
  await user.type(screen.getByLabelText('mL into each'), '0.05');
  expect(screen.getByTestId('dose').textContent).toBe('200 mL of product.');
});

test('a case: signs say where to look; without a tank or a sign the button stays shut', async () => {
  const { user } = show(
    <CaseOpenForm
      tanks={[
        { unitId: 1, unit: 'R1', lot: 'AC-31-01' },
        { unitId: 2, unit: 'R2', lot: 'AC-31-02' },
      ]}
      chosen={[1]}
    />,
  );
  const open = screen.getByRole('button', { name: 'Open the case' });
  expect(open).toHaveProperty('disabled', true);
  await user.click(screen.getByRole('checkbox', { name: /flashing/ }));
  expect(screen.getByText(/ammonia and pH, then skin scrapes/)).toBeTruthy();
  await user.click(screen.getByRole('checkbox', { name: /^R1/ }));
  expect(open).toHaveProperty('disabled', true);
  await user.click(screen.getByRole('checkbox', { name: /^R2/ }));
  await user.click(open);
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(await onlySent()).toMatchObject({ type: 'case.open', payload: { units: [2], signs: ['flashing'] } });
});

test('of a case is said what belongs to its kind: a result to a container that waits, signs to what was found', async () => {
  const { user } = show(<CaseSayForm caseId={3} samples={['K 1']} />);
  await user.click(screen.getByRole('checkbox', { name: /dark, apart/ }));
  await user.click(screen.getByRole('radio', { name: 'diagnosis' }));
  expect(screen.queryByRole('checkbox', { name: /dark, apart/ })).toBeNull();
  await user.type(screen.getByLabelText('It is'), 'gill disease');
  await user.type(screen.getByLabelText('Says who'), 'Dr Lind');
  await user.click(screen.getByRole('button', { name: 'Record' }));
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect((await onlySent()).payload).toMatchObject({
    case: 3,
    what: 'diagnosis',
    text: 'gill disease',
    by: 'Dr Lind',
    signs: [],
  });
  await user.click(screen.getByRole('radio', { name: 'result' }));
  expect(screen.getByLabelText('Of the container').textContent).toMatch(/K 1|choose/i);
});

test('a vaccination says how much vaccine it takes, and is sent with its plan', async () => {
  const { user } = show(
    <VaccineForm
      h={{
        ...tank,
        stage: 'fingerling',
        stageName: 'fingerlings',
        can: ['eats'],
        stages: [],
        checks: [],
        number: 4000,
      }}
    />,
  );
  await user.type(screen.getByLabelText('Vaccine'), 'vaccine A');
  await user.type(screen.getByLabelText('Lot of the vaccine'), 'V 9');
  await user.type(screen.getByLabelText(/^Into each/), '0.05');
  expect(screen.getByTestId('vaccine-needed').textContent).toMatch(/^200 mL for 4.000/);
  await user.type(screen.getByLabelText('May sleep, s'), '240');
  await user.type(screen.getByLabelText(/degree-days/), '350');
  await user.type(screen.getByLabelText('Ordered by'), 'Dr Lind');
  await user.type(screen.getByLabelText('By which label or order'), 'order 14');
  await user.click(screen.getByRole('button', { name: 'Begin' }));
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(await onlySent()).toMatchObject({
    type: 'vaccination.open',
    payload: { unit: 1, mlEach: 0.05, number: 4000, longestS: 240, withdrawalDegreeDays: 350, oil: true },
  });
});
