import { z } from 'zod';
import { defineCalculation, run, schema } from '../calculation';
import { chiSquareUpper } from '../distributions';
import { ownRules } from '../ownRules';
import { calculation as decide } from '../sampling/decide';
import { wilson } from '../sampling/proportion';

const DAY_MS = 86_400_000;
const looked = z
  .strictObject({ successes: schema.count, trials: schema.count.min(1, 'needs at least one looked at') })
  .refine((b) => b.successes <= b.trials, { path: ['successes'], error: 'cannot be more than were looked at' });

/** A straight line through log odds of the share against the day, weighted by the counts; null where it does not rise. */
function dayOfShare(
  series: readonly { at: number; successes: number; trials: number }[],
  threshold: number,
): number | null {
  if (series.length < 2) return null;
  const points = series.map((s) => {
    const p = (s.successes + 0.5) / (s.trials + 1);
    return { x: s.at / DAY_MS, y: Math.log(p / (1 - p)), w: s.trials * p * (1 - p) };
  });
  const w = points.reduce((t, q) => t + q.w, 0);
  const mx = points.reduce((t, q) => t + q.w * q.x, 0) / w;
  const my = points.reduce((t, q) => t + q.w * q.y, 0) / w;
  const sxx = points.reduce((t, q) => t + q.w * (q.x - mx) ** 2, 0);
  const slope = points.reduce((t, q) => t + q.w * (q.x - mx) * (q.y - my), 0) / sxx;
  if (!(slope > 0.02)) return null;
  return (mx + (Math.log(threshold / (1 - threshold)) - my) / slope) * DAY_MS;
}

export const calculation = defineCalculation({
  id: 'incubation.swimUp',
  title: 'Swim-up: now, or wait?',
  asks: 'So many of so many larvae in the beakers were up: move and feed them now, look at more, or wait, and until when?',
  input: z.strictObject({
    beakers: z.array(looked).min(1, 'needs at least one beaker'),
    threshold: z.number().gt(0, 'must lie between 0 and 1').lt(1, 'must lie between 0 and 1').optional(),
    /** Samples of earlier days. */
    series: z
      .array(z.strictObject({ at: schema.instant, successes: schema.count, trials: schema.count.min(1) }))
      .optional(),
    at: schema.instant.optional(),
    fewest: schema.count.optional(),
    most: schema.count.optional(),
  }),
  output: z.strictObject({
    verdict: z.enum(['move', 'wait', 'look at more', 'leave it for today']),
    share: z.number(),
    low: z.number(),
    high: z.number(),
    probabilityAbove: z.number(),
    moreNeeded: z.number().nullable(),
    agree: z.boolean(),
    forecast: z.string().nullable(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const threshold = i.threshold ?? ownRules.swumUpShare.value;
    const fewest = i.fewest ?? ownRules.fewestInBeakers.value;
    const most = i.most ?? ownRules.mostInBeakers.value;
    const s = sums(i.beakers);
    const d = run(decide, { ...s, threshold, maxTrials: most });
    const share = wilson(s.successes, s.trials);
    const agree = heterogeneity(i.beakers).p >= 0.05;
    const verdict =
      s.trials < fewest
        ? ('look at more' as const)
        : d.verdict === 'yes'
          ? ('move' as const)
          : d.verdict === 'no'
            ? ('wait' as const)
            : s.trials >= most || d.moreNeeded === null
              ? ('leave it for today' as const)
              : ('look at more' as const);
    const warnings: string[] = [];
    if (i.beakers.length < 2) warnings.push('one beaker tells of one place: take several, from several depths');
    if (!agree)
      warnings.push(
        'the beakers differ more than chance: those that are up are not where the others lie; sample the whole unit',
      );
    const here = [
      ...(i.series ?? []).map((x) => ({ ...x, at: Date.parse(x.at) })),
      ...(i.at ? [{ at: Date.parse(i.at), ...s }] : []),
    ];
    const when = dayOfShare(here, threshold);
    return {
      verdict,
      share: share.estimate,
      low: share.low,
      high: share.high,
      probabilityAbove: d.probabilityAbove,
      moreNeeded: s.trials < fewest ? Math.max(fewest - s.trials, d.moreNeeded ?? 0) : d.moreNeeded,
      agree,
      forecast: when === null ? null : new Date(when).toISOString(),
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const s = sums(i.beakers);
    const h = heterogeneity(i.beakers);
    return {
      formula:
        'all beakers together; the chance that the true share is above the mark, from Beta(1, 1); chi-square between beakers',
      steps: [
        {
          name: 'up',
          says: 'up in the water',
          expression: i.beakers.map((b) => b.successes).join(' + '),
          value: s.successes,
        },
        { name: 'looked', says: 'looked at', expression: i.beakers.map((b) => b.trials).join(' + '), value: s.trials },
        { name: 'share', says: 'share', expression: 'up / looked', value: o.share },
        {
          name: 'probabilityAbove',
          says: `chance that more than ${Math.round(100 * (i.threshold ?? ownRules.swumUpShare.value))} % are up`,
          expression: `1 - betaCdf(${i.threshold ?? ownRules.swumUpShare.value}, up + 1, looked - up + 1)`,
          value: o.probabilityAbove,
        },
        { name: 'differ', says: 'chi-square between the beakers', expression: String(h.chiSquare), value: h.chiSquare },
      ],
    };
  },
  source:
    'Posterior of a share from a flat prior; chi-square test of homogeneity; logistic line for the day: methods, no source',
  validWhen: 'Larvae are scooped without choosing; the mark is the species’ and the hatchery’s own.',
  cautions: [
    'Too early they are hurt, too late they starve: feed ready before they are moved.',
    'Set how many are looked at before beginning: looking on until it says yes is wrong half the time.',
    'Unhatched and unready ones are separated when ponding: count them apart.',
  ],
  example: {
    beakers: [
      { successes: 24, trials: 31 },
      { successes: 29, trials: 34 },
      { successes: 22, trials: 30 },
    ],
    at: '2031-04-14T08:00:00Z',
    series: [{ at: '2031-04-12T08:00:00Z', successes: 30, trials: 80 }],
  },
});

function sums(beakers: readonly { successes: number; trials: number }[]) {
  return {
    successes: beakers.reduce((s, b) => s + b.successes, 0),
    trials: beakers.reduce((s, b) => s + b.trials, 0),
  };
}

function heterogeneity(beakers: readonly { successes: number; trials: number }[]): { chiSquare: number; p: number } {
  const s = sums(beakers);
  const p = s.successes / s.trials;
  if (beakers.length < 2 || p === 0 || p === 1) return { chiSquare: 0, p: 1 };
  const chiSquare = beakers.reduce((t, b) => t + (b.successes - b.trials * p) ** 2 / (b.trials * p * (1 - p)), 0);
  return { chiSquare, p: chiSquareUpper(chiSquare, beakers.length - 1) };
}
