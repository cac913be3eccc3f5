import { all, create } from 'mathjs';
import { CalculationError, parseInput, run } from './calculation';
import { rateFunction } from './development/model';
import { betaCdf, chiSquareUpper, normalCdf, normalQuantile, studentQuantile } from './distributions';
import { loadCalculation, registry } from './registry';

const math = create(all!, {});

/** A reader's pocket calculator: evaluates the expressions of a working with an evaluator that is not ours. */
function scope(): Map<string, unknown> {
  return new Map<string, unknown>(
    Object.entries({
      studentQuantile,
      normalQuantile,
      normalCdf,
      betaCdf,
      chiSquareUpper,
      ln: Math.log,
      log10: Math.log10,
      tableDays: (points: { toArray(): [number, number][] }, celsius: number) =>
        1 /
        rateFunction({ kind: 'table', points: points.toArray().map(([c, days]) => ({ celsius: c, days })) })(celsius),
    }),
  );
}

const more: Record<string, unknown[]> = {
  'health.sampleSize': [
    { population: 10, prevalence: 0.05 },
    { population: 4000, prevalence: 0.02, confidence: 0.99, sensitivity: 0.8 },
  ],
  'health.withdrawal': [{ days: 12.5, from: '2031-04-14T08:00:00+02:00' }],
  'health.vaccine': [{ number: 900, doseMl: 0.05, wasteShare: 0, perHandHour: 600, hands: 1 }],
  'transport.bag': [
    { waterL: 10, gasL: 20, massKg: 1, useMgPerKgHour: 300, celsius: 14, leastMgPerL: 5 },
    { waterL: 10, gasL: 0, massKg: 0.2, useMgPerKgHour: 200, celsius: 8, startMgPerL: 11, leastMgPerL: 6, hours: 2 },
  ],
  'release.allocate': [
    {
      lots: [{ id: 'A', number: 10 }],
      sites: [
        { id: 'x', target: 0 },
        { id: 'y', target: 25 },
      ],
    },
  ],
  'sample.meanWeight': [
    { batches: [{ massG: 12, count: 40 }] },
    { batches: [{ massG: 12, count: 40 }], priorCv: 0.05 },
  ],
  'count.byWeight': [
    {
      batches: [
        { massG: 12, count: 40 },
        { massG: 12.4, count: 41 },
      ],
      totalMassG: 5000,
      totalMassSdG: 40,
      priorCv: 0.04,
    },
  ],
  'eggs.volumetric': [{ samples: [{ volumeMl: 10, count: 212 }], totalVolumeMl: 3000, totalVolumeSdMl: 30 }],
  'eggs.trough': [
    { troughLengthMm: 250, counts: [60] },
    { troughLengthMm: 250, counts: [58, 63], packing: 0.61, packingSd: 0.02, totalVolumeMl: 900, totalVolumeSdMl: 10 },
  ],
  'eggs.packing': [{ diameterMm: 4, samples: [{ volumeMl: 10, count: 190 }] }],
  'eggs.displacement': [{ displacedMl: 400, displacedSdMl: 4, diameterMm: 4, diameterSdMm: 0.05 }],
  'eggs.expected': [
    { femaleMassKg: 2, eggsPerKg: 2000 },
    { femaleMassKg: 2, eggsPerKg: 2000, eggsPerKgSd: 1500, eggs: 9000 },
  ],
  'genetics.kinship': [
    { animals: [{ id: 'a' }, { id: 'b', sire: 'x', dam: 'a' }], among: ['b', 'a'] },
    {
      animals: [
        { id: 's' },
        { id: 'd' },
        { id: 'x', sire: 's', dam: 'd' },
        { id: 'y', sire: 's', dam: 'x' },
        { id: 'z', sire: 's', dam: 'y' },
      ],
    },
  ],
  'genetics.matingPlan': [
    {
      females: [{ id: 'a' }, { id: 'b' }, { id: 'c' }],
      males: [{ id: 'm' }, { id: 'n' }, { id: 'o' }],
      malesPerFemale: 2,
      kinship: {
        order: ['a', 'b', 'c', 'm', 'n', 'o'],
        matrix: [
          [0.5, 0, 0, 0.25, 0, 0.1],
          [0, 0.5, 0, 0, 0.125, 0],
          [0, 0, 0.5, 0.0625, 0, 0],
          [0.25, 0, 0.0625, 0.5, 0, 0],
          [0, 0.125, 0, 0, 0.5, 0],
          [0.1, 0, 0, 0, 0, 0.5],
        ],
      },
      objective: 'meanKinship',
    },
  ],
  'genetics.effectiveSize': [{ males: 2, females: 100 }],
  'dose.injection': [
    { massKg: 2, dosePerKg: 0.5, doseUnit: 'mL' },
    { massKg: 2, dosePerKg: 1000, doseUnit: 'IU', concentrationPerMl: 500, maxMlPerSite: 2 },
  ],
  'dose.bath': [
    { volumeL: 200, targetMgPerL: 167, basis: 'productVolume', densityKgPerL: 1.08 },
    { volumeL: 200, targetMgPerL: 10 },
  ],
  'eggs.combine': [
    {
      estimates: [
        { value: 1000, sd: 10 },
        { value: 1100, sd: 10 },
      ],
    },
  ],
  'development.rate': [
    {
      model: {
        kind: 'table',
        points: [
          { celsius: 2, days: 160 },
          { celsius: 4, days: 105 },
          { celsius: 8, days: 53 },
        ],
      },
      celsius: 5,
    },
    { model: { kind: 'power', a: 5.1908, b: -2.6562, alpha: -11 }, celsius: 5 },
    { model: { kind: 'exponential', a: 200, k: 0.12 }, celsius: 5 },
  ],
  'water.oxygenSaturation': [
    { celsius: 20, salinityPpt: 30, pressureKpa: 95 },
    { celsius: 5, altitudeM: 1200 },
  ],
  'growth.thermal': [{ startG: 1, tgc: 0.8, degreeDays: 300 }],
  'growth.own': [
    { prior: { mean: 0.9, cv: 0.2 }, intervals: [] },
    { prior: { mean: 0.9, cv: 0.2 }, intervals: [{ startG: 1, startSdG: 0, endG: 2, endSdG: 0, degreeDays: 300 }] },
  ],
  'feed.ration': [
    {
      method: 'table',
      table: [1, 10].flatMap((massG) =>
        [8, 12].map((celsius) => ({ massG, celsius, percentPerDay: 6 - massG / 5 + celsius / 10 })),
      ),
      massG: 3,
      celsius: 9,
      number: 800,
      oxygen: { flowLPerMin: 2, inMgPerL: 10, outMgPerL: 7, mgPerGFeed: 250 },
    },
    { method: 'table', table: [{ massG: 1, celsius: 8, percentPerDay: 3 }], massG: 1, celsius: 8 },
    {
      method: 'hatcheryConstant',
      conversion: 1.1,
      lengthGainMmPerDay: 0.6,
      lengthMm: 52,
      massG: 1.4,
      number: 9000,
      ammonia: { flowLPerMin: 20, mostMgPerL: 0.8, proteinShare: 0.52 },
    },
    { method: 'appetite', offeredG: 90, left: 'none', least: 20, most: 95, mealsPerDay: 3 },
  ],
  'feed.conversion': [{ feedG: 10, startMassG: 100, endMassG: 90 }],
  'feed.pellet': [{ lengthMm: 33, sizes: [{ id: 'a', fromMm: 30, toMm: 40 }] }],
  'feed.stock': [
    { stockKg: 3, dailyKg: [5], leadDays: 2 },
    { stockKg: 30, dailyKg: [5, 4], leadDays: 2 },
    { stockKg: 3, dailyKg: [1, 0], leadDays: 2 },
    { stockKg: 0, dailyKg: [1, 2], leadDays: 2 },
    { stockKg: 10, dailyKg: [0, 5, 5], leadDays: 1 },
  ],
  'feed.regime': [{ by: 'degreeDays', steps: [{ feed: 'a', from: 40, to: 80 }], at: 20 }],
  'liveFeed.density': [
    { volumeL: 400, targetPerMl: 5, larvae: 9000, eatenPerLarvaPerDay: 100, hours: 3 },
    { volumeL: 400, targetPerMl: 1, flowLPerMin: 20, hours: 30 },
  ],
  'liveFeed.rotifer': [
    {
      counts: [
        { at: '2031-04-11T06:00:00Z', perMl: 300 },
        { at: '2031-04-12T06:00:00Z', perMl: 200 },
      ],
    },
  ],
  'water.capacity': [
    {
      lengthMm: 62,
      massG: 2.4,
      volumeL: 900,
      flowLPerMin: 24,
      ammonia: { mostMgPerL: 0.5, madeMgPerKgHour: 18 },
    },
  ],
};

describe.each(registry.map((c) => c.id))('%s', (id) => {
  test('every step of its working re-evaluates to the number shown, and ends at the answer', async () => {
    const c = (await loadCalculation(id))!;
    expect(c.id).toBe(id);
    for (const example of [c.example, ...(more[id] ?? [])]) {
      const input = parseInput(c, example);
      const output = c.compute(input) as Record<string, unknown>;
      expect(c.output.safeParse(output).success).toBe(true);
      const names = scope();
      const working = c.working(input, output as never);
      expect(working.steps.length).toBeGreaterThan(0);
      for (const s of working.steps) {
        const value = math.evaluate(s.expression, names) as number;
        expect(Math.abs(value - s.value)).toBeLessThanOrEqual(1e-6 * Math.max(1, Math.abs(s.value)));
        names.set(s.name, value);
        const told = output[s.name];
        if (typeof told === 'number')
          expect(Math.abs(value - told)).toBeLessThanOrEqual(1e-6 * Math.max(1, Math.abs(told)));
      }
      expect(c.source.length).toBeGreaterThan(3);
    }
  });
});

describe('published and derivable values', () => {
  const of = async (id: string, input: unknown) => run((await loadCalculation(id))!, input) as Record<string, number>;

  test('oxygen at saturation, Benson and Krause 1984 as tabulated: 0, 10, 20, 30 °C in fresh water, 20 °C at 35 ppt', async () => {
    for (const [celsius, want] of [
      [0, 14.621],
      [10, 11.288],
      [20, 9.092],
      [30, 7.559],
    ] as const)
      expect((await of('water.oxygenSaturation', { celsius })).mgPerL).toBeCloseTo(want, 2);
    expect((await of('water.oxygenSaturation', { celsius: 20, salinityPpt: 35 })).mgPerL).toBeCloseTo(7.35, 1);
  });

  // The table took 0 °C as 273.2 K: its last figure differs.
  test('un-ionised ammonia, Emerson et al. 1975 as tabulated: 10 and 20 °C at pH 8', async () => {
    expect(100 * (await of('water.unionisedAmmonia', { celsius: 10, pH: 8, tanMgPerL: 1 })).fraction!).toBeCloseTo(
      1.83,
      1,
    );
    expect(100 * (await of('water.unionisedAmmonia', { celsius: 20, pH: 8, tanMgPerL: 1 })).fraction!).toBeCloseTo(
      3.82,
      1,
    );
  });

  test('Wilson’s interval at the ends: none and all of ten', async () => {
    expect((await of('sample.proportion', { successes: 0, trials: 10 })).high).toBeCloseTo(0.2775, 4);
    expect((await of('sample.proportion', { successes: 10, trials: 10 })).low).toBeCloseTo(0.7225, 4);
  });

  test('sample.decide: the number still needed settles it, one less does not', async () => {
    const decide = async (s: number, n: number) =>
      of('sample.decide', { successes: s, trials: n, threshold: 0.6 }) as unknown as {
        verdict: string;
        moreNeeded: number;
        probabilityAbove: number;
      };
    const first = await decide(36, 50);
    expect(first.verdict).toBe('yes');
    const open = await decide(7, 10);
    expect(open.verdict).toBe('look at more');
    const n = 10 + open.moreNeeded;
    expect(1 - betaCdf(0.6, 0.7 * n + 1, 0.3 * n + 1)).toBeGreaterThanOrEqual(0.95);
    expect(1 - betaCdf(0.6, 0.7 * (n - 1) + 1, 0.3 * (n - 1) + 1)).toBeLessThan(0.95);
    expect((await decide(60, 100)).moreNeeded).toBeNull();
  });

  test('two lucky batches are not settled; five alike are; one that does not fit is named', async () => {
    const batch = (massG: number, count = 40) => ({ massG, count });
    const mean = async (batches: unknown[], priorCv?: number) =>
      of('sample.meanWeight', { batches, priorCv }) as unknown as { settled: boolean; outliers: number[] };
    expect((await mean([batch(12), batch(12.001)])).settled).toBe(false);
    expect((await mean([batch(12), batch(12.1), batch(11.9), batch(12.05), batch(11.95)])).settled).toBe(true);
    expect((await mean([batch(12), batch(12.1), batch(16), batch(11.9), batch(12.05), batch(11.95)])).outliers).toEqual(
      [2],
    );
    expect((await mean([batch(12), batch(12), batch(20)])).outliers).toEqual([]);
  });

  test('bad input names its field', async () => {
    const c = (await loadCalculation('sample.proportion'))!;
    expect(() => run(c, { successes: 5, trials: 4 })).toThrow(CalculationError);
    expect(() => run(c, { successes: 5, trials: 4 })).toThrow(/^successes: /);
    const table = {
      kind: 'table',
      points: [
        { celsius: 8, days: 30 },
        { celsius: 12, days: 20 },
      ],
    };
    await expect(of('development.rate', { model: table, celsius: 5 })).rejects.toThrow(
      /^celsius: 5 °C lies outside the table, 8 to 12/,
    );
  });
});
