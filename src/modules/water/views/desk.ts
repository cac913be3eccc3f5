import { dangerOf } from '@/core/incubation/danger';
import type { SensorKind } from '@/core/readings/sensorKinds';
import { limitAt } from '@/core/species/life';
import { thresholds } from '@/core/thresholds';
import { HOUR_MS } from '@/core/time/spans';
import type { TankInDanger } from '@/core/water/circuits/firstToDie';
import { oxygenSaturation, standardPressureKpa } from '@/core/water/oxygen';
import { supplyOf } from '@/core/water/supply';
import { readNow } from '@/server/sensorsNow';
import type { LivingHolding } from '@/server/stock/livingStock';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';
import { flushedLast, lastOfWorks, type Noticed, noticedLately, type Stands, type WorkRow, worksOf } from '../works';
import { type Job, openJobs } from './jobs';

export type DeskRoom = {
  id: number;
  name: string;
  kind: string;
  /** Tanks in which animals stand. */
  tanks: number;
  /** Set flow of all its units. */
  flowLPerMin: number;
  /** What its probes say now. */
  read: { kind: string; name: string; value: number; at: number }[];
};

export type WaterDesk = {
  works: WorkRow[];
  /** How each work stands, as it was noticed last. */
  noticed: Stands[];
  /** When each was back-flushed last. */
  flushed: Noticed[];
  /** What of each its own probes say now, and what is off with it. */
  told: {
    workId: number;
    kind: SensorKind;
    name: string;
    value: number | null;
    at: number | null;
    alarm: string | null;
  }[];
  jobs: Job[];
  /** Every probe of the site: works name those that tell of them. */
  probes: { id: number; name: string; kind: SensorKind }[];
  /** What was noticed of all of them, the latest first. */
  lately: Noticed[];
  rooms: DeskRoom[];
  tanks: TankInDanger[];
};

/** A reading older than this says nothing of the water now. */
const HOLDS_MS = 6 * HOUR_MS;
const LATELY = 12;

/**
 * The water of a site as its works, rooms and tanks, with what each tank lives on when something stops: what is left to
 * the browser is which work that is. Ten statements.
 * @param masses of all fish of a unit, grams; null of those that were never weighed
 */
export async function waterDesk(
  db: Db,
  siteId: number,
  now: number,
  holdings: readonly LivingHolding[],
  masses: ReadonlyMap<number, number | null>,
): Promise<WaterDesk> {
  const [works, last, lately, rooms, units, read, hand, book, place, flushed, jobs, alarms] = await Promise.all([
    worksOf(db, siteId),
    lastOfWorks(db, siteId, now),
    noticedLately(db, siteId, now, LATELY),
    db('room').where({ site_id: siteId }).orderBy('walk_order').select('id', 'name', 'kind', {
      chlorineMgPerL: 'chlorine_mg_l',
      mixedL: 'mixed_l',
      sourceSensor: 'source_sensor_id',
    }),
    db('unit')
      .where({ site_id: siteId, retired: false })
      .select('id', 'name', { roomId: 'room_id', volumeL: 'volume_l', flowLPerMin: 'flow_l_min' }),
    readNow(db, siteId, now),
    db('observation as o')
      .join('unit as u', 'u.id', 'o.unit_id')
      .where({ 'u.site_id': siteId, 'o.kind': 'oxygen' })
      .whereNull('o.holding_id')
      .whereBetween('o.at', [now - HOLDS_MS, now])
      .orderBy('o.at')
      .select<{ unit: number; value: number }[]>({ unit: 'o.unit_id', value: 'o.value' }),
    speciesBook(db, siteId),
    db('site').where({ id: siteId }).first<{ altitudeM: number | null }>({ altitudeM: 'altitude_m' }),
    flushedLast(db, siteId, now),
    openJobs(db, siteId),
    db('alarm')
      .where({ site_id: siteId, closed_at: null })
      .select<{ sensor_id: number; says: string }[]>('sensor_id', 'says'),
  ]);
  const fresh = read.filter((r) => r.value !== null && r.at !== null && r.at > now - HOLDS_MS);
  const readOf = (id: number | null) => fresh.find((r) => r.id === id)?.value ?? null;
  const oxygenIn = new Map(hand.map((h) => [h.unit, h.value]));
  const full = (celsius: number) =>
    oxygenSaturation(
      Math.min(40, Math.max(0, celsius)),
      0,
      place.altitudeM === null ? undefined : standardPressureKpa(place.altitudeM),
    ) * thresholds.assumedSaturation.value;
  const stand = new Map<number, LivingHolding[]>();
  for (const h of holdings) stand.set(h.unitId, [...(stand.get(h.unitId) ?? []), h]);
  const flowOf = new Map(
    rooms.map((r) => [r.id, units.filter((u) => u.roomId === r.id).reduce((s, u) => s + (u.flowLPerMin ?? 0), 0)]),
  );
  const chlorine = new Map(
    rooms.map((r) => [
      r.id,
      supplyOf({
        chlorineMgPerL: r.chlorineMgPerL,
        mixedL: r.mixedL,
        units: units.filter((u) => u.roomId === r.id),
        sourceCelsius: null,
        celsius: null,
        altitudeM: place.altitudeM,
      }).neutraliser?.minutes ?? null,
    ]),
  );
  const tanks = units.flatMap((u): TankInDanger[] => {
    const here = stand.get(u.id);
    const h = here?.[0];
    const species = h && book.get(h.species);
    if (!here || !h || !species) return [];
    const room = rooms.find((r) => r.id === u.roomId)!;
    const celsius = readOf(h.sensorId);
    const number = here.reduce((s, x) => s + x.number, 0);
    const eggs = h.station === 'eggs' || h.station === 'yolksac';
    const probe = fresh.find((r) => r.kind === 'oxygen' && r.roomId === u.roomId)?.value ?? null;
    const oxygenMgPerL = oxygenIn.get(u.id) ?? probe;
    const massG = masses.get(u.id) ?? null;
    const warmth = limitAt(species, 'temperature', h.station);
    return [
      {
        unitId: u.id,
        unit: u.name,
        roomId: u.roomId,
        holds: `${h.speciesName}, ${h.stageName}`,
        volumeL: u.volumeL,
        flowLPerMin: u.flowLPerMin,
        celsius,
        oxygenMgPerL,
        inflowMgPerL: celsius === null ? null : full(celsius),
        fish: eggs || massG === null || number <= 0 ? null : { massKg: massG / 1000, meanG: massG / number },
        eggMinutes: eggs
          ? (dangerOf(
              species,
              { station: h.station, progress: h.milestones.find((m) => m.turn === 'hatch')?.passed ?? 0, number },
              u,
              { celsius, oxygenMgPerL, altitudeM: place.altitudeM },
            )?.minutes ?? null)
          : null,
        criticalMgPerL: thresholds.fishCritical.value,
        bears: { low: warmth?.low, high: warmth?.high },
        between:
          room.mixedL === null || !(flowOf.get(room.id)! > 0)
            ? null
            : { volumeL: room.mixedL, flowLPerMin: flowOf.get(room.id)! },
        sourceCelsius: readOf(room.sourceSensor),
        chlorineMinutes: chlorine.get(u.roomId) ?? null,
      },
    ];
  });
  return {
    works,
    noticed: [...last.values()],
    flushed: [...flushed.values()],
    jobs,
    probes: read.map((r) => ({ id: r.id, name: r.name, kind: r.kind })),
    told: works.flatMap((w) =>
      w.more.probes.flatMap((id) => {
        const probe = read.find((r) => r.id === id);
        if (!probe) return [];
        return [
          {
            workId: w.id,
            kind: probe.kind,
            name: probe.name,
            value: probe.value,
            at: probe.at,
            alarm: alarms.find((a) => a.sensor_id === id)?.says ?? null,
          },
        ];
      }),
    ),
    lately,
    rooms: rooms
      .filter((r) => units.some((u) => u.roomId === r.id))
      .map((r) => ({
        id: r.id,
        name: r.name,
        kind: r.kind,
        tanks: tanks.filter((t) => t.roomId === r.id).length,
        flowLPerMin: flowOf.get(r.id)!,
        read: fresh
          // What tells of a work is said at that.
          .filter((x) => x.roomId === r.id && !works.some((w) => w.more.probes.includes(x.id)))
          .map((x) => ({ kind: x.kind, name: x.name, value: x.value!, at: x.at! })),
      })),
    tanks,
  };
}
