import type { Station } from '@/core/species/stations';
import { DAY_MS } from '@/core/time/spans';
import type { Db } from '@/store/connection';
import { SENSOR_OF_UNIT } from '@/store/waters';

/** A holding with animals in it, as it stands now. */
export type StockNow = {
  holdingId: number;
  lotId: number;
  lot: string;
  species: string;
  season: string;
  grade: string;
  fertilisedAt: number | null;
  unitId: number;
  unit: string;
  unitKind: string;
  roomId: number;
  room: string;
  stage: string;
  station: Station;
  number: number;
  /** Standard deviation now, unseen loss since the last entry included. */
  sd: number;
  /** Books less expected unseen loss. */
  estimated: number;
  openedAt: number;
  sensorId: number | null;
  /** Set flow of its unit, L/min; null where none is. */
  flowLPerMin: number | null;
};

type Row = Omit<StockNow, 'sd' | 'estimated'> & {
  sd: number;
  exposure: number;
  exposureAt: number;
  driftSd: number | null;
  driftMean: number | null;
};

/** All living stock of a site now; narrowed by `only`. One query. */
export async function stockNow(
  db: Db,
  siteId: number,
  now: number,
  only: { roomId?: number; lotId?: number; unitIds?: readonly number[]; stations?: readonly Station[] } = {},
): Promise<StockNow[]> {
  const rows = (await db('holding as h')
    .join('lot as t', 't.id', 'h.lot_id')
    .join('unit as u', 'u.id', 'h.unit_id')
    .join('room as r', 'r.id', 'u.room_id')
    .leftJoin(
      'error_source as d',
      'd.name',
      db.raw("CONVERT(CONCAT('drift:', h.lot_id, '|', h.unit_id, '|', h.stage) USING ascii)"),
    )
    .where('h.site_id', siteId)
    .where('h.number', '>', 0)
    .modify((q) => {
      if (only.roomId !== undefined) q.where('u.room_id', only.roomId);
      if (only.lotId !== undefined) q.where('h.lot_id', only.lotId);
      if (only.unitIds) q.whereIn('h.unit_id', [...only.unitIds]);
      if (only.stations) q.whereIn('h.station', [...only.stations]);
    })
    .orderBy(['r.walk_order', 'u.place_y', 'u.place_x', 'u.id', 'h.stage'])
    .select({
      holdingId: 'h.id',
      lotId: 't.id',
      lot: 't.name',
      species: 't.species',
      season: 't.season',
      grade: 't.grade',
      fertilisedAt: 't.fertilised_at',
      unitId: 'u.id',
      unit: 'u.name',
      unitKind: 'u.kind',
      flowLPerMin: 'u.flow_l_min',
      roomId: 'r.id',
      room: 'r.name',
      stage: 'h.stage',
      station: 'h.station',
      number: 'h.number',
      sd: 'h.sd',
      exposure: 'h.exposure',
      exposureAt: 'h.exposure_at',
      openedAt: 'h.opened_at',
      driftSd: 'd.sd',
      driftMean: 'd.mean',
      sensorId: db.raw(SENSOR_OF_UNIT),
    })) as Row[];
  return rows.map(({ exposure, exposureAt, driftSd, driftMean, ...r }) => ({
    ...r,
    ...grown(r, exposure, exposureAt, driftSd ?? 0, driftMean ?? 0, now),
  }));
}

/** Brings the doubt of a holding up to now: the measured part stays, that of unseen loss has grown. */
export function grown(
  r: { number: number; sd: number },
  exposure: number,
  exposureAt: number,
  driftSd: number,
  driftMean: number,
  now: number,
): { sd: number; estimated: number } {
  const later = exposure + (r.number * Math.max(0, now - exposureAt)) / DAY_MS;
  const variance = Math.max(0, r.sd ** 2 - (exposure * driftSd) ** 2) + (later * driftSd) ** 2;
  return { sd: Math.sqrt(variance), estimated: Math.max(0, r.number + later * driftMean) };
}

/**
 * SQL of what living holdings owe to each error source, their own unseen loss up to now among them.
 * Takes the site, the instant, the site.
 * @param by SQL expression over `h`, `t`, `u` that names the group  @param only further conditions, begun by AND
 */
const loadings = (by: string, only: string) =>
  `SELECT ${by} AS g, l.source_id AS source, l.coefficient AS c, s.sd
     FROM holding h JOIN lot t ON t.id = h.lot_id JOIN unit u ON u.id = h.unit_id
     JOIN holding_loading l ON l.holding_id = h.id JOIN error_source s ON s.id = l.source_id
     WHERE h.site_id = ? AND h.number > 0${only}
   UNION ALL
   SELECT ${by}, d.id, h.exposure + h.number * GREATEST(0, ? - h.exposure_at) / ${DAY_MS}, d.sd
     FROM holding h JOIN lot t ON t.id = h.lot_id JOIN unit u ON u.id = h.unit_id
     JOIN error_source d ON d.name = CONVERT(CONCAT('drift:', h.lot_id, '|', h.unit_id, '|', h.stage) USING ascii)
     WHERE h.site_id = ? AND h.number > 0${only}`;

/** What the living of some lots owe to each error source: for sums in which lots count by shares of them. */
export async function loadsByLot(
  db: Db,
  siteId: number,
  now: number,
  lotIds: readonly number[],
): Promise<Map<number, Map<number, { c: number; sd: number }>>> {
  const out = new Map<number, Map<number, { c: number; sd: number }>>(lotIds.map((id) => [id, new Map()]));
  if (lotIds.length === 0) return out;
  const [rows] = (await db.raw(
    `SELECT g, source, SUM(c) AS c, MAX(sd) AS sd
       FROM (${loadings('h.lot_id', ` AND h.lot_id IN (${lotIds.map(Number).join(',')})`)}) a GROUP BY g, source`,
    [siteId, now, siteId],
  )) as [{ g: number; source: number; c: number; sd: number }[]];
  for (const r of rows) out.get(Number(r.g))!.set(Number(r.source), { c: r.c, sd: r.sd });
  return out;
}

/**
 * Totals over groups of holdings with the doubt that they share: loadings are added by source before they are squared,
 * so that jars poured from one take are as sure together as the take was.
 * @param group SQL expression over `h`, `t`, `u` that names the group
 */
export async function totalsBy(
  db: Db,
  siteId: number,
  now: number,
  group: 'station' | 'species' | 'lot' | 'room' | 'unit',
  only: { lotId?: number; roomId?: number; unitIds?: readonly number[] } = {},
): Promise<Map<string, { number: number; sd: number }>> {
  const by = {
    station: 'h.station',
    species: 't.species',
    lot: 'CAST(h.lot_id AS CHAR)',
    room: 'CAST(u.room_id AS CHAR)',
    unit: 'CAST(h.unit_id AS CHAR)',
  }[group];
  const one = [
    only.lotId === undefined ? '' : ` AND h.lot_id = ${Number(only.lotId)}`,
    only.roomId === undefined ? '' : ` AND u.room_id = ${Number(only.roomId)}`,
    only.unitIds === undefined ? '' : ` AND h.unit_id IN (${[-1, ...only.unitIds].map(Number).join(',')})`,
  ].join('');
  const [rows] = (await db.raw(
    `SELECT g, SUM(POW(c * sd, 2)) AS variance FROM (
       SELECT g, source, SUM(c) AS c, MAX(sd) AS sd FROM (${loadings(by, one)}) a GROUP BY g, source
     ) b GROUP BY g`,
    [siteId, now, siteId],
  )) as [{ g: string; variance: number }[]];
  const sums = await db('holding as h')
    .join('lot as t', 't.id', 'h.lot_id')
    .join('unit as u', 'u.id', 'h.unit_id')
    .where('h.site_id', siteId)
    .where('h.number', '>', 0)
    .modify((q) => {
      if (only.lotId !== undefined) q.where('h.lot_id', only.lotId);
      if (only.roomId !== undefined) q.where('u.room_id', only.roomId);
      if (only.unitIds) q.whereIn('h.unit_id', [...only.unitIds]);
    })
    .groupByRaw(by)
    .select<{ g: string; n: string | number }[]>(db.raw(`${by} AS g`), db.raw('SUM(h.number) AS n'));
  const variances = new Map(rows.map((r) => [String(r.g), r.variance]));
  return new Map(
    sums.map((s) => [String(s.g), { number: Number(s.n), sd: Math.sqrt(variances.get(String(s.g)) ?? 0) }]),
  );
}
