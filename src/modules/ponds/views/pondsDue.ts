import type { PondStep } from '@/core/ponds/prepare';
import { localDay } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import type { Db } from '@/store/connection';
import { pondDay } from './pondDay';
import { type PondRun, pondRuns } from './ponds';

/** What a pond wants of people today. A step of its preparation may be done from `at` on, and is late after `until`. */
export type PondDue = { runId: number; unit: string; at: number } & (
  | { what: 'step'; step: PondStep; until: number }
  | { what: 'sample'; last: number | null }
  | { what: 'harvest'; says: string }
  /** Oxygen will be short before the morning. */
  | { what: 'oxygen'; mgPerL: number; least: number }
);

/** A harvest is looked at from here on, and no longer after it. */
const [HARVEST_AHEAD_MS, HARVEST_PAST_MS] = [3 * DAY_MS, DAY_MS];

/**
 * Steps of preparation, samples and steps of a harvest that are due by the end of the day, and ponds that will be short
 * of oxygen by the morning. One statement where no run is open, some ten for each that is.
 */
export async function pondsDue(db: Db, site: { siteId: number; timeZone: string }, now: number): Promise<PondDue[]> {
  const runs = await pondRuns(db, site.siteId, now, { open: true });
  return (await Promise.all(runs.map((r) => dueOf(db, site, r, now)))).flat().sort((a, b) => a.at - b.at);
}

async function dueOf(
  db: Db,
  { siteId, timeZone }: { siteId: number; timeZone: string },
  r: PondRun,
  now: number,
): Promise<PondDue[]> {
  const { end } = localDay(now, timeZone);
  const of = { runId: r.id, unit: r.unit };
  const out: PondDue[] = [];
  if (r.next && r.books.stocked === 0 && Date.parse(r.next.from) < end)
    out.push({ ...of, what: 'step', step: r.next.id, at: Date.parse(r.next.from), until: Date.parse(r.next.to) });
  if (r.books.stands <= 0) return out;
  const d = await pondDay(db, siteId, r, now);
  if (d.night?.ahead?.shortAt)
    out.push({
      ...of,
      what: 'oxygen',
      at: Date.parse(d.night.ahead.shortAt),
      mgPerL: d.night.ahead.mgPerL,
      least: d.night.least,
    });
  if (d.sample && d.sample.due < end) out.push({ ...of, what: 'sample', at: d.sample.due, last: d.sample.last });
  const day = r.more.harvestAt;
  if (d.harvest && day !== null && now > day - HARVEST_AHEAD_MS && now < day + HARVEST_PAST_MS)
    for (const s of d.harvest.steps)
      if (s.doneAt === null && s.at < end) out.push({ ...of, what: 'harvest', at: s.at, says: s.what });
  return out;
}
