import 'server-only';
import { type ScatterOf, usualScatter } from '@/store/usualScatter';
import { db } from './database';

export type Usual = Partial<Record<ScatterOf, number>>;

/** Learned from the last forty measurements: it moves slowly, so that it is not asked for with every page. */
const KEPT_MS = 60_000;
const kept = new Map<number, { at: number; usual: Usual }>();

/** The hatchery's usual scatter between samples, by what is measured: forms show the ± that the books will hold. */
export async function usualOf(siteId: number, now: number): Promise<Usual> {
  const known = kept.get(siteId);
  if (known && Date.now() - known.at < KEPT_MS) return known.usual;
  const [take, arrival, count] = await Promise.all(
    (['take', 'arrival', 'count'] as const).map((of) => usualScatter(db(), siteId, of, now)),
  );
  const usual: Usual = {
    ...(take === undefined ? {} : { take }),
    ...(arrival === undefined ? {} : { arrival }),
    ...(count === undefined ? {} : { count }),
  };
  kept.set(siteId, { at: Date.now(), usual });
  return usual;
}
