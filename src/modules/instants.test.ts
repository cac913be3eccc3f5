import { decisions } from '@/modules/door';
import { rollUp } from '@/store/readings';
import { DAY, HOUR, laidDown, type TestHatchery, testHatchery } from '../../tests/support/hatchery';
import { refusal } from '../../tests/support/refusal';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
  await laidDown(h, ['J1', 'J2']);
});
const WRONG = Date.UTC(20260, 3, 14);

test('a mistyped year is refused at its field by every command that takes an instant, at once', async () => {
  const began = Date.now();
  for (const type of decisions.byType.keys()) {
    if (type === 'readings.report') continue;
    for (const payload of [{ at: WRONG }, { from: 1e12, to: WRONG }, { rows: [{ bornAt: -1e13 }] }]) {
      const no = await refusal(h.send(type, payload));
      expect(no.code).toBe('instant');
      expect(no.path).toMatch(/at$|to$|bornAt$/);
    }
  }
  // At once, for all of them together, on a machine that does other things beside.
  expect(Date.now() - began).toBeLessThan(60_000);
});

test('half a character is refused at its field; a whole one beyond the plane is kept', async () => {
  const no = await refusal(h.send('note.record', { note: 'a \ud83d b' }));
  expect([no.code, no.path]).toEqual(['text', 'note']);
  await h.send('note.record', { note: 'a 🐟 b' });
  expect(await h.db('entry').where({ kind: 'note' }).pluck('note')).toEqual(['a 🐟 b']);
});

test('readings struck over years take no longer than the readings that are there', async () => {
  const from = h.clock.now - 40 * 365 * DAY;
  await h.send('temperature.record', { sensor: h.sensor, celsius: 8 });
  await h.send('readings.strike', { sensor: h.sensor, from, to: h.clock.now, reason: 'all of it' });
  const began = Date.now();
  await h.db.transaction((trx) => rollUp(trx, { id: h.sensor, timeZone: 'Europe/Vienna' }, from, h.clock.now + HOUR));
  expect(Date.now() - began).toBeLessThan(2000);
  expect(await h.db('reading_day')).toEqual([]);
});
