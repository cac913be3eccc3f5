import { run } from '../calculation';
import { DAY_MS, HOUR_MS } from '../time/spans';
import { calculation as dawn } from './dawn';
import { harvestPlan } from './harvest';
import { moons, nightOf, readTides, springs, type TideLine } from './tides';
import { together } from './together';

const iso = (hour: number) => new Date(Date.UTC(2031, 6, 3, hour)).toISOString();
const read = (...r: [hour: number, mgPerL: number][]) => r.map(([h, mgPerL]) => ({ at: iso(h), mgPerL }));

test('two readings in the dark say what dawn brings, along a straight line, wider the further it is', () => {
  const o = run(dawn, { readings: read([20, 9], [22, 8]), dawn: iso(28), leastMgPerL: 6 });
  expect(o).toMatchObject({ mgPerL: 5, perHour: -0.5, shortAt: iso(26) });
  // Two of 0.2 mg/L, two hours apart, seven hours on from their middle: 0.2 · √(1/2 + 49/2).
  expect(o.high - o.mgPerL).toBeCloseTo(1.959964 * 0.2 * Math.sqrt(0.5 + 49 / 2), 5);
  const three = run(dawn, { readings: read([20, 9], [22, 8], [24, 7]), dawn: iso(28), leastMgPerL: 6 });
  expect(three.high - three.mgPerL).toBeLessThan(o.high - o.mgPerL);
  expect(three.mgPerL).toBeCloseTo(5, 9);
});

test('oxygen is never below none; what rises is told to be read in the dark; once is no line', () => {
  expect(run(dawn, { readings: read([20, 4], [22, 2]), dawn: iso(28) })).toMatchObject({ mgPerL: 0, low: 0 });
  expect(run(dawn, { readings: read([20, 8], [22, 9]), dawn: iso(28) }).warnings!.join()).toContain('does not fall');
  expect(() => run(dawn, { readings: read([20, 8]), dawn: iso(28) })).toThrow(/needs two/);
  expect(() => run(dawn, { readings: read([20, 8], [20, 7]), dawn: iso(28) })).toThrow(/all taken at once/);
  expect(() => run(dawn, { readings: read([20, 8], [22, 7]), dawn: iso(21) })).toThrow(/before the last/);
  // Above what they bear, and within the doubt of it.
  const near = run(dawn, { readings: read([20, 9], [22, 8]), dawn: iso(28), leastMgPerL: 4.5 });
  expect(near.shortAt).toBeUndefined();
  expect(near.warnings!.join()).toContain('once more at midnight');
});

test('new and full moons follow on one another by half a month', () => {
  const list = moons(Date.UTC(2026, 0, 1), Date.UTC(2026, 11, 31));
  expect(list.length).toBeGreaterThanOrEqual(24);
  for (const [i, m] of list.slice(1).entries()) {
    expect(m.is).not.toBe(list[i]!.is);
    expect((m.at - list[i]!.at) / DAY_MS).toBeGreaterThan(13.5);
    expect((m.at - list[i]!.at) / DAY_MS).toBeLessThan(16);
  }
  // The total eclipse of the sun of 12 August 2026 was at new moon, about 17:37 UTC.
  const near = list.find((m) => Math.abs(m.at - Date.UTC(2026, 7, 12, 17, 37)) < 3 * HOUR_MS);
  expect(near?.is).toBe('new moon');
});

/** Two high and two low waters a day, their range swinging in half a month about a mean. */
const table = (from: number, days: number): TideLine[] =>
  Array.from({ length: days * 4 }, (_, i) => {
    const range = 3 + Math.cos((2 * Math.PI * (i / 4 - 5)) / 14.77);
    return { at: from + i * 6.2 * HOUR_MS, metres: 2 + ((i % 2 ? -1 : 1) * range) / 2 };
  });

test('a tide table tells its springs by the range; beyond it the moon does', () => {
  const from = Date.UTC(2031, 4, 1);
  const found = springs(from, from + 60 * DAY_MS, table(from, 30));
  const byTable = found.filter((s) => s.by === 'tide table');
  expect(byTable).toHaveLength(2);
  expect(Math.abs((byTable[0]!.at - from) / DAY_MS - 5.2)).toBeLessThan(1.5);
  expect(byTable[0]!.rangeM).toBeGreaterThan(3.8);
  expect(found.some((s) => s.by !== 'tide table' && s.at > from + 32 * DAY_MS)).toBe(true);
  expect(found.map((s) => s.at)).toEqual(found.map((s) => s.at).toSorted((a, b) => a - b));
});

test('a tide table is read with heads and notes in it, and a line that cannot be read is named', () => {
  const at = (text: string) => Date.parse(`${text.replace(' ', 'T')}:00Z`);
  const text = 'Harbour of Tessel\nday and time;height\n2031-05-01 04:12;3,4 m\n2031-05-01 10:20;0.6\n';
  expect(readTides(text, at)).toEqual([
    { at: Date.UTC(2031, 4, 1, 4, 12), metres: 3.4 },
    { at: Date.UTC(2031, 4, 1, 10, 20), metres: 0.6 },
  ]);
  expect(readTides('2031-05-01 10:20,0.6\n2031-05-01 04:12,3.4', at)[0]!.metres).toBe(3.4);
  expect(() => readTides(`${text}2031-05-02 04:50;high`, at)).toThrow(/line 5/);
  expect(() => readTides('nothing', at)).toThrow(/no line holds/);
  expect(() => readTides('2031-05-02 04:50;340\n2031-05-02 10:50;60', at)).toThrow(/line 1, 2/);
});

test('dusk and dawn of a place; none where the sun does not set', () => {
  const n = nightOf(Date.UTC(2031, 2, 20, 23), 0, 0)!;
  // On the equator at the equinox day and night are equal, but for the bending of light.
  expect((n.dawn - n.dusk) / HOUR_MS).toBeCloseTo(11.87, 1);
  expect(nightOf(Date.UTC(2031, 5, 21, 12), 78, 15)).toBeNull();
});

test('who goes with whom: what fits a mouth is eaten, what lives on one thing shares it', () => {
  const of = (name: string, lengthMm: number, feeds: 'animals' | 'plankton' | 'mixed') => ({
    name,
    lengthMm,
    feeds,
    number: 10,
  });
  const pairs = together([of('a', 50, 'plankton'), of('b', 60, 'plankton'), of('hunter', 100, 'animals')]);
  expect(pairs.map((p) => [p.a, p.b, p.is])).toEqual([
    ['hunter', 'a', 'eats'],
    ['a', 'b', 'shares'],
    ['b', 'hunter', 'goes'],
  ]);
  expect(together([of('h', 100, 'animals'), of('k', 40, 'animals')])[0]).toMatchObject({ is: 'eats', a: 'h', b: 'k' });
  expect(together([of('a', 50, 'mixed'), of('b', 50, 'mixed')])[0]).toMatchObject({ is: 'goes', says: '' });
});

test('a harvest counts back from its hour: fasting, draining by what the drain takes, ice by warmth', () => {
  const at = Date.UTC(2031, 8, 10, 6);
  const books = {
    at,
    how: 'total' as const,
    number: 4000,
    meanG: 250,
    cv: 0.25,
    leastG: null,
    areaM2: 5000,
    depthCm: 100,
    drainLPerMin: 2500,
    celsius: 20,
    moults: false,
    lowWater: null,
  };
  const p = harvestPlan(books);
  expect(p.massKg).toBe(1000);
  // 5 000 m³ at 150 m³ an hour.
  expect(p.drainHours).toBeCloseTo(5000 / 150, 9);
  expect(p.iceKg).toBeCloseTo(1000 * ((3.6 * 20) / 333.55 + 0.5), 6);
  expect(p.steps.map((s) => s.at)).toEqual(p.steps.map((s) => s.at).toSorted((a, b) => a - b));
  const tide = harvestPlan({ ...books, lowWater: at + 2 * HOUR_MS });
  expect(tide.steps.find((s) => s.what.startsWith('take them out'))!.at).toBe(at + 2 * HOUR_MS);
  expect(tide.steps.some((s) => s.what.includes('ebb'))).toBe(true);
  expect(harvestPlan({ ...books, moults: true }).steps.some((s) => s.what.includes('shells'))).toBe(true);
});

test('of a selective harvest those above a bound: half the number at the mean, and more than half the mass', () => {
  const half = harvestPlan({
    at: 0,
    how: 'selective',
    number: 1000,
    meanG: 200,
    cv: 0.2,
    leastG: 200,
    areaM2: 1000,
    depthCm: 100,
    drainLPerMin: 1000,
    celsius: 10,
    moults: false,
    lowWater: null,
  });
  expect(half.number).toBe(500);
  // Half of a normal above its mean: mean/2 + sd/√(2π).
  expect(half.massKg).toBeCloseTo(1000 * (0.1 + 0.04 / Math.sqrt(2 * Math.PI)), 6);
  expect(half.drainHours).toBeNull();
  expect(half.steps.some((s) => s.what.includes('bait'))).toBe(true);
});
