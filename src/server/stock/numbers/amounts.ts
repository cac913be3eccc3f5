import type { Amount } from '@/core/books/entry';
import { numberFrom } from '@/core/books/measure';
import type { HowMany } from '@/server/act/inputs';
import type { Standing } from '@/server/stock/standing';

export function amountOf(h: HowMany, shortfall: boolean): Amount {
  if (h.kind !== 'measured') return h;
  const { meanG: _, ...number } = numberFrom(h.measured);
  return { kind: 'number', ...number, shortfall };
}

/** So many, counted. */
export const countOf = (number: number): Amount => ({
  kind: 'number',
  number,
  sd: 0,
  df: null,
  how: 'counted',
  shortfall: false,
});

export const expected = (s: Standing, a: Amount) =>
  a.kind === 'all' ? s.number : a.kind === 'share' ? s.number * a.share : a.number;
