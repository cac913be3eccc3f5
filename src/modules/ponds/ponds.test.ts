import { counted, standIn } from '../../../tests/support/example';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { pondRuns } from './views/ponds';

let h: TestHatchery;
let pond: number;
beforeEach(async () => {
  h = await testHatchery();
  const room = (await h.db('unit').where({ id: h.units.R1! }).first('room_id'))!.room_id;
  await h.send('unit.addMany', { room, kind: 'pond', prefix: 'P', from: 1, count: 2 });
  pond = (await h.db('unit').where({ name: 'P1' }).first('id'))!.id;
});
const begin = (more: object = {}) =>
  h.send<{ id: number }>('pond.open', { unit: pond, begunAt: h.clock.now, areaM2: 5000, ...more });
const note = (run: number, what: string, more: object = {}) =>
  h.send<{ says: string }>('pond.note', { run, what, ...more });
const view = async (id: number) => (await pondRuns(h.db, h.manager.siteId, h.clock.now)).find((r) => r.id === id)!;
const moveIn = () =>
  h.send('move.record', {
    sources: [{ unit: h.units.R1!, amount: { kind: 'measured', measured: counted(1000) } }],
    to: pond,
    tempered: 'tempered',
  });

test('a run from draining to its sheet: steps, inputs, stocked, fed, weighed, harvested, closed', async () => {
  await standIn(h, 'fingerling', 4000);
  const { id } = await begin({
    soilPH: 5.7,
    soil: 'loam',
    lime: 'carbonate',
    fertiliser: 'compost',
    fertiliserKgPerHa: 2000,
  });
  expect((await view(id)).next).toMatchObject({ id: 'drain' });
  for (const step of ['drain', 'dry', 'repair']) await note(id, step);
  await note(id, 'lime', { kg: 850 });
  await note(id, 'flush');
  await note(id, 'fertilise', { kg: 1000 });
  await note(id, 'fill');
  expect((await note(id, 'food', { discCm: 70 })).says).toContain('fertilise again');
  await note(id, 'bloom');
  h.clock.now += 40 * DAY;
  await moveIn();
  expect(await view(id)).toMatchObject({
    next: null,
    books: { stocked: 1000, stands: 1000, standsSd: 0, out: 0 },
    inputs: [
      { what: 'agricultural lime', kg: 850 },
      { what: 'compost', kg: 1000 },
    ],
  });
  h.clock.now += HOUR;
  const stage = (await h.db('holding').where({ unit_id: pond }).where('number', '>', 0).first('stage'))!.stage;
  const at = { unit: pond, stage };
  await h.send('weigh.record', { ...at, batches: [{ massG: 500, count: 100 }] });
  await h.send('dead.record', { ...at, number: 100 });
  expect((await refusal(h.send('pond.close', { run: id }))).code).toBe('stands');
  h.clock.now += 60 * DAY;
  await h.send('weigh.record', { ...at, batches: [{ massG: 4000, count: 100 }] });
  await h.send('move.record', {
    sources: [{ unit: pond, amount: { kind: 'all' } }],
    to: h.units.R5!,
    tempered: 'tempered',
  });
  await h.send('pond.close', { run: id, said: 'wet spring' });
  const r = await view(id);
  expect(r.books).toMatchObject({ stocked: 1000, out: 900, dead: 100, stands: 0 });
  expect(r.sheet).toMatchObject({ survival: 0.9, missing: 0 });
  expect(r.sheet.gainKg).toBeCloseTo((900 * 40 - 1000 * 5) / 1000, 3);
  // Taken back, it is open again.
  const entry = await h.db('entry').where({ kind: 'pondClose' }).first('id');
  await h.send('entry.correct', { entryId: entry!.id, reason: 'not yet' });
  expect((await view(id)).closedAt).toBeNull();
});

test('nothing goes into a pond that was poisoned before its days are over; nothing that kills goes over fish', async () => {
  await standIn(h, 'fingerling', 4000);
  const poison = { poison: 'tea seed cake', poisonMgPerL: 15, withholdDays: 12 };
  const { id } = await begin(poison);
  await note(id, 'poison', { kg: 15 });
  h.clock.now += 5 * DAY;
  expect((await refusal(moveIn())).code).toBe('withheld');
  h.clock.now += 8 * DAY;
  await moveIn();
  expect((await refusal(note(id, 'poison'))).code).toBe('stands');
  await h.send('pond.open', {
    unit: (await h.db('unit').where({ name: 'P2' }).first('id'))!.id,
    begunAt: h.clock.now,
    areaM2: 100,
  });
});

test('rain shifts what needs dry weather; amounts a digit too large, wrong ponds, second runs are refused', async () => {
  const { id } = await begin({ soilPH: 5.7, soil: 'loam', lime: 'carbonate' });
  const before = (await view(id)).ready;
  await begin({
    run: id,
    soilPH: 5.7,
    soil: 'loam',
    lime: 'carbonate',
    rain: [h.clock.now + 4 * DAY, h.clock.now + 5 * DAY],
  });
  expect(Math.round(((await view(id)).ready - before) / DAY)).toBe(2);
  expect((await refusal(note(id, 'lime', { kg: 8950 }))).code).toBe('tooMuch');
  expect((await refusal(note(id, 'food'))).path).toBe('discCm');
  expect((await refusal(note(id, 'poison'))).code).toBe('noPoison');
  expect((await refusal(begin())).code).toBe('openAlready');
  expect((await refusal(begin({ unit: h.units.R2! }))).code).toBe('noPond');
  expect((await refusal(begin({ run: id, lime: 'quick' }))).path).toBe('soilPH');
  expect((await refusal(begin({ run: id, poison: 'x' }))).path).toBe('poisonMgPerL');
  expect((await refusal(begin({ run: 999 }))).code).toBe('noRun');
  expect((await refusal(begin({ run: id, begunAt: h.clock.now + 900 * DAY }))).path).toBe('begunAt');
});
