import { type Phase, PredictionRefused, predict } from '@/core/development/predict';
import type { Point } from '@/core/development/timeline';
import { ownRules } from '@/core/ownRules';
import type { Species } from '@/core/species/species';
import type { Db } from './connection';
import { speciesBook } from './species';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
/** Days of daily means from which the water's own unsteadiness is taken as the doubt of the forecast. */
const UNSTEADY_DAYS = 14;

/**
 * Works queued predictions until none is left or `most` are done. Predictions are a projection: a job that fails is
 * kept with its error and tried again up to three times, the books never wait for it.
 * @returns how many were worked
 */
export async function workJobs(db: Db, now: number, most = 1000): Promise<number> {
  let worked = 0;
  while (worked < most) {
    const jobs = (await db('job')
      .where('attempts', '<', 3)
      .orderBy('id')
      .limit(Math.min(50, most - worked))) as {
      id: number;
      site_id: number;
      kind: string;
      subject: string;
      queued_at: number;
    }[];
    if (jobs.length === 0) break;
    const books = new Map<number, Map<string, Species>>();
    for (const job of jobs) {
      try {
        if (!books.has(job.site_id)) books.set(job.site_id, await speciesBook(db, job.site_id));
        await predictLot(db, Number(job.subject), books.get(job.site_id)!, now);
        // Queued again meanwhile: the row stays for the next turn.
        await db('job').where({ id: job.id, queued_at: job.queued_at }).delete();
      } catch (e) {
        await db('job')
          .where({ id: job.id })
          .update({ attempts: db.raw('attempts + 1'), error: String((e as Error).message).slice(0, 400) });
      }
      worked += 1;
    }
    await db('site')
      .whereIn('id', [...books.keys()])
      .increment('predicted', 1);
  }
  return worked;
}

type Span = { sensor: number; from: number; to: number };

/** Dates of one lot on each water that it stands in. */
export async function predictLot(
  db: Db,
  lotId: number,
  book: ReadonlyMap<string, Species>,
  now: number,
): Promise<void> {
  const lot = (await db('lot').where({ id: lotId }).first('species', 'fertilised_at')) as
    | { species: string; fertilised_at: number | null }
    | undefined;
  const species = lot ? book.get(lot.species) : undefined;
  if (!lot || !species || lot.fertilised_at === null || species.milestones.length === 0) return;
  const spans = await waterOf(db, lotId, now);
  const here = new Set(spans.filter((s) => s.to >= now).map((s) => s.sensor));
  const rows: Record<string, unknown>[] = [];
  const observed = await observedDates(db, lotId);
  for (const sensor of here) {
    const temperatures = await temperaturesFor(db, spans, sensor, lot.fertilised_at, now);
    const blank = { lot_id: lotId, sensor_id: sensor, worked_at: now };
    const unknown = (note: string) => {
      for (const m of species.milestones)
        rows.push({ ...blank, milestone: m.id, at: null, low: null, high: null, measured_share: 0, passed: 0, note });
    };
    if (temperatures.length === 0) {
      unknown('no temperature was recorded for this water since fertilisation');
      continue;
    }
    const phases: Phase[] = species.milestones.map((m) => ({
      stage: m.id,
      model: m.model,
      cv: m.cv,
      sumFrom: m.sumFrom,
    }));
    try {
      const p = predict({
        phases,
        start: lot.fertilised_at,
        temperatures,
        lotCv: species.lotCv,
        forecastSdCelsius: unsteadiness(temperatures, now),
        observed,
        asOf: now,
      });
      const note = [
        ...p.warnings,
        ...(p.gaps.length > 0
          ? [`${p.gaps.length} ${p.gaps.length > 1 ? 'gaps' : 'gap'} in the readings filled on a straight line`]
          : []),
      ]
        .join('; ')
        .slice(0, 400);
      for (const s of p.stages)
        rows.push({
          ...blank,
          milestone: s.stage,
          at: s.at === null ? null : Math.round(s.at),
          low: s.low === null ? null : Math.round(s.low),
          high: s.high === null ? null : Math.round(s.high),
          measured_share: s.measuredShare,
          passed: s.passed,
          note,
        });
    } catch (e) {
      if (!(e instanceof PredictionRefused)) throw e;
      unknown(e.message.slice(0, 400));
    }
  }
  await db.transaction(async (trx) => {
    await trx('prediction').where({ lot_id: lotId }).delete();
    if (rows.length > 0) await trx('prediction').insert(rows);
  });
}

/** Which water a lot stood in and when, by the units that held it. */
async function waterOf(db: Db, lotId: number, now: number): Promise<Span[]> {
  const rows = (await db('holding as h')
    .join('unit as u', 'u.id', 'h.unit_id')
    .where('h.lot_id', lotId)
    .whereNotNull('h.opened_at')
    .orderBy('h.opened_at')
    .select(
      'h.opened_at',
      'h.number',
      'h.last_order_at',
      db.raw(
        "COALESCE(u.sensor_id, (SELECT MIN(s.id) FROM sensor s WHERE s.room_id = u.room_id AND s.kind = 'temperature')) AS sensor",
      ),
    )) as { opened_at: number; number: number; last_order_at: number; sensor: number | null }[];
  return rows.flatMap((r) =>
    r.sensor === null
      ? []
      : [{ sensor: r.sensor, from: r.opened_at, to: r.number > 0 ? Math.max(now, r.last_order_at) : r.last_order_at }],
  );
}

/**
 * Hourly means that eggs now on `sensor` have lived through: this water while the lot was on it, and the lot's other
 * waters for the time before.
 */
async function temperaturesFor(
  db: Db,
  spans: readonly Span[],
  sensor: number,
  from: number,
  now: number,
): Promise<Point[]> {
  const cuts = [...new Set([from, now, ...spans.flatMap((s) => [s.from, s.to])])]
    .filter((t) => t >= from && t <= now)
    .sort((a, b) => a - b);
  const pieces: Span[] = [];
  for (let i = 1; i < cuts.length; i++) {
    const [a, b] = [cuts[i - 1]!, cuts[i]!];
    const covering = spans.filter((s) => s.from < b && s.to > a);
    const chosen = covering.find((s) => s.sensor === sensor)?.sensor ?? covering[0]?.sensor ?? sensor;
    const last = pieces.at(-1);
    if (last && last.sensor === chosen) last.to = b;
    else pieces.push({ sensor: chosen, from: a, to: b });
  }
  const points: Point[] = [];
  for (const p of pieces) {
    const rows = (await db('reading_hour')
      .where({ sensor_id: p.sensor })
      .where('hour', '>', p.from - HOUR)
      .where('hour', '<=', p.to)
      .orderBy('hour')
      .select('hour', 'n', 'sum')) as { hour: number; n: number; sum: number }[];
    for (const r of rows) points.push({ at: r.hour + HOUR / 2, celsius: r.sum / r.n });
  }
  // Nothing yet since fertilisation: the last reading before it still tells the water.
  if (points.length === 0) {
    const before = (await db('reading')
      .where({ sensor_id: sensor })
      .where('at', '<=', now)
      .orderBy('at', 'desc')
      .first('at', 'value')) as { at: number; value: number } | undefined;
    if (before) points.push({ at: before.at, celsius: before.value });
  }
  return points;
}

/** Standard deviation of the last daily means: how far this water strays from where it is. */
function unsteadiness(points: readonly Point[], now: number): number {
  const days = new Map<number, { n: number; sum: number }>();
  for (const p of points) {
    if (p.at < now - UNSTEADY_DAYS * DAY) continue;
    const d = days.get(Math.floor(p.at / DAY)) ?? { n: 0, sum: 0 };
    days.set(Math.floor(p.at / DAY), { n: d.n + 1, sum: d.sum + p.celsius });
  }
  const means = [...days.values()].map((d) => d.sum / d.n);
  if (means.length < 3) return ownRules.forecastSd.value;
  const mean = means.reduce((s, v) => s + v, 0) / means.length;
  return Math.max(
    ownRules.leastForecastSd.value,
    Math.sqrt(means.reduce((s, v) => s + (v - mean) ** 2, 0) / (means.length - 1)),
  );
}

/** What was seen: the first check with half or more, the day on which half had hatched, the first ponding. */
async function observedDates(db: Db, lotId: number): Promise<Record<string, number>> {
  const seen: Record<string, number> = {};
  const checks = (await db('observation')
    .where({ lot_id: lotId })
    .where('kind', 'like', 'check:%')
    .whereRaw('successes * 2 >= trials')
    .groupBy('kind')
    .select('kind', db.raw('MIN(`at`) AS at'))) as { kind: string; at: number }[];
  for (const c of checks) {
    const id = c.kind.slice('check:'.length);
    if (id !== 'swumUp') seen[id] = c.at;
  }
  const moved = (await db('posting as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('entry as e', 'e.seq', 'p.entry_seq')
    .where({ 'h.lot_id': lotId, 'p.account': 'holding', 'e.kind': 'hatch' })
    .whereNull('p.superseded_seq')
    .where('p.delta', '>', 0)
    .orderBy('p.order_at')
    .select('p.order_at', 'p.delta')) as { order_at: number; delta: number }[];
  if (moved.length > 0) {
    const eggs = (await db('holding').where({ lot_id: lotId, stage: 'egg' }).sum('number as n').first()) as {
      n: string | null;
    };
    const all = moved.reduce((s, m) => s + m.delta, 0) + Number(eggs.n ?? 0);
    let sum = 0;
    for (const m of moved) {
      sum += m.delta;
      if (sum * 2 >= all) {
        seen.hatched = m.order_at;
        break;
      }
    }
  }
  const ponded = (await db('posting as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('entry as e', 'e.seq', 'p.entry_seq')
    .where({ 'h.lot_id': lotId, 'h.stage': 'fry', 'e.kind': 'pond' })
    .whereNull('p.superseded_seq')
    .where('p.delta', '>', 0)
    .min('p.order_at as at')
    .first()) as { at: number | null };
  if (ponded.at !== null) seen.swumUp = ponded.at;
  return seen;
}
