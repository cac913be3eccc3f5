import { stockList } from '@/modules/records/views/stockList';
import { DAY, laidDown, type TestHatchery, testHatchery } from '../../../../tests/support/hatchery';
import { type Flow, flow } from './flow';

let h: TestHatchery;
let from: number;
const all = { kind: 'all' };
const counted = (number: number) => ({ kind: 'measured', measured: { method: 'counted', number } });

beforeAll(async () => {
  h = await testHatchery();
  from = h.clock.now - DAY;
  await laidDown(h, ['J1', 'J2', 'J3'], { graduationMl: 0 });
  for (let d = 0; d < 30; d++) {
    h.clock.now += DAY;
    for (const j of ['J1', 'J2', 'J3']) await h.send('pick.record', { unit: h.units[j]!, number: 40 + d });
  }
  await h.send('stage.change', { unit: h.units.J1!, to: 'yolksac', early: 'seen', amount: counted(9000) });
  h.clock.now += 3 * DAY;
  for (const j of ['J1', 'J2', 'J3'])
    await h.send('stage.change', { unit: h.units[j]!, to: 'yolksac', early: 'seen', amount: all });
  h.clock.now += 12 * DAY;
  await h.send('move.record', {
    sources: ['J1', 'J2', 'J3'].map((j) => ({ unit: h.units[j]!, amount: all })),
    to: h.units.R1!,
    toStage: 'fry',
  });
  h.clock.now += 5 * DAY;
  await h.send('grade.record', {
    unit: h.units.R1!,
    classes: [
      { grade: 'L', unit: h.units.R2!, amount: counted(30_000) },
      { grade: 'S', unit: h.units.R3!, amount: all },
    ],
  });
  h.clock.now += 10 * DAY;
  await h.send('release.record', {
    unit: h.units.R2!,
    site: h.releaseSite,
    batches: [1, 2, 3].map((k) => ({ massG: 99 + k, count: 100 })),
    bucketsG: [9000, 8000],
  });
  h.clock.now += DAY;
});

const river = (over: { to?: number; from?: number; season?: string; lotIds?: number[] } = {}): Promise<Flow> =>
  flow(h.db, h.manager.siteId, over.from ?? from, over.to ?? h.clock.now, over);
const at = (f: Flow, lot: string, instant: number) =>
  f.bands
    .find((b) => b.lot === lot)
    ?.points.filter((p) => p.at <= instant)
    .at(-1);
/** Between two points the number runs on evenly. */
function numberAt(f: Flow, lot: string, instant: number): number {
  const points = f.bands.find((b) => b.lot === lot)?.points ?? [];
  const i = points.findLastIndex((p) => p.at <= instant);
  const [p, q] = [points[i], points[i + 1]];
  return !p ? 0 : !q ? p.number : p.number + ((q.number - p.number) * (instant - p.at)) / Math.max(1, q.at - p.at);
}

test('at twenty dates every band has the number that the books have for its lot, within what a window’s pixel shows', async () => {
  const f = await river();
  const span = h.clock.now - from;
  let compared = 0;
  for (let k = 1; k <= 20; k++) {
    const instant = from + (span * k) / 20;
    const list = await stockList(h.db, h.manager.siteId, instant, 'lot');
    for (const lot of new Set([...list.rows.map((r) => r.lot), ...f.bands.map((b) => b.lot)])) {
      const books = list.rows.filter((r) => r.lot === lot).reduce((s, r) => s + r.number, 0);
      const off = Math.abs(numberAt(f, lot, instant) - books);
      // Two pixels of the tallest window, on a scale on which all lots of the species stand beside each other.
      const together = f.bands.reduce((s, b) => s + Math.max(...b.points.map((p) => p.number)), 0);
      expect([k, lot, off <= (2 * together) / 700]).toEqual([k, lot, true]);
      compared += books > 0 ? 1 : 0;
    }
  }
  expect(compared).toBeGreaterThan(20);
});

test('three jars poured from one take are as unsure together as the take, not as three counts', async () => {
  const f = await river();
  const lot = f.bands.find((b) => b.points[0]!.stages.eggs === 61_500)!;
  const takeSd = lot.points[0]!.sd;
  expect(takeSd).toBeCloseTo(5216.7 / 1.959964, -1);
  // Poured out, nothing was measured anew: the doubt is the same. Picks are counted and take none away.
  const poured = lot.points[1]!;
  expect(poured.sd / takeSd).toBeCloseTo(1, 2);
  const picked = at(f, lot.lot, from + 25 * DAY)!;
  expect(picked.sd / takeSd).toBeGreaterThan(0.999);
  expect(picked.sd / takeSd).toBeLessThan(1.05);
});

test('stages change in parts; every point’s stages make up its number', async () => {
  const f = await river();
  for (const b of f.bands)
    for (const p of b.points) expect(Object.values(p.stages).reduce((s, n) => s + n, 0)).toBe(p.number);
  const lot = f.bands.find((b) => b.points[0]!.stages.eggs)!;
  const part = lot.points.find((p) => p.stages.yolksac)!;
  expect(part.stages.yolksac).toBe(9000);
  expect(part.stages.eggs).toBeGreaterThan(40_000);
});

test('a grading flows into its classes, a release leaves with the name of its water', async () => {
  const f = await river();
  const [parent, large, small] = ['egg', 'L', 'S'].map(
    (k) => f.bands.find((b) => (k === 'egg' ? b.points[0]!.stages.eggs : b.lot.endsWith(k)))!,
  );
  const links = f.links.map((l) => [l.from, l.to, l.number]);
  expect(links).toContainEqual([parent!.lotId, large!.lotId, 30_000]);
  expect(links).toContainEqual([parent!.lotId, small!.lotId, small!.points[0]!.number]);
  // 17 000 g / (303 g / 300) = 16 832.
  expect(f.marks).toContainEqual(
    expect.objectContaining({ lotId: large!.lotId, kind: 'release', number: 16_832, says: 'Lake Ivarre' }),
  );
});

test('a window: what stood at its opening begins there, what was gone before it is left out', async () => {
  const later = await river({ from: h.clock.now - 5 * DAY });
  expect(later.bands.map((b) => b.lot.slice(-1)).sort()).toEqual(['L', 'S']);
  for (const b of later.bands) expect(b.points[0]!.at).toBe(h.clock.now - 5 * DAY);
  expect((await river({ from: from - 9 * DAY, to: from - DAY })).bands).toEqual([]);
});

test('one season, or some lots only; a season without lots is empty', async () => {
  const f = await river();
  expect((await river({ season: f.seasons[0]! })).bands).toHaveLength(f.bands.length);
  expect((await river({ season: '1999/00' })).bands).toEqual([]);
  const [first] = f.bands;
  expect((await river({ lotIds: [first!.lotId] })).bands.map((b) => b.lotId)).toEqual([first!.lotId]);
});

test('losses are summed by lot, days and what became of them; together they are what the ledger lost', async () => {
  const f = await river();
  const picked = f.losses.filter((l) => l.account === 'picked').reduce((s, l) => s + l.number, 0);
  expect(picked).toBe(3 * Array.from({ length: 30 }, (_, d) => 40 + d).reduce((s, n) => s + n, 0));
  // Ninety stretches of a window of two months: no two days of picking fall together, three jars of a day do.
  expect(f.losses.filter((l) => l.account === 'picked')).toHaveLength(30);
  expect(f.losses.every((l) => l.nth >= 0 && l.nth < 90)).toBe(true);
  expect((await river({ from: from - 9 * DAY, to: from - DAY })).losses).toEqual([]);
});

test('a long life is told in few points, and never further from the books than is seen', async () => {
  const f = await river();
  const lot = f.bands.find((b) => b.points[0]!.stages.eggs === 61_500)!;
  // Thirty days of picking in three jars, two changes of stage, a move: told in a handful.
  expect(lot.points.length).toBeLessThan(25);
});
