import { shippedSpecies, speciesOf } from '@/reference/shipped';
import { DAY_MS, HOUR_MS } from '../time/spans';
import { larvalClock, larvalEvents } from './larvalClock';
import { larvalRateOf } from './larvalRate';
import { judgeLarvae } from './larvalSample';
import { type LarvaeMarks, type LarvaeNow, larvalState, takenCriteria, verdictOf } from './larvalState';

const HATCH = Date.parse('2031-04-02T00:00:00Z');
const steady = (celsius: number) => [{ at: HATCH - DAY_MS, celsius }];
/** A tenth of the way each day at any temperature: first feeding ten days after the hatch. */
const even = { rate: () => 0.1, cv: 0.1, places: [{ id: 'noReturn' as const, way: 2, sd: 0.2 }] };
const days = (at: number) => (at - HATCH) / DAY_MS;
const clockOf = (over: Partial<Parameters<typeof larvalClock>[0]> = {}) =>
  larvalClock({ hatchAt: HATCH, feeding: null, ...even, temperatures: steady(12), now: HATCH + 5 * DAY_MS, ...over })!;

describe('the clock of larvae', () => {
  test('in steady water events lie at their share of the way, their doubt on the log scale', () => {
    const c = clockOf();
    expect(c.passed).toBeCloseTo(0.5, 9);
    expect(days(c.dates.firstFeeding!.at)).toBeCloseTo(10, 6);
    expect(days(c.dates.firstFeeding!.low)).toBeCloseTo(10 * Math.exp(-1.959964 * 0.1), 4);
    expect(days(c.dates.noReturn!.at)).toBeCloseTo(20, 6);
    // Own spread of a tenth and that of the way, together.
    expect(days(c.dates.noReturn!.high)).toBeCloseTo(20 * Math.exp(1.959964 * Math.hypot(0.1, 0.1)), 4);
  });

  test('a lot known to be fast is fast in all that follows; what was seen has no doubt of its own', () => {
    const seen = HATCH + 8 * DAY_MS;
    const c = clockOf({ feeding: { at: seen, low: seen, high: seen } });
    expect(days(c.dates.noReturn!.at)).toBeCloseTo(16, 6);
    expect(days(c.dates.noReturn!.high)).toBeCloseTo(16 * Math.exp(1.959964 * 0.1), 4);
    expect(c.dates.firstFeeding).toMatchObject({ low: seen, high: seen });
  });

  test('who came in feeding came to it at the latest then; a later date changes nothing', () => {
    expect(days(clockOf({ by: HATCH + 6 * DAY_MS }).dates.firstFeeding!.at)).toBeCloseTo(6, 6);
    expect(days(clockOf({ by: HATCH + 60 * DAY_MS }).dates.firstFeeding!.at)).toBeCloseTo(10, 6);
  });

  test('water without a reading, or in which nothing develops, has no clock', () => {
    expect(larvalClock({ hatchAt: HATCH, feeding: null, ...even, temperatures: [], now: HATCH })).toBeNull();
    expect(
      larvalClock({ hatchAt: HATCH, feeding: null, ...even, rate: () => 0, temperatures: steady(0), now: HATCH }),
    ).toBeNull();
  });

  test.each([...shippedSpecies().values()].flatMap((s) => (larvalRateOf(s)?.places.length ? [s.id] : [])))(
    '%s: events come in their order, warmer water brings all of them nearer',
    (id) => {
      const s = speciesOf(id);
      const { low, high } = s.limits.find(
        (l) => l.what === 'temperature' && l.stage !== 'egg' && l.high !== undefined,
      )!;
      const middle = ((low ?? 4) + high!) / 2;
      const at = (celsius: number) =>
        larvalClock({
          hatchAt: HATCH,
          feeding: null,
          ...larvalRateOf(s)!,
          temperatures: steady(celsius),
          now: HATCH,
        });
      const [cool, warm] = [at(middle - 1), at(middle)];
      expect(cool).not.toBeNull();
      for (const event of larvalEvents) {
        const [a, b] = [cool!.dates[event], warm!.dates[event]];
        expect(a === undefined).toBe(b === undefined);
        if (!a || !b) continue;
        expect(b.at).toBeLessThanOrEqual(a.at);
        expect(a.low).toBeLessThanOrEqual(a.at);
        expect(a.high).toBeGreaterThanOrEqual(a.at);
      }
      expect(warm!.dates.mouthOpen!.at).toBeLessThan(warm!.dates.firstFeeding!.at);
      expect(warm!.dates.firstFeeding!.at).toBeLessThan(warm!.dates.noReturn!.at);
    },
  );

  test('those that feed from the hatch on have no such clock', () => {
    expect(larvalRateOf(speciesOf('noble-crayfish'))?.places ?? []).toEqual([]);
  });
});

const marks: LarvaeMarks = {
  gutFull: 0.9,
  bladderFilled: 0.8,
  longestGapHours: 12,
  longestGapDryHours: 30,
  takenDays: 4,
  takenDeadADay: 0.02,
};
const larvae = (over: Partial<LarvaeNow> = {}): LarvaeNow => ({
  food: null,
  guts: null,
  bladders: null,
  dead: null,
  taken: false,
  ...over,
});
const bladders = [
  { id: 'bladderFrom' as const, way: 0.9, sd: 0.05 },
  { id: 'bladderUntil' as const, way: 2.2, sd: 0.1 },
];
const state = (day: number, over: Partial<LarvaeNow> = {}) => {
  const now = HATCH + day * DAY_MS;
  return larvalState(clockOf({ now, places: [...even.places, ...bladders] }), larvae(over), marks, now);
};
/** Fed from the tenth day on, last an hour before a day. */
const fedTo = (day: number) => ({
  first: HATCH + 10 * DAY_MS,
  last: HATCH + day * DAY_MS - HOUR_MS,
  days: Math.floor(day - 10) + 1,
  live: true,
});
const looked = (successes: number, trials: number, day: number) => ({
  successes,
  trials,
  at: HATCH + day * DAY_MS - HOUR_MS,
});

describe('between yolk and food', () => {
  test('without food it is the clock that counts, up to the point of no return', () => {
    expect(state(2)).toEqual({ is: 'yolk', tone: 'calm' });
    expect(state(9)).toEqual({ is: 'firstMealDue', tone: 'now' });
    expect(state(12.3)).toEqual({ is: 'mealLate', tone: 'overdue' });
    // No return at the earliest after 15.2 days: half of the way there is gone.
    expect(state(12.7)).toEqual({ is: 'starving', tone: 'grave' });
    expect(state(20.1)).toEqual({ is: 'tooLate', tone: 'grave' });
  });

  test('with food: a pause, empty guts, empty bladders, and when to look', () => {
    expect(state(12, { food: { ...fedTo(12), last: HATCH + 11.4 * DAY_MS } }).is).toBe('gap');
    // A belt that was loaded fourteen hours ago still runs.
    expect(state(12, { food: { ...fedTo(12), last: HATCH + 11.4 * DAY_MS, live: false } }).is).toBe('look');
    expect(state(12, { food: fedTo(12), guts: looked(30, 60, 12) })).toEqual({ is: 'notTaking', tone: 'overdue' });
    expect(state(14, { food: fedTo(14), guts: looked(30, 60, 14) })).toEqual({ is: 'notTaking', tone: 'grave' });
    expect(state(12, { food: fedTo(12), guts: looked(59, 60, 12), bladders: looked(20, 50, 12) }).is).toBe('bladders');
    expect(state(12, { food: fedTo(12) }).is).toBe('look');
    // A look of the day before yesterday is none.
    expect(state(13, { food: fedTo(13), guts: looked(59, 60, 11) }).is).toBe('look');
    expect(state(12, { food: fedTo(12), guts: looked(59, 60, 12) }).is).toBe('feeding');
  });

  test('taken by criteria: share beyond chance, days, dead; unknown is not met', () => {
    const all = { food: fedTo(15), guts: looked(59, 60, 15), dead: { number: 500, of: 10_000 } };
    expect(state(15, all).is).toBe('ready');
    expect(takenCriteria(larvae(all), marks).map((c) => c.met)).toEqual([true, true, true]);
    expect(takenCriteria(larvae({ ...all, guts: looked(55, 60, 15) }), marks)[0]!.met).toBeNull();
    expect(takenCriteria(larvae({ ...all, guts: looked(40, 60, 15) }), marks)[0]!.met).toBe(false);
    expect(takenCriteria(larvae({ ...all, dead: null }), marks)[2]!.met).toBeNull();
    // Six in a hundred of those that stood there died in three days.
    expect(takenCriteria(larvae({ ...all, dead: { number: 700, of: 9300 } }), marks)[2]!.met).toBe(false);
    expect(state(15, { ...all, taken: true }).is).toBe('taken');
    expect(larvalState(null, larvae(), marks, HATCH).is).toBe('unknown');
  });

  test('few that cling are wanted, many that are full; how many more would tell', () => {
    expect(judgeLarvae('gutFull', { successes: 59, trials: 60 }).is).toBe('good');
    expect(judgeLarvae('clinging', { successes: 0, trials: 60 }).is).toBe('good');
    expect(judgeLarvae('clinging', { successes: 12, trials: 60 }).is).toBe('bad');
    const open = judgeLarvae('gutFull', { successes: 48, trials: 50 });
    expect(open.is).toBe('open');
    const more = open.more!;
    // So many more of the same kind settle it, and one fewer does not.
    expect(verdictOf({ successes: 48 + 0.96 * more, trials: 50 + more }, 0.9)).toBe('above');
    expect(verdictOf({ successes: 48 + 0.96 * (more - 1), trials: 49 + more }, 0.9)).toBe('open');
  });
});
