import { DAY_MS, HOUR_MS } from '../time/spans';
import { type CultureCount, cultureState } from './culture';

const NOW = Date.parse('2031-04-14T06:00:00Z');
/** Counts of the last mornings, the last of now. */
const counts = (perMl: number[], takenShare: number[] = [], eggs: (number | null)[] = []): CultureCount[] =>
  perMl.map((n, i) => ({
    at: NOW - (perMl.length - 1 - i) * DAY_MS,
    perMl: n,
    eggs: eggs[i] == null ? null : { carrying: eggs[i]!, of: 60 },
    takenShare: takenShare[i] ?? 0,
  }));

test('what was taken out is added back: a culture harvested each day by what it grows stands still and grows', () => {
  // A third taken each day, and as many again the next morning: it grows by half a day.
  const c = cultureState(counts([200, 200, 200, 200], [1 / 3, 1 / 3, 1 / 3]), NOW);
  expect(c).toMatchObject({ is: 'growing', why: null });
  expect(Math.exp(c.rate!)).toBeCloseTo(1.5, 6);
  expect(c.mayTake).toBeCloseTo(1 / 3, 6);
  expect(cultureState(counts([200, 200, 200, 200]), NOW)).toMatchObject({ is: 'standing', mayTake: 0 });
  // What was taken this morning is not taken twice; tomorrow it is another day.
  const taken = counts([200, 200, 200, 200], [1 / 3, 1 / 3, 1 / 3, 0.3]);
  expect(cultureState(taken, NOW + HOUR_MS).mayTake).toBeCloseTo(1 / 3 - 0.3, 6);
  expect(cultureState(taken, NOW + 20 * HOUR_MS).mayTake).toBeCloseTo(1 / 3, 6);
});

test('after a harvest it stands lower, and is carried on by its growth, no further than two days', () => {
  const c = cultureState(counts([100, 150, 225], [0, 0, 0.5]), NOW);
  expect(c.perMl).toBeCloseTo(112.5, 6);
  expect(cultureState(counts([100, 150, 225], [0, 0, 0.5]), NOW + 12 * HOUR_MS).perMl).toBeCloseTo(
    112.5 * 1.5 ** 0.5,
    4,
  );
  const late = cultureState(counts([100, 150, 225]), NOW + 10 * DAY_MS);
  expect(late.is).toBe('uncounted');
  expect(late.perMl).toBeCloseTo(225 * 1.5 ** 2, 3);
});

test('no more than two fifths is taken in a day, however fast it grows', () => {
  expect(cultureState(counts([50, 150, 450]), NOW).mayTake).toBe(0.4);
});

test('a fall, or few that carry eggs, is told before it is gone; two of twenty may be chance', () => {
  expect(cultureState(counts([200, 220, 140]), NOW)).toMatchObject({ is: 'crashing', why: 'falls', mayTake: 0 });
  // The same fall, where a third had been taken, is none.
  expect(cultureState(counts([200, 220, 150], [0, 1 / 3]), NOW).is).not.toBe('crashing');
  expect(cultureState(counts([200, 220, 240], [], [20, 12, 4]), NOW)).toMatchObject({ is: 'crashing', why: 'fewEggs' });
  const few: CultureCount[] = counts([200, 220, 240]);
  few[2] = { ...few[2]!, eggs: { carrying: 2, of: 20 } };
  expect(cultureState(few, NOW).is).toBe('growing');
  expect(cultureState(counts([200, 0]), NOW)).toMatchObject({ is: 'crashing', why: 'falls' });
});

test('one count, none, two at one instant tell no growth', () => {
  expect(cultureState(counts([120]), NOW)).toMatchObject({ is: 'young', rate: null, mayTake: 0, perMl: 120 });
  expect(cultureState([], NOW).is).toBe('young');
  const twice = [...counts([120]), ...counts([130])];
  expect(cultureState(twice, NOW)).toMatchObject({ is: 'young', rate: null });
});
