import { fishUse, minutesLeft, minutesOfWarmth } from '../stillWater';
import { firstToDie, type TankInDanger } from './firstToDie';
import { loads, lostBy, notRunning, type Work, workKindIds, workKinds } from './works';

const work = (id: number, kind: Work['kind'], more: Partial<Work> = {}): Work => ({
  id,
  name: `${kind} ${id}`,
  kind,
  from: [],
  rooms: [],
  breaker: null,
  watts: null,
  amperes: null,
  ...more,
});
const lost = (works: Work[], ...stopped: number[]) =>
  Object.fromEntries([...lostBy(works, new Set(stopped))].map(([room, l]) => [room, [...l].sort()]));

/** Spring → head → chiller → room 1; head → room 2; town main → neutraliser → room 3; blower → rooms 1 and 2. */
const site = [
  work(1, 'source'),
  work(2, 'head', { from: [1] }),
  work(3, 'chiller', { from: [2], rooms: [1], breaker: 9 }),
  work(4, 'filter', { from: [2], rooms: [2] }),
  work(5, 'source'),
  work(6, 'neutraliser', { from: [5], rooms: [3], breaker: 9 }),
  work(7, 'blower', { rooms: [1, 2], breaker: 9 }),
  work(9, 'breaker', { amperes: 16 }),
];

test('what stops upstream takes the water of all that lies behind it, and of nothing else', () => {
  expect(lost(site)).toEqual({});
  expect(lost(site, 1)).toEqual({ 1: ['water'], 2: ['water'] });
  expect(lost(site, 2)).toEqual({ 1: ['water'], 2: ['water'] });
  expect(lost(site, 5)).toEqual({ 3: ['water'] });
});

test('what is done to water that runs on is lost behind the work alone; a blower takes the air', () => {
  expect(lost(site, 3)).toEqual({ 1: ['heat'] });
  expect(lost(site, 4)).toEqual({ 2: ['filter'] });
  expect(lost(site, 6)).toEqual({ 3: ['chlorine'] });
  expect(lost(site, 7)).toEqual({ 1: ['air'], 2: ['air'] });
  expect(lost(site, 7, 1)).toEqual({ 1: ['air', 'water'], 2: ['air', 'water'] });
});

test('a circuit that trips stops all that hangs on it, and on the circuits behind it', () => {
  expect(lost(site, 9)).toEqual({ 1: ['air', 'heat'], 2: ['air'], 3: ['chlorine'] });
  const nested = [...site, work(10, 'breaker'), work(11, 'pump', { breaker: 12 }), work(12, 'breaker', { from: [10] })];
  expect([...notRunning(nested, new Set([10]))].sort((a, b) => a - b)).toEqual([10, 11, 12]);
});

test('of two that give the same, one is enough: pumps side by side, two sources, a second blower', () => {
  const two = [
    work(1, 'source'),
    work(2, 'pump', { from: [1] }),
    work(3, 'pump', { from: [1] }),
    work(4, 'head', { from: [2, 3], rooms: [1] }),
    work(5, 'blower', { rooms: [1] }),
    work(6, 'blower', { rooms: [1] }),
  ];
  expect(lost(two, 2)).toEqual({});
  expect(lost(two, 2, 3)).toEqual({ 1: ['water'] });
  expect(lost(two, 5)).toEqual({});
  expect(lost(two, 5, 6)).toEqual({ 1: ['air'] });
});

test('of two neutralisers side by side neither may stop: its water runs on with the chlorine; of two chillers one may', () => {
  const ways = (kind: Work['kind']) => [
    work(1, 'source'),
    work(2, kind, { from: [1], rooms: [1] }),
    work(3, kind, { from: [1], rooms: [1] }),
  ];
  expect(lost(ways('neutraliser'), 2)).toEqual({ 1: ['chlorine'] });
  expect(lost(ways('chiller'), 2)).toEqual({});
  expect(lost(ways('chiller'), 2, 3)).toEqual({ 1: ['heat'] });
  // A neutraliser whose pump stands brings no water, and no chlorine.
  expect(
    lost([work(1, 'source'), work(4, 'pump', { from: [1] }), work(2, 'neutraliser', { from: [4], rooms: [1] })], 2, 4),
  ).toEqual({ 1: ['water'] });
});

test('water that runs in a circle ends: a recirculating hall without its pump stands still', () => {
  const round = [
    work(1, 'source'),
    work(2, 'pump', { from: [1, 4] }),
    work(3, 'biofilter', { from: [2], rooms: [1] }),
    work(4, 'head', { from: [3] }),
  ];
  expect(lost(round)).toEqual({});
  expect(lost(round, 2)).toEqual({ 1: ['water'] });
  expect(lost(round, 3)).toEqual({ 1: ['filter'] });
});

test('every kind says what it does and what to do; a work whose water is not drawn is taken to have it', () => {
  for (const kind of workKindIds) expect([kind, workKinds[kind].answer.length > 1]).toEqual([kind, true]);
  expect(lost([work(1, 'heater', { rooms: [4] })])).toEqual({});
  expect(lost([work(1, 'heater', { rooms: [4], from: [99] })])).toEqual({});
});

test('the load of a circuit is that of what hangs on it; what has no watts is named', () => {
  const on = [
    work(1, 'breaker', { amperes: 16 }),
    work(2, 'pump', { breaker: 1, watts: 2300 }),
    work(3, 'uv', { breaker: 1, watts: 460 }),
    work(4, 'blower', { breaker: 1 }),
  ];
  expect(loads(on, 230)).toMatchObject([{ amperes: 12, share: 0.75, unknown: ['blower 4'] }]);
  expect(loads([work(1, 'breaker')], 230)).toMatchObject([{ amperes: 0, share: null }]);
});

test('minutes left: without inflow by the plain balance, with one along its exponential, never where it brings enough', () => {
  const still = { volumeL: 1000, massKg: 20, useMgPerKgHour: 300, oxygenMgPerL: 9, criticalMgPerL: 3 };
  // 100 mg a minute out of 6 000 mg.
  expect(minutesLeft(still)).toBeCloseTo(60, 10);
  expect(minutesLeft({ ...still, oxygenMgPerL: 3 })).toBe(0);
  // 20 L/min bring 180 mg a minute less what leaves: it settles at 9 − 100/20 = 4 mg/L.
  expect(minutesLeft({ ...still, inflow: { flowLPerMin: 20, oxygenMgPerL: 9 } })).toBeNull();
  // 12.5 L/min: it settles at 1 mg/L; t = 80 ln(8/2).
  const t = minutesLeft({ ...still, inflow: { flowLPerMin: 12.5, oxygenMgPerL: 9 } })!;
  expect(t).toBeCloseTo(80 * Math.log(4), 10);
  // The same by small steps.
  let [c, minutes] = [9, 0];
  for (; c > 3; minutes += 0.01) c += (0.01 * (12.5 * (9 - c) - 100)) / 1000;
  expect(minutes).toBeCloseTo(t, 0);
});

test('small fish use more for a kilogram, warm ones more, by the thresholds of Reference', () => {
  expect(fishUse(100, 15)).toBeCloseTo(300, 10);
  expect(fishUse(1, 15) / fishUse(100, 15)).toBeCloseTo(100 ** 0.2, 10);
  expect(fishUse(100, 25) / fishUse(100, 15)).toBeCloseTo(Math.exp(0.69), 10);
});

test('warmth: cooling away and warming up to what they bear; within it, or without flow, never', () => {
  const t = { volumeL: 1000, flowLPerMin: 20, celsius: 16, sourceCelsius: 6 };
  expect(minutesOfWarmth(t, { low: 11, high: 20 })).toBeCloseTo(50 * Math.log(2), 10);
  expect(minutesOfWarmth(t, { low: 5, high: 20 })).toBeNull();
  expect(minutesOfWarmth({ ...t, celsius: 8, sourceCelsius: 18 }, { low: 2, high: 13 })).toBeCloseTo(
    50 * Math.log(2),
    10,
  );
  expect(minutesOfWarmth({ ...t, flowLPerMin: 0 }, { low: 11 })).toBeNull();
  expect(minutesOfWarmth({ ...t, celsius: 10 }, { low: 11 })).toBe(0);
});

const tank = (unitId: number, more: Partial<TankInDanger> = {}): TankInDanger => ({
  unitId,
  unit: `R${unitId}`,
  roomId: 1,
  holds: 'char',
  volumeL: 1000,
  flowLPerMin: 60,
  celsius: 15,
  oxygenMgPerL: 9,
  inflowMgPerL: 10,
  fish: { massKg: 20, meanG: 100 },
  eggMinutes: null,
  criticalMgPerL: 3,
  bears: { low: 4, high: 18 },
  between: null,
  sourceCelsius: 8,
  chlorineMinutes: null,
  ...more,
});
const dies = (tanks: TankInDanger[], ...of: ('water' | 'air' | 'heat' | 'chlorine' | 'filter')[]) =>
  firstToDie(tanks, new Map([[1, new Set(of)]])).map((d) => [
    d.unit,
    d.why,
    d.minutes === null ? null : Math.round(d.minutes),
  ]);

test('the fullest dies first; eggs and larvae stand in the same list; other rooms are not named', () => {
  const tanks = [
    tank(1),
    tank(2, { fish: { massKg: 80, meanG: 100 } }),
    tank(3, { fish: null, eggMinutes: 25 }),
    tank(4, { roomId: 2 }),
  ];
  expect(dies(tanks, 'water')).toEqual([
    ['R2', 'water', 15],
    ['R3', 'water', 25],
    ['R1', 'water', 60],
  ]);
});

test('without air alone the water that runs in may hold them; without both it does not', () => {
  const full = tank(1, { fish: { massKg: 150, meanG: 100 } });
  expect(dies([tank(1)], 'air')).toEqual([['R1', 'air', null]]);
  // 750 mg a minute, of which 60 L/min bring 600: it runs down to −2.5.
  expect(dies([full], 'air')[0]![2]).toBe(Math.round((1000 / 60) * Math.log(11.5 / 5.5)));
  expect(dies([full], 'air', 'water')[0]![2]).toBe(8);
});

test('what cannot be told stands behind what is soon, with what is missing; what lasts stands last', () => {
  const list = firstToDie(
    [tank(1, { fish: null }), tank(2), tank(3, { volumeL: null })],
    new Map([[1, new Set(['water'] as const)]]),
  );
  expect(list.map((d) => [d.unit, d.says])).toEqual([
    ['R2', 'until their oxygen is down to what kills'],
    ['R1', 'not known: weigh them'],
    ['R3', 'not known: set its volume'],
  ]);
  expect(firstToDie([tank(1, { oxygenMgPerL: null })], new Map([[1, new Set(['water'] as const)]]))[0]!.says).toMatch(
    /nearly full water/,
  );
});

test('heat and chlorine have their own minutes; of several losses the soonest is told', () => {
  expect(dies([tank(1, { bears: { low: 11 } })], 'heat')[0]![2]).toBe(Math.round((1000 / 60) * Math.log(7 / 3)));
  // A head tank of 4 000 L for a room of 100 L/min takes 40 minutes where the tank alone takes 17.
  expect(dies([tank(1, { bears: { low: 11 }, between: { volumeL: 4000, flowLPerMin: 100 } })], 'heat')[0]![2]).toBe(
    Math.round(40 * Math.log(7 / 3)),
  );
  expect(dies([tank(1, { chlorineMinutes: 9 })], 'heat', 'chlorine')).toEqual([['R1', 'chlorine', 9]]);
  expect(dies([tank(1)], 'chlorine')).toEqual([['R1', 'chlorine', null]]);
  expect(dies([tank(1)], 'filter')).toEqual([['R1', 'filter', null]]);
});
