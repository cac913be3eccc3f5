import { loadCalculation } from '../registry';
import { bowlMinutes } from './bowl';
import { oxygenSaturation } from './oxygen';

const bowl = { volumeL: 10, massG: 500, celsius: 14, leastMgPerL: 6, useMgPerKgHour: 600 };

test('by hand: ten litres at 14 °C hold 10.3 mg/L, half a kilogram uses 300 mg an hour', () => {
  expect(bowlMinutes(bowl)).toBeCloseTo((60 * 10 * (oxygenSaturation(14) - 6)) / 300, 9);
  expect(bowlMinutes(bowl)).toBeGreaterThan(8);
  expect(bowlMinutes(bowl)).toBeLessThan(9);
});

test('warmer water, more fish, less water: shorter; where full water does not hold enough it is no time at all', () => {
  const minutes = (more: Partial<typeof bowl>) => bowlMinutes({ ...bowl, ...more });
  expect(minutes({ celsius: 20 })).toBeLessThan(minutes({}));
  expect(minutes({ massG: 1000 })).toBeCloseTo(minutes({}) / 2, 9);
  expect(minutes({ volumeL: 5 })).toBeCloseTo(minutes({}) / 2, 9);
  expect(minutes({ leastMgPerL: 12 })).toBe(0);
});

test('the same as minutes to danger of the calculators, which is asked with what the water holds', async () => {
  const danger = await loadCalculation('water.minutesToDanger');
  const { minutes } = danger!.compute({
    volumeL: 10,
    number: 1,
    oxygenMgPerL: oxygenSaturation(14),
    criticalMgPerL: 6,
    useMgPerHour: 300,
  } as never) as { minutes: number };
  expect(bowlMinutes(bowl)).toBeCloseTo(minutes, 9);
});
