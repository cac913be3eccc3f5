import type { Posting } from '@/core/books/derive';
import type { Loadings } from '@/core/books/doubt';
import type { Trx } from '../connection';
import type { PointRow, PostingRow } from './rows';
import { keyOfRow } from './stateOf';

export type StoredPosting = Posting & { id: number; sds: ReadonlyMap<string, number> };

/**
 * Are the stored postings of an entry those that it derives to now? Loadings within rounding of the sums; where `sdNow`
 * is given, their sources must be as doubtful now as they were when it was stored.
 */
export function samePostings(
  derived: readonly Posting[],
  stored: readonly (Posting & { sds?: ReadonlyMap<string, number> })[],
  sdNow?: (source: string) => number,
): boolean {
  if (derived.length !== stored.length) return false;
  return derived.every((d, i) => {
    const s = stored[i]!;
    return (
      d.account === s.account &&
      d.holding === s.holding &&
      d.delta === s.delta &&
      sameLoadings(d.loadings, s.loadings) &&
      (!sdNow || sameLoadings(new Map([...d.loadings.keys()].map((n) => [n, sdNow(n)])), s.sds ?? new Map()))
    );
  });
}

export function sameLoadings(a: Loadings, b: Loadings): boolean {
  const names = new Set([...a.keys(), ...b.keys()]);
  for (const n of names) {
    const x = a.get(n) ?? 0;
    const y = b.get(n) ?? 0;
    if (Math.abs(x - y) > 1e-6 * Math.max(1, Math.abs(x), Math.abs(y))) return false;
  }
  return true;
}

/** A point that comes out the same stays as it was first derived: "as known then" must not move with it. */
export function samePoint(a: PointRow, b: PointRow): boolean {
  const near = (x: number, y: number) => Math.abs(x - y) <= 1e-9 * Math.max(1, Math.abs(x), Math.abs(y));
  return (
    a.number === b.number &&
    a.closed_at === b.closed_at &&
    a.exposure_at === b.exposure_at &&
    near(a.sd, b.sd) &&
    near(a.exposure, b.exposure)
  );
}

/** Postings in force of the given entries, with their loadings and the sd that their sources had. */
export async function activePostings(trx: Trx, seqs: readonly number[]): Promise<Map<number, StoredPosting[]>> {
  const out = new Map<number, StoredPosting[]>();
  for (const some of chunks(seqs, 1000)) {
    const rows = await trx('posting as p')
      .join('holding as h', 'h.id', 'p.holding_id')
      .whereIn('p.entry_seq', some)
      .whereNull('p.superseded_seq')
      .orderBy('p.id')
      .select<
        (PostingRow & {
          lot_id: number;
          unit_id: number;
          stage: string;
        })[]
      >('p.*', 'h.lot_id', 'h.unit_id', 'h.stage');
    const loadings =
      rows.length === 0
        ? []
        : await trx('posting_loading as l')
            .join('error_source as s', 's.id', 'l.source_id')
            .whereIn(
              'l.posting_id',
              rows.map((r) => r.id),
            )
            .select<
              {
                posting_id: number;
                name: string;
                coefficient: number;
                sd: number;
              }[]
            >('l.posting_id', 's.name', 'l.coefficient', 'l.sd');
    const byPosting = new Map<number, Map<string, number>>();
    const sds = new Map<number, Map<string, number>>();
    for (const l of loadings) {
      (byPosting.get(l.posting_id) ?? byPosting.set(l.posting_id, new Map()).get(l.posting_id)!).set(
        l.name,
        l.coefficient,
      );
      (sds.get(l.posting_id) ?? sds.set(l.posting_id, new Map()).get(l.posting_id)!).set(l.name, l.sd);
    }
    for (const r of rows) {
      const list = out.get(r.entry_seq) ?? [];
      list.push({
        id: r.id,
        account: r.account,
        holding: keyOfRow(r),
        delta: r.delta,
        loadings: byPosting.get(r.id) ?? new Map(),
        sds: sds.get(r.id) ?? new Map(),
      });
      out.set(r.entry_seq, list);
    }
  }
  return out;
}

/** A list in pieces: statements have a size at which they are best. */
export function chunks<T>(list: readonly T[], size: number): T[][] {
  const out: T[][] = [];
  for (let i = 0; i < list.length; i += size) out.push(list.slice(i, i + size));
  return out;
}
