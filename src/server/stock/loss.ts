import type { Outflow } from '@/core/books/accounts';
import type { Amount } from '@/core/books/entry';
import { numberFrom } from '@/core/books/measure';
import type { Measurement } from '@/core/books/measurement';
import type { ObservationKind } from '@/core/books/observations';
import type { Capability } from '@/core/species/capabilities';
import type { Event } from '../act/event';
import { answered, type Context } from '../context';
import { shortfall } from '../questions';
import { asOf, eventOf } from '../when';
import { usualCv } from './numbers/usualScatter';
import { idsOf, type Standing, standing } from './standing';

type Counted = Parameters<typeof eventOf>[1] & {
  unit: number;
  lotId?: number;
  stage?: string;
  number?: number;
  measured?: Measurement;
};

/**
 * Dead taken out and counted, or, where they are many, measured.
 * @param usual what is done with the animals that it is usually about: which of several in one unit is meant
 */
export async function countedLoss(
  c: Context,
  p: Counted,
  kind: LossKind,
  account: Outflow,
  usual: readonly Capability[],
) {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p, usual);
  const { meanG: _, ...found } = p.measured
    ? numberFrom(p.measured, await usualCv(c, p.measured.method, 'count'))
    : { number: p.number!, sd: 0, df: null, how: 'counted' as const, meanG: undefined };
  const amount: Amount = { kind: 'number', ...found, shortfall: answered(c, shortfall) === 'yes' };
  const intent = { ...p, number: found.number };
  return { at, done: await recordLoss(c, event, kind, account, at, amount, intent, found.number) };
}

/** Entries by which animals leave: each tells its number by an observation of its own name. */
export type LossKind = Extract<ObservationKind, 'pick' | 'dead' | 'cull' | 'sale' | 'sample' | 'escape' | 'unitLoss'>;

export async function recordLoss(
  c: Context,
  event: Event,
  kind: LossKind,
  account: Outflow,
  at: Standing,
  amount: Amount,
  intent: unknown,
  shown: number | null,
  said: string | null = null,
) {
  await c.record([
    {
      kind,
      ...event,
      replacesSeq: c.replacing?.seq,
      intent,
      // A pick of none is worth recording (it was looked at) but moves nothing.
      acts: amount.kind === 'number' && amount.number === 0 ? [] : [{ act: 'lose', account, from: at.place, amount }],
      observations: [{ kind, ...idsOf(at), value: shown, ...(said === null ? {} : { said }) }],
    },
  ]);
  return { lot: at.lot.name, unit: at.unit.name, number: shown };
}
