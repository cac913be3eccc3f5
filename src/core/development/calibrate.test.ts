import { run } from '../calculation';
import { Chance } from '../chance';
import { calculation, calibrateFor, halfFrom, type Seen } from './calibrate';

const RUNS = 4000;

/** Dates of `lots` lots of a hatchery whose true log factor is `truth`, each lot with its own effect. */
function dates(random: Chance, truth: number, lots: number, lotCv: number, sd: number) {
  return Array.from({ length: lots }, (_, k) => {
    const lot = truth + lotCv * random.normal();
    const days = 40 + 80 * random.next();
    return { predictedDays: days, observedDays: days * Math.exp(lot + sd * random.normal()), sd, lot: String(k) };
  });
}

test('one date from a vague prior is taken at its word; none leaves the prior', () => {
  const one = run(calculation, {
    prior: { cv: 10 },
    observations: [{ predictedDays: 50, observedDays: 55, sd: 0.01 }],
  });
  expect(one.factor).toBeCloseTo(1.1, 4);
  expect(one.n).toBe(1);
  const none = run(calculation, { prior: { cv: 0.1 }, observations: [] });
  expect(none.factor).toBe(1);
  expect(none.high).toBeCloseTo(Math.exp(0.196), 4);
  expect(none.moved).toBe(false);
});

test('prior and date of one weight meet half way on the log scale', () => {
  const o = run(calculation, {
    prior: { cv: 0.05 },
    observations: [{ predictedDays: 100, observedDays: 110, sd: 0.05 }],
  });
  expect(o.factor).toBeCloseTo(Math.sqrt(1.1), 6);
});

test('four trays of one lot weigh less than four lots', () => {
  const observed = [110, 111, 109, 110];
  const width = (lots: string[]) => {
    const o = run(calculation, {
      prior: { cv: 0.1, lotCv: 0.04 },
      observations: observed.map((observedDays, k) => ({ predictedDays: 100, observedDays, sd: 0.02, lot: lots[k]! })),
    });
    return o.high - o.low;
  };
  expect(width(['a', 'a', 'a', 'a'])).toBeGreaterThan(1.6 * width(['a', 'b', 'c', 'd']));
});

test('the interval of the factor, and that of the next lot’s date, hold in 94 to 96 % of 4 000 runs', () => {
  const random = new Chance(20310414);
  let factor = 0;
  let next = 0;
  for (let r = 0; r < RUNS; r++) {
    const truth = 0.06 * random.normal();
    const lots = 1 + Math.floor(8 * random.next());
    const seen = dates(random, truth, lots, 0.03, 0.025);
    const o = run(calculation, { prior: { cv: 0.06, lotCv: 0.03 }, observations: seen });
    if (Math.log(o.low) <= truth && truth <= Math.log(o.high)) factor += 1;
    const coming = truth + 0.03 * random.normal() + 0.025 * random.normal();
    if (Math.log(o.nextLow) <= coming && coming <= Math.log(o.nextHigh)) next += 1;
  }
  for (const share of [factor / RUNS, next / RUNS]) {
    expect(share).toBeGreaterThan(0.94);
    expect(share).toBeLessThan(0.96);
  }
});

test('a factor well outside the prior is found within some twenty lots, and it says that it moved', () => {
  const random = new Chance(7);
  const truth = Math.log(1.3);
  const seen = dates(random, truth, 20, 0.03, 0.025);
  const o = run(calculation, { prior: { cv: 0.06, lotCv: 0.03 }, observations: seen });
  expect(Math.abs(o.factor / 1.3 - 1)).toBeLessThan(0.03);
  expect(o.moved).toBe(true);
  expect(o.warnings![0]).toMatch(/moved/);
  const within = run(calculation, {
    prior: { cv: 0.06, lotCv: 0.03 },
    observations: dates(random, 0.03, 20, 0.03, 0.025),
  });
  expect(within.moved).toBe(false);
});

describe('with strains, waters and stages', () => {
  const LOT = 0.03;
  const CV = 0.06;
  const seen = (logRatio: number, strain: string, water: string, lot: string, clock = 'hatched'): Seen => ({
    logRatio,
    sd: 0.02,
    clock,
    cv: CV,
    strain,
    water,
    lot,
  });
  const target = { clock: 'hatched', cv: CV, strain: 's', water: 'w' };

  test('of one strain, water and stage it is the closed form', () => {
    const list = [seen(0.05, 's', 'w', '1'), seen(0.06, 's', 'w', '1'), seen(-0.01, 's', 'w', '2')];
    const by = calibrateFor(LOT, list, target);
    const plain = run(calculation, {
      prior: { cv: CV, lotCv: LOT },
      observations: list.map((s) => ({
        predictedDays: 100,
        observedDays: 100 * Math.exp(s.logRatio),
        sd: s.sd,
        lot: s.lot,
      })),
    });
    expect(Math.exp(by.mean)).toBeCloseTo(plain.factor, 8);
    expect(Math.exp(by.mean - 1.959964 * by.sd)).toBeCloseTo(plain.low, 6);
  });

  test('the nearer the date, the more it tells: same water and stage, then another stage, then another water too', () => {
    const of = (s: Seen) => calibrateFor(LOT, [s], target);
    const list = [
      of(seen(0.1, 's', 'w', '1')),
      of(seen(0.1, 's', 'w', '1', 'eyed')),
      of(seen(0.1, 's', 'v', '1', 'eyed')),
      of(seen(0.1, 'r', 'v', '1', 'eyed')),
    ];
    for (let k = 1; k < list.length; k++) {
      expect(list[k]!.mean).toBeLessThan(list[k - 1]!.mean);
      expect(list[k]!.sd).toBeGreaterThan(list[k - 1]!.sd);
    }
    expect(list.at(-1)!.mean).toBeGreaterThan(0);
  });

  test('a lot that eyed early is expected to hatch early, beyond its hatchery', () => {
    const list = [seen(-0.08, 's', 'w', 'early', 'eyed'), seen(0, 's', 'w', 'b'), seen(0.01, 's', 'w', 'c')];
    const lot = calibrateFor(LOT, list, { ...target, lot: 'early' });
    const usual = calibrateFor(LOT, list, target);
    expect(lot.mean).toBeLessThan(usual.mean);
  });

  test('the posterior holds its 95 % over draws from the prior, with several strains and waters', () => {
    const random = new Chance(99);
    let held = 0;
    const runs = 4000;
    const part = (share: number) => CV * Math.sqrt(share) * random.normal();
    for (let r = 0; r < runs; r++) {
      const f = part(0.4);
      const strains = [0, 0, 0].map(() => part(0.2));
      const waters = [0, 0].map(() => part(0.2));
      const clocks = [0, 0].map(() => part(0.2));
      const list = Array.from({ length: 6 }, (_, k) => {
        const s = random.whole(0, 2);
        const w = random.whole(0, 1);
        const c = random.whole(0, 1);
        const value = f + strains[s]! + waters[w]! + clocks[c]! + LOT * random.normal() + 0.02 * random.normal();
        return seen(value, `s${s}`, `w${w}`, String(k), `c${c}`);
      });
      const c = calibrateFor(LOT, list, { clock: 'c0', cv: CV, strain: 's0', water: 'w0' });
      if (Math.abs(f + strains[0]! + waters[0]! + clocks[0]! - c.mean) < 1.959964 * c.sd) held += 1;
    }
    expect(held / runs).toBeGreaterThan(0.94);
    expect(held / runs).toBeLessThan(0.96);
  });
});

describe('the half from one look', () => {
  test('half seen is the day itself; 84 % seen is one spread late', () => {
    expect(halfFrom(100, { successes: 500, trials: 1000 }, 0.03, 1).days).toBeCloseTo(100, 1);
    expect(halfFrom(100, { successes: 841, trials: 1000 }, 0.03, 1).days).toBeCloseTo(100 * Math.exp(-0.03), 1);
  });

  test('all seen says little of when: the scatter is the spread of the lot at least', () => {
    const all = halfFrom(100, { successes: 50, trials: 50 }, 0.03, 1);
    const half = halfFrom(100, { successes: 25, trials: 50 }, 0.03, 1);
    expect(all.sd).toBeGreaterThan(0.03);
    expect(half.sd).toBeLessThan(0.006);
    expect(halfFrom(100, null, 0.03, 1)).toEqual({ days: 100, sd: 1 / Math.sqrt(12) / 100 });
  });
});
