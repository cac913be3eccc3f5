import type { HoldingKey } from '@/core/books/accounts';
import { derive } from '@/core/books/derive';
import { sdOf } from '@/core/books/doubt';
import { compareEntries } from '@/core/books/order';
import { BookRefused } from '@/core/books/refusal';
import { emptyState, loadingsAt } from '@/core/books/state';
import { bookContext } from '../bookContext';
import type { Db, Trx } from '../connection';
import { type EntryRow, type HoldingRow, type PostingRow, toBookEntry } from './rows';
import { keyOfRow } from './stateOf';
import { sameLoadings } from './stored';

export type Fault = {
  what: 'posting' | 'loading' | 'balance' | 'point' | 'composition' | 'entry';
  where: string;
  stored: string;
  replayed: string;
};

/**
 * Replays every entry of a site from its payload and compares all that is stored as derived from it: postings, their
 * loadings, running points, current balances, compositions.
 * @returns the differences; empty when the books are sound
 */
export async function checkBooks(
  db: Db,
  siteId: number,
  progress?: (done: number, all: number) => void,
): Promise<{ entries: number; faults: Fault[] }> {
  return db.transaction(
    async (trx) => {
      const rows = await trx('entry as e')
        .leftJoin('entry as v', 'v.voids_seq', 'e.seq')
        .where('e.site_id', siteId)
        .whereNull('v.seq')
        .whereNot('e.acts', '[]')
        .select<EntryRow[]>('e.*');
      const context = await bookContext(trx, siteId);
      const state = emptyState();
      const faults: Fault[] = [];
      const stored = await storedPostings(trx, siteId);
      const points = await storedPoints(trx, siteId);
      const entries = rows.map(toBookEntry).sort(compareEntries);
      let done = 0;
      for (const entry of entries) {
        const label = `entry ${entry.seq}`;
        try {
          const d = derive(state, entry, context);
          const own = stored.get(entry.seq) ?? [];
          stored.delete(entry.seq);
          comparePostings(label, d.postings, own, faults);
          // Each posting's counterpart is its neighbour: by this flows are read (flows.ts).
          for (let i = 0; i + 1 < own.length; i += 2)
            if (own[i + 1]!.id !== own[i]!.id + 1)
              faults.push({
                what: 'posting',
                where: label,
                stored: `${own[i]!.id} without its counterpart`,
                replayed: 'a pair',
              });
          for (const [key, h] of d.after) {
            const sd = sdOf(loadingsAt(key, h, entry.orderAt, state.sources), state.sources);
            const p = points.get(`${entry.seq} ${key}`);
            points.delete(`${entry.seq} ${key}`);
            if (!p || p.number !== h.number || !near(p.sd, sd) || !near(p.exposure, h.exposure))
              faults.push({
                what: 'point',
                where: `${label}, ${key}`,
                stored: p ? `${p.number} sd ${p.sd}` : 'nothing',
                replayed: `${h.number} sd ${sd}`,
              });
          }
        } catch (e) {
          if (!(e instanceof BookRefused)) throw e;
          faults.push({ what: 'entry', where: label, stored: 'recorded', replayed: `refused: ${e.refusal.code}` });
        }
        done += 1;
        if (progress && done % 5000 === 0) progress(done, entries.length);
      }
      for (const [seq, list] of stored)
        faults.push({ what: 'posting', where: `entry ${seq}`, stored: `${list.length} postings`, replayed: 'none' });
      for (const [where, p] of points)
        faults.push({ what: 'point', where, stored: String(p.number), replayed: 'none' });
      await compareBalances(trx, siteId, state, faults);
      await compareCompositions(trx, siteId, state, faults);
      return { entries: entries.length, faults };
    },
    { isolationLevel: 'repeatable read' },
  );
}

const near = (a: number, b: number) => Math.abs(a - b) <= 1e-6 * Math.max(1, Math.abs(a), Math.abs(b));

type Kept = { id: number; account: string; holding: HoldingKey; delta: number; loadings: Map<string, number> };

async function storedPostings(trx: Trx, siteId: number): Promise<Map<number, Kept[]>> {
  const rows = await trx('posting as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .where('h.site_id', siteId)
    .whereNull('p.superseded_seq')
    .orderBy('p.id')
    .select<
      (PostingRow & {
        lot_id: number;
        unit_id: number;
        stage: string;
      })[]
    >('p.id', 'p.entry_seq', 'p.account', 'p.delta', 'h.lot_id', 'h.unit_id', 'h.stage');
  const byId = new Map<number, Kept>();
  const out = new Map<number, Kept[]>();
  for (const r of rows) {
    const kept = {
      id: r.id,
      account: r.account,
      holding: keyOfRow(r),
      delta: r.delta,
      loadings: new Map<string, number>(),
    };
    byId.set(r.id, kept);
    (out.get(r.entry_seq) ?? out.set(r.entry_seq, []).get(r.entry_seq)!).push(kept);
  }
  const loadings = await trx('posting_loading as l')
    .join('error_source as s', 's.id', 'l.source_id')
    .select<{ posting_id: number; name: string; coefficient: number }[]>('l.posting_id', 's.name', 'l.coefficient');
  for (const l of loadings) byId.get(l.posting_id)?.loadings.set(l.name, l.coefficient);
  return out;
}

async function storedPoints(
  trx: Trx,
  siteId: number,
): Promise<Map<string, { number: number; sd: number; exposure: number }>> {
  const rows = await trx('holding_point as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .where('h.site_id', siteId)
    .select<
      {
        entry_seq: number;
        number: number;
        sd: number;
        exposure: number;
        lot_id: number;
        unit_id: number;
        stage: string;
      }[]
    >('p.entry_seq', 'p.number', 'p.sd', 'p.exposure', 'h.lot_id', 'h.unit_id', 'h.stage');
  return new Map(rows.map((r) => [`${r.entry_seq} ${keyOfRow(r)}`, r]));
}

function comparePostings(
  where: string,
  derived:
    | readonly Kept[]
    | readonly { account: string; holding: HoldingKey; delta: number; loadings: ReadonlyMap<string, number> }[],
  stored: readonly Kept[],
  faults: Fault[],
): void {
  const text = (p: { account: string; holding: string; delta: number }) => `${p.account} ${p.holding} ${p.delta}`;
  for (let i = 0; i < Math.max(derived.length, stored.length); i++) {
    const d = derived[i];
    const s = stored[i];
    if (!d || !s || text(d) !== text(s))
      faults.push({ what: 'posting', where, stored: s ? text(s) : 'none', replayed: d ? text(d) : 'none' });
    else if (!sameLoadings(d.loadings, s.loadings))
      faults.push({
        what: 'loading',
        where: `${where}, ${text(d)}`,
        stored: [...s.loadings].join('; '),
        replayed: [...d.loadings].join('; '),
      });
  }
}

async function compareBalances(
  trx: Trx,
  siteId: number,
  state: ReturnType<typeof emptyState>,
  faults: Fault[],
): Promise<void> {
  const rows = (await trx('holding').where({ site_id: siteId })) as HoldingRow[];
  const loadings = await trx('holding_loading as l')
    .join('error_source as s', 's.id', 'l.source_id')
    .select<{ holding_id: number; name: string; coefficient: number }[]>('l.holding_id', 's.name', 'l.coefficient');
  const byHolding = new Map<number, Map<string, number>>();
  for (const l of loadings)
    (byHolding.get(l.holding_id) ?? byHolding.set(l.holding_id, new Map()).get(l.holding_id)!).set(
      l.name,
      l.coefficient,
    );
  for (const r of rows) {
    const key = keyOfRow(r);
    const h = state.holdings.get(key);
    const number = h?.number ?? 0;
    if (r.number !== number)
      faults.push({ what: 'balance', where: key, stored: String(r.number), replayed: String(number) });
    const own = byHolding.get(r.id) ?? new Map<string, number>();
    if (!sameLoadings(own, h?.loadings ?? new Map()))
      faults.push({
        what: 'loading',
        where: key,
        stored: [...own].join('; '),
        replayed: [...(h?.loadings ?? [])].join('; '),
      });
  }
}

async function compareCompositions(
  trx: Trx,
  siteId: number,
  state: ReturnType<typeof emptyState>,
  faults: Fault[],
): Promise<void> {
  const rows = await trx('lot_share as s')
    .join('lot as t', 't.id', 's.lot_id')
    .where('t.site_id', siteId)
    .whereNull('s.superseded_seq')
    .select<{ lot_id: number; family: string; share: number }[]>('s.lot_id', 's.family', 's.share');
  const stored = new Map<string, Map<string, number>>();
  for (const r of rows)
    (stored.get(String(r.lot_id)) ?? stored.set(String(r.lot_id), new Map()).get(String(r.lot_id))!).set(
      r.family,
      r.share,
    );
  for (const lot of new Set([...stored.keys(), ...state.lots.keys()])) {
    const a = stored.get(lot) ?? new Map<string, number>();
    const b = new Map(Object.entries(state.lots.get(lot)?.composition ?? {}));
    if (!sameLoadings(a, b))
      faults.push({ what: 'composition', where: `lot ${lot}`, stored: [...a].join('; '), replayed: [...b].join('; ') });
  }
}
