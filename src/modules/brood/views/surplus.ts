import { killMethods } from '@/core/brood/fates';
import type { Sex } from '@/core/brood/parseFish';
import { isoDay, localDay } from '@/core/time/localDay';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

/** The end of fish that go to people as food. */
const FOOD = 'food';

export type SurplusLine = {
  entry: string;
  at: number;
  /** The tag of a fish, or the name of the run that they came in. */
  of: string;
  tagged: boolean;
  sex: Sex;
  number: number;
  /** Weighed together, g; null where nobody did. */
  massG: number | null;
  method: string;
  by: string;
};
export type SurplusDay = { day: string; at: number; number: number; massG: number; weighed: number };

type Intent = {
  fate?: string;
  sex?: Sex;
  number?: number;
  massG?: number;
  totalMassG?: number;
  method?: string;
  batchName?: string;
};

/**
 * Adults of a species that went to food: each fish, and each part of a run, with what it weighed. One statement.
 * @param from instant, included  @param to instant, excluded
 */
export async function surplusLines(
  db: Db,
  siteId: number,
  species: string,
  from: number,
  to: number,
): Promise<SurplusLine[]> {
  const rows = await db('observation as o')
    .join('entry as e', 'e.seq', 'o.entry_seq')
    .leftJoin('brood_fish as f', 'f.id', 'o.brood_fish_id')
    .leftJoin('brood_batch as b', 'b.id', 'o.brood_batch_id')
    .where('e.site_id', siteId)
    .whereIn('o.kind', ['fate', 'batchOut'])
    .where('o.at', '>=', from)
    .where('o.at', '<', to)
    .where((q) => q.where('f.species', species).orWhere('b.species', species))
    .where((q) => q.where('o.said', FOOD).orWhere('o.said', 'like', `% ${FOOD}`))
    .orderBy(['o.at', 'o.id'])
    .select<
      {
        entry: string;
        at: number;
        intent: string;
        by: string;
        tag: string | null;
        sex: Sex | null;
      }[]
    >('e.id as entry', 'o.at', 'e.intent', 'e.measured_by as by', 'f.tag', { sex: 'f.sex' });
  return rows.map((r) => {
    const i = fromJson<Intent>(r.intent);
    return {
      entry: r.entry,
      at: r.at,
      of: r.tag ?? i.batchName ?? '',
      tagged: r.tag !== null,
      sex: r.sex ?? i.sex ?? 'unknown',
      number: r.tag === null ? (i.number ?? 0) : 1,
      massG: (r.tag === null ? i.totalMassG : i.massG) ?? null,
      method: killMethods.find((m) => m.id === i.method)?.name ?? '',
      by: r.by,
    };
  });
}

/** The same by day, newest first. */
export function surplusDays(lines: readonly SurplusLine[], timeZone: string): SurplusDay[] {
  const days = new Map<string, SurplusDay>();
  for (const l of lines) {
    const day = isoDay(l.at, timeZone);
    const d = days.get(day) ?? { day, at: l.at, number: 0, massG: 0, weighed: 0 };
    d.number += l.number;
    if (l.massG !== null) {
      d.massG += l.massG;
      d.weighed += l.number;
    }
    days.set(day, d);
  }
  return [...days.values()].sort((a, b) => (a.day < b.day ? 1 : -1));
}

/** What went on one local day. @param at any instant of it */
export function surplusOfDay(db: Db, site: { siteId: number; timeZone: string }, species: string, at: number) {
  const { start, end } = localDay(at, site.timeZone);
  return surplusLines(db, site.siteId, species, start, end);
}
