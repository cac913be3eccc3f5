import type { BookContext, DriftRate } from '@/core/books/state';
import { shippedSpecies } from '@/reference/shipped';
import { fromJson } from './books/rows';
import type { Db } from './connection';

type Learned = { species: string; path: string; value: string; recorded_at: number };

/**
 * What the books need from around them: which units may hold several lots, and the drift of each species and stage as
 * known when an entry was recorded (this hatchery's own over the shelf's).
 */
export async function bookContext(db: Db, siteId: number): Promise<BookContext> {
  const shared = new Set(
    ((await db('unit').where({ site_id: siteId, shared: true }).pluck('id')) as number[]).map(String),
  );
  const learned = (await db('species_value')
    .where({ site_id: siteId })
    .andWhere('path', 'like', 'drift.%')
    .orderBy('recorded_at')
    .select('species', 'path', 'value', 'recorded_at')) as Learned[];
  return {
    isShared: (unit) => shared.has(unit),
    drift: (species, stage, recordedAt) => {
      const own = learned
        .filter((l) => l.species === species && l.path === `drift.${stage}` && l.recorded_at <= recordedAt)
        .at(-1);
      if (own) return fromJson<DriftRate>(own.value);
      const shelf = shippedSpecies()
        .get(species)
        ?.drift.find((d) => d.stage === stage);
      return shelf ? { perDay: shelf.perDay, sd: shelf.sd } : { perDay: 0, sd: 0 };
    },
  };
}
