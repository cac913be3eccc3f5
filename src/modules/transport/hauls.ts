import { type HaulLoad, type HaulNote, type HaulTank, haulLoad, haulTank } from '@/core/transport/haul';
import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

/** A load as it was planned, with the mean mass of the last weighing. */
export type PlannedLoad = HaulLoad & { meanG: number | null };
export type HaulRow = {
  id: number;
  truck: string;
  leaveAt: number;
  hours: number;
  celsius: number;
  tanks: HaulTank[];
  loads: PlannedLoad[];
  givenUp: boolean;
};
export type NoteRow = {
  id: number;
  what: HaulNote;
  at: number;
  tank: string;
  oxygen: number | null;
  celsius: number | null;
  said: string;
};

/** Hauls of a site, the latest first. One statement. */
export async function haulsOf(db: Db, siteId: number, only: { id?: number; from?: number } = {}): Promise<HaulRow[]> {
  const rows = await db('haul')
    .where({ site_id: siteId })
    .modify((q) => {
      if (only.id !== undefined) q.where({ id: only.id });
      if (only.from !== undefined) q.where('leave_at', '>=', only.from);
    })
    .orderBy('leave_at', 'desc')
    .limit(60)
    .select<
      {
        id: number;
        truck: string;
        leave_at: number;
        hours: number;
        celsius: number;
        tanks: string;
        loads: string;
        given_up: number;
      }[]
    >('id', 'truck', 'leave_at', 'hours', 'celsius', 'tanks', 'loads', 'given_up');
  return rows.map((r) => ({
    id: r.id,
    truck: r.truck,
    leaveAt: r.leave_at,
    hours: r.hours,
    celsius: r.celsius,
    tanks: fromJson<unknown[]>(r.tanks).map((t) => haulTank.parse(t)),
    loads: fromJson<(HaulLoad & { meanG?: number | null })[]>(r.loads).map((l) => ({
      ...haulLoad.parse(l),
      meanG: l.meanG ?? null,
    })),
    givenUp: Boolean(r.given_up),
  }));
}

/** What was said of hauls on their way, in order. One statement. */
export async function notesOf(db: Db, haulIds: readonly number[]): Promise<(NoteRow & { haulId: number })[]> {
  if (haulIds.length === 0) return [];
  return await db('haul_note')
    .whereIn('haul_id', [...haulIds])
    .orderBy(['at', 'id'])
    .select<(NoteRow & { haulId: number })[]>('id', 'what', 'at', 'tank', 'oxygen', 'celsius', 'said', {
      haulId: 'haul_id',
    });
}

/** @throws ActRefused where there is no such haul, or it was given up */
export async function haulById(c: Context, id: number, path = 'haul'): Promise<HaulRow> {
  const [row] = await haulsOf(c.trx, c.site.id, { id });
  if (!row) throw new ActRefused('noHaul', 'There is no such haul.', path, 'Choose one of the list.');
  if (row.givenUp) throw new ActRefused('givenUp', 'That haul was given up.', path, 'Plan another.');
  return row;
}
