import { standIn } from '../../../tests/support/example';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { dayBoard } from './views/day';
import { haulViews } from './views/hauls';
import { returnsOf } from './views/returns';

const ZONE = 'Europe/Vienna';
let h: TestHatchery;
let at: { unit: number; stage: string };
beforeEach(async () => {
  h = await testHatchery();
  at = await standIn(h, 'fingerling', 20_000);
  await h.send('releaseSite.save', {
    id: h.releaseSite,
    name: 'Lake Ivarre',
    points: ['upper bridge', 'mill', 'weir'],
  });
});
const letGo = (more: object = {}) =>
  h.send<{ entryId: string }>('release.record', {
    ...at,
    site: h.releaseSite,
    batches: [{ massG: 1000, count: 100 }],
    bucketsG: [10_000, 10_000, 10_000, 10_000],
    ...more,
  });
const back = (more: object = {}) =>
  h.send('return.record', {
    site: h.releaseSite,
    examined: 50,
    marks: [{ mark: 'Clip', number: 4, wished: 1 }],
    ...more,
  });
const returns = () => returnsOf(h.db, h.manager.siteId, h.clock.now, ZONE);

test('what was let go with a mark, what came back of it, and what reached the wished size', async () => {
  await letGo({ mark: 'clip', markedShare: 0.5 });
  await letGo({ mark: '' });
  h.clock.now += 200 * DAY;
  await back({ seenShare: 0.5 });
  await back({ marks: [{ mark: 'clip', number: 2, wished: 2 }], seenShare: 0.5 });
  const [m, ...more] = (await returns()).marks;
  expect(more).toEqual([]);
  expect(m).toMatchObject({ site: 'Lake Ivarre', mark: 'clip', marked: 2000, seen: 6, wished: 3, shareSeen: 0.5 });
  expect(m!.came!.share).toBeCloseTo(6 / 1000, 9);
  expect(m!.came!.low).toBeLessThan(0.006);
  expect(m!.reached!.share).toBeCloseTo(3 / 1000, 9);
});

test('a look is taken back, and a release corrected counts as it holds now', async () => {
  const { entryId } = await letGo({ mark: 'clip' });
  h.clock.now += 30 * DAY;
  await back();
  const entry = await h.db('entry').where({ kind: 'fishReturn' }).first('id');
  await h.send('entry.correct', {
    entryId,
    reason: 'one bucket was not let go',
    replacement: {
      ...at,
      site: h.releaseSite,
      batches: [{ massG: 1000, count: 100 }],
      bucketsG: [10_000, 10_000, 10_000],
      mark: 'clip',
    },
  });
  expect((await returns()).marks).toMatchObject([{ marked: 3000, seen: 4 }]);
  await h.send('entry.correct', { entryId: entry!.id, reason: 'another trap' });
  expect(await returns()).toMatchObject({ marks: [{ seen: 0, came: { share: 0 } }], looks: [] });
});

test('an unknown mark is asked about; more marks than fish, more wished than there were, one mark twice are told', async () => {
  await letGo({ mark: 'clip' });
  h.clock.now += 30 * DAY;
  const strange = { marks: [{ mark: 'red dye', number: 1 }] };
  expect((await refusal(back(strange))).asks.map((a) => a.id)).toEqual(['strangeMark']);
  await back({ ...strange, strangeMark: 'meant' });
  expect((await refusal(back({ examined: 3 }))).path).toBe('examined');
  expect((await refusal(back({ marks: [{ mark: 'clip', number: 1, wished: 2 }] }))).path).toBe('marks.0.wished');
  const twice = [
    { mark: 'clip', number: 1 },
    { mark: 'CLIP', number: 1 },
  ];
  expect((await refusal(back({ marks: twice }))).path).toBe('marks.1.mark');
  expect((await refusal(back({ site: 999 }))).code).toBe('noSite');
});

test('buckets are spread over places: no more than were weighed; a share of marked needs a mark; one place twice is told', async () => {
  const spread = [
    { point: 'mill', buckets: 3, by: 'school' },
    { point: 'weir', buckets: 2 },
  ];
  expect((await refusal(letGo({ spread }))).path).toBe('spread');
  expect((await refusal(letGo({ markedShare: 0.5 }))).path).toBe('mark');
  expect((await refusal(h.send('releaseSite.save', { name: 'x', points: ['mill', 'Mill'] }))).path).toBe('points');
  await letGo({ spread: spread.slice(0, 1), waterCelsius: 9 });
});

test('the day at the water: what comes, what was let go where, who carried it; tomorrow has none of it', async () => {
  const lotId = (await h.db('lot').first('id'))!.id;
  const load = { ...at, lotId, number: 4000, site: h.releaseSite, tank: 'front' };
  const { id } = await h.send<{ id: number }>('haul.save', {
    truck: 'blue truck',
    leaveAt: h.clock.now + HOUR,
    hours: 2,
    celsius: 8,
    tanks: [{ name: 'front', volumeL: 1200, oxygenLPerMin: 8 }],
    loads: [load],
  });
  await h.send('haul.note', {
    haul: id,
    what: 'loaded',
    tank: 'front',
    unit: at.unit,
    lotId,
    site: h.releaseSite,
    batches: [{ massG: 1000, count: 100 }],
    bucketsG: [20_000, 18_000],
  });
  h.clock.now += HOUR;
  await letGo({
    haul: id,
    bucketsG: [20_000, 18_000],
    spread: [
      { point: 'mill', buckets: 1, by: 'Tove' },
      { point: 'by the road', buckets: 1, by: 'Tove' },
    ],
    waterCelsius: 9,
  });
  const day = { from: h.clock.now - 6 * HOUR, to: h.clock.now + 6 * HOUR };
  const board = await dayBoard(h.db, h.manager.siteId, h.clock.now, day);
  expect(board.people).toEqual([{ name: 'Tove', buckets: 2 }]);
  expect(board.sites).toMatchObject([
    {
      name: 'Lake Ivarre',
      planned: 3800,
      done: 3800,
      bucketsDone: 2,
      waters: [9],
      arrivals: [{ truck: 'blue truck', number: 3800, buckets: 2 }],
      points: [
        { name: 'upper bridge', buckets: 0 },
        { name: 'mill', buckets: 1, by: ['Tove'] },
        { name: 'weir', buckets: 0 },
        // A place that nobody had named before stands behind those of the list.
        { name: 'by the road', buckets: 1 },
      ],
    },
  ]);
  const next = { from: day.to, to: day.to + DAY };
  expect(await dayBoard(h.db, h.manager.siteId, h.clock.now, next)).toEqual({ hauls: [], sites: [], people: [] });
  expect((await haulViews(h.db, h.manager.siteId, h.clock.now, id))[0]!.loads[0]!.released[0]!.number).toBe(3800);
});
