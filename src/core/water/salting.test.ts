import { CalculationError, run } from '../calculation';
import { clouding, salting } from './salting';

test('two and a half parts per thousand over a fifth of one, in nine hundred litres, with the inflow', () => {
  const o = run(salting, { volumeL: 900, wanted: 2.5, now: 0.2, flowLPerMin: 3 });
  expect(o.saltG).toBeCloseTo(2070, 9);
  expect(o.saltGPerHour).toBeCloseTo(450, 9);
  expect([o.ppt, o.ppm, o.warnings]).toEqual([2.5, 2500, undefined]);
});

test('parts per million are milligrams: the same water, and a thousandth of it is called next to nothing', () => {
  expect(run(salting, { volumeL: 900, wanted: 2500, now: 200, unit: 'ppm' }).saltG).toBeCloseTo(2070, 9);
  expect(run(salting, { volumeL: 900, wanted: 2.5, unit: 'ppm' }).warnings![0]).toMatch(/parts per thousand meant/);
  expect(() => run(salting, { volumeL: 900, wanted: 2500 })).toThrow(CalculationError);
  expect(() => run(salting, { volumeL: 900, wanted: 2, now: 3 })).toThrow(/salt does not leave/);
  expect(run(salting, { volumeL: 900, wanted: 8 }).warnings![0]).toMatch(/get used to it/);
});

test('clay by a bucket: half a gram in ten litres made 25, so 36 more in nine hundred litres take 65 g', () => {
  const o = run(clouding, {
    volumeL: 900,
    wantedNtu: 40,
    nowNtu: 4,
    trialG: 0.5,
    trialL: 10,
    trialNtu: 26,
    trialBeforeNtu: 1,
    flowLPerMin: 2,
  });
  expect(o.ntuPerGPerL).toBeCloseTo(500, 9);
  expect(o.clayG).toBeCloseTo(64.8, 9);
  expect(o.clayGPerHour).toBeCloseTo((40 / 500) * 120, 9);
  expect(run(clouding, { volumeL: 1, wantedNtu: 90, trialG: 1, trialL: 10, trialNtu: 26 }).warnings![0]).toMatch(
    /far cloudier/,
  );
  expect(() =>
    run(clouding, { volumeL: 1, wantedNtu: 9, trialG: 1, trialL: 10, trialNtu: 2, trialBeforeNtu: 3 }),
  ).toThrow(/cloudier than the bucket/);
});
