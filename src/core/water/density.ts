/**
 * Density of air-free fresh water, kg/m³, 0 to 40 °C: Kell 1975 (J. Chem. Eng. Data 20: 97-105), short form.
 * @example waterDensity(4) // 999.97
 */
export function waterDensity(celsius: number): number {
  const t = celsius;
  return (
    (999.83952 +
      16.945176 * t -
      7.9870401e-3 * t ** 2 -
      46.170461e-6 * t ** 3 +
      105.56302e-9 * t ** 4 -
      280.54253e-12 * t ** 5) /
    (1 + 16.87985e-3 * t)
  );
}

/**
 * Dynamic viscosity of water, Pa·s: the form 2.414·10⁻⁵ · 10^(247.8/(T − 140)), good to some 2.5 % from 0 °C up
 * (Al-Shemmeri 2012). @example waterViscosity(20) // 0.001002
 */
export function waterViscosity(celsius: number): number {
  return 2.414e-5 * 10 ** (247.8 / (celsius + 273.15 - 140));
}
