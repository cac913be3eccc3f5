import { counted, standIn } from '../../../tests/support/example';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { lookThings } from './screens/lookThings';
import { arrivedLately } from './views/arrived';
import { caseView, conditionsOf } from './views/case';
import { looksDue } from './views/looks';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});
const site = () => ({ siteId: h.manager.siteId, timeZone: 'Europe/Vienna' });
const looks = () => looksDue(h.db, h.manager.siteId, h.clock.now);
const move = (to: string, more: object = {}) =>
  h.send('move.record', {
    sources: [{ unit: h.units.R1!, amount: { kind: 'measured', measured: counted(1000) } }],
    to: h.units[to]!,
    ...more,
  });

test('fish that were moved are to be looked at again a day later, until somebody did', async () => {
  await standIn(h, 'fry', 4000);
  h.clock.now += HOUR;
  await move('R3');
  expect(await looks()).toMatchObject([{ unit: 'R3', at: h.clock.now, dueAt: h.clock.now + DAY }]);
  // At once after it tells nothing yet.
  h.clock.now += HOUR;
  await h.send('fish.look', { unit: h.units.R3!, how: 'settled' });
  expect(await looks()).toHaveLength(1);
  h.clock.now += DAY;
  expect(lookThings(await looks(), h.clock.now, 'Europe/Vienna')).toMatchObject([{ who: 'R3', tone: 'now' }]);
  const r = await h.send<{ todo: string }>('fish.look', { unit: h.units.R3!, how: 'gasping', waste: true }, h.hand);
  expect(r.todo).toContain('Air and flow now');
  expect(await looks()).toEqual([]);
  const entry = await h.db('entry').where({ kind: 'look' }).orderBy('seq', 'desc').first('id');
  await h.send('entry.correct', { entryId: entry!.id, reason: 'other tank' });
  expect(await looks()).toHaveLength(1);
  // Nobody is asked for ever.
  h.clock.now += 4 * DAY;
  expect(await looks()).toEqual([]);
  expect((await refusal(h.send('fish.look', { unit: h.units.R5!, how: 'settled' }))).code).toBe('empty');
});

test('fish from elsewhere go into quarantine; they are let go when all that must hold does, or by the vet’s word', async () => {
  await h.send('stock.bring', {
    account: 'arrived',
    species: 'arctic-char',
    stage: 'fry',
    unit: h.units.R2!,
    measured: counted(2000),
    origin: 'Ferrow Ponds',
  });
  expect(await arrivedLately(h.db, h.manager.siteId, h.clock.now)).toMatchObject([{ unit: 'R2' }]);
  const { id } = await h.send<{ id: number }>('case.open', { units: [h.units.R2!], why: 'quarantine', days: 30 });
  await h.send('case.say', {
    case: id,
    what: 'sample',
    sample: 'Q 1',
    organs: 'gills',
    animals: 5,
    handedTo: 'courier',
  });
  const close = (more: object = {}) => h.send('case.close', { case: id, outcome: 'none', ...more });
  h.clock.now += 10 * DAY;
  const no = await refusal(close());
  expect(no.asks.map((a) => a.id)).toEqual(['letGo']);
  expect(no.asks[0]!.message).toContain('its time is not over; 1 sample has not come back');
  // Nothing goes from there to others meanwhile without being asked.
  await standIn(h, 'fry', 4000);
  const leave = await refusal(
    h.send('move.record', { sources: [{ unit: h.units.R2!, amount: { kind: 'all' } }], to: h.units.R4! }),
  );
  expect(leave.asks.map((a) => a.id)).toContain('suspect');
  await h.send('case.say', { case: id, what: 'result', sample: 'Q 1', text: 'nothing', by: 'laboratory' });
  h.clock.now += 21 * DAY;
  const view = (await caseView(h.db, site(), id, h.clock.now))!;
  expect(view).toMatchObject({ why: 'quarantine' });
  expect(conditionsOf(view, h.clock.now).every((c) => c.met)).toBe(true);
  await close();
});

test('a quarantine that is given up because they were culled is not asked about; the vet may let go early', async () => {
  await standIn(h, 'fry', 4000);
  const open = () => h.send<{ id: number }>('case.open', { units: [h.units.R1!], why: 'quarantine', days: 30 });
  const { id } = await open();
  await h.send('case.close', { case: id, outcome: 'culled' });
  const again = await open();
  await h.send('case.close', { case: again.id, outcome: 'none', letGo: 'vet', note: 'Dr Lind' });
  expect((await refusal(h.send('case.open', { units: [h.units.R1!], why: 'quarantine', days: 0 }))).path).toBe('days');
});
