import { errorOf } from '../../../tests/support/refusedInput';
import { run } from '../calculation';
import { bath, dilution, injection } from './doses';

describe('injection', () => {
  test('2 kg at 10 µg each from 20 µg a millilitre is 1 mL', () => {
    const o = run(injection, { massKg: 2, dosePerKg: 10, doseUnit: 'ug', concentrationPerMl: 20 });
    expect(o).toMatchObject({ totalAmount: 20, totalVolumeMl: 1, parts: [{ amount: 20, volumeMl: 1, sites: 1 }] });
  });

  test('a vial labelled in mg for a dose in µg is a thousandfold, and said', () => {
    const dose = { massKg: 4, dosePerKg: 50, doseUnit: 'ug', concentrationPerMl: 0.5 };
    const inMg = run(injection, { ...dose, concentrationUnit: 'mg' });
    expect(inMg.totalVolumeMl).toBeCloseTo(0.4, 12);
    expect(inMg.warnings?.join()).toMatch(/vial is in mg, the dose in ug/);
    expect(() => run(injection, { ...dose, concentrationUnit: 'ug' })).toThrow(/^concentrationUnit: makes 400 mL/);
  });

  test('parts share the whole; each goes into as many sites as its volume needs', () => {
    const o = run(injection, {
      massKg: 10,
      dosePerKg: 4,
      doseUnit: 'mg',
      concentrationPerMl: 10,
      maxMlPerSite: 1.2,
      parts: [0.1, 0.9],
    });
    expect(o.parts.map((p) => [p.volumeMl, p.sites])).toEqual([
      [expect.closeTo(0.4, 12), 1],
      [expect.closeTo(3.6, 12), 3],
    ]);
    expect(o.totalVolumeMl).toBe(4);
  });

  test('a dose in mL of the product needs no strength', () => {
    expect(run(injection, { massKg: 3, dosePerKg: 0.5, doseUnit: 'mL' }).totalVolumeMl).toBe(1.5);
    expect(
      errorOf(() => run(injection, { massKg: 3, dosePerKg: 0.5, doseUnit: 'mL', concentrationPerMl: 5 })).path,
    ).toBe('concentrationPerMl');
  });

  test.each([
    ['no strength', { concentrationPerMl: undefined }, 'concentrationPerMl'],
    ['international units from milligrams', { concentrationUnit: 'IU' }, 'concentrationUnit'],
    ['a strength in millilitres', { concentrationUnit: 'mL' }, 'concentrationUnit'],
    ['parts that make 0.9', { parts: [0.4, 0.5] }, 'parts'],
    ['a unit that is none', { doseUnit: 'g' }, 'doseUnit'],
    ['a fish without mass', { massKg: 0 }, 'massKg'],
  ])('%s is refused at its field', (_, change, path) => {
    const input = { massKg: 2, dosePerKg: 1, doseUnit: 'mg', concentrationPerMl: 5, ...change };
    expect(errorOf(() => run(injection, input)).path).toBe(path);
  });
});

describe('bath', () => {
  test('100 L at 50 mg/L of a half-strength product are 10 g', () => {
    expect(run(bath, { volumeL: 100, targetMgPerL: 50, activeShare: 0.5 })).toMatchObject({
      productG: 10,
      basis: 'activeSubstance',
    });
  });

  test('what the figure is of changes the dose: by volume of product, by its mass, by what is active', () => {
    const water = { volumeL: 1000, targetMgPerL: 200, activeShare: 0.37, densityKgPerL: 1.08 };
    const g = (basis: string) => run(bath, { ...water, basis }).productG;
    expect(g('productVolume')).toBeCloseTo(216, 9);
    expect(g('productMass')).toBeCloseTo(200, 9);
    expect(g('activeSubstance')).toBeCloseTo(540.54, 2);
    // The same words read the other way are nearly threefold apart.
    expect(g('activeSubstance') / g('productVolume')).toBeCloseTo(2.5, 1);
    expect(run(bath, { ...water, basis: 'productVolume' }).productMl).toBe(200);
    expect(run(bath, { ...water, basis: 'productMass' }).warnings?.join()).toMatch(/plays no part/);
  });

  test('iodine without its share, product by volume without density, a share above one are refused', () => {
    const water = { volumeL: 10, targetMgPerL: 100 };
    expect(errorOf(() => run(bath, { ...water, basis: 'availableIodine' }))).toMatchObject({ path: 'activeShare' });
    expect(errorOf(() => run(bath, { ...water, basis: 'productVolume' })).path).toBe('densityKgPerL');
    expect(errorOf(() => run(bath, { ...water, activeShare: 10 })).path).toBe('activeShare');
  });
});

test('dilution: C₁V₁ = C₂V₂, and water makes nothing stronger', () => {
  expect(run(dilution, { stockConcentration: 100, targetConcentration: 5, targetVolumeL: 10 })).toEqual({
    stockVolumeL: 0.5,
    waterL: 9.5,
  });
  const no = errorOf(() => run(dilution, { stockConcentration: 5, targetConcentration: 100, targetVolumeL: 10 }));
  expect([no.path, no.message]).toEqual(['targetConcentration', expect.stringMatching(/stronger than the stock/)]);
});
