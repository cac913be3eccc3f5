import { nothingMore, type WorkMore, workMore } from '@/core/water/circuits/workMore';
import {
  type Work,
  type WorkEvent,
  type WorkKind,
  type WorkState,
  workKinds,
  workStateIds,
} from '@/core/water/circuits/works';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

/** A work with what else is known of it. */
export type WorkRow = Work & { flowLPerMin: number | null; spare: string; more: WorkMore };

/** Works of a site that are in use, in the order in which they were put up. One statement. */
export async function worksOf(db: Db, siteId: number): Promise<WorkRow[]> {
  const rows = await db('work').where({ site_id: siteId, retired: false }).orderBy('id').select<Row[]>('*');
  return rows
    .filter((r) => r.kind in workKinds)
    .map((r) => ({
      id: r.id,
      name: r.name,
      kind: r.kind as WorkKind,
      from: fromJson<number[]>(r.takes_from),
      rooms: fromJson<number[]>(r.rooms),
      breaker: r.breaker_id,
      watts: r.watts,
      amperes: r.amperes,
      flowLPerMin: r.flow_l_min,
      spare: r.spare,
      more: r.more === null ? nothingMore : workMore.parse(fromJson(r.more)),
    }));
}

type Row = {
  id: number;
  name: string;
  kind: string;
  takes_from: string;
  rooms: string;
  breaker_id: number | null;
  watts: number | null;
  amperes: number | null;
  flow_l_min: number | null;
  spare: string;
  more: string | null;
};

/** What was noticed of a work. */
export type Noticed = {
  id: number;
  workId: number;
  kind: WorkEvent;
  at: number;
  said: string;
  by: string;
  /** Pressure before and after a back-flush, kPa. */
  beforeKpa: number | null;
  afterKpa: number | null;
};
/** How a work stands. */
export type Stands = Noticed & { kind: WorkState };

/** How each work stands, by the last that was noticed of it up to an instant. One statement. */
export async function lastOfWorks(db: Db, siteId: number, now: number): Promise<Map<number, Stands>> {
  const rows = await lastOf(db, siteId, now, workStateIds);
  return new Map(rows.map((r) => [r.workId, r as Stands]));
}

/** When each work was back-flushed last. One statement. */
export async function flushedLast(db: Db, siteId: number, now: number): Promise<Map<number, Noticed>> {
  return new Map((await lastOf(db, siteId, now, ['flushed'])).map((r) => [r.workId, r]));
}

function lastOf(db: Db, siteId: number, now: number, kinds: readonly WorkEvent[]): Promise<Noticed[]> {
  return noticed(db, siteId, now)
    .whereIn('e.kind', [...kinds])
    .whereNotExists(
      db('work_event as n')
        .where('n.work_id', db.ref('e.work_id'))
        .whereIn('n.kind', [...kinds])
        .where('n.at', '<=', now)
        .where((b) =>
          b
            .where('n.at', '>', db.ref('e.at'))
            .orWhere((same) => same.where('n.at', db.ref('e.at')).where('n.id', '>', db.ref('e.id'))),
        )
        .select('n.id'),
    );
}

/** What was noticed of works, the latest first. One statement. */
export async function noticedLately(db: Db, siteId: number, now: number, most: number): Promise<Noticed[]> {
  return await noticed(db, siteId, now).limit(most);
}

const noticed = (db: Db, siteId: number, now: number) =>
  db('work_event as e')
    .join('person as p', 'p.id', 'e.person_id')
    .where('e.site_id', siteId)
    .where('e.at', '<=', now)
    .orderBy([
      { column: 'e.at', order: 'desc' },
      { column: 'e.id', order: 'desc' },
    ])
    .select<Noticed[]>({
      id: 'e.id',
      workId: 'e.work_id',
      kind: 'e.kind',
      at: 'e.at',
      said: 'e.said',
      by: 'p.name',
      beforeKpa: 'e.before_kpa',
      afterKpa: 'e.after_kpa',
    });

/** A work that does not do what it is for. */
export type WorkDown = { name: string; kind: WorkState; at: number };

/** Works of which somebody said that they stopped, the latest first. Two statements. */
export async function worksDown(db: Db, siteId: number, now: number): Promise<WorkDown[]> {
  const last = [...(await lastOfWorks(db, siteId, now)).values()].filter((n) => n.kind !== 'runs');
  if (last.length === 0) return [];
  const works = new Map((await worksOf(db, siteId)).map((w) => [w.id, w]));
  return last.flatMap((n) =>
    works.has(n.workId) ? [{ name: works.get(n.workId)!.name, kind: n.kind, at: n.at }] : [],
  );
}
