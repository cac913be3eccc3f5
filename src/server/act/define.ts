import type { z } from 'zod';
import type { Question } from './question';
import type { Told, Words } from './words';

export type Role = 'manager' | 'culturist' | 'hand' | 'reader';

/** What an act answers with once it is carried out: told to the compiler alone, `decide` gives it and forms read it. */
export type Returns<R> = { readonly returns?: R };
export const returns = <R>(): Returns<R> => ({});

/** One kind of entry that an act leaves in the ledger. */
export type EntryKind<I = Record<string, unknown>> = {
  /** What was done, as lists name it: “picked”. */
  word: string;
  /** What it came to, in one line. Without it: what moved, from where to where. */
  // A method, so that words made for a part of the input serve any input that has it.
  says?(told: Told<I>): Words;
  /** It looks at something where it stands, and its words do not name it: the ledger does. */
  looksAt?: true;
  /** Where its paper is printed, by the entry's id. */
  paper?: string;
  /** The figures of it that lists give columns of their own: a mass, grams; a reading, or a share of a sample. */
  measured?(intent: Told<I>['intent']): { massG?: number; value?: number; unit?: string };
};

/**
 * What someone did or decided: its name on the wire, who may, what has to be said, what may be asked, what it leaves in
 * the ledger. Interface and server share it; how it is carried out stands beside it (`decide.ts`).
 */
export type Act<S extends z.ZodType = z.ZodType, R = unknown> = {
  readonly type: string;
  readonly title: string;
  readonly by: readonly Role[];
  /** Roles whose act waits for a culturist's yes. */
  readonly proposes?: readonly Role[];
  readonly input: S;
  readonly result?: Returns<R>;
  /** What it may ask before it is recorded. */
  readonly questions?: readonly Question[];
  /** It comes many times a minute and changes nothing that pages of the house show: they are not worked anew. */
  readonly quiet?: true;
  /** Carries out other acts, and hands them the answers. */
  readonly passesAnswersOn?: true;
  readonly kinds?: Readonly<Record<string, EntryKind<z.output<S>>>>;
  /** What people wrote in an entry of it, for the ledger's search; its note and who measured are always found. */
  texts?(intent: Told<z.output<S>>['intent']): readonly unknown[];
  /** Why an entry of it is taken back and entered anew instead of being corrected; absent where its form corrects it. */
  readonly onlyTakenBack?: string;
};

export function defineAct<S extends z.ZodType, R = unknown>(act: Act<S, R>): Act<S, R> {
  return act;
}

/** What is sent of an act, and what comes back. */
export type InputOf<A> = A extends Act<infer S, unknown> ? z.input<S> : never;
export type ParsedOf<A> = A extends Act<infer S, unknown> ? z.output<S> : never;
export type ResultOf<A> = A extends Act<z.ZodType, infer R> ? R : never;
