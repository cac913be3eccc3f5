import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { betaCdf, betaQuantile } from '../distributions';

const input = z.strictObject({
  /** What one fetches now. */
  priceNow: schema.nonNegative,
  /** What it fetches later if it becomes what one hopes for. */
  priceLater: schema.positive,
  /** How often it does: the odds as a Beta, one more than so many that did and that did not. */
  chance: z.strictObject({ alpha: schema.positive, beta: schema.positive }),
  keepCostPerMonth: schema.nonNegative,
  /** Share that lives until then. */
  survival: z.number().gt(0, 'must be above 0').max(1, 'is a share: at most 1'),
  months: schema.nonNegative,
});
type Input = z.output<typeof input>;

const worthAt = (i: Input, chance: number) => i.survival * chance * i.priceLater - i.keepCostPerMonth * i.months;

/** Worth of keeping one against selling it now, and how sure the odds make that. */
export function gamble(i: Input) {
  const { alpha, beta } = i.chance;
  const breakEvenChance = (i.priceNow + i.keepCostPerMonth * i.months) / (i.survival * i.priceLater);
  const worth = worthAt(i, alpha / (alpha + beta));
  return {
    worth,
    better: worth > i.priceNow ? ('keep' as const) : ('sell' as const),
    breakEvenChance,
    low: worthAt(i, betaQuantile(0.025, alpha, beta)),
    high: worthAt(i, betaQuantile(0.975, alpha, beta)),
    /** Probability that the odds are such that keeping pays. */
    keepPays: breakEvenChance >= 1 ? 0 : 1 - betaCdf(breakEvenChance, alpha, beta),
  };
}

/**
 * Probability that of so many bets at least one comes so, by odds that are known as a Beta only: one less the chance that
 * none does, Π (β + i)/(α + β + i).
 * @example atLeastOne({ alpha: 1, beta: 1 }, 1) // 0.5
 */
export function atLeastOne({ alpha, beta }: { alpha: number; beta: number }, bets: number): number {
  let none = 1;
  for (let i = 0; i < bets; i++) none *= (beta + i) / (alpha + beta + i);
  return 1 - none;
}

export const calculation = defineCalculation({
  id: 'select.gamble',
  title: 'Keep it, or sell it now?',
  asks: 'An unfinished fish may become a fine one: is it worth more kept than sold?',
  input,
  output: z.strictObject({
    worth: z.number(),
    better: z.enum(['keep', 'sell']),
    breakEvenChance: z.number(),
    low: z.number(),
    high: z.number(),
    keepPays: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const o = gamble(i);
    if (!Number.isFinite(o.worth)) throw new CalculationError('input', 'priceLater', 'gives no worth');
    const warnings = [
      ...(i.chance.alpha + i.chance.beta < FEW
        ? ['the odds rest on few fish of one’s own: the worth of a single bet says little']
        : []),
      ...(o.breakEvenChance > 1 ? ['it would not pay even if every one of them became what one hopes for'] : []),
    ];
    return { ...o, ...(warnings.length > 0 ? { warnings } : {}) };
  },
  working: (i, o) => ({
    formula: 'worth = survival · mean chance · later price − monthly cost · months',
    steps: [
      {
        name: 'chance',
        says: 'how often it comes so, on the mean',
        expression: `${i.chance.alpha} / (${i.chance.alpha} + ${i.chance.beta})`,
        value: i.chance.alpha / (i.chance.alpha + i.chance.beta),
      },
      {
        name: 'worth',
        says: 'worth of keeping one',
        expression: `${i.survival} * chance * ${i.priceLater} - ${i.keepCostPerMonth} * ${i.months}`,
        value: o.worth,
      },
      {
        name: 'breakEvenChance',
        says: 'chance at which both are worth the same',
        expression: `(${i.priceNow} + ${i.keepCostPerMonth} * ${i.months}) / (${i.survival} * ${i.priceLater})`,
        value: o.breakEvenChance,
      },
      ...(o.breakEvenChance < 1
        ? [
            {
              name: 'keepPays',
              says: 'probability that keeping pays, by these odds',
              expression: `1 - betaCdf(breakEvenChance, ${i.chance.alpha}, ${i.chance.beta})`,
              value: o.keepPays,
            },
          ]
        : []),
    ],
  }),
  source: 'Expected value with a Beta-binomial chance; method, no source',
  validWhen: 'The odds are one’s own, of the same line and type; prices are in one currency.',
  cautions: [
    'A fish with a deformity has no later price, however well it grows.',
    'Several bets even out what one does not: the interval is that of the odds, not of one fish.',
  ],
  example: {
    priceNow: 15,
    priceLater: 120,
    chance: { alpha: 7, beta: 17 },
    keepCostPerMonth: 1.2,
    survival: 0.92,
    months: 6,
  },
});

/** Odds from fewer fish than this are hardly any. */
const FEW = 12;
