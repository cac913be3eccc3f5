import { ownDatabase } from '../../tests/support/server';
import { refreshStatistics } from './statistics';

test('the database knows how many rows there are; an empty one is no error', async () => {
  const { db, drop } = await ownDatabase('statistics', 1);
  try {
    await refreshStatistics(db);
    await db.raw('CREATE TABLE pebble (id INT PRIMARY KEY)');
    await db('pebble').insert(Array.from({ length: 700 }, (_, id) => ({ id })));
    await refreshStatistics(db);
    const [rows] = (await db.raw(
      "SELECT table_rows AS n FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name = 'pebble'",
    )) as [{ n: number }[]];
    expect(rows[0]!.n).toBe(700);
  } finally {
    await drop();
  }
});
