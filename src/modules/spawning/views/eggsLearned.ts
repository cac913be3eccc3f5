import type { Measurement } from '@/core/books/measurement';
import { run } from '@/core/calculation';
import { type Learned, swelling } from '@/core/eggs/swelling';
import { packing, trough } from '@/core/eggs/trough';
import { Z95 } from '@/core/quantities/interval';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

/** What this hatchery's own counts say of a species' eggs. */
export type EggsLearned = {
  /** From bowls weighed dry and counted: hardened volume and number of a dry gram. Null before the first. */
  swelling: (Learned & { batches: number }) | null;
  /** Eggs in a dry gram, from bowls counted in any way. */
  perDryG: { mean: number; sd: number | null; batches: number } | null;
  /** Share of the volume that eggs fill, where a row and counted volumes were taken of the same eggs. */
  packing: { mean: number; sd: number; batches: number } | null;
};

type TakeIntent = { measured: Measurement; hardened?: boolean; bowl?: string; day?: number };

/** The takes of a species that stand, newest first, so many at most. */
const MOST = 60;

/** What the takes of a species teach, one statement each for takes and bowls. */
export async function eggsLearned(db: Db, siteId: number, species: string): Promise<EggsLearned> {
  const takes = await db('entry as e')
    .join('holding_point as p', 'p.entry_seq', 'e.seq')
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('lot as t', 't.id', 'h.lot_id')
    .where({ 'e.site_id': siteId, 'e.kind': 'take', 't.species': species })
    .orderBy('e.seq', 'desc')
    .limit(MOST)
    .select<{ intent: string; eggs: number }[]>('e.intent', { eggs: 'p.number' });
  const read = takes.map((t) => ({ ...fromJson<TakeIntent>(t.intent), eggs: Number(t.eggs) }));
  const dry = await dryMasses(
    db,
    read.flatMap((t) => (t.day !== undefined && t.bowl ? [t.day] : [])),
  );
  const bowls = read.flatMap((t) => {
    const dryG = dry.get(`${t.day} ${t.bowl}`);
    if (!dryG) return [];
    const volume = t.hardened === false ? null : volumeOf(t.measured);
    return [{ dryG, eggs: t.eggs, hardenedMl: volume }];
  });
  const hardened = bowls.filter((b) => b.hardenedMl !== null).map((b) => ({ ...b, hardenedMl: b.hardenedMl! }));
  const perG = bowls.map((b) => b.eggs / b.dryG);
  return {
    swelling: hardened.length > 0 ? { ...run(swelling, { batches: hardened }), batches: hardened.length } : null,
    perDryG: perG.length > 0 ? { ...meanSd(perG), batches: perG.length } : null,
    packing: packingOf(read.map((t) => t.measured)),
  };
}

/** How closely the eggs of each species lie here, from takes counted by a row and by volume both. One statement. */
export async function packingsHere(db: Db, siteId: number): Promise<Record<string, EggsLearned['packing']>> {
  const rows = await db('entry as e')
    .join('holding_point as p', 'p.entry_seq', 'e.seq')
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('lot as t', 't.id', 'h.lot_id')
    .where({ 'e.site_id': siteId, 'e.kind': 'take' })
    .whereRaw("JSON_VALUE(e.intent, '$.measured.method') = 'combined'")
    .orderBy('e.seq', 'desc')
    .limit(4 * MOST)
    .select<{ intent: string; species: string }[]>('e.intent', 't.species');
  const of = new Map<string, Measurement[]>();
  for (const r of rows)
    (of.get(r.species) ?? of.set(r.species, []).get(r.species)!).push(fromJson<TakeIntent>(r.intent).measured);
  return Object.fromEntries([...of].map(([species, list]) => [species, packingOf(list)]));
}

/** Grams of eggs, dry, that went into each bowl of some days: `day bowl`. */
async function dryMasses(db: Db, days: readonly number[]): Promise<Map<string, number>> {
  if (days.length === 0) return new Map();
  const rows = await db('entry as e')
    .whereIn(
      'e.seq',
      db('observation')
        .whereIn('spawning_day_id', [...new Set(days)])
        .where('kind', 'cross')
        .select('entry_seq'),
    )
    .select<{ intent: string }[]>('e.intent');
  return new Map(
    rows.map((r) => {
      const c = fromJson<{ day: number; bowl: string; females: { massG: number }[] }>(r.intent);
      return [`${c.day} ${c.bowl}`, c.females.reduce((s, f) => s + f.massG, 0)];
    }),
  );
}

function volumeOf(m: Measurement): number | null {
  if (m.method === 'volume' || m.method === 'trough') return m.totalVolumeMl;
  if (m.method !== 'combined') return null;
  const part = m.parts.find((p) => p.method === 'volume' || p.method === 'trough');
  return part ? (part as { totalVolumeMl: number }).totalVolumeMl : null;
}

/** Of batches measured by a row and by counted volumes both. */
function packingOf(list: readonly Measurement[]): EggsLearned['packing'] {
  const found = list.flatMap((m) => {
    if (m.method !== 'combined') return [];
    const row = m.parts.find((p) => p.method === 'trough');
    const volume = m.parts.find((p) => p.method === 'volume');
    if (row?.method !== 'trough' || volume?.method !== 'volume') return [];
    const d = trough.compute(trough.input.parse({ troughLengthMm: row.troughLengthMm, counts: row.counts }));
    return [
      run(packing, {
        diameterMm: d.diameterMm,
        diameterSdMm: (d.diameterHigh - d.diameterLow) / 2 / Z95,
        samples: volume.samples,
      }),
    ];
  });
  if (found.length === 0) return null;
  const { mean, sd } = meanSd(found.map((f) => f.packing));
  // Of one batch its own doubt stands; of several never less than how they differ.
  const own = Math.sqrt(found.reduce((s, f) => s + f.sd ** 2, 0) / found.length);
  return { mean, sd: Math.max(own / Math.sqrt(found.length), sd ?? 0), batches: found.length };
}

function meanSd(v: readonly number[]): { mean: number; sd: number | null } {
  const mean = v.reduce((s, x) => s + x, 0) / v.length;
  return {
    mean,
    sd: v.length < 2 ? null : Math.sqrt(v.reduce((s, x) => s + (x - mean) ** 2, 0) / (v.length - 1)),
  };
}
