import { allocate } from '@/core/release/allocate';
import { hallView } from '@/modules/rearing/views/hall';
import { livingStock } from '@/server/stock/livingStock';
import { standIn } from '../../../tests/support/example';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { fullness } from './fullness';
import { haulViews } from './views/hauls';
import { releasePlan } from './views/plan';

let h: TestHatchery;
let at: { unit: number; stage: string };
let lotId: number;
beforeEach(async () => {
  h = await testHatchery();
  at = await standIn(h, 'fingerling', 20_000);
  lotId = (await h.db('lot').first('id'))!.id;
  h.clock.now += HOUR;
  await h.send('weigh.record', {
    ...at,
    batches: [
      { massG: 1000, count: 100 },
      { massG: 1010, count: 100 },
    ],
  });
});
const site = () => ({ siteId: h.manager.siteId, timeZone: 'Europe/Vienna' });
const load = (number: number, more: object = {}) => ({
  ...at,
  lotId,
  number,
  site: h.releaseSite,
  tank: 'front',
  ...more,
});
const plan = (loads: object[], more: object = {}) =>
  h.send<{ id: number }>('haul.save', {
    truck: 'blue truck',
    leaveAt: h.clock.now + HOUR,
    hours: 2,
    celsius: 8,
    tanks: [
      { name: 'front', volumeL: 1200, oxygenLPerMin: 8 },
      { name: 'rear', volumeL: 1200, oxygenLPerMin: 8 },
    ],
    loads,
    ...more,
  });
const note = (haul: number, what: string, more: object = {}) => {
  h.clock.now += 10 * 60_000;
  return h.send<{ todo: string }>('haul.note', { haul, what, ...more });
};
const view = async (id: number) => (await haulViews(h.db, h.manager.siteId, h.clock.now, id))[0]!;
const ALL = ['fasted', 'water', 'oxygen', 'spare', 'lids', 'papers', 'people'];
const letGo = (haul: number, kg: number, more: object = {}) =>
  h.send<{ entryId: string }>('release.record', {
    ...at,
    site: h.releaseSite,
    batches: [{ massG: 1000, count: 100 }],
    bucketsG: [1000 * kg],
    haul,
    ...more,
  });

test('a truck that stops at four places with dead on the way: what stands, died and was let go is what there was', async () => {
  const { id } = await plan([load(8000)]);
  await note(id, 'checked', { ticks: ALL });
  await note(id, 'left');
  for (const kg of [20, 15, 25, 10]) {
    h.clock.now += HOUR;
    await letGo(id, kg);
  }
  await h.send('dead.record', { ...at, number: 37, cause: 'on the way' });
  await note(id, 'arrived');
  await note(id, 'delivered', { said: 'Mira Tand' });
  await note(id, 'back');
  const v = await view(id);
  const gone = v.loads[0]!.released.reduce((s, r) => s + r.number, 0);
  expect(gone).toBeCloseTo(7000, 6);
  expect((await h.number('R1')) + gone + 37).toBeCloseTo(20_000, 6);
  expect(v).toMatchObject({ state: 'back', ticked: ALL });
  // Put right later: the second bucket weighed ten, not fifteen.
  const entry = v.loads[0]!.released[1]!.entryId;
  await h.send('entry.correct', {
    entryId: entry,
    reason: 'misread',
    replacement: {
      ...at,
      site: h.releaseSite,
      batches: [{ massG: 1000, count: 100 }],
      bucketsG: [10_000],
      haul: id,
    },
  });
  const again = (await view(id)).loads[0]!.released.reduce((s, r) => s + r.number, 0);
  expect((await h.number('R1')) + again + 37).toBeCloseTo(20_000, 6);
});

test('it does not leave unlooked at or empty; nothing arrives that did not leave; a delivery has a name', async () => {
  const { id } = await plan([load(500)]);
  expect((await refusal(note(id, 'arrived'))).code).toBe('notLeft');
  await note(id, 'checked', { ticks: ['oxygen', 'lids'] });
  const ask = await refusal(note(id, 'left'));
  expect(ask.asks.map((a) => a.id)).toEqual(['unchecked']);
  expect(ask.asks[0]!.message).not.toContain('lids and outlets');
  await note(id, 'left', { unchecked: 'meant' });
  expect((await refusal(note(id, 'left'))).code).toBe('left');
  expect((await refusal(note(id, 'delivered'))).path).toBe('said');
  expect((await refusal(note(id, 'read', { tank: 'front' }))).path).toBe('oxygen');
  expect((await refusal(note(id, 'read', { tank: 'roof', oxygen: 9 }))).path).toBe('tank');
  const empty = await plan([]);
  expect((await refusal(note(empty.id, 'left'))).code).toBe('empty');
  expect((await refusal(note(999, 'left'))).code).toBe('noHaul');
});

test('readings on the way say when oxygen will be short; a line taken back counts no more', async () => {
  const { id } = await plan([load(500)]);
  await note(id, 'left', { unchecked: 'meant' });
  expect((await note(id, 'read', { tank: 'Front', oxygen: 10, celsius: 8 })).todo).toBe('');
  expect((await note(id, 'read', { tank: 'front', oxygen: 8.5 })).todo).toContain('oxygen falls');
  const now = (await view(id)).tanksNow[0]!;
  // A mg and a half in ten minutes: the next two and a half in sixteen and two thirds.
  expect((now.shortAt! - now.last!.at) / 60_000).toBeCloseTo(50 / 3, 1);
  const last = await h.db('entry').where({ kind: 'haulNote' }).orderBy('seq', 'desc').first('id');
  await h.send('entry.correct', { entryId: last!.id, reason: 'probe was in the air' });
  expect((await view(id)).tanksNow[0]).toMatchObject({ shortAt: null, last: { oxygen: 10 } });
});

test('more than a tank carries is asked about, five times as much is refused; twice named, unknown, too many are told at their field', async () => {
  const [full] = fullness({
    hours: 2,
    celsius: 8,
    tanks: [{ name: 'front', volumeL: 1200, oxygenLPerMin: 8 }],
    loads: [{ tank: 'front', number: 1000, meanG: 10.05 }],
  });
  const most = (1000 * full!.mostKg!) / 10.05;
  expect(most).toBeLessThan(18_000);
  expect((await refusal(plan([load(Math.round(1.1 * most))]))).asks.map((a) => a.id)).toEqual(['overHaul']);
  await plan([load(Math.round(1.1 * most))], { overHaul: 'meant' });
  await plan([load(Math.floor(0.98 * most))]);
  const small = { tanks: [{ name: 'front', volumeL: 20 }] };
  expect((await refusal(plan([load(19_000)], small))).code).toBe('overStop');
  expect((await refusal(plan([load(40_000)]))).path).toBe('loads.0.number');
  expect((await refusal(plan([load(100, { tank: 'roof' })]))).path).toBe('loads.0.tank');
  expect((await refusal(plan([load(100, { site: 999 })]))).path).toBe('loads.0.site');
  expect((await refusal(plan([load(100, { unit: h.units.R6! })]))).path).toContain('loads.0');
  expect(
    (
      await refusal(
        plan([], {
          tanks: [
            { name: 'a', volumeL: 10 },
            { name: 'A', volumeL: 10 },
          ],
        }),
      )
    ).path,
  ).toBe('tanks.1.name');
  expect((await refusal(plan([], { hours: 0 }))).path).toBe('hours');
});

test('a haul is changed until it leaves, and given up before; after that it is what it was', async () => {
  const { id } = await plan([load(500)]);
  const change = (more: object) =>
    h.send('haul.save', {
      id,
      truck: 'blue truck',
      leaveAt: h.clock.now + 2 * HOUR,
      hours: 2,
      celsius: 8,
      tanks: [{ name: 'front', volumeL: 900 }],
      loads: [load(400)],
      ...more,
    });
  await change({});
  expect(await view(id)).toMatchObject({ loads: [{ number: 400 }], tanks: [{ volumeL: 900 }] });
  await note(id, 'left', { unchecked: 'meant' });
  expect((await refusal(change({ tanks: [{ name: 'front', volumeL: 950 }] }))).code).toBe('left');
  expect((await refusal(change({ givenUp: true }))).code).toBe('left');
  const other = await plan([load(500)]);
  await h.send('haul.save', {
    id: other.id,
    truck: 'x',
    leaveAt: h.clock.now,
    hours: 1,
    celsius: 8,
    tanks: [{ name: 'front', volumeL: 900 }],
    givenUp: true,
  });
  expect((await view(other.id)).state).toBe('givenUp');
  expect((await refusal(note(other.id, 'checked', { ticks: ['lids'] }))).code).toBe('givenUp');
});

test('the plan counts what went this season, knows windows and permits, and leaves out who is barred', async () => {
  await h.send('releaseSite.save', {
    id: h.releaseSite,
    name: 'Lake Ivarre',
    target: 12_000,
    mostNumber: 9000,
    leastG: 5,
    mostG: 50,
  });
  expect((await refusal(h.send('releaseSite.save', { name: 'Upper', leastG: 9, mostG: 3 }))).path).toBe('mostG');
  await letGo(1, 20);
  const planned = async () => {
    const holdings = await livingStock(h.db, site(), h.clock.now);
    return releasePlan(
      h.db,
      site(),
      h.clock.now,
      h.clock.now - 90 * DAY,
      await hallView(h.db, site(), h.clock.now, holdings),
    );
  };
  const p = await planned();
  expect(p.asked.sites).toEqual([{ id: 'Lake Ivarre', target: 10_000, most: 7000, leastG: 5, mostG: 50 }]);
  expect(p.lots).toMatchObject([{ unit: 'R1', barred: '' }]);
  const weighed = p.asked.lots.map((l) => ({ ...l, massG: 10 }));
  expect(allocate(weighed, p.asked.sites)).toMatchObject({ placed: 7000, unmet: [{ number: 3000 }] });
  await h.send('case.open', { units: [at.unit], signs: ['gills'] });
  expect((await planned()).lots[0]!.barred).toBe('a case is open');
  expect((await planned()).asked.lots).toEqual([]);
});
