import { run } from '../calculation';
import { Chance } from '../chance';
import { calculation as brineShrimp } from './brineShrimp';
import { calculation as count } from './count';
import { calculation as density, densityAfter } from './density';
import { calculation as rotifer } from './rotifer';

const day = (k: number) => new Date(Date.UTC(2031, 3, 10 + k)).toISOString();

describe('cysts', () => {
  test('for a million nauplii, and the cones that they need', () => {
    const o = run(brineShrimp, {
      nauplii: 1_000_000,
      naupliiPerGram: 250_000,
      hatchShare: 0.8,
      separationShare: 0.9,
      coneL: 2,
      gramsPerL: 2,
    });
    expect(o.cystsG).toBeCloseTo(5.5556, 4);
    expect(o.cones).toBe(2);
    expect(run(brineShrimp, { nauplii: 1_000_000, naupliiPerGram: 250_000, hatchShare: 1, coneL: 1 }).cones).toBe(2);
    expect(run(brineShrimp, { nauplii: 1_000_000, naupliiPerGram: 250_000, hatchShare: 1 })).toEqual({ cystsG: 4 });
  });

  test('a share above all, none, or too many grams a litre: refused, or said', () => {
    const base = { nauplii: 1e6, naupliiPerGram: 250_000, hatchShare: 0.8 };
    expect(() => run(brineShrimp, { ...base, hatchShare: 80 })).toThrow(/^hatchShare: is a share/);
    expect(() => run(brineShrimp, { ...base, hatchShare: 0 })).toThrow(/^hatchShare: must be above 0/);
    expect(run(brineShrimp, { ...base, gramsPerL: 3 }).warnings![0]).toMatch(/strong air/);
    expect(run(brineShrimp, { ...base, gramsPerL: 8 }).warnings![0]).toMatch(/hatch badly/);
  });
});

describe('prey in a tank', () => {
  test('what is added fills up what is left; nothing where more is left than wanted', () => {
    expect(run(density, { volumeL: 400, targetPerMl: 5, residualPerMl: 1 })).toEqual({ toAdd: 1_600_000 });
    const over = run(density, { volumeL: 400, targetPerMl: 5, residualPerMl: 7 });
    expect(over.toAdd).toBe(0);
    expect(over.warnings![0]).toMatch(/more is left/);
  });

  test('eaten and washed out: as the balance says, and as small steps come to', () => {
    // 400 L, 16 000 larvae at 180 a day: 0.3 per mL an hour; 1.5 L/min: 0.225 an hour.
    const o = run(density, {
      volumeL: 400,
      targetPerMl: 5,
      larvae: 16_000,
      eatenPerLarvaPerDay: 180,
      flowLPerMin: 1.5,
      hours: 4,
    });
    const [g, k] = [0.3, 0.225];
    expect(o.after).toBeCloseTo((5 + g / k) * Math.exp(-k * 4) - g / k, 9);
    let n = 5;
    const steps = 40_000;
    for (let i = 0; i < steps; i++) n = Math.max(0, n - ((g + k * n) * 4) / steps);
    expect(o.after).toBeCloseTo(n, 3);
    expect(o.warnings![0]).toMatch(/close it for some minutes/);
    expect(densityAfter(5, 0.3, 0, 4)).toBeCloseTo(3.8, 12);
    expect(densityAfter(1, 0.3, 0.2, 40)).toBe(0);
  });

  test('larvae without what one eats, or the other way round, is asked for', () => {
    expect(() => run(density, { volumeL: 400, targetPerMl: 5, larvae: 10 })).toThrow(/^eatenPerLarvaPerDay: is needed/);
    expect(() => run(density, { volumeL: 400, targetPerMl: 5, eatenPerLarvaPerDay: 10 })).toThrow(/^larvae: /);
  });
});

describe('a rotifer culture', () => {
  test('growth by the slope of the logs, and the share that it makes good again', () => {
    const counts = [0, 1, 2, 3].map((k) => ({ at: day(k), perMl: 100 * Math.exp(0.4 * k) }));
    const o = run(rotifer, { counts, everyDays: 2 });
    expect(o.ratePerDay).toBeCloseTo(0.4, 12);
    expect(o.harvestShare).toBeCloseTo(1 - Math.exp(-0.8), 12);
    expect([o.low, o.high].map((v) => v!.toFixed(6))).toEqual(['0.400000', '0.400000']);
  });

  test('that shrinks gives nothing; two counts tell no interval; one instant no growth', () => {
    const two = run(rotifer, {
      counts: [
        { at: day(0), perMl: 300 },
        { at: day(1), perMl: 200 },
      ],
    });
    expect(two).toMatchObject({ low: null, high: null, harvestShare: 0 });
    expect(two.ratePerDay).toBeCloseTo(Math.log(2 / 3), 12);
    expect(() =>
      run(rotifer, {
        counts: [
          { at: day(0), perMl: 300 },
          { at: day(0), perMl: 200 },
        ],
      }),
    ).toThrow(/^counts: need two instants/);
    expect(() => run(rotifer, { counts: [{ at: day(0), perMl: 300 }] })).toThrow(/^counts: needs two/);
    expect(() =>
      run(rotifer, {
        counts: [
          { at: day(0), perMl: 300 },
          { at: day(1), perMl: 0 },
        ],
      }),
    ).toThrow(/perMl/);
  });

  test('its interval holds the true growth in 94 to 96 % of noisy series', () => {
    const chance = new Chance(815);
    const runs = 6000;
    let held = 0;
    for (let k = 0; k < runs; k++) {
      const truth = chance.between(-0.2, 0.9);
      const counts = Array.from({ length: chance.whole(3, 9) }, (_, d) => ({
        at: day(d),
        perMl: 200 * Math.exp(truth * d + chance.normal(0, 0.15)),
      }));
      const o = run(rotifer, { counts });
      if (o.low! <= truth && truth <= o.high!) held += 1;
    }
    expect(held / runs).toBeGreaterThan(0.94);
    expect(held / runs).toBeLessThan(0.96);
  });
});

describe('a harvest by subsamples', () => {
  test('the ratio of all samples, over the whole; none seen still has an upper end', () => {
    const o = run(count, {
      samples: [
        { volumeMl: 0.5, count: 100 },
        { volumeMl: 1, count: 230 },
        { volumeMl: 0.5, count: 110 },
      ],
      totalVolumeL: 10,
    });
    expect(o).toMatchObject({ perMl: 220, number: 2_200_000 });
    expect([o.low < o.number, o.high > o.number]).toEqual([true, true]);
    const none = run(count, { samples: [{ volumeMl: 1, count: 0 }], totalVolumeL: 10 });
    expect([none.number, none.high > 10_000]).toEqual([0, true]);
  });

  test('its interval holds the number in 94 to 96 % of clumped harvests', () => {
    const chance = new Chance(33);
    const runs = 4000;
    let held = 0;
    for (let k = 0; k < runs; k++) {
      const perMl = chance.between(80, 400);
      const samples = Array.from({ length: chance.whole(4, 8) }, () => ({
        volumeMl: 1,
        count: chance.count(chance.gamma(40, perMl), 1),
      }));
      const o = run(count, { samples, totalVolumeL: 10 });
      if (o.low <= perMl * 10_000 && perMl * 10_000 <= o.high) held += 1;
    }
    expect(held / runs).toBeGreaterThan(0.94);
    expect(held / runs).toBeLessThan(0.96);
  });
});
