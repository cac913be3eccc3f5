'use client';

import { createContext, useContext } from 'react';

/** An entry as it was recorded, for the form that corrects it. */
export type Original = {
  entryId: string;
  kind: string;
  /** The payload of the command that made it. */
  payload: Record<string, unknown>;
  at: number;
  precision: 'minute' | 'day';
  measuredBy: string;
  note: string;
};

/** Set around a form that corrects an entry instead of recording a new one. */
export type Correcting = Original & {
  reason: string;
  setReason: (v: string) => void;
  /** The unit that it was about after all; null while it stays the one recorded. */
  otherUnit: number | null;
  onDone: () => void;
};

const Context = createContext<Correcting | null>(null);
export const CorrectingProvider = Context.Provider;
export const useCorrecting = () => useContext(Context);

/** What the form was sent with the first time; null in a form that records anew. */
export function useOriginal<T extends object>(): Partial<T> | null {
  return (useCorrecting()?.payload as Partial<T> | undefined) ?? null;
}

/** The command that corrects an entry by the payload of a form. */
export function correctionOf(c: Correcting, payload: Record<string, unknown>): Record<string, unknown> {
  return { entryId: c.entryId, reason: c.reason, replacement: ofUnit(payload, c.otherUnit) };
}

/** The same payload about another unit: which lot and stage stand there is for the books to say. */
function ofUnit(payload: Record<string, unknown>, unit: number | null): Record<string, unknown> {
  if (unit === null) return payload;
  const there = { unit, lotId: null, stage: null };
  const sources = payload.sources as Record<string, unknown>[] | undefined;
  if (!sources) return { ...payload, ...there };
  const { lotId: _, stage: __, ...first } = sources[0]!;
  return { ...payload, sources: [{ ...first, unit }, ...sources.slice(1)] };
}
