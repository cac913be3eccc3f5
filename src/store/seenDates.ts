import { feedingOf, hatchOf, turnOf } from '@/core/species/life';
import type { Species } from '@/core/species/species';
import type { Ancestor } from './cohort';
import type { Db } from './connection';
import type { SeenDate } from './datesSeen';

/**
 * What was seen: the first check with half or more, the day on which half had hatched, the first ponding. `dates` are
 * for the clock table; `seen` what the own clock learns from: a ponding is a decision, so of swim-up only samples count.
 */
export async function observedDates(
  db: Db,
  lotId: number,
  species: Species,
): Promise<{ dates: Record<string, number>; seen: Record<string, SeenDate> }> {
  const dates: Record<string, number> = {};
  const seen: Record<string, SeenDate> = {};
  const [hatch, feeding] = [hatchOf(species)?.id, feedingOf(species)?.id];
  const checks = await db('observation')
    .where({ lot_id: lotId })
    .where('kind', 'like', 'check:%')
    .whereRaw('successes * 2 >= trials')
    .orderBy('at')
    .select<{ kind: string; at: number; successes: number; trials: number }[]>('kind', 'at', 'successes', 'trials');
  for (const c of checks) {
    const id = c.kind.slice('check:'.length);
    if (seen[id]) continue;
    seen[id] = { at: c.at, look: { successes: c.successes, trials: c.trials } };
    if (id !== feeding) dates[id] = c.at;
  }
  const half = await db('observation').where({ lot_id: lotId, kind: 'hatch:half' }).min('at as at').first<{
    at: number | null;
  }>();
  const moved = await db('posting as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('entry as e', 'e.seq', 'p.entry_seq')
    .where({ 'h.lot_id': lotId, 'p.account': 'holding', 'e.kind': 'hatch' })
    .whereNull('p.superseded_seq')
    .where('p.delta', '>', 0)
    .orderBy('p.order_at')
    .select<{ order_at: number; delta: number }[]>('p.order_at', 'p.delta');
  if (hatch !== undefined && moved.length > 0) {
    const eggs = await db('holding').where({ lot_id: lotId, station: 'eggs' }).sum('number as n').first<{
      n: string | null;
    }>();
    const all = moved.reduce((s, m) => s + m.delta, 0) + Number(eggs.n ?? 0);
    let sum = 0;
    for (const m of moved) {
      sum += m.delta;
      if (sum * 2 >= all) {
        dates[hatch] = m.order_at;
        seen[hatch] = { at: m.order_at, look: null };
        break;
      }
    }
  }
  // Half hatched as somebody saw it is the better date: animals are often moved over only once all are out.
  if (hatch !== undefined && half.at !== null && half.at < (dates[hatch] ?? Number.POSITIVE_INFINITY)) {
    dates[hatch] = half.at;
    seen[hatch] = { at: half.at, look: null };
  }
  const ponded = await db('posting as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('entry as e', 'e.seq', 'p.entry_seq')
    .where({ 'h.lot_id': lotId, 'h.station': 'fry', 'e.kind': 'pond' })
    .whereNull('p.superseded_seq')
    .where('p.delta', '>', 0)
    .min('p.order_at as at')
    .first<{ at: number | null }>();
  if (feeding !== undefined && ponded.at !== null) dates[feeding] = ponded.at;
  // Stages between and after the two turns are seen when somebody changes the stage.
  const between = species.milestones.filter((m) => m.enters !== undefined && turnOf(species, m) === undefined);
  if (between.length > 0) {
    const changed = await db('posting as p')
      .join('holding as h', 'h.id', 'p.holding_id')
      .join('entry as e', 'e.seq', 'p.entry_seq')
      .where({ 'h.lot_id': lotId, 'e.kind': 'stage', 'p.account': 'holding' })
      .whereNull('p.superseded_seq')
      .where('p.delta', '>', 0)
      .groupBy('h.stage')
      .select<{ stage: string; at: number }[]>('h.stage', db.raw('MIN(p.order_at) AS at'));
    for (const m of between) {
      const at = changed.find((x) => x.stage === m.enters)?.at;
      if (at === undefined) continue;
      dates[m.id] ??= at;
      seen[m.id] ??= { at, look: null };
    }
  }
  return { dates, seen };
}

/** What was seen of the lots that a lot came from while its animals were in them; the nearest tells first. */
export async function datesBefore(
  db: Db,
  before: readonly Ancestor[],
  species: Species,
): Promise<Record<string, number>> {
  const dates: Record<string, number> = {};
  for (const a of before)
    for (const [id, at] of Object.entries((await observedDates(db, a.id, species)).dates))
      if (at <= a.until) dates[id] ??= at;
  return dates;
}
