import { run } from '../calculation';
import { Chance } from '../chance';
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

test('beakers that contradict each other move nothing, whatever their sum says', () => {
  const o = of([
    [100, 100],
    [100, 100],
    [40, 100],
  ]);
  expect(o.agree).toBe(false);
  expect(o.verdict).not.toBe('move');
});

test('larvae of a beaker are alike: at the mark a move is called wrongly in no more than one of twenty', () => {
  const chance = new Chance(11);
  // A beaker's own share about the mark: a Beta with the wanted correlation, by Gamma draws.
  const gamma = (shape: number) => {
    const whole = Math.floor(shape);
    let g = 0;
    for (let k = 0; k < whole; k++) g -= Math.log(1 - chance.between(0, 1));
    return g + (chance.between(0, 1) < shape - whole ? -Math.log(1 - chance.between(0, 1)) : 0);
  };
  for (const correlation of [0.05, 0.1]) {
    const scale = (1 - correlation) / correlation;
    let moved = 0;
    const runs = 600;
    for (let n = 0; n < runs; n++) {
      const beakers = Array.from({ length: 5 }, (): [number, number] => {
        const [a, b] = [gamma(0.7 * scale), gamma(0.3 * scale)];
        const p = a / (a + b);
        let up = 0;
        for (let k = 0; k < 40; k++) if (chance.between(0, 1) < p) up += 1;
        return [up, 40];
      });
      if (of(beakers, { threshold: 0.7 }).verdict === 'move') moved += 1;
    }
    expect(moved / runs).toBeLessThan(0.075);
  }
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
  expect(() => of([[5, 9]], { series: [{ at: '2031-04-10T08:00:00Z', successes: 9, trials: 8 }] })).toThrow(
    /^series\[0\]\.successes: /,
  );
});
