import { errorOf } from '../../../tests/support/refusedInput';
import { run } from '../calculation';
import { expected } from './expected';
import { displacement, gravimetric } from './gravimetric';
import { packing, trough } from './trough';
import { calculation as volumetric } from './volumetric';

describe('eggs by a row in the trough', () => {
  test('250 mm and 60 in a row: 4.17 mm, 15 963 to a litre by hexagonal layers', () => {
    const o = run(trough, { troughLengthMm: 250, counts: [60, 60, 60] });
    expect(o.diameterMm).toBeCloseTo(250 / 60, 12);
    expect(o.eggsPerL).toBeCloseTo(15_962.58, 1);
    // Rows that agree to the egg tell nothing of how rows differ: a hundredth as usual, and the half egg.
    const usual = Math.hypot(0.6, 0.5 / Math.sqrt(12));
    expect(o.relativeError).toBeCloseTo((3 * 1.959964 * usual) / Math.sqrt(3) / 60, 8);
    expect(o.eggs).toBeUndefined();
  });

  test('an error of the diameter counts three times in the number', () => {
    const o = run(trough, { troughLengthMm: 250, counts: [58, 61, 60.5], totalVolumeMl: 2000 });
    const diameter = (o.diameterHigh - o.diameterLow) / 2 / o.diameterMm;
    expect((o.high! - o.low!) / 2 / o.eggs! / diameter).toBeCloseTo(3, 1);
    expect(o.eggs).toBeCloseTo(o.eggsPerL * 2, 9);
  });

  test('the doubt of packing and of the volume come in by their squares', () => {
    const plain = run(trough, { troughLengthMm: 250, counts: [58, 62], totalVolumeMl: 2000 });
    const more = run(trough, {
      troughLengthMm: 250,
      counts: [58, 62],
      packing: 0.6046,
      packingSd: 0.03,
      totalVolumeMl: 2000,
      totalVolumeSdMl: 40,
    });
    const own = 1.959964 * Math.hypot(0.03 / 0.6046, 40 / 2000);
    expect(more.relativeError).toBeCloseTo(Math.hypot(plain.relativeError, own), 6);
  });

  test('one row, tiny eggs, and an assumed packing are each said; a third of an egg is refused', () => {
    const says = (input: unknown) => run(trough, input).warnings?.join(' ') ?? '';
    expect(says({ troughLengthMm: 250, counts: [60] })).toMatch(/one row only/);
    expect(says({ troughLengthMm: 250, counts: [200, 201, 199.5] })).toMatch(/near a millimetre/);
    expect(says({ troughLengthMm: 250, counts: [60, 61, 60] })).toMatch(/calibrate/);
    expect(says({ troughLengthMm: 250, counts: [60, 61, 60], packing: 0.62, packingSd: 0.01 })).toBe('');
    expect(errorOf(() => run(trough, { troughLengthMm: 250, counts: [60, 60.3] }))).toMatchObject({
      path: 'counts[1]',
    });
    expect(errorOf(() => run(trough, { troughLengthMm: 250, counts: [] })).path).toBe('counts');
  });

  test('a hatchery that calibrates its packing with its own samples gets those samples back', () => {
    const samples = [
      { volumeMl: 50, count: 790 },
      { volumeMl: 50, count: 775 },
      { volumeMl: 50, count: 801 },
    ];
    const p = run(packing, { diameterMm: 4.2, samples });
    const back = run(trough, { troughLengthMm: 4.2 * 60, counts: [60], packing: p.packing, totalVolumeMl: 150 });
    expect(back.eggs).toBeCloseTo(790 + 775 + 801, 6);
    expect(p.low).toBeLessThan(p.packing);
    expect(run(packing, { diameterMm: 5, samples }).warnings?.join()).toMatch(/more than spheres/);
    // A doubt of the diameter of 1 % is one of 3 % in what the eggs fill.
    const wide = run(packing, { diameterMm: 4.2, diameterSdMm: 0.042, samples });
    expect((wide.high - wide.packing) / wide.packing).toBeCloseTo(
      Math.hypot((p.high - p.packing) / p.packing, 1.959964 * 0.03),
      6,
    );
  });
});

test('by weight is by volume with grams for millilitres', () => {
  const counts = [212, 198, 205];
  const byWeight = run(gravimetric, { samples: counts.map((count) => ({ massG: 10, count })), totalMassG: 3000 });
  const byVolume = run(volumetric, { samples: counts.map((count) => ({ volumeMl: 10, count })), totalVolumeMl: 3000 });
  expect(byWeight.eggs).toBe(61_500);
  expect([byWeight.eggs, byWeight.low, byWeight.high]).toEqual([byVolume.eggs, byVolume.low, byVolume.high]);
});

describe('by displaced water', () => {
  test('eggs of 4 mm fill 0.0335 mL each', () => {
    const o = run(displacement, { displacedMl: 335.1032, diameterMm: 4 });
    expect(o.eggs).toBeCloseTo(10_000, 2);
    expect(o.warnings?.join()).toMatch(/threefold is left out/);
    const doubtful = run(displacement, { displacedMl: 335.1032, diameterMm: 4, diameterSdMm: 0.04 });
    expect(doubtful.relativeError).toBeCloseTo(1.959964 * 0.03, 6);
  });

  test('by samples; either those or a diameter, not both and not neither', () => {
    expect(run(displacement, { displacedMl: 400, samples: [{ displacedMl: 20, count: 600 }] }).eggs).toBe(12_000);
    expect(errorOf(() => run(displacement, { displacedMl: 400 })).path).toBe('samples');
    expect(
      errorOf(() => run(displacement, { displacedMl: 400, diameterMm: 4, samples: [{ displacedMl: 2, count: 6 }] }))
        .path,
    ).toBe('samples');
  });
});

test('eggs to expect of a female: the number, what is usual, and whether what came was', () => {
  const of = (eggs?: number) =>
    run(expected, { femaleMassKg: 2, eggsPerKg: 3000, eggsPerKgSd: 500, ...(eggs === undefined ? {} : { eggs }) });
  expect(of()).toEqual({ expected: 6000, low: 6000 - 1959.963984540054, high: 6000 + 1959.963984540054 });
  expect(of(4500)).toMatchObject({ share: 0.75, unusual: false });
  expect(of(3900)).toMatchObject({ unusual: true });
  expect(of(8100)).toMatchObject({ unusual: true });
  const blind = run(expected, { femaleMassKg: 2, eggsPerKg: 3000, eggs: 10 });
  expect([blind.unusual, blind.warnings?.join()]).toEqual([undefined, expect.stringMatching(/cannot be told/)]);
});
