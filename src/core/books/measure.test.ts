import { numberFrom, workingOf } from './measure';
import { type MeasurementInput, measurement } from './measurement';

const from = (m: MeasurementInput, usual?: number) => numberFrom(measurement.parse(m), usual);
const volume = (counts: number[], totalVolumeMl: number): MeasurementInput => ({
  method: 'volume',
  samples: counts.map((count) => ({ volumeMl: 10, count })),
  totalVolumeMl,
});

test('a row in the trough: 60 eggs on 300 mm are 5 mm each, in simple hexagonal layers 9 238 a litre', () => {
  const n = from({ method: 'trough', troughLengthMm: 300, counts: [60, 60, 60], totalVolumeMl: 2000 });
  const perLitre = (Math.PI / (3 * Math.sqrt(3)) / ((Math.PI * 125) / 6)) * 1e6;
  expect(n.number).toBe(Math.round(2 * perLitre));
  // Rows that agree leave the half egg that each is counted to.
  expect(n.sd).toBeGreaterThan(0);
  // Rows that agree to the egg still leave open how closely eggs lie: 0.023 of 0.6046.
  expect(n.sd / n.number).toBeGreaterThan(0.023 / 0.6046 - 1e-9);
  expect(n.sd / n.number).toBeLessThan(0.043);
  const calibrated = from({
    method: 'trough',
    troughLengthMm: 300,
    counts: [60, 60, 60],
    packing: 0.6,
    packingSd: 0.006,
    totalVolumeMl: 2000,
  });
  expect(calibrated.sd / calibrated.number).toBeLessThan(0.021);
  const own = from({ method: 'trough', troughLengthMm: 300, counts: [60, 60, 60], packing: 0.55, totalVolumeMl: 2000 });
  expect(own.number / n.number).toBeCloseTo(0.55 / 0.6046, 3);
});

test('water displaced is volume by ratio', () => {
  const n = from({
    method: 'displaced',
    samples: [
      { displacedMl: 10, count: 200 },
      { displacedMl: 10, count: 210 },
      { displacedMl: 10, count: 190 },
    ],
    displacedMl: 500,
  });
  expect(n.number).toBe(10_000);
  expect(n.how).toBe('volume');
});

test('two ways on one batch weigh by their doubts; where they disagree the doubt grows', () => {
  const a = volume([200, 204, 196, 201, 199], 1000);
  const b: MeasurementInput = {
    method: 'weight',
    batches: [
      { massG: 5, count: 100 },
      { massG: 5, count: 102 },
      { massG: 5, count: 98 },
      { massG: 5, count: 101 },
      { massG: 5, count: 99 },
    ],
    totalMassG: 1005,
  };
  const [x, y, both] = [from(a), from(b), from({ method: 'combined', parts: [a, b] as never })];
  const w = [x.sd ** -2, y.sd ** -2];
  expect(both.number).toBe(Math.round((x.number * w[0]! + y.number * w[1]!) / (w[0]! + w[1]!)));
  expect(both.sd).toBeLessThan(Math.min(x.sd, y.sd));
  const far = from({ method: 'combined', parts: [a, { ...b, totalMassG: 1500 }] as never });
  expect(far.sd).toBeGreaterThan(Math.max(x.sd, y.sd));
});

test('a batch that was counted egg by egg stands, whatever another way says', () => {
  const both = from({
    method: 'combined',
    parts: [volume([200, 204, 196], 1000), { method: 'counted', number: 19_850 }] as never,
  });
  expect(both).toMatchObject({ number: 19_850, sd: 0, how: 'counted' });
});

test.each<[string, MeasurementInput, string | undefined]>([
  ['volume', volume([200, 204], 1000), 'eggs.volumetric'],
  ['trough', { method: 'trough', troughLengthMm: 300, counts: [60], totalVolumeMl: 2000 }, 'eggs.trough'],
  [
    'displaced',
    { method: 'displaced', samples: [{ displacedMl: 9, count: 80 }], displacedMl: 200 },
    'eggs.displacement',
  ],
  [
    'combined',
    { method: 'combined', parts: [volume([200, 204], 1000), volume([99, 101], 2000)] as never },
    'eggs.combine',
  ],
  ['counted', { method: 'counted', number: 3 }, undefined],
])('%s has its working in the registry', (_, m, id) => {
  expect(workingOf(measurement.parse(m))?.id).toBe(id);
});

test('one way alone is no combination', () => {
  expect(measurement.safeParse({ method: 'combined', parts: [volume([200], 1000)] }).success).toBe(false);
});
