import { CalculationError, run } from '../calculation';
import { Chance } from '../chance';
import { DAY_MS } from '../time/spans';
import { calculation as calibrate } from './calibrate';
import { predict } from './predict';
import { calculation as predictCalculation } from './predictCalculation';
import { calculation as programme } from './programmeCalculation';
import { calculation as rate } from './rate';
import { calculation as synchronise } from './synchronise';

const start = '2031-11-01T08:00:00Z';
const after = (days: number) => new Date(Date.parse(start) + days * DAY_MS).toISOString();
const table = {
  kind: 'table' as const,
  points: [
    { celsius: 12, days: 42 },
    { celsius: 15, days: 32 },
    { celsius: 18, days: 23 },
  ],
  outside: 'hold' as const,
};
const asked = (celsius: number, more: object = {}) =>
  run(predictCalculation, {
    phases: [{ stage: 'hatched', model: table, cv: 0.1 }],
    start,
    temperatures: [{ at: start, celsius }],
    ...more,
  });

describe('a clock outside of the temperatures that it was fitted at', () => {
  test('ten degrees off a table has no date, and says why', () => {
    const { stages, warnings } = asked(28);
    expect(stages[0]).toMatchObject({ at: null, low: null, high: null, why: expect.stringMatching(/12 to 18 °C/) });
    expect(warnings?.join()).toMatch(/more than 3 °C beyond/);
  });

  test('the pace of 12 °C is not kept down to freezing, also where the cold is planned only', () => {
    expect(asked(1).stages[0]!.at).toBeNull();
    const planned = asked(15, { plan: [{ at: after(1), celsius: 1 }] });
    expect(planned.stages[0]).toMatchObject({ at: null, why: expect.stringMatching(/beyond/) });
  });

  test('within a few degrees the date stands with a warning, for measured and coming water alike', () => {
    const { stages, warnings } = asked(19.5);
    expect(stages[0]!.at).not.toBeNull();
    expect(warnings?.[0]).toMatch(/to come is outside 12 to 18 °C for 2\d\.\d days/);
    const measured = asked(19.5, {
      temperatures: [
        { at: start, celsius: 19.5 },
        { at: after(60), celsius: 19.5 },
      ],
    });
    expect(measured.warnings?.[0]).toMatch(/was outside 12 to 18 °C for 2\d\.\d days/);
    expect(asked(15).warnings).toBeUndefined();
  });

  test('a spike of some hours is no other clock', () => {
    const p = asked(15, {
      temperatures: [
        { at: start, celsius: 15 },
        { at: after(10), celsius: 15 },
        { at: after(10.1), celsius: 24 },
        { at: after(10.2), celsius: 15 },
      ],
    });
    expect(p.stages[0]!.at).not.toBeNull();
    expect(p.warnings?.[0]).toMatch(/for 0\.\d days/);
  });

  test('what counts from a stage without a date has none, what counts from fertilisation may', () => {
    const p = run(predictCalculation, {
      phases: [
        { stage: 'eyed', model: table },
        { stage: 'hatched', model: { kind: 'degreeDays', sum: 200, base: 0 } },
        { stage: 'swumUp', model: { kind: 'degreeDays', sum: 900, base: 0 }, sumFrom: 'fertilisation' },
      ],
      start,
      temperatures: [{ at: start, celsius: 28 }],
    });
    expect(p.stages.map((s) => s.at === null)).toEqual([true, true, false]);
    expect(p.stages[1]!.why).toMatch(/eyed/);
  });

  test('a stage that is not reached says so', () => {
    const p = run(predictCalculation, {
      phases: [{ stage: 'hatched', model: { kind: 'degreeDays', sum: 400, base: 2 } }],
      start,
      temperatures: [{ at: start, celsius: 1 }],
    });
    expect(p.stages[0]).toMatchObject({ at: null, why: expect.stringMatching(/not reached by 2033/) });
  });

  test('days at one temperature: held a few degrees on, refused beyond', () => {
    expect(run(rate, { model: table, celsius: 20 })).toMatchObject({ inRange: false, days: 23 });
    expect(() => run(rate, { model: table, celsius: 28 })).toThrow(/^celsius: 28 °C lies more than 3 °C outside/);
  });

  test('a programme and takes brought together do not run where the clock is none', () => {
    const course = {
      phases: [{ stage: 'hatched', model: table }],
      start,
      ambient: [{ at: start, celsius: 25 }],
      limits: { low: 24, high: 28, maxStepPerDay: 2 },
      plant: { flowLPerMin: 40 },
      target: { stage: 'hatched', at: after(40) },
    };
    expect(() => run(programme, course)).toThrow(/^limits: .*12 to 18 °C/);
    const take = (name: string, at: string) => ({
      name,
      phases: [{ stage: 'hatched', model: table }],
      start: at,
      measured: [{ at, celsius: 26 }],
    });
    expect(() =>
      run(synchronise, {
        takes: [take('first', start), take('second', after(3))],
        stage: 'hatched',
        from: after(5),
        limits: { low: 24, high: 28 },
      }),
    ).toThrow(/^takes\[0\]: .*12 to 18 °C/);
  });
});

describe('what was typed wrongly', () => {
  test('a spread in per cent, a stage twice, a sum from fertilisation below the one before are refused at their field', () => {
    const phases = (list: object[]) => () =>
      run(predictCalculation, { phases: list, start, temperatures: [{ at: start, celsius: 6 }] });
    const days = (sum: number) => ({ kind: 'degreeDays', sum, base: 0 });
    expect(phases([{ stage: 'eyed', model: days(200), cv: 5 }])).toThrow(/^phases\[0\]\.cv: is a share/);
    expect(
      phases([
        { stage: 'eyed', model: days(200) },
        { stage: 'eyed', model: days(300) },
      ]),
    ).toThrow(/stage: eyed/);
    expect(
      phases([
        { stage: 'eyed', model: days(220) },
        { stage: 'hatched', model: days(200), sumFrom: 'fertilisation' },
      ]),
    ).toThrow(/^phases\[1\]\.model: hatched counts from fertilisation/);
    const twice = {
      kind: 'table',
      points: [
        { celsius: 8, days: 40 },
        { celsius: 8, days: 41 },
      ],
    };
    expect(() => run(rate, { model: twice, celsius: 8 })).toThrow(/^model\.points\[1\]\.celsius: stands twice/);
  });

  test('one reading ten months later measures nothing: the time before it is a gap', () => {
    const p = run(predictCalculation, {
      phases: [{ stage: 'hatched', model: { kind: 'degreeDays', sum: 400, base: 0 } }],
      start,
      temperatures: [{ at: after(300), celsius: 6 }],
    });
    expect(p.stages[0]!.measuredShare).toBe(0);
    expect(p.gaps).toEqual([{ from: new Date(start).toISOString(), to: after(300) }]);
  });

  test('a date off by a power of ten is not learned from; scatter that is seen widens the factor', () => {
    const of = (pairs: [number, number][]) =>
      run(calibrate, {
        prior: { cv: 0.1 },
        observations: pairs.map(([predictedDays, observedDays]) => ({ predictedDays, observedDays })),
      });
    expect(() =>
      of([
        [100, 101],
        [100, 1010],
      ]),
    ).toThrow(/^observations\[1\]\.observedDays: .*digit/);
    const alike = of([
      [100, 104],
      [100, 105],
      [100, 106],
      [100, 105],
    ]);
    const wild = of([
      [100, 90],
      [100, 122],
      [100, 95],
      [100, 118],
    ]);
    expect(wild.high - wild.low).toBeGreaterThan(2 * (alike.high - alike.low));
    expect(wild.nextHigh - wild.nextLow).toBeGreaterThan(2 * (alike.nextHigh - alike.nextLow));
  });
});

test('takes brought together bear a first reading after the day on which the change begins', () => {
  const take = (name: string, at: string, read: string) => ({
    name,
    phases: [{ stage: 'hatched', model: { kind: 'degreeDays', sum: 440, base: 0 } }],
    start: at,
    measured: [{ at: read, celsius: 6 }],
  });
  const s = run(synchronise, {
    takes: [take('first', start, after(30)), take('second', after(5), after(5))],
    stage: 'hatched',
    from: after(20),
    limits: { low: 2, high: 10 },
  });
  expect(s.spreadDays).toBeLessThan(0.1);
});

describe('a programme on a water that swings within the day', () => {
  const swing = [10, 13, 10, 7];
  const course = (plant: object, limits = { low: 10, high: 10.05, maxStepPerDay: 1 }) =>
    run(programme, {
      phases: [{ stage: 'hatched', model: { kind: 'degreeDays', sum: 190, base: 0 } }],
      start,
      startCelsius: 10,
      ambient: Array.from({ length: 4 * 40 }, (_, k) => ({ at: after(k / 4), celsius: swing[k % 4]! })),
      limits,
      plant: { flowLPerMin: 40, ...plant },
      target: { stage: 'hatched', at: after(30) },
    });

  test('energy and power are those of the swing, and one kilowatt cannot hold it', () => {
    const p = course({});
    expect(p.possible).toBe(true);
    // A triangle of 3 °C is 1.5 °C off on the mean: 2.79 kW/K · 1.5 K · hours; 3 °C at its tips.
    const hours = (Date.parse(p.reaches!) - Date.parse(start)) / 3_600_000;
    expect(p.energyKwh).toBeCloseTo((40 / 60) * 4.186 * 1.5 * hours, 0);
    expect(Math.max(p.mostHeatKw, p.mostChillKw)).toBeCloseTo((40 / 60) * 4.186 * 3, 1);
    expect(course({ heatKw: 1, chillKw: 1 }).possible).toBe(false);
    expect(course({ heatKw: 9, chillKw: 9 }).possible).toBe(true);
  });

  test('where the limits are wide it is left alone, for nothing', () => {
    const p = course({ heatKw: 0, chillKw: 0 }, { low: 5, high: 15, maxStepPerDay: 1 });
    expect(p).toMatchObject({ possible: true, energyKwh: 0 });
  });

  test('a start outside of the limits is said', () => {
    const p = run(programme, { ...programme.example, startCelsius: 12 });
    expect(p.warnings?.join()).toMatch(/begins at 12 °C, outside of the limits 1 to 8 °C: 4\.0 days/);
  });
});

test('ends of two clocks with an effect of the lot are those of a plain simulation, within 3 % of the width', () => {
  const chance = new Chance(4);
  for (const [cv1, cv2, lotCv] of [
    [0.05, 0.05, 0.05],
    [0.05, 0, 0.05],
    [0.08, 0.02, 0.03],
  ] as const) {
    const p = predict({
      phases: [cv1, cv2].map((cv, i) => ({ stage: `s${i}`, model: { kind: 'degreeDays', sum: 220, base: 0 }, cv })),
      start: 0,
      temperatures: [{ at: 0, celsius: 5 }],
      lotCv,
    });
    const days = Array.from({ length: 100_000 }, () => {
      const lot = lotCv * chance.normal();
      return 44 * Math.exp(cv1 * chance.normal() + lot) + 44 * Math.exp(cv2 * chance.normal() + lot);
    }).sort((a, b) => a - b);
    const [low, high] = [days[2500]!, days[97_500]!];
    const s = p.stages[1]!;
    expect(Math.abs(s.low! / DAY_MS - low)).toBeLessThan(0.03 * (high - low));
    expect(Math.abs(s.high! / DAY_MS - high)).toBeLessThan(0.03 * (high - low));
  }
});

test('a refusal of a calculation is one line', () => {
  expect(new CalculationError('x', 'a', 'two\nlines\u2028here').message).toBe('a: two lines here');
});
