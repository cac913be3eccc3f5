import { uuidv7 } from 'uuidv7';
import { execute } from '@/modules/door';
import { barredAt } from '@/server/stock/treated/withdrawal';
import { standIn } from '../../../tests/support/example';
import { HOUR, type TestHatchery, testHatchery, withAnswers } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { vaccinationView } from './views/vaccination';

let h: TestHatchery;
let at: { unit: number; stage: string };
beforeEach(async () => {
  h = await testHatchery();
  at = await standIn(h, 'fingerling', 4000);
  h.clock.now += HOUR;
});
const plan = {
  vaccine: 'vaccine A',
  vaccineLot: 'V 9',
  mlEach: 0.1,
  number: 4000,
  longestS: 240,
  needleAfter: 250,
  orderedBy: 'Dr Lind',
  label: 'order 13',
  withdrawalDays: 20,
};
const open = async (more: object = {}) =>
  (await h.send<{ id: number }>('vaccination.open', { ...at, ...plan, ...more })).id;
const batch = (vaccination: number, number: number, more: object = {}, who = h.manager) => {
  h.clock.now += 5 * 60_000;
  return h.send<{ done: number }>('vaccination.batch', { vaccination, number, ...more }, who);
};
const view = (id: number) => vaccinationView(h.db, h.manager.siteId, id, h.clock.now);

test('batch after batch: counts, vaccine, needles, what slept too long; closed, they are in the books and barred', async () => {
  const id = await open();
  await batch(id, 150, { asleepS: 200 }, h.hand);
  await batch(id, 150, { asleepS: 300, dead: 3 }, h.hand);
  expect((await view(id))!.state).toMatchObject({
    done: 300,
    dead: 3,
    left: 3700,
    tooLong: 1,
    hands: [{ hand: 'Hand', sinceNeedle: 300, needleDue: true }],
  });
  await h.send('vaccination.batch', { vaccination: id, what: 'needle', hand: 'Hand' });
  expect((await view(id))!.state.hands[0]).toMatchObject({ sinceNeedle: 0, needleDue: false });
  // Until it is closed nothing left the books.
  expect(await h.number('R1')).toBe(4000);
  const { number, dead } = await h.send<{ number: number; dead: number }>('vaccination.close', { vaccination: id });
  expect([number, dead, await h.number('R1')]).toEqual([300, 3, 3997]);
  const [barred] = [...(await barredAt(h.db, h.manager.siteId, h.clock.now)).values()].flat();
  expect((barred!.until! - h.clock.now) / 86_400_000).toBeCloseTo(20, 2);
  const no = await refusal(
    h.send('release.record', { ...at, site: h.releaseSite, batches: [{ massG: 100, count: 100 }], bucketsG: [500] }),
  );
  expect(no.asks.map((a) => a.id)).toContain('withdrawal');
});

test('a batch sent twice is one; one taken back is gone; a closed one takes none; taken back, its batches are open again', async () => {
  const id = await open();
  const sent = { id: uuidv7(), ...withAnswers('vaccination.batch', { vaccination: id, number: 100 }) };
  h.clock.now += 1000;
  await execute(h.db, h.manager, sent, h.clock.now);
  expect((await execute(h.db, h.manager, sent, h.clock.now)).repeated).toBe(true);
  await batch(id, 50);
  const [last] = (await view(id))!.batches;
  await h.send('vaccination.takeBack', { vaccination: id, batch: last!.id });
  expect((await refusal(h.send('vaccination.takeBack', { vaccination: id, batch: last!.id }))).code).toBe('noBatch');
  expect((await view(id))!.state.done).toBe(100);
  await h.send('vaccination.close', { vaccination: id });
  expect((await refusal(batch(id, 10))).code).toBe('closed');
  const entry = await h.db('entry').where({ kind: 'vaccination' }).first('id');
  await h.send('entry.correct', { entryId: entry!.id, reason: 'too soon' });
  expect((await barredAt(h.db, h.manager.siteId, h.clock.now)).size).toBe(0);
  expect((await batch(id, 10)).done).toBe(110);
});

test('what cannot be is refused at its field: too many, too much, nothing, one that is open already, before it began', async () => {
  expect(await refusal(open({ number: 40_000 }))).toMatchObject({ code: 'number', path: 'number' });
  expect((await refusal(open({ withdrawalDays: undefined }))).path).toBe('withdrawalDegreeDays');
  expect((await refusal(open({ vaccineLot: '' }))).path).toBe('vaccineLot');
  await h.send('weigh.record', { ...at, batches: [{ massG: 100, count: 20 }] });
  // Five grams each: 0.1 mL is twice the usual most, 1 mL a slip of a point.
  expect(await refusal(open({ mlEach: 1 }))).toMatchObject({ code: 'doseStop', path: 'mlEach' });
  const odd = await refusal(open());
  expect(odd.asks.map((a) => [a.id, a.path])).toEqual([['strength', 'mlEach']]);
  expect((await refusal(open({ strength: 'meant' }))).code).toBe('secondPerson');
  const id = await open({ mlEach: 0.04 });
  expect((await refusal(open({ mlEach: 0.04 }))).code).toBe('openAlready');
  expect((await refusal(h.send('vaccination.close', { vaccination: id }))).code).toBe('none');
  expect((await refusal(batch(id, 0))).path).toBe('number');
  expect((await refusal(batch(id, 5300))).path).toBe('number');
  expect((await refusal(batch(id, 5, { dead: 6 }))).path).toBe('dead');
  expect((await refusal(batch(id, 5, { at: h.clock.now - 3 * HOUR }))).code).toBe('before');
  await batch(id, 5);
  expect(
    (await refusal(h.send('vaccination.close', { vaccination: id, at: h.clock.now - 2 * 60_000 - 4000 }))).code,
  ).toBe('before');
});

test('eggs and larvae are not vaccinated', async () => {
  await h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage: 'yolksac',
    unit: h.units.R2!,
    measured: { method: 'counted', number: 900 },
  });
  expect((await refusal(open({ unit: h.units.R2!, stage: 'yolksac', number: 900 }))).path).toBe('unit');
});

test('a bath goes the same way without a needle: its strength and its longest time are needed, too strong is refused', async () => {
  const { mlEach: _, needleAfter: __, longestS: ___, ...bath } = plan;
  const openBath = (more: object = {}) =>
    h.send<{ id: number }>('vaccination.open', { ...at, ...bath, way: 'bath', vaccine: 'salt', ...more });
  expect((await refusal(openBath())).path).toBe('mgPerL');
  expect((await refusal(openBath({ mgPerL: 10 }))).path).toBe('longestS');
  expect((await refusal(openBath({ mgPerL: 50_000, longestS: 300 }))).code).toBe('doseStop');
  expect((await refusal(h.send('vaccination.open', { ...at, ...bath }))).path).toBe('mlEach');
  const { id } = await openBath({ mgPerL: 20, longestS: 300 });
  await batch(id, 500, { asleepS: 320, dead: 1 });
  expect((await view(id))!.state).toMatchObject({ done: 500, tooLong: 1, volumeMl: 0 });
  await h.send('vaccination.close', { vaccination: id });
  const [barred] = [...(await barredAt(h.db, h.manager.siteId, h.clock.now)).values()].flat();
  expect(barred!.treatment).toMatchObject({ product: 'salt', by: 'bath' });
});
