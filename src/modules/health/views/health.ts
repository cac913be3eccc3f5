import { group } from 'd3';
import { type Association, changesBefore } from '@/core/health/changesBefore';
import { type DeadDay, type DeadRise, type DeadWatch, type JudgedDay, watchOfDays } from '@/core/health/deadDays';
import { thresholds } from '@/core/thresholds';
import { localDay } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import type { LivingHolding } from '@/server/stock/livingStock';
import { deadSince } from '@/server/stock/numbers/deadSince';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { changesOf } from './changes';

/** A tank as the page of health shows it. */
export type TankHealth = Pick<
  LivingHolding,
  | 'holdingId'
  | 'unitId'
  | 'unit'
  | 'lotId'
  | 'lot'
  | 'stageName'
  | 'glyph'
  | 'speciesName'
  | 'number'
  | 'sd'
  | 'station'
  | 'roomId'
> & {
  /** When its dead were counted last; null where never. */
  counted: number | null;
  today: number;
  week: number;
  usual: DeadWatch['usual'];
  rise: DeadRise | null;
  days: JudgedDay[];
};

/** A tank whose dead rise. */
export type Rising = TankHealth & { rise: DeadRise };

/** Tanks of one species and stage of which some rise. */
export type RisingKind = {
  /** Species and stage. */
  name: string;
  /** Those that rise, the worst first. */
  rising: Rising[];
  /** Tanks of that kind. */
  of: number;
  /** Those that are not called out one by one rise, too, when their dead are taken together. */
  others: boolean;
  /** What happened before, by how well it fits. */
  before: Association[];
};

export type Health = { tanks: TankHealth[]; kinds: RisingKind[] };

/** How the fish are: the dead of each tank against what is usual there, the gravest first. At most eight statements. */
export async function health(
  db: Db,
  site: { siteId: number; timeZone: string },
  now: number,
  holdings: readonly LivingHolding[],
): Promise<Health> {
  // Eggs are picked: theirs is the watch of their room.
  const fish = holdings.filter((h) => h.station !== 'eggs');
  const ids = fish.map((h) => h.holdingId);
  const [kept, today, week] = await Promise.all([
    ids.length === 0 ? [] : db('dead_watch').whereIn('holding_id', ids).select('holding_id', 'days'),
    deadSince(db, ids, localDay(now, site.timeZone).start - 1, now),
    deadSince(db, ids, now - 7 * DAY_MS, now),
  ]);
  const days = new Map(kept.map((k) => [k.holding_id, fromJson<JudgedDay[]>(k.days)]));
  const tanks = fish.map((h): TankHealth => {
    const { holdingId, unitId, unit, lotId, lot, stageName, glyph, speciesName, number, sd, station, roomId } = h;
    return {
      ...{ holdingId, unitId, unit, lotId, lot, stageName, glyph, speciesName, number, sd, station, roomId },
      counted: h.last.dead ?? null,
      today: today.get(holdingId) ?? 0,
      week: week.get(holdingId) ?? 0,
      usual: h.died?.usual ?? null,
      rise: h.died?.rise ?? null,
      days: days.get(holdingId) ?? [],
    };
  });
  const rises = tanks.flatMap((t): Rising[] => (t.rise ? [{ ...t, rise: t.rise }] : []));
  const changes =
    rises.length === 0 ? [] : await changesOf(db, site.siteId, now, fish, Math.min(...rises.map((r) => r.rise.since)));
  const times = (r: Rising) => r.rise.dead / Math.max(1, r.rise.expected);
  return {
    tanks: [...tanks].sort((a, b) => Number(b.rise !== null) - Number(a.rise !== null) || weekly(b) - weekly(a)),
    kinds: [...group(rises, kindOf)]
      .map(([name, rising]): RisingKind => {
        const kind = tanks.filter((t) => kindOf(t) === name);
        const calm = kind.filter((t) => !t.rise);
        return {
          name,
          rising: rising.sort((a, b) => times(b) - times(a)),
          of: kind.length,
          others: risesTogether(calm, tanks.length),
          before: changesBefore(
            changes,
            rising.map((r) => ({ unit: r.unitId, since: r.rise.since })),
            [...new Set(calm.map((t) => t.unitId))],
          ),
        };
      })
      .sort((a, b) => times(b.rising[0]!) - times(a.rising[0]!)),
  };
}

const kindOf = (t: TankHealth) => `${t.speciesName}, ${t.stageName}`;
/** The share of a tank that died in the last week. */
const weekly = (t: TankHealth) => t.week / Math.max(1, t.number + t.week);

/** Whether tanks that are not called out one by one rise when their dead are taken together. */
function risesTogether(tanks: readonly TankHealth[], units: number): boolean {
  const all = new Map<number, DeadDay>();
  for (const d of tanks.flatMap((t) => t.days)) {
    const known = all.get(d.day);
    all.set(d.day, {
      day: d.day,
      days: 1,
      dead: (known?.dead ?? 0) + d.dead,
      atRisk: (known?.atRisk ?? 0) + d.atRisk,
    });
  }
  if (all.size === 0) return false;
  const days = [...all.values()].sort((a, b) => a.day - b.day);
  return watchOfDays(days, { falsePerMonth: thresholds.deadFalsePerMonth.value, units }).rise !== null;
}
