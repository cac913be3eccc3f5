import type { EggEvent } from '@/core/incubation/deaths';
import { seenParts } from '@/core/incubation/ownDeaths';
import { type PickingMethod, usualPickingMethods } from '@/core/incubation/pickingMethods';
import { type JudgedRound, type PickUnit, thresholdsFor, watchPicks } from '@/core/incubation/picks';
import type { Species } from '@/core/species/species';
import { localDay } from '@/core/time/localDay';
import type { Db } from './connection';
import { SENSOR_OF_UNIT } from './waters';

/** What is kept of the watch over a holding's picks. */
export type KeptWatch = {
  /** The last judged rounds, oldest first. */
  rounds: JudgedRound[];
  /** What a round would find now. */
  now: { expected: number; low: number; high: number };
  /** Level of its dead against the species' shape. */
  level: number;
};

/** Judged rounds kept for the trend of a unit. */
const KEPT_ROUNDS = 60;
/** With fewer rounds a unit tells nothing of when its eggs died. */
const LEAST_ROUNDS = 8;
/** What was done to eggs after which some whiten, as observations tell it. */
const HANDLED = ['shock', 'handled', 'bath'];

/** Works the watch over the picks of a lot's eggs anew, from all its rounds. */
export async function watchLot(
  db: Db,
  siteId: number,
  lotId: number,
  species: Species,
  ways: ReadonlyMap<number, (t: number) => number>,
  now: number,
): Promise<void> {
  const holdings = (await db('holding as h')
    .join('unit as u', 'u.id', 'h.unit_id')
    .where({ 'h.lot_id': lotId, 'h.station': 'eggs' })
    .where('h.number', '>', 0)
    .select({
      id: 'h.id',
      unit: 'u.id',
      kind: 'u.kind',
      room: 'u.room_id',
      number: 'h.number',
      openedAt: 'h.opened_at',
      sensor: db.raw(SENSOR_OF_UNIT),
    })) as {
    id: number;
    unit: number;
    kind: string;
    room: number;
    number: number;
    openedAt: number;
    sensor: number | null;
  }[];
  const watched = holdings.filter((h) => h.sensor !== null && ways.has(h.sensor) && species.deaths);
  if (watched.length === 0) {
    await db('pick_watch').where({ lot_id: lotId }).delete();
    if (holdings.length === 0 && species.deaths) await keepDeaths(db, siteId, lotId, species, ways, now);
    return;
  }
  await db('deaths_seen').where({ lot_id: lotId }).delete();
  const [site, counts, units] = await Promise.all([
    db('site').where({ id: siteId }).first<{
      time_zone: string;
      false_alarms_week: number;
    }>('time_zone', 'false_alarms_week'),
    roomCounts(db, watched[0]!.room),
    pickUnits(db, siteId, lotId, watched),
  ]);
  const ids = watched.map((h) => h.id);
  const settings = { thresholds: thresholdsFor(counts.units, counts.lots, site.false_alarms_week) };
  // Units on different waters are watched apart: their way to hatch is another.
  const kept = [...new Set(watched.map((h) => h.sensor!))].flatMap((sensor) => {
    const here = units.filter((u) => watched.find((h) => h.id === u.unit)!.sensor === sensor);
    return watchPicks(here, species.deaths!, ways.get(sensor)!, now, settings);
  });
  await db.transaction(async (trx) => {
    await trx('pick_watch').where({ lot_id: lotId }).delete();
    // A holding may have gone over to another lot meanwhile: its row is then that lot's.
    await trx('pick_watch').whereIn('holding_id', ids).delete();
    await trx('pick_watch').insert(
      kept.map((w) => ({
        holding_id: w.unit,
        lot_id: lotId,
        worked_at: now,
        state: JSON.stringify({
          rounds: w.rounds.slice(-KEPT_ROUNDS).map(rounded),
          now: { expected: tidy(w.now.expected), low: w.now.low, high: w.now.high },
          level: tidy(w.level),
        } satisfies KeptWatch),
      })),
    );
  });
}

type Watched = { id: number; kind: string; number: number; openedAt: number; sensor: number | null };

/** Rounds, events and eggs of holdings of a lot, as the watch wants them. */
async function pickUnits(db: Db, siteId: number, lotId: number, holdings: readonly Watched[]): Promise<PickUnit[]> {
  const ids = holdings.map((h) => h.id);
  const [site, rows, handled, methods] = await Promise.all([
    db('site').where({ id: siteId }).first<{ time_zone: string }>('time_zone'),
    db('observation')
      .whereIn('holding_id', ids)
      .where({ kind: 'pick' })
      .orderBy('at')
      .select<{ holding_id: number; at: number; value: number }[]>('holding_id', 'at', 'value'),
    db('observation')
      .where({ lot_id: lotId })
      .whereIn('kind', HANDLED)
      .orderBy('at')
      .select('holding_id', 'kind', 'at'),
    pickingMethodsOf(db, siteId),
  ]);
  return holdings.map((h): PickUnit => {
    const picks = rows.filter((r) => r.holding_id === h.id);
    const method = methods[h.kind as keyof typeof methods] ?? usualPickingMethods().tray;
    const rounds = new Map<number, { day: number; at: number; picked: number }>();
    for (const p of picks) {
      const day = localDay(p.at, site.time_zone).start;
      const r = rounds.get(day);
      rounds.set(day, { day, at: p.at, picked: (r?.picked ?? 0) + p.value });
    }
    return {
      unit: h.id,
      eggs: h.number + picks.reduce((s, p) => s + p.value, 0),
      laidAt: h.openedAt,
      efficiency: method.foundShare,
      events: handled
        .filter((e) => e.holding_id === null || e.holding_id === h.id)
        .map((e): EggEvent => ({ at: e.at, kind: e.kind === 'shock' ? 'shock' : 'handling', weight: 1 })),
      rounds: [...rounds.values()],
    };
  });
}

/** Once a lot has no eggs left: how many of them whitened, and in which ways, for the own records of its species. */
async function keepDeaths(
  db: Db,
  siteId: number,
  lotId: number,
  species: Species,
  ways: ReadonlyMap<number, (t: number) => number>,
  now: number,
): Promise<void> {
  // Eggs of a unit that hatched there: what was poured away from it died elsewhere, or not at all.
  const hatched = (await db('holding as h')
    .join('unit as u', 'u.id', 'h.unit_id')
    .where({ 'h.lot_id': lotId, 'h.station': 'eggs', 'h.number': 0 })
    .whereNotNull('h.opened_at')
    .whereExists(
      db('holding as y')
        .where('y.lot_id', lotId)
        .where('y.unit_id', db.ref('h.unit_id'))
        .whereNot('y.station', 'eggs')
        .select('y.id'),
    )
    .select({
      id: 'h.id',
      kind: 'u.kind',
      openedAt: 'h.opened_at',
      sensor: db.raw(SENSOR_OF_UNIT),
      number: db.raw(
        `(SELECT COALESCE(SUM(p.delta), 0) FROM posting p JOIN holding y ON y.id = p.holding_id
          WHERE y.lot_id = h.lot_id AND y.unit_id = h.unit_id AND y.station <> 'eggs'
            AND p.account = 'holding' AND p.superseded_seq IS NULL AND p.delta > 0)`,
      ),
    })) as Watched[];
  // Sums come as text.
  const here = hatched
    .filter((h) => h.sensor !== null && ways.has(h.sensor))
    .map((h) => ({ ...h, number: Number(h.number) }));
  if (here.length === 0) return;
  const units = (await pickUnits(db, siteId, lotId, here)).filter((u) => u.rounds.length >= LEAST_ROUNDS);
  if (units.length === 0) return;
  // All on the water in which most of them stood: lots that hatch in two waters are few.
  const parts = seenParts(species.deaths!, ways.get(here[0]!.sensor!)!, units);
  await db('deaths_seen')
    .insert({
      lot_id: lotId,
      site_id: siteId,
      species: species.id,
      parts: JSON.stringify(parts),
      seen_at: now,
    })
    .onConflict('lot_id')
    .merge();
}

const tidy = (v: number) => Math.round(100 * v) / 100;
const rounded = (r: JudgedRound): JudgedRound => ({ ...r, expected: tidy(r.expected) });

async function roomCounts(db: Db, roomId: number): Promise<{ units: number; lots: number }> {
  const row = await db('holding as h')
    .join('unit as u', 'u.id', 'h.unit_id')
    .where({ 'u.room_id': roomId, 'h.station': 'eggs' })
    .where('h.number', '>', 0)
    .first<{
      units: number;
      lots: number;
    }>(db.raw('COUNT(DISTINCT h.unit_id) AS units'), db.raw('COUNT(DISTINCT h.lot_id) AS lots'));
  return { units: Math.max(1, Number(row.units)), lots: Math.max(1, Number(row.lots)) };
}

type UnitKind = keyof ReturnType<typeof usualPickingMethods>;

/** How each kind of unit is picked at a site. */
export async function pickingMethodsOf(db: Db, siteId: number): Promise<Record<UnitKind, PickingMethod>> {
  const rows = (await db('picking_method').where({ site_id: siteId })) as {
    unit_kind: UnitKind;
    method: PickingMethod['method'];
    found_share: number;
  }[];
  return {
    ...usualPickingMethods(),
    ...Object.fromEntries(rows.map((r) => [r.unit_kind, { method: r.method, foundShare: r.found_share }])),
  };
}
