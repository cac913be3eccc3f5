import type { Act, EntryKind } from '@/server/act/define';
import { type Moved, movedWords, sayWords, toldOf, type WordsReader } from '@/server/act/words';
import { decisions } from './door';

/** The act that leaves entries of a kind, and what it says of them; undefined for one of an earlier version. */
export function kindOf(kind: string): { act: Act; says: EntryKind } | undefined {
  const act = decisions.byKind.get(kind)?.act;
  return act && { act, says: act.kinds![kind]! };
}

/** What was done, as lists name a kind of entry. */
export const wordOf = (kind: string): string => kindOf(kind)?.says.word ?? kind;

/** Every kind of entry with its word, for lists to choose from. */
export const entryKinds = [...decisions.byKind.keys()].map((kind) => ({ value: kind, label: wordOf(kind) }));

/** What an entry did, in one line of plain words. @param unit name of the unit that it is of, for what moved nothing */
export function entryWords(
  kind: string,
  intent: Record<string, unknown>,
  moved: readonly Moved[],
  reader: WordsReader,
  unit?: string,
): string {
  const told = toldOf(intent, moved, unit);
  if (kind === 'correction') return `takes back “${wordOf(String(intent.kind))}”: ${intent.reason}`;
  const says = kindOf(kind)?.says;
  return sayWords(says?.says ? says.says(told) : movedWords(told), reader);
}
