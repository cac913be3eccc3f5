import { type Derivation, derive } from './derive';
import type { BookEntry } from './entry';
import { compareEntries } from './order';
import type { BookContext, BookState } from './state';

/**
 * Derives entries in the order of the books from a state, which it advances. Voided entries are left out by the caller.
 * @throws BookRefused naming the entry that cannot stand
 */
export function replay(state: BookState, entries: readonly BookEntry[], context: BookContext): Derivation[] {
  return [...entries].sort(compareEntries).map((e) => derive(state, e, context));
}
