import { DAY_MS } from '@/core/time/spans';
import { type HandKind, handKindIds } from '@/core/water/handKinds';
import { judgeWater, type WaterJudged } from '@/core/water/judged';
import type { Db } from '@/store/connection';
import { waterAbout } from '../waterAbout';

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
