import type { Db } from '@/store/connection';
import { refreshStatistics } from '@/store/statistics';

/** Seeds a scene of the demo when its database is empty. */
export async function seedIfEmpty(
  db: Db,
  anchor: number,
  say: (text: string) => void,
  scene: { day: number; house: 'river' | 'warm' },
): Promise<void> {
  if (await db('site').first('id')) return;
  if (scene.house === 'warm') await (await import('./warm/warmHall')).seedWarmHall(db, anchor, say);
  else await (await import('./season')).seedDemo(db, anchor, say, scene.day);
  await refreshStatistics(db);
}
