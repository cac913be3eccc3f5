import { type Calibration, calibrateFor, halfFrom, type Seen } from '@/core/development/calibrate';
import { valueAt } from '@/core/development/timeline';
import type { Water } from '@/core/development/water';
import type { Milestone, Species } from '@/core/species/species';
import { thresholds } from '@/core/thresholds';
import { DAY_MS } from '@/core/time/spans';
import type { Db } from './connection';

/** A date that was seen: when, and by which look at a sample, if it was one. */
export type SeenDate = { at: number; look: { successes: number; trials: number } | null };

/** Days between looks, for how far a date may be off; a round is daily. */
const LOOKED_EVERY_DAYS = 1;
/** Dates that a factor rests on at most: the latest. */
const MOST_DATES = 300;

/** What is kept of a date that was seen, beside the shipped prediction for the water as it was. */
export type StageSeen = Seen & {
  predictedDays: number;
  observedDays: number;
  at: number;
  lotName?: string;
};

/**
 * Dates seen of a lot against the shipped model on its own water. A model that counts from the stage before is compared
 * only where that stage was seen too.
 */
export function compareSeen(
  species: Species,
  seen: Readonly<Record<string, SeenDate>>,
  water: Water,
  from: number,
): { milestone: Milestone; predictedDays: number; observedDays: number; logRatio: number; sd: number; at: number }[] {
  return species.milestones.flatMap((m, i) => {
    const date = seen[m.id];
    const before = species.milestones[i - 1];
    const begin = m.sumFrom === 'fertilisation' || !before ? from : seen[before.id]?.at;
    if (!date || begin === undefined || date.at <= begin) return [];
    const elapsed = (date.at - begin) / DAY_MS;
    const half = halfFrom(elapsed, date.look, m.within, LOOKED_EVERY_DAYS);
    const sum = water.integral(m.model, 0);
    const passed = valueAt(water.line, sum, begin + half.days * DAY_MS) - valueAt(water.line, sum, begin);
    if (!(passed > 0)) return [];
    return [
      {
        milestone: m,
        // At the mean rate of its own days.
        predictedDays: half.days / passed,
        observedDays: half.days,
        logRatio: Math.log(passed),
        sd: half.sd,
        at: date.at,
      },
    ];
  });
}

/** Keeps what was seen of a lot; what is no longer seen (a check taken back) goes. */
export async function keepSeen(
  db: Db,
  lot: { id: number; siteId: number; species: string; strain: string; sensor: number },
  compared: ReturnType<typeof compareSeen>,
): Promise<void> {
  await db.transaction(async (trx) => {
    await trx('stage_seen').where({ lot_id: lot.id }).delete();
    if (compared.length > 0)
      await trx('stage_seen').insert(
        compared.map((c) => ({
          lot_id: lot.id,
          milestone: c.milestone.id,
          site_id: lot.siteId,
          species: lot.species,
          strain: lot.strain,
          sensor_id: lot.sensor,
          at: c.at,
          predicted_days: c.predictedDays,
          observed_days: c.observedDays,
          log_ratio: c.logRatio,
          sd: c.sd,
        })),
      );
  });
}

/** The latest dates seen of a species at a site, newest first. */
export async function seenOf(db: Db, siteId: number, species: Species): Promise<StageSeen[]> {
  const rows = await db('stage_seen as s')
    .join('lot as t', 't.id', 's.lot_id')
    .where({ 's.site_id': siteId, 's.species': species.id })
    .orderBy('s.at', 'desc')
    .limit(MOST_DATES)
    .select<
      {
        lot_id: number;
        name: string;
        milestone: string;
        strain: string;
        sensor_id: number;
        at: number;
        predicted_days: number;
        observed_days: number;
        log_ratio: number;
        sd: number;
      }[]
    >('s.*', 't.name');
  return rows.flatMap((r) => {
    const m = species.milestones.find((x) => x.id === r.milestone);
    if (!m) return [];
    return [
      {
        clock: m.id,
        cv: m.cv,
        strain: r.strain,
        water: String(r.sensor_id),
        lot: String(r.lot_id),
        lotName: r.name,
        logRatio: r.log_ratio,
        sd: r.sd,
        predictedDays: r.predicted_days,
        observedDays: r.observed_days,
        at: r.at,
      },
    ];
  });
}

/** Whether own dates bend the model of a species: yes, unless the manager said otherwise. */
export async function speciesOfOwnDates(db: Db, siteId: number): Promise<Map<string, boolean>> {
  const rows = await db('clock_use').where({ site_id: siteId }).orderBy('id').select('species', 'own');
  return new Map(rows.map((r) => [r.species, Boolean(r.own)]));
}

/** Spreads of its model beyond which a date is an error of entry, whatever the model. */
const FAR_SPREADS = 4;

/** A date so far off that it tells of a slip (a wrong fertilisation time), not of a pace. */
export const isOutlier = (s: Pick<StageSeen, 'logRatio' | 'cv'>) =>
  Math.abs(s.logRatio) > Math.max(thresholds.clockOutlier.value, FAR_SPREADS * s.cv);

/** The factor of a milestone's model for a lot (or, without one, for the next lot) of a strain on a water. */
export function factorOf(
  species: Species,
  m: Milestone,
  seen: readonly StageSeen[],
  of: { strain: string; water: string; lot?: string },
): Calibration {
  return calibrateFor(
    species.lotCv,
    seen.filter((s) => !isOutlier(s)),
    { clock: m.id, cv: m.cv, ...of },
  );
}
