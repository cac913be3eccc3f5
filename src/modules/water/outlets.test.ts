import { hallView } from '@/modules/rearing/views/hall';
import { outletScreens } from '@/modules/rearing/views/outletScreens';
import { livingStock } from '@/server/stock/livingStock';
import { standIn } from '../../../tests/support/example';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { drainThings } from './screens/waterThings';
import { outflow } from './views/discharge';
import { drainsOpen } from './views/drains';

const ZONE = 'Europe/Vienna';
let h: TestHatchery;
let unit: number;
beforeEach(async () => {
  h = await testHatchery();
  ({ unit } = await standIn(h, 'fingerling', 2000));
});
const drain = (state: string, more: object = {}) => h.send<{ todo: string }>('drain.set', { unit, state, ...more });
/** Every act takes a second of the clock. */
const near = (a: number, b: number) => expect(Math.abs(a - b)).toBeLessThan(5000);
const open = () => drainsOpen(h.db, h.manager.siteId, h.clock.now);
const screens = async () =>
  outletScreens(
    h.db,
    h.manager.siteId,
    h.clock.now,
    (
      await hallView(
        h.db,
        { siteId: h.manager.siteId, timeZone: ZONE },
        h.clock.now,
        await livingStock(h.db, { siteId: h.manager.siteId, timeZone: ZONE }, h.clock.now),
      )
    ).units,
  );

test('a lowered tank stands open since it was lowered, until it is shut; after half an hour with fish Today says so', async () => {
  expect((await refusal(drain('shut'))).code).toBe('shut');
  const at = h.clock.now;
  expect((await drain('lowered')).todo).toContain('one stays beside it');
  h.clock.now += 20 * 60_000;
  await drain('out');
  expect(await open()).toMatchObject([{ unit: 'R1', state: 'out', stands: true }]);
  near((await open())[0]!.since, at);
  expect(drainThings(await open(), h.clock.now, ZONE)).toEqual([]);
  h.clock.now += 15 * 60_000;
  expect(drainThings(await open(), h.clock.now, ZONE)).toMatchObject([{ who: 'R1', tone: 'grave' }]);
  await drain('shut');
  expect(await open()).toEqual([]);
  // Lowered again, it counts from then.
  h.clock.now += HOUR;
  await drain('lowered');
  near((await open())[0]!.since, h.clock.now);
});

test('a line of a drain is taken back, and one of yesterday is told as of yesterday', async () => {
  const then = h.clock.now - 5 * HOUR;
  await drain('out', { at: then });
  near((await open())[0]!.since, then);
  const entry = await h.db('entry').where({ kind: 'drain' }).first('id');
  await h.send('entry.correct', { entryId: entry!.id, reason: 'it was R2' });
  expect(await open()).toEqual([]);
});

test('an empty tank may drain for a day before it is called out', async () => {
  await h.send('drain.set', { unit: h.units.R6!, state: 'out' });
  h.clock.now += 5 * HOUR;
  expect(drainThings(await open(), h.clock.now, ZONE)).toEqual([]);
  h.clock.now += DAY;
  expect(drainThings(await open(), h.clock.now, ZONE)).toMatchObject([{ who: 'R6', tone: 'overdue' }]);
});

test('a screen that lets the smallest through is asked about; the list says what keeps them, and tanks never weighed are none of it', async () => {
  const set = (openingMm: number, more: object = {}) =>
    h.send<{ todo: string }>('screen.set', { unit, openingMm, ...more });
  expect((await set(5)).todo).toContain('weigh them');
  expect(await screens()).toEqual([]);
  await h.send('weigh.record', { unit, batches: [{ massG: 1000, count: 100 }] });
  // Ten grams: a hundred millimetres, the smallest some seven wide.
  const [s] = await screens();
  expect(s).toMatchObject({ unit: 'R1', openingMm: 5, bestMm: 5, is: 'good' });
  expect(s!.meanMm).toBeCloseTo(100, 6);
  expect((await refusal(set(8))).asks.map((a) => a.id)).toEqual(['tooWide']);
  await set(8, { tooWide: 'meant' });
  expect((await screens())[0]).toMatchObject({ openingMm: 8, is: 'escape' });
  expect((await set(1)).todo).toContain('clogs sooner');
  expect((await screens())[0]).toMatchObject({ openingMm: 1, is: 'fine' });
  expect((await refusal(set(0))).path).toBe('openingMm');
});

test('the outflow: beyond its permit is told at once; twice one figure, none at all, a disposal without litres are refused; taken back it is gone', async () => {
  const record = (more: object) => h.send<{ over: string[] }>('discharge.record', { place: 'settling pond', ...more });
  expect((await record({ figures: [{ kind: 'solids', value: 12, most: 20 }] })).over).toEqual([]);
  h.clock.now += DAY;
  // What the permit allows is known from the last time.
  expect((await record({ figures: [{ kind: 'solids', value: 24 }] })).over).toEqual([
    'suspended solids, settling pond',
  ]);
  const now = () => outflow(h.db, h.manager.siteId, h.clock.now);
  expect((await now()).trends).toMatchObject([{ kind: 'solids', most: 20, earlier: [12], last: { value: 24 } }]);
  expect((await refusal(record({}))).path).toBe('figures');
  expect((await refusal(record({ what: 'disposal' }))).path).toBe('litres');
  expect((await refusal(record({ figures: [{ kind: 'pH', value: 71 }] }))).path).toBe('figures.0.value');
  const twice = [
    { kind: 'bod', value: 1 },
    { kind: 'bod', value: 2 },
  ];
  expect((await refusal(record({ figures: twice }))).path).toBe('figures.1.kind');
  await record({ what: 'disposal', place: 'road tank', litres: 900 });
  const last = await h.db('entry').where({ kind: 'discharge' }).orderBy('seq', 'desc').first('id');
  await h.send('entry.correct', { entryId: last!.id, reason: 'it went to the basin' });
  expect((await now()).lines.map((l) => l.what)).toEqual(['sample', 'sample']);
});
