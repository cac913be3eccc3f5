import { drift } from '@/core/books/drift';
import { CalculationError, run } from '@/core/calculation';
import { Z95 } from '@/core/quantities/interval';
import { DAY_MS } from '@/core/time/spans';
import type { Db } from '@/store/connection';

type Census = (typeof drift.input)['_zod']['input']['censuses'][number];

/** What this hatchery's own counts say of the unseen loss of one stage: learned, or why not yet. */
export type OwnDrift = {
  stage: string;
  counts: number;
  learned: { perDay: number; sd: number; used: number; leftOut: string[]; warnings?: string[] } | null;
  why: string;
  /** What `books.drift` was given: its working can be read. */
  input: { censuses: Census[] };
};

/** The newest counts of a stage that are looked at. */
const MOST = 200;

/**
 * Counts of a species by stage against what the books said just before them. Left aside: counts taken back, counts that
 * were noted only (whoever entered them did not trust them), and those without time since the count before. One query.
 */
export async function ownDrift(db: Db, siteId: number, species: string): Promise<OwnDrift[]> {
  const [rows] = (await db.raw(
    `SELECT c.stage, c.unit, c.at, c.value, c.low, c.high, b.number, b.sd, b.exposure, b.exposure_at AS exposureAt, d.sd AS driftSd
       FROM (
         SELECT o.entry_seq, o.at, o.value, o.low, o.high, h.id AS holding, h.stage, h.lot_id, h.unit_id, u.name AS unit,
                p.order_at, p.day_rank, p.order_seq,
                ROW_NUMBER() OVER (PARTITION BY h.stage ORDER BY o.at DESC) AS newest
           FROM observation o
           JOIN entry e ON e.seq = o.entry_seq
           JOIN holding h ON h.id = o.holding_id
           JOIN lot t ON t.id = h.lot_id
           JOIN unit u ON u.id = h.unit_id
           JOIN holding_point p ON p.holding_id = h.id AND p.entry_seq = o.entry_seq
          WHERE e.site_id = ? AND e.kind IN ('count', 'weighing') AND o.kind = 'census' AND t.species = ?
            AND COALESCE(JSON_VALUE(e.intent, '$.mode'), '') <> 'note'
            AND NOT EXISTS (SELECT 1 FROM entry v WHERE v.voids_seq = e.seq)
       ) c
       JOIN holding_point b ON b.holding_id = c.holding AND (b.order_at, b.day_rank, b.order_seq, b.entry_seq) = (
         SELECT q.order_at, q.day_rank, q.order_seq, q.entry_seq FROM holding_point q
          WHERE q.holding_id = c.holding AND (q.order_at, q.day_rank, q.order_seq, q.entry_seq) < (c.order_at, c.day_rank, c.order_seq, c.entry_seq)
          ORDER BY q.order_at DESC, q.day_rank DESC, q.order_seq DESC, q.entry_seq DESC LIMIT 1)
       LEFT JOIN error_source d ON d.name = CONVERT(CONCAT('drift:', c.lot_id, '|', c.unit_id, '|', c.stage) USING ascii)
      WHERE c.newest <= ${MOST}
      ORDER BY c.stage, c.at`,
    [siteId, species],
  )) as [Row[]];
  const byStage = new Map<string, Census[]>();
  for (const r of rows) {
    const exposure = r.exposure + (r.number * Math.max(0, r.at - r.exposureAt)) / DAY_MS;
    // Less than a day's worth tells of the measures, not of what was lost between them.
    if (r.number === 0 || exposure < r.number) continue;
    const own = byStage.get(r.stage) ?? [];
    own.push({
      id: `${r.unit} ${new Date(r.at).toISOString().slice(0, 10)}`,
      books: {
        number: r.number,
        sd: said(Math.sqrt(Math.max(0, r.sd ** 2 - (r.exposure * (r.driftSd ?? 0)) ** 2))),
      },
      count: { number: r.value, sd: said(Math.max(0, (r.high - r.low) / (2 * Z95))) },
      exposure: said(exposure),
    });
    byStage.set(r.stage, own);
  }
  return [...byStage].map(([stage, censuses]) => ({
    stage,
    counts: censuses.length,
    input: { censuses },
    ...learn(censuses),
  }));
}

/** Five figures are all that a working shows, and more than any of these is known to. */
const said = (v: number): number => Number(v.toPrecision(5));

type Row = {
  stage: string;
  unit: string;
  at: number;
  value: number;
  low: number;
  high: number;
  number: number;
  sd: number;
  exposure: number;
  exposureAt: number;
  driftSd: number | null;
};

function learn(censuses: Census[]): Pick<OwnDrift, 'learned' | 'why'> {
  try {
    return { learned: run(drift, { censuses }), why: '' };
  } catch (e) {
    if (e instanceof CalculationError) return { learned: null, why: e.says };
    throw e;
  }
}
