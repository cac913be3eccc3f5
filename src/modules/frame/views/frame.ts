import type { Station } from '@/core/species/stations';
import { broodHere } from '@/modules/brood/views/brood';
import type { DaysNow } from '@/modules/spawning/views/daysNow';
import type { LivingHolding } from '@/server/stock/livingStock';
import { seasonOf, seasonSpan } from '@/server/stock/lots';
import { totalsBy } from '@/server/stock/stockNow';
import type { Db } from '@/store/connection';

export type StationTotal = {
  station: 'brood' | Station | 'gone';
  number: number;
  sd: number;
  due: number;
  href: string;
};

/** The life line: what lives at each station, how sure that is, and what wants a hand there. */
export async function lifeLine(
  db: Db,
  site: { siteId: number; timeZone: string },
  now: number,
  holdings: readonly LivingHolding[],
  days: DaysNow,
): Promise<StationTotal[]> {
  const [brood, totals, gone, rooms] = await Promise.all([
    broodHere(db, site.siteId),
    totalsBy(db, site.siteId, now, 'station'),
    goneOut(db, site, now),
    db('room').where({ site_id: site.siteId, kind: 'incubation' }).orderBy('walk_order').first('id'),
  ]);
  const wanted = days.wants.filter((w) => w.now);
  const stations: StationTotal[] = (['eggs', 'yolksac', 'fry', 'fingerlings'] as const).map((station) => {
    const own = totals.get(station) ?? { number: 0, sd: 0 };
    const wanting = holdings.filter((h) => h.station === station && h.due.some((d) => d.urgency === 1)).length;
    const room = roomOf(holdings, station) ?? rooms?.id;
    const incubation = room === undefined ? '/setup' : `/rooms/${room}`;
    const href =
      station === 'eggs'
        ? incubation
        : station === 'yolksac'
          ? `${incubation}?stage=yolksac`
          : `/rearing?stage=${station}`;
    return {
      station,
      ...own,
      due: wanting,
      href,
    };
  });
  return [
    // Each of them is known by its tag: their number has no doubt.
    {
      station: 'brood',
      number: brood,
      sd: 0,
      due: wanted.length,
      // Always the same page: what open spawning days want stands on Today.
      href: '/brood',
    },
    ...stations,
    { station: 'gone', ...gone, due: 0, href: '/moves' },
  ];
}

/** The incubation room to go to for a station: where a hand is wanted first, else where most of it lives. */
function roomOf(holdings: readonly LivingHolding[], station: Station): number | undefined {
  const rooms = new Map<number, { wanted: number; number: number }>();
  for (const h of holdings) {
    if (h.station !== station || h.number <= 0) continue;
    const r = rooms.get(h.roomId) ?? { wanted: 0, number: 0 };
    rooms.set(h.roomId, {
      wanted: r.wanted + (h.due.some((d) => d.urgency === 1) ? 1 : 0),
      number: r.number + h.number,
    });
  }
  return [...rooms].sort((a, b) => b[1].wanted - a[1].wanted || b[1].number - a[1].number)[0]?.[0];
}

/** Released and sold since the season began, with the doubt that the postings carried. */
async function goneOut(
  db: Db,
  site: { siteId: number; timeZone: string },
  now: number,
): Promise<{ number: number; sd: number }> {
  const row = await db('site').where({ id: site.siteId }).first<{
    season_starts_month: number;
  }>('season_starts_month');
  const season = seasonOf(now, site.timeZone, row.season_starts_month);
  const start = seasonSpan(season, site.timeZone, row.season_starts_month).from;
  const base = db('posting as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .where('h.site_id', site.siteId)
    .whereIn('p.account', ['released', 'sold'])
    .whereNull('p.superseded_seq')
    .where('p.order_at', '>=', start);
  const [sum, variance] = await Promise.all([
    base.clone().sum('p.delta as n').first(),
    db
      .from(
        base
          .clone()
          .join('posting_loading as l', 'l.posting_id', 'p.id')
          .join('error_source as s', 's.id', 'l.source_id')
          .groupBy('l.source_id')
          .select(db.raw('POW(SUM(l.coefficient) * MAX(s.sd), 2) AS v'))
          .as('x'),
      )
      .sum('x.v as v')
      .first(),
  ]);
  return { number: Number(sum?.n ?? 0), sd: Math.sqrt(variance?.v ?? 0) };
}
