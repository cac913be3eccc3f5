import { run } from '../calculation';
import { femalesNeeded } from './females';
import { type LatencyInput, latencyClock } from './latency';
import { latency } from './latencyCalculation';
import { milt } from './milt';
import { polarisation } from './ripeness';

const HOUR = 3_600_000;
const from = Date.parse('2031-04-13T20:00:00Z');
const row = {
  points: [
    { celsius: 11, hours: 36 },
    { celsius: 16, hours: 22 },
  ],
  cv: 0.12,
};
const steady = (celsius: number, hours = 60) =>
  Array.from({ length: hours + 1 }, (_, h) => ({ at: from + h * HOUR, celsius }));
const clock = (more: Partial<LatencyInput> = {}) =>
  latencyClock({
    row,
    from,
    temperatures: steady(14),
    checks: [],
    leadHours: 1,
    stepMinutes: 30,
    now: from + 10 * HOUR,
    ...more,
  });
const hours = (t: number | null) => (t! - from) / HOUR;

describe('latency', () => {
  test.each([
    [11, 36],
    [16, 22],
    // Half way between two points on log hours: their geometric mean.
    [13.5, Math.sqrt(36 * 22)],
  ])('at a steady %d °C it is %d hours, as the table has it', (celsius, expected) => {
    expect(hours(clock({ temperatures: steady(celsius) }).at)).toBeCloseTo(expected, 6);
  });

  test('a ramp from 12 to 15 °C has its closed form', () => {
    // hours(T) = A e^(-kT), T = 12 + c t: (1/A) ∫ e^(k(12+ct)) dt = 1.
    const k = Math.log(36 / 22) / 5;
    const A = 36 * Math.exp(k * 11);
    const c = 3 / 40;
    const expected = Math.log(1 + A * k * c * Math.exp(-12 * k)) / (k * c);
    const ramp = Array.from({ length: 241 }, (_, i) => ({ at: from + (i / 6) * HOUR, celsius: 12 + (c * i) / 6 }));
    expect(hours(clock({ temperatures: ramp, now: from + 40 * HOUR }).at)).toBeCloseTo(expected, 3);
  });

  test('the spread between females is a factor either way', () => {
    const c = clock();
    const centre = 36 * (22 / 36) ** (3 / 5);
    expect(hours(c.low)).toBeCloseTo(centre * Math.exp(-1.96 * 0.12), 2);
    expect(hours(c.high)).toBeCloseTo(centre * Math.exp(1.96 * 0.12), 2);
  });

  test('colder water moves the clock back, warmer forward', () => {
    const drift = (celsius: number) =>
      clock({ temperatures: [...steady(14, 9), { at: from + 10 * HOUR, celsius }] }).at!;
    expect(drift(12)).toBeGreaterThan(clock().at!);
    expect(drift(15.5)).toBeLessThan(clock().at!);
  });

  test('outside the table there is no forecast, and checks begin when the water left it', () => {
    const c = clock({ temperatures: [...steady(14, 7), { at: from + 8 * HOUR, celsius: 16.1 }] });
    expect(c.at).toBeNull();
    expect(c.noForecast).toContain('16.1 °C');
    expect(hours(c.nextCheck)).toBe(8);
    expect(c.due).toBe(true);
    expect(hours(clock({ temperatures: steady(10.9) }).nextCheck)).toBe(0);
  });

  test.each<[string, Partial<LatencyInput>]>([
    ['no row in the book', { row: null }],
    ['no temperature at all', { temperatures: [] }],
    ['none since long before the injection', { temperatures: [{ at: from - 20 * HOUR, celsius: 14 }] }],
    ['none for ten hours after it', { temperatures: [{ at: from - HOUR, celsius: 14 }] }],
    ['readings of the time to come only', { temperatures: [{ at: from + 11 * HOUR, celsius: 14 }] }],
  ])('never silent: %s', (_, more) => {
    const c = clock(more);
    expect(c.at).toBeNull();
    expect(c.noForecast).not.toBe('');
    expect(c.due).toBe(true);
  });

  test('a water that stopped being measured is said', () => {
    expect(clock({ temperatures: steady(14, 2) }).warnings).toEqual([
      'no temperature for 8 hours: the clock runs on the last one',
    ]);
    expect(clock({ temperatures: steady(14, 9) }).warnings).toEqual([]);
  });

  test('looks begin an hour before the early end and go on at half hours until she runs', () => {
    const low = clock().low!;
    expect(clock().nextCheck).toBe(low - HOUR);
    const looked = low - HOUR + 10 * 60_000;
    const now = low + 3 * HOUR;
    expect(clock({ now, checks: [{ at: looked, found: 'notYet' }] }).nextCheck).toBe(looked + HOUR / 2);
    expect(
      clock({
        now,
        checks: [
          { at: looked + HOUR / 2, found: 'running' },
          { at: looked, found: 'notYet' },
        ],
      }).nextCheck,
    ).toBeNull();
    // A look long before its time does not begin the half hours, unless she was near.
    const early = from + 5 * HOUR;
    expect(clock({ checks: [{ at: early, found: 'notYet' }] }).nextCheck).toBe(low - HOUR);
    expect(clock({ checks: [{ at: early, found: 'soon' }] }).nextCheck).toBe(early + HOUR / 2);
    expect(clock({ row: null, checks: [{ at: early, found: 'notYet' }] }).nextCheck).toBe(early + HOUR / 2);
  });

  test('over-ripe counts from the earliest time at which she can have ovulated', () => {
    const low = clock().low!;
    expect(clock({ ripeHours: 4 }).overRipeFrom).toBe(low + 4 * HOUR);
    const no = low + 2 * HOUR;
    const checks = [
      { at: no, found: 'notYet' as const },
      { at: no + HOUR / 2, found: 'running' as const },
    ];
    const now = no + HOUR;
    expect(clock({ now, ripeHours: 4, checks }).overRipeFrom).toBe(no + 4 * HOUR);
    // She ran before the table's early end, and nobody had looked before.
    const early = [{ at: low - 3 * HOUR, found: 'running' as const }];
    expect(clock({ now, ripeHours: 4, checks: early }).overRipeFrom).toBe(low - 3 * HOUR + 4 * HOUR);
    expect(clock({ ripeHours: 4, row: null }).overRipeFrom).toBeNull();
  });

  test('a look before the injection, or one that has not been, does not silence the clock', () => {
    const low = clock().low!;
    const now = low + HOUR;
    for (const at of [from - 2 * HOUR, now + HOUR]) {
      const c = clock({ now, checks: [{ at, found: 'spent' }] });
      expect(c.nextCheck).toBe(low - HOUR);
      expect(c.due).toBe(true);
    }
    const input = latency.example;
    const look = (at: number) => () =>
      run(latency, { ...input, checks: [{ at: new Date(at).toISOString(), found: 'spent' }] });
    expect(look(Date.parse(input.from) - HOUR)).toThrow(/^checks\[0\]\.at: lies before the injection/);
    expect(look(Date.parse(input.now) + HOUR)).toThrow(/^checks\[0\]\.at: has not been yet/);
  });

  test('without a spread the ends are not the middle; a gap between readings is said', () => {
    const { table, ...input } = latency.example;
    const o = run(latency, { ...input, table: { points: table.points } });
    expect(Date.parse(o.high!) - Date.parse(o.low!)).toBeGreaterThan(8 * HOUR);
    expect(o.warnings?.join()).toMatch(/spread between females was not given: 0\.15/);
    const gap = clock({
      now: from + 60 * HOUR,
      temperatures: [
        { at: from, celsius: 14 },
        { at: from + 59 * HOUR, celsius: 14 },
      ],
    });
    expect(gap.warnings.join()).toMatch(/no temperature for 59 hours in between/);
  });

  test('as a calculation it refuses a table with a temperature twice', () => {
    const input = latency.example;
    expect(run(latency, input)).toMatchObject({ forecast: true, due: false });
    expect(() =>
      run(latency, {
        ...input,
        table: {
          points: [
            { celsius: 11, hours: 36 },
            { celsius: 11, hours: 30 },
          ],
        },
      }),
    ).toThrow('table.points[1].celsius: 11 °C stands twice');
  });
});

describe('ripeness by an egg sample', () => {
  test('mean, interval and verdict', () => {
    const oocytes = [0.1, 0.12, 0.14].map((nucleusToPoleMm) => ({ nucleusToPoleMm, diameterMm: 2 }));
    const o = run(polarisation, { oocytes, ready: 0.07, notBefore: 0.12 });
    expect(o.index).toBeCloseTo(0.06, 12);
    expect(o.sd).toBeCloseTo(0.01, 12);
    // t(0.975, 2) = 4.3027
    expect(o.high! - o.index).toBeCloseTo((4.30265 * 0.01) / Math.sqrt(3), 5);
    expect(o.verdict).toBe('ready');
    expect(o.warnings).toEqual(['3 eggs say little: some fifteen are usual']);
  });

  test.each([
    [0.2, 'between'],
    [0.5, 'not yet'],
  ])('a nucleus %d mm from the pole of an egg of 2 mm is “%s”', (nucleusToPoleMm, verdict) => {
    expect(
      run(polarisation, { oocytes: [{ nucleusToPoleMm, diameterMm: 2 }], ready: 0.07, notBefore: 0.12 }).verdict,
    ).toBe(verdict);
  });

  test('eggs of two stages are said, a nucleus outside its egg is refused', () => {
    const two = [0.02, 0.02, 0.3, 0.3].map((nucleusToPoleMm) => ({ nucleusToPoleMm, diameterMm: 2 }));
    expect(run(polarisation, { oocytes: two }).warnings).toContain('her eggs differ much: they do not ripen together');
    expect(() => run(polarisation, { oocytes: [{ nucleusToPoleMm: 3, diameterMm: 2 }] })).toThrow('beyond the egg');
  });
});

describe('milt needed', () => {
  test('60 000 eggs at 100 000 a piece, two thousand million a millilitre of which four fifths move', () => {
    const o = run(milt, { eggs: 60_000, spermPerEgg: 1e5, spermPerMlBillion: 2, motileShare: 0.8, miltMl: 3 });
    expect(o.miltNeededMl).toBeCloseTo(3.75, 12);
    expect(o.enough).toBe(false);
    expect(o.spermPerEggThere).toBeCloseTo(80_000, 6);
  });

  test('of milt that does not move no volume is enough', () => {
    expect(() => run(milt, { eggs: 1, spermPerEgg: 1, spermPerMlBillion: 1, motileShare: 0 })).toThrow(
      'none that moves',
    );
  });
});

describe('females needed', () => {
  const one = { eggs: 30_000, eggsSd: 0, ovulates: 0.8 };

  test('without spread the odds are binomial', () => {
    const o = run(femalesNeeded, { eggsWanted: 60_000, females: [one, one, one] });
    expect(o.odds[0]!.odds).toBe(0);
    expect(o.odds[1]!.odds).toBeCloseTo(0.64, 2);
    // At least two of three: 3 · 0.64 · 0.2 + 0.512.
    expect(o.odds[2]!.odds).toBeCloseTo(0.896, 2);
    expect(o.needed).toBeNull();
    expect(o.warnings).toHaveLength(1);
    expect(run(femalesNeeded, { eggsWanted: 60_000, females: [one, one, one], confidence: 0.85 }).needed).toBe(3);
  });

  test('with spread and no other risk half of the days reach what is expected', () => {
    const o = run(femalesNeeded, { eggsWanted: 50_000, females: [{ eggs: 50_000, eggsSd: 9_000 }] });
    expect(o.odds[0]!.odds).toBeCloseTo(0.5, 1);
  });

  test('the same question has the same answer', () => {
    const asked = { eggsWanted: 70_000, females: [one, { ...one, eggsSd: 8000 }, one] };
    expect(run(femalesNeeded, asked)).toEqual(run(femalesNeeded, asked));
  });
});
