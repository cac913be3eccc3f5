import { run } from '@/core/calculation';
import { calculation as dawn } from '@/core/ponds/dawn';
import {
  HARVEST_NOTED_MS,
  type HarvestBooks,
  type HarvestPlan,
  type HarvestStep,
  harvestPlan,
} from '@/core/ponds/harvest';
import { type HarvestClass, harvestClasses } from '@/core/ponds/harvestClasses';
import { nightOf, type Spring, springs, type TideLine } from '@/core/ponds/tides';
import { type Pair, together } from '@/core/ponds/together';
import { thresholds } from '@/core/thresholds';
import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import { waterAbout } from '@/modules/water/waterAbout';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import type { PondRun } from './ponds';

export type Night = {
  dusk: number;
  dawn: number;
  /** Oxygen by hand since dusk. */
  readings: { at: number; value: number }[];
  /** What it comes to at dawn; null before the second reading. */
  ahead: { mgPerL: number; low: number; high: number; perHour: number; shortAt?: string; warnings?: string[] } | null;
  least: number;
};

/** A pond on its day: the night, the tides, the next sample, the harvest, and who goes with whom. */
export type PondDay = {
  /** Null where nobody said where the hatchery lies, or the sun does not set. */
  night: Night | null;
  placed: boolean;
  springs: Spring[];
  hasTable: boolean;
  pairs: Pair[];
  /** The last weighing, and when the next is due; null while nothing stands. */
  sample: { last: number | null; due: number } | null;
  /** Fertiliser that went out with exchanged water and was not given again; null where none. */
  again: { since: number; kg: number; what: string } | null;
  /** Its steps with when each was done, and what it will bring by size and sex. */
  harvest:
    | (Omit<HarvestPlan, 'steps'> & { steps: (HarvestStep & { doneAt: number | null })[]; classes: HarvestClass[] })
    | null;
  /** Share found soft when their shells were looked at last. */
  soft: { at: number; share: number } | null;
};

/** Tides are looked ahead for so long. */
const AHEAD_DAYS = 45;
/** Mass of fish scatters three times as much as their length does; of fish that were never measured by this. `verify` */
const [CUBE, USUAL_CV] = [3, 0.3];

/** All that a pond's page says of the days to come. Six statements. */
export async function pondDay(db: Db, siteId: number, r: PondRun, now: number): Promise<PondDay> {
  const [place, table, oxygen, seen, about] = await Promise.all([
    db('site_map').where({ site_id: siteId }).first<{ lon: number; lat: number } | undefined>('lon', 'lat'),
    db('tide_table').where({ site_id: siteId }).first<{ lines: string } | undefined>('lines'),
    db('observation')
      .where({ unit_id: r.unitId, kind: 'oxygen' })
      .whereNull('holding_id')
      .whereBetween('at', [now - DAY_MS, now])
      .orderBy('at')
      .select<{ at: number; value: number }[]>('at', 'value'),
    db('observation as o')
      .join('holding as h', 'h.id', 'o.holding_id')
      .where({ 'h.unit_id': r.unitId })
      .whereIn('o.kind', ['meanG', 'spread', 'moult'])
      .whereBetween('o.at', [r.begunAt, now])
      .orderBy('o.at')
      .select<{ kind: string; at: number; value: number }[]>('o.kind', 'o.at', 'o.value'),
    waterAbout(db, siteId, r.unitId, now),
  ]);
  const tides = table ? fromJson<TideLine[]>(table.lines) : [];
  const night = place ? nightOf(now, place.lat, place.lon) : null;
  const last = (kind: string) => seen.findLast((o) => o.kind === kind) ?? null;
  const [weighed, spread, moult] = [last('meanG'), last('spread'), last('moult')];
  const least = about.oxygen?.low ?? thresholds.pondOxygenLeast.value;
  const stocked = r.notes.find((n) => n.what === 'stock')?.at ?? r.ready;
  return {
    placed: place !== undefined,
    night: night && {
      ...night,
      least,
      readings: oxygen.filter((o) => o.at >= night.dusk - HOUR_MS / 2 && o.at < night.dawn),
      ahead: null,
      ...aheadOf(oxygen, night, least),
    },
    springs: r.more.tidal ? springs(now - DAY_MS, now + AHEAD_DAYS * DAY_MS, tides) : [],
    hasTable: tides.length > 0,
    pairs: together(r.more.partners),
    sample:
      r.books.stands > 0
        ? { last: weighed?.at ?? null, due: (weighed?.at ?? stocked) + r.more.sampleDays * DAY_MS }
        : null,
    again: againOf(r),
    soft: moult && { at: moult.at, share: moult.value },
    harvest:
      r.more.harvestAt === null || r.books.stands <= 0
        ? null
        : ticked(r, {
            at: r.more.harvestAt,
            how: r.more.harvest,
            number: r.books.stands,
            meanG: weighed?.value ?? null,
            cv: spread ? CUBE * spread.value : USUAL_CV,
            leastG: r.more.leastG,
            areaM2: r.plan.areaM2,
            depthCm: r.plan.depthCm,
            drainLPerMin: r.more.drainLPerMin,
            celsius: about.celsius ?? WARM,
            moults: moult !== null,
            lowWater: r.more.tidal ? lowWaterNear(r.more.harvestAt, tides) : null,
          }),
  };
}

/** A harvest with what of it is done: what was noted within a few days of it. */
function ticked(r: PondRun, books: HarvestBooks): PondDay['harvest'] {
  const plan = harvestPlan(books);
  const since = books.at - HARVEST_NOTED_MS;
  return {
    ...plan,
    classes: harvestClasses({
      number: books.number,
      sd: r.books.standsSd,
      meanG: books.meanG,
      cv: books.cv,
      leastG: books.how === 'selective' ? books.leastG : null,
      fromG: r.more.classes.map((c) => c.fromG),
      bySex: r.more.bySex,
    }),
    steps: plan.steps.map((s) => ({
      ...s,
      doneAt: r.notes.findLast((n) => n.what === `harvest-${s.id}` && n.at > since)?.at ?? null,
    })),
  };
}

/** Where no probe tells, as warm as a pond in summer: ice is rather too much than too little. `verify` */
const WARM = 20;

function aheadOf(
  oxygen: readonly { at: number; value: number }[],
  night: { dusk: number; dawn: number },
  least: number,
) {
  const readings = oxygen.filter((o) => o.at >= night.dusk - HOUR_MS / 2 && o.at < night.dawn);
  const [first, end] = [readings[0], readings.at(-1)];
  // Two readings of one visit tell no fall.
  if (!first || !end || end.at - first.at < HOUR_MS) return {};
  return {
    ahead: run(dawn, {
      readings: readings.map((x) => ({ at: new Date(x.at).toISOString(), mgPerL: x.value })),
      dawn: new Date(night.dawn).toISOString(),
      leastMgPerL: least,
    }) as Night['ahead'],
  };
}

/** The low water of the table that is nearest to an instant, within half a day. */
function lowWaterNear(at: number, tides: readonly TideLine[]): number | null {
  const lows = tides.filter((t, i) => {
    const [a, b] = [tides[i - 1], tides[i + 1]];
    return (!a || t.metres < a.metres) && (!b || t.metres < b.metres) && Math.abs(t.at - at) < DAY_MS / 2;
  });
  return lows.sort((x, y) => Math.abs(x.at - at) - Math.abs(y.at - at))[0]?.at ?? null;
}

/** What went out with the water since it was fertilised last. */
function againOf(r: PondRun): PondDay['again'] {
  if (r.plan.fertiliserKgPerHa === null) return null;
  const given = r.notes.findLast((n) => n.what === 'fertilise')?.at ?? 0;
  const exchanged = r.notes.filter((n) => n.what === 'exchange' && n.at > given);
  if (exchanged.length === 0) return null;
  const left = (1 - r.more.exchangeShare) ** exchanged.length;
  return {
    since: exchanged[0]!.at,
    what: r.plan.fertiliser,
    kg: ((r.plan.fertiliserKgPerHa * r.plan.areaM2) / 10_000) * (1 - left),
  };
}
