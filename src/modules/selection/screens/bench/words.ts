import type { SelectionDecision } from '@/core/selection/judged';

/** Each decision as it is said of one fish and of many, its key, and its colour. */
export const decisionWords: readonly {
  id: SelectionDecision;
  word: string;
  many: string;
  key: string;
  tone: string;
}[] = [
  { id: 'keep', word: 'keep', many: 'kept', key: 'k', tone: 'var(--deep)' },
  { id: 'second', word: 'second pond', many: 'second pond', key: 'p', tone: 'var(--egg)' },
  { id: 'sell', word: 'sell', many: 'to be sold', key: 's', tone: 'var(--strong)' },
  { id: 'cull', word: 'cull', many: 'culled', key: 'c', tone: 'var(--loss)' },
  { id: 'undecided', word: 'undecided', many: 'undecided', key: 'u', tone: 'var(--careful)' },
];
export const wordOf = (id: SelectionDecision): string => decisionWords.find((d) => d.id === id)!.word;
