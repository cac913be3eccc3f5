import { standIn } from '../../../tests/support/example';
import { HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import type { HandFileResult } from './acts/readFile/act';
import { handWater } from './views/handWater';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
  await standIn(h, 'fry');
});
const when = (hoursBack: number) => new Date(h.clock.now - hoursBack * HOUR).toISOString();
const send = (text: string, more: object = {}) =>
  h.send<HandFileResult>('water.readFile', { fileName: 'walk.csv', text, ...more });

test('a walk comes into its tanks, once: sent again it is known, changed it is told and left alone', async () => {
  const text = `time,tank,NO2-N,pH\n${when(2)},R1,0.12,7.4\n${when(1)},r2,0.02,7.5\n${when(1)},X9,0.02,7.5\n`;
  expect(await send(text)).toMatchObject({ added: 4, same: 0, kept: 0, tanks: ['R1', 'R2'], unknown: ['X9'] });
  expect(await send(text)).toMatchObject({ added: 0, same: 4, kept: 0 });
  expect(await send(text.replace('0.12', '0.14'))).toMatchObject({ added: 0, same: 3, kept: 1 });
  const stands = await handWater(h.db, h.manager.siteId, h.units.R1!, h.clock.now);
  expect(stands.map((w) => [w.kind, Number(w.value.toFixed(3))])).toEqual([
    ['pH', 7.4],
    ['nitrite', 0.12],
  ]);
  expect(await h.db('entry').where({ kind: 'waterRead' })).toHaveLength(2);
});

test('one of its tanks is corrected by hand, like any reading', async () => {
  await send(`time,tank,NO2-N\n${when(2)},R1,0.12\n`);
  const entry = await h.db('entry').where({ kind: 'waterRead' }).first('id');
  await h.send('entry.correct', {
    entryId: entry!.id,
    reason: 'cuvette was dirty',
    replacement: { unit: h.units.R1!, readings: [{ kind: 'nitrite', value: 0.03 }], scale: 'N' },
  });
  expect((await handWater(h.db, h.manager.siteId, h.units.R1!, h.clock.now))[0]!.value).toBeCloseTo(0.03, 5);
});

test('the scale is asked where the headings do not tell it; figures far from water of fish are asked about', async () => {
  const ask = await refusal(send(`time,tank,NO2 mg/L\n${when(2)},R1,0.33\n`));
  expect(ask.asks.map((a) => a.id)).toEqual(['scale']);
  expect(await send(`time,tank,NO2 mg/L\n${when(2)},R1,0.32845\n`, { scale: 'ion' })).toMatchObject({ added: 1 });
  expect((await handWater(h.db, h.manager.siteId, h.units.R1!, h.clock.now))[0]!.value).toBeCloseTo(0.1, 4);
  const odd = await refusal(send(`time,tank,NH4-N\n${when(1)},R1,31\n`));
  expect(odd.asks.map((a) => a.id)).toEqual(['oddWater']);
  expect(await h.db('entry').where({ kind: 'waterRead' })).toHaveLength(1);
});

test('what lies in the future, or is no such file, is refused whole', async () => {
  expect((await refusal(send(`time,tank,pH\n${when(-2)},R1,7.4\n`))).code).toBe('file');
  expect((await refusal(send('no file at all'))).path).toBe('text');
  expect(await h.db('entry').where({ kind: 'waterRead' })).toHaveLength(0);
});
