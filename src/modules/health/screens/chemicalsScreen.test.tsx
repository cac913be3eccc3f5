import { screen, within } from '@testing-library/react';
import { NOW, onlySent, show } from '../../../../tests/support/screen';
import type { Chemical } from '../views/chemicals';
import { ChemicalsScreen } from './ChemicalsScreen';

const chemical = (over: Partial<Chemical> = {}): Chemical => ({
  id: 1,
  name: 'Salt',
  unit: 'g',
  place: 'shed',
  hazard: 'mild',
  least: 5000,
  goodUntil: null,
  left: 14_800,
  moves: [{ at: NOW - 3_600_000, what: 'treatment', amount: 7200, said: 'R1' }],
  ...over,
});
const status = () => screen.getByRole('status').textContent;

test('how much of each, what treatments took of it; all well is said in one line', () => {
  show(<ChemicalsScreen of={{ list: [chemical()], apart: [] }} />);
  expect(status()).toBe('All is there, and in date.');
  const row = document.querySelector('[data-chemical="Salt"]')!.textContent!;
  expect(row).toContain('14.8 kg');
  expect(row).toContain('treatment in R1, 7.20 kg');
});

test('what must stand apart comes before what is past its date and what is to be ordered', () => {
  show(
    <ChemicalsScreen
      of={{
        list: [chemical({ left: 900 }), chemical({ id: 2, name: 'bleach', goodUntil: NOW - 86_400_000, least: null })],
        apart: [{ a: 'bleach', b: 'vinegar', place: 'shed', why: 'together they give off chlorine gas' }],
      }}
    />,
  );
  expect(status()).toBe('bleach and vinegar must not stand together; bleach past its date; order Salt');
  expect(screen.getByText(/shed: bleach and vinegar apart/).className).toContain('text-hand');
});

test('in and out by hand, with what it does to people beside it; a reader changes nothing', async () => {
  const { user, unmount } = show(
    <ChemicalsScreen of={{ list: [chemical({ hazard: 'formalin', unit: 'mL', name: 'formalin' })], apart: [] }} />,
  );
  await user.click(screen.getByRole('button', { name: 'In, out' }));
  const dialog = await screen.findByRole('dialog', { name: 'formalin' });
  expect(within(dialog).getByText(/may cause cancer/)).toBeTruthy();
  await user.type(within(dialog).getByLabelText('How much, mL'), '250');
  await user.click(within(dialog).getByRole('button', { name: 'Record' }));
  expect(await onlySent()).toMatchObject({
    type: 'chemical.move',
    payload: { chemical: 1, what: 'came', amount: 250 },
  });
  unmount();
  show(<ChemicalsScreen of={{ list: [chemical()], apart: [] }} />, { role: 'reader' });
  expect(screen.queryByRole('button', { name: /In, out|Add one/ })).toBeNull();
});
