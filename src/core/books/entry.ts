import { z } from 'zod';
import { inflows, outflows } from './accounts';

/** How a number was got; shown as a small mark beside it. */
export const howGot = z.enum(['counted', 'weighed', 'volume', 'estimated', 'assumed']);
export type HowGot = z.output<typeof howGot>;

const id = z
  .string()
  .min(1)
  .max(64)
  .regex(/^[^|]+$/, 'must not contain |');
const place = z.object({ lot: id, unit: id, stage: id });
const whole = z
  .number()
  .int('must be a whole number')
  .min(0, 'cannot be negative')
  .max(1e12, 'is more than any hatchery holds');

/** A number of animals as somebody measured it. `sd` is the standard deviation; df null means known (normal). */
export const measuredNumber = z.object({
  number: whole,
  sd: z.number().min(0),
  df: z.number().positive().nullable().default(null),
  how: howGot,
});
export type MeasuredNumber = z.output<typeof measuredNumber>;

/**
 * The intent of how many: all that is left, a share of what stands there, or a number. A counted or weighed number may
 * exceed the books only when `shortfall` says that the difference is to come from unexplained.
 */
export const amount = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('all') }),
  z.object({
    kind: z.literal('share'),
    share: z.number().gt(0, 'must be above 0').max(1, 'cannot be above 1'),
    sd: z.number().min(0).default(0),
  }),
  z.object({ kind: z.literal('number'), ...measuredNumber.shape, shortfall: z.boolean().default(false) }),
]);
export type Amount = z.output<typeof amount>;

const newLot = z.object({ lot: id, species: id });

/**
 * What an entry does to the books, in five primitive acts. The trade's kinds of entry (pick, pond, grade, release, …)
 * are put together from these; acts of one entry happen in order, at one instant.
 */
export const act = z.discriminatedUnion('act', [
  /** Animals come in from the world. The families of a new lot, with their shares. */
  z.object({
    act: z.literal('bring'),
    account: z.enum(inflows),
    to: place,
    species: id,
    count: measuredNumber,
    composition: z.record(z.string(), z.number().min(0)),
  }),
  /** Animals go from one holding to others; parts poured by share are shares of what stood there before the act. */
  z.object({
    act: z.literal('shift'),
    from: place,
    parts: z.array(z.object({ to: place, amount })).min(1),
    makes: z.array(newLot).default([]),
  }),
  /** Animals leave to the world. */
  z.object({ act: z.literal('lose'), account: z.enum(outflows), from: place, amount }),
  /** A measured number of what stands in a holding. */
  z.object({
    act: z.literal('census'),
    holding: place,
    count: measuredNumber,
    mode: z.enum(['combine', 'replace', 'note']),
  }),
  /** The holding is empty; what the books still show goes to unexplained. */
  z.object({ act: z.literal('close'), holding: place }),
]);
export type Act = z.output<typeof act>;
export type ActInput = z.input<typeof act>;

export const acts = z.array(act);

/** Ranks within one day for entries whose minute is not known: first what came in, last what was lost. */
export const dayRank = { arrival: 0, between: 1, loss: 2 } as const;

/** When an entry counts as having happened. `orderAt` is derived (see order.ts); ms since 1970, UTC. */
export type EntryTime = {
  at: number;
  precision: 'minute' | 'day';
  orderAt: number;
  rank: number;
  orderSeq: number;
  seq: number;
};

/** What the core needs of an entry. */
export type BookEntry = EntryTime & { id: string; recordedAt: number; acts: readonly Act[] };
