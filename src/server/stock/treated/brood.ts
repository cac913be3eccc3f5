import { type Barred, barredBy, type Given, latestFirst } from '@/core/health/barred';
import { DAY_MS } from '@/core/time/spans';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { REMEMBERED_DAYS, type Stood, type TreatIntent, waterOfUnits } from './withdrawal';

/** A treatment of brood fish, as its entry tells it: of tagged ones, of the untagged of a run. */
export type BroodTreatment = Given & {
  seq: number;
  id: string;
  by: string;
  orderedBy: string;
  fish: readonly number[];
  batches: readonly number[];
};

/** Treatments of the brood of a site, the latest first. Two statements, one where there are none. */
export async function broodTreatmentsOf(db: Db, siteId: number, now: number): Promise<BroodTreatment[]> {
  // By the days looked back at, and by nothing else: with few entries the database reads all of the kind as gladly.
  const rows = await db
    .from(db.raw('entry AS e FORCE INDEX (entry_site_id_kind_order_at_index)'))
    .join('observation as o', 'o.entry_seq', 'e.seq')
    .where({ 'e.site_id': siteId, 'e.kind': 'broodTreatment', 'o.kind': 'broodTreated' })
    .whereBetween('e.order_at', [now - REMEMBERED_DAYS * DAY_MS, now + DAY_MS])
    .where('e.at', '<=', now)
    .orderBy('e.at', 'desc')
    .select<
      {
        seq: number;
        id: string;
        at: number;
        intent: string;
        end: number;
        product: string;
        fish: number | null;
        batch: number | null;
      }[]
    >({
      seq: 'e.seq',
      id: 'e.id',
      at: 'e.at',
      intent: 'e.intent',
      end: 'o.value',
      product: 'o.said',
      fish: 'o.brood_fish_id',
      batch: 'o.brood_batch_id',
    });
  if (rows.length === 0) return [];
  const bySeq = new Map<number, typeof rows>();
  for (const r of rows) bySeq.set(r.seq, [...(bySeq.get(r.seq) ?? []), r]);
  const ends = await db('observation')
    .where({ kind: 'broodTreatedEnd' })
    .whereIn('value', [...bySeq.keys()])
    .where('at', '<=', now)
    .select<{ value: number; at: number }[]>('value', 'at');
  return [...bySeq.values()].map((of): BroodTreatment => {
    const { intent, fish: _, batch: __, ...one } = of[0]!;
    const i = fromJson<TreatIntent>(intent);
    const over = ends.find((e) => e.value === one.seq);
    return {
      ...one,
      end: over?.at ?? one.end,
      ended: over !== undefined,
      by: i.by,
      orderedBy: i.orderedBy ?? '',
      withdrawal: { degreeDays: i.withdrawalDegreeDays, days: i.withdrawalDays },
      fish: of.flatMap((r) => r.fish ?? []),
      batches: of.flatMap((r) => r.batch ?? []),
    };
  });
}

type BroodBarred = { fish: Map<number, Barred<BroodTreatment>[]>; batches: Map<number, Barred<BroodTreatment>[]> };

/**
 * What bars brood fish at an instant, the longest first: each by what it was given itself, and by what its run was given
 * before it was tagged out of it. Two statements where nobody was treated, six more where somebody was.
 */
export async function broodBarredAt(db: Db, siteId: number, at: number): Promise<BroodBarred> {
  const out: BroodBarred = { fish: new Map(), batches: new Map() };
  const treatments = (await broodTreatmentsOf(db, siteId, at)).filter(
    (t) => t.withdrawal.degreeDays || t.withdrawal.days || t.end > at,
  );
  if (treatments.length === 0) return out;
  const batchIds = [...new Set(treatments.flatMap((t) => t.batches))];
  const tagged = await db('brood_fish')
    .whereIn('batch_id', batchIds)
    .select<{ id: number; batch: number }[]>('id', { batch: 'batch_id' });
  const fishIds = [...new Set([...treatments.flatMap((t) => t.fish), ...tagged.map((f) => f.id)])];
  const stood = await db('observation')
    .whereIn('brood_fish_id', fishIds)
    .where({ kind: 'stood' })
    .where('at', '<=', at)
    .whereNotNull('unit_id')
    .orderBy(['at', 'id'])
    .select<{ fish: number; unit: number; from: number }[]>({ fish: 'brood_fish_id', unit: 'unit_id', from: 'at' });
  const came = await db('observation')
    .whereIn('brood_batch_id', batchIds)
    .where({ kind: 'batchIn' })
    .whereNotNull('unit_id')
    .select<{ batch: number; unit: number; from: number }[]>({ batch: 'brood_batch_id', unit: 'unit_id', from: 'at' });
  const water = await waterOfUnits(
    db,
    [...stood, ...came].map((s) => s.unit),
    Math.min(...treatments.map((t) => t.end)),
    at,
  );
  const standsIn = (batch: number): Stood => came.filter((b) => b.batch === batch).slice(0, 1);
  const bar = <K>(list: Map<K, Barred<BroodTreatment>[]>, key: K, t: BroodTreatment, path: Stood) => {
    const barred = barredBy(t, water(path), at);
    if (barred) list.set(key, [...(list.get(key) ?? []), barred].sort(latestFirst));
  };
  const placesOf = new Map<number, Stood>();
  for (const s of stood) placesOf.set(s.fish, [...(placesOf.get(s.fish) ?? []), s]);
  for (const t of treatments) {
    for (const batch of t.batches) bar(out.batches, batch, t, standsIn(batch));
    for (const id of t.fish) bar(out.fish, id, t, placesOf.get(id) ?? []);
    for (const f of tagged) {
      const own = placesOf.get(f.id) ?? [];
      // Treated after it had been tagged out, its run is no longer it.
      if (t.batches.includes(f.batch) && own[0] && own[0].from >= t.at)
        bar(out.fish, f.id, t, [...standsIn(f.batch), ...own]);
    }
  }
  return out;
}
