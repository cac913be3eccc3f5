import type { DeathShape } from '@/core/incubation/deaths';
import { ownShape, type SeenParts } from '@/core/incubation/ownDeaths';
import { shippedSpecies } from '@/reference/shipped';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';

/** How eggs of a species whiten here: of how many lots, and the shipped shape with their shares in it. */
export type OwnDeaths = { lots: number; shape: DeathShape };

/** Lots that are looked at, the latest. */
const MOST = 60;

/** Null where the species has no shape, or no lot was watched to its hatch. */
export async function ownDeaths(db: Db, siteId: number, species: string): Promise<OwnDeaths | null> {
  const shipped = (shippedSpecies().get(species) ?? (await speciesBook(db, siteId)).get(species))?.deaths;
  if (!shipped) return null;
  const rows = await db('deaths_seen')
    .where({ site_id: siteId, species })
    .orderBy('seen_at', 'desc')
    .limit(MOST)
    .select('parts');
  if (rows.length === 0) return null;
  return {
    lots: rows.length,
    shape: ownShape(
      shipped,
      rows.map((r) => fromJson<SeenParts>(r.parts)),
    ),
  };
}
