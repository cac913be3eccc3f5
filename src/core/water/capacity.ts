import { z } from 'zod';
import { CalculationError, defineCalculation, type Step, schema } from '../calculation';

const limits = ['density', 'flow', 'oxygen', 'ammonia'] as const;
export type CapacityLimit = (typeof limits)[number];

const input = z.strictObject({
  lengthMm: schema.positive,
  massG: schema.positive,
  volumeL: schema.positive,
  flowLPerMin: schema.positive,
  /** Mass a cubic metre, for each centimetre of length. */
  densityIndexKgPerM3PerCm: schema.positive.optional(),
  /** Mass a litre a minute of flow, for each centimetre of length. */
  flowIndexKgPerLMinPerCm: schema.positive.optional(),
  oxygen: z
    .strictObject({
      inMgPerL: schema.nonNegative,
      outMgPerL: schema.nonNegative,
      /** Oxygen that a kilogram of them uses in an hour. */
      useMgPerKgHour: schema.positive,
    })
    .optional(),
  ammonia: z
    .strictObject({
      inMgPerL: schema.nonNegative.default(0),
      /** Total ammonia nitrogen that the water may have when it leaves. */
      mostMgPerL: schema.positive,
      /** That a kilogram of them makes in an hour. */
      madeMgPerKgHour: schema.positive,
    })
    .optional(),
});
type Input = z.output<typeof input>;

/** The mass that each limit bears, kg, with its arithmetic where it is shown. @throws CalculationError where the water has nothing left */
function massByLimit(i: Input): { limit: CapacityLimit; kg: number; expression: () => string; says: string }[] {
  const out: ReturnType<typeof massByLimit> = [];
  if (i.densityIndexKgPerM3PerCm !== undefined)
    out.push({
      limit: 'density',
      kg: (((i.densityIndexKgPerM3PerCm * i.volumeL) / 1000) * i.lengthMm) / 10,
      expression: () => `${i.densityIndexKgPerM3PerCm} * ${i.volumeL} / 1000 * ${i.lengthMm} / 10`,
      says: 'by room',
    });
  if (i.flowIndexKgPerLMinPerCm !== undefined)
    out.push({
      limit: 'flow',
      kg: (i.flowIndexKgPerLMinPerCm * i.flowLPerMin * i.lengthMm) / 10,
      expression: () => `${i.flowIndexKgPerLMinPerCm} * ${i.flowLPerMin} * ${i.lengthMm} / 10`,
      says: 'by flow',
    });
  if (i.oxygen) {
    const { inMgPerL, outMgPerL, useMgPerKgHour } = i.oxygen;
    if (outMgPerL >= inMgPerL)
      throw new CalculationError('input', 'oxygen.outMgPerL', 'must be below what comes in: the water bears none');
    out.push({
      limit: 'oxygen',
      kg: (i.flowLPerMin * 60 * (inMgPerL - outMgPerL)) / useMgPerKgHour,
      expression: () => `${i.flowLPerMin} * 60 * (${inMgPerL} - ${outMgPerL}) / ${useMgPerKgHour}`,
      says: 'by oxygen',
    });
  }
  if (i.ammonia) {
    const { inMgPerL, mostMgPerL, madeMgPerKgHour } = i.ammonia;
    if (inMgPerL >= mostMgPerL)
      throw new CalculationError('input', 'ammonia.inMgPerL', 'is already as much as may leave: the water bears none');
    out.push({
      limit: 'ammonia',
      kg: (i.flowLPerMin * 60 * (mostMgPerL - inMgPerL)) / madeMgPerKgHour,
      expression: () => `${i.flowLPerMin} * 60 * (${mostMgPerL} - ${inMgPerL}) / ${madeMgPerKgHour}`,
      says: 'by ammonia',
    });
  }
  if (out.length === 0)
    throw new CalculationError(
      'input',
      'densityIndexKgPerM3PerCm',
      'give at least one limit: density index, flow index, oxygen or ammonia',
    );
  return out;
}

/** How many a unit bears by each limit that is asked for, and the lowest of them. */
export function capacity(i: Input): {
  number: number;
  limit: CapacityLimit;
  byLimit: Partial<Record<CapacityLimit, number>>;
} {
  const each = massByLimit(i).map((m) => ({ limit: m.limit, number: (m.kg * 1000) / i.massG }));
  const lowest = each.reduce((a, b) => (b.number < a.number ? b : a));
  return { ...lowest, byLimit: Object.fromEntries(each.map((e) => [e.limit, e.number])) };
}

export const calculation = defineCalculation({
  id: 'water.capacity',
  title: 'How many could stand there',
  asks: 'How many of this size does a unit bear, and what ends it first?',
  input,
  output: z.strictObject({
    number: z.number(),
    limit: z.enum(limits),
    byLimit: z.partialRecord(z.enum(limits), z.number()),
  }),
  compute: capacity,
  working: (i, o) => {
    const each = massByLimit(i);
    return {
      formula: 'mass by each limit, over the mass of one; the lowest counts',
      steps: [
        ...each.map(
          (m): Step => ({ name: `${m.limit}Kg`, says: m.says, expression: m.expression(), value: m.kg, unit: 'kg' }),
        ),
        {
          name: 'number',
          says: 'animals that the lowest bears',
          expression: `min(${each.map((m) => `${m.limit}Kg`).join(', ')}) * 1000 / ${i.massG}`,
          value: o.number,
        },
      ],
    };
  },
  source:
    'Density and flow index after Piper et al. 1982, Fish Hatchery Management; oxygen and ammonia by mass balance of the flow',
  validWhen: 'The unit is mixed and all of its water is used; the use of oxygen is that after feeding.',
  cautions: [
    'The index is of a species, an altitude and a temperature: it is a rule, no licence.',
    'When the flow stops none of this holds.',
  ],
  example: {
    lengthMm: 62,
    massG: 2.4,
    volumeL: 900,
    flowLPerMin: 24,
    densityIndexKgPerM3PerCm: 5.2,
    flowIndexKgPerLMinPerCm: 0.16,
    oxygen: { inMgPerL: 10.4, outMgPerL: 7, useMgPerKgHour: 320 },
  },
});
