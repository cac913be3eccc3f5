import { run } from '../calculation';
import { waterDensity, waterViscosity } from '../water/density';
import { calculation, RESET_FROM, rollingChange, rollingSpeed } from './rolling';

const jar = { eggDiameterMm: 2.5, eggDensityKgPerM3: 1060, jarDiameterCm: 15 };

describe('the speed that lifts a bed', () => {
  test('for the smallest eggs it is that of creeping flow: d² Δρ g / 1650 μ', () => {
    // At small Ar the root is 33.7 + 0.0408 Ar / 67.4: Re = Ar / 1652.
    const d = 0.2;
    const ar = ((d / 1000) ** 2 * (1060 - waterDensity(10)) * 9.80665) / (((2 * 33.7) / 0.0408) * waterViscosity(10));
    expect(rollingSpeed(d, 1060, 10) / ar).toBeCloseTo(1, 2);
  });

  test('heavier and larger eggs want more, warmer water lifts less', () => {
    expect(rollingSpeed(3, 1060, 10)).toBeGreaterThan(rollingSpeed(2, 1060, 10));
    expect(rollingSpeed(2, 1080, 10)).toBeGreaterThan(rollingSpeed(2, 1060, 10));
    expect(rollingSpeed(2, 1060, 14)).toBeGreaterThan(rollingSpeed(2, 1060, 10));
  });
});

describe('the change of a flow', () => {
  test('is nothing without a change of the water, and undone by the way back', () => {
    expect(rollingChange(2.5, 1060, 9, 9)).toBe(0);
    const [there, back] = [rollingChange(2.5, 1060, 9, 14), rollingChange(2.5, 1060, 14, 9)];
    expect((1 + there) * (1 + back)).toBeCloseTo(1, 12);
    expect(there).toBeGreaterThan(0);
  });

  test('does not depend on the jar: the calculation gives the same for any width', () => {
    for (const jarDiameterCm of [10, 15, 22]) {
      const o = run(calculation, { ...jar, jarDiameterCm, celsius: 12, toCelsius: 7 });
      expect(o.change).toBeCloseTo(rollingChange(2.5, 1060, 12, 7), 12);
      expect(o.toFlowLPerMin! / o.flowLPerMin - 1).toBeCloseTo(o.change!, 12);
    }
  });

  test('is said from a twentieth on, and which way', () => {
    const says = (to: number) => run(calculation, { ...jar, celsius: 12, toCelsius: to }).warnings?.[0] ?? '';
    expect(says(12.5)).toBe('');
    expect(Math.abs(rollingChange(2.5, 1060, 12, 12.5))).toBeLessThan(RESET_FROM);
    expect(says(6)).toMatch(/colder water lifts more: close the jar by \d+ %/);
    expect(says(18)).toMatch(/warmer water lifts less: open the jar by \d+ %/);
  });

  test('hardly depends on the density that is assumed', () => {
    const [light, heavy] = [1040, 1090].map((rho) => rollingChange(2.5, rho, 5, 12));
    expect(Math.abs(light! - heavy!)).toBeLessThan(0.06);
  });
});
