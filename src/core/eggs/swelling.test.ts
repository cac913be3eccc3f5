import { run } from '../calculation';
import { swelling, swellingSays } from './swelling';

const batches = [
  { dryG: 100, hardenedMl: 180, eggs: 8000 },
  { dryG: 200, hardenedMl: 400, eggs: 17000 },
  { dryG: 150, hardenedMl: 285 },
];
const own = run(swelling, { batches });

test('a dry gram in millilitres, with where the next batch will lie', () => {
  expect(own.mlPerDryG).toBeCloseTo((1.8 + 2 + 1.9) / 3, 12);
  expect(own.sd).toBeCloseTo(0.1, 12);
  // t with 2 degrees of freedom at 0.975 is 4.3027.
  expect(own.nextHigh! - own.mlPerDryG).toBeCloseTo(4.302653 * 0.1 * Math.sqrt(4 / 3), 5);
  expect(own.eggsPerDryG).toBeCloseTo((80 + 85) / 2, 12);
  expect(own.eggsPerHardenedL).toBeCloseTo((8000 / 0.18 + 17000 / 0.4) / 2, 6);
});

test('of one batch the next cannot be told, and it says so', () => {
  const one = run(swelling, { batches: [batches[2]!] });
  expect(one).toMatchObject({ sd: null, nextLow: null, eggsPerDryG: null });
  expect(one.warnings).toHaveLength(1);
  expect(swellingSays('hardened', 100, 500, one)).toBeNull();
});

test('what cannot be so is pointed out: not hardened yet, water in the measure, hardened already', () => {
  expect(swellingSays('hardened', 100, 190, own)).toBeNull();
  expect(swellingSays('hardened', 100, 105, own)).toContain('Has hardening ended?');
  expect(swellingSays('hardened', 100, 260, own)).toContain('water in the measure');
  expect(swellingSays('dry', 100, 102, own)).toBeNull();
  expect(swellingSays('dry', 100, 190, own)).toContain('hardened already');
  expect(swellingSays('dry', 100, 190, null)).toBeNull();
});
