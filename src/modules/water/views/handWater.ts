import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import { type HandKind, handKindIds } from '@/core/water/handKinds';
import { judgeWater, type WaterJudged } from '@/core/water/judged';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';
import { borneBy, turnoverOf, waterAbout } from '../waterAbout';

/** A figure of a tank's water as it was read last, held against what its animals bear. */
export type HandWater = WaterJudged & { at: number };

/** Older than this it says nothing of the water. */
const DAYS = 7;

/** What was read last by hand in the water of a unit, each kind once, what is off before the others. */
export async function handWater(db: Db, siteId: number, unitId: number, now: number): Promise<HandWater[]> {
  const rows = await db('observation')
    .where({ unit_id: unitId })
    .whereNull('holding_id')
    .whereIn('kind', [...handKindIds])
    .where('at', '<=', now)
    .where('at', '>', now - DAYS * DAY_MS)
    .orderBy('at', 'desc')
    .limit(200)
    .select<{ kind: HandKind; value: number; at: number }[]>('kind', 'value', 'at');
  const last = handKindIds.flatMap((kind) => rows.find((r) => r.kind === kind) ?? []);
  if (last.length === 0) return [];
  const judged = judgeWater(last, await waterAbout(db, siteId, unitId, now));
  return judged
    .map((j) => ({ ...j, at: last.find((l) => l.kind === j.kind)!.at }))
    .sort((a, b) => Number(b.is === 'off') - Number(a.is === 'off'));
}

/** A unit as it stands, as far as its water is judged. */
export type WaterUnit = {
  id: number;
  name: string;
  celsius: number | null;
  volumeL: number | null;
  flowLPerMin: number | null;
  holdings: readonly { species: string; stage: string }[];
};
/** What was read in a unit and is off. */
export type WaterOff = { unitId: number; unit: string; at: number; off: WaterJudged[] };

/** A reading that was off is called out for so long, until it is read anew. */
const CALLED_HOURS = 24;

/** Units whose water was off when it was read last, the latest first. Two statements. */
export async function waterOff(db: Db, siteId: number, now: number, units: readonly WaterUnit[]): Promise<WaterOff[]> {
  const stands = units.filter((u) => u.holdings.length > 0);
  if (stands.length === 0) return [];
  const [rows, book] = await Promise.all([
    db('observation')
      .whereIn(
        'unit_id',
        stands.map((u) => u.id),
      )
      .whereNull('holding_id')
      .whereIn('kind', [...handKindIds])
      .where('at', '<=', now)
      .where('at', '>', now - CALLED_HOURS * HOUR_MS)
      .orderBy('at', 'desc')
      .select<{ unit_id: number; kind: HandKind; value: number; at: number }[]>('unit_id', 'kind', 'value', 'at'),
    speciesBook(db, siteId),
  ]);
  return stands
    .flatMap((u): WaterOff[] => {
      const own = rows.filter((r) => r.unit_id === u.id);
      const last = handKindIds.flatMap((kind) => own.find((r) => r.kind === kind) ?? []);
      const off = judgeWater(last, {
        ...borneBy(u.holdings, book),
        celsius: u.celsius,
        turnoverMinutes: turnoverOf(u),
      }).filter((j) => j.is === 'off');
      return off.length > 0 ? [{ unitId: u.id, unit: u.name, at: own[0]!.at, off }] : [];
    })
    .sort((a, b) => b.at - a.at);
}
