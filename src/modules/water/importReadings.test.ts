import { DAY, HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});

const file = (celsius: number, from: number, n = 30) =>
  `time,temp °C\n${Array.from({ length: n }, (_, k) => `${new Date(from + k * HOUR).toISOString()},${(celsius + (k % 3) / 10).toFixed(1)}`).join('\n')}`;
const send = (text: string, more: object = {}) =>
  h.send<{ added: number; replaced: number }>('readings.import', { sensor: h.sensor, text, ...more });
const stored = async () =>
  (await h.db('reading').orderBy('at').select('at', 'value', 'origin')) as { at: number; value: number }[];
const lastImport = async () =>
  ((await h.db('entry').where({ kind: 'import' }).orderBy('seq', 'desc').first('id')) as { id: string }).id;

test('a file is shown as it was understood before anything is written', async () => {
  const text = file(8, h.clock.now - 2 * DAY);
  const shown = await refusal(send(text, { preview: 'show' }));
  expect(shown).toMatchObject({ code: 'preview', asks: [{ id: 'preview' }] });
  expect(shown.message).toMatch(/Time from “time”, temperature from “temp °C”: 30 readings, .* 8\.0 to 8\.2 °C/);
  expect(await stored()).toEqual([]);
  expect(await send(text, { preview: 'seen' })).toMatchObject({ added: 30 });
});

test('a file far off what is known of its water is asked about', async () => {
  const from = h.clock.now - 4 * DAY;
  await send(file(8, from));
  const odd = await refusal(send(file(22, from + 2 * DAY)));
  expect(odd).toMatchObject({ code: 'odd', asks: [{ id: 'odd' }] });
  expect(odd.message).toMatch(/22\.1 °C; the days around it were at 8\.1 °C/);
  await send(file(22, from + 2 * DAY), { odd: 'meant' });
});

test('an import is taken back whole: what it brought goes, what it replaced stands again, others stay', async () => {
  const from = h.clock.now - 3 * DAY;
  await send(file(8, from));
  await h.send('temperature.record', { sensor: h.sensor, celsius: 7.5, at: from + 90 * 60_000 });
  const before = await stored();
  const days = await h.db('reading_day').orderBy('day');
  expect(await send(file(9, from, 40), { conflicts: 'replace' })).toMatchObject({ added: 10, replaced: 30 });
  await h.send('entry.correct', { entryId: await lastImport() });
  expect(await stored()).toEqual(before);
  expect(await h.db('reading_day').orderBy('day')).toEqual(days);
  // And the first one, which leaves only what was typed.
  h.clock.now += HOUR;
  await h.send('entry.correct', { entryId: await lastImportStanding(), reason: 'another logger' });
  expect((await stored()).map((r) => r.value)).toEqual([7.5]);
});

async function lastImportStanding(): Promise<string> {
  const row = (await h
    .db('entry as e')
    .leftJoin('entry as v', 'v.voids_seq', 'e.seq')
    .where({ 'e.kind': 'import' })
    .whereNull('v.seq')
    .orderBy('e.seq', 'desc')
    .first('e.id')) as { id: string };
  return row.id;
}
