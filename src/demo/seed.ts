import type { Db } from '@/store/connection';
import { refreshStatistics } from '@/store/statistics';

/** Seeds the demo hatchery when there is none yet. @param until the last day that is played, from the anchor */
export async function seedIfEmpty(db: Db, anchor: number, say: (text: string) => void, until = 0): Promise<void> {
  if (await db('site').first('id')) return;
  const { seedDemo } = await import('./season');
  await seedDemo(db, anchor, say, until);
  await refreshStatistics(db);
}
