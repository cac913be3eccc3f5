import { screen } from '@testing-library/react';
import type { ActHolding } from '@/client/holding';
import { LossForm } from '@/client/LossForm';
import { recordPick } from '@/modules/incubation/acts/pick/act';
import { onlySent, show } from '../../tests/support/screen';

const h: ActHolding = {
  unitId: 3,
  unit: 'J3',
  lotId: 9,
  lot: 'AC-31-01',
  stage: 'egg',
  can: ['picked'],
  stageName: 'eggs',
  number: 60_000,
  stages: [],
  checks: [],
};
const record = () => screen.getByRole('button', { name: 'Record' }) as HTMLButtonElement;

test('one by one by tap or key: the number follows the tally', async () => {
  const { user } = show(<LossForm h={h} act={recordPick} label="Dead picked" />);
  await user.click(screen.getByRole('button', { name: 'Count by tap or key' }));
  screen.getByRole('region', { name: 'Count' }).querySelector('button')!.focus();
  await user.keyboard('ddd {Backspace}');
  expect((screen.getByLabelText('Dead picked') as HTMLInputElement).value).toBe('3');
  await user.click(record());
  expect(await onlySent()).toMatchObject({ type: 'pick.record', payload: { unit: 3, number: 3 } });
  expect((await onlySent()).payload).not.toHaveProperty('measured');
  // The next round begins at nothing, with the pad still open.
  await screen.findByRole('status');
  screen.getByRole('region', { name: 'Count' }).querySelector('button')!.focus();
  await user.keyboard('d');
  expect((screen.getByLabelText('Dead picked') as HTMLInputElement).value).toBe('1');
});

test('many are measured by volume, with samples; back to counting the measure is forgotten', async () => {
  const { user } = show(<LossForm h={h} act={recordPick} label="Dead picked" />);
  await user.click(screen.getByRole('button', { name: 'many: by volume or weight' }));
  expect(screen.queryByLabelText('Dead picked')).toBeNull();
  expect(record().disabled).toBe(true);
  await user.type(screen.getByLabelText(/^Volume of all/), '0.15');
  const fields = screen.getAllByRole('textbox') as HTMLInputElement[];
  await user.type(fields[0]!, '10');
  await user.type(fields[1]!, '200');
  await user.click(record());
  expect(await onlySent()).toMatchObject({
    payload: {
      number: 3000,
      measured: { method: 'volume', totalVolumeMl: 150, samples: [{ volumeMl: 10, count: 200 }] },
    },
  });
  await user.click(screen.getByRole('button', { name: 'count them one by one' }));
  expect(screen.getByLabelText('Dead picked')).toBeTruthy();
});
