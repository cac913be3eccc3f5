import type { BookContext, DriftRate } from '@/core/books/state';
import type { Species } from '@/core/species/species';
import { shippedSpecies } from '@/reference/shipped';
import { fromJson } from './books/rows';
import type { Db } from './connection';
import { WHOLE } from './species';

type Learned = { species: string; path: string; value: string; recorded_at: number };

/**
 * What the books need from around them: which units may hold several lots, and the drift of each species and stage as
 * known when an entry was recorded (this hatchery's own over the shipped one).
 */
export async function bookContext(db: Db, siteId: number): Promise<BookContext> {
  const several = await db('unit')
    .where({ site_id: siteId })
    .where((q) => q.where({ shared: true }).orWhere({ kind: 'pond' }))
    .select('id', 'shared', 'kind');
  const shared = new Set(several.filter((u) => u.shared).map((u) => String(u.id)));
  const ponds = new Set(several.filter((u) => u.kind === 'pond').map((u) => String(u.id)));
  const learned = await db('species_value')
    .where({ site_id: siteId })
    .where((q) => q.where('path', 'like', 'drift.%').orWhere('path', WHOLE))
    .orderBy('recorded_at')
    .select('species', 'path', 'value', 'recorded_at');
  const rates = learned.map((l) => ({ species: l.species, from: l.recorded_at, of: ratesIn(l) }));
  return {
    isShared: (unit) => shared.has(unit),
    holdsSpecies: (unit) => ponds.has(unit),
    drift: (species, stage, recordedAt) => {
      const own = rates.findLast((r) => r.species === species && r.from <= recordedAt && r.of.has(stage));
      if (own) return own.of.get(stage)!;
      const shipped = shippedSpecies()
        .get(species)
        ?.drift.find((d) => d.stage === stage);
      return shipped ? { perDay: shipped.perDay, sd: shipped.sd } : { perDay: 0, sd: 0 };
    },
  };
}

/** The drift by stage that a row tells: of one, or of all that a whole species has. */
function ratesIn(l: Learned): Map<string, DriftRate> {
  if (l.path !== WHOLE) {
    const rate = fromJson<Partial<DriftRate>>(l.value);
    // One that was only checked keeps its figures.
    if (rate.perDay === undefined || rate.sd === undefined) return new Map();
    return new Map([[l.path.slice('drift.'.length), { perDay: rate.perDay, sd: rate.sd }]]);
  }
  const { drift } = fromJson<Pick<Species, 'drift'>>(l.value);
  return new Map(drift.map((d) => [d.stage, { perDay: d.perDay, sd: d.sd }]));
}
