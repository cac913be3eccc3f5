import { Z95 } from '@/core/quantities/interval';
import type { Db } from '@/store/connection';
import { factorOf, isOutlier, seenOf, speciesOfOwnDates } from '@/store/datesSeen';
import { speciesBook } from '@/store/species';

/** What this hatchery's own dates say of the model of a species. */
export type OwnDates = {
  own: boolean;
  dates: {
    milestone: string;
    lot: string;
    predictedDays: number;
    observedDays: number;
    at: number;
    /** So far off that it bends nothing. */
    left: boolean;
  }[];
  milestones: {
    id: string;
    name: string;
    n: number;
    /** Factor of the next lot here, and half of its interval in per cent, by the shipped spread alone and with own dates. */
    factor: number;
    shippedHalf: number;
    ownHalf: number;
    /** Whether the dates lie outside of what the shipped spread lets expect. */
    moved: boolean;
  }[];
};

export async function ownDates(db: Db, siteId: number, speciesId: string): Promise<OwnDates | null> {
  const species = (await speciesBook(db, siteId)).get(speciesId);
  if (!species || species.milestones.length === 0) return null;
  const [seen, own] = await Promise.all([seenOf(db, siteId, species), speciesOfOwnDates(db, siteId)]);
  // The strain and water that most dates are of: where the next lot will stand.
  const usual = (of: (s: (typeof seen)[number]) => string) => {
    const count = new Map<string, number>();
    for (const s of seen) count.set(of(s), (count.get(of(s)) ?? 0) + 1);
    return [...count].sort((a, b) => b[1] - a[1])[0]?.[0] ?? '';
  };
  const where = { strain: usual((s) => s.strain), water: usual((s) => s.water) };
  const half = (sd: number) => 100 * (Math.exp(Z95 * sd) - 1);
  return {
    own: own.get(speciesId) ?? true,
    dates: seen.map((s) => ({
      milestone: s.clock,
      lot: s.lotName ?? '',
      predictedDays: s.predictedDays,
      observedDays: s.observedDays,
      at: s.at,
      left: isOutlier(s),
    })),
    milestones: species.milestones.map((m) => {
      const f = factorOf(species, m, seen, { ...where, lot: 'the next' });
      const shipped = factorOf(species, m, [], { ...where, lot: 'the next' });
      const of = seen.filter((s) => s.clock === m.id && !isOutlier(s));
      return {
        id: m.id,
        name: m.name,
        n: of.length,
        factor: Math.exp(f.mean),
        shippedHalf: half(shipped.sd),
        ownHalf: half(f.sd),
        moved: of.length > 0 && Math.abs(f.mean) > Z95 * m.cv,
      };
    }),
  };
}
