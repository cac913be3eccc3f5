import type { z } from 'zod';
import type { HoldingKey } from '@/core/books/accounts';
import type { Species } from '@/core/species/species';
import type { NewEntry, Recorded } from '@/store/books/record';
import type { HoldingRow } from '@/store/books/rows';
import type { Without } from '@/store/books/without';
import type { Trx } from '@/store/connection';

export type Role = 'manager' | 'culturist' | 'hand' | 'reader';
export type Actor = { id: number; siteId: number; name: string; role: Role };

/** What a handler works with: one transaction that holds the site's lock. */
export type Context = {
  trx: Trx;
  commandId: string;
  actor: Actor;
  site: { id: number; name: string; timeZone: string; lotPattern: string; seasonStartsMonth: number };
  now: number;
  /** Rows of holdings read since the last `record`: under the site's lock they are as they were. */
  holdings: Map<HoldingKey, HoldingRow>;
  /** Records entries in the books; refusals become CommandRefused. */
  record: (entries: EntryDraft[]) => Promise<Recorded>;
  /** A species as this hatchery holds it: the shipped one with its own values. @throws CommandRefused for one not known */
  species: (id: string) => Promise<Species>;
  /** Finds another command by type: corrections and proposals carry out what others defined. */
  lookup: (type: string) => Command;
  /**
   * Set while a command is carried out as the replacement of an entry: the lots that the entry made, and how the
   * holdings around it would have stood without it.
   */
  replacing?: { seq: number; id: string; at: number; lots: { id: number; grade: string }[]; without: Without };
};

/** An entry as a handler drafts it; ids and local days are added by `record`. */
export type EntryDraft = Omit<NewEntry, 'id' | 'dayStart' | 'dayEnd'>;

export type Command<S extends z.ZodType = z.ZodType, R = unknown> = {
  type: string;
  schema: S;
  roles: readonly Role[];
  /** Roles whose command waits for a culturist's yes. */
  proposes?: readonly Role[];
  handle: (context: Context, payload: z.output<S>) => Promise<R>;
};

export function defineCommand<S extends z.ZodType, R>(c: Command<S, R>): Command<S, R> {
  return c;
}
