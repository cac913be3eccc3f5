import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { chiSquareUpper } from '../distributions';
import { moreNeeded, probabilityAbove } from '../sampling/decide';
import { wilson } from '../sampling/proportion';
import { thresholds } from '../thresholds';
import { DAY_MS } from '../time/spans';

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
      .array(
        z
          .strictObject({ at: schema.instant, successes: schema.count, trials: schema.count.min(1) })
          .refine((b) => b.successes <= b.trials, { path: ['successes'], error: 'cannot be more than were looked at' }),
      )
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
    /** Larvae that, drawn one by one, would tell as much as these beakers. */
    effectiveTrials: z.number(),
    forecast: z.string().nullable(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const threshold = i.threshold ?? thresholds.swumUpShare.value;
    const fewest = i.fewest ?? thresholds.fewestInBeakers.value;
    const most = i.most ?? thresholds.mostInBeakers.value;
    const s = sums(i.beakers);
    // Larvae of one beaker are alike: so many looked at tell as much as fewer drawn one by one.
    const effect = designEffect(i.beakers);
    const told = { successes: s.successes / effect, trials: s.trials / effect };
    const above = probabilityAbove(told.successes, told.trials, threshold);
    const more = moreNeeded(told.successes, told.trials, threshold, 0.95, Math.floor(most / effect));
    const moreLarvae = more === null ? null : Math.ceil(more * effect);
    const settled = above >= 0.95 ? 'yes' : above <= 0.05 ? 'no' : 'open';
    const share = wilson(told.successes, told.trials);
    const agree = heterogeneity(i.beakers).p >= 0.05;
    const verdict =
      s.trials < fewest
        ? ('look at more' as const)
        : settled === 'yes' && agree
          ? ('move' as const)
          : settled === 'no'
            ? ('wait' as const)
            : s.trials >= most || (agree && moreLarvae === null)
              ? ('leave it for today' as const)
              : ('look at more' as const);
    const warnings: string[] = [];
    if (i.beakers.length < 2) warnings.push('one beaker tells of one place: take several, from several depths');
    if (!agree)
      warnings.push(
        'the beakers differ more than chance: those that are up are not where the others lie; sample the whole unit before any is moved',
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
      probabilityAbove: above,
      moreNeeded: s.trials < fewest ? Math.max(fewest - s.trials, moreLarvae ?? 0) : moreLarvae,
      effectiveTrials: told.trials,
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
        'all beakers together; the chance that the true share is above the mark, from Beta(1, 1) and as many draws as the beakers are worth; chi-square between beakers',
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
          name: 'effectiveTrials',
          says: 'as many as, drawn one by one, would tell the same: larvae of a beaker are alike',
          expression: `looked / ${designEffect(i.beakers)}`,
          value: o.effectiveTrials,
        },
        {
          name: 'probabilityAbove',
          says: `chance that more than ${Math.round(100 * (i.threshold ?? thresholds.swumUpShare.value))} % are up`,
          expression: `1 - betaCdf(${i.threshold ?? thresholds.swumUpShare.value}, share * effectiveTrials + 1, (1 - share) * effectiveTrials + 1)`,
          value: o.probabilityAbove,
        },
        { name: 'differ', says: 'chi-square between the beakers', expression: String(h.chiSquare), value: h.chiSquare },
      ],
    };
  },
  source:
    'Posterior of a share from a flat prior, with the design effect of clusters (Kish 1965, Survey Sampling); chi-square test of homogeneity; logistic line for the day: methods, no source',
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

/**
 * How many times fewer independent draws the beakers are worth: 1 + (n − 1) ρ for beakers of n (Kish 1965, Survey
 * Sampling), ρ the larger of the usual correlation within a beaker and the one that these show (by analysis of
 * variance).
 */
function designEffect(beakers: readonly { successes: number; trials: number }[]): number {
  const { successes, trials } = sums(beakers);
  const k = beakers.length;
  const squares = beakers.reduce((t, b) => t + b.trials ** 2, 0);
  const size = squares / trials;
  const p = successes / trials;
  let shown = 0;
  if (k > 1 && p > 0 && p < 1) {
    const between = beakers.reduce((t, b) => t + b.trials * (b.successes / b.trials - p) ** 2, 0) / (k - 1);
    const within =
      beakers.reduce((t, b) => t + b.successes * (1 - b.successes / b.trials), 0) / Math.max(1, trials - k);
    const n0 = (trials - size) / (k - 1);
    shown = Math.max(0, (between - within) / (between + (n0 - 1) * within));
  }
  return 1 + (size - 1) * Math.min(1, Math.max(thresholds.beakerCorrelation.value, shown));
}

function heterogeneity(beakers: readonly { successes: number; trials: number }[]): { chiSquare: number; p: number } {
  const s = sums(beakers);
  const p = s.successes / s.trials;
  if (beakers.length < 2 || p === 0 || p === 1) return { chiSquare: 0, p: 1 };
  const chiSquare = beakers.reduce((t, b) => t + (b.successes - b.trials * p) ** 2 / (b.trials * p * (1 - p)), 0);
  return { chiSquare, p: chiSquareUpper(chiSquare, beakers.length - 1) };
}
