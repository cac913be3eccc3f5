import { screen, within } from '@testing-library/react';
import { pondMore } from '@/core/ponds/more';
import type { Km } from '@/core/release/waters';
import { NOW, onlySent, refused, server, show } from '../../../../tests/support/screen';
import type { PondDay } from '../views/pondDay';
import type { ChainStep, PondRun } from '../views/ponds';
import type { PondDue } from '../views/pondsDue';
import { PondScreen } from './PondScreen';
import { PondsScreen } from './PondsScreen';
import { pondThings } from './pondThings';

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
  more: pondMore.parse({}),
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
  kinds: [],
  ...over,
});
const noDay: PondDay = {
  night: null,
  placed: true,
  springs: [],
  hasTable: false,
  pairs: [],
  sample: null,
  again: null,
  harvest: null,
  soft: null,
};
const draw = (over: Partial<PondRun> = {}, as: object = {}, earlier: PondRun[] = [], day: Partial<PondDay> = {}) =>
  show(<PondScreen of={run(over)} day={{ ...noDay, ...day }} earlier={earlier} />, as);
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
  expect(await onlySent()).toMatchObject({ type: 'pond.note', payload: { run: 2, what: 'lime', kg: 13_000 } });
  expect((within(dialog).getByLabelText(/kg/) as HTMLInputElement).value).toBe('13000');
});

test('nothing goes in while the poison is not gone, and that is what is read first', () => {
  draw({
    withheldUntil: NOW + 9 * DAY,
    notes: [{ id: 1, runId: 2, what: 'poison', at: NOW - DAY, amounts: [], discCm: null, score: null, said: '' }],
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
      notes: [{ id: 1, runId: 2, what: 'food', at: NOW - DAY, amounts: [], discCm: 62, score: 'few', said: '' }],
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
  expect(screen.getByText('62 cm, a few in the jar')).toBeTruthy();
});

test('a closed run is read and no more; so is any run by a reader', () => {
  draw({ closedAt: NOW - DAY });
  expect(status()).toBe('29 Mar to 13 Apr');
  for (const word of ['Change it', 'Close the run', 'Done', 'Disc and jar'])
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

const stands = { stocked: 4000, out: 0, stands: 3900, standsSd: 40, dead: 100, feedKg: 29 };
const night = { dusk: NOW - 9 * 3_600_000, dawn: NOW + 3_600_000, least: 4, readings: [], ahead: null };

test('the night: asked to be read at dusk, then told what dawn brings, and from when on it is short', () => {
  draw({ books: stands }, {}, [], { night });
  expect(screen.getByText(/Read oxygen by hand at dusk, 22:42/)).toBeTruthy();
  const ahead = { mgPerL: 2.1, low: 1.2, high: 3, perHour: -0.8, shortAt: new Date(NOW - 3_600_000).toISOString() };
  draw({ books: stands }, {}, [], { night: { ...night, ahead } });
  expect(screen.getByTestId('dawn').textContent).toContain('2.1 mg/L at 08:42 (1.2 to 3.0); 0.80 less each hour');
  expect(screen.getByText(/Below 4\.0 from 06:42/).className).toContain('text-hand');
});

test('a harvest is a day plan with its ice; soft ones make it wait; who was never weighed is not told in kilograms', async () => {
  const harvest = {
    steps: [
      { id: 'fast' as const, at: NOW + DAY, what: 'last feed', why: 'empty guts bear crowding', doneAt: null },
      { id: 'gear' as const, at: NOW - DAY, what: 'nets there', doneAt: NOW - 3_600_000 },
    ],
    massKg: 812,
    number: 3900,
    iceKg: 580,
    drainHours: null,
    classes: [],
  };
  const { rerender, user } = draw({ books: stands }, {}, [], { harvest, soft: { at: NOW - DAY, share: 0.3 } });
  const region = () => screen.getByRole('region', { name: 'Harvest' });
  expect(region().textContent).toMatch(/About 3.900, 812 kg; ice 580 kg for a day/);
  expect(region().textContent).toMatch(/30.% were soft on 13 Apr: wait/);
  expect(region().textContent).toContain('15 Apr 07:42last feed');
  // What is done says when; what is not is ticked by one tap.
  expect(region().querySelector('[data-step="gear"]')!.textContent).toMatch(/done 14 Apr 06:42$/);
  await user.click(
    within(region().querySelector<HTMLElement>('[data-step="fast"]')!).getByRole('button', { name: 'done' }),
  );
  expect((await onlySent()).payload).toMatchObject({ what: 'harvest-fast' });
  rerender(
    <PondScreen
      of={run({ books: stands })}
      day={{ ...noDay, harvest: { ...harvest, massKg: null, iceKg: null } }}
      earlier={[]}
    />,
  );
  expect(region().textContent).toContain('weigh a sample first');
});

test('what a harvest will bring by size and sex stands in a table; without sexes in one of three columns', () => {
  const expected = (number: number) => ({ number, sd: 20, massKg: number / 50 });
  const classes = [
    { fromG: null, toG: 20, all: expected(1500), female: expected(900), male: expected(600) },
    { fromG: 20, toG: null, all: expected(2400), female: expected(1000), male: expected(1400) },
  ];
  const harvest = { steps: [], massKg: 78, number: 3900, iceKg: 60, drainHours: null, classes };
  const { rerender } = draw({ books: stands }, {}, [], { harvest });
  const rows = () =>
    [...screen.getByRole('table', { name: 'By size and sex' }).querySelectorAll('tbody tr')].map((r) =>
      [...r.querySelectorAll('td')].map((c) => c.textContent!.replaceAll('\u2005', ' ')),
    );
  expect(rows()).toEqual([
    ['lighter than 20 g', '1 500±39', '30 kg', '900±39', '600±39'],
    ['20 g and heavier', '2 400±39', '48 kg', '1 000±39', '1 400±39'],
  ]);
  const plain = classes.map((c) => ({ ...c, female: null, male: null }));
  rerender(
    <PondScreen of={run({ books: stands })} day={{ ...noDay, harvest: { ...harvest, classes: plain } }} earlier={[]} />,
  );
  expect(rows()[0]).toHaveLength(3);
});

test('its bottom is drawn with what it holds; a plan that reckons with another depth is told', () => {
  const more = pondMore.parse({
    profile: [
      { atM: 0, cm: 40 },
      { atM: 40, cm: 120 },
    ],
  });
  draw({ more });
  // 80 cm on the mean of 560 m².
  expect(screen.getByRole('region', { name: 'Profile' }).textContent).toContain('80 cm on the mean: 448 m³');
  expect(screen.getByRole('region', { name: 'Profile' }).textContent).toContain('the plan reckons with 100 cm');
});

test('who goes in together is typed, and who eats whom is said while it is typed', async () => {
  const { user } = draw();
  await user.click(within(screen.getByRole('region', { name: 'Partners' })).getByRole('button', { name: 'Plan it' }));
  const dialog = await screen.findByRole('dialog');
  const fill = async (i: number, name: string, number: string, cm: string) => {
    await user.type(within(dialog).getAllByLabelText('Kind')[i]!, name);
    await user.type(within(dialog).getAllByLabelText('Number')[i]!, number);
    await user.type(within(dialog).getAllByLabelText(/^Length/)[i]!, cm);
  };
  await fill(0, 'pikeperch', '200', '80 mm');
  await fill(1, 'tench', '4000', '38 mm');
  await user.click(within(dialog).getAllByRole('combobox', { name: 'Lives on' })[0]!);
  await user.click(await screen.findByRole('option', { name: 'fish and other animals' }));
  expect(within(dialog).getByText(/fits its mouth: stock tench of 40 mm and more/)).toBeTruthy();
  await user.click(within(dialog).getByRole('button', { name: 'Keep' }));
  expect(await onlySent()).toMatchObject({
    type: 'pond.extend',
    payload: {
      run: 2,
      partners: [
        { name: 'pikeperch', number: 200, lengthMm: 80, feeds: 'animals' },
        { name: 'tench', number: 4000, lengthMm: 38 },
      ],
    },
  });
});

test('water that was exchanged asks to be fertilised again; springs are told by what tells them', () => {
  draw({ books: stands, more: pondMore.parse({ tidal: true }) }, {}, [], {
    again: { since: NOW - 2 * DAY, kg: 4.25, what: 'compost' },
    springs: [{ at: NOW + 3 * DAY, by: 'full moon' }],
    sample: { last: NOW - 20 * DAY, due: NOW - 6 * DAY },
  });
  const rhythm = screen.getByRole('region', { name: 'Rhythm' }).textContent!;
  expect(rhythm).toContain('give compost again, 4.3 kg');
  expect(rhythm).toContain('17 Apr (full moon)');
  expect(rhythm).toContain('By the moon');
  expect(rhythm).toContain('the next sample was due 8 Apr');
});

test('Today lists ponds: short of oxygen first, then what is due, since when, and what has time', () => {
  const of = { runId: 4, unit: 'P1' };
  const due: PondDue[] = [
    { ...of, what: 'step', step: 'lime', at: NOW - 2 * DAY, until: NOW - 1 },
    { ...of, what: 'step', step: 'rest', at: NOW - DAY + 1, until: NOW + 3 * DAY },
    { ...of, what: 'step', step: 'fill', at: NOW - DAY + 2, until: NOW },
    { ...of, what: 'sample', last: NOW - 20 * DAY, at: NOW - DAY },
    { ...of, what: 'harvest', says: 'last feed', at: NOW },
    { ...of, what: 'oxygen', mgPerL: 2.1, least: 3, at: NOW + 3_600_000 },
  ];
  const things = pondThings(due, NOW, 'Europe/Vienna');
  expect(things.map((t) => [t.tone, t.when])).toEqual([
    ['grave', 'from 08:42'],
    ['overdue', 'since 12 Apr'],
    ['overdue', 'since 13 Apr'],
    // What has days still is to be done, and is not late.
    ['now', 'until 17 Apr'],
    ['now', 'until today'],
    ['now', '07:42'],
  ]);
  expect(things[0]!.says).toMatch(/^2\.1 mg\/L at dawn, 3\.0 at least: air on before it/);
  expect(things.slice(1).map((t) => t.says)).toEqual([
    'lime, then say that it is done',
    'weighed on 25 Mar: take a sample',
    expect.stringMatching(/, then say that it is done$/),
    expect.stringMatching(/, then say that it is done$/),
    'harvest: last feed',
  ]);
  expect(new Set(things.map((t) => t.key)).size).toBe(6);
});

test('on the map each pond says what it is at and leads to its run; an area that differs is said', () => {
  const outline = (name: string, east: number) => ({
    name,
    parts: [
      [
        [east, 0],
        [east + 0.03, 0],
        [east + 0.03, 0.03],
        [east, 0],
      ] as Km[],
    ],
    areaM2: 450,
    middle: [east + 0.02, 0.01] as Km,
  });
  const map = { ponds: [outline('P1', 0), outline('P2', 0.04), outline('P3', 0.08)], around: [] };
  const stocked = run({
    id: 7,
    unit: 'P1',
    plan: { ...run().plan, areaM2: 4500 },
    books: { stocked: 900, out: 0, stands: 880.4, standsSd: 12, dead: 5, feedKg: 1 },
  });
  show(<PondsScreen map={map} ponds={[{ id: 1, name: 'P1' }]} runs={[stocked, run({ next: step('lime', -9, -2) })]} />);
  const drawn = within(screen.getByRole('region', { name: 'Map of the ponds' }));
  expect(drawn.getByRole('link', { name: /P1\s*880/ }).getAttribute('href')).toBe('/ponds/7');
  expect(drawn.getByRole('link', { name: /P3\s*lime, late/ }).getAttribute('href')).toBe('/ponds/2');
  expect(drawn.getByText('free')).toBeTruthy();
  expect(drawn.getByText('P1: its run goes by 4 500 m², the map draws 450 m².')).toBeTruthy();
  expect(drawn.queryByText(/P3: its run/)).toBeNull();
});
