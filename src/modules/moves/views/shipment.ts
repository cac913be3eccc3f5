import type { ShippedAge } from '@/core/incubation/eyedShipping';
import { stepBorne } from '@/core/species/life';
import { type Check, checksOf } from '@/server/stock/checks';
import { familiesOf } from '@/server/stock/parents';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';
import type { ReleasePaper } from './releases';

export type Shipment = {
  at: number;
  measuredBy: string;
  lot: string;
  species: string;
  latin: string;
  unit: string;
  number: number;
  sd: number;
  receiver: string;
  papers: string;
  carrier: string;
  boxes: number;
  hours: number;
  boxCelsius: number;
  age: ShippedAge;
  fertilisedAt: number | null;
  stepCelsius: number | null;
  families: ReleasePaper['families'];
  checks: Check[];
  /** Baths of the lot before it left, the latest first. */
  baths: { at: number; product: string; mgPerL: number; minutes: number }[];
  taken: boolean;
};

/** What the packing list of eyed eggs says; null where there is no such shipment. */
export async function shipment(db: Db, siteId: number, entryId: string): Promise<Shipment | null> {
  const row = await db('entry as e')
    .join('posting as p', (on) => on.on('p.entry_seq', 'e.seq').andOnVal('p.account', 'sold'))
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('lot as t', 't.id', 'h.lot_id')
    .join('unit as u', 'u.id', 'h.unit_id')
    .leftJoin('entry as v', 'v.voids_seq', 'e.seq')
    .leftJoin('posting_loading as l', 'l.posting_id', 'p.id')
    .leftJoin('error_source as s', 's.id', 'l.source_id')
    .where({ 'e.id': entryId, 'e.site_id': siteId, 'e.kind': 'eggShipment' })
    .where((b) => b.whereNull('p.superseded_seq').orWhereRaw('p.superseded_seq >= v.seq'))
    .groupBy('e.seq', 'p.id')
    .first<
      | {
          at: number;
          intent: string;
          measuredBy: string;
          lot: string;
          lotId: number;
          fertilisedAt: number | null;
          unit: string;
          species: string;
          number: number;
          sd: number;
          voided: number | null;
        }
      | undefined
    >(
      'e.at',
      'e.intent',
      { measuredBy: 'e.measured_by', lot: 't.name', lotId: 't.id', fertilisedAt: 't.fertilised_at', unit: 'u.name' },
      't.species',
      { number: 'p.delta', voided: 'v.seq' },
      db.raw('SQRT(SUM(COALESCE(POW(l.coefficient * s.sd, 2), 0))) AS sd'),
    );
  if (!row) return null;
  const species = (await speciesBook(db, siteId)).get(row.species)!;
  type Intent = Pick<Shipment, 'receiver' | 'papers' | 'carrier' | 'boxes' | 'hours' | 'boxCelsius' | 'age'>;
  const [families, checks, baths] = await Promise.all([
    familiesOf(db, row.lotId),
    checksOf(db, siteId, { lotId: row.lotId }),
    db('observation as o')
      .join('entry as e', 'e.seq', 'o.entry_seq')
      .where({ 'o.lot_id': row.lotId, 'o.kind': 'bath' })
      .where('o.at', '<=', row.at)
      .orderBy('o.at', 'desc')
      .limit(12)
      .select<{ at: number; intent: string }[]>('o.at', 'e.intent'),
  ]);
  const { receiver, papers, carrier, boxes, hours, boxCelsius, age } = fromJson<Intent>(row.intent);
  return {
    at: row.at,
    measuredBy: row.measuredBy,
    lot: row.lot,
    species: species.name,
    latin: species.latin,
    unit: row.unit,
    number: row.number,
    sd: row.sd,
    receiver,
    papers,
    carrier,
    boxes,
    hours,
    boxCelsius,
    age,
    fertilisedAt: row.fertilisedAt,
    stepCelsius: stepBorne(species),
    families,
    checks: checks.filter((x) => x.at <= row.at),
    baths: baths.map((b) => {
      const i = fromJson<{ product: string; targetMgPerL: number; minutes: number }>(b.intent);
      return { at: b.at, product: i.product, mgPerL: i.targetMgPerL, minutes: i.minutes };
    }),
    taken: row.voided !== null,
  };
}
