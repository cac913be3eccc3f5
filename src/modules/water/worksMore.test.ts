import { limitAt } from '@/core/species/life';
import { thresholds } from '@/core/thresholds';
import { oxygenHelp } from '@/core/water/ahead';
import { livingStock } from '@/server/stock/livingStock';
import { watchWater } from '@/store/alarms';
import { speciesBook } from '@/store/species';
import { standIn } from '../../../tests/support/example';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { waterAhead } from './views/ahead';
import { waterDesk } from './views/desk';
import { energyByMonth } from './views/energy';
import { filtersNow } from './views/filters';
import { oxygenMonths } from './views/oxygenMonths';

let h: TestHatchery;
let hall: number;
beforeEach(async () => {
  h = await testHatchery();
  await standIn(h, 'fry', 8000);
  hall = (await h.db('unit').where({ id: h.units.R1! }).first('room_id'))!.room_id;
});
const site = () => ({ siteId: h.manager.siteId, timeZone: 'Europe/Vienna' });
const put = async (name: string, kind: string, more: object = {}) =>
  (await h.send<{ id: number }>('work.save', { name, kind, ...more })).id;
const probe = async (name: string, kind: string) =>
  (await h.send<{ id: number }>('sensor.save', { name, room: hall, kind })).id;
const holdings = () => livingStock(h.db, site(), h.clock.now);
const desk = async () => waterDesk(h.db, h.manager.siteId, h.clock.now, await holdings(), new Map());
/** An hour’s readings of some days, reported by the probe. */
const reported = async (sensor: string, days: number, value: (hoursBack: number) => number) =>
  h.send('readings.report', {
    readings: Array.from({ length: days * 24 }, (_, i) => ({
      sensor,
      at: h.clock.now - (days * 24 - i) * HOUR + HOUR / 2,
      value: value(days * 24 - i),
    })),
  });

test('what was done to a work does not make it stop; a back-flush whose pressure did not fall says so', async () => {
  const filter = await put('Drum filter', 'filter', { flushDays: 1 });
  await h.send('work.notice', { work: filter, what: 'stopped' });
  const flush = (more: object = {}) =>
    h.send<{ todo: string }>('work.notice', { work: filter, what: 'flushed', ...more });
  expect((await flush({ beforeKpa: 60, afterKpa: 20 })).todo).toBe('');
  expect((await flush({ beforeKpa: 60, afterKpa: 61 })).todo).toContain('did not fall');
  expect((await desk()).noticed).toMatchObject([{ kind: 'stopped' }]);
  expect((await desk()).flushed).toMatchObject([{ kind: 'flushed', beforeKpa: 60, afterKpa: 61 }]);
  expect((await refusal(h.send('work.notice', { work: filter, what: 'runs', beforeKpa: 3 }))).path).toBe('beforeKpa');
  expect(await h.send('work.notice', { work: filter, what: 'runs' })).toMatchObject({ stoodMinutes: 0 });
});

test('a job stands until somebody did it, once; taken back it stands again', async () => {
  const lift = await put('Solids lift', 'pump');
  const { id } = await h.send<{ id: number }>('job.raise', { work: lift, what: 'flange broken', priority: 'later' });
  await h.send('job.raise', { what: 'nozzles', priority: 'now' }, h.hand);
  expect((await refusal(h.send('job.raise', { work: lift, what: 'flange broken' }))).code).toBe('known');
  expect((await desk()).jobs.map((j) => [j.what, j.priority, j.by])).toEqual([
    ['nozzles', 1, 'Hand'],
    ['flange broken', 3, 'Manager'],
  ]);
  await h.send('job.done', { job: id });
  expect((await refusal(h.send('job.done', { job: id }))).code).toBe('done');
  expect((await desk()).jobs.map((j) => j.what)).toEqual(['nozzles']);
  const entry = await h.db('entry').where({ kind: 'jobDone' }).first('id');
  await h.send('entry.correct', { entryId: entry!.id, reason: 'the other one' });
  expect((await desk()).jobs).toHaveLength(2);
});

test('a probe of a work that falls below its usual power is an alarm of it before anybody said so', async () => {
  await probe('blower', 'power');
  const id = (await h.db('sensor').where({ name: 'blower' }).first('id'))!.id;
  await put('Blower', 'blower', { rooms: [hall], probes: [id] });
  await reported('blower', 2, () => 1480);
  await watchWater(h.db, h.manager.siteId, h.clock.now);
  expect((await desk()).told).toMatchObject([{ kind: 'power', value: 1480, alarm: null }]);
  h.clock.now += 60_000;
  await h.send('readings.report', { readings: [{ sensor: 'blower', at: h.clock.now, value: 30 }] });
  const opened = await watchWater(h.db, h.manager.siteId, h.clock.now);
  expect(opened).toMatchObject([{ kind: 'low', says: 'blower 30 W; usual is 1480 W' }]);
  expect((await desk()).told[0]!.alarm).toContain('usual is 1480 W');
  expect((await refusal(put('X', 'pump', { probes: [999] }))).path).toBe('probes');
  const [month] = await energyByMonth(h.db, site(), h.clock.now);
  expect(month!.meters).toBe('blower');
  // The last day's mean has the fall in it.
  expect(month!.kwh / month!.days / (1.48 * 24)).toBeCloseTo(1, 1);
});

test('oxygen of the months to come takes the water that the tank had in them a year ago, where it was read', async () => {
  await probe('t', 'temperature');
  const tanks = [{ unitId: h.units.R1!, number: 8000, meanG: 10, tgc: null, celsius: 10 }];
  const ahead = () => oxygenMonths(h.db, 'Europe/Vienna', h.clock.now, tanks);
  const [, before] = await ahead();
  expect(await oxygenMonths(h.db, 'Europe/Vienna', h.clock.now, [])).toEqual([]);
  // Next month, a year ago: ten and a half months back, for twelve days.
  h.clock.now -= 320 * DAY;
  await reported('t', 12, () => 15);
  h.clock.now += 320 * DAY;
  const [, after] = await ahead();
  expect(after!.month).toBe(before!.month);
  expect(after!.kg / before!.kg).toBeCloseTo(Math.exp(thresholds.fishUseWarmth.value * 5), 2);
});

test('ammonia by a probe is told by its un-ionised part: without pH no limit stands', async () => {
  await probe('tan', 'ammonia');
  await probe('t', 'temperature');
  const report = (sensor: string, value: number) =>
    h.send('readings.report', { readings: [{ sensor, at: h.clock.now, value }] });
  await report('t', 12);
  await report('tan', 4);
  const alarms = async () => (await watchWater(h.db, h.manager.siteId, h.clock.now)).filter((a) => a.sensor === 'tan');
  expect(await alarms()).toEqual([]);
  await probe('acid', 'pH');
  await report('acid', 7);
  // At 12 °C and pH 7 some 0.2 of 100 are un-ionised: 0.009 mg/L of 4.
  expect(await alarms()).toEqual([]);
  h.clock.now += 60_000;
  await report('acid', 8);
  expect(await alarms()).toMatchObject([{ kind: 'high' }]);
});

test('a biofilter is held against what is fed behind it; its conditioning follows what was read there', async () => {
  await probe('t', 'temperature');
  await h.send('readings.report', { readings: [{ sensor: 't', at: h.clock.now, value: 20 }] });
  const fed = new Map([[hall, { feedG: 1000, proteinShare: 0.5 }]]);
  const head = await put('Sump', 'head');
  const set = { from: [head], rooms: [hall], mediaM2: 200 };
  const id = await put('Biofilter', 'biofilter', set);
  const now = async () => (await filtersNow(h.db, h.manager.siteId, h.clock.now, fed))[0]!;
  expect(await now()).toMatchObject({ feedG: 1000, conditioning: null });
  expect((await now()).capacityG).toBeCloseTo(200 * 0.3, 9);
  expect((await now()).share).toBeCloseTo((1000 * 0.5 * 0.092) / 60, 9);
  const save = (more: object) => h.send('work.save', { id, name: 'Biofilter', kind: 'biofilter', ...set, ...more });
  await save({ stockAt: h.clock.now + 100 * DAY });
  const planned = (await now()).conditioning!;
  expect(planned).toMatchObject({ from: null, readings: [] });
  expect(planned.startBy).toBeCloseTo(h.clock.now + (100 - planned.course.high!) * DAY, -5);
  expect((await refusal(save({ conditionedFrom: h.clock.now }))).path).toBe('doseMgPerL');
  expect((await refusal(save({ conditionedFrom: h.clock.now + DAY, doseMgPerL: 3 }))).path).toBe('conditionedFrom');
  await save({ conditionedFrom: h.clock.now, doseMgPerL: 3 });
  h.clock.now += 12 * DAY;
  await h.send('readings.report', { readings: [{ sensor: 't', at: h.clock.now, value: 20 }] });
  await h.send('water.read', {
    unit: h.units.R2!,
    readings: [
      { kind: 'ammonia', value: 0.4 },
      { kind: 'nitrite', value: 4 },
    ],
    scale: 'N',
  });
  expect((await now()).conditioning!.readings).toMatchObject([
    { day: expect.closeTo(12, 3), ammonia: expect.closeTo(0.4, 4) },
    { day: expect.closeTo(12, 3), nitrite: expect.closeTo(4, 4) },
  ]);
});

test('a night that will be short of oxygen, and a day that will be too warm, are told before they come', async () => {
  await probe('t', 'temperature');
  // It warms by a degree a day, to 15.6 now; char fry bear 16.
  await reported('t', 10, (back) => 15.6 - back / 24);
  // So much flow that their water leaves at the limit in 15.6 °C: not yet now, and soon.
  const { station, species } = (await holdings())[0]!;
  const low = limitAt((await speciesBook(h.db, h.manager.siteId)).get(species)!, 'oxygen', station)!.low!;
  const fry = { massKg: 60, meanG: 7.5, flowLPerMin: 20 };
  const { flowLPerMin } = oxygenHelp(fry, 15.6, thresholds.assumedSaturation.value, low);
  const units = [
    {
      id: h.units.R1!,
      name: 'R1',
      room: 'Hall',
      roomId: hall,
      flowLPerMin,
      massG: 60_000,
      number: 8000,
      holdings: await holdings(),
    },
  ];
  const ahead = await waterAhead(h.db, site(), h.clock.now, await holdings(), units);
  const warm = ahead.find((a) => a.breach.what === 'temperature')!;
  expect(warm).toMatchObject({ where: 't', breach: { way: 'high' } });
  expect(warm.breach.value).toBeGreaterThan(warm.breach.limit - 2);
  const airless = ahead.find((a) => a.where === 'R1')!;
  expect(airless.breach).toMatchObject({ what: 'oxygen', way: 'low' });
  expect(airless.help!.gramsPerHour).toBeGreaterThan(0);
  // Half a day's readings tell no day to come.
  await h
    .db('reading_hour')
    .where('hour', '<', h.clock.now - DAY / 2)
    .delete();
  expect(await waterAhead(h.db, site(), h.clock.now, await holdings(), units)).toEqual([]);
});
