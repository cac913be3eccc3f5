import { Chance } from '@/core/chance';
import { arrivedLately } from '@/modules/health/views/arrived';
import { flowsSince, reachBack, reachForward, spreadBy } from '@/store/books/reach';
import { counted, feedLot, saltBath, standIn } from '../../../tests/support/example';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { subjectIn } from './subject';
import { traceable, traced } from './views/trace';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});
const site = () => ({ siteId: h.manager.siteId, timeZone: 'Europe/Vienna' });
const trace = (of: string) => traced(h.db, site(), subjectIn(of)!, h.clock.now);
const move = (from: string, to: string, number: number) => {
  h.clock.now += HOUR;
  return h.send('move.record', {
    sources: [{ unit: h.units[from]!, amount: { kind: 'measured', measured: counted(number) } }],
    to: h.units[to]!,
    mix: 'yes',
  });
};

test('a lot of feed is followed to all that ate of it and where they went, not to those that left before', async () => {
  await standIn(h, 'fingerling', 5000);
  await move('R1', 'R2', 1000);
  const feed = await feedLot(h);
  await h.send('feed.record', { unit: h.units.R1!, massG: 200, feedLot: feed });
  await move('R1', 'R3', 500);
  h.clock.now += HOUR;
  await h.send('release.record', {
    unit: h.units.R3!,
    site: h.releaseSite,
    batches: [{ massG: 500, count: 100 }],
    bucketsG: [1000],
  });
  const t = (await trace(`feedLot:${feed}`))!;
  expect(t.forward!.stands.map((s) => s.unit).sort()).toEqual(['R1', 'R3']);
  expect(t.forward!.out).toMatchObject([{ what: 'released', to: 'Lake Ivarre', unit: 'R3', number: 200 }]);
  // From what was released back to the feed, the tanks, the hands.
  const back = (await trace(`entry:${t.forward!.out[0]!.entryId}`))!;
  expect(back.back!.feeds).toMatchObject([{ feedLotId: feed, tanks: ['R1'] }]);
  expect(back.back!.tanks.map((x) => x.unit).sort()).toEqual(['R1', 'R3']);
  expect(back.back!.origins).toHaveLength(1);
  expect(back.back!.people[0]!.name).toBe('Manager');
});

test('a treatment is followed on; what was corrected is followed as it holds now', async () => {
  const at = await standIn(h, 'fingerling', 4000);
  h.clock.now += HOUR;
  await h.send('treatment.give', {
    ...at,
    ...saltBath,
  });
  const entry = (await h.db('entry').where({ kind: 'treatment' }).first('id'))!.id;
  await move('R1', 'R2', 1000);
  const stands = async () => (await trace(`entry:${entry}`))!.forward!.stands.map((s) => s.unit).sort();
  expect(await stands()).toEqual(['R1', 'R2']);
  const moved = (await h.db('entry').where({ kind: 'move' }).orderBy('seq', 'desc').first('id'))!.id;
  await h.send('entry.correct', {
    entryId: moved,
    reason: 'it was R4',
    replacement: {
      sources: [{ unit: h.units.R1!, amount: { kind: 'measured', measured: counted(1000) } }],
      to: h.units.R4!,
    },
  });
  expect(await stands()).toEqual(['R1', 'R4']);
});

test('what there is not is told so; nothing of an empty hatchery can be chosen', async () => {
  expect(await traceable(h.db, h.manager.siteId)).toEqual([]);
  expect(await trace('lot:99')).toBeNull();
  expect(await trace('feedLot:1')).toBeNull();
  expect(await trace('entry:00000000-0000-7000-8000-000000000000')).toBeNull();
  expect(subjectIn('lot:1;drop')).toBeUndefined();
  expect(subjectIn(undefined)).toBeUndefined();
  expect(await trace(`unit:${h.units.R1!}`)).toMatchObject({ forward: { out: [], stands: [] } });
});

test('of random moves and mixings, each that is reached from a tank reaches it back, and no other', async () => {
  const random = new Chance(23);
  const names = ['R1', 'R2', 'R3', 'R4', 'R5', 'R6'];
  await standIn(h, 'fingerling', 5000);
  await h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage: 'fingerling',
    unit: h.units.R2!,
    measured: counted(5000),
  });
  for (let k = 0; k < 12; k++) {
    const standing = (
      await h
        .db('holding as h')
        .join('unit as u', 'u.id', 'h.unit_id')
        .where('h.number', '>', 200)
        .distinct('u.name')
        .pluck('u.name')
    ).sort() as string[];
    const from = standing[random.whole(0, standing.length - 1)]!;
    const to = names.filter((n) => n !== from)[random.whole(0, 4)]!;
    await move(from, to, random.whole(50, 150)).catch(() => null);
  }
  const all = (await h.db('holding').pluck('id')) as number[];
  const forward = new Map<number, Set<number>>();
  for (const id of all)
    forward.set(id, new Set((await reachForward(h.db, new Map([[id, Number.NEGATIVE_INFINITY]]))).keys()));
  // What is worked of flows that were fetched before is what is asked step by step.
  const known = await flowsSince(h.db, all, 0);
  for (const id of all)
    expect([...spreadBy(known, new Map([[id, Number.NEGATIVE_INFINITY]])).keys()].sort()).toEqual(
      [...forward.get(id)!].sort(),
    );
  let pairs = 0;
  for (const id of all) {
    const back = await reachBack(h.db, new Map([[id, h.clock.now + DAY]]));
    for (const from of all) {
      expect([from, id, back.has(from)]).toEqual([from, id, forward.get(from)!.has(id)]);
      if (from !== id && back.has(from)) pairs += 1;
    }
  }
  expect(pairs).toBeGreaterThan(10);
}, 120_000);

test('papers with which they came stand in the ledger and in what is traced back; dead on the way are said and not counted in', async () => {
  const { lotId } = await h.send<{ lotId: number }>('stock.bring', {
    account: 'arrived',
    species: 'tench',
    stage: 'fingerling',
    unit: h.units.R1!,
    measured: { method: 'counted', number: 900 },
    origin: 'Aldern pond keepers',
    papers: 'H 1204/31',
    deadOnArrival: 12,
  });
  expect(await h.number('R1')).toBe(900);
  const back = (await traced(h.db, site(), { of: 'lot', id: String(lotId) }, h.clock.now))!.back!;
  expect(back.origins.map((o) => o.says)).toEqual(['arrival, Aldern pond keepers, papers H 1204/31']);
  const entry = await h.db('entry').where({ kind: 'arrival' }).first('words', 'intent');
  expect(JSON.stringify(entry)).toContain('H 1204/31');
  expect((await arrivedLately(h.db, h.manager.siteId, h.clock.now))[0]).toMatchObject({
    unit: 'R1',
    papers: 'H 1204/31',
  });
});

test('what the parents were given stands with their eggs: before they spawned, alone or with their run, not what was taken back', async () => {
  const tagged = async (tag: string, sex: string) =>
    (await h.send<{ id: number }>('brood.save', { species: 'arctic-char', tag, sex })).id;
  const [f1, f2, m1] = [await tagged('F1', 'female'), await tagged('F2', 'female'), await tagged('M1', 'male')];
  const give = (fish: number) => h.send('treatment.brood', { fish, ...saltBath });
  h.clock.now += HOUR;
  await give(f1);
  h.clock.now += HOUR;
  await give(m1);
  h.clock.now += HOUR;
  // Another female's, and one that was never given.
  await give(f2);
  await give(m1);
  const last = (await h.db('entry').where({ kind: 'broodTreatment' }).orderBy('seq', 'desc').first('id'))!.id;
  await h.send('entry.correct', { entryId: last, reason: 'the other tank' });
  h.clock.now += DAY;
  const { lotId } = await h.send<{ lotId: number }>('take.record', {
    species: 'arctic-char',
    females: [{ tag: 'F1' }],
    males: [{ tag: 'M1' }],
    cross: 'pooled',
    measured: { method: 'counted', number: 900 },
    unit: h.units.J1!,
  });
  h.clock.now += DAY;
  await give(f1);
  const met = (await trace(`lot:${lotId}`))!.back!;
  expect(met.parentTreatments.map((t) => t.parent)).toEqual(['F1', 'M1']);
  expect(met.parentTreatments[0]).toMatchObject({ product: saltBath.product });
  expect(met.treatments).toEqual([]);
});
