import { DAY, HOUR, type TestHatchery, testHatchery } from '../../tests/support/hatchery';
import type { Trx } from './connection';
import { addReadings, type NewReading, removeReading, rollUp } from './readings';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});

const VIENNA = 'Europe/Vienna';
const MIDNIGHT = Date.parse('2031-03-01T23:00:00Z');
const add = (rows: NewReading[], conflict: 'keep' | 'replace' = 'keep') =>
  h.db.transaction((trx) => addReadings(trx as Trx, { id: h.sensor, timeZone: VIENNA }, rows, 'imported', conflict));
const at = (hours: number, value = 5): NewReading => ({ at: MIDNIGHT + hours * HOUR, value });
const hours = () => h.db('reading_hour').orderBy('hour').select('hour', 'n', 'sum', 'low', 'high');
const days = () => h.db('reading_day').orderBy('day').select('day', 'n', 'sum', 'low', 'high');

test('roll-ups by the hour and by the local day', async () => {
  await add([at(0, 4), at(0.5, 6), at(1, 8), at(23.5, 10), at(24, 2)]);
  expect(await hours()).toEqual([
    { hour: MIDNIGHT, n: 2, sum: 10, low: 4, high: 6 },
    { hour: MIDNIGHT + HOUR, n: 1, sum: 8, low: 8, high: 8 },
    { hour: MIDNIGHT + 23 * HOUR, n: 1, sum: 10, low: 10, high: 10 },
    { hour: MIDNIGHT + DAY, n: 1, sum: 2, low: 2, high: 2 },
  ]);
  expect(await days()).toEqual([
    { day: MIDNIGHT, n: 4, sum: 28, low: 4, high: 10 },
    { day: MIDNIGHT + DAY, n: 1, sum: 2, low: 2, high: 2 },
  ]);
});

test('again the same: nothing; one more: that one; one that contradicts: kept or replaced as told', async () => {
  const rows = [at(0, 4), at(1, 5)];
  expect(await add(rows)).toMatchObject({ added: 2, same: 0 });
  expect(await add(rows)).toMatchObject({ added: 0, same: 2, conflicts: [] });
  expect(await add([...rows, at(2, 6)])).toMatchObject({ added: 1, same: 2 });
  const odd = [at(1, 15)];
  expect(await add(odd)).toMatchObject({ added: 0, conflicts: [{ at: MIDNIGHT + HOUR, stored: 5, given: 15 }] });
  expect(await days()).toEqual([{ day: MIDNIGHT, n: 3, sum: 15, low: 4, high: 6 }]);
  expect(await add(odd, 'replace')).toMatchObject({ added: 0, replaced: 1, conflicts: [] });
  expect(await days()).toEqual([{ day: MIDNIGHT, n: 3, sum: 25, low: 4, high: 15 }]);
});

test('out of order, and one instant twice in a list: the later line counts', async () => {
  expect(await add([at(2, 3), at(0, 1), at(2, 7), at(1, 2)])).toMatchObject({ added: 3 });
  expect(await h.db('reading').orderBy('at').pluck('value')).toEqual([1, 2, 7]);
  expect(await add([])).toMatchObject({ added: 0, same: 0 });
});

test('the days on which the clocks change have 23 and 25 hours', async () => {
  for (const [start, length] of [
    ['2031-03-29T23:00:00Z', 23],
    ['2031-10-25T22:00:00Z', 25],
  ] as const) {
    await h.db('reading_day').delete();
    await h.db('reading').delete();
    const first = Date.parse(start);
    await add(Array.from({ length: 24 * 3 }, (_, i) => ({ at: first - DAY + i * HOUR, value: 5 })));
    expect((await days()).slice(0, 2).map((d) => [(d.day - first) / HOUR, d.n])).toEqual([
      [-24, 24],
      [0, length],
    ]);
  }
});

test('one taken out goes out of its hour and its day; the last of an hour takes the hour with it', async () => {
  await add([at(0, 4), at(0.5, 6), at(30, 9)]);
  const out = (hour: number) =>
    h.db.transaction((trx) => removeReading(trx as Trx, { id: h.sensor, timeZone: VIENNA }, MIDNIGHT + hour * HOUR));
  await out(0.5);
  expect(await hours()).toMatchObject([{ n: 1, high: 4 }, { n: 1 }]);
  expect((await days())[0]).toMatchObject({ n: 1, sum: 4, high: 4 });
  await out(30);
  expect([(await hours()).length, (await days()).length]).toEqual([1, 1]);
  await out(12);
  expect(await h.db('reading').pluck('value')).toEqual([4]);
});

test('ten thousand rows at once, then the same file with a gap filled', async () => {
  const rows = Array.from({ length: 10_000 }, (_, i) => at(i / 6, 5 + (i % 7)));
  const gap = rows.filter((_, i) => i < 4000 || i > 4050);
  expect(await add(gap)).toMatchObject({ added: 9949 });
  expect(await add(rows)).toMatchObject({ added: 51, same: 9949 });
  const total = (await h.db('reading_hour').sum('n as n').sum('sum as s').first()) as unknown as {
    n: string;
    s: number;
  };
  expect([Number(total.n), total.s]).toEqual([10_000, rows.reduce((s, r) => s + r.value, 0)]);
});

test('added up as they come, late and in pieces over a change of the clocks, they are what the readings give', async () => {
  const first = Date.parse('2031-10-24T22:00:00Z');
  const rows = Array.from({ length: 6 * 24 * 3 }, (_, i) => ({
    at: first + i * (HOUR / 6),
    value: 4 + ((i * 7) % 13) / 10,
  }));
  // Every third one at first, then those between, backwards, in lists of twenty.
  await add(rows.filter((_, i) => i % 3 === 0));
  const late = rows.filter((_, i) => i % 3 !== 0).reverse();
  for (let k = 0; k < late.length; k += 20) await add(late.slice(k, k + 20));
  const asAdded = { hours: await hours(), days: await days() };
  await h.db.transaction((trx) => rollUp(trx as Trx, { id: h.sensor, timeZone: VIENNA }, first, rows.at(-1)!.at));
  expect(asAdded.days.map((d) => d.n)).toEqual([144, 150, 138]);
  expect(asAdded.hours).toHaveLength(72);
  for (const [k, d] of [...(await hours()).entries()]) {
    expect(asAdded.hours[k]).toMatchObject({ hour: d.hour, n: d.n, low: d.low, high: d.high });
    expect(asAdded.hours[k]!.sum).toBeCloseTo(d.sum, 9);
  }
  expect((await days()).map((d) => [d.day, d.n, d.low, d.high])).toEqual(
    asAdded.days.map((d) => [d.day, d.n, d.low, d.high]),
  );
});
