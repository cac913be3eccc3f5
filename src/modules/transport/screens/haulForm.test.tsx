import { screen, within } from '@testing-library/react';
import { haulTank, haulWay } from '@/core/transport/haul';
import { choose } from '../../../../tests/support/choose';
import { NOW, onlySent, refused, server, show } from '../../../../tests/support/screen';
import { type HaulChoice, HaulForm } from '../acts/save/form';
import type { HaulRow } from '../hauls';

const lot: HaulChoice = {
  unitId: 32,
  unit: 'W2',
  lotId: 4,
  lot: 'AC-29-04 L',
  stage: 'fingerling',
  number: 18_480,
  meanG: 10,
  barred: '',
};
const haul = (over: Partial<HaulRow> = {}): HaulRow => ({
  id: 7,
  truck: 'Blue truck',
  leaveAt: Math.floor(NOW / 3_600_000) * 3_600_000 + 26 * 3_600_000,
  hours: 2,
  celsius: 8,
  tanks: [haulTank.parse({ name: 'tank 1', volumeL: 1200, oxygenLPerMin: 8 })],
  way: haulWay.parse({}),
  loads: [{ unit: 32, lotId: 4, stage: 'fingerling', number: 1000, site: 5, tank: 'tank 1', meanG: 10 }],
  givenUp: false,
  ...over,
});
const draw = (over: Partial<HaulRow> = {}, as: object = {}) =>
  show(<HaulForm haul={haul(over)} lots={[lot]} sites={[{ id: 5, name: 'Lower Ombrel' }]} />, as);
const carrier = (n = 1) => within(screen.getByRole('group', { name: `Carrier ${n}` }));

test('what is kept unchanged is sent as it was, the instant at which it leaves to the millisecond', async () => {
  const { user } = draw();
  await user.click(screen.getByRole('button', { name: 'Keep' }));
  expect(await onlySent()).toMatchObject({
    type: 'haul.save',
    payload: {
      id: 7,
      leaveAt: haul().leaveAt,
      tanks: [{ name: 'tank 1', kind: 'tank', volumeL: 1200, oxygenLPerMin: 8 }],
      loads: [{ unit: 32, number: 1000, site: 5, tank: 'tank 1' }],
    },
  });
});

test('a carrier says how full it is while it is typed, and how warm it arrives once the air is said', async () => {
  const { user } = draw();
  expect(screen.getByRole('group', { name: 'Carrier 1' }).textContent).toMatch(/10 kg of \d+ kg, by/);
  expect(screen.getByRole('group', { name: 'Carrier 1' }).textContent).not.toContain('arrives at');
  await user.type(screen.getByLabelText(/^Air on the way/), '26');
  expect(screen.getByRole('group', { name: 'Carrier 1' }).textContent).toMatch(/arrives at 8\.\d.°C/);
  await user.clear(carrier().getByLabelText(/^Water/));
  await user.type(carrier().getByLabelText(/^Water/), '30');
  const says = carrier().getByText(/kg of/);
  expect(says.className).toContain('text-hand');
});

test('bags ask for their number, their water and the oxygen above it; what lacks is told beside the button', async () => {
  const { user } = draw();
  await choose(user, carrier().getByLabelText('Kind'), 'bags under oxygen');
  expect((carrier().getByLabelText('Name') as HTMLInputElement).value).toBe('bags 1');
  expect(carrier().queryByLabelText(/^Oxygen,/)).toBeNull();
  await user.type(carrier().getByLabelText('How many alike'), '20');
  await user.clear(carrier().getByLabelText(/^Water of one/));
  await user.type(carrier().getByLabelText(/^Water of one/), '8');
  expect(screen.getByText(/the oxygen above it/)).toBeTruthy();
  await user.type(carrier().getByLabelText(/^Oxygen above it/), '16');
  await choose(user, screen.getByLabelText('Load 1, into'), 'bags 1');
  expect(screen.getByRole('group', { name: 'Carrier 1' }).textContent).toMatch(/50 in each; lasts \d+ h/);
  await user.click(screen.getByRole('button', { name: 'Keep' }));
  expect(await onlySent()).toMatchObject({
    payload: { tanks: [{ kind: 'bag', count: 20, volumeL: 8, gasL: 16 }], loads: [{ tank: 'bags 1' }] },
  });
});

test('moist boxes bear what the house says; what is refused stands at its field', async () => {
  const { user } = draw();
  await choose(user, carrier().getByLabelText('Kind'), 'boxes, moist');
  await user.type(carrier().getByLabelText('How many alike'), '10');
  await user.type(carrier().getByLabelText('One bears'), '80');
  await choose(user, screen.getByLabelText('Load 1, into'), 'boxes 1');
  // A thousand in ten boxes of eighty.
  expect(carrier().getByText(/1.000 of 800; 100 in each/).className).toContain('text-hand');
  server.replies.push(refused('stands twice', 'tanks.0.name'));
  await user.click(screen.getByRole('button', { name: 'Keep' }));
  expect(await carrier().findByText('stands twice')).toBeTruthy();
});

test('another carrier begins as the last one; one is taken away', async () => {
  const { user } = draw();
  await user.click(screen.getByRole('button', { name: 'another' }));
  expect((carrier(2).getByLabelText('Name') as HTMLInputElement).value).toBe('tank 2');
  expect((carrier(2).getByLabelText(/^Water/) as HTMLInputElement).value).toBe('1200');
  await user.click(screen.getByRole('button', { name: 'Take tank 1 away' }));
  expect((carrier(1).getByLabelText('Name') as HTMLInputElement).value).toBe('tank 2');
  expect(screen.queryByRole('group', { name: 'Carrier 2' })).toBeNull();
});

test('who reads in gallons types gallons', async () => {
  const { user } = draw({}, { units: 'us' });
  const water = carrier().getByLabelText(/^Water, /);
  await user.clear(water);
  await user.type(water, '300 gal');
  await user.click(screen.getByRole('button', { name: 'Keep' }));
  const { tanks } = (await onlySent()).payload as unknown as { tanks: { volumeL: number }[] };
  expect(tanks[0]!.volumeL).toBeCloseTo(300 * 3.785411784, 3);
});
