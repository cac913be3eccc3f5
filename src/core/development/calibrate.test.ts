import { run } from '../calculation';
import { Chance } from '../chance';
import { calculation, calibrateFor, type Seen } from './calibrate';

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

describe('with strains and waters', () => {
  const spread = { cv: 0.05, strainCv: 0.03, waterCv: 0.04, lotCv: 0.03 };
  const seen = (logRatio: number, strain: string, water: string, lot: string): Seen => ({
    logRatio,
    sd: 0.02,
    strain,
    water,
    lot,
  });

  test('without strains and waters it is the closed form', () => {
    const list = [seen(0.05, 's', 'w', '1'), seen(0.06, 's', 'w', '1'), seen(-0.01, 's', 'w', '2')];
    const by = calibrateFor({ ...spread, strainCv: 0, waterCv: 0 }, list, { strain: 's', water: 'w' });
    const plain = run(calculation, {
      prior: { cv: 0.05, lotCv: 0.03 },
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

  test('dates of this water move its factor more than dates of another', () => {
    const here = calibrateFor(spread, [seen(0.1, 's', 'w', '1')], { strain: 's', water: 'w' });
    const there = calibrateFor(spread, [seen(0.1, 's', 'v', '1')], { strain: 's', water: 'w' });
    expect(here.mean).toBeGreaterThan(there.mean);
    expect(there.mean).toBeGreaterThan(0);
    expect(here.sd).toBeLessThan(there.sd);
  });

  test('a lot that was early so far is expected early again, beyond its hatchery', () => {
    const list = [seen(-0.08, 's', 'w', 'early'), seen(0, 's', 'w', 'b'), seen(0.01, 's', 'w', 'c')];
    const lot = calibrateFor(spread, list, { strain: 's', water: 'w', lot: 'early' });
    const usual = calibrateFor(spread, list, { strain: 's', water: 'w' });
    expect(lot.mean).toBeLessThan(usual.mean);
  });

  test('the posterior holds its 95 % over draws from the prior, with few and with many strains', () => {
    const random = new Chance(99);
    let held = 0;
    const runs = 1500;
    for (let r = 0; r < runs; r++) {
      const f = spread.cv * random.normal();
      const strains = [0, 0, 0].map(() => spread.strainCv * random.normal());
      const waters = [0, 0].map(() => spread.waterCv * random.normal());
      const list = Array.from({ length: 6 }, (_, k) => {
        const s = Math.floor(3 * random.next());
        const w = Math.floor(2 * random.next());
        const value = f + strains[s]! + waters[w]! + spread.lotCv * random.normal() + 0.02 * random.normal();
        return seen(value, `s${s}`, `w${w}`, String(k));
      });
      const c = calibrateFor(spread, list, { strain: 's0', water: 'w0' });
      if (Math.abs(f + strains[0]! + waters[0]! - c.mean) < 1.959964 * c.sd) held += 1;
    }
    expect(held / runs).toBeGreaterThan(0.935);
    expect(held / runs).toBeLessThan(0.965);
  });
});
