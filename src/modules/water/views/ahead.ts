import { limitAt } from '@/core/species/life';
import { stageOf } from '@/core/species/species';
import { thresholds } from '@/core/thresholds';
import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import {
  type BreachAhead,
  breachAhead,
  type HourAhead,
  type HourRead,
  hoursAhead,
  NINE_OF_TEN,
  type OxygenHelp,
  oxygenAhead,
  oxygenHelp,
  tankAhead,
  usesTimes,
} from '@/core/water/ahead';
import { boundsFor } from '@/core/water/alarms';
import type { LivingHolding } from '@/server/stock/livingStock';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';

/** A limit that may be passed in the days to come: of a probe's water, or of a tank whose fish use more than comes. */
export type WaterAhead = {
  key: string;
  /** The probe, or the tank. */
  where: string;
  room: string;
  roomId: number;
  unitId: number | null;
  breach: BreachAhead;
  /** Whose limit it is. */
  whose: string;
  /** What would hold the oxygen of a tank, each by itself. */
  help: OxygenHelp | null;
};

/** A tank of fish with what it lives on. */
export type AheadTank = {
  id: number;
  name: string;
  room: string;
  roomId: number;
  flowLPerMin: number | null;
  massG: number | null;
  number: number;
  holdings: readonly LivingHolding[];
};

/** An oxygen reading in a tank tells what its fish use for so many days. */
const HOLDS_DAYS = 3;
/** Days of readings from which the days to come are told. */
const LOOKED_BACK_DAYS = 11;

/**
 * What will be beyond a limit in the five days to come if all goes on as it is, the soonest first. Three statements.
 * @param holdings all that stands  @param tanks tanks of fish with their mass
 */
export async function waterAhead(
  db: Db,
  site: { siteId: number; timeZone: string },
  now: number,
  holdings: readonly LivingHolding[],
  tanks: readonly AheadTank[],
): Promise<WaterAhead[]> {
  const [sensors, hours, book, hand] = await Promise.all([
    db('sensor as s')
      .join('room as r', 'r.id', 's.room_id')
      .where({ 's.site_id': site.siteId })
      .whereIn('s.kind', ['temperature', 'oxygen'])
      .orderBy('s.id')
      .select<{ id: number; name: string; kind: 'temperature' | 'oxygen'; roomId: number; room: string }[]>({
        id: 's.id',
        name: 's.name',
        kind: 's.kind',
        roomId: 'r.id',
        room: 'r.name',
      }),
    db('reading_hour as h')
      .join('sensor as s', 's.id', 'h.sensor_id')
      .where({ 's.site_id': site.siteId })
      .whereIn('s.kind', ['temperature', 'oxygen'])
      .whereBetween('h.hour', [now - LOOKED_BACK_DAYS * DAY_MS, now])
      .select<{ id: number; hour: number; value: number }[]>(
        { id: 's.id', hour: 'h.hour' },
        db.raw('h.sum / h.n AS value'),
      ),
    speciesBook(db, site.siteId),
    tanks.length === 0
      ? []
      : db('observation')
          .whereIn(
            'unit_id',
            tanks.map((t) => t.id),
          )
          .where({ kind: 'oxygen' })
          .whereNull('holding_id')
          .whereBetween('at', [now - HOLDS_DAYS * DAY_MS, now])
          .orderBy('at')
          .select<{ unit: number; at: number; value: number }[]>({ unit: 'unit_id', at: 'at', value: 'value' }),
  ]);
  const read = new Map<number, HourRead[]>();
  for (const h of hours) {
    const list = read.get(h.id) ?? read.set(h.id, []).get(h.id)!;
    list.push({ at: h.hour + HOUR_MS / 2, value: Number(h.value) });
  }
  const warmth = new Map<number, HourAhead[]>();
  for (const s of sensors)
    if (s.kind === 'temperature') warmth.set(s.id, hoursAhead(read.get(s.id) ?? [], now, site.timeZone));
  const out: WaterAhead[] = [];
  for (const s of sensors) {
    const here = holdings.filter((h) => (s.kind === 'temperature' ? h.sensorId === s.id : h.roomId === s.roomId));
    const bound = boundsFor(
      s.kind,
      here.flatMap((h) => {
        const species = book.get(h.species);
        return species ? [{ species, stage: h.stage, stageName: stageOf(species, h.stage).name }] : [];
      }),
    );
    if (!bound) continue;
    const beside = sensors.find((t) => t.kind === 'temperature' && t.roomId === s.roomId);
    const ahead =
      s.kind === 'temperature'
        ? warmth.get(s.id)!
        : beside
          ? oxygenAhead(read.get(s.id) ?? [], read.get(beside.id) ?? [], warmth.get(beside.id)!, now, site.timeZone)
          : [];
    const breach = breachAhead(ahead, s.kind, bound, site.timeZone);
    if (breach)
      out.push({
        key: `probe ${s.id}`,
        where: s.name,
        room: s.room,
        roomId: s.roomId,
        unitId: null,
        breach,
        whose: bound.whose,
        help: null,
      });
  }
  for (const t of tanks) {
    const h = t.holdings[0];
    const species = h && book.get(h.species);
    if (!h || !species || t.massG === null || !t.flowLPerMin || t.number <= 0 || h.sensorId === null) continue;
    const low = limitAt(species, 'oxygen', h.station)?.low;
    const warm = warmth.get(h.sensorId);
    if (low === undefined || !warm) continue;
    const of = { massKg: t.massG / 1000, meanG: t.massG / t.number, flowLPerMin: t.flowLPerMin };
    const saturation = thresholds.assumedSaturation.value;
    // The last reading in it tells what these fish use; it was taken at the warmth of its hour.
    const last = hand.findLast((o) => o.unit === t.id);
    const warmThen = last && read.get(h.sensorId)?.find((r) => Math.abs(r.at - last.at) <= HOUR_MS);
    const tank = last && warmThen ? { ...of, times: usesTimes(of, last.value, warmThen.value, saturation) } : of;
    const breach = breachAhead(tankAhead(tank, warm, saturation), 'oxygen', { low }, site.timeZone);
    if (!breach) continue;
    const then = warm.find((w) => w.at === breach.worstAt)!;
    out.push({
      key: `tank ${t.id}`,
      where: t.name,
      room: t.room,
      roomId: t.roomId,
      unitId: t.id,
      breach,
      whose: `${h.speciesName} ${h.stageName}`,
      help: oxygenHelp(tank, then.mean, saturation, low + NINE_OF_TEN * breach.sd),
    });
  }
  return out.sort((a, b) => a.breach.at - b.breach.at);
}
