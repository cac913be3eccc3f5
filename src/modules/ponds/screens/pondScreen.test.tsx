/** @jest-environment jsdom */
import { screen, within } from '@testing-library/react';
import { NOW, onlySent, refused, server, show } from '../../../../tests/support/screen';
import type { ChainStep, PondRun } from '../views/ponds';
import { PondScreen } from './PondScreen';

const DAY = 86_400_000;
const iso = (days: number) => new Date(NOW + days * DAY).toISOString();
const step = (id: ChainStep['id'], from: number, to: number, over: Partial<ChainStep> = {}): ChainStep => ({
  id,
  word: id === 'rest' ? 'let the lime work' : id === 'lime' ? 'lime' : id === 'drain' ? 'drain' : 'stock',
  from: iso(from),
  to: iso(to),
  doneAt: null,
  given: [],
  ...over,
});
const chain = [
  step('drain', -16, -14, { doneAt: NOW - 14 * DAY }),
  step('lime', -1, 0, { amounts: [{ what: 'agricultural lime', kg: 134.4 }] }),
  step('rest', 0, 7),
  step('stock', 25, 25),
];
const run = (over: Partial<PondRun> = {}): PondRun => ({
  id: 2,
  unitId: 90,
  unit: 'P3',
  plan: {
    areaM2: 560,
    soilPH: 5.7,
    soil: 'loam',
    lime: 'carbonate',
    fertiliser: '',
    fertiliserKgPerHa: null,
    poison: '',
    poisonMgPerL: null,
    withholdDays: null,
    depthCm: 100,
    rain: [],
  },
  begunAt: NOW - 16 * DAY,
  closedAt: null,
  chain,
  ready: NOW + 25 * DAY,
  withheldUntil: null,
  warnings: [],
  notes: [],
  next: chain[1]!,
  sheet: {
    days: 16,
    survival: null,
    missing: 0,
    gainKg: null,
    conversion: null,
    kgPerHa: null,
    growth: null,
  },
  books: { stocked: 0, out: 0, stands: 0, standsSd: 0, dead: 0, feedKg: 0 },
  inputs: [],
  ...over,
});
const draw = (over: Partial<PondRun> = {}, as: object = {}, earlier: PondRun[] = []) =>
  show(<PondScreen of={run(over)} earlier={earlier} />, as);
const line = (id: string) => document.querySelector(`[data-step="${id}"]`) as HTMLElement;
const status = () => screen.getAllByRole('status')[0]!.textContent!;

test('what comes next, by when, and how much it takes for this area and mud', () => {
  draw();
  expect(status()).toBe('next: lime, 13 Apr');
  expect(line('lime').textContent).toContain('agricultural lime: 134 kg');
  expect(line('drain').textContent).toContain('done 31 Mar');
  // Time does that, nobody else.
  expect(within(line('rest')).queryByRole('button')).toBeNull();
  expect(within(line('stock')).getByRole('link', { name: 'from the tank: Move' })).toBeTruthy();
});

test('a step is done with what was really given; what is refused stays to be typed over', async () => {
  const { user } = draw();
  await user.click(within(line('lime')).getByRole('button', { name: 'Done' }));
  const dialog = await screen.findByRole('dialog', { name: /P3/ });
  server.replies.push(refused('is more than any pond is given', 'kg'));
  const given = within(dialog).getByLabelText(/kg/);
  await user.clear(given);
  await user.type(given, '13000');
  await user.click(within(dialog).getByRole('button', { name: 'It is done' }));
  expect(await within(dialog).findByText(/is more than any pond is given/)).toBeTruthy();
  expect(onlySent()).toMatchObject({ type: 'pond.note', payload: { run: 2, what: 'lime', kg: 13_000 } });
  expect((within(dialog).getByLabelText(/kg/) as HTMLInputElement).value).toBe('13000');
});

test('nothing goes in while the poison is not gone, and that is what is read first', () => {
  draw({
    withheldUntil: NOW + 9 * DAY,
    notes: [{ id: 1, runId: 2, what: 'poison', at: NOW - DAY, amounts: [], discCm: null, said: '' }],
  });
  expect(status()).toBe('nothing goes in before 23 Apr');
  expect(screen.getAllByRole('status')[0]!.className).toContain('text-hand');
});

test('fish in a pond are told with their doubt, and held against the runs before', () => {
  const sheet = { days: 291, survival: 0.941, missing: 0, gainKg: 12, conversion: 2.31, kgPerHa: 214, growth: 0.52 };
  const earlier = run({
    id: 1,
    begunAt: NOW - 700 * DAY,
    closedAt: NOW - 400 * DAY,
    sheet: { ...sheet, survival: 0.5 },
    books: { stocked: 40_000, out: 20_000, stands: 0, standsSd: 0, dead: 0, feedKg: 20 },
  });
  draw(
    {
      sheet,
      books: { stocked: 43_181, out: 0, stands: 40_622, standsSd: 950, dead: 2559, feedKg: 29 },
      notes: [{ id: 1, runId: 2, what: 'food', at: NOW - DAY, amounts: [], discCm: 62, said: '' }],
    },
    {},
    [earlier],
  );
  expect(status()).toMatch(/^40\u2005600\s?±1\u2005900 stand in it$/);
  const survival = screen.getByRole('row', { name: /survival/ });
  expect(
    within(survival)
      .getAllByRole('cell')
      .map((c) => c.textContent),
  ).toEqual(['survival', '94.1\u2005%', '50\u2005%']);
  expect(screen.getByRole('row', { name: /came out, stand/ }).textContent).toContain('40\u2005600');
  // The disc vanishes deep: little lives in it.
  expect(screen.getByText(/little natural food/)).toBeTruthy();
});

test('a closed run is read and no more; so is any run by a reader', () => {
  draw({ closedAt: NOW - DAY });
  expect(status()).toBe('29 Mar to 13 Apr');
  for (const word of ['Change it', 'Close the run', 'Done', 'The disc'])
    expect(screen.queryByRole('button', { name: word })).toBeNull();
});

test('a reader changes nothing; a hand says what is done, and plans no run', () => {
  const { unmount } = draw({}, { role: 'reader' });
  expect(screen.queryAllByRole('button', { name: 'Done' })).toEqual([]);
  unmount();
  draw({}, { role: 'hand' });
  expect(within(line('lime')).getByRole('button', { name: 'Done' })).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Close the run' })).toBeNull();
});
