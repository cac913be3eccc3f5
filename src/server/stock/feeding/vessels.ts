import { hatchHours } from '@/core/liveFood/hatchHours';
import { type Yield, yieldOf } from '@/core/liveFood/yields';
import { thresholds } from '@/core/thresholds';
import { HOUR_MS } from '@/core/time/spans';
import { type CystStrain, shippedFeeding } from '@/reference/feeding';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

/** A cone or culture with what goes on in it. */
export type Vessel = {
  id: number;
  name: string;
  kind: 'cone' | 'culture';
  volumeL: number;
  /** Sown and not harvested yet. */
  batch: {
    sownAt: number;
    cystsG: number;
    strain: string;
    celsius: number;
    hatchAt: number;
    expected: number;
    sd: number;
  } | null;
  /** What was harvested last and is good still, less what was given of it. */
  kept: { at: number; until: number; harvested: number; left: number } | null;
};

/** Of the strain by Reference; the first where an older version knew another. */
export const strainOf = (id: string): CystStrain =>
  shippedFeeding().cysts.find((c) => c.id === id) ?? shippedFeeding().cysts[0]!;

/** What a gram of cysts is expected to give after settling and rinsing, before own harvests are known. */
const expectedOf = (strain: CystStrain) => ({
  perGram: strain.naupliiPerGram * strain.hatchShare * thresholds.naupliiSeparated.value,
  cv: thresholds.naupliiYieldCv.value,
});

/** Harvests that a yield is learned from: the last of each strain. */
const LEARNED = 20;

/** What a gram of each strain gives here, by the last harvests. One statement. */
export async function yieldsOf(db: Db, siteId: number, now: number): Promise<(strain: string) => Yield> {
  const rows = await db('observation as o')
    .join('vessel as v', 'v.id', 'o.vessel_id')
    .join('entry as e', 'e.seq', 'o.entry_seq')
    .where('v.site_id', siteId)
    .where('o.kind', 'harvest')
    .where('o.at', '<=', now)
    .orderBy('o.at', 'desc')
    .limit(3 * LEARNED)
    .select<{ value: number; intent: string }[]>('o.value', 'e.intent');
  const harvests = rows.map((r) => {
    const i = fromJson<{ strain?: string; cystsG?: number }>(r.intent);
    return { strain: i.strain ?? '', cystsG: i.cystsG ?? 0, nauplii: r.value };
  });
  return (strain) =>
    yieldOf(expectedOf(strainOf(strain)), harvests.filter((h) => h.strain === strain).slice(0, LEARNED));
}

/** Every vessel in use, with what was sown and harvested last. A fixed number of statements. */
export async function vesselsNow(db: Db, siteId: number, now: number): Promise<Vessel[]> {
  const last = (kind: string) =>
    db('observation as o')
      .join(
        db('observation as x')
          .join('vessel as y', 'y.id', 'x.vessel_id')
          .where({ 'y.site_id': siteId, 'x.kind': kind })
          .where('x.at', '<=', now)
          .groupBy('x.vessel_id')
          .select('x.vessel_id', db.raw('MAX(x.`at`) AS latest'))
          .as('m'),
        (on) => on.on('m.vessel_id', 'o.vessel_id').andOn('m.latest', 'o.at'),
      )
      .join('entry as e', 'e.seq', 'o.entry_seq')
      .where('o.kind', kind)
      .select<{ vessel_id: number; at: number; value: number; intent: string }[]>(
        'o.vessel_id',
        'o.at',
        'o.value',
        'e.intent',
      );
  const usable = thresholds.naupliiUsable.value * HOUR_MS;
  const [vessels, sown, harvested, given, gives] = await Promise.all([
    db('vessel')
      .where({ site_id: siteId, retired: false })
      .orderBy('name')
      .select({ id: 'id', name: 'name', kind: 'kind', volumeL: 'volume_l' }),
    last('sow'),
    last('harvest'),
    db('observation as o')
      .join('vessel as v', 'v.id', 'o.vessel_id')
      .where({ 'v.site_id': siteId, 'o.kind': 'prey' })
      .where('o.at', '>', now - 2 * usable)
      .where('o.at', '<=', now)
      .select<{ vessel_id: number; at: number; value: number }[]>('o.vessel_id', 'o.at', 'o.value'),
    yieldsOf(db, siteId, now),
  ]);
  return vessels.map((v) => {
    const s = sown.find((x) => x.vessel_id === v.id);
    const h = harvested.find((x) => x.vessel_id === v.id);
    const open = s && (!h || h.at < s.at);
    const i = s && fromJson<{ cystsG: number; strain: string; celsius: number }>(s.intent);
    const of = i && gives(i.strain);
    const until = h ? h.at + usable : 0;
    return {
      ...v,
      kind: v.kind as Vessel['kind'],
      batch:
        open && i && of
          ? {
              sownAt: s.at,
              cystsG: i.cystsG,
              strain: i.strain,
              celsius: i.celsius,
              hatchAt: s.at + hatchHours(strainOf(i.strain).hours, i.celsius) * HOUR_MS,
              expected: i.cystsG * of.perGram,
              sd: i.cystsG * of.perGram * of.cv,
            }
          : null,
      kept:
        h && until > now
          ? {
              at: h.at,
              until,
              harvested: h.value,
              left:
                h.value - given.filter((g) => g.vessel_id === v.id && g.at >= h.at).reduce((t, g) => t + g.value, 0),
            }
          : null,
    };
  });
}
