import type { Knex } from 'knex';
import type { HoldingKey } from '@/core/books/accounts';
import type { Derivation, Posting } from '@/core/books/derive';
import { type ErrorSource, type Loadings, sdOf } from '@/core/books/doubt';
import type { BookEntry } from '@/core/books/entry';
import { type BookState, loadingsAt } from '@/core/books/state';
import { type Trx, together } from '../connection';
import type { HoldingRow, PointRow } from './rows';
import { keyOfRow } from './stateOf';
import { activePostings, chunks, samePoint, samePostings } from './stored';

type After = Map<HoldingKey, { number: number; sd: number }>;
export type Replayed = { entry: BookEntry; derivation: Derivation; after: After; holdings?: Derivation['after'] };

/** Writes derivations: postings with their versions, points, current holdings, compositions. */
export class BookWriter {
  private readonly sourceIds = new Map<string, { id: number; sd: number }>();
  /** Statements that wait to be carried out together: nothing is read back before. */
  private waiting: Knex.QueryBuilder[] = [];
  private readonly trx: Trx;

  /** @param madeSeq the entry whose recording leads to what is written */
  constructor(
    r: { trx: Trx; siteId: number },
    private readonly madeSeq: number,
  ) {
    this.trx = r.trx;
  }

  /** Number and sd of each touched holding right after an entry. */
  numbersAfter(entry: BookEntry, derivation: Derivation, state: BookState): After {
    return new Map(
      [...derivation.after].map(([key, h]) => [
        key,
        { number: h.number, sd: sdOf(loadingsAt(key, h, entry.orderAt, state.sources), state.sources) },
      ]),
    );
  }

  /** What `append` has left to be carried out, in this order; it is the caller's then. */
  pending(): Knex.QueryBuilder[] {
    const { waiting } = this;
    this.waiting = [];
    return waiting;
  }

  /** Writes an entry that stands behind everything on its holdings, but for what is `pending`. */
  async append(entry: BookEntry, derivation: Derivation, state: BookState, rows: readonly HoldingRow[]): Promise<void> {
    const ids = new Map(rows.map((r) => [keyOfRow(r), r.id]));
    const before = new Map(rows.map((r) => [keyOfRow(r), r]));
    await this.writeSources(derivation.sources);
    await this.writePostings([{ entry, postings: derivation.postings }], ids);
    await this.writeLots(entry, derivation);
    const after = this.numbersAfter(entry, derivation, state);
    this.waiting.push(...this.pointInserts([{ entry, derivation, after }], ids));
    for (const [key] of derivation.after)
      await this.writeHolding(before.get(key)!, key, state, { entry, ...after.get(key)! }, derivation);
  }

  /**
   * Puts newly derived history in place of the old from an instant on. Postings that come out the same stay as they
   * are; those that differ are superseded and written anew.
   * @returns seqs of entries, other than the new ones, whose postings changed
   */
  async replace(
    from: number,
    replayed: readonly Replayed[],
    voided: readonly number[],
    fresh: ReadonlySet<number>,
    rows: readonly HoldingRow[],
    state: BookState,
  ): Promise<number[]> {
    const ids = new Map(rows.map((r) => [keyOfRow(r), r.id]));
    await this.writeSources(replayed.flatMap((x) => x.derivation.sources));
    const old = await activePostings(this.trx, [...replayed.map((x) => x.entry.seq), ...voided]);
    await this.findSources(replayed.flatMap((x) => x.derivation.postings.flatMap((p) => [...p.loadings.keys()])));
    const sdNow = (name: string) => this.sourceIds.get(name)!.sd;
    const changed = replayed.filter((x) => !samePostings(x.derivation.postings, old.get(x.entry.seq) ?? [], sdNow));
    const superseded = [...changed.map((x) => x.entry.seq), ...voided];
    const obsolete = superseded.flatMap((s) => (old.get(s) ?? []).map((p) => p.id));
    for (const some of chunks(obsolete, 1000))
      await this.trx('posting').whereIn('id', some).update({ superseded_seq: this.madeSeq });
    await this.writePostings(
      changed.map((x) => ({ entry: x.entry, postings: x.derivation.postings })),
      ids,
    );

    const lotMakers = [...replayed.map((x) => x.entry.seq), ...voided];
    await this.replaceLots(replayed, lotMakers);
    await this.replacePoints(from, replayed, ids);
    await this.refreshHoldings(rows, state);
    await together(this.trx, this.pending());
    const rederived = changed.map((x) => x.entry.seq).filter((s) => !fresh.has(s));
    const touched = [...rederived, ...voided];
    if (touched.length > 0)
      await this.trx('paper')
        .whereIn('entry_seq', touched)
        .whereNull('superseded_seq')
        .update({ superseded_seq: this.madeSeq });
    return rederived;
  }

  private async writeSources(sources: readonly ErrorSource[]): Promise<void> {
    if (sources.length === 0) return;
    for (const some of chunks(sources, 500))
      await this.trx('error_source')
        .insert(some.map((s) => ({ name: s.id, sd: s.sd, mean: s.mean, df: s.df })))
        .onConflict('name')
        .merge(['sd', 'mean', 'df']);
  }

  private async findSources(names: Iterable<string>): Promise<void> {
    const unknown = [...new Set(names)].filter((n) => !this.sourceIds.has(n));
    for (const some of chunks(unknown, 1000)) {
      const rows = await this.trx('error_source').whereIn('name', some).select('id', 'name', 'sd');
      for (const r of rows) this.sourceIds.set(r.name, { id: r.id, sd: r.sd });
    }
  }

  private async writePostings(
    list: readonly { entry: BookEntry; postings: readonly Posting[] }[],
    ids: ReadonlyMap<HoldingKey, number>,
  ): Promise<void> {
    const flat = list.flatMap(({ entry, postings }) => postings.map((p) => ({ entry, p })));
    const inserts = chunks(flat, 500).map((some) => ({
      some,
      insert: this.trx('posting').insert(
        some.map(({ entry, p }) => ({
          entry_seq: entry.seq,
          made_seq: this.madeSeq,
          account: p.account,
          holding_id: ids.get(p.holding)!,
          delta: p.delta,
          order_at: entry.orderAt,
        })),
      ),
    }));
    if (flat.every(({ p }) => p.loadings.size === 0)) {
      this.waiting.push(...inserts.map((x) => x.insert));
      return;
    }
    await this.findSources(flat.flatMap(({ p }) => [...p.loadings.keys()]));
    for (const { some, insert } of inserts) {
      // One INSERT of many rows takes consecutive ids in InnoDB's simple-insert mode; the first is reported.
      const [first] = (await insert) as [number];
      const loadings = some.flatMap(({ p }, i) =>
        [...p.loadings].map(([name, coefficient]) => ({
          posting_id: first + i,
          source_id: this.sourceIds.get(name)!.id,
          coefficient,
          sd: this.sourceIds.get(name)!.sd,
        })),
      );
      this.waiting.push(...chunks(loadings, 1000).map((part) => this.trx('posting_loading').insert(part)));
    }
  }

  private pointInserts(list: readonly Replayed[], ids: ReadonlyMap<HoldingKey, number>): Knex.QueryBuilder[] {
    return chunks(this.pointsOf(list, ids), 500).map((some) => this.trx('holding_point').insert(some));
  }

  /** Points from an instant on, anew; those that come out different are kept aside with what replaced them. */
  private async replacePoints(
    from: number,
    list: readonly Replayed[],
    ids: ReadonlyMap<HoldingKey, number>,
  ): Promise<void> {
    const place = (p: PointRow) => `${p.holding_id} ${p.order_at} ${p.day_rank} ${p.order_seq} ${p.entry_seq}`;
    const stored = (await this.trx('holding_point')
      .whereIn('holding_id', [...ids.values()])
      .where('order_at', '>=', from)) as PointRow[];
    const before = new Map(stored.map((p) => [place(p), p]));
    const fresh: PointRow[] = [];
    for (const p of this.pointsOf(list, ids)) {
      const old = before.get(place(p));
      if (old && samePoint(old, p)) before.delete(place(p));
      else fresh.push(p);
    }
    const stale = [...before.values()];
    for (const some of chunks(stale, 500)) {
      await this.trx('holding_point_past').insert(some.map((p) => ({ ...p, superseded_seq: this.madeSeq })));
      await this.trx('holding_point')
        .whereIn(
          ['holding_id', 'order_at', 'day_rank', 'order_seq', 'entry_seq'],
          some.map((p) => [p.holding_id, p.order_at, p.day_rank, p.order_seq, p.entry_seq]),
        )
        .delete();
    }
    for (const some of chunks(fresh, 500)) await this.trx('holding_point').insert(some);
  }

  private pointsOf(list: readonly Replayed[], ids: ReadonlyMap<HoldingKey, number>): PointRow[] {
    return list.flatMap(({ entry, derivation, after }) =>
      [...derivation.after].map(
        ([key, h]): PointRow => ({
          holding_id: ids.get(key)!,
          order_at: entry.orderAt,
          day_rank: entry.rank,
          order_seq: entry.orderSeq,
          entry_seq: entry.seq,
          made_seq: this.madeSeq,
          number: h.number,
          sd: after.get(key)!.sd,
          exposure: h.exposure,
          exposure_at: h.exposureAt,
          closed_at: h.closedAt,
        }),
      ),
    );
  }

  private async writeHolding(
    row: HoldingRow,
    key: HoldingKey,
    state: BookState,
    last: { entry: BookEntry; number: number; sd: number },
    derivation: Derivation,
  ): Promise<void> {
    const h = state.holdings.get(key)!;
    this.waiting.push(
      this.trx('holding')
        .where({ id: row.id })
        .update({
          number: h.number,
          sd: last.sd,
          exposure: h.exposure,
          exposure_at: h.exposureAt,
          closed_at: h.closedAt,
          opened_at: row.opened_at ?? last.entry.orderAt,
          last_order_at: last.entry.orderAt,
          last_rank: last.entry.rank,
          last_order_seq: last.entry.orderSeq,
          last_seq: last.entry.seq,
        }),
    );
    const moved = derivation.postings.some((p) => p.account === 'holding' && p.holding === key && p.loadings.size > 0);
    if (moved) await this.writeLoadings(row.id, h.loadings);
  }

  private async writeLoadings(holdingId: number, loadings: Loadings): Promise<void> {
    await this.findSources(loadings.keys());
    this.waiting.push(this.trx('holding_loading').where({ holding_id: holdingId }).delete());
    const rows = [...loadings].map(([name, coefficient]) => ({
      holding_id: holdingId,
      source_id: this.sourceIds.get(name)!.id,
      coefficient,
    }));
    this.waiting.push(...chunks(rows, 500).map((some) => this.trx('holding_loading').insert(some)));
  }

  /** After a replay: every holding's current row from its last point. */
  private async refreshHoldings(rows: readonly HoldingRow[], state: BookState): Promise<void> {
    for (const row of rows) {
      const key = keyOfRow(row);
      const last = await this.trx('holding_point')
        .where({ holding_id: row.id })
        .orderBy([
          { column: 'order_at', order: 'desc' },
          { column: 'day_rank', order: 'desc' },
          { column: 'order_seq', order: 'desc' },
          { column: 'entry_seq', order: 'desc' },
        ])
        .first();
      const first = await this.trx('holding_point')
        .where({ holding_id: row.id })
        .min('order_at as at')
        .first<{ at: number | null } | undefined>();
      await this.trx('holding')
        .where({ id: row.id })
        .update({
          number: last?.number ?? 0,
          sd: last?.sd ?? 0,
          exposure: last?.exposure ?? 0,
          exposure_at: last?.exposure_at ?? 0,
          closed_at: last?.closed_at ?? null,
          opened_at: first?.at ?? null,
          last_order_at: last?.order_at ?? 0,
          last_rank: last?.day_rank ?? 0,
          last_order_seq: last?.order_seq ?? 0,
          last_seq: last?.entry_seq ?? 0,
        });
      await this.writeLoadings(row.id, last ? (state.holdings.get(key)?.loadings ?? new Map()) : new Map());
    }
  }

  private async writeLots(entry: BookEntry, derivation: Derivation): Promise<void> {
    const shares = derivation.lots.flatMap((lot) =>
      Object.entries(lot.composition).map(([family, share]) => ({
        lot_id: Number(lot.id),
        family,
        share,
        entry_seq: entry.seq,
        made_seq: this.madeSeq,
      })),
    );
    for (const some of chunks(shares, 500)) await this.trx('lot_share').insert(some);
  }

  private async replaceLots(replayed: readonly Replayed[], makers: readonly number[]): Promise<void> {
    const old = await this.trx('lot_share')
      .whereIn('entry_seq', [...makers])
      .whereNull('superseded_seq')
      .select('id', 'lot_id', 'family', 'share', 'entry_seq');
    const stale: number[] = [];
    for (const maker of new Set([...makers])) {
      const now = replayed.find((x) => x.entry.seq === maker);
      const before = old.filter((o) => o.entry_seq === maker);
      const shares = (now?.derivation.lots ?? []).flatMap((l) =>
        Object.entries(l.composition).map(([family, share]) => ({ lot: Number(l.id), family, share })),
      );
      const same =
        before.length === shares.length &&
        shares.every((s) =>
          before.some((o) => o.lot_id === s.lot && o.family === s.family && Math.abs(o.share - s.share) < 1e-9),
        );
      if (same) continue;
      stale.push(...before.map((o) => o.id));
      if (now) await this.writeLots(now.entry, now.derivation);
    }
    if (stale.length > 0) await this.trx('lot_share').whereIn('id', stale).update({ superseded_seq: this.madeSeq });
  }
}
