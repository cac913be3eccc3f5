import { benchDue } from '@/core/spawning/due';
import type { Db } from '@/store/connection';
import { benchView } from './spawning';

/** How much of the bench wants a hand now, over all open days that are near: the mark on the life line. */
export async function benchWanting(db: Db, siteId: number, now: number): Promise<{ due: number; day: number | null }> {
  const days = (await db('spawning_day')
    .where({ site_id: siteId, closed: false })
    .whereBetween('day', [now - NEAR_MS, now + NEAR_MS])
    .orderBy('day')
    .limit(6)
    .pluck('id')) as number[];
  const views = await Promise.all(days.map((id) => benchView(db, { siteId }, id, now, { marks: true })));
  const wanting = views
    .filter((v) => v !== null)
    .map((v) => ({ id: v.id, n: benchDue(v, now).filter((d) => d.now && d.about.act !== 'count').length }));
  return {
    due: wanting.reduce((s, w) => s + w.n, 0),
    day: wanting.find((w) => w.n > 0)?.id ?? null,
  };
}

/** Injections begin some days before the day; what was left open longer ago is no longer urgent. */
const NEAR_MS = 5 * 86_400_000;
