import type { Knex } from 'knex';
import { DAY_MS } from '@/core/time/spans';
import { familiesOf } from '@/server/stock/parents';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';

export type Release = {
  entryId: string;
  at: number;
  lot: string;
  lotId: number;
  species: string;
  unit: string;
  site: string;
  number: number;
  sd: number;
  meanG: number | null;
  /** How they are marked, and what share of them is; empty for none. */
  mark: string;
  markedShare: number;
  siteId: number;
  paper: { id: number; number: string; superseded: boolean } | null;
  voided: boolean;
};
export type SiteTotal = { id: number; name: string; water: string; target: number | null; number: number; sd: number };

/** Releases of the last two years, newest first, with their papers. */
export async function releases(db: Db, siteId: number, now: number): Promise<Release[]> {
  return releasesWhere(db, siteId, (q) => q.where('e.order_at', '>', now - 730 * DAY_MS));
}

async function releasesWhere(db: Db, siteId: number, only: (q: Knex.QueryBuilder) => void): Promise<Release[]> {
  const rows = await db('entry as e')
    .join('posting as p', (on) => on.on('p.entry_seq', 'e.seq').andOnVal('p.account', 'released'))
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('lot as t', 't.id', 'h.lot_id')
    .join('unit as u', 'u.id', 'h.unit_id')
    .leftJoin('entry as v', 'v.voids_seq', 'e.seq')
    .leftJoin('paper as q', 'q.entry_seq', 'e.seq')
    .leftJoin('posting_loading as l', 'l.posting_id', 'p.id')
    .leftJoin('error_source as s', 's.id', 'l.source_id')
    .where({ 'e.site_id': siteId, 'e.kind': 'release' })
    .modify(only)
    .where((b) => b.whereNull('p.superseded_seq').orWhereRaw('p.superseded_seq >= v.seq'))
    .groupBy('e.seq', 'p.id', 'q.id')
    .orderBy('e.order_at', 'desc')
    .select<
      {
        id: string;
        at: number;
        intent: string;
        lot: string;
        lotId: number;
        species: string;
        unit: string;
        delta: number;
        voided: number | null;
        paperId: number | null;
        paperNumber: string | null;
        superseded: number | null;
        sd: number;
      }[]
    >(
      'e.id',
      'e.at',
      'e.intent',
      't.name as lot',
      't.id as lotId',
      't.species',
      'u.name as unit',
      'p.delta',
      'v.seq as voided',
      { paperId: 'q.id', paperNumber: 'q.number', superseded: 'q.superseded_seq' },
      db.raw('SQRT(SUM(COALESCE(POW(l.coefficient * s.sd, 2), 0))) AS sd'),
    );
  const book = await speciesBook(db, siteId);
  return rows.map((r) => {
    const intent = fromJson<{
      site: number;
      siteName: string;
      batches: { massG: number; count: number }[];
      mark?: string;
      markedShare?: number;
    }>(r.intent);
    const count = intent.batches.reduce((s, b) => s + b.count, 0);
    return {
      entryId: r.id,
      at: r.at,
      lot: r.lot,
      lotId: r.lotId,
      species: book.get(r.species)?.name ?? r.species,
      unit: r.unit,
      site: intent.siteName,
      number: r.delta,
      sd: r.sd,
      meanG: count > 0 ? intent.batches.reduce((s, b) => s + b.massG, 0) / count : null,
      mark: intent.mark ?? '',
      markedShare: intent.mark ? (intent.markedShare ?? 1) : 0,
      siteId: intent.site,
      paper: r.paperId === null ? null : { id: r.paperId, number: r.paperNumber!, superseded: r.superseded !== null },
      voided: r.voided !== null,
    };
  });
}

/** Release sites with what they got this season, with the doubt of the sum, against their target. */
export async function siteTotals(db: Db, siteId: number, since: number): Promise<SiteTotal[]> {
  const released = () =>
    db('posting as p')
      .join('holding as h', 'h.id', 'p.holding_id')
      .join('entry as e', 'e.seq', 'p.entry_seq')
      .where({ 'h.site_id': siteId, 'p.account': 'released' })
      .whereNull('p.superseded_seq')
      .where('p.order_at', '>=', since);
  const where = "CAST(JSON_VALUE(e.intent, '$.site') AS UNSIGNED)";
  const [sites, numbers, doubts] = await Promise.all([
    db('release_site')
      .where({ site_id: siteId, retired: false })
      .orderBy('name')
      .select('id', 'name', 'water', 'target'),
    released()
      .groupByRaw(where)
      .select<{ id: number; number: string }[]>(db.raw(`${where} AS id`), db.raw('SUM(p.delta) AS number')),
    // What several releases share is added before it is squared.
    released()
      .join('posting_loading as l', 'l.posting_id', 'p.id')
      .join('error_source as s', 's.id', 'l.source_id')
      .groupByRaw(`${where}, l.source_id`)
      .select<{ id: number; variance: number }[]>(
        db.raw(`${where} AS id`),
        db.raw('POW(SUM(l.coefficient) * MAX(s.sd), 2) AS variance'),
      ),
  ]);
  return sites.map((s) => ({
    ...s,
    number: Number(numbers.find((n) => Number(n.id) === s.id)?.number ?? 0),
    sd: Math.sqrt(doubts.filter((d) => Number(d.id) === s.id).reduce((v, d) => v + d.variance, 0)),
  }));
}

export type ReleasePaper = {
  number: string;
  issuedAt: number;
  issuedBy: string;
  superseded: boolean;
  entry: Release;
  families: { female: string; males: string; share: number }[];
  batches: { massG: number; count: number }[];
  bucketsG: number[];
  waterCelsius: number | null;
  spread: { point: string; buckets: number; by: string }[];
  /** As they stood when the release was recorded. */
  permit: string;
  water: string;
  measuredBy: string;
  siteName: string;
  said: Record<string, unknown>;
};

/** All that the release paper says: the number as it was issued, size, origin by parents, the weighings. */
export async function releasePaper(db: Db, siteId: number, paperId: number): Promise<ReleasePaper | null> {
  const row = await db('paper as q')
    .join('entry as e', 'e.seq', 'q.entry_seq')
    .join('person as p', 'p.id', 'q.issued_by')
    .join('site as t', 't.id', 'q.site_id')
    .where({ 'q.id': paperId, 'q.site_id': siteId })
    .first<
      | {
          number: string;
          issued_at: number;
          superseded_seq: number | null;
          content: string;
          entry_id: string;
          intent: string;
          measured_by: string;
          issuer: string;
          hatchery: string;
        }
      | undefined
    >('q.*', 'e.id as entry_id', 'e.intent', 'e.measured_by', 'p.name as issuer', 't.name as hatchery');
  if (!row) return null;
  // However old: a paper is asked for years after.
  const [entry] = await releasesWhere(db, siteId, (q) => q.where('e.id', row.entry_id));
  if (!entry) return null;
  const intent = fromJson<{
    batches: { massG: number; count: number }[];
    bucketsG: number[];
    waterCelsius?: number;
    spread?: ReleasePaper['spread'];
    site: number;
    permit?: string;
    water?: string;
  }>(row.intent);
  const site = await db('release_site').where({ id: intent.site }).first('permit', 'water');
  return {
    number: row.number,
    issuedAt: row.issued_at,
    issuedBy: row.issuer,
    superseded: row.superseded_seq !== null,
    entry,
    batches: intent.batches,
    bucketsG: intent.bucketsG,
    waterCelsius: intent.waterCelsius ?? null,
    spread: intent.spread ?? [],
    // Releases of before these were kept with them say what the site says now.
    permit: intent.permit ?? site?.permit ?? '',
    water: intent.water ?? site?.water ?? '',
    measuredBy: row.measured_by,
    siteName: row.hatchery,
    said: fromJson<Record<string, unknown>>(row.content),
    families: await familiesOf(db, entry.lotId),
  };
}
