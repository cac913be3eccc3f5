import { barredSays } from '@/core/health/barred';
import { barredAt, treatmentsOf } from '@/server/stock/treated/withdrawal';
import { counted, hallProbe, standIn } from '../../../tests/support/example';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';

let h: TestHatchery;
let at: { unit: number; stage: string };
beforeEach(async () => {
  h = await testHatchery();
  at = await standIn(h, 'fry', 4000);
});

const feed = {
  product: 'medicated feed',
  by: 'feed',
  mgPerKgDay: 80,
  massG: 4000,
  days: 10,
  activeShare: 0.1,
  orderedBy: 'Dr Lind',
  label: 'order 12',
  order: 'read',
};
const treat = (more: object = {}) =>
  h.send<{ end: number; productG: number }>('treatment.give', { ...at, ...feed, withdrawalDegreeDays: 100, ...more });
const release = (unit: string, more: object = {}) =>
  h.send('release.record', {
    unit: h.units[unit]!,
    site: h.releaseSite,
    batches: [{ massG: 100, count: 100 }],
    bucketsG: [500],
    ...more,
  });
const sell = (unit: string, more: object = {}) =>
  h.send('loss.record', { unit: h.units[unit]!, account: 'sold', measured: counted(50), ...more });

test('the dose is worked, the course has its end, and it is recorded with who ordered it', async () => {
  const r = await treat();
  expect(r.productG).toBeCloseTo(32, 6);
  expect(r.end - h.clock.now).toBeCloseTo(10 * DAY, -4);
  expect(await treatmentsOf(h.db, h.manager.siteId, h.clock.now)).toMatchObject([
    { unit: 'R1', product: 'medicated feed', orderedBy: 'Dr Lind', ended: false, withdrawal: { degreeDays: 100 } },
  ]);
});

test('during a course, and until its degree-days have come in this water, none is released, sold, or eaten', async () => {
  const pass = await hallProbe(h);
  await treat();
  const no = await refusal(release('R1'));
  expect(no.asks.map((a) => a.id)).toContain('withdrawal');
  expect(no.message).toMatch(/medicated feed on 3 Nov in R1: the treatment still goes on/);
  await pass(10, 10);
  // Ten degrees: of a hundred degree-days half have come after five days.
  await pass(10, 5);
  expect((await refusal(sell('R1'))).message).toMatch(/barred until 2[23] Nov, (49|50) of 100 degree-days have come/);
  expect((await refusal(sell('R1', { fate: 'food', withdrawal: 'vet', note: 'Dr Lind' }))).code).toBe('withdrawal');
  await pass(10, 6);
  await release('R1');
  await sell('R1', { fate: 'food' });
});

test('the veterinarian may allow it, with who and where in the note; a cull is nobody’s business', async () => {
  await treat();
  expect((await refusal(release('R1', { withdrawal: 'vet' }))).code).toBe('why');
  await release('R1', { withdrawal: 'vet', note: 'Dr Lind, letter of today' });
  await h.send('loss.record', { unit: h.units.R1!, account: 'culled', measured: counted(5), method: 'overdose' });
});

test('it goes along from tank to tank, and to what they are mixed with; who left before, or never met them, is free', async () => {
  await h.send('move.record', {
    sources: [{ ...at, amount: { kind: 'measured', measured: counted(500) } }],
    to: h.units.R2!,
  });
  h.clock.now += HOUR;
  await treat();
  h.clock.now += HOUR;
  await h.send('move.record', {
    sources: [{ ...at, amount: { kind: 'measured', measured: counted(1000) } }],
    to: h.units.R3!,
  });
  await h.send('move.record', {
    sources: [{ unit: h.units.R3!, amount: { kind: 'measured', measured: counted(400) } }],
    to: h.units.R4!,
  });
  const barred = await barredAt(h.db, h.manager.siteId, h.clock.now);
  const units = await h
    .db('holding')
    .whereIn('id', [...barred.keys()])
    .where('number', '>', 0)
    .pluck('unit_id');
  expect(new Set(units)).toEqual(new Set([h.units.R1!, h.units.R3!, h.units.R4!]));
  await release('R2');
  expect((await refusal(release('R4'))).asks.map((a) => a.id)).toContain('withdrawal');
});

test('graded, its classes are barred as it was; taken back, all are free', async () => {
  await treat();
  h.clock.now += HOUR;
  await h.send('grade.record', {
    ...at,
    classes: [
      { grade: 'small', unit: h.units.R2!, amount: { kind: 'measured', measured: counted(1500) } },
      { grade: 'large', unit: h.units.R3!, amount: { kind: 'all' } },
    ],
  });
  expect((await refusal(release('R3'))).asks.map((a) => a.id)).toContain('withdrawal');
  const entry = await h.db('entry').where({ kind: 'treatment' }).first('id');
  await h.send('entry.correct', { entryId: entry!.id, reason: 'it was the other hall' });
  await release('R3');
  expect((await barredAt(h.db, h.manager.siteId, h.clock.now)).size).toBe(0);
});

test('a course that ended sooner is over sooner: its withdrawal runs from then; ended once, not before it began', async () => {
  await treat({ withdrawalDegreeDays: undefined, withdrawalDays: 5 });
  const entry = await h.db('entry').where({ kind: 'treatment' }).first('id', 'at');
  expect((await refusal(h.send('treatment.end', { treatment: entry!.id, at: entry!.at - HOUR }))).code).toBe('before');
  h.clock.now += 2 * DAY;
  await h.send('treatment.end', { treatment: entry!.id, why: 'they leave it' });
  expect((await refusal(h.send('treatment.end', { treatment: entry!.id }))).code).toBe('ended');
  h.clock.now += 4.9 * DAY;
  expect((await refusal(release('R1'))).message).toMatch(/barred until/);
  h.clock.now += 0.2 * DAY;
  await release('R1');
});

test('where the water was not read nobody says that the degree-days have come', async () => {
  await treat();
  h.clock.now += 400 * DAY;
  const [[, [b]]] = [...(await barredAt(h.db, h.manager.siteId, h.clock.now))] as [[number, [never]]];
  expect(barredSays(b, 'Europe/Vienna', h.clock.now)).toMatch(/not read since, nobody can say/);
  expect((await refusal(release('R1'))).asks.map((a) => a.id)).toContain('withdrawal');
});

test('a release of yesterday is held against what stood yesterday', async () => {
  h.clock.now += 2 * DAY;
  await treat();
  await release('R1', { at: h.clock.now - DAY });
});

test('doses that cannot be meant are refused at their field, odd ones are looked at by a second person', async () => {
  await h.send('weigh.record', { ...at, batches: [{ massG: 100, count: 100 }] });
  // The books hold 4 kg.
  expect(await refusal(treat({ massG: 4_000_000 }))).toMatchObject({ code: 'doseStop', path: 'massG' });
  const odd = await refusal(treat({ massG: 6000 }));
  expect(odd.asks.map((a) => [a.id, a.path])).toContainEqual(['strength', 'massG']);
  expect((await refusal(treat({ massG: 6000, strength: 'meant' }))).code).toBe('secondPerson');
  expect((await refusal(treat({ massG: 6000, strength: 'meant', checkedBy: 'manager' }))).code).toBe('secondPerson');
  await treat({ massG: 6000, strength: 'meant', checkedBy: 'Mira' });
  const needle = { by: 'injection', mlEach: 0.2, product: 'vaccine A', withdrawalDays: 0 };
  expect(await refusal(treat(needle))).toMatchObject({ code: 'doseStop', path: 'mlEach' });
  expect((await refusal(treat({ ...needle, mlEach: 0.02 }))).asks.map((a) => a.path)).toContain('mlEach');
  const bath = { by: 'bath', targetMgPerL: 9000, volumeL: 900, minutes: 20, discharge: 'pond', product: 'unheard of' };
  expect(await refusal(treat(bath))).toMatchObject({ code: 'doseStop', path: 'targetMgPerL' });
});

test('what is missing is said at its field: the order, the share, the withdrawal, where a bath goes', async () => {
  const missing = async (more: object) => (await refusal(treat(more))).path;
  expect(await missing({ orderedBy: '' })).toBe('orderedBy');
  expect(await missing({ activeShare: undefined })).toBe('activeShare');
  expect(await missing({ withdrawalDegreeDays: undefined })).toBe('withdrawalDays');
  expect(await missing({ by: 'bath', targetMgPerL: 5, volumeL: 900, minutes: 20 })).toBe('discharge');
  expect(await missing({ by: 'injection', mlEach: 0 })).toBe('mlEach');
  await h.send('unit.emptied', { unit: at.unit }).catch(() => null);
});
