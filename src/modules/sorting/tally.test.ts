import { standIn } from '../../../tests/support/example';
import { HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import type { TallyTogether } from './acts/tally/act';
import { tallyOf } from './views/tally';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});

const part = (n: number) => `0190a0a0-0000-7000-8000-00000000000${n}`;

test('two who tally one tank: parts are whole, sent again they double nothing; the sum is of both', async () => {
  const { unit } = await standIn(h, 'fry');
  const put = (n: number, counts: Record<string, number>) =>
    h.send<TallyTogether>('tally.put', { unit, part: part(n), counts });
  await put(1, { S: 10, L: 2 });
  await put(2, { S: 7 });
  expect((await put(1, { S: 12, L: 2 })).sum).toEqual({ S: 19, L: 2 });
  expect((await put(1, { S: 12, L: 2 })).sum).toEqual({ S: 19, L: 2 });
  // An undo is a smaller part.
  expect((await put(1, { S: 11, L: 2 })).sum).toEqual({ S: 18, L: 2 });
  expect((await tallyOf(h.db, unit, h.clock.now)).parts.map((p) => p.counts)).toEqual([{ S: 11, L: 2 }, { S: 7 }]);
  expect(await refusal(put(1, { S: -1 }))).toMatchObject({ path: 'counts.S' });
  expect(await refusal(h.send('tally.put', { unit: h.units.R2!, part: part(1), counts: { S: 1 } }))).toMatchObject({
    code: 'notYours',
  });
});

test('a count, or an emptied tank, ends it; so do twelve hours; nothing of it reaches the books by itself', async () => {
  const { unit } = await standIn(h, 'fry');
  const put = (n: number) => h.send<TallyTogether>('tally.put', { unit, part: part(n), counts: { fish: 5 } });
  await put(1);
  h.clock.now += 60_000;
  await h.send('count.record', { unit, measured: { method: 'counted', number: 3900 }, answer: 'replace' });
  h.clock.now += 60_000;
  expect((await tallyOf(h.db, unit, h.clock.now)).sum).toEqual({});
  // The same part goes on counting for the count that is over: a new one begins anew.
  expect((await put(1)).sum).toEqual({});
  expect((await put(2)).sum).toEqual({ fish: 5 });
  h.clock.now += 13 * HOUR;
  expect((await tallyOf(h.db, unit, h.clock.now)).parts).toEqual([]);
  expect((await h.db('holding').where({ unit_id: unit }).first('number'))!.number).toBe(3900);
});
