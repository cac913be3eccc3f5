'use client';

import { grouped } from '@/core/quantities/format';
import type { Census } from '@/server/stock/numbers/census';

export function saidCensus({ count, books, mode, unexplained }: Census): string {
  const did = { combine: 'combined', replace: 'the count stands', note: 'noted only' }[mode];
  return `The count says ${count.text}, the books said ${books.text}: ${did}${unexplained === 0 ? '' : `; ${grouped(Math.abs(unexplained))} ${unexplained > 0 ? 'booked as missing' : 'more than the books had'}`}.`;
}
