import fc from 'fast-check';
import { run } from '../calculation';
import { calculation as ammonia, unionisedFraction } from './ammonia';
import { calculation as oxygen, oxygenSaturation, standardPressureKpa } from './oxygen';

describe('oxygen at saturation', () => {
  // Fresh water at 101.325 kPa, mg/L: the table made from Benson and Krause 1984 that Standard Methods (4500-O) prints.
  test.each([
    [0, 14.621],
    [5, 12.77],
    [10, 11.288],
    [15, 10.084],
    [20, 9.092],
    [25, 8.263],
    [30, 7.559],
    [35, 6.949],
  ])('at %i °C is %f mg/L', (celsius, mgPerL) => {
    expect(oxygenSaturation(celsius)).toBeCloseTo(mgPerL, 2);
  });

  test('falls with warmth, with salt, and with height', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 39, noNaN: true }), fc.double({ min: 0, max: 39, noNaN: true }), (c, s) => {
        expect(oxygenSaturation(c + 1, s)).toBeLessThan(oxygenSaturation(c, s));
        expect(oxygenSaturation(c, s + 1)).toBeLessThan(oxygenSaturation(c, s));
        expect(oxygenSaturation(c, s, 90)).toBeLessThan(oxygenSaturation(c, s, 101.325));
      }),
      { numRuns: 200 },
    );
  });

  // ISO 2533 standard atmosphere: 1 000 m 89.875 kPa, 3 000 m 70.109 kPa.
  test.each([
    [0, 101.325],
    [1000, 89.875],
    [3000, 70.109],
  ])('the standard pressure at %i m is %f kPa', (metres, kpa) => {
    expect(standardPressureKpa(metres)).toBeCloseTo(kpa, 1);
  });

  test('percent of what it can hold; a probe that shows too much is doubted; height and pressure together are refused', () => {
    expect(run(oxygen, { celsius: 20, measuredMgPerL: 4.546 }).percent).toBeCloseTo(50, 1);
    expect(run(oxygen, { celsius: 20, measuredMgPerL: 13 }).warnings?.join()).toMatch(/130 %/);
    expect(() => run(oxygen, { celsius: 20, altitudeM: 100, pressureKpa: 100 })).toThrow(/not both/);
    expect(() => run(oxygen, { celsius: 68 })).toThrow(/another unit/);
  });
});

describe('the toxic share of ammonia', () => {
  // Per cent un-ionised in fresh water, Emerson et al. 1975, table 2.
  test.each([
    [10, 7, 0.186],
    [10, 8, 1.83],
    [20, 7, 0.396],
    [20, 8, 3.82],
    [20, 9, 28.4],
    [25, 8, 5.38],
  ])('at %i °C and pH %f is %f %%', (celsius, pH, percent) => {
    expect(100 * unionisedFraction(celsius, pH)).toBeCloseTo(percent, percent < 1 ? 2 : percent < 10 ? 1 : 0);
  });

  test('one pH more makes it about ten times as toxic while it is little', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 30, noNaN: true }),
        fc.double({ min: 5, max: 6.5, noNaN: true }),
        (c, pH) => {
          const times = unionisedFraction(c, pH + 1) / unionisedFraction(c, pH);
          expect(times).toBeGreaterThan(9.7);
          expect(times).toBeLessThan(10);
        },
      ),
    );
  });

  test('total in, toxic out; outside the fit it says so', () => {
    expect(run(ammonia, { celsius: 20, pH: 8, tanMgPerL: 2 }).nh3MgPerL).toBeCloseTo(0.0764, 3);
    expect(run(ammonia, { celsius: 35, pH: 11, tanMgPerL: 2 }).warnings).toHaveLength(2);
    expect(() => run(ammonia, { celsius: 20, pH: 15, tanMgPerL: 2 })).toThrow(/0 to 14/);
  });
});
