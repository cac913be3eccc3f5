import type { SensorKind } from '@/core/readings/sensorKinds';
import { stageOf } from '@/core/species/species';
import { HOUR_MS } from '@/core/time/spans';
import { type AlarmKind, alarmsOf, boundsFor, type Raised, type Watched } from '@/core/water/alarms';
import { fromJson } from './books/rows';
import type { Db } from './connection';
import { speciesBook } from './species';
import { SENSOR_OF_UNIT } from './waters';

/** What no species sets: it is held against what it usually says. */
const HAS_USUAL: ReadonlySet<SensorKind> = new Set(['flow', 'level', 'power']);

/** Reports from which a probe's rhythm is taken. */
const RHYTHM_OF = 24;

export type AlarmRow = Raised & { id: number; siteId: number; sensor: string; openedAt: number };

/**
 * Holds every sensor of a site against what stands in its water and against its own rhythm; opens what is new, closes
 * what is over. @returns alarms that were opened now
 */
export async function watchWater(db: Db, siteId: number, now: number): Promise<AlarmRow[]> {
  const [sensors, standing, book, open, onWorks] = await Promise.all([
    db('sensor')
      .where({ site_id: siteId })
      .select<{ id: number; name: string; kind: SensorKind; room_id: number }[]>('id', 'name', 'kind', 'room_id'),
    db('holding as h')
      .join('unit as u', 'u.id', 'h.unit_id')
      .join('lot as t', 't.id', 'h.lot_id')
      .where('h.site_id', siteId)
      .where('h.number', '>', 0)
      .select<{ species: string; stage: string; room_id: number; sensor: number | null }[]>(
        't.species',
        'h.stage',
        'u.room_id',
        db.raw(`${SENSOR_OF_UNIT} AS sensor`),
      )
      .groupBy('t.species', 'h.stage', 'u.room_id', db.raw(SENSOR_OF_UNIT)),
    speciesBook(db, siteId),
    db('alarm').where({ site_id: siteId, closed_at: null }).select('id', 'sensor_id', 'kind'),
    probesOfWorks(db, siteId),
  ]);
  const opened: AlarmRow[] = [];
  const still = new Set<number>();
  for (const s of sensors) {
    const here = standing
      .filter((x) => (s.kind === 'temperature' ? x.sensor === s.id : x.room_id === s.room_id))
      .flatMap((x) => {
        const species = book.get(x.species);
        return species ? [{ species, stage: x.stage, stageName: stageOf(species, x.stage).name }] : [];
      });
    // Water in which nothing lives raises nothing; a pump far from all tanks is watched while anything lives behind it.
    if (here.length === 0 && !(onWorks.has(s.id) && standing.length > 0)) continue;
    const steps = here.flatMap((x) =>
      x.species.limits.filter((l) => l.what === 'temperature step' && l.stage === x.stage).map((l) => l.high!),
    );
    const raised = alarmsOf(
      await stateOf(
        db,
        s,
        now,
        open.filter((o) => o.sensor_id === s.id).map((o) => o.kind as AlarmKind),
      ),
      boundsFor(s.kind, here, s.kind === 'ammonia' ? await beside(db, sensors, s.room_id, now) : {}),
      steps.length > 0 ? Math.min(...steps) : null,
      now,
    );
    for (const a of raised) {
      const known = open.find((o) => o.sensor_id === s.id && o.kind === a.kind);
      if (known) {
        still.add(known.id);
        await db('alarm').where({ id: known.id }).update({ value: a.value, says: a.says });
        continue;
      }
      const [id] = (await db('alarm').insert({ ...a, site_id: siteId, sensor_id: s.id, opened_at: now })) as [number];
      opened.push({ ...a, id, siteId, sensor: s.name, openedAt: now });
    }
  }
  const over = open.filter((o) => !still.has(o.id)).map((o) => o.id);
  if (over.length > 0) await db('alarm').whereIn('id', over).update({ closed_at: now });
  return opened;
}

/** pH and temperature of a room as its probes read them last: by them it is told how poisonous its ammonia is. */
async function beside(
  db: Db,
  sensors: readonly { id: number; kind: SensorKind; room_id: number }[],
  room: number,
  now: number,
): Promise<{ pH: number | null; celsius: number | null }> {
  const last = async (kind: SensorKind) => {
    const ids = sensors.filter((s) => s.room_id === room && s.kind === kind).map((s) => s.id);
    if (ids.length === 0) return null;
    const row = await db('reading')
      .whereIn('sensor_id', ids)
      .where({ struck: false })
      .whereBetween('at', [now - 6 * HOUR_MS, now])
      .orderBy('at', 'desc')
      .first<{ value: number } | undefined>('value');
    return row?.value ?? null;
  };
  return { pH: await last('pH'), celsius: await last('temperature') };
}

/** Probes that hang on a work of the water. */
async function probesOfWorks(db: Db, siteId: number): Promise<Set<number>> {
  const rows = await db('work').where({ site_id: siteId, retired: false }).whereNotNull('more').pluck('more');
  return new Set(rows.flatMap((more) => fromJson<{ probes?: number[] }>(more as string).probes ?? []));
}

async function stateOf(
  db: Db,
  s: { id: number; name: string; kind: SensorKind },
  now: number,
  open: readonly AlarmKind[],
): Promise<Watched> {
  const last = await db('reading')
    .where({ sensor_id: s.id, struck: false })
    .where('at', '<=', now)
    .orderBy('at', 'desc')
    .limit(RHYTHM_OF)
    .select('at', 'value', 'origin');
  const newest = last[0] ?? null;
  const reported = last.filter((r) => r.origin === 'probe');
  const gaps = reported
    .slice(1)
    .map((r, i) => reported[i]!.at - r.at)
    .sort((a, b) => a - b);
  const before = newest
    ? await db('reading')
        .where({ sensor_id: s.id, struck: false })
        .where('at', '<=', newest.at - 0.75 * HOUR_MS)
        .where('at', '>=', newest.at - 1.5 * HOUR_MS)
        .orderBy('at', 'desc')
        .first('value')
    : undefined;
  return {
    kind: s.kind,
    name: s.name,
    reports: newest?.origin === 'probe',
    last: newest,
    hourBefore: before?.value ?? null,
    rhythm: gaps.length >= 5 ? gaps[gaps.length >> 1]! : null,
    usual: HAS_USUAL.has(s.kind) && newest ? await usualOf(db, s.id, newest.at) : null,
    open,
    stuckSince: newest ? await stuckSince(db, s.id, newest) : null,
  };
}

/** The median of a sensor's hours over the week before the last hours; null while it was read for less than half a day. */
async function usualOf(db: Db, sensor: number, at: number): Promise<number | null> {
  const rows = await db('reading_hour')
    .where({ sensor_id: sensor })
    .where('hour', '>', at - 7 * 24 * HOUR_MS)
    .where('hour', '<', at - 2 * HOUR_MS)
    .select<{ middle: number }[]>(db.raw('(low + high) / 2 AS middle'));
  const sorted = rows.map((r) => Number(r.middle)).sort((a, b) => a - b);
  return sorted.length < 12 ? null : sorted[sorted.length >> 1]!;
}

/** Since when a probe has said its last value and nothing else; null where it ever stood so long before. */
async function stuckSince(db: Db, sensor: number, newest: { at: number; value: number }): Promise<number | null> {
  const other = await db('reading')
    .where({ sensor_id: sensor, struck: false })
    .where('at', '<', newest.at)
    .where('at', '>', newest.at - 14 * 24 * HOUR_MS)
    .whereRaw('value <> (SELECT x.value FROM reading x WHERE x.sensor_id = ? AND x.`at` = ?)', [sensor, newest.at])
    .orderBy('at', 'desc')
    .first('at');
  if (!other) return null;
  // A spring stands still for days as a rule: hours without movement before this are held against it.
  const calm = await db('reading_hour')
    .where({ sensor_id: sensor })
    .where('hour', '>', newest.at - 14 * 24 * HOUR_MS)
    .where('hour', '<=', other.at)
    .first<{ still: string | null; n: number }>(db.raw('SUM(low = high) AS still'), db.raw('COUNT(*) AS n'));
  return Number(calm.n) >= 24 && Number(calm.still ?? 0) < 0.5 * Number(calm.n) ? other.at : null;
}
