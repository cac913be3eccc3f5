import { numberFrom } from '@/core/books/measure';
import { measurement } from '@/core/books/measurement';
import { sameName } from '@/core/sameName';
import {
  type HaulLoad,
  type HaulNote,
  type HaulTank,
  type HaulWay,
  haulLoad,
  haulTank,
  haulWay,
} from '@/core/transport/haul';
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
  way: HaulWay;
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
  /** What the receiver wrote, as a path of an SVG in a field of 300 by 100; empty where nobody signed. */
  signature: string;
  weighed: Loaded | null;
};
/** What was weighed into a carrier of one load. */
export type Loaded = {
  unit: number;
  lotId: number;
  site: number | null;
  batches: { massG: number; count: number }[];
  bucketsG: number[];
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
        way: string | null;
        loads: string;
        given_up: number;
      }[]
    >('id', 'truck', 'leave_at', 'hours', 'celsius', 'tanks', 'way', 'loads', 'given_up');
  return rows.map((r) => ({
    id: r.id,
    truck: r.truck,
    leaveAt: r.leave_at,
    hours: r.hours,
    celsius: r.celsius,
    tanks: fromJson<unknown[]>(r.tanks).map((t) => haulTank.parse(t)),
    way: haulWay.parse(r.way === null ? {} : fromJson(r.way)),
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
  const rows = await db('haul_note')
    .whereIn('haul_id', [...haulIds])
    .orderBy(['at', 'id'])
    .select<(Omit<NoteRow, 'weighed'> & { haulId: number; weighed: string | null })[]>(
      'id',
      'what',
      'at',
      'tank',
      'oxygen',
      'celsius',
      'said',
      'signature',
      'weighed',
      { haulId: 'haul_id' },
    );
  return rows.map((r) => ({ ...r, weighed: r.weighed === null ? null : fromJson<Loaded>(r.weighed) }));
}

/**
 * What was weighed into the carrier of a load, all buckets and samples together; null where nothing was.
 * @param more what is being recorded
 */
export function loadedOf(
  notes: readonly NoteRow[],
  l: Pick<PlannedLoad, 'unit' | 'lotId' | 'site' | 'tank'>,
  more?: Pick<Loaded, 'batches' | 'bucketsG'>,
): (Pick<Loaded, 'batches' | 'bucketsG'> & { number: number; sd: number; meanG?: number }) | null {
  const own = notes.flatMap((n) =>
    n.weighed?.unit === l.unit && n.weighed.lotId === l.lotId && n.weighed.site === l.site && sameName(n.tank, l.tank)
      ? [n.weighed]
      : [],
  );
  const all = more ? [...own, more] : own;
  if (all.length === 0) return null;
  const batches = all.flatMap((w) => w.batches);
  const bucketsG = all.flatMap((w) => w.bucketsG);
  const { number, sd, meanG } = numberFrom(measurement.parse({ method: 'buckets', batches, bucketsG }));
  return { batches, bucketsG, number, sd, meanG };
}

/** @throws ActRefused where there is no such haul, or it was given up */
export async function haulById(c: Context, id: number, path = 'haul'): Promise<HaulRow> {
  const [row] = await haulsOf(c.trx, c.site.id, { id });
  if (!row) throw new ActRefused('noHaul', 'There is no such haul.', path, 'Choose one of the list.');
  if (row.givenUp) throw new ActRefused('givenUp', 'That haul was given up.', path, 'Plan another.');
  return row;
}
