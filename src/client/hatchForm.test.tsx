import { screen, within } from '@testing-library/react';
import type { ActHolding } from '@/client/holding';
import { HatchForm } from '@/modules/incubation/acts/stage/form';
import { onlySent, refused, server, show } from '../../tests/support/screen';

const h: ActHolding = {
  unitId: 3,
  unit: 'T3',
  lotId: 9,
  lot: 'AC-31-01',
  stage: 'egg',
  can: ['picked'],
  stageName: 'eggs',
  number: 10_000,
  estimated: 10_000,
  sd: 100,
  stages: [
    { id: 'egg', name: 'eggs' },
    { id: 'yolksac', name: 'larvae' },
  ],
  checks: [],
};
const said = () => within(screen.getByTestId('hatched'));

test('what did not hatch is taken from the books as it is typed, with the rate of what stood there', async () => {
  server.replies.push({
    body: { result: { hatched: '9 600 ±200', share: 0.96, shareHalf: 0.001 } },
  });
  const { user } = show(<HatchForm h={h} />);
  await user.type(screen.getByLabelText('Did not hatch, taken out'), '400');
  expect(said().getByText(/9.600 ±200/)).toBeTruthy();
  expect(said().getByText(/96\.0 % of the 10.000 that stood/)).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'Record hatch' }));
  expect(await onlySent()).toMatchObject({
    type: 'stage.change',
    payload: { unit: 3, from: 'egg', to: 'yolksac', amount: { kind: 'all' }, unhatched: 400 },
  });
});

test('another way is set against it: together where they agree, where to look where they do not', async () => {
  const { user } = show(<HatchForm h={h} />);
  await user.click(screen.getByRole('button', { name: /another way too/ }));
  expect(screen.getByText(/needs the other way/)).toBeTruthy();
  await user.click(screen.getByLabelText('estimated'));
  await user.type(screen.getByLabelText('About'), '10100');
  await user.type(screen.getByLabelText('give or take'), '200');
  expect(said().getByText(/together/).textContent).toMatch(/10.050/);
  await user.clear(screen.getByLabelText('About'));
  await user.type(screen.getByLabelText('About'), '8000');
  expect(said().getByText(/disagree beyond chance/)).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'Record hatch' }));
  expect(await onlySent()).toMatchObject({ payload: { measured: { method: 'estimated', number: 8000, half: 200 } } });
});

test('a part is counted as it comes and says nothing of what did not hatch; a refusal stands at its field', async () => {
  server.replies.push(refused('More than stood there.', 'number'));
  const { user } = show(<HatchForm h={h} />);
  await user.click(screen.getByLabelText('a part'));
  expect(screen.queryByLabelText('Did not hatch, taken out')).toBeNull();
  expect(screen.getByText(/needs how many/)).toBeTruthy();
  await user.type(screen.getByLabelText('Number of larvae'), '1200');
  await user.click(screen.getByRole('button', { name: 'Record hatch' }));
  expect((await onlySent())!.payload).toEqual(
    expect.objectContaining({ amount: { kind: 'measured', measured: { method: 'counted', number: 1200 } } }),
  );
  expect(await screen.findByText('More than stood there.')).toBeTruthy();
});
