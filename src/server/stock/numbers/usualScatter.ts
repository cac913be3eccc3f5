import type { Measurement } from '@/core/books/measurement';
import type { Context } from '@/server/context';
import { type ScatterOf, scatters, usualScatter } from '@/store/usualScatter';

/** The usual scatter of samples for a measurement by a method; undefined where there is none yet, or none of that method. */
export async function usualCv(c: Context, method: Measurement['method'], of: ScatterOf): Promise<number | undefined> {
  return scatters(method) ? usualScatter(c.trx, c.site.id, of, c.now) : undefined;
}
