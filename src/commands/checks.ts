import { z } from 'zod';
import { speciesOf } from '@/book/shelf';
import { ownRules } from '@/core/ownRules';
import { figures, grouped } from '@/core/quantities/format';
import { wilson } from '@/core/sampling/proportion';
import type { Observation } from '@/store/books/record';
import { type Context, defineCommand } from './define';
import { queuePredictions } from './jobs';
import { CommandRefused } from './refused';
import { askEarly, early } from './sensitive';
import { idsOf, type Standing, standing } from './standing';
import { asOf, type Event, eventFields, eventOf } from './when';

const where = { unit: z.number().int(), lotId: z.number().int().optional(), stage: z.string().optional() };

/** A sample looked at and put back: an observation, it moves no animal. */
export const recordCheck = defineCommand({
  type: 'check.record',
  roles: ['manager', 'culturist'],
  schema: z
    .object({
      ...eventFields,
      ...where,
      check: z.string(),
      trials: z.number().int('must be a whole number').min(1, 'needs at least one looked at'),
      successes: z.number().int('must be a whole number').min(0, 'cannot be negative'),
      early,
    })
    .refine((p) => p.successes <= p.trials, { path: ['successes'], error: 'cannot be more than were looked at' }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const at = await standing(c, p.unit, asOf(c, event), p, ['egg']);
    const known = speciesOf(at.lot.species).checks;
    if (!known.some((k) => k.id === p.check))
      throw new CommandRefused(
        'noCheck',
        `${speciesOf(at.lot.species).name} has no such check.`,
        'check',
        `Known are: ${known.map((k) => k.name).join(', ')}.`,
      );
    if (p.check === 'eyed' && p.successes > 0)
      await askEarly(c, at, event.at, 'Eyes', ownRules.eyesFrom.value, p.early);
    const share = wilson(p.successes, p.trials);
    await observe(c, event, 'check', p, {
      ...idsOf(at),
      kind: `check:${p.check}`.slice(0, 20),
      value: share.estimate,
      low: share.low,
      high: share.high,
      trials: p.trials,
      successes: p.successes,
    });
    await queuePredictions(c, [at.lot.id]);
    return { lot: at.lot.name, unit: at.unit.name, ...share };
  },
});

/** Animals taken out to be looked at and put back: an observation. Those that died of it go out as dead. */
export const recordSampleReturned = defineCommand({
  type: 'sample.return',
  roles: ['manager', 'culturist'],
  schema: z
    .object({
      ...eventFields,
      ...where,
      number: z.number().int('must be a whole number').min(1, 'needs at least one'),
      dead: z.number().int('must be a whole number').min(0, 'cannot be negative').default(0),
      purpose: z.string().trim().max(200, 'is too long').default(''),
    })
    .refine((p) => p.dead <= p.number, { path: ['dead'], error: 'cannot be more than were taken out' }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const at = await standing(c, p.unit, asOf(c, event), p, ['fry', 'fingerling', 'yolksac']);
    // The books may err by their doubt, so a few more than they hold are no slip; far more are.
    if (p.number > at.number + 3 * at.sd)
      throw new CommandRefused(
        'moreThanThere',
        `${grouped(p.number)} is more than the books hold in ${at.unit.name}: ${grouped(at.number)}.`,
        'number',
        'Check the number, or count the unit first.',
      );
    await c.record([
      {
        kind: 'sampleBack',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: p,
        acts:
          p.dead === 0
            ? []
            : [
                {
                  act: 'lose',
                  account: 'dead',
                  from: at.place,
                  amount: { kind: 'number', number: p.dead, sd: 0, df: null, how: 'counted', shortfall: false },
                },
              ],
        observations: [{ kind: 'sampleBack', ...idsOf(at), value: p.number }],
      },
    ]);
    return { lot: at.lot.name, unit: at.unit.name, number: p.number, dead: p.dead };
  },
});

/** Feed given to a unit. */
export const recordFeed = defineCommand({
  type: 'feed.record',
  roles: ['manager', 'culturist', 'hand'],
  schema: z.object({
    ...eventFields,
    ...where,
    massG: z.number().gt(0, 'must be above 0'),
    feed: z.string().trim().max(60, 'is too long').default(''),
    sure: z.literal('yes').optional(),
  }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const at = await standing(c, p.unit, asOf(c, event), p, ['fry', 'fingerling', 'yolksac']);
    if (at.place.stage === 'egg')
      throw new CommandRefused('eggsDoNotEat', `${at.unit.name} holds eggs.`, 'unit', 'Check the unit.');
    await mustBeAMeal(c, at, p, event.at);
    await observe(c, event, 'feed', p, {
      ...idsOf(at),
      kind: 'feed',
      value: p.massG,
    });
    return { lot: at.lot.name, unit: at.unit.name };
  },
});

/** Feed that is written down once in so many days at most is taken for all of them together. */
const MOST_DAYS = 10;

/** A meal held against the fish it is for: by their mean mass as last weighed, else by the heaviest of their stage. */
async function mustBeAMeal(c: Context, at: Standing, p: { massG: number; sure?: 'yes' }, when: number): Promise<void> {
  const weighed = (await c
    .trx('observation')
    .where({ lot_id: at.lot.id, kind: 'meanG' })
    .where('at', '<=', when)
    .orderBy('at', 'desc')
    .first('value')) as { value: number } | undefined;
  const meanG =
    weighed?.value ??
    { yolksac: ownRules.heavyYolksac.value, fry: ownRules.heavyFry.value / 4 }[at.place.stage] ??
    ownRules.heavyFingerling.value / 20;
  const stand = meanG * at.number;
  if (at.number <= 0 || p.massG <= ownRules.mostMeal.value * stand) return;
  // Some write their feed down once a week: what is given is for the days since the feed, or the fish, before it.
  const [fed, came] = (await Promise.all([
    c.trx('observation').where({ holding_id: at.holding.id, kind: 'feed' }).where('at', '<', when).max({ at: 'at' }),
    c
      .trx('posting')
      .where({ holding_id: at.holding.id, account: 'holding' })
      .where('delta', '>', 0)
      .whereNull('superseded_seq')
      .where('order_at', '<=', when)
      .max({ at: 'order_at' }),
  ])) as [[{ at: number | null }], [{ at: number | null }]];
  const since = fed[0].at ?? came[0].at ?? when;
  const days = Math.min(MOST_DAYS, Math.max(1, Math.round((when - since) / 86_400_000)));
  const most = ownRules.mostMeal.value * stand * days;
  if (p.massG <= most) return;
  const says = `${figures(p.massG / 1000, 3)} kg of feed for ${grouped(at.number)} fish of ${weighed ? '' : 'at most '}${figures(meanG, 3)} g: ${Math.round((100 * p.massG) / stand)} % of their mass${days > 1 ? ` in ${days} days` : ''}.`;
  if (p.massG > ownRules.absurdMeal.value * most)
    throw new CommandRefused('absurdMeal', says, 'massG', 'No fish eats that: check grams against kilograms.');
  if (p.sure === 'yes') return;
  throw new CommandRefused('meal', says, 'massG', 'Check grams against kilograms.', {
    field: 'sure',
    choices: [{ value: 'yes', label: 'It was given' }],
  });
}

/** A remark on a unit, a lot, or the day. */
export const recordNote = defineCommand({
  type: 'note.record',
  roles: ['manager', 'culturist', 'hand'],
  schema: z
    .object({ ...eventFields, unit: z.number().int().optional(), lotId: z.number().int().optional() })
    .refine((p) => p.note.length > 0, { path: ['note'], error: 'is empty' }),
  async handle(c, p) {
    const event = eventOf(c, p);
    // A remark on an empty unit, or on several lots at once, is about the unit alone.
    const at =
      p.unit === undefined
        ? undefined
        : await standing(c, p.unit, asOf(c, event), p).catch((e) => {
            if (e instanceof CommandRefused) return undefined;
            throw e;
          });
    await observe(c, event, 'note', p, {
      holding_id: at?.holding.id ?? null,
      unit_id: p.unit ?? null,
      lot_id: p.lotId ?? at?.lot.id ?? null,
      kind: 'note',
    });
    return {};
  },
});

export async function observe(
  c: Context,
  event: Event,
  kind: string,
  intent: unknown,
  observation: Observation,
): Promise<void> {
  await c.record([{ kind, ...event, replacesSeq: c.replacing?.seq, intent, acts: [], observations: [observation] }]);
}
