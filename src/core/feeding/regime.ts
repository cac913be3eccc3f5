import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { plain } from '../quantities/format';

export const regimeStep = z.strictObject({
  feed: z.string().trim().min(1, 'needs a name'),
  /** Day after hatch, or degree-days from it: the step begins here. */
  from: schema.nonNegative,
  /** And ends before this; the last one may be left open. */
  to: schema.positive.optional(),
  mealsPerDay: schema.positive.optional(),
  /** Density of live prey that is kept up, per mL. */
  perMl: schema.positive.optional(),
});
export type RegimeStep = z.output<typeof regimeStep>;
export type RegimeUnit = 'days' | 'degreeDays';
export type FeedNow = { feed: string; share: number; mealsPerDay?: number; perMl?: number };

const UNIT: Readonly<Record<RegimeUnit, string>> = { days: 'day', degreeDays: 'degree-day' };
const endOf = (s: RegimeStep) => s.to ?? Number.POSITIVE_INFINITY;

/**
 * A regime's steps in their order, each from its beginning up to its end, which is not part of it: where one ends and
 * the next begins counts for the next alone.
 * @throws CalculationError naming the step that leaves a gap, ends before it begins or before an earlier one, or feeds
 * the same twice at once
 */
export function regimeInOrder(steps: readonly RegimeStep[], unit: RegimeUnit): RegimeStep[] {
  const inOrder = [...steps].sort((a, b) => a.from - b.from || endOf(a) - endOf(b));
  const wrong = (s: RegimeStep, key: string, message: string) =>
    new CalculationError('input', `steps[${steps.indexOf(s)}].${key}`, message);
  inOrder.forEach((s, i) => {
    if (endOf(s) <= s.from) throw wrong(s, 'to', 'must be after it begins');
    const before = inOrder[i - 1];
    if (!before) return;
    if (endOf(before) < s.from)
      throw wrong(s, 'from', `leaves them without food from ${UNIT[unit]} ${plain(endOf(before))} to ${plain(s.from)}`);
    if (endOf(s) <= endOf(before))
      throw wrong(s, 'to', `ends before ${before.feed} does: a step that only lies within another has no change to it`);
    const same = inOrder.slice(0, i).find((o) => o.feed === s.feed && endOf(o) > s.from);
    if (same)
      throw wrong(s, 'from', `counts ${s.feed} twice from ${UNIT[unit]} ${plain(s.from)} to ${plain(endOf(same))}`);
  });
  return inOrder;
}

/**
 * What is fed at a time and in which shares, the newest feed first: that is offered before what they know. Where two
 * steps overlap the new one takes over evenly; on the first day of the change it has its part already.
 * @param inOrder by `regimeInOrder`  @param at day after hatch, or degree-days
 */
export function feedsAt(inOrder: readonly RegimeStep[], at: number, unit: RegimeUnit): FeedNow[] {
  // A day is a whole meal plan: its share is that of its middle among the days of the change.
  const whole = unit === 'days' ? 1 : 0;
  const rise = (from: number, to: number) =>
    to <= from ? 1 : Math.min(1, Math.max(0, (at - from + whole) / (to - from + whole)));
  const active = inOrder.flatMap((s, i) => {
    if (at < s.from || at >= endOf(s)) return [];
    const [before, after] = [inOrder[i - 1], inOrder[i + 1]];
    const up = before && endOf(before) > s.from ? rise(s.from, endOf(before)) : 1;
    const down = after && after.from < endOf(s) && at >= after.from ? 1 - rise(after.from, endOf(s)) : 1;
    return [{ s, weight: up * down }];
  });
  const all = active.reduce((sum, a) => sum + a.weight, 0);
  return active
    .reverse()
    .filter((a) => a.weight > 0)
    .map(({ s, weight }) => ({
      feed: s.feed,
      share: weight / all,
      ...(s.mealsPerDay === undefined ? {} : { mealsPerDay: s.mealsPerDay }),
      ...(s.perMl === undefined ? {} : { perMl: s.perMl }),
    }));
}

export const calculation = defineCalculation({
  id: 'feed.regime',
  title: 'Feeds of the day',
  asks: 'Which feeds today, in which shares and order?',
  input: z.strictObject({
    by: z.enum(['days', 'degreeDays']).default('days'),
    steps: z.array(regimeStep).min(1, 'needs at least one step'),
    at: schema.nonNegative,
  }),
  output: z.strictObject({
    feeds: z.array(
      z.strictObject({
        feed: z.string(),
        share: z.number(),
        mealsPerDay: z.number().optional(),
        perMl: z.number().optional(),
      }),
    ),
    /** The next feed that comes, and when. */
    next: z.strictObject({ feed: z.string(), from: z.number() }).nullable(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const inOrder = regimeInOrder(i.steps, i.by);
    const last = inOrder.at(-1)!;
    if (i.at >= endOf(last))
      throw new CalculationError(
        'outside',
        'at',
        `lies after the regime, which ends at ${UNIT[i.by]} ${plain(endOf(last))}`,
      );
    const coming = inOrder.find((s) => s.from > i.at);
    return {
      feeds: feedsAt(inOrder, i.at, i.by),
      next: coming ? { feed: coming.feed, from: coming.from } : null,
      ...(i.at < inOrder[0]!.from ? { warnings: ['before first feeding: nothing is fed yet'] } : {}),
    };
  },
  working: (_, o) => ({
    formula: 'a new feed takes over evenly while both are fed',
    steps: [
      {
        name: 'together',
        says: 'shares together',
        expression: o.feeds.length > 0 ? o.feeds.map((f) => `${f.share}`).join(' + ') : '0',
        value: o.feeds.reduce((s, f) => s + f.share, 0),
      },
    ],
    notes: o.feeds.map(
      (f, k) =>
        `${k === 0 && o.feeds.length > 1 ? 'first ' : ''}${f.feed}: ${plain(Number((100 * f.share).toPrecision(3)))} %`,
    ),
  }),
  source: 'Method, no source; steps are the hatchery’s, or a method’s of its species',
  validWhen: 'Days or degree-days are counted from the hatch of half of the lot.',
  cautions: ['The plan bends to what samples show: where few have the new feed in the gut, wait.'],
  example: {
    steps: [
      { feed: 'rotifers', from: 4, to: 12, mealsPerDay: 4, perMl: 8 },
      { feed: 'brine shrimp', from: 9, to: 26, mealsPerDay: 4, perMl: 3 },
      { feed: 'dry 200 to 400 µm', from: 21, mealsPerDay: 12 },
    ],
    at: 10,
  },
});
