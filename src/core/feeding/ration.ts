import { z } from 'zod';
import { nextMeal, trayInput } from '../appetite/next';
import { CalculationError, defineCalculation, type Step, schema } from '../calculation';
import { plain } from '../quantities/format';

/** Total ammonia nitrogen made of protein that is fed, g a g: Timmons and Ebeling 2010. `verify` */
export const TAN_PER_PROTEIN = 0.092;
const MINUTES_A_DAY = 1440;

const massRow = z.strictObject({
  massG: schema.positive,
  celsius: z.number(),
  /** Share of the body mass that is fed a day, %. */
  percentPerDay: schema.nonNegative,
});
export type RationRow = z.output<typeof massRow>;

const caps = {
  /** Feed that the oxygen coming in allows. */
  oxygen: z
    .strictObject({
      flowLPerMin: schema.positive,
      inMgPerL: schema.nonNegative,
      outMgPerL: schema.nonNegative,
      /** Oxygen that a gram of feed costs, mg. */
      mgPerGFeed: schema.positive,
    })
    .optional(),
  /** Feed whose ammonia the flow carries away. */
  ammonia: z
    .strictObject({
      flowLPerMin: schema.positive,
      inMgPerL: schema.nonNegative.default(0),
      /** Total ammonia nitrogen that the water may have when it leaves. */
      mostMgPerL: schema.positive,
      proteinShare: z.number().gt(0, 'must be above 0').max(1, 'is a share: from 0 to 1'),
      tanPerProtein: schema.positive.default(TAN_PER_PROTEIN),
    })
    .optional(),
};

const input = z.discriminatedUnion('method', [
  z.strictObject({
    method: z.literal('table'),
    table: z.array(massRow).min(1, 'needs at least one row'),
    massG: schema.positive,
    celsius: z.number(),
    number: schema.positive.optional(),
    ...caps,
  }),
  z.strictObject({
    method: z.literal('growth'),
    massG: schema.positive,
    number: schema.positive,
    tgc: schema.positive,
    celsius: z.number(),
    /** Feed a gain, g a g. */
    conversion: schema.positive,
    ...caps,
  }),
  z.strictObject({
    method: z.literal('hatcheryConstant'),
    conversion: schema.positive,
    lengthGainMmPerDay: schema.positive,
    lengthMm: schema.positive,
    massG: schema.positive.optional(),
    number: schema.positive.optional(),
    ...caps,
  }),
  trayInput.extend({
    method: z.literal('appetite'),
    mealsPerDay: schema.positive.default(1),
    ...caps,
  }),
]);
type Input = z.output<typeof input>;
/** What the water allows: oxygen coming in, ammonia carried away. */
export type Caps = Pick<Input, 'oxygen' | 'ammonia'>;

/**
 * The share of the body mass to feed a day, %, between the four rows of a table that lie around: linear in the
 * logarithm of the mass and in the temperature.
 * @throws CalculationError where the table is no full grid, or what is asked lies outside of it
 * @example rationFromTable([{ massG: 1, celsius: 10, percentPerDay: 4 }], 1, 10) // 4
 */
export function rationFromTable(table: readonly RationRow[], massG: number, celsius: number): number {
  const masses = [...new Set(table.map((r) => r.massG))].sort((a, b) => a - b);
  const warmths = [...new Set(table.map((r) => r.celsius))].sort((a, b) => a - b);
  const grid = new Map(table.map((r) => [`${r.massG} ${r.celsius}`, r.percentPerDay]));
  if (grid.size !== table.length)
    throw new CalculationError('table', 'table', 'has two rows for one mass and temperature');
  for (const m of masses)
    for (const t of warmths)
      if (!grid.has(`${m} ${t}`))
        throw new CalculationError(
          'table',
          'table',
          `needs a row for every mass at every temperature: none for ${plain(m)} g at ${plain(t)} °C`,
        );
  const [m0, m1, alongMass] = between(masses, massG, 'massG', 'g', Math.log);
  const [t0, t1, alongWarmth] = between(warmths, celsius, 'celsius', '°C', (v) => v);
  const at = (m: number, t: number) => grid.get(`${m} ${t}`)!;
  const cold = at(m0, t0) + alongMass * (at(m1, t0) - at(m0, t0));
  const warm = at(m0, t1) + alongMass * (at(m1, t1) - at(m0, t1));
  return cold + alongWarmth * (warm - cold);
}

/** The two values of an axis around one, and how far along it lies between them. */
function between(
  axis: readonly number[],
  v: number,
  path: string,
  unit: string,
  scale: (v: number) => number,
): [number, number, number] {
  const [first, last] = [axis[0]!, axis.at(-1)!];
  if (v < first || v > last)
    throw new CalculationError(
      'outside',
      path,
      `${plain(v)} ${unit} lies outside the table, ${plain(first)} to ${plain(last)}`,
    );
  const i = Math.max(
    0,
    axis.findLastIndex((a) => a <= v),
  );
  const [low, high] = [axis[i]!, axis[Math.min(i + 1, axis.length - 1)]!];
  return [low, high, high === low ? 0 : (scale(v) - scale(low)) / (scale(high) - scale(low))];
}

/** Gain of one animal in a day by its thermal growth coefficient, g; none in water at or below 0 °C. */
export const gainOfDay = (massG: number, tgc: number, celsius: number) =>
  (Math.cbrt(massG) + (tgc * Math.max(0, celsius)) / 1000) ** 3 - massG;

/** What the method prescribes before any cap: share of the body mass, %, and grams a day where the number is known. */
export function rationBy(i: Input): { percentPerDay?: number; gramsPerDay?: number } {
  const ofStock = (percentPerDay: number, massG?: number, number?: number) => ({
    percentPerDay,
    ...(massG !== undefined && number !== undefined ? { gramsPerDay: (percentPerDay / 100) * massG * number } : {}),
  });
  switch (i.method) {
    case 'table':
      return ofStock(rationFromTable(i.table, i.massG, i.celsius), i.massG, i.number);
    case 'growth':
      return ofStock((100 * i.conversion * gainOfDay(i.massG, i.tgc, i.celsius)) / i.massG, i.massG, i.number);
    case 'hatcheryConstant':
      return ofStock((3 * i.conversion * i.lengthGainMmPerDay * 100) / i.lengthMm, i.massG, i.number);
    case 'appetite':
      return { gramsPerDay: nextMeal(i).nextG * i.mealsPerDay };
  }
}

/** The lowest of the caps that are asked for. @throws CalculationError where the water brings nothing */
export function lowestCap(i: Caps): { limit: 'oxygen' | 'ammonia'; capGramsPerDay: number } | null {
  const list: { limit: 'oxygen' | 'ammonia'; capGramsPerDay: number }[] = [];
  if (i.oxygen) {
    const { flowLPerMin, inMgPerL, outMgPerL, mgPerGFeed } = i.oxygen;
    if (outMgPerL >= inMgPerL)
      throw new CalculationError(
        'input',
        'oxygen.outMgPerL',
        'must be below what comes in: nothing is left to feed on',
      );
    list.push({
      limit: 'oxygen',
      capGramsPerDay: (flowLPerMin * MINUTES_A_DAY * (inMgPerL - outMgPerL)) / mgPerGFeed,
    });
  }
  if (i.ammonia) {
    const { flowLPerMin, inMgPerL, mostMgPerL, proteinShare, tanPerProtein } = i.ammonia;
    if (inMgPerL >= mostMgPerL)
      throw new CalculationError('input', 'ammonia.inMgPerL', 'is already as much as may leave: feed nothing');
    list.push({
      limit: 'ammonia',
      capGramsPerDay: (flowLPerMin * MINUTES_A_DAY * (mostMgPerL - inMgPerL)) / (1000 * proteinShare * tanPerProtein),
    });
  }
  return list.sort((a, b) => a.capGramsPerDay - b.capGramsPerDay)[0] ?? null;
}

export const calculation = defineCalculation({
  id: 'feed.ration',
  title: 'Ration of the day',
  asks: 'How much feed today, and what allows no more?',
  input,
  output: z.strictObject({
    percentPerDay: z.number().optional(),
    /** By the method, before any cap. */
    gramsPerDay: z.number().optional(),
    capGramsPerDay: z.number().optional(),
    limit: z.enum(['oxygen', 'ammonia']).optional(),
    /** What to feed: by the method, or by the cap where that is lower. */
    feedGramsPerDay: z.number().optional(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const ration = rationBy(i);
    const cap = lowestCap(i);
    const warnings: string[] = [];
    if (i.method === 'growth' && i.celsius <= 0) warnings.push('at or below 0 °C no growth is reckoned with');
    if ((ration.percentPerDay ?? 0) > 50) warnings.push('more than half their mass a day: units, or larvae?');
    const feed =
      ration.gramsPerDay === undefined ? undefined : Math.min(ration.gramsPerDay, cap?.capGramsPerDay ?? Infinity);
    if (cap && ration.gramsPerDay !== undefined && cap.capGramsPerDay < ration.gramsPerDay)
      warnings.push(`${cap.limit} allows less than the method asks for`);
    return {
      ...ration,
      ...cap,
      ...(feed === undefined ? {} : { feedGramsPerDay: feed }),
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => ({ formula: FORMULA[i.method], steps: [...stepsOf(i, o), ...capSteps(i)] }),
  source:
    'Table: bilinear in log mass and temperature, method; growth: Iwama and Tautz 1981 with the conversion; hatchery constant: Butterbaugh and Willoughby 1967, Prog. Fish-Cult. 29: 210-215; ammonia of feed: Timmons and Ebeling 2010 (verify)',
  validWhen: 'Within the table, or below the temperature at which growth turns down; for stock that eats.',
  cautions: [
    'Feed nothing before handling, and little after a move: they tell by what they leave.',
    'A cap is for the day: a large meal asks more of the water for an hour.',
  ],
  example: { method: 'growth', massG: 2.4, number: 12_000, tgc: 0.9, celsius: 11, conversion: 0.9 },
});

const FORMULA = {
  table: 'linear in log mass and temperature between the rows around',
  growth: 'gain of a day = (W^⅓ + TGC · °C / 1000)³ − W; feed = gain · conversion',
  hatcheryConstant: '% = 3 · conversion · length gain a day · 100 / length',
  appetite: 'the last meal times the factor of what was left, times meals a day',
} as const;

type Output = { percentPerDay?: number | undefined; gramsPerDay?: number | undefined };

function stepsOf(i: Input, o: Output): Step[] {
  const grams = (massG: number, number: number): Step => ({
    name: 'gramsPerDay',
    says: 'feed a day, of all',
    expression: `percentPerDay / 100 * ${massG} * ${number}`,
    value: o.gramsPerDay!,
    unit: 'g/day',
  });
  const percent = (expression: string): Step => ({
    name: 'percentPerDay',
    says: 'share of their mass a day',
    expression,
    value: o.percentPerDay!,
    unit: '%/day',
  });
  switch (i.method) {
    case 'growth': {
      const gain = gainOfDay(i.massG, i.tgc, i.celsius);
      return [
        {
          name: 'gainG',
          says: 'gain of one in a day',
          expression: `(${i.massG}^(1/3) + ${i.tgc} * max(0, ${i.celsius}) / 1000)^3 - ${i.massG}`,
          value: gain,
          unit: 'g',
        },
        percent(`100 * ${i.conversion} * gainG / ${i.massG}`),
        grams(i.massG, i.number),
      ];
    }
    case 'hatcheryConstant':
      return [
        percent(`3 * ${i.conversion} * ${i.lengthGainMmPerDay} * 100 / ${i.lengthMm}`),
        ...(i.massG !== undefined && i.number !== undefined ? [grams(i.massG, i.number)] : []),
      ];
    case 'table': {
      const axis = (key: 'massG' | 'celsius') => [...new Set(i.table.map((r) => r[key]))].sort((a, b) => a - b);
      const [m0, m1] = between(axis('massG'), i.massG, 'massG', 'g', Math.log);
      const [t0, t1] = between(axis('celsius'), i.celsius, 'celsius', '°C', (v) => v);
      const at = (m: number, t: number) => i.table.find((r) => r.massG === m && r.celsius === t)!.percentPerDay;
      const inMass = m0 === m1 ? '0' : `ln(${i.massG} / ${m0}) / ln(${m1} / ${m0})`;
      const inWarmth = t0 === t1 ? '0' : `(${i.celsius} - ${t0}) / (${t1} - ${t0})`;
      const of = (t: number) => rationFromTable(i.table, i.massG, t);
      return [
        {
          name: 'cold',
          says: `at ${plain(t0)} °C`,
          expression: `${at(m0, t0)} + (${inMass}) * (${at(m1, t0)} - ${at(m0, t0)})`,
          value: of(t0),
        },
        {
          name: 'warm',
          says: `at ${plain(t1)} °C`,
          expression: `${at(m0, t1)} + (${inMass}) * (${at(m1, t1)} - ${at(m0, t1)})`,
          value: of(t1),
        },
        percent(`cold + (${inWarmth}) * (warm - cold)`),
        ...(i.number === undefined ? [] : [grams(i.massG, i.number)]),
      ];
    }
    case 'appetite': {
      const m = nextMeal(i);
      return [
        { name: 'nextG', says: 'next meal', expression: m.expression, value: m.nextG, unit: 'g' },
        {
          name: 'gramsPerDay',
          says: 'of all meals',
          expression: `nextG * ${i.mealsPerDay}`,
          value: o.gramsPerDay!,
          unit: 'g/day',
        },
      ];
    }
  }
}

function capSteps(i: Input): Step[] {
  const out: Step[] = [];
  if (i.oxygen) {
    const { flowLPerMin, inMgPerL, outMgPerL, mgPerGFeed } = i.oxygen;
    out.push({
      name: 'byOxygen',
      says: 'feed that the oxygen coming in allows',
      expression: `${flowLPerMin} * ${MINUTES_A_DAY} * (${inMgPerL} - ${outMgPerL}) / ${mgPerGFeed}`,
      value: (flowLPerMin * MINUTES_A_DAY * (inMgPerL - outMgPerL)) / mgPerGFeed,
      unit: 'g/day',
    });
  }
  if (i.ammonia) {
    const { flowLPerMin, inMgPerL, mostMgPerL, proteinShare, tanPerProtein } = i.ammonia;
    out.push({
      name: 'byAmmonia',
      says: 'feed whose ammonia the flow carries away',
      expression: `${flowLPerMin} * ${MINUTES_A_DAY} * (${mostMgPerL} - ${inMgPerL}) / (1000 * ${proteinShare} * ${tanPerProtein})`,
      value: (flowLPerMin * MINUTES_A_DAY * (mostMgPerL - inMgPerL)) / (1000 * proteinShare * tanPerProtein),
      unit: 'g/day',
    });
  }
  return out;
}
