import { run } from '../calculation';
import { calculation } from './swimUp';

const of = (beakers: [number, number][], more: object = {}) =>
  run(calculation, { beakers: beakers.map(([successes, trials]) => ({ successes, trials })), ...more });

test('most are up in three beakers that agree: move', () => {
  const o = of([
    [27, 30],
    [28, 31],
    [25, 29],
  ]);
  expect(o.verdict).toBe('move');
  expect(o.agree).toBe(true);
  expect(o.warnings).toBeUndefined();
});

test('few looked at settles nothing, however clear it seems', () => {
  const o = of([[20, 20]]);
  expect(o.verdict).toBe('look at more');
  expect(o.moreNeeded).toBeGreaterThanOrEqual(30);
  expect(o.warnings!.join()).toMatch(/several depths/);
});

test('a third is up: wait; near the mark after many, leave it for today', () => {
  expect(of([[30, 90]]).verdict).toBe('wait');
  expect(
    of([
      [105, 150],
      [106, 151],
    ]).verdict,
  ).toBe('leave it for today');
});

test('beakers that differ more than chance are named', () => {
  const o = of([
    [38, 40],
    [12, 40],
  ]);
  expect(o.agree).toBe(false);
  expect(o.warnings!.join()).toMatch(/differ/);
});

test('a series of days gives the day at which the mark is reached, on a logistic line', () => {
  const day = (n: number) => new Date(Date.parse('2031-04-10T08:00:00Z') + n * 86_400_000).toISOString();
  // Log odds −1, 0: the next step of one a day reaches ln(0.7/0.3) = 0.847 after 1.85 days.
  const share = (odds: number) => Math.round(1000 / (1 + Math.exp(-odds)));
  const o = run(calculation, {
    beakers: [{ successes: share(0), trials: 1000 }],
    at: day(1),
    series: [{ at: day(0), successes: share(-1), trials: 1000 }],
    most: 5000,
  });
  expect((Date.parse(o.forecast!) - Date.parse(day(0))) / 86_400_000).toBeCloseTo(1.85, 1);
  expect(of([[30, 90]]).forecast).toBeNull();
});

test('more up than looked at is refused at its field', () => {
  expect(() => of([[5, 4]])).toThrow(/successes/);
});
