import { z } from 'zod';
import { defineCalculation, type Step, schema } from '../calculation';
import { decimals } from '../quantities/format';

const female = z.strictObject({
  id: z.string().min(1, 'needs a name').optional(),
  /** Eggs that she may give, and how much that differs between females like her. */
  eggs: schema.positive,
  eggsSd: schema.nonNegative.default(0),
  /** Chance that she gives any. */
  ovulates: z.number().gt(0, 'must be above 0').max(1, 'cannot be above 1').default(1),
});

/** Days drawn for the odds: 100 000 while that is quick, then their own error (95 %) is below a third of a hundredth. */
const days = (females: number) => Math.round(Math.min(100_000, Math.max(10_000, 3_000_000 / females)));

/** Odds, for the first k females of the list, that together they give the eggs wanted. */
function odds(females: readonly z.output<typeof female>[], wanted: number): number[] {
  const next = generator(20_310_414);
  const reached = females.map(() => 0);
  const drawnDays = days(females.length);
  for (let d = 0; d < drawnDays; d++) {
    let sum = 0;
    for (let k = 0; k < females.length; k++) {
      const f = females[k]!;
      const gives = next() < f.ovulates;
      const drawn = Math.max(0, f.eggs + f.eggsSd * normal(next));
      if (gives) sum += drawn;
      if (sum >= wanted) reached[k] = reached[k]! + 1;
    }
  }
  return reached.map((r) => r / drawnDays);
}

/** Mulberry32: small, seeded, the same everywhere. */
function generator(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

const normal = (next: () => number) => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());

export const femalesNeeded = defineCalculation({
  id: 'spawning.females',
  title: 'Females needed',
  asks: 'So many eggs are wanted: how many of these females, with what odds?',
  input: z.strictObject({
    eggsWanted: schema.positive,
    females: z.array(female).min(1, 'needs at least one female').max(500, 'are more than one day sees'),
    confidence: z.number().gt(0, 'must lie between 0 and 1').lt(1, 'must lie between 0 and 1').default(0.9),
  }),
  output: z.strictObject({
    needed: z.number().nullable(),
    odds: z.array(z.strictObject({ females: z.number(), expected: z.number(), odds: z.number() })),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const each = odds(i.females, i.eggsWanted);
    let expected = 0;
    const rows = i.females.map((f, k) => {
      expected += f.eggs * f.ovulates;
      return { females: k + 1, expected, odds: each[k]! };
    });
    const enough = rows.find((r) => r.odds >= i.confidence);
    const last = rows.at(-1)!;
    return {
      needed: enough?.females ?? null,
      odds: rows,
      ...(enough
        ? {}
        : {
            warnings: [
              `all ${rows.length} reach ${i.eggsWanted} in ${Math.round(100 * last.odds)} of 100 such days only`,
            ],
          }),
    };
  },
  working: (i, o) => {
    const steps: Step[] = [];
    const last = o.odds.at(-1)!;
    steps.push({
      name: 'expected',
      says: 'eggs of all, on average',
      expression: i.females.map((f) => `${f.eggs} * ${f.ovulates}`).join(' + '),
      value: last.expected,
    });
    return {
      formula:
        'P(Σ gives · eggs ≥ wanted), in the order of the list; gives by her chance to ovulate, eggs by their spread',
      steps,
      notes: [
        `From ${days(i.females.length)} days drawn with one seed: good to ±${decimals(98 / Math.sqrt(days(i.females.length)), 1)} in 100.`,
      ],
    };
  },
  source: 'method, no source: simulation; eggs per kg and its spread stand in Reference',
  validWhen: 'Females differ from each other by chance alone: no common cause (a cold night, a bad batch of hormone).',
  cautions: ['A reserve costs a fish’s stress, a short day costs a year: take her when the odds are thin.'],
  example: {
    eggsWanted: 60000,
    females: [
      { id: 'f1', eggs: 30000, eggsSd: 9000, ovulates: 0.85 },
      { id: 'f2', eggs: 27000, eggsSd: 9000, ovulates: 0.85 },
      { id: 'f3', eggs: 33000, eggsSd: 9000, ovulates: 0.85 },
    ],
  },
});
