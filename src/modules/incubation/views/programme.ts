import { comingCourse, comingWords } from '@/core/development/coming';
import type { DevelopmentModel } from '@/core/development/model';
import type { Phase } from '@/core/development/predict';
import type { Point } from '@/core/development/timeline';
import { hatchOf, limitAt, type Turn } from '@/core/species/life';
import { changeADay, type Species } from '@/core/species/species';
import { addLocalDays } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import type { LivingHolding } from '@/server/stock/livingStock';
import { fromJson } from '@/store/books/rows';
import { broodByUnit } from '@/store/broodIn';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';

/** Days of the water read behind today: a year and what a forecast is tried on. */
const BEHIND = 440;

export type ProgrammeLot = {
  id: number;
  name: string;
  species: string;
  speciesName: string;
  fertilisedAt: number;
  number: number;
  units: string[];
  /** Clocks with this hatchery's own factor in them, as predicted with. */
  phases: (Phase & { model: DevelopmentModel; name: string })[];
  limits: { low: number; high: number; maxStepPerDay: number };
  stageLimits: { stage: string; low?: number; high?: number }[];
  milestones: {
    id: string;
    name: string;
    turn?: Turn;
    at: number | null;
    low: number | null;
    high: number | null;
    seen: boolean;
  }[];
};

export type ProgrammeTake = Pick<ProgrammeLot, 'name' | 'speciesName' | 'fertilisedAt' | 'phases' | 'limits'> & {
  sensor: number;
  /** Dates of stages that were seen. */
  observed: Record<string, number>;
};

export type ProgrammeView = {
  room: { id: number; name: string };
  sensors: { id: number; name: string }[];
  sensor: { id: number; name: string } | null;
  lots: ProgrammeLot[];
  /** Hours of the water since the oldest lot was fertilised, thinned to six a day. */
  measured: Point[];
  now: number;
  /** Dates of lots elsewhere, to bring takes of several days together. */
  others: { lot: string; stage: string; name: string; at: number }[];
  /** All lots of eggs, each on each of its waters, to bring several together. */
  takes: ProgrammeTake[];
  /** The waters of the takes as read by day; as they come: `ambient`. */
  waters: { sensor: number; name: string; measured: Point[] }[];
  /** Hatches and swim-ups still to come in other waters, for tanks and hands. */
  elsewhere: { lot: string; what: 'hatch' | 'swim-up'; at: number; number: number }[];
  /** Tanks that hold nothing now, and the limits of those that have one. */
  tanks: { free: number; limits: number[] };
  /** The water as it comes: last year's course of it, moved to meet today's, by sensor that could stand for it. */
  ambient: { sensor: number; name: string; points: Point[]; how: string }[];
  running: {
    lot: string;
    lotId: number;
    stage: string;
    targetAt: number;
    points: Point[];
    energyKwh: number;
    by: string;
    madeAt: number;
    /** Mean of the last day less what was set, °C; null where nothing was read. */
    deviation: number | null;
  } | null;
};

/** Hatches and swim-ups still to come of what stands, once a lot. */
function awaited(holdings: readonly LivingHolding[]): ProgrammeView['elsewhere'] {
  const lots = new Map<number, LivingHolding[]>();
  for (const h of holdings)
    if (h.station === 'eggs' || h.station === 'yolksac') lots.set(h.lotId, [...(lots.get(h.lotId) ?? []), h]);
  return [...lots.values()].flatMap((of) => {
    const number = of.reduce((n, h) => n + h.number, 0);
    return of[0]!.milestones.flatMap((m) =>
      m.seen || m.at === null || m.turn === undefined
        ? []
        : [
            {
              lot: of[0]!.lot,
              what: m.turn === 'feeding' ? ('swim-up' as const) : ('hatch' as const),
              at: m.at,
              number,
            },
          ],
    );
  });
}

/** What a temperature programme of a room's water needs: its lots, the water so far, the water as it comes. */
export async function programmeView(
  db: Db,
  site: { siteId: number; timeZone: string },
  roomId: number,
  sensorId: number | null,
  now: number,
  all: readonly LivingHolding[],
): Promise<ProgrammeView | null> {
  const room = await db('room').where({ id: roomId, site_id: site.siteId }).first('id', 'name');
  if (!room) return null;
  const sensors = await db('sensor')
    .where({ site_id: site.siteId, kind: 'temperature' })
    .orderBy('id')
    .select('id', 'name', 'room_id');
  const here = sensors.filter((s) => s.room_id === roomId);
  const sensor = here.find((s) => s.id === sensorId) ?? here[0] ?? null;
  const blank = { room, sensors: here, sensor, now };
  const empty = await db('unit as u')
    .join('room as r', 'r.id', 'u.room_id')
    .where({ 'u.site_id': site.siteId, 'u.retired': false, 'r.kind': 'rearing' })
    .whereNotExists(db('holding as h').where('h.unit_id', db.ref('u.id')).where('h.number', '>', 0).select('h.id'))
    .select<{ id: number; limit: number | null }[]>('u.id', { limit: 'u.load_limit' });
  // A tank with brood fish is not free.
  const brood = await broodByUnit(db, site.siteId);
  const free = empty.filter((u) => !brood.has(u.id));
  const tanks = { free: free.length, limits: free.flatMap((f) => (f.limit === null ? [] : [f.limit])) };
  const elsewhere = awaited(all.filter((h) => h.sensorId !== sensor?.id));
  if (!sensor)
    return {
      ...blank,
      lots: [],
      measured: [],
      others: [],
      takes: [],
      waters: [],
      elsewhere,
      tanks,
      ambient: [],
      running: null,
    };
  const standing = all.filter(
    (h) => h.sensorId === sensor.id && (h.station === 'eggs' || h.station === 'yolksac') && h.fertilisedAt !== null,
  );
  const book = await speciesBook(db, site.siteId);
  const lots = [...new Set(standing.map((h) => h.lotId))].map((id) =>
    lotOf(
      standing.filter((h) => h.lotId === id),
      book,
    ),
  );
  const eggs = all.filter((h) => h.station === 'eggs' && h.fertilisedAt !== null && h.sensorId !== null);
  const takes = [...new Map(eggs.map((h) => [`${h.lotId} ${h.sensorId}`, h])).values()].map((h) => takeOf(h, book));
  const since = Math.min(now - 14 * DAY_MS, ...lots.map((l) => l.fertilisedAt));
  const [days, running] = await Promise.all([
    db('reading_day as d')
      .whereIn(
        'd.sensor_id',
        sensors.map((s) => s.id),
      )
      .where('d.day', '>=', addLocalDays(now, -BEHIND, site.timeZone))
      .where('d.day', '<=', now)
      .orderBy('d.day')
      .select<{ sensor_id: number; day: number; mean: number }[]>(
        'd.sensor_id',
        'd.day',
        db.raw('d.sum / d.n AS mean'),
      ),
    db('programme as p')
      .join('lot as t', 't.id', 'p.lot_id')
      .join('person as q', 'q.id', 'p.made_by')
      .where({ 'p.sensor_id': sensor.id, 'p.ended_at': null })
      .orderBy('p.id', 'desc')
      .first<
        | {
            lot: string;
            lot_id: number;
            stage: string;
            target_at: number;
            points: string;
            energy_kwh: number;
            by: string;
            made_at: number;
          }
        | undefined
      >('p.*', 't.name as lot', 'q.name as by'),
  ]);
  const noon = (day: number) => day + DAY_MS / 2;
  const measured = days
    .filter((d) => d.sensor_id === sensor.id && noon(d.day) >= since - DAY_MS)
    .map((d) => ({ at: Math.min(now, noon(d.day)), celsius: d.mean }));
  const points = running ? fromJson<Point[]>(running.points) : [];
  const last = measured.at(-1);
  return {
    ...blank,
    lots,
    measured,
    others: [...new Map(all.filter((h) => h.station === 'eggs').map((h) => [h.lotId, h])).values()].flatMap((h) =>
      h.milestones
        .filter((m) => !m.seen && m.at !== null && m.at > now)
        .map((m) => ({ lot: h.lot, stage: m.id, name: m.name, at: m.at! })),
    ),
    takes,
    waters: sensors
      .filter((s) => takes.some((t) => t.sensor === s.id))
      .map((s) => {
        const own = days.filter((d) => d.sensor_id === s.id);
        const oldest = Math.min(...takes.filter((t) => t.sensor === s.id).map((t) => t.fertilisedAt));
        return {
          sensor: s.id,
          name: s.name,
          measured: own
            .filter((d) => noon(d.day) >= oldest - DAY_MS)
            .map((d) => ({ at: Math.min(now, noon(d.day)), celsius: d.mean })),
        };
      }),
    elsewhere,
    tanks,
    ambient: sensors.flatMap((s) => {
      const own = days.filter((d) => d.sensor_id === s.id);
      const coming = comingCourse(own, now);
      return coming
        ? [{ sensor: s.id, name: s.name, points: coming.points, how: comingWords(coming, own.at(-1)!.mean) }]
        : [];
    }),
    running: running
      ? {
          lot: running.lot,
          lotId: running.lot_id,
          stage: running.stage,
          targetAt: running.target_at,
          points,
          energyKwh: running.energy_kwh,
          by: running.by,
          madeAt: running.made_at,
          deviation: last && last.at > now - 2 * DAY_MS ? deviationAt(points, last) : null,
        }
      : null,
  };
}

/** How far the water was from what was set then; null before the programme began. */
function deviationAt(points: readonly Point[], at: Point): number | null {
  const next = points.findIndex((p) => p.at >= at.at);
  if (next < 0) return null;
  if (next === 0) return points[0]!.at - at.at < DAY_MS ? at.celsius - points[0]!.celsius : null;
  const [a, b] = [points[next - 1]!, points[next]!];
  return at.celsius - (a.celsius + ((b.celsius - a.celsius) * (at.at - a.at)) / (b.at - a.at));
}

type Book = Awaited<ReturnType<typeof speciesBook>>;

/** The clocks of a lot with this hatchery's own factors in them. */
const phasesOf = (h: LivingHolding, book: Book): ProgrammeLot['phases'] =>
  book.get(h.species)!.milestones.map((m) => ({
    stage: m.id,
    name: m.name,
    model: m.model,
    sumFrom: m.sumFrom,
    factor: h.milestones.find((x) => x.id === m.id)?.factor ?? 1,
  }));

/** What eggs of a species bear, and how fast it may change. */
function limitsOf(species: Species): ProgrammeLot['limits'] {
  const eggs = limitAt(species, 'temperature', 'eggs');
  return { low: eggs?.low ?? 1, high: eggs?.high ?? 20, maxStepPerDay: changeADay(species) ?? 1 };
}

function takeOf(h: LivingHolding, book: Book): ProgrammeTake {
  return {
    name: h.lot,
    speciesName: h.speciesName,
    fertilisedAt: h.fertilisedAt!,
    phases: phasesOf(h, book),
    limits: limitsOf(book.get(h.species)!),
    sensor: h.sensorId!,
    observed: Object.fromEntries(h.milestones.flatMap((m) => (m.seen && m.at !== null ? [[m.id, m.at]] : []))),
  };
}

/** A lot on one water, from its holdings there. */
function lotOf(holdings: readonly LivingHolding[], book: Book): ProgrammeLot {
  const h = holdings[0]!;
  const species = book.get(h.species)!;
  const larvae = limitAt(species, 'temperature', 'yolksac');
  const hatched = species.milestones.indexOf(hatchOf(species)!);
  return {
    id: h.lotId,
    name: h.lot,
    species: h.species,
    speciesName: h.speciesName,
    fertilisedAt: h.fertilisedAt!,
    number: holdings.reduce((s, x) => s + x.number, 0),
    units: holdings.map((x) => x.unit),
    phases: phasesOf(h, book),
    limits: limitsOf(species),
    // What follows the hatch is borne by larvae, within their own limits.
    stageLimits: species.milestones
      .slice(hatched + 1)
      .map((m) => ({ stage: m.id, low: larvae?.low, high: larvae?.high })),
    milestones: h.milestones.map(({ id, name, turn, at, low, high, seen }) => ({
      id,
      name,
      turn,
      at,
      low,
      high,
      seen,
    })),
  };
}
