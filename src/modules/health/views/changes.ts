import { BEFORE_DAYS, type Change } from '@/core/health/changesBefore';
import { figures } from '@/core/quantities/format';
import { DAY_MS } from '@/core/time/spans';
import { type HandKind, handKindIds } from '@/core/water/handKinds';
import { judgeWater } from '@/core/water/judged';
import { borneBy } from '@/modules/water/waterAbout';
import type { LivingHolding } from '@/server/stock/livingStock';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';
import { SENSOR_OF_UNIT } from '@/store/waters';

/** Kinds of observation by which hands were on the animals. */
const HANDS = {
  meanG: 'weighed',
  lengthMm: 'measured',
  census: 'counted',
  spread: 'measured',
  handled: 'handled',
  shock: 'shaken',
  bath: 'bathed',
  treated: 'treated',
  sampleBack: 'a sample was taken',
} as const;

/** What people do because fish die. */
const ANSWERS: ReadonlySet<string> = new Set(['treated', 'bath', 'sampleBack', 'handled']);
/** Feed that a tank got longer before the window than this is not remembered. */
const FED_DAYS = 60;
/** A change of the daily mean within two days that is named, °C. `verify` */
const STEP_CELSIUS = 2;

/**
 * What happened to the tanks that stand, from some days before the earliest rise on: feed of another lot, hands, fish that
 * came in, water that was read off, warmth that changed. Four statements.
 */
export async function changesOf(
  db: Db,
  siteId: number,
  now: number,
  stands: readonly LivingHolding[],
  earliest: number,
): Promise<Change[]> {
  const from = earliest - BEFORE_DAYS * DAY_MS;
  const unitOf = new Map(stands.map((h) => [h.holdingId, h.unitId]));
  const ids = [...unitOf.keys()];
  const units = [...new Set(unitOf.values())];
  const [feeds, seen, water, warmth, book] = await Promise.all([
    db('observation as o')
      .join('feed_lot as l', 'l.id', 'o.feed_lot_id')
      .join('feed_product as p', 'p.id', 'l.product_id')
      .whereIn('o.holding_id', ids)
      .where('o.kind', 'feed')
      .where('o.at', '>', from - FED_DAYS * DAY_MS)
      .where('o.at', '<=', now)
      .groupBy('o.holding_id', 'o.feed_lot_id', 'l.name', 'p.name')
      .select<{ holding: number; lotId: number; lot: string; product: string; at: number }[]>(
        { holding: 'o.holding_id', lotId: 'o.feed_lot_id', lot: 'l.name', product: 'p.name' },
        db.raw('MIN(o.at) AS at'),
      ),
    db('observation')
      .whereIn('holding_id', ids)
      .whereIn('kind', Object.keys(HANDS))
      .where('at', '>', from)
      .where('at', '<=', now)
      .select<{ holding: number; kind: keyof typeof HANDS; at: number }[]>({
        holding: 'holding_id',
        kind: 'kind',
        at: 'at',
      }),
    db('observation')
      .whereIn('unit_id', units)
      .whereNull('holding_id')
      .whereIn('kind', [...handKindIds])
      .where('at', '>', from)
      .where('at', '<=', now)
      .orderBy('at')
      .select<{ unit: number; kind: HandKind; value: number; at: number }[]>({
        unit: 'unit_id',
        kind: 'kind',
        value: 'value',
        at: 'at',
      }),
    db('reading_day as d')
      .join('unit as u', 'd.sensor_id', db.raw(SENSOR_OF_UNIT))
      .whereIn('u.id', units)
      .where('d.day', '>', from - 2 * DAY_MS)
      .where('d.day', '<=', now)
      .orderBy('d.day')
      .select<{ unit: number; day: number; mean: number }[]>(
        { unit: 'u.id', day: 'd.day' },
        db.raw('d.sum / d.n AS mean'),
      ),
    speciesBook(db, siteId),
  ]);
  const stood = new Map(units.map((u) => [u, stands.filter((h) => h.unitId === u)]));
  return [
    ...feeds.map((f) => ({
      unit: unitOf.get(f.holding)!,
      at: f.at,
      key: `feed ${f.lotId}`,
      says: `first fed of ${f.product}, lot ${f.lot}`,
      lasts: true as const,
    })),
    ...seen.map((s) => ({
      unit: unitOf.get(s.holding)!,
      at: s.at,
      key: HANDS[s.kind],
      says: HANDS[s.kind],
      ...(ANSWERS.has(s.kind) ? { answer: true as const } : {}),
    })),
    ...stands
      .filter((h) => h.openedAt > from)
      .map((h) => ({ unit: h.unitId, at: h.openedAt, key: 'came', says: 'they came into the tank' })),
    ...water.flatMap((w): Change[] => {
      const celsius = warmth.findLast((d) => d.unit === w.unit && d.day <= w.at)?.mean ?? null;
      const lastPH = water.findLast((x) => x.unit === w.unit && x.kind === 'pH' && x.at <= w.at)?.value ?? null;
      const [judged] = judgeWater([w], { ...borneBy(stood.get(w.unit) ?? [], book), celsius, lastPH });
      return judged?.is === 'off'
        ? [{ unit: w.unit, at: w.at, key: `water ${w.kind}`, says: `off: ${judged.says.split(',')[0]}` }]
        : [];
    }),
    ...units.flatMap((unit) =>
      steps(
        unit,
        warmth.filter((d) => d.unit === unit),
      ),
    ),
  ];
}

/** Days on which the mean of a unit's water lay far from that of two days before. */
function steps(unit: number, days: readonly { day: number; mean: number }[]): Change[] {
  return days.flatMap((d) => {
    const before = days.find((x) => Math.abs(d.day - x.day - 2 * DAY_MS) < DAY_MS / 4);
    const by = before ? d.mean - before.mean : 0;
    if (Math.abs(by) < STEP_CELSIUS) return [];
    const way = by > 0 ? 'warmer' : 'colder';
    return [
      { unit, at: d.day, key: way, says: `the water grew ${way}, by ${figures(Math.abs(by), 2)} °C in two days` },
    ];
  });
}
