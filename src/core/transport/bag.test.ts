import { run } from '../calculation';
import { oxygenSaturation } from '../water/oxygen';
import { calculation, carbonDioxideSolubility, oxygenOfGas, oxygenUnderPure } from './bag';

const bag = { waterL: 8, gasL: 16, massKg: 1, useMgPerKgHour: 250, celsius: 10, leastMgPerL: 6 };

test('constants against what tables say: a litre of oxygen at 0 °C 1 428 mg, carbon dioxide 0.0339 mol/(L·atm) at 25 °C', () => {
  expect(oxygenOfGas(0)).toBeCloseTo(1427.6, 0);
  expect(carbonDioxideSolubility(25)).toBeCloseTo(0.0339, 3);
  // A fifth of air is oxygen: pure oxygen presses nearly five times as much into the water.
  expect(oxygenUnderPure(10) / oxygenSaturation(10)).toBeCloseTo(4.83, 1);
});

test('by hand: what gas and water hold, less what is there at the least, over what they use', () => {
  const pure = oxygenUnderPure(10);
  const gas = 16 * oxygenOfGas(10);
  const o = run(calculation, bag);
  expect(o.hours).toBeCloseTo((gas + 8 * pure - 6 * (8 + gas / pure)) / 250, 9);
  expect(o).toMatchObject({ limit: 'oxygen' });
  // Nearly all of it stands in the gas.
  expect(o.hours).toBeGreaterThan((0.85 * gas) / 250);
});

test('at the hour that it gives exactly the least is left; before that more, and never below nothing', () => {
  const { hours } = run(calculation, bag);
  expect(run(calculation, { ...bag, hours }).oxygenLeftMgPerL).toBeCloseTo(6, 9);
  expect(run(calculation, { ...bag, hours: 0 }).oxygenLeftMgPerL).toBeCloseTo(oxygenUnderPure(10), 9);
  const late = run(calculation, { ...bag, hours: 10 * hours });
  expect(late.oxygenLeftMgPerL).toBe(0);
  expect(late.warnings).toHaveLength(1);
});

test('more fish, warmth, less gas: shorter; water that was not full begins lower', () => {
  const hours = (more: object) => run(calculation, { ...bag, ...more }).hours;
  expect(hours({ massKg: 2 })).toBeCloseTo(hours({}) / 2, 9);
  expect(hours({ gasL: 8 })).toBeLessThan(hours({}));
  expect(hours({ startMgPerL: 9 })).toBeCloseTo(hours({}) - (8 * (oxygenUnderPure(10) - 9)) / 250, 9);
  const bare = run(calculation, { ...bag, gasL: 0 });
  expect(bare.hours).toBeCloseTo((8 * (oxygenSaturation(10) - 6)) / 250, 9);
  expect(bare.warnings![0]).toMatch(/press the air out/);
});

test('carbon dioxide ends it first where little of it is borne; it rises evenly', () => {
  const o = run(calculation, { ...bag, mostCarbonDioxideMgPerL: 40, hours: 5 });
  expect(o.limit).toBe('carbonDioxide');
  expect(o.hours).toBe(o.carbonDioxideHours);
  expect(o.hours).toBeLessThan(o.oxygenHours);
  expect(run(calculation, { ...bag, mostCarbonDioxideMgPerL: 40, hours: o.hours }).carbonDioxideMgPerL).toBeCloseTo(
    40,
    9,
  );
  expect(run(calculation, { ...bag, mostCarbonDioxideMgPerL: 4000 }).limit).toBe('oxygen');
});

test('less than they bear from the beginning is refused', () => {
  expect(() => run(calculation, { ...bag, gasL: 0, startMgPerL: 5 })).toThrow(/leastMgPerL/);
  expect(() => run(calculation, { ...bag, celsius: 55 })).toThrow(/celsius/);
  expect(() => run(calculation, { ...bag, mass: 1 })).toThrow(/mass/);
});
