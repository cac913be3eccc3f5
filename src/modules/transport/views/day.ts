import { HOUR_MS } from '@/core/time/spans';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { type HaulView, haulViews } from './hauls';

/** A load as it comes to a water. */
export type Arrival = {
  haul: number;
  truck: string;
  state: HaulView['state'];
  /** When it is expected, or came. */
  at: number;
  unit: string;
  lot: string;
  tank: string;
  number: number;
  buckets: number;
};
/** One water on one day: what comes, what was let go, over which places, and by whom. */
export type SiteDay = {
  id: number;
  name: string;
  permit: string;
  points: { name: string; buckets: number; by: string[] }[];
  arrivals: Arrival[];
  /** Planned for the day, and let go on it. */
  planned: number;
  done: number;
  /** Buckets that came in hauls, and that were let go. */
  bucketsDone: number;
  waters: number[];
};
export type DayBoard = {
  hauls: HaulView[];
  sites: SiteDay[];
  /** Who carried how many buckets. */
  people: { name: string; buckets: number }[];
};

type Went = {
  number: number;
  site: number;
  siteName: string;
  buckets: number;
  spread: { point: string; buckets: number; by: string }[];
  waterCelsius: number | null;
};

/**
 * A day of loads: trucks in their order, waters with what comes and what was let go. Two statements more than the hauls.
 * @param from first instant of the day
 * @param to first instant of the next
 */
export async function dayBoard(
  db: Db,
  siteId: number,
  now: number,
  { from, to }: { from: number; to: number },
): Promise<DayBoard> {
  const [all, sites, went] = await Promise.all([
    haulViews(db, siteId, now),
    db('release_site')
      .where({ site_id: siteId })
      .orderBy('name')
      .select<{ id: number; name: string; permit: string; points: string | null }[]>('id', 'name', 'permit', 'points'),
    wentOn(db, siteId, from, to),
  ]);
  const hauls = all
    .filter((h) => h.leaveAt >= from && h.leaveAt < to && h.state !== 'givenUp')
    .sort((a, b) => a.leaveAt - b.leaveAt);
  const boards = sites.map((s): SiteDay => {
    const arrivals = hauls.flatMap((h) =>
      h.loads
        .filter((l) => l.site === s.id)
        .map(
          (l): Arrival => ({
            haul: h.id,
            truck: h.truck,
            state: h.state,
            at: h.notes.find((n) => n.what === 'arrived')?.at ?? h.dueAt,
            unit: l.unitName,
            lot: l.lot,
            tank: l.tank,
            number: l.loaded?.number ?? l.number,
            buckets: l.loaded?.bucketsG.length ?? 0,
          }),
        ),
    );
    const own = went.filter((w) => w.site === s.id);
    const spread = own.flatMap((w) => w.spread);
    const names = s.points === null ? [] : fromJson<string[]>(s.points);
    const elsewhere = [...new Set(spread.map((x) => x.point))].filter((p) => !names.includes(p));
    return {
      id: s.id,
      name: s.name,
      permit: s.permit,
      points: [...names, ...elsewhere].map((name) => {
        const there = spread.filter((x) => x.point === name);
        return {
          name,
          buckets: there.reduce((n, x) => n + x.buckets, 0),
          by: [...new Set(there.map((x) => x.by).filter(Boolean))],
        };
      }),
      arrivals: arrivals.sort((a, b) => a.at - b.at),
      planned: arrivals.reduce((n, a) => n + a.number, 0),
      done: own.reduce((n, w) => n + w.number, 0),
      bucketsDone: own.reduce((n, w) => n + w.buckets, 0),
      waters: own.flatMap((w) => (w.waterCelsius === null ? [] : [w.waterCelsius])),
    };
  });
  const people = new Map<string, number>();
  for (const x of went.flatMap((w) => w.spread)) if (x.by) people.set(x.by, (people.get(x.by) ?? 0) + x.buckets);
  return {
    hauls,
    sites: boards.filter((s) => s.arrivals.length > 0 || s.done > 0),
    people: [...people].map(([name, buckets]) => ({ name, buckets })).sort((a, b) => b.buckets - a.buckets),
  };
}

/** What was let go on a day, by water. One statement. */
async function wentOn(db: Db, siteId: number, from: number, to: number): Promise<Went[]> {
  const rows = await db('entry as e')
    .join('posting as p', (on) => on.on('p.entry_seq', 'e.seq').andOnVal('p.account', 'released'))
    .where({ 'e.site_id': siteId, 'e.kind': 'release' })
    // The books order an entry within its hour; the day is told by when it was.
    .whereBetween('e.order_at', [from - HOUR_MS, to + HOUR_MS])
    .where('e.at', '>=', from)
    .where('e.at', '<', to)
    .whereNull('p.superseded_seq')
    .select<{ intent: string; number: number }[]>({ intent: 'e.intent', number: 'p.delta' });
  return rows.map((r) => {
    const i = fromJson<{
      site: number;
      siteName: string;
      bucketsG: number[];
      spread?: Went['spread'];
      waterCelsius?: number;
    }>(r.intent);
    return {
      number: Number(r.number),
      site: i.site,
      siteName: i.siteName,
      buckets: i.bucketsG.length,
      spread: i.spread ?? [],
      waterCelsius: i.waterCelsius ?? null,
    };
  });
}
