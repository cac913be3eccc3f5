import { run } from '../calculation';
import { Chance } from '../chance';
import { calculation, type DayDead, watchDead } from './mortalityAlarm';

const at = 20_000;
const even = (...dead: number[]): DayDead[] => dead.map((d) => ({ dead: d, atRisk: at }));
const alarm = (days: readonly DayDead[], more: object = {}) =>
  run(calculation, { days, falsePerMonth: 1, units: 8, ...more });

test('five calm days are wanted, or sisters; a day like the others raises nothing, one within the band neither', () => {
  expect(alarm(even(4, 5))).toMatchObject({ alarm: false, expected: null, since: null });
  expect(alarm(even(4, 5)).warnings).toHaveLength(1);
  const o = alarm(even(4, 6, 5, 3, 7, 5, 4, 6));
  expect(o).toMatchObject({ alarm: false, since: null });
  expect(o.expected!).toBeGreaterThan(4);
  expect(o.expected!).toBeLessThan(6);
  expect(o.low!).toBeLessThan(o.expected!);
  expect(o.high!).toBeGreaterThan(o.expected!);
  expect(alarm(even(4, 5), { sisters: [even(5, 5, 4), even(6, 4, 5)] }).expected).not.toBeNull();
});

test('a doubled rate is called out, with the day on which it began; one that comes back is let go', () => {
  const calm = [4, 6, 5, 3, 7, 5, 4, 6, 5, 4];
  const o = alarm(even(...calm, 11, 12, 11));
  expect(o).toMatchObject({ alarm: true, since: 10 });
  expect(alarm(even(...calm, 11, 12, 11, 4, 3, 2, 5, 3, 4, 5))).toMatchObject({ alarm: false });
  // One very bad day is enough.
  expect(alarm(even(...calm, 60))).toMatchObject({ alarm: true, since: 10 });
});

test('half of the fish, half of the dead: that is no fall; an empty day is passed over', () => {
  const calm = even(8, 12, 10, 9, 11, 10);
  const half = [...calm, ...even(5, 5).map((d) => ({ ...d, atRisk: at / 2 }))];
  expect(alarm(half).expected!).toBeCloseTo(alarm(calm).expected! / 2, 0);
  expect(watchDead([...calm, { dead: 0, atRisk: 0 }], { falsePerMonth: 1, units: 1 }).at(-1)).toMatchObject({
    expected: null,
    alarm: false,
  });
});

test('fewer false alarms asked for, or more units: the limit is higher', () => {
  const days = even(4, 6, 5, 3, 7, 5, 4, 6);
  const limit = (more: object) => alarm(days, more).limit!;
  expect(limit({ falsePerMonth: 0.1 })).toBeGreaterThan(limit({}));
  expect(limit({ units: 80 })).toBeGreaterThan(limit({}));
});

test('more dead than there were is refused at its day', () => {
  expect(() => alarm([{ dead: 3, atRisk: 2 }])).toThrow(/days\[?.?0\]?.?.*dead/);
  expect(() => alarm(even(1), { falsePerMonth: 0 })).toThrow(/falsePerMonth/);
});

/** How far a tank's rate scatters from day to day differs from tank to tank (square of its spread, and how often). */
const SCATTERS = [
  [0.02, 0.25],
  [0.06, 0.35],
  [0.15, 0.25],
  [0.35, 0.12],
  [0.8, 0.03],
] as const;

function shapeOf(chance: Chance): number {
  let u = chance.next();
  for (const [scatter, often] of SCATTERS) {
    if (u < often) return 1 / scatter;
    u -= often;
  }
  return 1 / 0.8;
}

test('2 000 simulated site-months of eight tanks: false alarms within a fifth of the one a month that was asked for', () => {
  const chance = new Chance(4711);
  const [years, units, history] = [167, 8, 30];
  let alarms = 0;
  for (let y = 0; y < years; y++)
    for (let u = 0; u < units; u++) {
      const [rate, shape] = [5 * Math.exp(chance.normal(0, 0.3)), shapeOf(chance)];
      const days = Array.from({ length: history + 365 }, () => ({
        dead: chance.negativeBinomial(rate, shape),
        atRisk: at,
      }));
      const watched = watchDead(days, { falsePerMonth: 1, units });
      for (let t = history; t < days.length; t++) if (watched[t]!.alarm && !watched[t - 1]!.alarm) alarms += 1;
    }
  const perMonth = alarms / (years * 12);
  expect(perMonth).toBeGreaterThan(0.8);
  expect(perMonth).toBeLessThan(1.2);
}, 300_000);

test('a rate doubled from five a day is found in a median of three days, and its first day within two', () => {
  const chance = new Chance(12);
  const delays: number[] = [];
  const off: number[] = [];
  for (let k = 0; k < 3000; k++) {
    const shape = shapeOf(chance);
    const days = Array.from({ length: 90 }, (_, t) => ({
      dead: chance.negativeBinomial(t >= 60 ? 10 : 5, shape),
      atRisk: at,
    }));
    const watched = watchDead(days, { falsePerMonth: 1, units: 8 });
    if (watched[59]!.alarm) continue;
    const found = watched.findIndex((d, t) => t >= 60 && d.alarm);
    delays.push(found < 0 ? 31 : found - 60 + 1);
    if (found >= 0) off.push(Math.abs(watched[found]!.since! - 60));
  }
  const middle = (xs: number[]) => xs.sort((a, b) => a - b)[xs.length >> 1]!;
  expect(middle(delays)).toBeLessThanOrEqual(3);
  expect(middle(off)).toBeLessThanOrEqual(2);
  expect(delays.filter((d) => d > 30).length / delays.length).toBeLessThan(0.03);
}, 300_000);

test('it does not flap: of tanks at twice their rate an alarm that was raised seldom comes twice in a month', () => {
  const chance = new Chance(5);
  let again = 0;
  for (let k = 0; k < 300; k++) {
    const days = Array.from({ length: 44 }, (_, t) => ({
      dead: chance.negativeBinomial(t >= 30 ? 12 : 5, 20),
      atRisk: at,
    }));
    const on = watchDead(days, { falsePerMonth: 1, units: 8 }).map((d) => d.alarm);
    if (on.filter((a, t) => t >= 30 && a && !on[t - 1]).length > 1) again += 1;
  }
  expect(again / 300).toBeLessThan(0.05);
});
