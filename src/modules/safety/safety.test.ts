import { MINUTE_MS } from '@/core/time/spans';
import { counted, standIn } from '../../../tests/support/example';
import { DAY, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { aloneNow } from './views/alone';
import { certificatesOf, visitorsLately } from './views/people';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});
const alone = () => aloneNow(h.db, h.manager.siteId, h.clock.now);

test('one clock a person: begun anew it runs anew; who is back, or found well, is missed no more', async () => {
  await h.send('alone.begin', { place: 'outer ponds', minutes: 30 }, h.hand);
  h.clock.now += 20 * MINUTE_MS;
  await h.send('alone.begin', { place: 'inner ponds', minutes: 60 }, h.hand);
  await h.send('alone.begin', { place: 'pump house', minutes: 10 }, h.culturist);
  expect((await alone()).map((a) => [a.who, a.place, Math.round((a.backBy - h.clock.now) / MINUTE_MS)])).toEqual([
    ['Culturist', 'pump house', 10],
    ['Hand', 'inner ponds', 60],
  ]);
  const [first] = await alone();
  // Somebody else found them.
  await h.send('alone.back', { alone: first!.id }, h.hand);
  expect((await alone()).map((a) => a.who)).toEqual(['Hand']);
  expect((await refusal(h.send('alone.back', { alone: first!.id }))).code).toBe('back');
  expect((await refusal(h.send('alone.back', { alone: 999 }))).code).toBe('noAlone');
  expect((await refusal(h.send('alone.begin', { place: ' ', minutes: 30 }))).path).toBe('place');
  expect((await refusal(h.send('alone.begin', { place: 'pond', minutes: 600 }))).path).toBe('minutes');
});

test('back is taken back: the clock runs again', async () => {
  await h.send('alone.begin', { place: 'outer ponds', minutes: 30 });
  await h.send('alone.back', { alone: (await alone())[0]!.id });
  const entry = await h.db('entry').where({ kind: 'aloneBack' }).first('id');
  await h.send('entry.correct', { entryId: entry!.id, reason: 'pressed for another' });
  expect(await alone()).toHaveLength(1);
});

test('who comes from other fish is asked about; written down they stand with when and whence', async () => {
  const ask = await refusal(h.send('visitor.record', { who: 'feed driver', farmHours: 3 }));
  expect(ask.asks.map((a) => a.id)).toEqual(['fromFish']);
  await h.send('visitor.record', { who: 'feed driver', farmHours: 3, clean: true, fromFish: 'meant' });
  await h.send('visitor.record', { who: 'school class', where: 'hall' });
  await h.send('visitor.record', { who: 'vet', farmHours: 60 });
  expect((await visitorsLately(h.db, h.manager.siteId, h.clock.now)).map((v) => [v.who, v.clean]).sort()).toEqual([
    ['feed driver', true],
    ['school class', false],
    ['vet', false],
  ]);
});

test('killing is asked about where the house keeps certificates and who records has none, or an ended one', async () => {
  const at = await standIn(h, 'fry', 4000);
  const cull = (actor = h.culturist) =>
    h.send('loss.record', { ...at, account: 'culled', measured: counted(10), method: 'overdose' }, actor);
  // A house that keeps none here is not asked.
  await cull();
  const save = (more: object) => h.send<{ id: number }>('certificate.save', { what: 'killing', ...more });
  const { id } = await save({ person: h.manager.id, until: h.clock.now + DAY });
  await cull(h.manager);
  const no = await refusal(cull());
  expect(no.asks.map((a) => [a.id, a.message])).toEqual([['uncertified', expect.stringContaining('is not on file')]]);
  h.clock.now += 2 * DAY;
  expect((await refusal(cull(h.manager))).asks[0]!.message).toContain('has ended');
  await save({ id, person: h.manager.id, dropped: true });
  expect(await certificatesOf(h.db, h.manager.siteId)).toEqual([]);
  await cull(h.manager);
  expect((await refusal(save({ id, person: h.manager.id }))).code).toBe('noCertificate');
  expect((await refusal(save({ person: 999 }))).path).toBe('person');
});
