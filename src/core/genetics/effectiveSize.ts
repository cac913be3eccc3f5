import { z } from 'zod';
import { CalculationError, defineCalculation, type Step, schema } from '../calculation';

const shares = z.array(schema.nonNegative).min(1, 'needs at least one parent');

/**
 * Effective size from what each parent gave: each sex scaled to a half, Ne = 1 / Σ c².
 * @param males @param females numbers of offspring (or shares) of each parent, any scale
 */
export function effectiveSizeOf(males: readonly number[], females: readonly number[]): number {
  const half = (list: readonly number[]) => {
    const sum = list.reduce((s, x) => s + x, 0);
    return list.reduce((s, x) => s + (x / sum / 2) ** 2, 0);
  };
  return 1 / (half(males) + half(females));
}

export const effectiveSize = defineCalculation({
  id: 'genetics.effectiveSize',
  title: 'Effective size',
  asks: 'So many parents, or so much from each: how many does it come to, and how fast does inbreeding rise?',
  input: z
    .strictObject({
      males: schema.count.min(1, 'needs at least one').optional(),
      females: schema.count.min(1, 'needs at least one').optional(),
      contributions: z.strictObject({ males: shares, females: shares }).optional(),
    })
    .refine((i) => i.contributions !== undefined || (i.males !== undefined && i.females !== undefined), {
      path: ['contributions'],
      error: 'give males and females, or what each contributed',
    }),
  output: z.strictObject({
    effectiveSize: z.number(),
    inbreedingPerGeneration: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    let size: number;
    if (i.contributions) {
      for (const sex of ['males', 'females'] as const)
        if (i.contributions[sex].every((x) => x === 0))
          throw new CalculationError('input', `contributions.${sex}`, 'at least one must have contributed');
      size = effectiveSizeOf(i.contributions.males, i.contributions.females);
    } else size = (4 * i.males! * i.females!) / (i.males! + i.females!);
    return { effectiveSize: size, inbreedingPerGeneration: 1 / (2 * size) };
  },
  working: (i, o) => {
    const steps: Step[] = [];
    if (i.contributions) {
      for (const sex of ['males', 'females'] as const) {
        const list = i.contributions[sex];
        const sum = list.reduce((s, x) => s + x, 0);
        steps.push({
          name: sex,
          says: `squares of the ${sex}’ shares, together a half`,
          expression: list.map((x) => `(${x} / ${sum} / 2)^2`).join(' + '),
          value: list.reduce((s, x) => s + (x / sum / 2) ** 2, 0),
        });
      }
      steps.push({
        name: 'effectiveSize',
        says: 'effective size',
        expression: '1 / (males + females)',
        value: o.effectiveSize,
      });
    } else
      steps.push({
        name: 'effectiveSize',
        says: 'effective size',
        expression: `4 * ${i.males} * ${i.females} / (${i.males} + ${i.females})`,
        value: o.effectiveSize,
      });
    steps.push({
      name: 'inbreedingPerGeneration',
      says: 'rise of inbreeding in a generation',
      expression: '1 / (2 * effectiveSize)',
      value: o.inbreedingPerGeneration,
    });
    return {
      formula: i.contributions ? 'Ne = 1 / Σ c², each sex together a half' : 'Ne = 4 Nm Nf / (Nm + Nf)',
      steps,
    };
  },
  source: 'Wright 1931, Genetics 16: 97-159, for unequal sexes; contributions: sum of squares, as derived there',
  validWhen: 'Parents are unrelated, and their offspring survive and breed alike.',
  cautions: ['The scarcer sex decides: a hundred females by two males count as fewer than eight.'],
  example: { contributions: { males: [400, 300, 300], females: [500, 250, 250] } },
});

const family = z.strictObject({ id: z.string().min(1, 'needs a name'), available: schema.count });

/**
 * As equal numbers from each family as there are: all families are filled together, those that run out stand aside.
 * What does not divide goes to the families that have most left, in the order given.
 */
export function equalNumbers(available: readonly number[], target: number): number[] {
  const kept = available.map(() => 0);
  let left = Math.min(
    target,
    available.reduce((s, n) => s + n, 0),
  );
  while (left > 0) {
    const open = available.map((n, k) => ({ k, room: n - kept[k]! })).filter((f) => f.room > 0);
    const each = Math.min(Math.floor(left / open.length), ...open.map((f) => f.room));
    if (each > 0) {
      for (const f of open) kept[f.k] = kept[f.k]! + each;
      left -= each * open.length;
      continue;
    }
    for (const f of open.sort((a, b) => b.room - a.room || a.k - b.k).slice(0, left)) kept[f.k] = kept[f.k]! + 1;
    left = 0;
  }
  return kept;
}

/**
 * Effective size by the coancestry of what is kept, families of full sibs of unrelated parents: 1 / (2 Θ), with
 * Θ = Σ share² · (1/4 + 1/(4 n)) (status number: Lindgren, Gea and Jefferson 1996, Silvae Genetica 45: 52-59).
 */
function statusNumber(kept: readonly number[]): number {
  const total = kept.reduce((s, n) => s + n, 0);
  const coancestry = kept.reduce((s, n) => s + (n > 0 ? (n / total) ** 2 * (0.25 + 0.25 / n) : 0), 0);
  return 1 / (2 * coancestry);
}

export const retain = defineCalculation({
  id: 'genetics.retain',
  title: 'Future brood from each family',
  asks: 'So many shall be kept for brood: how many from each family, and what effective size does that keep?',
  input: z.strictObject({
    families: z
      .array(family)
      .min(1, 'needs at least one family')
      .superRefine((list, context) => {
        const seen = new Set<string>();
        list.forEach((f, k) => {
          if (seen.has(f.id)) context.addIssue({ code: 'custom', path: [k, 'id'], message: `${f.id} stands twice` });
          seen.add(f.id);
        });
      }),
    target: schema.count.min(1, 'must be at least one'),
  }),
  output: z.strictObject({
    families: z.array(z.strictObject({ id: z.string(), number: z.number() })),
    total: z.number(),
    effectiveSize: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const kept = equalNumbers(
      i.families.map((f) => f.available),
      i.target,
    );
    const total = kept.reduce((s, n) => s + n, 0);
    if (total === 0) throw new CalculationError('input', 'families', 'no family has any to keep');
    const equal = Math.ceil(i.target / i.families.length);
    const short = i.families.filter((f) => f.available < Math.floor(i.target / i.families.length));
    return {
      families: i.families.map((f, k) => ({ id: f.id, number: kept[k]! })),
      total,
      effectiveSize: statusNumber(kept),
      ...(total < i.target || short.length > 0
        ? {
            warnings: [
              ...(total < i.target ? [`only ${total} there are: ${i.target - total} fewer than wanted`] : []),
              ...(short.length > 0
                ? [`fewer than an equal share of ${equal}: ${short.map((f) => f.id).join(', ')}`]
                : []),
            ],
          }
        : {}),
    };
  },
  working: (_, o) => {
    const numbers = o.families.map((f) => f.number);
    return {
      formula:
        'as equal as can be; Ne = 1 / (2 · coancestry of what is kept): in a family of full sibs 1/4 between two and 1/2 with itself, none between families',
      steps: [
        { name: 'total', says: 'kept', expression: numbers.join(' + '), value: o.total },
        {
          name: 'effectiveSize',
          says: 'effective size kept',
          expression: `1 / (2 * (${numbers
            .filter((n) => n > 0)
            .map((n) => `(${n} / total)^2 * (1 / 4 + 1 / (4 * ${n}))`)
            .join(' + ')}))`,
          value: o.effectiveSize,
        },
      ],
      notes: [
        'Kept equal through to breeding, the variance of family size vanishes and the true size is larger still.',
      ],
    };
  },
  source:
    'Status number of Lindgren, Gea and Jefferson 1996, Silvae Genetica 45: 52-59 (verify: recalled); filling families together: method, no source',
  validWhen: 'Each family has a female and a male of its own, unrelated to the others.',
  cautions: ['Numbers kept must outlive the years to breeding: keep more of a family that dies more.'],
  example: {
    families: [
      { id: 'F34', available: 300 },
      { id: 'F31', available: 40 },
      { id: 'F28', available: 220 },
    ],
    target: 300,
  },
});
