import { run } from '../calculation';
import { Chance } from '../chance';
import { affected, calculation as sampleSize } from './sampleSize';
import { calculation as vaccine } from './vaccine';
import { calculation as withdrawal } from './withdrawal';

const n = (population: number, prevalence: number, more: object = {}) =>
  run(sampleSize, { population, prevalence, ...more }).sampleSize;

describe('how many to sample', () => {
  /** The smallest sample that holds one of `d` affected among so many with this probability, without putting back. */
  const exact = (population: number, d: number, confidence: number): number => {
    let none = 1;
    for (let n = 0; ; n++) {
      if (1 - none >= confidence - 1e-12) return n;
      none *= (population - d - n) / (population - n);
    }
  };

  test('by hand; and within one of what the hypergeometric distribution asks for, exactly', () => {
    // D = 50: (1 − 0.05^(1/50)) (1000 − 24.5) = 56.73.
    expect(n(1000, 0.05)).toBe(57);
    for (const population of [40, 100, 500, 2000, 20_000])
      for (const prevalence of [0.02, 0.05, 0.1, 0.3])
        for (const confidence of [0.9, 0.95, 0.99]) {
          const off =
            n(population, prevalence, { confidence }) - exact(population, affected(population, prevalence), confidence);
          expect([population, prevalence, confidence, Math.abs(off) <= 1]).toEqual([
            population,
            prevalence,
            confidence,
            true,
          ]);
        }
  });

  test('never more than there are; of one affected nearly all; a share that comes out whole adds none', () => {
    expect(n(10, 0.05)).toBe(10);
    expect(affected(30, 0.1)).toBe(3);
    expect(affected(31, 0.1)).toBe(4);
    expect(run(sampleSize, { population: 10, prevalence: 0.05 }).warnings).toEqual([
      'at that prevalence less than one would be affected: reckoned with one',
    ]);
    // 56.73 / 0.5, then rounded.
    expect(n(1000, 0.05, { sensitivity: 0.5 })).toBe(114);
    expect(run(sampleSize, { population: 20, prevalence: 0.05, sensitivity: 0.5 }).warnings).toHaveLength(1);
    expect(n(1, 1)).toBe(1);
  });

  test('finds it as often as it says: drawn without putting back, 94 to 97 of 100', () => {
    const chance = new Chance(9);
    for (const [population, prevalence] of [
      [300, 0.05],
      [2000, 0.02],
    ] as const) {
      const size = n(population, prevalence);
      const d = affected(population, prevalence);
      let found = 0;
      for (let k = 0; k < 4000; k++) {
        let left = d;
        let hit = false;
        for (let i = 0; i < size && !hit; i++) {
          if (chance.next() < left / (population - i)) hit = true;
          if (hit) left -= 1;
        }
        if (hit) found += 1;
      }
      expect(found / 4000).toBeGreaterThan(0.94);
      expect(found / 4000).toBeLessThan(0.97);
    }
  });

  test('what cannot be is refused at its field', () => {
    for (const [more, path] of [
      [{ prevalence: 0 }, 'prevalence'],
      [{ prevalence: 5 }, 'prevalence'],
      [{ population: 0 }, 'population'],
      [{ population: 10.5 }, 'population'],
      [{ confidence: 1 }, 'confidence'],
      [{ sensitivity: 0 }, 'sensitivity'],
    ] as const)
      expect(() => run(sampleSize, { population: 100, prevalence: 0.05, ...more })).toThrow(new RegExp(path));
    expect(() => run(sampleSize, { population: 100, prevalance: 0.05 })).toThrow(/prevalance.*prevalence/);
  });
});

describe('withdrawal', () => {
  const from = '2031-04-14T08:00:00Z';
  const at = (days: number, celsius: number) => ({
    at: new Date(Date.parse(from) + days * 86_400_000).toISOString(),
    celsius,
  });

  test('days as they are; degree-days in even water, in warming water, in water that freezes meanwhile', () => {
    expect(run(withdrawal, { days: 30, from }).until).toBe('2031-05-14T08:00:00.000Z');
    expect(run(withdrawal, { degreeDays: 500, from, temperatures: [at(0, 10)] })).toMatchObject({ days: 50 });
    // From 8 to 12 in 30 days: 300 °C·d by then, the rest at 12.
    const warming = run(withdrawal, { degreeDays: 420, from, temperatures: [at(0, 8), at(30, 12)] });
    expect(warming.days).toBeCloseTo(40, 6);
    expect(warming.warnings).toHaveLength(1);
    // Below nothing counts: ten days of ice add none.
    const ice = [at(0, 10), at(10, 10), at(10.001, -1), at(20, -1), at(20.001, 10), at(60, 10)];
    expect(run(withdrawal, { degreeDays: 200, from, temperatures: ice }).days).toBeCloseTo(30, 1);
  });

  test('neither, both, no temperatures, never warm enough: said at the field', () => {
    expect(() => run(withdrawal, { from })).toThrow(/degreeDays/);
    expect(() => run(withdrawal, { from, days: 3, degreeDays: 30 })).toThrow(/degreeDays/);
    expect(() => run(withdrawal, { from, degreeDays: 30 })).toThrow(/temperatures/);
    expect(() => run(withdrawal, { from, degreeDays: 30, temperatures: [at(0, 0)] })).toThrow(/temperatures/);
    expect(() => run(withdrawal, { from: '14.4.2031', days: 3 })).toThrow(/from/);
  });
});

test('vaccine: volume with its waste, whole bottles, hours of all hands, needles of each hand', () => {
  const o = run(vaccine, {
    number: 24_000,
    doseMl: 0.1,
    wasteShare: 0.04,
    bottleMl: 500,
    perHandHour: 1000,
    hands: 4,
    needleAfter: 1000,
  });
  expect(o).toMatchObject({ doses: 24_000, volumeMl: 2500, bottles: 5, hours: 6, needles: 24 });
  expect(o.warnings).toBeUndefined();
  expect(
    run(vaccine, { number: 24_000, doseMl: 0.1, perHandHour: 1000, hands: 2, wasteShare: 0 }).warnings,
  ).toHaveLength(1);
});
