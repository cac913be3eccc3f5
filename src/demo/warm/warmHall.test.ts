import { liveFoodView, mouthsOf } from '@/modules/liveFood/views/liveFood';
import { firstFeedingView } from '@/modules/rearing/views/firstFeeding';
import { hallView } from '@/modules/rearing/views/hall';
import { livingStock } from '@/server/stock/livingStock';
import { checkBooks } from '@/store/books/check';
import type { Db } from '@/store/connection';
import { migrate } from '@/store/migrations';
import { ownDatabase } from '../../../tests/support/server';
import { seedWarmHall } from './warmHall';

const NOW = Date.parse('2031-04-14T05:42:00Z');
let db: Db;
let drop: () => Promise<void>;
beforeAll(async () => {
  ({ db, drop } = await ownDatabase('warm', 4));
});
afterAll(() => drop?.());

test('the second house: nothing is refused, sound books, larvae between yolk and food, a tank too tight, prawns that moult', async () => {
  await migrate(db);
  const p = await seedWarmHall(db, NOW, () => {});
  expect(p.refusals).toEqual([]);
  const { id: siteId, name } = (await db('site').first('id', 'name'))!;
  expect(name).toBe('Tessel Warm Hall');
  expect((await checkBooks(db, siteId)).faults).toEqual([]);
  // Who is signed in stays so from house to house.
  expect(await db('person').orderBy('id').pluck('name')).toEqual(['Manager', 'Culturist', 'Hand', 'Reader']);
  const site = { siteId, timeZone: 'Europe/Vienna' };
  const living = await livingStock(db, site, NOW);
  expect(new Set(living.map((h) => h.species))).toEqual(new Set(['wels', 'tench', 'giant-river-prawn']));
  const hall = await hallView(db, site, NOW, living);
  const of = (unit: string) => hall.units.find((u) => u.name === unit)!;
  expect(of('H5').tight!.share).toBeGreaterThan(1);
  expect(of('H5').fed[0]!.waits).toMatchObject({ why: 'hold', said: 'grading' });
  const larvae = (await firstFeedingView(db, site, NOW, living)).lots.flatMap((l) => l.tanks);
  expect(Object.fromEntries(larvae.map((t) => [t.unit, t.state.is]))).toMatchObject({
    H2: 'firstMealDue',
    H1: 'feeding',
  });
  const food = await liveFoodView(db, site, NOW, mouthsOf(hall));
  expect(food.mouths.map((m) => m.unit)).toEqual(['H1', 'H2']);
  expect(food.meals.length).toBeGreaterThan(6);
  expect(food.vessels.find((v) => v.name === 'F1')!.culture).toMatchObject({ is: 'growing' });
});
