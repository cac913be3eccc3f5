import { Chance } from '../chance';
import { cleanHours, type HourMean } from './clean';

const HOUR = 3_600_000;
const hour = (k: number, celsius: number, spread = 0.1): HourMean => ({
  at: k * HOUR,
  celsius,
  low: celsius - spread,
  high: celsius + spread,
});
const river = (n: number) => {
  const random = new Chance(8);
  return Array.from({ length: n }, (_, k) => hour(k, 6 + Math.sin((2 * Math.PI * k) / 24) + 0.05 * random.normal()));
};

test('a clean river loses nothing', () => {
  const hours = river(240);
  const c = cleanHours(hours);
  expect(c.faults).toEqual([]);
  expect(c.kept).toHaveLength(240);
});

test('a spike of an hour or two goes; a step that stays is water', () => {
  const hours = river(240).map((h, k) => (k === 100 || k === 101 ? hour(k, 14) : h));
  const c = cleanHours(hours);
  expect(c.faults).toEqual([{ kind: 'spike', from: 99.5 * HOUR, to: 101.5 * HOUR, hours: 2 }]);
  expect(c.kept.every((p) => p.celsius < 8)).toBe(true);
  const step = river(240).map((h, k) => (k >= 120 ? hour(k, h.celsius + 4) : h));
  expect(cleanHours(step).faults).toEqual([]);
});

test('a stuck probe is found where the water never stood so still; a spring that always stands is left alone', () => {
  const stuck = river(240).map((h, k) => (k >= 80 && k < 130 ? hour(k, 6.25, 0) : h));
  expect(cleanHours(stuck).faults).toEqual([{ kind: 'stuck', from: 79.5 * HOUR, to: 129.5 * HOUR, hours: 50 }]);
  const spring = Array.from({ length: 240 }, (_, k) => hour(k, k % 50 < 25 ? 7.2 : 7.3, 0));
  expect(cleanHours(spring).faults).toEqual([]);
  const never = Array.from({ length: 240 }, (_, k) => hour(k, 5, 0));
  expect(cleanHours(never).kept).toHaveLength(240);
});

test('a gap is more than three usual steps; hours in it are counted', () => {
  const hours = river(240).filter((_, k) => k < 60 || k >= 70);
  expect(cleanHours(hours).faults).toEqual([{ kind: 'gap', from: 59 * HOUR, to: 70 * HOUR, hours: 11 }]);
  expect(cleanHours(river(2)).faults).toEqual([]);
});
