import { supplyOf } from './supply';

const none = { chlorineMgPerL: null, mixedL: null, units: [], sourceCelsius: null, celsius: null, altitudeM: null };
const jar = { volumeL: 7, flowLPerMin: 3.5 };
const trough = { volumeL: 60, flowLPerMin: 12 };

test('a head tank of 600 L at 30 L/min holds off half a milligram for some forty-six seconds', () => {
  const units = [{ volumeL: 40, flowLPerMin: 18 }, trough];
  const { neutraliser } = supplyOf({ ...none, chlorineMgPerL: 0.5, mixedL: 600, units });
  // −20 · ln(1 − 0.019 / 0.5) min, all of the flow through the tank.
  expect(neutraliser!.minutes).toBeCloseTo(-20 * Math.log(1 - 0.019 / 0.5), 9);
  expect(neutraliser!.input).toMatchObject({ flowLPerMin: 30, mixedVolumeL: 600 });
});

test('without a head tank the unit whose water is renewed fastest gives the minutes', () => {
  const { neutraliser } = supplyOf({ ...none, chlorineMgPerL: 0.3, units: [trough, jar] });
  expect(neutraliser!.input).toMatchObject({ flowLPerMin: 3.5, mixedVolumeL: 7 });
  expect(neutraliser!.minutes).toBeCloseTo(-2 * Math.log(1 - 0.019 / 0.3), 9);
});

test('no town water, no line; too little chlorine to harm has no end; what is missing is said', () => {
  expect(supplyOf({ ...none, units: [jar] }).neutraliser).toBeNull();
  expect(supplyOf({ ...none, chlorineMgPerL: 0.01, units: [jar] }).neutraliser).toMatchObject({
    minutes: null,
    missing: null,
  });
  expect(supplyOf({ ...none, chlorineMgPerL: 0.3 }).neutraliser!.missing).toBe('set the flow of its units');
  const flowOnly = { volumeL: null, flowLPerMin: 4 };
  expect(supplyOf({ ...none, chlorineMgPerL: 0.3, units: [flowOnly] }).neutraliser!.missing).toBe(
    'set the volume of its units',
  );
});

test('gas by warming: none where it is chilled or the same, above the limit from 4 to 10 °C', () => {
  const gas = (sourceCelsius: number | null, celsius: number | null) =>
    supplyOf({ ...none, sourceCelsius, celsius }).gas;
  expect(gas(10, 4)).toBeNull();
  expect(gas(6, 6.4)).toBeNull();
  expect(gas(null, 10)).toBeNull();
  expect(gas(4, 10)!.percent).toBeGreaterThan(112);
  expect(gas(4, 10)!.percent).toBeLessThan(118);
});
