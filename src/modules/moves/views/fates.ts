import { z } from 'zod';
import { type FateLine, fateIds } from '@/core/books/fates';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';

/** What became of animals by one entry: those that left, and, of a selection, those that stayed. */
export type FateRecord = {
  entryId: string;
  at: number;
  measuredBy: string;
  lotId: number;
  lot: string;
  unit: string;
  speciesName: string;
  lines: FateLine[];
  /** Of a selection: so many were kept, went to the second pond, stay undecided. */
  stays: { keep: number; second: number; undecided: number } | null;
  /** The entry was taken back: none of it holds. */
  taken: boolean;
};

const said = z.object({
  fate: z.enum(fateIds).catch('sold'),
  receiver: z.string().catch(''),
  priceEach: z.number().optional().catch(undefined),
  massG: z.number().optional().catch(undefined),
  culledG: z.number().optional().catch(undefined),
  method: z.string().catch(''),
  by: z.object({ keep: z.number(), second: z.number(), undecided: z.number() }).optional().catch(undefined),
});

/** Entries by which a person's choice sends animals away. */
const KINDS = ['sale', 'cull', 'selection'];

/**
 * What became of animals that were sold, shown, eaten or culled, the newest first. Two statements.
 * @param only those from an instant on, or of one entry, also one that was taken back
 */
export async function fatesOf(
  db: Db,
  siteId: number,
  only: { from?: number; to?: number; entryId?: string; limit?: number },
): Promise<FateRecord[]> {
  const [rows, book] = await Promise.all([
    db('entry as e')
      .join('posting as p', 'p.entry_seq', 'e.seq')
      .join('holding as h', 'h.id', 'p.holding_id')
      .join('lot as t', 't.id', 'h.lot_id')
      .join('unit as u', 'u.id', 'h.unit_id')
      .leftJoin('entry as v', 'v.voids_seq', 'e.seq')
      .where('e.site_id', siteId)
      .whereIn('e.kind', KINDS)
      .whereIn('p.account', ['sold', 'culled'])
      .modify((q) => {
        if (only.entryId !== undefined)
          q.where('e.id', only.entryId).where((b) =>
            b.whereNull('p.superseded_seq').orWhereRaw('p.superseded_seq >= v.seq'),
          );
        else q.whereNull('p.superseded_seq').whereNull('v.seq');
        if (only.from !== undefined) q.where('e.at', '>=', only.from);
        if (only.to !== undefined) q.where('e.at', '<', only.to);
      })
      .orderBy([
        { column: 'e.at', order: 'desc' },
        { column: 'p.id', order: 'asc' },
      ])
      .limit(only.limit ?? 500)
      .select<
        {
          entryId: string;
          kind: string;
          at: number;
          intent: string;
          measuredBy: string;
          lotId: number;
          lot: string;
          species: string;
          unit: string;
          account: 'sold' | 'culled';
          number: number;
          voided: number | null;
        }[]
      >({
        entryId: 'e.id',
        kind: 'e.kind',
        at: 'e.at',
        intent: 'e.intent',
        measuredBy: 'e.measured_by',
        lotId: 't.id',
        lot: 't.name',
        species: 't.species',
        unit: 'u.name',
        account: 'p.account',
        number: 'p.delta',
        voided: 'v.seq',
      }),
    speciesBook(db, siteId),
  ]);
  const records = new Map<string, FateRecord>();
  for (const r of rows) {
    const i = said.parse(fromJson(r.intent));
    const record = records.get(r.entryId) ?? {
      entryId: r.entryId,
      at: r.at,
      measuredBy: r.measuredBy,
      lotId: r.lotId,
      lot: r.lot,
      unit: r.unit,
      speciesName: book.get(r.species)?.name ?? r.species,
      lines: [],
      stays: r.kind === 'selection' ? (i.by ?? null) : null,
      taken: r.voided !== null,
    };
    records.set(r.entryId, record);
    const culled = r.account === 'culled';
    record.lines.push({
      fate: culled ? 'culled' : i.fate,
      number: Math.abs(r.number),
      massG: (culled && r.kind === 'selection' ? i.culledG : i.massG) ?? null,
      receiver: culled ? '' : i.receiver,
      priceEach: culled ? null : (i.priceEach ?? null),
      method: culled ? i.method : '',
    });
  }
  if (records.size === 0 && only.entryId !== undefined) {
    const stayed = await allStayed(db, siteId, only.entryId, book);
    return stayed ? [stayed] : [];
  }
  return [...records.values()];
}

/** A selection by which none left: all that were judged were kept, or are not decided. */
async function allStayed(
  db: Db,
  siteId: number,
  entryId: string,
  book: Awaited<ReturnType<typeof speciesBook>>,
): Promise<FateRecord | null> {
  const e = await db('entry as e')
    .leftJoin('entry as v', 'v.voids_seq', 'e.seq')
    .where({ 'e.id': entryId, 'e.site_id': siteId, 'e.kind': 'selection' })
    .first<{ at: number; intent: string; measuredBy: string; voided: number | null } | undefined>({
      at: 'e.at',
      intent: 'e.intent',
      measuredBy: 'e.measured_by',
      voided: 'v.seq',
    });
  if (!e) return null;
  const i = said.extend({ unit: z.number(), lotId: z.number() }).parse(fromJson(e.intent));
  const [lot, unit] = await Promise.all([
    db('lot').where({ id: i.lotId }).first('name', 'species'),
    db('unit').where({ id: i.unit }).first('name'),
  ]);
  return {
    entryId,
    at: e.at,
    measuredBy: e.measuredBy,
    lotId: i.lotId,
    lot: lot!.name,
    unit: unit!.name,
    speciesName: book.get(lot!.species)?.name ?? lot!.species,
    lines: [],
    stays: i.by ?? null,
    taken: e.voided !== null,
  };
}
