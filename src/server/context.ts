import type { z } from 'zod';
import type { HoldingKey } from '@/core/books/accounts';
import type { Species } from '@/core/species/species';
import type { NewEntry, Recorded } from '@/store/books/record';
import type { EntryRow, HoldingRow } from '@/store/books/rows';
import type { Without } from '@/store/books/without';
import type { Trx } from '@/store/connection';
import type { Act, Role } from './act/define';
import type { Answers, Ask, Choice, Question } from './act/question';
import { asked } from './act/refused';

export type Actor = { id: number; siteId: number; name: string; role: Role };

/** What a decision works with: one transaction that holds the site's lock. */
export type Context = {
  trx: Trx;
  commandId: string;
  actor: Actor;
  site: { id: number; name: string; timeZone: string; lotPattern: string; seasonStartsMonth: number };
  now: number;
  /** Rows of holdings read since the last `record`: under the site's lock they are as they were. */
  holdings: Map<HoldingKey, HoldingRow>;
  /** Records entries in the books, the answers with them; refusals become ActRefused. Nothing is recorded while something is asked. */
  record: (entries: EntryDraft[]) => Promise<Recorded>;
  /** A species as this hatchery holds it: the shipped one with its own values. @throws ActRefused for one not known */
  species: (id: string) => Promise<Species>;
  /** Finds another act by type: corrections and proposals carry out what others decide. */
  lookup: (type: string) => Decision;
  /** What of this process follows it, once it stands for good. */
  onceCommitted: (then: () => void) => void;
  /** The act that leaves entries of a kind. */
  ofKind: (kind: string) => Decision;
  /** What was answered, by question. */
  answers: Answers;
  /** Answers that were called for: what is kept with the entry. */
  given: Record<string, string>;
  /** What has been asked so far and is not answered; put to the person all at once, before anything is recorded. */
  asks: Ask[];
  /**
   * Set while an act is carried out as the replacement of an entry: the lots that the entry made, and how the holdings
   * around it would have stood without it.
   */
  replacing?: { seq: number; id: string; at: number; lots: { id: number; grade: string }[]; without: Without };
};

/** An entry as a decision drafts it; ids and local days are added by `record`. */
export type EntryDraft = Omit<NewEntry, 'id' | 'dayStart' | 'dayEnd' | 'texts'>;

/** How an act is carried out, and what taking an entry of it back restores besides the books. */
export type Decision<S extends z.ZodType = z.ZodType, R = unknown> = {
  act: Act<S, R>;
  decide: (c: Context, input: z.output<S>) => Promise<R>;
  undo?: (c: Context, entry: EntryRow) => Promise<void>;
};

export function decides<S extends z.ZodType, R>(
  act: Act<S, R>,
  decide: Decision<S, R>['decide'],
  undo?: Decision['undo'],
): Decision<S, R> {
  return { act, decide, undo };
}

/** The answer to a question, where it was answered. */
export function answered<A extends string>(
  c: Pick<Context, 'answers' | 'given'>,
  q: Question<string, A>,
): A | undefined {
  const answer = q.answers.find((a) => a === c.answers[q.id]);
  if (answer !== undefined) c.given[q.id] = answer;
  return answer;
}

/**
 * Puts a question, unless it is answered: collected with the others that this act raises, and thrown by `record`.
 * @returns the answer, or undefined while there is none
 */
export function ask<A extends string>(
  c: Pick<Context, 'answers' | 'asks' | 'given'>,
  q: Question<string, A>,
  on: { message: string; path: string; todo: string; choices: readonly Choice<NoInfer<A>>[] },
): A | undefined {
  const answer = answered(c, q);
  if (answer !== undefined) return answer;
  const before = c.asks.find((a) => a.id === q.id);
  // The same question about two tanks is answered once.
  if (!before) c.asks.push({ id: q.id, of: 'answers', ...on });
  else if (!before.message.includes(on.message)) before.message += ` ${on.message}`;
  return undefined;
}

/**
 * Asks for a field of the input itself (which of two lots, which column): nothing can go on without it, so it is put at
 * once, with what was asked before.
 */
export function choose(
  c: Pick<Context, 'asks'>,
  field: string,
  on: { message: string; path: string; todo: string; choices: readonly Choice[] },
): never {
  throw asked([...c.asks, { id: field, of: 'input', ...on }]);
}
