import type { DayState } from './dayState';
import type { Protocol } from './protocol';

/** A bath mixed on the table, with the batches that went through it. */
export type BathUsed = {
  entry: string;
  protocol: string;
  /** The first of its protocol on this day is 1. */
  nth: number;
  at: number;
  /** When the next one was mixed in its place; null while it is the one in use. */
  until: number | null;
  batchesMost: number;
  batches: { bowl: string; at: number }[];
};

/** The baths of a day in order, each with the bowls that went in while it was the one in use. */
export function bathsOf(state: DayState, protocols: ReadonlyMap<string, Pick<Protocol, 'bath'>>): BathUsed[] {
  return state.baths.map((b, i) => {
    const same = state.baths.filter((x) => x.protocol === b.protocol);
    const next = same[same.indexOf(b) + 1];
    const step = protocols.get(b.protocol)?.bath?.step;
    const batches = state.bowls.flatMap((w) =>
      (w.stamps[b.protocol] ?? [])
        .filter((s) => s.step === step && !s.skipped && s.at >= b.at && (!next || s.at < next.at))
        .map((s) => ({ bowl: w.bowl, at: s.at })),
    );
    return {
      entry: b.entry,
      protocol: b.protocol,
      nth: same.indexOf(b) + 1,
      at: state.baths[i]!.at,
      until: next?.at ?? null,
      batchesMost: b.batchesMost,
      batches: batches.sort((x, y) => x.at - y.at),
    };
  });
}

/** The bath of a protocol that a batch would go into at an instant; null where none was mixed by then. */
export function bathAt(baths: readonly BathUsed[], protocol: string, at: number): BathUsed | null {
  return baths.findLast((b) => b.protocol === protocol && b.at <= at) ?? null;
}

/** Whether it may take one more batch. */
export const isFresh = (b: BathUsed | null): boolean => b !== null && b.batches.length < b.batchesMost;
