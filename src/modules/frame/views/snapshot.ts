import type { Snapshot } from '@/core/shorthand/reading';
import { capabilitiesOf } from '@/core/species/capabilities';
import { nextStage, stageOf } from '@/core/species/species';
import { stockNow, totalsBy } from '@/server/stock/stockNow';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';

/** What the log line needs to read lines back in the browser. A fixed number of queries. */
export async function snapshot(db: Db, siteId: number, now: number): Promise<Snapshot> {
  const [units, standings, sensors, totals, book, lots, vessels, works] = await Promise.all([
    db('unit as u')
      .join('room as r', 'r.id', 'u.room_id')
      .where({ 'u.site_id': siteId, 'u.retired': false })
      .orderBy(['r.walk_order', 'u.place_y', 'u.place_x', 'u.id'])
      .select<{ id: number; name: string; kind: string; room: string; used: number }[]>(
        'u.id',
        'u.name',
        'u.kind',
        'r.name as room',
        db.raw('EXISTS (SELECT 1 FROM holding h WHERE h.unit_id = u.id) AS used'),
      ),
    stockNow(db, siteId, now),
    db('sensor as s')
      .join('room as r', 'r.id', 's.room_id')
      .where({ 's.site_id': siteId, 's.kind': 'temperature' })
      .select<{ id: number; name: string; room: string }[]>('s.id', 's.name', 'r.name as room'),
    totalsBy(db, siteId, now, 'lot'),
    speciesBook(db, siteId),
    // Lots that are gone can be traced too: the newest of them travel along.
    db('lot').where({ site_id: siteId }).orderBy('id', 'desc').limit(400).select('id', 'name', 'species'),
    db('vessel').where({ site_id: siteId, retired: false }).orderBy('name').select('id', 'name', 'kind'),
    db('work').where({ site_id: siteId, retired: false }).orderBy('id').select('id', 'name'),
  ]);
  return {
    at: now,
    units: units.map((u) => ({
      id: u.id,
      name: u.name,
      kind: u.kind,
      room: u.room,
      wasUsed: Boolean(u.used),
      holdings: standings
        .filter((s) => s.unitId === u.id)
        .map((s) => ({
          holdingId: s.holdingId,
          lotId: s.lotId,
          lot: s.lot,
          species: book.get(s.species)!.name,
          stage: s.stage,
          stageName: book.get(s.species)!.stages.find((x) => x.id === s.stage)!.name,
          can: capabilitiesOf(stageOf(book.get(s.species)!, s.stage)),
          next: nextStage(book.get(s.species)!, s.stage),
          number: s.number,
          sd: s.sd,
        })),
    })),
    sensors,
    works,
    vessels: vessels.map((v) => ({ ...v, kind: v.kind as 'cone' | 'culture' })),
    lots: lots.map((l) => ({
      id: l.id,
      name: l.name,
      species: book.get(l.species)!.name,
      alive: totals.get(String(l.id))?.number ?? 0,
      sd: totals.get(String(l.id))?.sd ?? 0,
    })),
  };
}
