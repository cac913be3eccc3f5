import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { studentQuantile } from '../distributions';
import { DAY_MS } from '../time/spans';

/**
 * Growth a day of a culture, by a straight line through the logarithms of its counts, with its 95 % interval (none with
 * two counts).
 * @throws CalculationError where all were counted at one instant
 */
export function cultureGrowth(counts: readonly { at: number; perMl: number }[]) {
  const n = counts.length;
  const from = Math.min(...counts.map((c) => c.at));
  const days = counts.map((c) => (c.at - from) / DAY_MS);
  const logs = counts.map((c) => Math.log(c.perMl));
  const mean = (list: readonly number[]) => list.reduce((s, v) => s + v, 0) / n;
  const [md, ml] = [mean(days), mean(logs)];
  const spread = days.reduce((s, d) => s + (d - md) ** 2, 0);
  if (spread === 0) throw new CalculationError('input', 'counts', 'need two instants at least');
  const rate = days.reduce((s, d, k) => s + (d - md) * (logs[k]! - ml), 0) / spread;
  const residual = logs.reduce((s, l, k) => s + (l - ml - rate * (days[k]! - md)) ** 2, 0);
  const half = n < 3 ? null : studentQuantile(0.975, n - 2) * Math.sqrt(residual / (n - 2) / spread);
  return { rate, half, days, logs, md, ml, spread, residual };
}

/** So much of a culture may be taken out that it stands as high again after so many days. @example harvestShare(0.5, 1) // 0.393 */
export const harvestShare = (ratePerDay: number, everyDays: number) =>
  ratePerDay > 0 ? -Math.expm1(-ratePerDay * everyDays) : 0;

export const calculation = defineCalculation({
  id: 'liveFeed.rotifer',
  title: 'Rotifer harvest',
  asks: 'How fast does the culture grow, and how much may be taken?',
  input: z.strictObject({
    counts: z.array(z.strictObject({ at: schema.instant, perMl: schema.positive })).min(2, 'needs two counts at least'),
    everyDays: schema.positive.default(1),
  }),
  output: z.strictObject({
    ratePerDay: z.number(),
    low: z.number().nullable(),
    high: z.number().nullable(),
    harvestShare: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const g = growthOf(i.counts);
    const warnings: string[] = [];
    if (g.rate <= 0)
      warnings.push(
        'the culture does not grow: take nothing, look at food, ammonia and oxygen, start anew from the reserve',
      );
    else if (g.half !== null && g.rate - g.half <= 0)
      warnings.push('it may as well stand still: take less than the share, and count again tomorrow');
    if (g.half === null) warnings.push('two counts tell no interval');
    return {
      ratePerDay: g.rate,
      low: g.half === null ? null : g.rate - g.half,
      high: g.half === null ? null : g.rate + g.half,
      harvestShare: harvestShare(g.rate, i.everyDays),
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const g = growthOf(i.counts);
    return {
      formula: 'slope of ln(count) on days; harvest = 1 − e^(−slope · days between harvests)',
      steps: [
        {
          name: 'ratePerDay',
          says: 'growth a day',
          expression: `(${g.days.map((d, k) => `(${d} - ${g.md}) * ln(${i.counts[k]!.perMl})`).join(' + ')}) / ${g.spread}`,
          value: o.ratePerDay,
          unit: '/day',
        },
        {
          name: 'harvestShare',
          says: 'share to take each time',
          expression: `1 - exp(-max(0, ratePerDay) * ${i.everyDays})`,
          value: o.harvestShare,
        },
        ...(g.half === null
          ? []
          : [
              {
                name: 'half',
                says: 'half the interval of the growth',
                expression: `studentQuantile(0.975, ${i.counts.length - 2}) * sqrt(${g.residual} / ${i.counts.length - 2} / ${g.spread})`,
                value: g.half,
                unit: '/day',
              },
            ]),
      ],
    };
  },
  source: 'Exponential growth by least squares of log counts; steady harvest of such a culture: method, no source',
  validWhen: 'Counted before each harvest, and no harvest lies between the counts, or it is added back.',
  cautions: ['A falling share with eggs comes before the crash: count the eggs too.', 'Keep a reserve culture apart.'],
  example: {
    counts: [
      { at: '2031-04-11T06:00:00Z', perMl: 180 },
      { at: '2031-04-12T06:00:00Z', perMl: 265 },
      { at: '2031-04-13T06:00:00Z', perMl: 410 },
      { at: '2031-04-14T06:00:00Z', perMl: 560 },
    ],
  },
});

const growthOf = (counts: readonly { at: string; perMl: number }[]) =>
  cultureGrowth(counts.map((c) => ({ at: Date.parse(c.at), perMl: c.perMl })));
