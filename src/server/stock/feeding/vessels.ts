import { type CultureCount, type CultureState, cultureState } from '@/core/liveFood/culture';
import { hatchHours } from '@/core/liveFood/hatchHours';
import { type Yield, yieldOf } from '@/core/liveFood/yields';
import { thresholds } from '@/core/thresholds';
import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import { type CultureKind, type CystStrain, shippedFeeding } from '@/reference/feeding';
import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';
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
  /** A culture that runs in it. */
  culture: (CultureState & { kind: CultureKind; startedAt: number; counts: CultureCount[] }) | null;
  /** What was harvested last and is good still, less what was given of it. */
  kept: { at: number; until: number; harvested: number; left: number } | null;
};

/** Of the strain by Reference; the first where an older version knew another. */
export const strainOf = (id: string): CystStrain =>
  shippedFeeding().cysts.find((c) => c.id === id) ?? shippedFeeding().cysts[0]!;

/** How long a harvest is good. @param chilled kept cold until it is fed */
export const keepsMs = (chilled: boolean): number =>
  (chilled ? thresholds.naupliiChilled.value : thresholds.naupliiUsable.value) * HOUR_MS;

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
    .where({ 'v.site_id': siteId, 'v.kind': 'cone', 'o.kind': 'harvest' })
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
  const [vessels, sown, harvested, given, gives, cultures] = await Promise.all([
    db('vessel')
      .where({ site_id: siteId, retired: false })
      .orderBy('name')
      .select({ id: 'id', name: 'name', kind: 'kind', volumeL: 'volume_l' }),
    last('sow'),
    last('harvest'),
    db('observation as o')
      .join('vessel as v', 'v.id', 'o.vessel_id')
      .where({ 'v.site_id': siteId, 'o.kind': 'prey' })
      .where('o.at', '>', now - 2 * keepsMs(true))
      .where('o.at', '<=', now)
      .select<{ vessel_id: number; at: number; value: number }[]>('o.vessel_id', 'o.at', 'o.value'),
    yieldsOf(db, siteId, now),
    culturesOf(db, siteId, now),
  ]);
  return vessels.map((v) => {
    const s = sown.find((x) => x.vessel_id === v.id);
    const h = harvested.find((x) => x.vessel_id === v.id);
    const open = s && (!h || h.at < s.at);
    const i = s && fromJson<{ cystsG: number; strain: string; celsius: number }>(s.intent);
    const of = i && gives(i.strain);
    const until = h ? h.at + keepsMs(fromJson<{ chilled?: boolean }>(h.intent).chilled ?? false) : 0;
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
      culture: cultureIn(
        cultures.filter((x) => x.vesselId === v.id),
        now,
      ),
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

/** Days of counts that are read of a culture. */
const CULTURE_DAYS = 30;

type CultureRow = { vesselId: number; at: number; value: number; said: string; intent: string };

/** What was done with cultures lately, oldest first: started, counted, ended. One statement. */
async function culturesOf(db: Db, siteId: number, now: number): Promise<CultureRow[]> {
  return await db('observation as o')
    .join('vessel as v', 'v.id', 'o.vessel_id')
    .join('entry as e', 'e.seq', 'o.entry_seq')
    .where({ 'v.site_id': siteId, 'o.kind': 'culture' })
    .where('o.at', '>', now - CULTURE_DAYS * DAY_MS)
    .where('o.at', '<=', now)
    .orderBy(['o.at', 'o.entry_seq'])
    .select<CultureRow[]>({ vesselId: 'o.vessel_id' }, 'o.at', 'o.value', 'o.said', 'e.intent');
}

/** The culture that runs in a vessel by what was done with it. */
function cultureIn(rows: readonly CultureRow[], now: number): Vessel['culture'] {
  const ended = rows.findLastIndex((r) => r.said === 'ended');
  const own = rows.slice(ended + 1);
  const begun = own.findLast((r) => r.said === 'started') ?? own[0];
  if (!begun) return null;
  const first = fromJson<{ organism?: string }>(begun.intent);
  const counts = own
    .filter((r) => r.at >= begun.at)
    .map((r): CultureCount => {
      const i = fromJson<{ carrying?: number; eggsOf?: number; takenL?: number; volumeL?: number }>(r.intent);
      return {
        at: r.at,
        perMl: r.value,
        eggs: i.carrying !== undefined && i.eggsOf ? { carrying: i.carrying, of: i.eggsOf } : null,
        takenShare: i.takenL && i.volumeL ? Math.min(1, i.takenL / i.volumeL) : 0,
      };
    });
  return { ...cultureState(counts, now), kind: cultureKind(first.organism ?? ''), startedAt: begun.at, counts };
}

/** A kind of culture by Reference; the first where an older version knew another. */
export const cultureKind = (id: string): CultureKind =>
  shippedFeeding().cultures.find((c) => c.id === id) ?? shippedFeeding().cultures[0]!;

/** The vessel that an act is about, as it stood then. @throws ActRefused at the field where there is none */
export async function vesselOf(c: Context, id: number, at: number): Promise<Vessel> {
  const v = (await vesselsNow(c.trx, c.site.id, at)).find((x) => x.id === id);
  if (!v) throw new ActRefused('noVessel', 'There is no such vessel.', 'vessel', 'Choose one of the list.');
  return v;
}
