import { usualCycleDays } from '../appetite/cycle';
import { run } from '../calculation';
import { calculation, massByMoults, moultTime, reachesByMoults } from './byMoults';

const DAY = 86_400_000;
const water = (celsius: number) => moultTime([{ at: 0, celsius }], 0);
const g = { startG: 1, startCv: 0.05, gain: 0.4, gainSd: 0.1 };

test('as stepping from moult to moult shows it: a hundred small steps come to the same day', () => {
  let [w, days] = [1, 0];
  const steps = 20_000;
  // So many parts of moults: each adds its part of the gain, and takes its part of the days at the mass of then.
  const total = Math.log(5) / Math.log(1.4);
  for (let k = 0; k < steps; k++) {
    days += (total / steps) * usualCycleDays(w, 20);
    w *= 1.4 ** (total / steps);
  }
  expect(w).toBeCloseTo(5, 6);
  const r = reachesByMoults(water(20), { ...g, targetG: 5 })!;
  expect(r.at / DAY).toBeCloseTo(days, 1);
  expect(massByMoults(water(20), g, r.at).meanG).toBeCloseTo(5, 6);
});

test('its interval holds both ends; colder takes longer, freezing never ends', () => {
  const r = reachesByMoults(water(20), { ...g, targetG: 5 })!;
  expect(r.low).toBeLessThan(r.at);
  expect(r.high!).toBeGreaterThan(r.at);
  expect(reachesByMoults(water(12), { ...g, targetG: 5 })!.at).toBeGreaterThan(r.at);
  expect(reachesByMoults(water(0), { ...g, targetG: 5 })).toBeNull();
  const later = massByMoults(water(20), g, 40 * DAY);
  expect(later.low).toBeLessThan(later.meanG);
  expect(massByMoults(water(20), g, 0)).toMatchObject({ meanG: expect.closeTo(1, 9) });
});

test('as a calculation: moults until then; a target below the start and freezing water are refused', () => {
  const input = {
    startG: 1,
    targetG: 1.96,
    gain: 0.4,
    start: '2031-04-14T00:00:00Z',
    temperatures: [{ at: '2031-04-14T00:00:00Z', celsius: 28 }],
  };
  expect(run(calculation, input)).toMatchObject({ moults: expect.closeTo(2, 9), daysBetween: 6 });
  // The first takes 6 days and a little, the second 6 · 1.4^0.3.
  expect(run(calculation, input).days).toBeGreaterThan(12);
  expect(run(calculation, input).days).toBeLessThan(6 + 6 * 1.4 ** 0.3 + 6 * (1.96 ** 0.3 - 1));
  expect(() => run(calculation, { ...input, targetG: 0.5 })).toThrow(/targetG/);
  expect(() => run(calculation, { ...input, temperatures: [{ at: '2031-04-14T00:00:00Z', celsius: -1 }] })).toThrow(
    /too cold/,
  );
});
