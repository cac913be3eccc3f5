import { firstToDie } from '@/core/water/circuits/firstToDie';
import { lostBy } from '@/core/water/circuits/works';
import { livingStock } from '@/server/stock/livingStock';
import { counted, standIn } from '../../../tests/support/example';
import { HOUR, laidDown, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { waterDesk } from './views/desk';

let h: TestHatchery;
const put = async (name: string, kind: string, more: object = {}) =>
  (await h.send<{ id: number }>('work.save', { name, kind, ...more })).id;
const notice = (work: number, what: string, more: object = {}) =>
  h.send<{ work: string; stoodMinutes: number | null }>('work.notice', { work, what, ...more });
const roomOf = async (unit: string) => (await h.db('unit').where({ id: h.units[unit]! }).first('room_id'))!.room_id;
const desk = async (masses: [string, number][] = []) =>
  waterDesk(
    h.db,
    h.manager.siteId,
    h.clock.now,
    await livingStock(h.db, { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' }, h.clock.now),
    new Map(masses.map(([u, g]) => [h.units[u]!, g])),
  );
beforeEach(async () => {
  h = await testHatchery();
});

test('an empty hatchery has no works, and no tank in danger', async () => {
  expect(await desk()).toMatchObject({ works: [], noticed: [], lately: [], tanks: [] });
});

test('eggs, larvae and fish of a site stand in one list, the first to die before the others', async () => {
  await laidDown(h, ['J1', 'J2']);
  await h.db('unit').whereIn('id', [h.units.J1!, h.units.J2!]).update({ volume_l: 7, flow_l_min: 5 });
  await h.db('unit').whereIn('id', [h.units.R1!, h.units.R2!]).update({ volume_l: 2000, flow_l_min: 60 });
  await standIn(h, 'fry', 8000);
  await h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage: 'fry',
    unit: h.units.R2!,
    measured: counted(8000),
  });
  const hall = await roomOf('R1');
  const { id: probe } = await h.send<{ id: number }>('sensor.save', { name: 'hall', room: hall });
  await h.send('reading.record', { sensor: probe, value: 8 });
  await h.send('reading.record', { sensor: h.sensor, value: 5 });
  await h.send('water.read', { unit: h.units.R2!, readings: [{ kind: 'oxygen', value: 7 }] });
  const spring = await put('Spring', 'source', { rooms: [hall, await roomOf('J1')] });
  const d = await desk([
    ['R1', 40_000],
    ['R2', 120_000],
  ]);
  const dies = firstToDie(d.tanks, lostBy(d.works, new Set([spring])));
  const told = dies.filter((x) => x.minutes !== null).map((x) => x.unit);
  expect(told.slice(0, 2)).toEqual(['R2', 'R1']);
  expect(told).toContain('J1');
  // 15 g at 8 °C use 300 · 0.15^-0.2 · e^(0.069 · -7) mg; from 7 to 3 mg/L in 2 000 L.
  const use = 300 * 0.15 ** -0.2 * Math.exp(0.069 * -7);
  expect(dies[0]!.minutes).toBeCloseTo((60 * 2000 * 4) / (120 * use), 4);
  expect(d.rooms.find((r) => r.id === hall)).toMatchObject({ tanks: 2, read: [{ kind: 'temperature', value: 8 }] });
});

test('what was never weighed, or whose water was not read for hours, says what is missing', async () => {
  await standIn(h, 'fry', 8000);
  await h.db('unit').where({ id: h.units.R1! }).update({ volume_l: 2000 });
  const hall = await roomOf('R1');
  const { id: probe } = await h.send<{ id: number }>('sensor.save', { name: 'hall', room: hall });
  await h.send('reading.record', { sensor: probe, value: 8 });
  h.clock.now += 7 * HOUR;
  const spring = await put('Spring', 'source', { rooms: [hall] });
  const d = await desk();
  expect(firstToDie(d.tanks, lostBy(d.works, new Set([spring])))).toMatchObject([
    { unit: 'R1', minutes: null, says: 'not known: read its temperature, weigh them' },
  ]);
});

test('a trip is noticed, answered, over: how long it stood is told; yesterday’s and what was taken back fall into their place', async () => {
  const blower = await put('Blower', 'blower');
  await notice(blower, 'silent', { said: 'no bubbling' });
  expect((await desk()).noticed).toMatchObject([
    { workId: blower, kind: 'silent', said: 'no bubbling', by: 'Manager' },
  ]);
  expect((await refusal(notice(blower, 'silent'))).code).toBe('known');
  await notice(blower, 'tripped');
  h.clock.now += HOUR / 3;
  expect(await notice(blower, 'runs')).toEqual({ work: 'Blower', stoodMinutes: 20, todo: '' });
  expect((await refusal(notice(blower, 'runs'))).code).toBe('runs');
  // A stop of two hours ago, noted late: it ran again since.
  await notice(blower, 'stopped', { at: h.clock.now - 2 * HOUR });
  expect((await desk()).noticed).toMatchObject([{ kind: 'runs' }]);
  const runs = await h
    .db('entry')
    .where({ kind: 'workEvent' })
    .orderBy('at', 'desc')
    .orderBy('seq', 'desc')
    .first('id');
  await h.send('entry.correct', { entryId: runs!.id, reason: 'it was the other one' });
  expect((await desk()).noticed).toMatchObject([{ kind: 'tripped' }]);
  expect((await desk()).lately.map((n) => n.kind)).toEqual(['tripped', 'silent', 'stopped']);
});

test('what cannot be is refused at its field: itself, what is not there, a circuit that is none, one that others need', async () => {
  const spring = await put('Spring', 'source');
  const head = await put('Head', 'head', { from: [spring] });
  const no = async (more: object) => (await refusal(h.send('work.save', { name: 'X', kind: 'pump', ...more }))).path;
  expect(await no({ from: [999] })).toBe('from');
  expect(await no({ rooms: [999] })).toBe('rooms');
  expect(await no({ breaker: spring })).toBe('breaker');
  expect(await no({ name: 'Head' })).toBe('name');
  expect(await no({ name: '' })).toBe('name');
  expect(await no({ watts: -1 })).toBe('watts');
  const change = (more: object) =>
    h.send('work.save', { id: head, name: 'Head', kind: 'head', from: [spring], ...more });
  expect((await refusal(change({ from: [head] }))).code).toBe('itself');
  expect((await refusal(h.send('work.save', { id: spring, name: 'Spring', kind: 'source', retired: true }))).code).toBe(
    'needed',
  );
  await change({ retired: true });
  await h.send('work.save', { id: spring, name: 'Spring', kind: 'source', retired: true });
  expect((await desk()).works).toEqual([]);
  expect((await refusal(notice(head, 'stopped'))).code).toBe('noWork');
  // Out of use, its name is free.
  await put('Head', 'pump');
});

test('hands may say that a work stopped; only the manager draws', async () => {
  const blower = await put('Blower', 'blower');
  await h.send('work.notice', { work: blower, what: 'stopped' }, h.hand);
  expect((await refusal(h.send('work.save', { name: 'Y', kind: 'pump' }, h.culturist))).code).toBe('notAllowed');
});

test('a line drawn by hand feeds what stands behind it; taken away it leaves the room dry, and says so', async () => {
  const hall = await roomOf('R1');
  const spring = await put('Spring', 'source');
  const head = await put('Head box', 'head');
  const drain = await put('Drain', 'outflow');
  const line = (from: object, to: object, draw = true, actor = h.manager) =>
    h.send<{ dry: boolean }>('work.line', { from, to, draw }, actor);
  await line({ work: spring }, { work: head });
  await line({ work: head }, { room: hall });
  await line({ room: hall }, { work: drain });
  const { works } = await desk();
  expect(works.map((w) => [w.name, w.from, w.rooms])).toEqual([
    ['Spring', [], []],
    ['Head box', [spring], [hall]],
    ['Drain', [], [hall]],
  ]);
  expect([...lostBy(works, new Set([spring])).keys()]).toEqual([hall]);
  // The second press, two at once: what is drawn already is not drawn twice.
  expect(await refusal(line({ work: spring }, { work: head }))).toMatchObject({ code: 'already', path: 'to' });
  expect(await refusal(line({ room: hall }, { work: head }))).toMatchObject({ code: 'noLine' });
  expect(await refusal(line({ work: head }, { work: head }))).toMatchObject({ code: 'noLine' });
  expect(await refusal(line({ work: head }, { room: 99_999 }))).toMatchObject({ code: 'noRoom' });
  expect(await refusal(line({ work: head }, { room: hall }, false, h.hand))).toMatchObject({ code: 'notAllowed' });
  expect(await line({ work: drain }, { room: hall }, false)).toEqual({ dry: false });
  expect(await line({ work: head }, { room: hall }, false)).toEqual({ dry: true });
  expect(await refusal(line({ work: head }, { room: hall }, false))).toMatchObject({ code: 'already' });
  expect((await desk()).works.map((w) => w.rooms)).toEqual([[], [], []]);
});
