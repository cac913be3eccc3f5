import { Chance } from '../chance';
import { DAY_MS as DAY, HOUR_MS as HOUR } from '../time/spans';
import { type Phase, PredictionRefused, predict } from './predict';
import { makeTimeline } from './timeline';
import { Water } from './water';

const start = Date.parse('2031-03-01T00:00:00Z');
const sum = (stage: string, total: number, more: Partial<Phase> = {}): Phase => ({
  stage,
  model: { kind: 'degreeDays', sum: total, base: 0 },
  ...more,
});
const steady = (celsius: number, days = 60, step = HOUR) =>
  Array.from({ length: Math.floor((days * DAY) / step) + 1 }, (_, i) => ({ at: start + i * step, celsius }));
const days = (t: number | null) => (t === null ? null : (t - start) / DAY);

test('a ramp from 4 °C by 0.1 a day reaches 90 degree-days where 4 t + 0.05 t² = 90', () => {
  const ramp = [
    { at: start, celsius: 4 },
    { at: start + 100 * DAY, celsius: 14 },
  ];
  const t = (-4 + Math.sqrt(16 + 4 * 0.05 * 90)) / 0.1;
  expect(days(predict({ phases: [sum('eyed', 90)], start, temperatures: ramp }).stages[0]!.at)).toBeCloseTo(t, 3);
});

test('a step from 5 to 10 °C on day 6 reaches 90 on day 12, inside the step as well', () => {
  const step = [...steady(5, 6).slice(0, -1), ...steady(10, 30).map((p) => ({ at: p.at + 6 * DAY, celsius: 10 }))];
  expect(days(predict({ phases: [sum('eyed', 90)], start, temperatures: step }).stages[0]!.at)).toBeCloseTo(12, 1);
});

test('phases follow one another; a sum from fertilisation counts from the start', () => {
  const p = predict({
    phases: [sum('eyed', 50), sum('hatched', 100, { sumFrom: 'fertilisation' }), sum('swumUp', 30)],
    start,
    temperatures: steady(5),
  });
  expect(p.stages.map((s) => Math.round(days(s.at)!))).toEqual([10, 20, 26]);
});

test('the interval of one phase is that of exp(cv z): 2.5 and 97.5 % points in closed form', () => {
  const p = predict({ phases: [sum('eyed', 100, { cv: 0.08 })], start, temperatures: steady(5) }).stages[0]!;
  expect(days(p.low)).toBeCloseTo(20 * Math.exp(-1.96 * 0.08), 2);
  expect(days(p.high)).toBeCloseTo(20 * Math.exp(1.96 * 0.08), 2);
});

test('two phases: the width agrees with plain draws within five per cent', () => {
  const phases = [sum('eyed', 100, { cv: 0.1 }), sum('hatched', 60, { cv: 0.15 })];
  const p = predict({ phases, start, temperatures: steady(5), lotCv: 0.04 }).stages[1]!;
  let seed = 7;
  const uniform = () => {
    seed = (seed * 16807) % 2147483647;
    return seed / 2147483647;
  };
  const normal = () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
  const drawn = Array.from({ length: 40_000 }, () => {
    const lot = 0.04 * normal();
    return (100 * Math.exp(0.1 * normal() + lot) + 60 * Math.exp(0.15 * normal() + lot)) / 5;
  }).sort((a, b) => a - b);
  const want = drawn[39_000]! - drawn[1_000]!;
  expect(Math.abs(days(p.high)! - days(p.low)! - want) / want).toBeLessThan(0.05);
});

test('after the last reading the plan, else the last value; a doubtful forecast widens with the horizon', () => {
  const known = steady(5, 4);
  const at = (more: object, need = 100) =>
    predict({ phases: [sum('eyed', need)], start, temperatures: known, ...more }).stages[0]!;
  expect(days(at({}).at)).toBeCloseTo(20, 2);
  expect(at({}).measuredShare).toBeCloseTo(0.2, 3);
  expect(days(at({ plan: [{ at: start + 4 * DAY + HOUR, celsius: 10 }] }).at)).toBeCloseTo(12, 1);
  const width = (need: number) => {
    const s = at({ forecastSdCelsius: 0.5 }, need);
    return (s.high! - s.low!) / DAY;
  };
  expect(width(100)).toBeGreaterThan(1);
  expect(width(200)).toBeGreaterThan(1.8 * width(100));
  expect(width(20)).toBeLessThan(0.05);
});

test('new warmer readings bring the date forward; what was seen replaces what was predicted', () => {
  const phases = [sum('eyed', 100), sum('hatched', 100)];
  const cold = predict({ phases, start, temperatures: steady(5, 4) });
  const warm = predict({
    phases,
    start,
    temperatures: [...steady(5, 4), ...steady(8, 4).map((p) => ({ at: p.at + 4 * DAY + HOUR, celsius: 8 }))],
  });
  expect(warm.stages[1]!.at!).toBeLessThan(cold.stages[1]!.at! - 3 * DAY);
  const seen = predict({ phases, start, temperatures: steady(5, 4), observed: { eyed: start + 22 * DAY } });
  expect(days(seen.stages[1]!.at)).toBeCloseTo(42, 2);
});

test('gaps are found; a table that refuses refuses by name, one that holds says how long', () => {
  const holed = steady(5, 10).filter((p) => p.at < start + 3 * DAY || p.at > start + 3.5 * DAY);
  expect(predict({ phases: [sum('eyed', 30)], start, temperatures: holed }).gaps).toHaveLength(1);
  const points = [
    { celsius: 4, days: 40 },
    { celsius: 8, days: 20 },
  ];
  const table = (outside: 'refuse' | 'hold'): Phase => ({ stage: 'eyed', model: { kind: 'table', points, outside } });
  expect(() => predict({ phases: [table('refuse')], start, temperatures: steady(3) })).toThrow(PredictionRefused);
  const held = predict({ phases: [table('hold')], start, temperatures: steady(3) });
  expect(days(held.stages[0]!.at)).toBeCloseTo(40, 1);
  expect(held.warnings[0]).toMatch(/outside 4 to 8 °C/);
});

test('below the base nothing develops: no date, and none invented', () => {
  const p = predict({
    phases: [{ stage: 'eyed', model: { kind: 'degreeDays', sum: 90, base: 6 }, cv: 0.1 }],
    start,
    temperatures: steady(5),
  });
  expect(p.stages[0]!.at).toBeNull();
});

describe('one clock from fertilisation, with a doubtful forecast', () => {
  const phases = [sum('hatched', 400, { cv: 0.05, sumFrom: 'fertilisation', within: 0.03 })];
  const known = steady(5, 40);

  test('the interval agrees with plain draws within five per cent of its width', () => {
    const p = predict({ phases, start, temperatures: known, lotCv: 0.03, forecastSdCelsius: 0.6 }).stages[0]!;
    const random = new Chance(4);
    const drawn = Array.from({ length: 40_000 }, () => {
      const need = 400 * Math.exp(Math.hypot(0.05, 0.03) * random.normal());
      const later = 5 + 0.6 * random.normal();
      return need <= 200 ? need / 5 : 40 + (need - 200) / later;
    }).sort((a, b) => a - b);
    const want = drawn[39_000]! - drawn[1_000]!;
    expect(Math.abs((p.high! - p.low!) / DAY - want) / want).toBeLessThan(0.05);
  });

  test('first and last twentieth lie about the half as the lot spreads', () => {
    const p = predict({ phases, start, temperatures: known }).stages[0]!;
    expect(days(p.at)).toBeCloseTo(80, 2);
    expect(days(p.first)).toBeCloseTo(80 * Math.exp(-1.645 * 0.03), 1);
    expect(days(p.last)).toBeCloseTo(80 * Math.exp(1.645 * 0.03), 1);
  });

  test('a water shared with earlier lots gives the same dates as one’s own', () => {
    const earlier = start - 30 * DAY;
    const all = [...steady(9, 29).map((p) => ({ ...p, at: p.at - 30 * DAY })), ...known];
    const water = new Water(makeTimeline(all, [], earlier, start + 800 * DAY));
    const more = { phases, start, lotCv: 0.03, forecastSdCelsius: 0.6 };
    const own = predict({ ...more, temperatures: known }).stages[0]!;
    const shared = predict({ ...more, temperatures: all, water }).stages[0]!;
    for (const k of ['at', 'low', 'high', 'first'] as const)
      expect(Math.abs(shared[k]! - own[k]!) / DAY).toBeLessThan(0.03);
    expect(shared.measuredShare).toBeCloseTo(own.measuredShare, 3);
  });
});
