import { screen } from '@testing-library/react';
import { onlySent, show } from '../../../../tests/support/screen';
import { BringForm } from '../acts/bring/form';

const species = [
  {
    id: 'tench',
    name: 'Tench',
    kept: true,
    stages: [{ id: 'fry', name: 'fry', station: 'fry' }],
    stepCelsius: 2,
  },
] as never;
const places = [{ id: 4, name: 'R4', room: 'Hall', kind: 'tank', wasUsed: true, holds: '' }] as never;

test('what came dead is told beside those counted in, and much of it is called out; their papers go along', async () => {
  const { user } = show(<BringForm species={species} places={places} />);
  await user.type(screen.getAllByLabelText(/^Number|^How many|^Counted/).find((x) => x.tagName === 'INPUT')!, '900');
  await user.type(screen.getByLabelText('Dead when they came'), '9');
  expect(screen.queryByText(/came dead/)).toBeNull();
  await user.type(screen.getByLabelText('Dead when they came'), '0');
  // Ninety of nine hundred and ninety.
  expect(screen.getByText(/9\.1.% came dead: keep some on ice/)).toBeTruthy();
  await user.type(screen.getByLabelText('Papers'), 'H 1204/31');
  await user.click(screen.getByRole('combobox', { name: 'Into' }));
  await user.click(await screen.findByRole('option', { name: /R4/ }));
  await user.click(screen.getByRole('button', { name: 'Record' }));
  expect(await onlySent()).toMatchObject({
    type: 'stock.bring',
    payload: { unit: 4, papers: 'H 1204/31', deadOnArrival: 90, measured: { method: 'counted', number: 900 } },
  });
});
