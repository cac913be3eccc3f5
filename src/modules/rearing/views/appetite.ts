import type { TrayLeft } from '@/core/appetite/next';
import { calculation as phase } from '@/core/appetite/phase';
import { CalculationError, run } from '@/core/calculation';
import { limitAt, moults } from '@/core/species/life';
import { localDay } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';
import type { HallView } from './hall';

/** Days of meals that are looked at. */
const BEHIND_DAYS = 60;
/** Fewer days with a meal tell no course. */
const LEAST_DAYS = 6;
/** How far what was left by eye may be off, as a share of the meal. */
const BY_EYE = 0.08;

/** `sofar`: the day is not over, so that its sum says nothing of the appetite yet. */
export type DayEaten = { day: number; offeredG: number; eatenG: number; celsius: number | null; sofar: boolean };
export type Meal = { at: number; offeredG: number; left: TrayLeft | null; leftG: number };

export type AppetiteView = {
  /** Tanks to choose from: those that moult first. */
  tanks: { holdingId: number; unit: string; lot: string; moults: boolean }[];
  chosen: {
    holdingId: number;
    unitId: number;
    unit: string;
    lotId: number;
    lot: string;
    stage: string;
    speciesName: string;
    number: number;
    meanG: number | null;
    moults: boolean;
    days: DayEaten[];
    /** Of today and yesterday, the newest first. */
    meals: Meal[];
    belief: ReturnType<typeof phase.compute> | null;
    /** Shells as last looked at. */
    shells: Shells | null;
    /** Why nothing is told of the moult. */
    why: string | null;
    water: { what: 'temperature' | 'oxygen' | 'pH'; value: number | null; low: number | null; high: number | null }[];
    deadWeek: number;
  } | null;
};

/** Do they eat, where in the moult are they, when will they stop? One tank's meals as a course. */
export async function appetiteView(
  db: Db,
  site: { siteId: number; timeZone: string },
  now: number,
  hall: HallView,
  of: number | null,
): Promise<AppetiteView> {
  const book = await speciesBook(db, site.siteId);
  const all = hall.units.flatMap((u) =>
    u.fed.map((f) => {
      const h = u.holdings.find((x) => x.holdingId === f.holdingId)!;
      return { u, f, h, moults: moults(book.get(h.species)!) };
    }),
  );
  const tanks = [...all].sort((a, b) => Number(b.moults) - Number(a.moults));
  const one = tanks.find((t) => t.h.holdingId === of) ?? tanks[0];
  const list = tanks.map((t) => ({
    holdingId: t.h.holdingId,
    unit: t.u.name,
    lot: t.h.lot,
    moults: t.moults,
  }));
  if (!one) return { tanks: list, chosen: null };
  const { u, f, h } = one;
  const from = localDay(now - BEHIND_DAYS * DAY_MS, site.timeZone).start;
  const [seen, shells, warmth] = await Promise.all([
    db('observation')
      .where({ holding_id: h.holdingId })
      .whereIn('kind', ['feed', 'feedLeft', 'tray'])
      .where('at', '>=', from)
      .where('at', '<=', now)
      .orderBy('at')
      .select<{ kind: string; at: number; value: number; said: string | null }[]>('kind', 'at', 'value', 'said'),
    shellsOf(db, h.holdingId, from, now),
    h.sensorId === null
      ? []
      : db('reading_day')
          .where({ sensor_id: h.sensorId })
          .where('day', '>=', from - DAY_MS)
          .where('day', '<=', now)
          .orderBy('day')
          .select<{ day: number; celsius: number }[]>('day', db.raw('sum / n AS celsius')),
  ]);
  const days = daysOf(seen, warmth, site.timeZone, localDay(now, site.timeZone).start);
  const species = book.get(h.species)!;
  const limit = (what: string) => {
    const l = species.limits.find((x) => x.what === what && x.stage === h.stage) ?? limitAt(species, what, h.station);
    return { low: l?.low ?? null, high: l?.high ?? null };
  };
  const told = one.moults
    ? beliefOf(
        days.filter((d) => !d.sofar),
        h.number,
        f.grown?.meanG ?? null,
        shells,
      )
    : { belief: null, why: null };
  return {
    tanks: list,
    chosen: {
      holdingId: h.holdingId,
      unitId: u.id,
      unit: u.name,
      lotId: h.lotId,
      lot: h.lot,
      stage: h.stage,
      speciesName: h.speciesName,
      number: h.number,
      meanG: f.grown?.meanG ?? null,
      moults: one.moults,
      days,
      meals: mealsOf(seen, localDay(now - DAY_MS, site.timeZone).start),
      shells: shells.at(-1) ?? null,
      ...told,
      water: [
        { what: 'temperature', value: f.tank.celsius, ...limit('temperature') },
        {
          what: 'oxygen',
          value: f.tank.oxygenReadMgPerL,
          ...limit('oxygen'),
        },
        { what: 'pH', value: f.tank.pH, ...limit('pH') },
      ],
      deadWeek: u.dead7,
    },
  };
}

/** Crustaceans looked at for their shells. */
export type Shells = { at: number; soft: number; hardening: number; hard: number };

async function shellsOf(db: Db, holdingId: number, from: number, now: number): Promise<Shells[]> {
  const rows = await db('observation as o')
    .join('entry as e', 'e.seq', 'o.entry_seq')
    .where({ 'o.holding_id': holdingId, 'o.kind': 'moult' })
    .where('o.at', '>=', from)
    .where('o.at', '<=', now)
    .orderBy('o.at')
    .select<{ at: number; intent: string }[]>('o.at', 'e.intent');
  return rows.map((r) => {
    const i = fromJson<Partial<Shells>>(r.intent);
    return { at: r.at, soft: i.soft ?? 0, hardening: i.hardening ?? 0, hard: i.hard ?? 0 };
  });
}

type Seen = { kind: string; at: number; value: number; said: string | null };

/** What was offered and eaten on each local day on which anything was given. */
function daysOf(
  seen: readonly Seen[],
  warmth: readonly { day: number; celsius: number }[],
  timeZone: string,
  today: number,
): DayEaten[] {
  const by = new Map<number, DayEaten>();
  for (const s of seen) {
    if (s.kind === 'tray') continue;
    const day = localDay(s.at, timeZone).start;
    const d = by.get(day) ?? { day, offeredG: 0, eatenG: 0, celsius: null, sofar: day === today };
    if (s.kind === 'feed') {
      d.offeredG += s.value;
      d.eatenG += s.value;
    } else d.eatenG = Math.max(0, d.eatenG - s.value);
    d.celsius = warmth.findLast((w) => w.day <= day)?.celsius ?? null;
    by.set(day, d);
  }
  return [...by.values()].filter((d) => d.offeredG > 0).sort((a, b) => a.day - b.day);
}

/** Each meal with what was found of it before the next. */
function mealsOf(seen: readonly Seen[], from: number): Meal[] {
  const feeds = seen.filter((s) => s.kind === 'feed');
  return feeds
    .flatMap((m, i) => {
      if (m.at < from) return [];
      const next = feeds[i + 1]?.at ?? Number.POSITIVE_INFINITY;
      const within = (s: Seen) => s.at >= m.at && s.at < next;
      const tray = seen.findLast((s) => s.kind === 'tray' && within(s));
      const leftG = seen.filter((s) => s.kind === 'feedLeft' && within(s)).reduce((t, s) => t + s.value, 0);
      return [{ at: m.at, offeredG: m.value, left: (tray?.said as TrayLeft | null) ?? null, leftG }];
    })
    .reverse();
}

/** Where in the moult they are, by what they ate; why nothing is told, where it cannot be. */
function beliefOf(
  days: readonly DayEaten[],
  animals: number,
  meanG: number | null,
  shells: readonly Shells[],
): { belief: ReturnType<typeof phase.compute> | null; why: string | null } {
  if (meanG === null)
    return { belief: null, why: 'never weighed: the length of the moult cycle follows from their size' };
  if (days.length < LEAST_DAYS)
    return {
      belief: null,
      why: `meals of ${days.length} days are known: from ${LEAST_DAYS} on the moult is read from them`,
    };
  const celsius = days.flatMap((d) =>
    d.celsius === null ? [] : [{ at: new Date(d.day + DAY_MS / 2).toISOString(), celsius: d.celsius }],
  );
  if (celsius.length === 0) return { belief: null, why: 'no temperature of its water was read' };
  try {
    return {
      belief: run(phase, {
        meals: days.map((d) => ({
          at: new Date(d.day + DAY_MS / 2).toISOString(),
          eatenG: d.eatenG,
          eatenSdG: BY_EYE * d.offeredG,
        })),
        animals,
        meanG,
        celsius,
        ...(shells.length > 0 ? { samples: shells.map((s) => ({ ...s, at: new Date(s.at).toISOString() })) } : {}),
      }),
      why: null,
    };
  } catch (e) {
    if (!(e instanceof CalculationError)) throw e;
    return { belief: null, why: e.message };
  }
}
