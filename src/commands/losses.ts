import { z } from 'zod';
import type { Outflow } from '@/core/books/accounts';
import type { Amount } from '@/core/books/entry';
import { measurement, numberFrom } from '@/core/books/measure';
import { fromJson } from '@/store/books/rows';
import type { KeptWatch } from '@/store/pickWatch';
import { type Context, defineCommand, type Role } from './define';
import { queuePredictions } from './jobs';
import { CommandRefused } from './refused';
import { askSensitive, sensitive } from './sensitive';
import { idsOf, type Standing, standing } from './standing';
import { usualCv } from './usualVariation';
import { asOf, type Event, eventFields, eventOf } from './when';

const where = {
  unit: z.number().int(),
  lotId: z.number().int().optional(),
  stage: z.string().optional(),
  shortfall: z.literal('yes').optional(),
};

/** Dead eggs or animals taken out and counted; `pick` prefers eggs, `dead` what has hatched. */
function countedLoss(type: string, kind: string, account: Outflow, roles: readonly Role[], prefer: readonly string[]) {
  return defineCommand({
    type,
    roles,
    schema: z
      .object({
        ...eventFields,
        ...where,
        number: z
          .number()
          .int('must be a whole number')
          .min(0, 'cannot be negative')
          .max(1e9, 'is more than any unit holds')
          .optional(),
        /** Many are measured, with their doubt. */
        measured: measurement.optional(),
        cause: z.string().trim().max(200, 'is too long').default(''),
      })
      .refine((p) => p.number !== undefined || p.measured !== undefined, {
        path: ['number'],
        error: 'needed: how many',
      }),
    async handle(c, p) {
      const event = eventOf(c, p);
      const at = await standing(c, p.unit, asOf(c, event), { lotId: p.lotId, stage: p.stage }, prefer);
      const { meanG: _, ...found } = p.measured
        ? numberFrom(p.measured, await usualCv(c, p.measured.method, 'count'))
        : { number: p.number!, sd: 0, df: null, how: 'counted' as const, meanG: undefined };
      const amount: Amount = { kind: 'number', ...found, shortfall: p.shortfall === 'yes' };
      const intent = { ...p, number: found.number };
      const done = await recordLoss(c, event, kind, account, at, amount, intent, found.number);
      if (kind !== 'pick') return done;
      await queuePredictions(c, [at.lot.id]);
      return { ...done, judged: await judgedPick(c, at.holding.id, found.number) };
    },
  });
}

/** A pick against what a round was expected to find there; null where nothing is known yet. */
async function judgedPick(c: Context, holdingId: number, number: number) {
  const row = (await c.trx('pick_watch').where({ holding_id: holdingId }).first('state')) as
    | { state: string }
    | undefined;
  if (!row) return null;
  const { low, high, expected } = fromJson<KeptWatch>(row.state).now;
  return {
    low,
    high,
    off: number > high ? ('high' as const) : number < low && expected >= 6 ? ('low' as const) : null,
  };
}

async function recordLoss(
  c: Context,
  event: Event,
  kind: string,
  account: Outflow,
  at: Standing,
  amount: Amount,
  intent: unknown,
  shown: number | null,
) {
  await c.record([
    {
      kind,
      ...event,
      replacesSeq: c.replacing?.seq,
      intent,
      // A pick of none is worth recording (it was looked at) but moves nothing.
      acts: amount.kind === 'number' && amount.number === 0 ? [] : [{ act: 'lose', account, from: at.place, amount }],
      observations: [{ kind, ...idsOf(at), value: shown }],
    },
  ]);
  return { lot: at.lot.name, unit: at.unit.name, number: shown };
}

const everyHand: readonly Role[] = ['manager', 'culturist', 'hand'];
export const recordPick = countedLoss('pick.record', 'pick', 'picked', everyHand, ['egg']);
export const recordDead = countedLoss('dead.record', 'dead', 'dead', everyHand, ['yolksac', 'fry', 'fingerling']);

/** Culled, sold, sampled and killed, escaped, or a whole unit lost: a measured number, or all that is left. */
export const recordLossOf = defineCommand({
  type: 'loss.record',
  roles: ['manager', 'culturist'],
  schema: z.object({
    ...eventFields,
    ...where,
    account: z.enum(['culled', 'sold', 'sampled', 'escaped', 'dead']),
    all: z.boolean().default(false),
    measured: measurement.optional(),
    cause: z.string().trim().max(200, 'is too long').default(''),
    receiver: z.string().trim().max(120, 'is too long').default(''),
    sensitive,
  }),
  async handle(c, p) {
    const event = eventOf(c, p);
    if (!p.all && !p.measured)
      throw new CommandRefused(
        'howMany',
        'How many?',
        'measured',
        'Give a number, or say that it was all that was left.',
      );
    if ((p.account === 'escaped' || p.all) && !p.cause)
      throw new CommandRefused(
        'cause',
        'Say what happened.',
        'cause',
        'One line is enough: it will be read in a year.',
      );
    const at = await standing(c, p.unit, asOf(c, event), { lotId: p.lotId, stage: p.stage });
    if (p.account === 'sold') await askSensitive(c, at, { ...p, note: event.note }, event.at, 'selling them');
    const { meanG: _, ...measured } = p.measured
      ? numberFrom(p.measured)
      : { number: 0, sd: 0, df: null, how: 'counted' as const, meanG: undefined };
    const amount: Amount = p.all ? { kind: 'all' } : { kind: 'number', ...measured, shortfall: p.shortfall === 'yes' };
    const kind = { culled: 'cull', sold: 'sale', sampled: 'sample', escaped: 'escape', dead: 'unitLoss' }[p.account];
    return recordLoss(c, event, kind, p.account, at, amount, p, p.all ? at.number : measured.number);
  },
});
