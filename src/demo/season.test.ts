import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import { numberAt } from '@/modules/flow/screens/layout';
import { flow } from '@/modules/flow/views/flow';
import { stockList } from '@/modules/records/views/stockList';
import { livingStock } from '@/server/stock/livingStock';
import { checkBooks } from '@/store/books/check';
import type { Db } from '@/store/connection';
import { ownDatabase } from '../../tests/support/server';

const play = promisify(execFile);
let db: Db;
let drop: () => Promise<void>;
let address: string;

beforeAll(async () => {
  ({ db, drop, address } = await ownDatabase('demo', 4));
});
afterAll(() => drop?.());

test('eighteen months of the demo hatchery: some sixty lots, 8 000 entries and more, every stage alive, sound books, mishaps to find', async () => {
  const anchor = Date.parse('2031-04-14T05:42:00Z');
  const { stdout } = await play(
    'node',
    [
      '--disable-warning=ExperimentalWarning',
      '--import',
      'tsx',
      'tests/support/playSeason.ts',
      address,
      '2031-04-14T05:42:00Z',
    ],
    { env: { ...process.env, NODE_OPTIONS: '' } },
  );
  // Nothing that its people try is refused unasked.
  expect(JSON.parse(stdout)).toEqual([]);
  const count = async (table: string) => Number(((await db(table).count('* as n').first()) as { n: number }).n);
  expect(await count('lot')).toBeGreaterThan(50);
  expect(await count('entry')).toBeGreaterThan(8000);
  expect(await count('reading')).toBeGreaterThan(60_000);
  const site = { siteId: 1, timeZone: 'Europe/Vienna' };
  const standing = await livingStock(db, site, anchor);
  for (const stage of ['egg', 'yolksac', 'fry', 'fingerling'])
    expect(standing.some((h) => h.stage === stage)).toBe(true);
  expect(standing.some((h) => h.due.some((d) => d.says.startsWith('not picked for')))).toBe(true);
  const { faults } = await checkBooks(db, 1);
  expect(faults).toEqual([]);
  expect(await db('entry').where({ kind: 'correction' }).first('note')).toEqual({ note: 'a zero too many' });
}, 900_000);

test('the numbers that the river draws are those of the books at twenty dates', async () => {
  const anchor = Date.parse('2031-04-14T05:42:00Z');
  const from = anchor - 500 * 86_400_000;
  const river = await flow(db, 1, from, anchor, {}, 200);
  let compared = 0;
  for (let k = 0; k < 20; k++) {
    const at = from + (k + 0.5) * 25 * 86_400_000;
    const list = await stockList(db, 1, at, 'lot');
    for (const t of list.totals) {
      const band = river.bands.find((b) => b.lot === t.by)!;
      // Lots of a species share a scale, on which all of them together fill at most the height of a window: no band is
      // off by more than two pixels of it.
      const together = river.bands
        .filter((b) => b.species === band.species)
        .reduce((s, b) => s + Math.max(...b.points.map((p) => p.number)), 0);
      expect(Math.abs(numberAt(band, at) - t.number)).toBeLessThanOrEqual((2 * together) / 700);
      compared += 1;
    }
  }
  expect(compared).toBeGreaterThan(200);
});
