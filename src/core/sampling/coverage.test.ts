import { run } from '../calculation';
import { Chance } from '../chance';
import { gravimetric } from '../eggs/gravimetric';
import { trough } from '../eggs/trough';
import { calculation as volumetric } from '../eggs/volumetric';
import { calculation as yolkIndex } from '../incubation/yolkIndex';
import { byBuckets, calculation as byWeight } from './countByWeight';
import { calculation as meanWeight } from './meanWeight';

const width = (o: { low?: number; high?: number }) => o.high! - o.low!;

test('the confidence asked for holds for the error of the total too, in all five counts', () => {
  // Samples so alike that the total is the whole error: its interval grows by z(0.99) / z(0.95).
  const samples = (key: string) => [1000, 1000.001, 999.999].map((x) => ({ [key]: x, count: 1_000_000 }));
  const batches = [1000, 1000.001, 999.999].map((massG) => ({ massG, count: 1_000_000 }));
  const rows = { troughLengthMm: 250, counts: [60, 60, 60], totalVolumeMl: 1000, totalVolumeSdMl: 300 };
  const ratio = (low: { low?: number; high?: number }, high: { low?: number; high?: number }) =>
    width(high) / width(low);
  const of = (confidence: number) => [
    run(byWeight, { batches, totalMassG: 1000, totalMassSdG: 100, confidence }),
    run(byBuckets, { batches, bucketsG: [500, 500], bucketSdG: 70, confidence }),
    run(volumetric, { samples: samples('volumeMl'), totalVolumeMl: 1000, totalVolumeSdMl: 100, confidence }),
    run(gravimetric, { samples: samples('massG'), totalMassG: 1000, totalMassSdG: 100, confidence }),
    run(trough, { ...rows, confidence }),
  ];
  const [usual, wide] = [of(0.95), of(0.99)];
  usual.forEach((u, i) => {
    expect(ratio(u, wide[i]!)).toBeGreaterThan(1.29);
  });
});

test('samples that agree to the last egg, or show none, are not sure', () => {
  const count = (counts: number[]) =>
    run(volumetric, { samples: counts.map((c) => ({ volumeMl: 10, count: c })), totalVolumeMl: 3000 });
  const alike = count([205, 205, 205]);
  expect(alike.relativeError).toBeCloseTo(1.959964 / Math.sqrt(615), 6);
  expect(alike.warnings?.join()).toMatch(/counting error alone/);
  const none = count([0, 0, 0]);
  // Poisson: e^(−x) = 0.025 in 30 mL.
  expect(none).toMatchObject({ eggs: 0, low: 0 });
  expect(none.high).toBeCloseTo((-Math.log(0.025) / 30) * 3000, 6);
  expect(none.warnings?.join()).toMatch(/no egg was counted/);
});

test('a mean weighed until it is settled is held by its interval in 94 to 98 of 100 cases', () => {
  const chance = new Chance(7);
  for (const cv of [0.05, 0.08, 0.12]) {
    let held = 0;
    const runs = 1500;
    for (let n = 0; n < runs; n++) {
      const batches: { massG: number; count: number }[] = [];
      for (;;) {
        batches.push({ massG: 40 * chance.normal(1, cv), count: 40 });
        if (batches.length < 5) continue;
        const o = run(meanWeight, { batches });
        if (!o.settled && batches.length < 80) continue;
        if (Math.abs(1 - o.meanG) <= o.halfWidthShareLooking * o.meanG) held += 1;
        break;
      }
    }
    expect(held / runs).toBeGreaterThan(0.93);
    expect(held / runs).toBeLessThan(0.985);
  }
});

test('two larvae give a yolk index by Student’s t, and one no readiness', () => {
  const chance = new Chance(3);
  let held = 0;
  const runs = 4000;
  for (let n = 0; n < runs; n++) {
    // K_D = 10 · m^(1/3) / L is 2 on the mean where the lengths give it so.
    const larvae = [1, 2].map(() => ({ massMg: 64, lengthMm: 40 / chance.normal(2, 0.05) }));
    const o = run(yolkIndex, { larvae });
    if (o.low! <= 2 && 2 <= o.high!) held += 1;
  }
  expect(held / runs).toBeGreaterThan(0.94);
  expect(held / runs).toBeLessThan(0.96);
  expect(run(yolkIndex, { larvae: [{ massMg: 64, lengthMm: 30 }], readyBelow: 5 }).ready).toBeNull();
});
