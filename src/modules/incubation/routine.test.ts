import { livingStock } from '@/server/stock/livingStock';
import { DAY, HOUR, laidDown, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { roomView } from './views/room';
import { routine } from './views/routine';

let h: TestHatchery;
let room: number;
beforeEach(async () => {
  h = await testHatchery();
  await laidDown(h, ['J1', 'J2']);
  room = ((await h.db('unit').where({ id: h.units.J1! }).first('room_id')) as { room_id: number }).room_id;
});

const now = async () => {
  const site = { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' };
  const all = await routine(h.db, site, h.clock.now, await livingStock(h.db, site, h.clock.now));
  return new Map(all.map((t) => [t.id, t]));
};

test('ticked for the room by a hand, due again next day; taken back it is due at once', async () => {
  expect((await now()).get('dark')).toMatchObject({ due: true, last: null, roomId: room, units: ['J1', 'J2'] });
  // Eggs of char in jars: no trays to look over, nothing hatches yet.
  expect([...(await now()).keys()]).toEqual(['dark', 'jars']);
  await h.send('routine.tick', { room, task: 'dark' }, h.hand);
  expect((await now()).get('dark')).toMatchObject({ due: false, last: h.clock.now });
  const entry = (await h.db('entry').where({ kind: 'routine' }).first('id')) as { id: string };
  await h.send('entry.correct', { entryId: entry.id, reason: 'the other room' });
  expect((await now()).get('dark')!.due).toBe(true);
  await h.send('routine.tick', { room, task: 'dark', at: h.clock.now - 2 * HOUR });
  expect((await now()).get('dark')!.due).toBe(false);
  h.clock.now += DAY;
  expect((await now()).get('dark')!.due).toBe(true);
});

test('the first that hatch bring out nets and shells, whatever the clock says', async () => {
  expect((await now()).has('shells')).toBe(false);
  await h.send('hatch.see', { unit: h.units.J1!, stage: 'egg', seen: 'first', early: 'seen' });
  expect((await now()).get('shells')).toMatchObject({ due: true, units: ['J1'] });
  expect((await now()).get('nets')).toMatchObject({ units: ['J1'] });
});

test('an unknown room or thing is refused and nothing is written', async () => {
  expect((await refusal(h.send('routine.tick', { room: 9999, task: 'dark' }))).path).toBe('room');
  expect((await refusal(h.send('routine.tick', { room, task: 'own77' }))).path).toBe('task');
  expect(await h.db('entry').where({ kind: 'routine' })).toEqual([]);
});

test('the rhythm is Reference’s: changed there, or switched off', async () => {
  await h.send('routine.tick', { room, task: 'jars' });
  h.clock.now += 5 * HOUR;
  expect((await now()).get('jars')!.due).toBe(false);
  const set = (everyHours: number) =>
    h.send('species.setValue', {
      species: 'arctic-char',
      path: 'tasks.jars',
      value: { everyHours },
      source: 'own',
      why: 'the pump is old',
    });
  await set(4);
  expect((await now()).get('jars')!.due).toBe(true);
  await set(0);
  expect((await now()).has('jars')).toBe(false);
});

test('a thing of this house is added, ticked, and taken off; a name twice is refused', async () => {
  const lamp = { name: 'UV lamp burns', stations: ['eggs'], units: ['jar'], everyHours: 12 };
  const { id } = (await h.send('routine.save', lamp)) as { id: number };
  expect((await refusal(h.send('routine.save', lamp))).path).toBe('name');
  expect((await now()).get(`own${id}`)).toMatchObject({ name: 'UV lamp burns', due: true });
  await h.send('routine.tick', { room, task: `own${id}` });
  expect((await now()).get(`own${id}`)!.due).toBe(false);
  await h.send('routine.save', { ...lamp, id, retired: true });
  expect((await now()).has(`own${id}`)).toBe(false);
});

test('a room on town water wants its chlorine measured; the reading is the tick, and the room knows its reserve', async () => {
  const supply = { id: room, name: 'Cold room', kind: 'incubation', chlorineMgPerL: 0.4, mixedL: 800 };
  expect((await now()).has('chlorine')).toBe(false);
  expect((await refusal(h.send('room.save', { ...supply, sourceSensor: 9999 }))).path).toBe('sourceSensor');
  await h.send('room.save', { ...supply, sourceSensor: h.sensor });
  expect((await now()).get('chlorine')).toMatchObject({ due: true, last: null });
  const { id: sensor } = (await h.send('sensor.save', { name: 'chl', room, kind: 'chlorine' })) as { id: number };
  await h.send('reading.record', { sensor, value: 0.01 });
  expect((await now()).get('chlorine')).toMatchObject({ due: false, last: h.clock.now });
  const site = { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' };
  const view = async () => (await roomView(h.db, site, room, h.clock.now, await livingStock(h.db, site, h.clock.now)))!;
  expect((await view()).read).toMatchObject([{ name: 'chl', value: expect.closeTo(0.01, 6) }]);
  expect((await view()).supply.neutraliser).toMatchObject({ minutes: null, missing: 'set the flow of its units' });
  await h.send('unit.save', { id: h.units.J1!, name: 'J1', room, kind: 'jar', volumeL: 7, flowLPerMin: 4 });
  expect((await view()).supply.neutraliser!.minutes).toBeCloseTo(-200 * Math.log(1 - 0.019 / 0.4), 6);
  h.clock.now += 13 * HOUR;
  expect((await now()).get('chlorine')!.due).toBe(true);
  // Told again without its water, the room keeps it; with none it is spring water again.
  await h.send('room.save', { id: room, name: 'Cold room', kind: 'incubation' });
  expect((await now()).has('chlorine')).toBe(true);
  await h.send('room.save', { ...supply, chlorineMgPerL: null, mixedL: null, sourceSensor: null });
  expect((await now()).has('chlorine')).toBe(false);
});
