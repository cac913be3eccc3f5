import { Chance } from '../chance';
import { HOUR_MS } from '../time/spans';
import {
  breachAhead,
  type HourRead,
  hoursAhead,
  leavesWith,
  oxygenAhead,
  oxygenHelp,
  tankAhead,
  usesTimes,
} from './ahead';
import { oxygenSaturation } from './oxygen';
import { fishUse } from './stillWater';

const NOW = Date.parse('2031-07-20T12:00:00Z');
const zone = 'Europe/Vienna';
/** Ten days of hours before now, at the middle of each. */
const days = (f: (hoursBack: number, hourOfDay: number) => number): HourRead[] =>
  Array.from({ length: 240 }, (_, i) => {
    const at = NOW - (240 - i) * HOUR_MS + HOUR_MS / 2;
    return { at, value: f(240 - i, (new Date(at).getUTCHours() + 2) % 24) };
  });
const wave = (hour: number) => Math.cos((2 * Math.PI * (hour - 16)) / 24);

test('a steady day is foreseen as it is: warmest in the afternoon, coldest before dawn', () => {
  const ahead = hoursAhead(
    days((_, h) => 14 + 2 * wave(h)),
    NOW,
    zone,
    2,
  );
  expect(ahead).toHaveLength(48);
  const warmest = ahead.reduce((a, b) => (b.mean > a.mean ? b : a));
  expect((new Date(warmest.at).getUTCHours() + 2) % 24).toBe(16);
  expect(warmest.mean).toBeCloseTo(16, 0);
  expect(ahead.at(-1)!.sd).toBeGreaterThan(ahead[0]!.sd);
});

test('too few days, a last day that was not read, days with gaps: nothing is foreseen', () => {
  const all = days(() => 14);
  expect(hoursAhead(all.slice(-50), NOW, zone)).toEqual([]);
  expect(hoursAhead(all.slice(0, 200), NOW, zone)).toEqual([]);
  expect(hoursAhead([], NOW, zone)).toEqual([]);
  expect(
    hoursAhead(
      all.filter((_, i) => i % 3 === 0),
      NOW,
      zone,
    ),
  ).toEqual([]);
});

test('water that warms day by day is foreseen warmer, by less each day', () => {
  const ahead = hoursAhead(
    days((back) => 20 - back / 24),
    NOW,
    zone,
    5,
  );
  expect(ahead[24]!.mean).toBeGreaterThan(20.1);
  expect(ahead.at(-1)!.mean - ahead[72]!.mean).toBeLessThan(ahead[24]!.mean - ahead[0]!.mean);
});

test('of simulated weeks, nine in ten of the hours lie within what was foreseen at 95 of 100', () => {
  const random = new Chance(11);
  let [within, all] = [0, 0];
  for (let k = 0; k < 60; k++) {
    // A day's mean walks, the hours scatter about its shape.
    const means = [15];
    for (let d = 1; d < 12; d++) means.push(means[d - 1]! + 0.5 * random.normal());
    const value = (back: number, h: number) =>
      means[10 - Math.ceil(back / 24)]! + 1.5 * wave(h) + 0.1 * random.normal();
    const ahead = hoursAhead(days(value), NOW, zone, 1);
    for (const h of ahead) {
      all += 1;
      const truth = means[10]! + 1.5 * wave((new Date(h.at).getUTCHours() + 2) % 24);
      if (Math.abs(truth - h.mean) < 1.96 * h.sd) within += 1;
    }
  }
  expect(within / all).toBeGreaterThan(0.9);
});

test('tonight’s oxygen is what the water can hold, less what is missing at that hour of its own nights', () => {
  const warmth = days((_, h) => 20 + 2 * wave(h));
  // Algae by day, all of them breathing by night.
  const oxygen = days((_, h) => oxygenSaturation(20 + 2 * wave(h)) - (h < 6 ? 4.5 : 1));
  const ahead = oxygenAhead(oxygen, warmth, hoursAhead(warmth, NOW, zone), NOW, zone);
  const dawn = ahead.find((a) => (new Date(a.at).getUTCHours() + 2) % 24 === 4)!;
  expect(dawn.mean).toBeCloseTo(oxygenSaturation(18) - 4.5, 0);
  const breach = breachAhead(ahead, 'oxygen', { low: 6 }, zone)!;
  expect(breach).toMatchObject({ what: 'oxygen', way: 'low', limit: 6 });
  expect(breach.chance).toBeGreaterThan(0.9);
  expect((new Date(breach.at).getUTCHours() + 2) % 24).toBeLessThan(6);
  expect(breachAhead(ahead, 'oxygen', { low: 2 }, zone)).toBeNull();
});

test('water that is beyond its limit now is no news of the days to come', () => {
  const ahead = hoursAhead(
    days(() => 26),
    NOW,
    zone,
  );
  expect(breachAhead(ahead, 'temperature', { high: 25 }, zone)).toBeNull();
  // What will be at its limit to the digit shown is no breach.
  const swings = hoursAhead(
    days((_, h) => 20 + 2 * wave(h)),
    NOW,
    zone,
  );
  const top = Math.max(...swings.slice(0, 24).map((a) => a.mean));
  expect(breachAhead(swings, 'temperature', { high: top - 0.02 }, zone)).toBeNull();
  expect(breachAhead(swings, 'temperature', { high: top - 0.15 }, zone)).not.toBeNull();
});

test('a day that only touches the limit hides no worse day after it', () => {
  const at = (hour: number) => NOW + hour * 3_600_000;
  const ahead = [15, 16.02, 15].map((mean, i) => ({ at: at(2 * i), mean, sd: 0.3 }));
  const worse = [...ahead, { at: at(30), mean: 16.9, sd: 0.5 }];
  expect(breachAhead(ahead, 'temperature', { high: 16 }, zone)).toBeNull();
  expect(breachAhead(worse, 'temperature', { high: 16 }, zone)).toMatchObject({ at: at(30), value: 16.9 });
});

test('a breach is that of the first day on which it is likely, at the worst hour of that day', () => {
  const ahead = hoursAhead(
    days((back, h) => 22 - back / 24 + 2 * wave(h)),
    NOW,
    zone,
  );
  const breach = breachAhead(ahead, 'temperature', { high: 24.5 }, zone)!;
  expect(breach.way).toBe('high');
  expect(breach.value).toBeGreaterThan(24);
  expect((new Date(breach.worstAt).getUTCHours() + 2) % 24).toBe(16);
});

test('a tank’s outflow is what comes in less what its fish use while they are fed; what would hold it does', () => {
  const tank = { massKg: 120, meanG: 60, flowLPerMin: 150 };
  const use = (fishUse(60, 18) * 1.5 * 120) / 60;
  expect(leavesWith(tank, 18, 0.95)).toBeCloseTo(0.95 * oxygenSaturation(18) - use / 150, 9);
  const help = oxygenHelp(tank, 18, 0.95, 7);
  expect(leavesWith({ ...tank, flowLPerMin: help.flowLPerMin! }, 18, 0.95)).toBeCloseTo(7, 9);
  expect(leavesWith(tank, 18, 0.95) + (help.gramsPerHour * 1000) / (150 * 60)).toBeCloseTo(7, 9);
  expect(help.unfedMgPerL).toBeGreaterThan(leavesWith(tank, 18, 0.95));
  // Water that is itself poorer than they want helps at no flow.
  expect(oxygenHelp(tank, 30, 0.8, 7).flowLPerMin).toBeNull();
  // Read an hour ago, they were found to use a fifth less.
  const read = 0.95 * oxygenSaturation(18) - 0.8 * (use / 150);
  const times = usesTimes(tank, read, 18, 0.95);
  expect(times).toBeCloseTo(0.8, 9);
  expect(leavesWith({ ...tank, times }, 18, 0.95)).toBeCloseTo(read, 9);
  expect(usesTimes(tank, 0, 18, 0.95)).toBeLessThanOrEqual(2);
  expect(usesTimes(tank, 30, 18, 0.95)).toBeCloseTo(1 / 3, 9);
  const ahead = tankAhead(tank, [{ at: NOW, mean: 18, sd: 1 }], 0.95);
  expect(ahead[0]!.mean).toBeCloseTo(leavesWith(tank, 18, 0.95), 9);
  expect(ahead[0]!.sd).toBeGreaterThan(0.2);
});
