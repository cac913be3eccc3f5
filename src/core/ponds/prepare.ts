import { z } from 'zod';
import { CalculationError, defineCalculation, type Step, schema } from '../calculation';
import { idsOf } from '../ids';
import { DAY_MS } from '../time/spans';

/** Limes by what a kilogram neutralises against one of pure calcium carbonate: by their molar masses. */
export const limes = {
  carbonate: { word: 'agricultural lime', worth: 1, caustic: false },
  hydrated: { word: 'hydrated lime', worth: 100.087 / 74.093, caustic: true },
  quick: { word: 'quicklime', worth: 100.087 / 56.077, caustic: true },
} as const;
export type Lime = keyof typeof limes;
export const limeIds = idsOf(limes);

export const soils = ['clay', 'loam', 'sand'] as const;
export type Soil = (typeof soils)[number];

/** Calcium carbonate by pH of the mud, tonnes a hectare; a row holds up to its pH. After Boyd 1982, as remembered: verify. */
const REQUIREMENT: readonly { below: number; clay: number; loam: number; sand: number }[] = [
  { below: 4, clay: 14.32, loam: 7.16, sand: 4.475 },
  { below: 4.5, clay: 10.74, loam: 5.37, sand: 4.475 },
  { below: 5, clay: 8.95, loam: 4.475, sand: 3.58 },
  { below: 5.5, clay: 5.37, loam: 3.58, sand: 1.79 },
  { below: 6, clay: 3.58, loam: 1.79, sand: 0.895 },
  { below: 6.5, clay: 1.79, loam: 1.79, sand: 0 },
];

/** Lime for a pond's mud, kg a square metre, as the lime that is at hand. @example limeFor(5.2, 'loam', 'carbonate') // 0.358 */
export function limeFor(pH: number, soil: Soil, lime: Lime): number {
  const row = REQUIREMENT.find((r) => pH < r.below);
  return row === undefined ? 0 : (row[soil] * 1000) / 10_000 / limes[lime].worth;
}

/** Steps of a pond's preparation in their order, each with the days that it takes. */
export const pondSteps = {
  drain: { word: 'drain, take out what is left', days: 2, dry: false },
  dry: { word: 'dry until the mud cracks', days: 10, dry: true },
  repair: { word: 'dykes, gate and screens tight; level', days: 2, dry: false },
  lime: { word: 'lime', days: 1, dry: true },
  rest: { word: 'let the lime work', days: 7, dry: false },
  flush: { word: 'flood and drain', days: 2, dry: false },
  poison: { word: 'kill unwanted fish', days: 1, dry: false },
  withhold: { word: 'wait until it is harmless', days: 0, dry: false },
  fertilise: { word: 'fertilise', days: 1, dry: true },
  fill: { word: 'let water in, step by step', days: 7, dry: false },
  bloom: { word: 'wait for the bloom', days: 7, dry: false },
  stock: { word: 'stock', days: 0, dry: false },
} as const;
export type PondStep = keyof typeof pondSteps;
export const pondStepIds = idsOf(pondSteps);

const input = z
  .strictObject({
    areaM2: schema.positive,
    /** When it is to be stocked, or when it is drained: one of them. */
    stock: schema.instant.optional(),
    start: schema.instant.optional(),
    soilPH: z.number().min(2, 'is no pH of mud').max(11, 'is no pH of mud').optional(),
    soil: z.enum(soils).optional(),
    lime: z.enum(limeIds).optional(),
    /** Mineral or organic: kilograms a hectare, and what share of it is nitrogen and phosphorus pentoxide. */
    fertilisers: z
      .array(
        z.strictObject({
          name: z.string().min(1, 'is empty').max(80),
          kgPerHa: schema.positive,
          nitrogenShare: z.number().min(0).max(1, 'is a share: from 0 to 1').optional(),
          phosphateShare: z.number().min(0).max(1, 'is a share: from 0 to 1').optional(),
        }),
      )
      .max(10)
      .optional(),
    poison: z
      .strictObject({
        name: z.string().min(1, 'is empty').max(80),
        /** In the water that is left when it is given. */
        mgPerL: schema.positive,
        depthCm: schema.positive,
        withholdDays: z.number().min(0, 'cannot be negative').max(120, 'is longer than a season'),
      })
      .optional(),
    depthCm: z.number().gt(0, 'must be above 0').max(600, 'is no pond: cm').optional(),
    /** Days of rain, by their beginning: steps that need dry weather wait. */
    rain: z.array(schema.instant).max(200).optional(),
    /** Own days of a step; 0 leaves it out. */
    days: z.partialRecord(z.enum(pondStepIds), z.number().int().min(0).max(120)).optional(),
  })
  .superRefine((i, c) => {
    if ((i.stock === undefined) === (i.start === undefined))
      c.addIssue({ code: 'custom', path: ['stock'], message: 'say either when it is stocked or when it is drained' });
  });
type Input = z.output<typeof input>;

/** Steps that this pond has, with their days. */
function stepsOf(i: Input): { id: PondStep; days: number }[] {
  return pondStepIds
    .map((id) => ({
      id,
      days: i.days?.[id] ?? (id === 'withhold' ? (i.poison?.withholdDays ?? 0) : pondSteps[id].days),
    }))
    .filter(({ id, days }) => {
      if (id === 'stock') return true;
      if ((id === 'lime' || id === 'rest') && i.lime === undefined) return false;
      if ((id === 'poison' || id === 'withhold') && !i.poison) return false;
      if (id === 'fertilise' && !(i.fertilisers ?? []).length) return false;
      return days > 0;
    });
}

/** The chain from its first day on, each step that needs dry weather longer by the days that it rains. */
function chainFrom(i: Input, start: number): { id: PondStep; from: number; to: number; rained: number }[] {
  const rain = new Set((i.rain ?? []).map((r) => Math.floor((Date.parse(r) - start) / DAY_MS)));
  let day = 0;
  return stepsOf(i).map(({ id, days }) => {
    const first = day;
    let left = days;
    let rained = 0;
    while (left > 0) {
      if (pondSteps[id].dry && rain.has(day)) rained += 1;
      else left -= 1;
      day += 1;
    }
    return { id, from: start + first * DAY_MS, to: start + day * DAY_MS, rained };
  });
}

/** The day on which it must be begun, so that it is ready in time: rain on the way pushes it forward. */
function startFor(i: Input): number {
  const stock = Date.parse(i.stock!);
  for (let back = stepsOf(i).reduce((s, x) => s + x.days, 0); back < 400; back++) {
    const start = stock - back * DAY_MS;
    if (chainFrom(i, start).at(-1)!.from <= stock) return start;
  }
  throw new CalculationError('input', 'rain', 'rains on every day of the chain: it never gets dry');
}

export type PondChain = {
  id: PondStep;
  word: string;
  from: string;
  to: string;
  amounts?: { what: string; kg: number }[];
  rained?: number;
};

const says = (iso: number) => new Date(iso).toISOString();

/** The chain that makes a pond ready, dated, with what it takes for its area. */
export const calculation = defineCalculation({
  id: 'pond.prepare',
  title: 'Preparation of a pond',
  asks: 'What is done on which day, and how much of what, until the pond can be stocked?',
  input,
  output: z.strictObject({
    start: z.string(),
    ready: z.string(),
    steps: z.array(
      z.strictObject({
        id: z.enum(pondStepIds),
        word: z.string(),
        from: z.string(),
        to: z.string(),
        amounts: z.array(z.strictObject({ what: z.string(), kg: z.number() })).optional(),
        rained: z.number().optional(),
      }),
    ),
    limeKg: z.number().optional(),
    withheldUntil: z.string().optional(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    if (i.lime !== undefined && i.soilPH === undefined)
      throw new CalculationError('input', 'soilPH', 'is needed for lime: measure it in the mud');
    const start = i.start === undefined ? startFor(i) : Date.parse(i.start);
    const chain = chainFrom(i, start);
    const limeKg = i.lime === undefined ? null : limeFor(i.soilPH!, i.soil ?? 'clay', i.lime) * i.areaM2;
    const amounts = (id: PondStep): { what: string; kg: number }[] => {
      if (id === 'lime') return [{ what: limes[i.lime!].word, kg: limeKg! }];
      if (id === 'poison')
        return [{ what: i.poison!.name, kg: (i.areaM2 * (i.poison!.depthCm / 100) * i.poison!.mgPerL) / 1000 }];
      if (id === 'fertilise') return i.fertilisers!.map((x) => ({ what: x.name, kg: (x.kgPerHa * i.areaM2) / 10_000 }));
      return [];
    };
    const withheld = chain.find((c) => c.id === 'withhold')?.to;
    const rained = chain.reduce((s, c) => s + c.rained, 0);
    const warnings = [
      ...(rained > 0 ? [`rain holds it up by ${rained} ${rained === 1 ? 'day' : 'days'}`] : []),
      ...(i.lime !== undefined && limes[i.lime].caustic
        ? [
            `${limes[i.lime].word} burns skin, eyes and lungs: goggles, gloves, no wind; never onto water with fish in it`,
          ]
        : []),
      ...(limeKg === 0 ? ['mud of this pH asks for no lime'] : []),
      ...(i.lime !== undefined && i.soil === undefined
        ? ['the soil is not said: reckoned as clay, which asks for most']
        : []),
    ];
    return {
      start: says(start),
      ready: says(chain.at(-1)!.from),
      steps: chain.map((c) => {
        const own = amounts(c.id);
        return {
          id: c.id,
          word: pondSteps[c.id].word,
          from: says(c.from),
          to: says(c.to),
          ...(own.length > 0 ? { amounts: own } : {}),
          ...(c.rained > 0 ? { rained: c.rained } : {}),
        };
      }),
      ...(limeKg === null ? {} : { limeKg }),
      ...(withheld === undefined ? {} : { withheldUntil: says(withheld) }),
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const lime: Step[] =
      i.lime === undefined
        ? []
        : [
            {
              name: 'perM2',
              says: `lime of mud at pH ${i.soilPH}, as calcium carbonate, kg for a square metre`,
              expression: String(limeFor(i.soilPH!, i.soil ?? 'clay', 'carbonate')),
              value: limeFor(i.soilPH!, i.soil ?? 'clay', 'carbonate'),
            },
            {
              name: 'limeKg',
              says: `as ${limes[i.lime].word}`,
              expression: `perM2 * ${i.areaM2} / ${limes[i.lime].worth}`,
              value: o.limeKg!,
              unit: 'kg',
            },
          ];
    const others: Step[] = o.steps.flatMap((s) =>
      s.id === 'lime'
        ? []
        : (s.amounts ?? []).map((a, k) => ({
            name: `${s.id}${k + 1}`,
            says: a.what,
            expression:
              s.id === 'poison'
                ? `${i.areaM2} * ${i.poison!.depthCm} / 100 * ${i.poison!.mgPerL} / 1000`
                : `${i.fertilisers![k]!.kgPerHa} * ${i.areaM2} / 10000`,
            value: a.kg,
            unit: 'kg',
          })),
    );
    const days = (Date.parse(o.ready) - Date.parse(o.start)) / DAY_MS;
    return {
      formula: 'each step after the other; those that need dry weather wait out the rain; amount = rate · area',
      steps: [
        ...lime,
        ...others,
        { name: 'days', says: 'from draining to stocking', expression: String(days), value: days, unit: 'days' },
      ],
    };
  },
  source:
    'Lime by pH of the mud: after Boyd 1982, Water Quality Management for Pond Fish Culture: verify; worth of limes by their molar masses; days of the steps: verify',
  validWhen: 'A pond that is drained and dried between runs.',
  cautions: [
    'What kills fish kills more than fish: only what local law allows, by who may, with the outflow shut until the label’s time is over.',
    'Before stocking, a few fish in a net cage for a day tell more than the calendar.',
  ],
  example: {
    areaM2: 2400,
    stock: '2031-05-20T06:00:00Z',
    soilPH: 5.8,
    soil: 'loam',
    lime: 'carbonate',
    fertilisers: [{ name: 'compost', kgPerHa: 2000 }],
    depthCm: 120,
    rain: ['2031-04-22T06:00:00Z'],
  },
});

/** What fertilisers bring, kg of nitrogen and of phosphorus pentoxide. */
export const nutrientsOf = (
  fertilisers: readonly { kgPerHa: number; nitrogenShare?: number; phosphateShare?: number }[],
  areaM2: number,
): { nitrogenKg: number; phosphateKg: number } => ({
  nitrogenKg: fertilisers.reduce((s, f) => s + (f.kgPerHa * (f.nitrogenShare ?? 0) * areaM2) / 10_000, 0),
  phosphateKg: fertilisers.reduce((s, f) => s + (f.kgPerHa * (f.phosphateShare ?? 0) * areaM2) / 10_000, 0),
});
