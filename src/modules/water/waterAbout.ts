import { limitAt } from '@/core/species/life';
import { stageOf } from '@/core/species/species';
import { thresholds } from '@/core/thresholds';
import { HOUR_MS } from '@/core/time/spans';
import type { WaterAbout } from '@/core/water/judged';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';
import { SENSOR_OF_UNIT } from '@/store/waters';

/** Readings older than this say nothing of the water now. */
const FRESH_MS = 12 * HOUR_MS;

/** What stands in a unit bears, and what is known of its water: the temperature of its probe, the last pH by hand. */
export async function waterAbout(db: Db, siteId: number, unitId: number, at: number): Promise<WaterAbout> {
  const [unit, held, book, temperature, pH] = await Promise.all([
    db('unit').where({ id: unitId }).first<{ volumeL: number | null; flowLPerMin: number | null } | undefined>({
      volumeL: 'volume_l',
      flowLPerMin: 'flow_l_min',
    }),
    db('holding as h')
      .join('lot as t', 't.id', 'h.lot_id')
      .where('h.unit_id', unitId)
      .where('h.number', '>', 0)
      .select<{ species: string; stage: string }[]>('t.species', 'h.stage'),
    speciesBook(db, siteId),
    db('reading')
      .where('sensor_id', db('unit as u').where('u.id', unitId).select(db.raw(SENSOR_OF_UNIT)) as never)
      .where('at', '<=', at)
      .where('at', '>', at - FRESH_MS)
      .orderBy('at', 'desc')
      .first<{ value: number } | undefined>('value'),
    db('observation')
      .where({ unit_id: unitId, kind: 'pH' })
      .where('at', '<=', at)
      .where('at', '>', at - FRESH_MS)
      .orderBy('at', 'desc')
      .first<{ value: number } | undefined>('value'),
  ]);
  return {
    ...borneBy(held, book),
    celsius: temperature?.value ?? null,
    lastPH: pH?.value ?? null,
    turnoverMinutes: turnoverOf(unit),
  };
}

/** Minutes in which the flow of a unit renews its volume; null where one of them is not set. */
export const turnoverOf = (u: { volumeL: number | null; flowLPerMin: number | null } | undefined): number | null =>
  u?.volumeL && u.flowLPerMin ? u.volumeL / u.flowLPerMin : null;

type Held = { species: string; stage: string };

/** What all that stand together bear: of several the narrowest. */
export function borneBy(
  held: readonly Held[],
  book: Awaited<ReturnType<typeof speciesBook>>,
): Pick<WaterAbout, 'oxygen' | 'pH' | 'salinity' | 'light'> {
  const limits = held.flatMap((h) => {
    const s = book.get(h.species);
    return s ? [{ s, station: stageOf(s, h.stage).station }] : [];
  });
  const narrowest = (what: string) => {
    const all = limits.flatMap(({ s, station }) => limitAt(s, what, station) ?? []);
    if (all.length === 0) return undefined;
    const lows = all.flatMap((l) => l.low ?? []);
    const highs = all.flatMap((l) => l.high ?? []);
    return {
      ...(lows.length > 0 ? { low: Math.max(...lows) } : {}),
      ...(highs.length > 0 ? { high: Math.min(...highs) } : {}),
    };
  };
  // Eggs and sac fry are kept dim, whatever their species.
  const dim = limits.some((l) => l.station === 'eggs' || l.station === 'yolksac');
  const light = narrowest('light') ?? (dim ? { high: thresholds.dimLight.value } : undefined);
  return { oxygen: narrowest('oxygen'), pH: narrowest('pH'), salinity: narrowest('salinity'), light };
}
