import type { Db } from '@/store/connection';

export type MarkReleased = {
  siteId: number;
  siteName: string;
  mark: string;
  at: number;
  /** With the mark, and its standard deviation. */
  number: number;
  sd: number;
};

/** Releases of marked fish that stand, before an instant. One statement. */
export async function marksReleased(db: Db, siteId: number, before: number): Promise<MarkReleased[]> {
  const rows = await db('entry as e')
    .join('posting as p', (on) => on.on('p.entry_seq', 'e.seq').andOnVal('p.account', 'released'))
    .leftJoin('posting_loading as l', 'l.posting_id', 'p.id')
    .leftJoin('error_source as s', 's.id', 'l.source_id')
    .where({ 'e.site_id': siteId, 'e.kind': 'release' })
    .where('e.order_at', '<=', before)
    .whereNull('p.superseded_seq')
    .whereRaw("COALESCE(JSON_VALUE(e.intent, '$.mark'), '') <> ''")
    .groupBy('p.id')
    .orderBy('e.order_at')
    .select<
      { site: string; siteName: string; mark: string; share: string | null; at: number; delta: number; sd: number }[]
    >(
      'e.at',
      'p.delta',
      db.raw("JSON_VALUE(e.intent, '$.site') AS site"),
      db.raw("JSON_VALUE(e.intent, '$.siteName') AS siteName"),
      db.raw("JSON_VALUE(e.intent, '$.mark') AS mark"),
      db.raw("JSON_VALUE(e.intent, '$.markedShare') AS share"),
      db.raw('SQRT(SUM(COALESCE(POW(l.coefficient * s.sd, 2), 0))) AS sd'),
    );
  return rows.map((r) => {
    const share = r.share === null ? 1 : Number(r.share);
    return {
      siteId: Number(r.site),
      siteName: r.siteName,
      mark: r.mark,
      at: r.at,
      number: share * Number(r.delta),
      sd: share * r.sd,
    };
  });
}
