import { z } from 'zod';
import { CalculationError, defineCalculation, type Step, schema } from '../calculation';
import { decimals, figures, plain } from '../quantities/format';
import { readySolver } from '../solver';
import { inbreeding, kinshipAmong } from './kinship';
import { leastCoancestry, type Parents } from './meanKinship';
import { animal, completeness, pedigreeOf } from './pedigree';
import { planFigures } from './planFigures';
import { bottleneck, type Demand, Transport } from './transport';

await readySolver();

const name = z.string().min(1, 'needs a name');
const planInput = z
  .strictObject({
    females: z
      .array(z.strictObject({ id: name, eggs: schema.positive.optional(), stock: name.optional() }))
      .min(1, 'needs at least one female'),
    males: z
      .array(
        z.strictObject({
          id: name,
          maxFemales: schema.count.min(1, 'must be at least one').optional(),
          stock: name.optional(),
        }),
      )
      .min(1, 'needs at least one male'),
    malesPerFemale: schema.count.min(1, 'must be at least one'),
    pedigree: z.array(animal).optional(),
    kinship: z.strictObject({ order: z.array(name), matrix: z.array(z.array(z.number())) }).optional(),
    avoid: z.array(z.tuple([name, name])).default([]),
    objective: z.enum(['inbreeding', 'meanKinship'], { error: 'is inbreeding or meanKinship' }).default('inbreeding'),
    betweenStocks: z.boolean().default(false),
  })
  .refine((i) => (i.pedigree === undefined) !== (i.kinship === undefined), {
    path: ['pedigree'],
    error: 'give either a pedigree or kinship',
  });
type Input = z.output<typeof planInput>;

/** Who may be crossed, how related they are, and what each female brings. */
type Posed = Demand & Parents & { known: Record<string, number> | null };

function posed(i: Input): Posed {
  const ids = [...i.females, ...i.males].map((a) => a.id);
  const where = (k: number) => (k < i.females.length ? `females[${k}].id` : `males[${k - i.females.length}].id`);
  ids.forEach((id, k) => {
    if (ids.indexOf(id) < k) throw new CalculationError('input', where(k), `${id} is named twice`);
  });
  const named = new Set(ids);
  i.avoid.forEach((pair, k) => {
    for (const [x, id] of pair.entries())
      if (!named.has(id))
        throw new CalculationError(
          'input',
          `avoid[${k}][${x}]`,
          `${id} is none of these females and males: a must-not pair with a mistyped name bars nobody`,
        );
  });
  const { kinship, known } = relations(i, ids, where);
  const stocks = [...i.females, ...i.males].map((a) => a.stock);
  const barred = new Set(i.avoid.flatMap(([a, b]) => [`${a}\n${b}`, `${b}\n${a}`]));
  const F = i.females.length;
  const allowed = i.females.map((f, k) =>
    i.males.flatMap((m, j) => {
      const strangers = stocks[k] !== undefined && stocks[F + j] !== undefined && stocks[k] !== stocks[F + j];
      return barred.has(`${f.id}\n${m.id}`) || (strangers && !i.betweenStocks) ? [] : [j];
    }),
  );
  const eggs = i.females.map((f) => f.eggs);
  const some = eggs.indexOf(undefined);
  if (some >= 0 && eggs.some((e) => e !== undefined))
    throw new CalculationError('input', `females[${some}].eggs`, 'give the eggs of all females or of none');
  const all = eggs.reduce<number>((s, e) => s + (e ?? 1), 0);
  return {
    kinship,
    known,
    allowed,
    need: i.malesPerFemale,
    caps: i.males.map((m, j) => Math.min(m.maxFemales ?? F, allowed.filter((a) => a.includes(j)).length)),
    shares: eggs.map((e) => (e ?? 1) / all),
    males: i.males.length,
  };
}

function relations(i: Input, ids: readonly string[], where: (k: number) => string): Pick<Posed, 'kinship' | 'known'> {
  if (i.kinship) {
    const { order, matrix } = i.kinship;
    if (matrix.length !== order.length || matrix.some((r) => r.length !== order.length))
      throw new CalculationError(
        'input',
        'kinship.matrix',
        `must have ${order.length} rows of ${order.length}, as its order`,
      );
    for (const [a, row] of matrix.entries())
      for (const [b, x] of row.entries()) {
        if (!(x >= 0 && x <= 1))
          throw new CalculationError(
            'input',
            `kinship.matrix[${a}][${b}]`,
            `${plain(x)} is no kinship: it lies between 0 and 1`,
          );
        if (Math.abs(x - matrix[b]![a]!) > 1e-9)
          throw new CalculationError(
            'input',
            `kinship.matrix[${a}][${b}]`,
            `${order[a]} to ${order[b]} is ${plain(x)}, and the other way round ${matrix[b]![a]}: kinship is the same both ways`,
          );
      }
    const at = ids.map((id, k) => {
      const x = order.indexOf(id);
      if (x < 0) throw new CalculationError('input', where(k), `${id} is not in kinship.order`);
      return x;
    });
    return { kinship: at.map((a) => at.map((b) => matrix[a]![b]!)), known: null };
  }
  // Whoever is not in the pedigree is a founder of whom nothing is known.
  const listed = new Set(i.pedigree!.map((a) => a.id));
  const [sires, dams] = [new Set(i.pedigree!.map((a) => a.sire)), new Set(i.pedigree!.map((a) => a.dam))];
  ids.forEach((id, k) => {
    const female = k < i.females.length;
    if ((female ? sires : dams).has(id))
      throw new CalculationError(
        'input',
        where(k),
        `${id} is ${female ? 'a sire' : 'a dam'} in the pedigree: it cannot be a ${female ? 'female' : 'male'} here`,
      );
  });
  const p = pedigreeOf([...i.pedigree!, ...ids.filter((id) => !listed.has(id)).map((id) => ({ id }))], 'pedigree');
  const at = ids.map((id) => p.at.get(id)!);
  return {
    kinship: kinshipAmong(p, inbreeding(p), at),
    known: Object.fromEntries(ids.map((id, k) => [id, completeness(p, at[k]!)])),
  };
}

/** Says which limit makes a demand impossible. @throws CalculationError */
function refuseImpossible(i: Input, p: Posed): void {
  const few = p.allowed.findIndex((a) => a.length < p.need);
  if (few >= 0)
    throw new CalculationError(
      'impossible',
      `females[${few}].id`,
      `${i.females[few]!.id} wants ${p.need} males, and ${p.allowed[few]!.length === 0 ? 'none is' : `only ${p.allowed[few]!.length} ${p.allowed[few]!.length === 1 ? 'is' : 'are'}`} open to her: ${i.males.length < p.need ? 'there are too few males' : 'must-not pairs and stocks bar the others'}`,
    );
  const tight = bottleneck(p);
  if (!tight) return;
  const names = (list: readonly { id: string }[]) =>
    list.length <= 8
      ? list.map((a) => a.id).join(', ')
      : `${list
          .slice(0, 7)
          .map((a) => a.id)
          .join(', ')} and ${list.length - 7} more`;
  const males = tight.males.map((m) => i.males[m]!);
  throw new CalculationError(
    'impossible',
    'males',
    `${names(tight.females.map((f) => i.females[f]!))} want ${tight.females.length * p.need} crosses, more than the males open to them (${names(males)}) may serve: raise how many females a male may have, take fewer males for each female, or lift a must-not pair`,
  );
}

/** Later uses of a male cost so little more that they decide only between plans that are otherwise equal. */
const AGAIN = 1e-4;

function leastInbreeding(p: Posed, transport: Transport): boolean[] {
  const F = p.shares.length;
  const costs = transport.pairs.map((x) => p.shares[x.female]! * p.kinship[x.female]![F + x.male]!);
  const top = Math.max(...costs.map(Math.abs));
  const scaled = costs.map((x) => (top > 0 ? (x / top) * 1e4 : 0));
  const total = (made: readonly boolean[]) => scaled.reduce((s, x, j) => s + (made[j] ? x : 0), 0);
  const least = transport.cheapest(scaled);
  const spread = transport.cheapest(scaled, AGAIN);
  return total(spread) <= total(least) * (1 + 1e-9) + 1e-9 ? spread : least;
}

/** The same contributions, with the least inbreeding that they allow: only where each female brings as many eggs. */
function sameContributions(p: Posed, pairs: Transport['pairs'], made: readonly boolean[]): boolean[] {
  if (p.shares.some((s) => Math.abs(s - p.shares[0]!) > 1e-12)) return [...made];
  const caps = p.caps.map(() => 0);
  pairs.forEach((x, j) => {
    if (made[j]) caps[x.male] = caps[x.male]! + 1;
  });
  const again = new Transport({ allowed: p.allowed, need: p.need, caps });
  try {
    return leastInbreeding(p, again);
  } finally {
    again.dispose();
  }
}

export const matingPlan = defineCalculation({
  id: 'genetics.matingPlan',
  title: 'Mating plan',
  asks: 'These females, these males: who with whom, so that the offspring are least inbred or keep most?',
  input: planInput,
  output: z.strictObject({
    crosses: z.array(
      z.strictObject({ female: z.string(), male: z.string(), share: z.number(), offspringF: z.number() }),
    ),
    meanOffspringF: z.number(),
    maxOffspringF: z.number(),
    effectiveSize: z.number(),
    groupCoancestry: z.number(),
    /** No plan can be better in the objective than this. */
    bound: z.number(),
    /** How far the plan may be from the best, as a share; 0: proven best. */
    gap: z.number(),
    /** Mean inbreeding were the crosses allowed drawn by lot. */
    randomOffspringF: z.number(),
    completeness: z.record(z.string(), z.number()).optional(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const p = posed(i);
    refuseImpossible(i, p);
    const transport = new Transport(p);
    try {
      const F = p.shares.length;
      let made: boolean[];
      let bound: number | null = null;
      if (i.objective === 'inbreeding') made = leastInbreeding(p, transport);
      else {
        const found = leastCoancestry(p, transport, p.need, p.caps);
        bound = found.bound;
        made = sameContributions(p, transport.pairs, found.made);
      }
      const crosses = transport.pairs
        .filter((_, j) => made[j])
        .map(({ female, male }) => ({ female, male, f: p.kinship[female]![F + male]! }));
      const figures = planFigures(p.kinship, p.shares, i.males.length, crosses)!;
      const { meanOffspringF: mean, groupCoancestry } = figures;
      const value = i.objective === 'inbreeding' ? mean : groupCoancestry;
      const least = Math.min(bound ?? value, value);
      const warnings = warningsOf(i, p, crosses);
      return {
        crosses: crosses.map((c) => ({
          female: i.females[c.female]!.id,
          male: i.males[c.male]!.id,
          share: 1 / p.need,
          offspringF: c.f,
        })),
        meanOffspringF: mean,
        maxOffspringF: figures.maxOffspringF,
        effectiveSize: figures.effectiveSize,
        groupCoancestry,
        bound: least,
        gap: value > 0 ? (value - least) / value : 0,
        randomOffspringF: p.allowed.reduce(
          (s, males, f) => s + p.shares[f]! * (males.reduce((t, m) => t + p.kinship[f]![F + m]!, 0) / males.length),
          0,
        ),
        ...(p.known ? { completeness: p.known } : {}),
        ...(warnings.length > 0 ? { warnings } : {}),
      };
    } finally {
      transport.dispose();
    }
  },
  working: (i, o) => {
    const p = posed(i);
    const eggs = new Map(i.females.map((f) => [f.id, f.eggs ?? 1]));
    const all = [...eggs.values()].reduce((s, e) => s + e, 0);
    const given = new Map<string, string[]>();
    for (const c of o.crosses) given.set(c.male, [...(given.get(c.male) ?? []), String(eggs.get(c.female))]);
    const steps: Step[] = [
      {
        name: 'meanOffspringF',
        says: 'mean inbreeding of the offspring, by eggs',
        expression: `(${o.crosses.map((c) => `${eggs.get(c.female)} * ${c.offspringF}`).join(' + ')}) / ${p.need} / ${all}`,
        value: o.meanOffspringF,
      },
      {
        name: 'maxOffspringF',
        says: 'highest of a cross',
        expression: `max(${o.crosses.map((c) => c.offspringF).join(', ')})`,
        value: o.maxOffspringF,
      },
      {
        name: 'effectiveSize',
        says: 'effective size, by what each parent gives',
        expression: `1 / (${[
          ...[...given.values()].map((g) => `((${g.join(' + ')}) / ${p.need} / ${all} / 2)^2`),
          ...[...eggs.values()].map((e) => `(${e} / ${all} / 2)^2`),
        ].join(' + ')})`,
        value: o.effectiveSize,
      },
    ];
    return {
      formula:
        i.objective === 'inbreeding'
          ? 'least Σ share of eggs · kinship of the parents, each female with so many males, each male within his limit'
          : 'least Σ c c′ kinship over all parents (group coancestry), c what each gives',
      steps,
      notes: [
        o.gap <= 1e-9
          ? 'Proven: no plan within these limits is better.'
          : `No plan can come below ${figures(o.bound, 4)}; this one is within ${decimals(100 * o.gap, 2)} % of that.`,
        `Drawn by lot, inbreeding would be ${figures(o.randomOffspringF, 3)} on average.`,
      ],
    };
  },
  source:
    'Least inbreeding as a transport problem by the simplex method; group coancestry: Ballou and Lacy 1995; its bound by Frank and Wolfe 1956',
  validWhen: 'Kinship is of a pedigree that can be trusted; eggs go in equal shares to the males of a female.',
  cautions: [
    'Origin and strain are hard limits: a plan never mends a mixed stock.',
    'Pedigrees with holes make strangers look like ideal mates: read completeness beside every figure.',
  ],
  example: {
    females: [
      { id: 'x', eggs: 3000 },
      { id: 'u', eggs: 2500 },
    ],
    males: [
      { id: 'y', maxFemales: 1 },
      { id: 'v', maxFemales: 1 },
    ],
    malesPerFemale: 1,
    pedigree: [
      { id: 'x', sire: 's', dam: 'd' },
      { id: 'y', sire: 's', dam: 'd' },
      { id: 'u', sire: 's', dam: 'e' },
      { id: 'v' },
    ],
  },
});

function warningsOf(i: Input, p: Posed, crosses: readonly { female: number; male: number; f: number }[]): string[] {
  const F = p.shares.length;
  const unknown = i.betweenStocks
    ? []
    : [...i.females, ...i.males].filter((a) => a.stock === undefined).map((a) => a.id);
  const anyStock = unknown.length < i.females.length + i.males.length && !i.betweenStocks;
  const given = i.males.map((_, m) =>
    crosses.filter((c) => c.male === m).reduce((s, c) => s + p.shares[c.female]! / p.need, 0),
  );
  // A male who gives more than twice the equal share of the males used.
  const used = given.filter((x) => x > 0).length;
  const over = i.males.filter((_, m) => used > 2 && given[m]! > 2 / used).map((m) => m.id);
  const near = crosses.filter((c) => c.f >= 0.125).map((c) => `${i.females[c.female]!.id} with ${i.males[c.male]!.id}`);
  const holes = p.known ? Object.values(p.known).filter((x) => x < 0.5).length : 0;
  return [
    ...(anyStock && unknown.length > 0
      ? [`stock not known, so not held apart: ${unknown.slice(0, 8).join(', ')}`]
      : []),
    ...(over.length > 0 ? [`gives more than twice an equal share: ${over.join(', ')}`] : []),
    ...(near.length > 0 ? [`as near as half sibs or nearer: ${near.slice(0, 8).join('; ')}`] : []),
    ...(holes > 0
      ? [`of ${holes} of ${F + i.males.length} less than half the ancestors are known: they may be nearer than shown`]
      : []),
  ];
}
