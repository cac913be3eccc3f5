import { type Phase, type Prediction, PredictionRefused, predict } from '@/core/development/predict';
import { valueAt } from '@/core/development/timeline';
import type { Water } from '@/core/development/water';
import type { Fault } from '@/core/readings/clean';
import { hatchOf } from '@/core/species/life';
import type { Species } from '@/core/species/species';
import { DAY_MS } from '@/core/time/spans';
import { flowsBetweenLots } from './books/flows';
import { cohortOf } from './cohort';
import type { Db } from './connection';
import { compareSeen, factorOf, keepSeen, type StageSeen, seenOf, speciesOfOwnDates } from './datesSeen';
import { watchDeadOf } from './deadWatch';
import { type LotWater, mainSensor, spansOf, waterThrough } from './lotWater';
import { watchLot } from './pickWatch';
import { queueDates } from './predictionQueue';
import { datesBefore, observedDates } from './seenDates';
import { speciesBook } from './species';
import { Waters } from './waters';

/** How often a job is tried before it waits for the next thing that is recorded of its lot. */
const ATTEMPTS = 3;

/**
 * Works queued predictions until none is left or `most` are done. Predictions are a projection: a job that fails is
 * kept with its error and tried again up to three times, the books never wait for it.
 * @returns how many were worked
 */
export async function workJobs(db: Db, now: number, most = 1000): Promise<number> {
  let worked = 0;
  while (worked < most) {
    const jobs = (await db('job')
      .where('attempts', '<', ATTEMPTS)
      .orderBy('id')
      .limit(Math.min(50, most - worked))) as {
      id: number;
      site_id: number;
      kind: string;
      subject: string;
      queued_at: number;
      attempts: number;
    }[];
    if (jobs.length === 0) break;
    const batches = new Map<number, Batch>();
    for (const job of jobs) {
      try {
        const batch = batches.get(job.site_id) ?? (await Batch.of(db, job.site_id, now));
        batches.set(job.site_id, batch);
        if (job.kind === 'watch') await watchDeadOf(db, job.site_id, Number(job.subject), now);
        else await predictLot(batch, Number(job.subject));
        // Queued again meanwhile: the row stays for the next turn.
        await db('job').where({ id: job.id, queued_at: job.queued_at }).delete();
      } catch (e) {
        const last = job.attempts + 1 >= ATTEMPTS;
        console.error(`${job.kind}: lot ${job.subject}, attempt ${job.attempts + 1}${last ? ', given up' : ''}:`, e);
        await db('job')
          .where({ id: job.id })
          .update({ attempts: db.raw('attempts + 1'), error: String((e as Error).message).slice(0, 400) });
      }
      worked += 1;
    }
    await db('site')
      .whereIn('id', [...batches.keys()])
      .increment('predicted', 1);
  }
  return worked;
}

/** Why a lot's dates could not be worked, if they were given up: those that are shown are of before. */
export async function datesGivenUp(db: Db, siteId: number, lotId: number): Promise<string | null> {
  const job = await db('job')
    .where({ site_id: siteId, kind: 'predict', subject: String(lotId) })
    .where('attempts', '>=', ATTEMPTS)
    .first('error');
  return job ? (job.error ?? '') : null;
}

/** What a batch of jobs reads once: waters, the book, own clocks and the dates that bend them. */
class Batch {
  readonly waters: Waters;
  private readonly seen = new Map<string, StageSeen[]>();

  constructor(
    readonly db: Db,
    readonly siteId: number,
    readonly book: ReadonlyMap<string, Species>,
    readonly own: ReadonlyMap<string, boolean>,
    readonly now: number,
  ) {
    this.waters = new Waters(db, now);
  }

  static async of(db: Db, siteId: number, now: number): Promise<Batch> {
    const [book, own] = await Promise.all([speciesBook(db, siteId), speciesOfOwnDates(db, siteId)]);
    return new Batch(db, siteId, book, own, now);
  }

  async seenOf(species: Species): Promise<StageSeen[]> {
    const known = this.seen.get(species.id) ?? (await seenOf(this.db, this.siteId, species));
    this.seen.set(species.id, known);
    return known;
  }

  forgetSeen(species: string): void {
    this.seen.delete(species);
  }
}

/** Dates of one lot on each water that it stands in, what was seen of it, and the watch over its picks. */
export async function predictLot(batch: Batch, lotId: number): Promise<void> {
  const { db, now } = batch;
  const lot = await db('lot').where({ id: lotId }).first('id', 'species', 'fertilised_at');
  const species = lot ? batch.book.get(lot.species) : undefined;
  if (!lot || !species || lot.fertilised_at === null || species.milestones.length === 0) return;
  const start = lot.fertilised_at;
  const before = await cohortOf(db, lot);
  const spans = await spansOf(db, lotId, now, before);
  const here = new Set(spans.filter((s) => s.rank === 0 && s.to >= now).map((s) => s.sensor));
  const rows: Record<string, unknown>[] = [];
  const [observed, inherited, strain] = await Promise.all([
    observedDates(db, lotId, species),
    datesBefore(db, before, species),
    strainOf(db, lotId),
  ]);
  // What was seen of it in its own name comes first; the own clock learns from that alone, once.
  const dates = { ...inherited, ...observed.dates };
  // Where most of its life was spent: what was seen of it tells of that water.
  const main = mainSensor(spans);
  if (main !== null && Object.keys(observed.seen).length > 0) {
    const water = await waterThrough(batch, spans, main, start);
    if (water.water) {
      await keepSeen(
        db,
        { id: lot.id, siteId: batch.siteId, species: species.id, strain, sensor: main },
        compareSeen(species, observed.seen, water.water, start),
      );
      batch.forgetSeen(species.id);
    }
  }
  const seen = (batch.own.get(species.id) ?? true) ? await batch.seenOf(species) : [];
  const ways = new Map<number, (t: number) => number>();
  for (const sensor of here) {
    const w = await waterThrough(batch, spans, sensor, start);
    const blank = { lot_id: lotId, sensor_id: sensor, worked_at: now };
    const unknown = (note: string) => {
      for (const m of species.milestones)
        rows.push({ ...blank, milestone: m.id, at: null, low: null, high: null, measured_share: 0, passed: 0, note });
    };
    if (!w.water) {
      unknown('no temperature was recorded for this water since fertilisation');
      continue;
    }
    const factors = species.milestones.map((m) =>
      factorOf(species, m, seen, { strain, water: String(sensor), lot: String(lotId) }),
    );
    const phases: Phase[] = species.milestones.map((m, i) => ({
      stage: m.id,
      model: m.model,
      within: m.within,
      sumFrom: m.sumFrom,
      // The lot's own effect is in the factor's doubt.
      factor: Math.exp(factors[i]!.mean),
      cv: factors[i]!.sd,
    }));
    try {
      const asked = {
        phases,
        start,
        temperatures: w.points,
        plan: w.plan,
        forecastSdCelsius: w.forecastSd,
        observed: dates,
        asOf: now,
        plainly: true,
      };
      const p = predict({ ...asked, water: w.water });
      const note = [
        ...p.warnings,
        ...faultNotes(w, p, start, () => predict({ ...asked, water: w.uncleaned ?? w.water!, anywhere: true })),
      ]
        .join('; ')
        .slice(0, 400);
      for (const [i, s] of p.stages.entries())
        rows.push({
          ...blank,
          milestone: s.stage,
          at: whole(s.at),
          low: whole(s.low),
          high: whole(s.high),
          first_at: whole(s.first),
          last_at: whole(s.last),
          measured_share: s.measuredShare,
          passed: s.passed,
          factor: Math.exp(factors[i]!.mean),
          factor_dates: factors[i]!.n,
          note,
        });
      ways.set(sensor, progressOf(species, phases, w.water, start, dates));
    } catch (e) {
      if (!(e instanceof PredictionRefused)) throw e;
      unknown(e.message.slice(0, 400));
    }
  }
  const passedBefore = await passedOf(db, lotId);
  await db.transaction(async (trx) => {
    await trx('prediction').where({ lot_id: lotId }).delete();
    if (rows.length > 0) await trx('prediction').insert(rows);
  });
  if (!sameDates(passedBefore, await passedOf(db, lotId))) await queueChildren(batch, lotId);
  await watchLot(db, batch.siteId, lotId, species, ways, now);
}

/** When a lot passed its milestones, as the dates that stand say. */
async function passedOf(db: Db, lotId: number): Promise<Map<string, number>> {
  const rows = await db('prediction')
    .where({ lot_id: lotId, passed: 1 })
    .whereNotNull('at')
    .orderBy('sensor_id')
    .select<{ milestone: string; at: number }[]>('milestone', 'at');
  return new Map(rows.map((r) => [r.milestone, r.at]));
}

const sameDates = (a: ReadonlyMap<string, number>, b: ReadonlyMap<string, number>) =>
  a.size === b.size && [...a].every(([id, at]) => Math.abs((b.get(id) ?? Number.POSITIVE_INFINITY) - at) < 60_000);

/** What was seen of a lot after it was graded or parted is seen of what came of it too: their dates are worked anew. */
async function queueChildren(batch: Batch, lotId: number): Promise<void> {
  const children = await flowsBetweenLots(batch.db).where('h.lot_id', lotId).distinct<
    {
      id: number;
    }[]
  >('g.lot_id as id');
  const ids = children.map((c) => c.id);
  await queueDates(batch.db, batch.siteId, ids, batch.now);
}

const whole = (t: number | null) => (t === null ? null : Math.round(t));

/** Share of the way to hatch at an instant, on a water; from a date that was seen on, the whole. */
function progressOf(
  species: Species,
  phases: readonly Phase[],
  water: Water,
  start: number,
  dates: Readonly<Record<string, number>>,
): (t: number) => number {
  const i = species.milestones.indexOf(hatchOf(species)!);
  const phase = phases[i]!;
  const sum = water.integral(phase.model, 0);
  const from = valueAt(water.line, sum, start);
  const seen = dates[phase.stage];
  const need = seen === undefined ? (phase.factor ?? 1) : valueAt(water.line, sum, seen) - from;
  return (t) => Math.max(0, (valueAt(water.line, sum, t) - from) / need);
}

/** What was done about the readings, and what difference it makes to the next date. */
function faultNotes(w: LotWater, p: Prediction, start: number, otherwise: () => Prediction): string[] {
  const faults = w.faults.filter((f) => f.to > start);
  const of = (kind: Fault['kind']) => faults.filter((f) => f.kind === kind);
  const notes: string[] = [];
  const hours = (list: readonly Fault[]) => Math.round(list.reduce((s, f) => s + f.hours, 0));
  const [spikes, stuck, gaps] = [of('spike'), of('stuck'), of('gap')];
  if (spikes.length > 0)
    notes.push(`${spikes.length} ${spikes.length > 1 ? 'spikes' : 'spike'} of ${hours(spikes)} h left out`);
  if (stuck.length > 0) notes.push(`the probe stood still for ${hours(stuck)} h: left out`);
  if (gaps.length > 0)
    notes.push(
      `${gaps.length} ${gaps.length > 1 ? 'gaps' : 'gap'} of ${hours(gaps)} h filled by an even change from one reading to the next`,
    );
  if (spikes.length + stuck.length > 0) {
    const i = p.stages.findIndex((s) => !s.observed && s.at !== null);
    const with_ = i < 0 ? null : otherwise().stages[i]!.at;
    if (with_ !== null && i >= 0) {
      const later = (p.stages[i]!.at! - with_) / DAY_MS;
      notes.push(
        Math.abs(later) < 0.05
          ? 'it makes no difference of an hour to the next date'
          : `without that the next date would be ${Math.abs(later).toFixed(1)} days ${later > 0 ? 'sooner' : 'later'}`,
      );
    }
  }
  return notes;
}

/** The strain of its mothers, if they are of one. */
async function strainOf(db: Db, lotId: number): Promise<string> {
  const rows = await db('lot_share as s')
    .join('family as f', 'f.id', db.raw('CAST(s.family AS UNSIGNED)'))
    .join('brood_fish as b', 'b.id', 'f.female_id')
    .where('s.lot_id', lotId)
    .whereNull('s.superseded_seq')
    .distinct<{ strain: string }[]>('b.strain');
  return rows.length === 1 ? rows[0]!.strain : '';
}
