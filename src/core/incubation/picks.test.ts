import { run } from '../calculation';
import { Chance } from '../chance';
import { negativeBinomialLog, negativeBinomialQuantile } from '../distributions';
import { calculation as alarms } from './alarmSimulation';
import { type DeathShape, whitening as parts } from './deaths';
import { type PickUnit, thresholdsFor, watchPicks } from './picks';
import { killedBy, calculation as skip } from './skipping';

const DAY = 86_400_000;
const shape: DeathShape = {
  base: 0.04,
  early: { share: 0.05, at: 0.03, sd: 0.02 },
  blanks: { share: 0.1, at: null, sd: 0.02 },
  hatch: { share: 0.03, at: 0.97, sd: 0.015 },
  handling: { share: 0.01, days: 2 },
};
const whitening = (...a: Parameters<typeof parts>) => {
  const w = parts(...a);
  return w.even + w.pulses;
};
const WAY = 100;
const progress = (t: number) => t / (WAY * DAY);
const thresholds = thresholdsFor(8, 2, 1);
const settings = { thresholds };

/** A unit of 15 000 eggs whose rounds are what the shape expects, but for what `change` says of a day. */
function unit(
  id: number,
  days: number[],
  change: (day: number, expected: number) => number = (_, e) => e,
  more: Partial<PickUnit> = {},
): PickUnit {
  let last = 0;
  const base = { unit: id, eggs: 15000, laidAt: 0, efficiency: 1, events: [], ...more };
  return {
    ...base,
    rounds: days.map((day) => {
      const expected = base.eggs * whitening(shape, progress, base.events, last, day * DAY);
      last = day * DAY;
      return { day, at: day * DAY, picked: Math.round(change(day, expected)) };
    }),
  };
}
const to = (n: number, from = 1) => Array.from({ length: n - from + 1 }, (_, k) => k + from);

describe('when eggs whiten', () => {
  test('over the whole way all shares are spent; a way in pieces is the whole', () => {
    const events = [{ at: 40 * DAY, kind: 'shock' as const, weight: 1 }];
    const whole = whitening(shape, progress, events, 0, 200 * DAY);
    expect(whole).toBeCloseTo(0.04 + 0.05 + 0.1 + 0.03 + 0.01, 3);
    const pieces = to(200).reduce((s, d) => s + whitening(shape, progress, events, (d - 1) * DAY, d * DAY), 0);
    expect(pieces).toBeCloseTo(whole, 9);
  });

  test('blanks that stay clear show within two days of the shock, and only of the first', () => {
    const shock = (at: number) => ({ at: at * DAY, kind: 'shock' as const, weight: 1 });
    const blanks = { ...shape, base: 0, handling: { share: 0, days: 2 } };
    expect(whitening(blanks, progress, [shock(40)], 40 * DAY, 42 * DAY)).toBeGreaterThan(0.09);
    expect(whitening(blanks, progress, [shock(40), shock(50)], 50 * DAY, 53 * DAY)).toBeLessThan(0.001);
    expect(whitening(blanks, progress, [], 40 * DAY, 42 * DAY)).toBeLessThan(0.001);
  });
});

describe('picks', () => {
  test('an even lot raises nothing, through early loss, shock and the bump at hatch', () => {
    const events = [{ at: 45 * DAY, kind: 'shock' as const, weight: 1 }];
    const units = [1, 2, 3].map((n) => unit(n, to(99), undefined, { events }));
    for (const w of watchPicks(units, shape, progress, 99 * DAY, settings))
      expect(w.rounds.filter((r) => r.verdict)).toEqual([]);
  });

  test('the same shock unrecorded is called, as the whole lot: its shape says nothing of it', () => {
    const events = [{ at: 45 * DAY, kind: 'shock' as const, weight: 1 }];
    const units = [1, 2, 3].map((n) => ({ ...unit(n, to(60), undefined, { events }), events: [] }));
    const called = watchPicks(units, shape, progress, 60 * DAY, settings).flatMap((w) =>
      w.rounds.filter((r) => r.verdict),
    );
    expect(called.length).toBeGreaterThan(0);
    expect(called.every((r) => r.verdict === 'lot' && r.day > 45)).toBe(true);
  });

  test('after a skipped day twice as many are expected, and a double pick is no alarm', () => {
    const days = to(30).filter((d) => d !== 25);
    const [w] = watchPicks([unit(1, days)], shape, progress, 30 * DAY, settings);
    const at = (d: number) => w!.rounds.find((r) => r.day === d)!;
    expect(at(26).days).toBe(2);
    expect(at(26).expected / at(24).expected).toBeCloseTo(2, 0);
    expect(at(26).verdict).toBeNull();
  });

  test('one unit that dies faster is this unit; all together are the lot', () => {
    const ill = (from: number) => (d: number, e: number) => (d >= from ? 4 * e : e);
    const one = watchPicks(
      [unit(1, to(40), ill(35)), unit(2, to(40)), unit(3, to(40)), unit(4, to(40))],
      shape,
      progress,
      40 * DAY,
      settings,
    );
    expect(one[0]!.rounds.find((r) => r.verdict)).toMatchObject({ verdict: 'unit' });
    expect(one[0]!.rounds.find((r) => r.verdict)!.day).toBeLessThan(38);
    expect(one.slice(1).flatMap((w) => w.rounds.filter((r) => r.verdict))).toEqual([]);
    const all = watchPicks(
      [1, 2, 3, 4].map((n) => unit(n, to(40), ill(35))),
      shape,
      progress,
      40 * DAY,
      settings,
    );
    const first = all.flatMap((w) => w.rounds.filter((r) => r.verdict)).sort((a, b) => a.day - b.day);
    expect(first[0]!.verdict).toBe('lot');
    expect(all.flatMap((w) => w.rounds.filter((r) => r.verdict === 'unit'))).toEqual([]);
  });

  test('one sister gone wild does not make the others look too few', () => {
    const wild = (d: number, e: number) => (d >= 35 ? 40 * e : e);
    const w = watchPicks(
      [unit(1, to(40), wild), unit(2, to(40)), unit(3, to(40))],
      shape,
      progress,
      40 * DAY,
      settings,
    );
    expect(w[0]!.rounds.some((r) => r.verdict === 'unit')).toBe(true);
    for (const sister of w.slice(1)) {
      expect(sister.rounds.filter((r) => r.verdict)).toEqual([]);
      expect(sister.rounds.at(-1)!.low).toBeLessThanOrEqual(sister.rounds.at(-1)!.picked);
    }
  });

  test('nothing where dozens are due is an alarm too', () => {
    const lively = { ...shape, base: 0.4, early: { share: 0, at: 0.03, sd: 0.02 } };
    const picked = (d: number) => (d > 30 ? 0 : 60);
    const units = [1, 2, 3].map((n) => ({
      ...unit(n, [], undefined),
      rounds: to(33).map((day) => ({ day, at: day * DAY, picked: n === 1 ? picked(day) : 60 })),
    }));
    const w = watchPicks(units, lively, progress, 33 * DAY, settings);
    expect(w[0]!.rounds.find((r) => r.verdict)).toMatchObject({ verdict: 'low' });
    expect(w[1]!.rounds.filter((r) => r.verdict)).toEqual([]);
  });

  test('a round that finds half leaves the other half for tomorrow', () => {
    const base = { unit: 1, eggs: 15000, laidAt: 0, events: [], rounds: [] };
    const half = watchPicks(
      [{ ...base, efficiency: 0.5, rounds: [{ day: 10, at: 10 * DAY, picked: 375 }] }],
      shape,
      progress,
      11 * DAY,
      settings,
    )[0]!;
    const whole = watchPicks(
      [{ ...base, efficiency: 1, rounds: [{ day: 10, at: 10 * DAY, picked: 375 }] }],
      shape,
      progress,
      11 * DAY,
      settings,
    )[0]!;
    expect(half.now.expected).toBeGreaterThan(5 * whole.now.expected);
  });

  test('the level is learned: a unit at half the dead of the shape is soon expected so', () => {
    const [w] = watchPicks([unit(1, to(40), (_, e) => e / 2)], shape, progress, 41 * DAY, settings);
    expect(w!.level).toBeGreaterThan(0.4);
    expect(w!.level).toBeLessThan(0.65);
  });

  test('a band of 95 % holds rounds like those it supposes in 90 to 98 %', () => {
    const chance = new Chance(3);
    let inside = 0;
    let all = 0;
    for (let n = 0; n < 60; n++) {
      const units = [1, 2, 3, 4].map((id) => {
        const level = chance.gamma(4, 1);
        return { id, level };
      });
      const effects = to(40).map(() => chance.gamma(16, 1));
      const lot = units.map(({ id, level }) =>
        unit(id, to(40), (d, e) => chance.poisson(e * level * effects[d - 1]! * chance.gamma(9, 1))),
      );
      for (const w of watchPicks(lot, shape, progress, 40 * DAY, settings))
        for (const r of w.rounds.filter((x) => x.day > 20)) {
          all += 1;
          if (r.picked >= r.low && r.picked <= r.high) inside += 1;
        }
    }
    expect(inside / all).toBeGreaterThan(0.9);
    expect(inside / all).toBeLessThan(0.985);
  });
});

describe('false alarms and delay', () => {
  test.each([
    [8, 60],
    [40, 12],
    [40, 60],
  ])('%i units, %i dead a round: no more false alarms than were allowed, and some', (units, meanPicks) => {
    const o = run(alarms, { units, lots: units / 4, meanPicks, falseAlarmsPerWeek: 2, runs: 150, seed: 11 });
    expect(o.falsePerRoomWeek).toBeLessThan(2);
    expect(o.falsePerRoomWeek).toBeGreaterThan(0.1);
  });

  test.each([
    [40, 12, 0.9],
    [40, 60, 0.97],
    [200, 12, 0.86],
    [200, 60, 0.94],
  ])(
    '%i units, %i dead a round: a rise that stays is called within four weeks, not learned as the usual',
    (units, meanPicks, least) => {
      const o = run(alarms, { units, lots: units / 5, meanPicks, falseAlarmsPerWeek: 1, runs: 300, seed: 7 });
      expect(o.seenWithinFourWeeks).toBeGreaterThan(least);
      expect(o.falsePerRoomWeek).toBeLessThan(1);
    },
  );

  test('what is expected does not follow a rise while evidence of it is open', () => {
    // Never called: what the watch expects is looked at, not its verdict.
    const deaf = { thresholds: { unit: 1e9, lot: 1e9, low: 1e9 } };
    const doubled = watchPicks(
      [unit(1, to(60), (d, e) => (d > 30 ? 2 * e : e)), unit(2, to(60)), unit(3, to(60))],
      shape,
      progress,
      60 * DAY,
      deaf,
    )[0]!;
    const before = doubled.rounds.find((r) => r.day === 30)!;
    expect(doubled.rounds.find((r) => r.day === 44)!.expected).toBeLessThan(1.2 * before.expected);
  });

  test('a doubling is seen in days; who bears more false alarms sees it sooner; the same seed says the same', () => {
    const o = run(alarms, { units: 40, lots: 8, meanPicks: 12, falseAlarmsPerWeek: 1, runs: 120 });
    expect(o.delayDays.median).toBeLessThan(7);
    const eager = run(alarms, { units: 40, lots: 8, meanPicks: 12, falseAlarmsPerWeek: 7, runs: 120 });
    expect(eager.falsePerRoomWeek).toBeGreaterThan(o.falsePerRoomWeek);
    expect(eager.delayDays.median!).toBeLessThanOrEqual(o.delayDays.median!);
    expect(run(alarms, { units: 40, lots: 8, meanPicks: 12, falseAlarmsPerWeek: 1, runs: 120 })).toEqual(o);
  });
});

describe('a skipped day', () => {
  test('costs little in the cold, much in the warm, more the closer the eggs lie', () => {
    const cost = (celsius: number, lie: string) =>
      run(skip, { whites: 40, newPerDay: 10, lie, celsius, days: 2 } as never).cost.middle;
    expect(cost(2, 'layer')).toBeLessThan(1);
    expect(cost(16, 'layer')).toBeGreaterThan(10 * Math.max(0.1, cost(6, 'layer')));
    expect(cost(16, 'depth')).toBeGreaterThan(cost(16, 'layer'));
    expect(cost(16, 'layer')).toBeGreaterThan(cost(16, 'rolling'));
  });

  test('with no lag and no new dead it is the plain exponential', () => {
    // At a rate r a mouldy egg makes r more a day, each of which does the same: e^r − 1 after a day.
    const warm = { whites: 100, newPerDay: 0, contacts: 6, celsius: 60, days: 1 };
    const r = 6 * 0.0001 * 3 ** 5;
    expect(killedBy(warm, 0.0001) / (100 * (Math.exp(r) - 1))).toBeCloseTo(1, 1);
  });

  test('what the picking itself kills is set against it', () => {
    const o = run(skip, { whites: 5, newPerDay: 2, lie: 'layer', celsius: 3, killedByPicking: 60 });
    expect(o.verdict).toBe('leave');
    expect(o.cost.middle).toBeLessThan(-50);
  });
});

test('the negative binomial sums to one, and its quantile is where it should be, fine and coarse', () => {
  let sum = 0;
  for (let y = 0; y < 500; y++) sum += Math.exp(negativeBinomialLog(y, 20, 5));
  expect(sum).toBeCloseTo(1, 6);
  let below = 0;
  const q = negativeBinomialQuantile(0.975, 20, 5);
  for (let y = 0; y <= q; y++) below += Math.exp(negativeBinomialLog(y, 20, 5));
  expect(below).toBeGreaterThanOrEqual(0.975);
  expect(below - Math.exp(negativeBinomialLog(q, 20, 5))).toBeLessThan(0.975);
  expect(negativeBinomialQuantile(0.975, 149, 9) / negativeBinomialQuantile(0.975, 151, 9)).toBeCloseTo(149 / 151, 1);
});
