import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { Chance } from '../chance';
import { normalCdf } from '../distributions';

/** Fish of one tank that may serve an order. */
const lot = z.strictObject({
  id: z.string().min(1, 'needs a name'),
  number: schema.nonNegative,
  /** Standard deviation of that number. */
  sd: schema.nonNegative.default(0),
  meanG: schema.positive,
  /** Doubt of the mean mass, and how far single fish lie apart, both as shares of it. */
  meanCv: schema.nonNegative.default(0.05),
  spreadCv: schema.positive.default(0.25),
  /** Growth of the cube root of the mean mass a day, and its doubt as a share. */
  risePerDay: schema.nonNegative,
  riseCv: schema.nonNegative.default(0.2),
  /** Share that dies a day, as it did lately. */
  deadPerDay: z.number().min(0, 'cannot be negative').max(1, 'is a share: from 0 to 1').default(0),
});
export type PromiseLot = z.input<typeof lot>;

export type Odds = {
  /** Share of simulated seasons in which so many of that size are there on the day. */
  chance: number;
  /** How many there will be: middle, and the ends within which 9 of 10 seasons lie. */
  middle: number;
  low: number;
  high: number;
};

const RUNS = 1000;
/** How far the dying of weeks to come strays from that of the last ones: a standard deviation of its logarithm. `verify` */
const DEAD_SPREAD = 0.7;

/** How many of a size there will be on a day, over simulated seasons; the same for the same question. */
export function oddsOf(lots: readonly PromiseLot[], number: number, leastG: number, days: number): Odds {
  const known = lots.map((l) => lot.parse(l));
  const random = new Chance(20_310_414);
  const found = Array.from({ length: RUNS }, () =>
    known.reduce((sum, l) => {
      const stands = Math.max(0, l.number + l.sd * random.normal());
      const dying = l.deadPerDay * Math.exp(DEAD_SPREAD * random.normal());
      const alive = stands * Math.exp(-dying * days);
      const root = Math.cbrt(l.meanG * Math.exp(l.meanCv * random.normal()));
      const meanG = (root + Math.max(0, l.risePerDay * (1 + l.riseCv * random.normal())) * days) ** 3;
      return sum + alive * (1 - normalCdf((leastG - meanG) / (l.spreadCv * meanG)));
    }, 0),
  ).sort((a, b) => a - b);
  const at = (q: number) => found[Math.min(RUNS - 1, Math.floor(q * RUNS))]!;
  return {
    chance: found.filter((n) => n >= number).length / RUNS,
    middle: at(0.5),
    low: at(0.05),
    high: at(0.95),
  };
}

/** The first day, within so many, on which an order can be met with a chance; null where there is none. */
export function firstDay(
  lots: readonly PromiseLot[],
  number: number,
  leastG: number,
  chance: number,
  most = 180,
): number | null {
  // Growth wins over dying first, then dying over growth: looked at day by day, coarse before fine.
  for (let day = 0; day <= most; day += STEP)
    if (oddsOf(lots, number, leastG, day).chance >= chance) {
      for (let d = Math.max(0, day - STEP + 1); d < day; d++)
        if (oddsOf(lots, number, leastG, d).chance >= chance) return d;
      return day;
    }
  return null;
}
const STEP = 7;

export const calculation = defineCalculation({
  id: 'order.promise',
  title: 'Can it be promised?',
  asks: 'So many of such a size on a day: in how many of a hundred seasons will they be there?',
  input: z.strictObject({
    number: schema.positive,
    leastG: schema.positive,
    days: z.number().min(0, 'cannot be negative').max(730, 'is further than two years'),
    lots: z.array(lot).max(100, 'are more lots than are looked at at once'),
  }),
  output: z.strictObject({
    of100: z.number(),
    middle: z.number(),
    low: z.number(),
    high: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const o = oddsOf(i.lots, i.number, i.leastG, i.days);
    return {
      of100: Math.round(100 * o.chance),
      middle: o.middle,
      low: o.low,
      high: o.high,
      ...(i.lots.length === 0 ? { warnings: ['nothing stands that could serve it'] } : {}),
    };
  },
  working: (_, o) => ({
    formula:
      'of each season: Σ alive · share of at least that size; alive = number · e^(−dying · days); root of the mean grows each day',
    steps: [
      {
        name: 'of100',
        says: 'of a hundred seasons so many are there',
        expression: String(o.of100),
        value: o.of100,
      },
      { name: 'middle', says: 'of that size, in the middle season', expression: String(o.middle), value: o.middle },
    ],
    notes: [`${RUNS} seasons, drawn the same for the same question; 9 of 10 lie between low and high.`],
  }),
  source: 'Thermal growth: Iwama and Tautz 1981; Monte Carlo. Spreads where none is given: verify',
  validWhen:
    'The water stays as it was taken to be, they are fed to grow, and nothing else is promised from the same fish.',
  cautions: ['A promise is a chance: say it with its odds, and what happens if it fails.'],
  example: {
    number: 20000,
    leastG: 5,
    days: 40,
    lots: [{ id: 'W2', number: 26000, sd: 900, meanG: 3.6, risePerDay: 0.006, deadPerDay: 0.0005 }],
  },
});
