import type { Moved } from '@/server/act/words';
import { entryWords } from './kinds';

const at = (unit: string, delta: number, over: Partial<Moved> = {}): Moved => ({
  account: 'holding',
  delta,
  unit,
  lot: 'AC-31-01',
  stage: 'fry',
  ...over,
});
const world = (account: string, unit: string, delta: number) => at(unit, delta, { account });
test('in US customary: pounds, fish to a pound, Fahrenheit', () => {
  const us = (kind: string, intent: Record<string, unknown>) =>
    entryWords(kind, intent, [], { us: true }).replaceAll('\u2005', ' ');
  expect(us('feed', { massG: 453.59237, feed: 'crumb' })).toBe('1.00 lb, crumb');
  expect(us('temperature', { celsius: 8 })).toBe('46.4 °F');
  expect(us('weighing', { batches: [{ massG: 25, count: 61 }] })).toBe('1 110/lb');
});

const words = (kind: string, intent: Record<string, unknown>, ...moved: Moved[]) =>
  entryWords(kind, intent, moved, { us: false }).replaceAll('\u2005', ' ');

test('a round that found none says where; the dead of a ponding stand behind what was ponded', () => {
  expect(entryWords('pick', { number: 0 }, [], { us: false }, 'J3')).toBe('0 from J3');
  expect(
    words(
      'pond',
      {},
      at('J4', -38, { stage: 'yolksac' }),
      world('dead', 'J4', 38),
      at('J4', -2002, { stage: 'yolksac' }),
      at('R2', 2002),
    ),
  ).toBe('2 002 from J4 to R2, 38 dead');
});

test.each([
  ['take', {}, [world('taken', 'B1', -61_500), at('B1', 61_500)], '61 500 into B1, AC-31-01'],
  ['arrival', {}, [world('arrived', 'R1', -800), at('R1', 800)], '800 into R1, AC-31-01'],
  ['pick', { number: 34 }, [at('J3', -34), world('picked', 'J3', 34)], '34 from J3'],
  ['pick', { number: 0 }, [], '0'],
  ['dead', { number: 5, cause: 'fungus' }, [at('R4', -5), world('dead', 'R4', 5)], '5 from R4, fungus'],
  ['check', { check: 'eyed', successes: 95, trials: 100 }, [], 'eyed: 95 of 100'],
  ['feed', { massG: 120, feed: 'crumb' }, [], '120 g, crumb'],
  ['temperature', { celsius: 8.4 }, [], '8.4 °C'],
  ['temperature', { celsius: 7.777777777777779 }, [], '7.78 °C'],
  ['reading', { sensorName: 'oxygen R', value: 9.1, unitName: 'mg/L' }, [], 'oxygen R: 9.1 mg/L'],
  ['import', { fileName: 'bay1.csv', rows: 2000, added: 1990 }, [], 'bay1.csv: 2000 readings, 1990 new'],
  ['correction', { kind: 'pick', reason: 'a zero too many' }, [], 'takes back “picked”: a zero too many'],
  ['sampleBack', { number: 30, dead: 2, purpose: 'gills' }, [], '30 put back, 2 died of it, gills'],
  ['note', {}, [], ''],
  [
    'hatch',
    { unhatched: 400 },
    [at('J3', -400), world('picked', 'J3', 400), at('J3', -9600), at('J3', 9600, { stage: 'yolksac' })],
    '9 600 from J3, 400 did not hatch',
  ],
  ['hatch', {}, [at('J3', -2000), at('J3', 2000, { stage: 'yolksac' })], '2 000 from J3'],
  [
    'eggShipment',
    { receiver: 'a school', boxes: 1, age: { degreeDays: 262.4 } },
    [at('T3', -900), world('sold', 'T3', 900)],
    '900 from T3 to a school, 1 box, 262 °C·d old',
  ],
  [
    'eggShipment',
    { receiver: 'a school', boxes: 3, age: { degreeDays: null } },
    [at('T3', -900), world('sold', 'T3', 900)],
    '900 from T3 to a school, 3 boxes',
  ],
  ['handled', { what: 'water' }, [], 'water changed'],
  ['handled', { what: 'rolled' }, [], 'flow set'],
  ['handled', { what: 'flow', minutes: 12 }, [], 'flow lost, 12 min'],
  ['emptied', {}, [at('R1', -12), world('unexplained', 'R1', 12)], '12 missing'],
  [
    'release',
    { siteName: 'Lake Ivarre' },
    [at('R2', -16_832), world('released', 'R2', 16_832)],
    '16 832 from R2 to Lake Ivarre',
  ],
  ['unitLoss', { cause: 'pump trip' }, [at('R1', -700), world('dead', 'R1', 700)], '700 from R1, pump trip'],
] as [string, Record<string, unknown>, Moved[], string][])('%s %j', (kind, intent, moved, says) => {
  expect(words(kind, intent, ...moved)).toBe(says);
});

test('a move names both ends, and how many where to when there are several', () => {
  expect(words('move', {}, at('R1', -800), at('R2', 800))).toBe('800 from R1 to R2');
  expect(words('layDown', {}, at('B1', -60), at('B1', -40), at('J1', 60), at('J2', 40))).toBe(
    '100 from B1 to J1 (60), J2 (40)',
  );
  expect(words('pond', {}, at('J1', -20), at('J2', -30), at('R1', 20), at('R1', 30))).toMatch(/^50 from J1, J2 to R1/);
});

test('a hatch stays where it is; only the stage changes', () => {
  expect(words('hatch', {}, at('J1', -900, { stage: 'egg' }), at('J1', 900, { stage: 'yolksac' }))).toBe('900 from J1');
});

test('what more came out than the books held is not counted twice', () => {
  // 45 894 in the books; 47 170 were counted out: 1 276 come from unexplained, and 47 170 go to the classes.
  const moved = [
    world('unexplained', 'R5', -1276),
    at('R5', 1276),
    at('R5', -29_147),
    at('W4', 29_147, { lot: 'AC-31-01 L' }),
    at('R5', -18_023),
    at('R6', 18_023, { lot: 'AC-31-01 S' }),
  ];
  expect(words('grade', {}, ...moved)).toBe(
    '47 170 from R5 to W4 (29 147), R6 (18 023); 1 276 more than the books had',
  );
});

test('a count says the figure, what was done with it, and what went unexplained', () => {
  const count = { measured: { method: 'counted', number: 9700 }, mode: 'replace' };
  expect(words('count', count, world('unexplained', 'R1', 210), at('R1', -210))).toBe(
    '9 700, the count stands; 210 missing',
  );
  expect(words('count', { ...count, mode: 'note' })).toBe('9 700, noted only');
  // The number that was worked then; what was counted one by one says nothing of its way.
  const caught = { measured: { method: 'recapture', marked: 400, caught: 350, recaptured: 34 }, mode: 'combine' };
  expect(words('count', { ...caught, found: 4020 })).toBe(
    '4 020 by marking and catching again, combined with the books',
  );
  const weighing = {
    batches: [
      { massG: 25, count: 100 },
      { massG: 26, count: 100 },
    ],
    mode: 'combine',
  };
  expect(words('weighing', weighing, world('unexplained', 'R1', -40), at('R1', 40))).toBe(
    '0.255 g each, combined with the books; 40 more than the books had',
  );
});
