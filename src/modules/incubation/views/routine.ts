import {
  type RoutineHolding,
  type RoutineTask,
  routineOf,
  type Ticks,
  tickOf,
  townWaterTask,
} from '@/core/planning/routine';
import type { Task } from '@/core/species/species';
import { DAY_MS } from '@/core/time/spans';
import type { UnitKind } from '@/core/units/unitKinds';
import type { LivingHolding } from '@/server/stock/livingStock';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';

/** A thing of the routine that this hatchery added; its ticks go by `own` and its number. */
export type OwnTask = {
  id: number;
  name: string;
  stations: ('eggs' | 'yolksac')[];
  units: UnitKind[];
  everyHours: number;
};

const REMEMBERED_MS = 62 * DAY_MS;

export async function ownTasks(db: Db, siteId: number): Promise<OwnTask[]> {
  const rows = await db('routine_task')
    .where({ site_id: siteId, retired: false })
    .orderBy('id')
    .select('id', 'name', 'stations', 'units', { everyHours: 'every_hours' });
  return rows.map((r) => ({
    ...r,
    stations: fromJson<OwnTask['stations']>(r.stations),
    units: fromJson<OwnTask['units']>(r.units),
  }));
}

/** The routine of every room where eggs or yolk-sac larvae stand: what is due, and when each was last done. */
export async function routine(
  db: Db,
  site: { siteId: number; timeZone: string },
  now: number,
  holdings: readonly LivingHolding[],
): Promise<RoutineTask[]> {
  const young = holdings.filter((h) => h.station === 'eggs' || h.station === 'yolksac');
  if (young.length === 0) return [];
  const [book, own, ticks, town] = await Promise.all([
    speciesBook(db, site.siteId),
    ownTasks(db, site.siteId),
    ticksOf(db, site.siteId, now),
    townWater(db, site.siteId, now),
  ]);
  const ofHouse = own.map((t) => ({ ...t, id: `own${t.id}`, says: '', from: 0, forDays: undefined }));
  return routineOf(
    young.map(
      (h): RoutineHolding => ({
        roomId: h.roomId,
        unit: h.unit,
        unitKind: h.unitKind,
        station: h.station,
        openedAt: h.openedAt,
        // What was seen goes before what the clock says.
        progress:
          h.last['hatch:first'] !== undefined ? 1 : (h.milestones.find((m) => m.turn === 'hatch')?.passed ?? null),
        tasks: [...book.get(h.species)!.tasks, ...(town.has(h.roomId) ? [townWaterTask] : []), ...(ofHouse as Task[])],
      }),
    ),
    new Map([...ticks, ...measuredAt(ticks, town)]),
    now,
    site.timeZone,
  );
}

/** When each thing was last done in each room. */
async function ticksOf(db: Db, siteId: number, now: number): Promise<Ticks> {
  const rows = await db('observation as o')
    .join('entry as e', 'e.seq', 'o.entry_seq')
    .where('e.site_id', siteId)
    .whereNull('o.unit_id')
    .where('o.kind', 'like', 'task:%')
    .where('o.at', '>', now - REMEMBERED_MS)
    .where('o.at', '<=', now)
    .groupBy('o.kind', 'o.value')
    .select<
      {
        kind: string;
        room: number;
        last: number;
      }[]
    >('o.kind', { room: 'o.value' }, db.raw('MAX(o.`at`) AS last'));
  return new Map(rows.map((r) => [tickOf(r.room, r.kind.slice('task:'.length)), r.last]));
}

/** Rooms on town water, with the instant of the last chlorine measured there. */
async function townWater(db: Db, siteId: number, now: number): Promise<Map<number, number | null>> {
  const rows = await db('room as r')
    .where({ 'r.site_id': siteId })
    .whereNotNull('r.chlorine_mg_l')
    .select<{ id: number; measured: number | null }[]>(
      'r.id',
      db.raw(
        `(SELECT MAX(x.\`at\`) FROM sensor s JOIN reading x ON x.sensor_id = s.id
          WHERE s.room_id = r.id AND s.kind = 'chlorine' AND x.\`at\` <= ? AND NOT x.struck) AS measured`,
        [now],
      ),
    );
  return new Map(rows.map((r) => [r.id, r.measured]));
}

const measuredAt = (ticks: Ticks, town: ReadonlyMap<number, number | null>): [string, number][] =>
  [...town].flatMap(([room, at]) => {
    const key = tickOf(room, townWaterTask.id);
    return at === null ? [] : [[key, Math.max(at, ticks.get(key) ?? 0)] as [string, number]];
  });
