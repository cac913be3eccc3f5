import { run } from '../calculation';
import { Chance } from '../chance';
import { DAY_MS } from '../time/spans';
import { calculation as forecast, massAt, warmthFrom } from './forecast';
import { calculation as own, ownGrowth, tgcOf } from './own';

const start = '2031-04-14T06:00:00Z';
const after = (days: number) => new Date(Date.parse(start) + days * DAY_MS).toISOString();

describe('own growth', () => {
  test('with no span it is what Reference expects; one exact span decides alone', () => {
    const none = run(own, { prior: { mean: 0.9, cv: 0.2 }, intervals: [] });
    expect(none).toMatchObject({ tgc: 0.9, n: 0 });
    expect(none.high - none.low).toBeCloseTo(2 * 1.959964 * 0.18, 6);
    const one = run(own, {
      prior: { mean: 0.9, cv: 0.2 },
      intervals: [{ startG: 1, startSdG: 0, endG: 8, endSdG: 0, degreeDays: 1000 }],
    });
    expect(one.tgc).toBeCloseTo(1, 6);
    expect(tgcOf(1, 8, 1000)).toBe(1);
  });

  test('two spans by hand: the precisions add up', () => {
    const intervals = [
      { startG: 1, startSdG: 0.03, endG: 8, endSdG: 0.24, degreeDays: 1000 },
      { startG: 8, startSdG: 0.24, endG: 27, endSdG: 0.81, degreeDays: 1100 },
    ];
    // Doubt of the roots: 0.01, 0.02, 0.03; of the coefficients 1000 hypot / degree-days.
    const sds = [Math.hypot(0.01, 0.02), Math.hypot(0.02, 0.03) / 1.1];
    const tgcs = [1, 1000 / 1100];
    const weight = 1 / 0.18 ** 2 + sds.reduce((s, d) => s + 1 / d ** 2, 0);
    const o = run(own, { prior: { mean: 0.9, cv: 0.2 }, intervals });
    expect(o.tgc).toBeCloseTo((0.9 / 0.18 ** 2 + tgcs[0]! / sds[0]! ** 2 + tgcs[1]! / sds[1]! ** 2) / weight, 9);
    expect((o.high - o.low) / 2).toBeCloseTo(1.959964 / Math.sqrt(weight), 6);
  });

  test('recovers the truth from noisy weighings: its interval holds it in 94 to 96 %', () => {
    const chance = new Chance(2031);
    const runs = 5000;
    let held = 0;
    for (let k = 0; k < runs; k++) {
      const truth = chance.normal(0.9, 0.18);
      const intervals = Array.from({ length: chance.whole(1, 6) }, () => {
        const startG = chance.between(0.3, 5);
        const degreeDays = chance.between(80, 400);
        const endG = (Math.cbrt(startG) + (truth * degreeDays) / 1000) ** 3;
        const [startSdG, endSdG] = [0.03 * startG, 0.03 * endG];
        return {
          startG: chance.normal(startG, startSdG),
          startSdG,
          endG: chance.normal(endG, endSdG),
          endSdG,
          degreeDays,
        };
      });
      const o = ownGrowth({ mean: 0.9, cv: 0.2 }, intervals);
      if (Math.abs(o.tgc - truth) <= 1.959964 * o.sd) held += 1;
    }
    expect(held / runs).toBeGreaterThan(0.94);
    expect(held / runs).toBeLessThan(0.96);
  });

  test('says so where spans contradict each other, or lie far from what is expected', () => {
    const span = (endG: number) => ({ startG: 1, startSdG: 0.01, endG, endSdG: 0.02, degreeDays: 300 });
    const o = run(own, { prior: { mean: 0.9, cv: 0.1 }, intervals: [span(1.6), span(3.2)] });
    expect(o.warnings!.some((w) => w.startsWith('the spans differ'))).toBe(true);
    expect(run(own, { prior: { mean: 0.9, cv: 0.1 }, intervals: [span(4)] }).warnings![0]).toMatch(/^far from/);
  });
});

describe('a forecast of growth', () => {
  const steady = [{ at: start, celsius: 10 }];

  test('at a steady 10 °C: 1000 degree-days are a hundred days', () => {
    const o = run(forecast, { startG: 1, tgc: 1, temperatures: steady, start, targetG: 8 });
    expect(Date.parse(o.at)).toBeCloseTo(Date.parse(after(100)), -3);
    expect(o).toMatchObject({ degreeDays: 1000, days: expect.closeTo(100, 6) });
    expect([o.low, o.high]).toEqual([o.at, o.at]);
  });

  test('warming water is integrated; below nought nothing grows', () => {
    // From 0 to 20 °C over a hundred days: 0.1 t² degree-days; 640 are reached on day 80.
    const o = run(forecast, {
      startG: 1,
      tgc: 1,
      temperatures: [
        { at: start, celsius: 0 },
        { at: after(100), celsius: 20 },
      ],
      start,
      targetG: 1.64 ** 3,
    });
    expect(o.days).toBeCloseTo(80, 2);
    const cold = { startG: 1, tgc: 1, temperatures: [{ at: start, celsius: -1 }], start, targetG: 2 };
    expect(() => run(forecast, cold)).toThrow(/^temperatures: are too cold/);
  });

  test('the coefficient that a wanted day would take is the inverse of the forecast', () => {
    const o = run(forecast, { startG: 1, tgc: 1, temperatures: steady, start, targetG: 8, by: after(80) });
    expect(o.neededTgc).toBeCloseTo(1.25, 6);
    expect(run(forecast, { startG: 1, tgc: o.neededTgc!, temperatures: steady, start, targetG: 8 }).days).toBeCloseTo(
      80,
      5,
    );
  });

  test('its interval holds the day in 94 to 96 % of lots drawn by its doubts', () => {
    const chance = new Chance(99);
    const asked = { startG: 1, startCv: 0.04, tgc: 1, tgcCv: 0.1, temperatures: steady, start, targetG: 8 };
    const o = run(forecast, asked);
    const [low, high] = [Date.parse(o.low), Date.parse(o.high!)];
    const runs = 6000;
    let held = 0;
    for (let k = 0; k < runs; k++) {
      const [w, tgc] = [Math.exp(chance.normal(0, 0.04)), Math.exp(chance.normal(0, 0.1))];
      const at = Date.parse(start) + ((100 * (2 - Math.cbrt(w))) / tgc) * DAY_MS;
      if (low <= at && at <= high) held += 1;
    }
    expect(held / runs).toBeGreaterThan(0.94);
    expect(held / runs).toBeLessThan(0.96);
  });

  test('the mass on the day of the target is the target', () => {
    const w = warmthFrom([{ at: Date.parse(start), celsius: 10 }], Date.parse(start));
    const m = massAt(w, { startG: 1, startCv: 0.04, tgc: 1, tgcCv: 0.1 }, Date.parse(after(100)));
    expect(m.meanG).toBeCloseTo(8, 6);
    expect([m.low < 8, m.high > 8]).toEqual([true, true]);
  });

  test('a target that is passed, and a day before the start, are refused at their field', () => {
    const base = { startG: 2, tgc: 1, temperatures: steady, start };
    expect(() => run(forecast, { ...base, targetG: 2 })).toThrow(/^targetG: must be above/);
    expect(() => run(forecast, { ...base, targetG: 8, by: start })).toThrow(/^by: must lie after/);
  });
});
