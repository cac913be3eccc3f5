import { Chance } from '@/core/chance';
import type { JudgedFish } from '@/core/selection/judged';
import { totalsOf } from '@/core/selection/totals';
import { fatesOf } from '@/modules/moves/views/fates';
import { hallView } from '@/modules/rearing/views/hall';
import { livingStock } from '@/server/stock/livingStock';
import { siteVersion } from '@/server/version';
import { DAY, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { quietTypes } from '../door';
import { fishOf, selectionRows } from './onBench';
import { selectionBench } from './views/bench';
import { selectionsView } from './views/selections';
import { strainCards } from './views/strains';

let h: TestHatchery;
let site: { siteId: number; timeZone: string };
beforeEach(async () => {
  h = await testHatchery();
  site = { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' };
});

let serial = 0;
const newFish = (more: Partial<JudgedFish> = {}): Partial<JudgedFish> & { id: string; nth: number } => {
  serial += 1;
  return {
    id: `0190a0a0-0000-7000-8000-${String(serial).padStart(12, '0')}`,
    nth: 1,
    bowl: 1,
    decision: 'keep',
    at: serial,
    ...more,
  };
};
const many = (n: number, more: Partial<JudgedFish>) => Array.from({ length: n }, () => newFish(more));

/** Ides of one supplier in R1. */
const brought = (number: number, unit = 'R1', more: object = {}) =>
  h.send<{ lotId: number; lot: string }>('stock.bring', {
    account: 'arrived',
    species: 'ide',
    stage: 'fingerling',
    unit: h.units[unit]!,
    measured: { method: 'counted', number },
    origin: 'Aldern pond keepers',
    strain: 'Aldern golden',
    ...more,
  });
const open = async (unit = 'R1', more: object = {}) =>
  (await h.send<{ id: number }>('selection.open', { unit: h.units[unit]!, keep: 5, second: 3, ...more })).id;
const judge = (selection: number, fish: readonly object[], actor = h.manager) =>
  h.send('selection.judge', { selection, fish }, actor);
const totals = async (id: number) => {
  const [row] = await selectionRows(h.db, site.siteId, { id });
  return totalsOf((await fishOf(h.db, [id])).get(id)!, row!.scheme);
};
const hall = async () => hallView(h.db, site, h.clock.now, await livingStock(h.db, site, h.clock.now));

test('from the tank to the books: kept and second pond are lots of their own, the others leave, the rest is unexplained', async () => {
  const { lotId } = await brought(40);
  const id = await open();
  await judge(id, [
    ...many(6, { decision: 'keep' }),
    ...many(4, { decision: 'second', reasons: ['small'] }),
    newFish({ decision: 'sell', reasons: ['small'], count: 15 }),
    ...many(10, { decision: 'sell', reasons: ['shallow'] }),
    ...many(3, { decision: 'cull', reasons: ['deformity:fins'] }),
  ]);
  const close = (more: object = {}) =>
    h.send<{ kept: string; second: string }>('selection.close', {
      selection: id,
      keepTo: h.units.R2!,
      secondTo: h.units.R3!,
      receiver: 'the market of Tessel',
      priceEach: 4,
      massG: 500,
      method: 'bath of the vet',
      whole: true,
      ...more,
    });
  expect(await refusal(close({ keepTo: undefined }))).toMatchObject({ path: 'keepTo' });
  expect(await refusal(close({ secondTo: h.units.R2! }))).toMatchObject({ path: 'secondTo' });
  expect(await refusal(close({ method: '' }))).toMatchObject({ path: 'method' });
  expect(await refusal(close({ at: h.clock.now - 5 * DAY }))).toMatchObject({ path: 'at' });
  expect(await h.number('R1')).toBe(40);
  const done = await close();
  expect([await h.number('R1'), await h.number('R2'), await h.number('R3')]).toEqual([0, 6, 4]);
  expect(await h.db('posting').where({ account: 'unexplained' }).sum('delta as n').first()).toMatchObject({ n: '2' });
  const kept = await h.db('lot').where({ name: done.kept }).first('id', 'grade');
  expect(kept!.grade).toMatch(/kept/);
  // The deformed of a tank looked through one by one are traced to its parents as any sample is.
  expect(await h.db('observation').where({ kind: 'deformed', lot_id: lotId }).first('trials', 'successes')).toEqual({
    trials: 19,
    successes: 3,
  });
  const [fates] = await fatesOf(h.db, site.siteId, {});
  expect(fates).toMatchObject({
    stays: { keep: 6, second: 4, undecided: 0 },
    taken: false,
    lines: [
      { fate: 'sold', number: 25, massG: 500, receiver: 'the market of Tessel', priceEach: 4 },
      { fate: 'culled', number: 3, massG: null, method: 'bath of the vet' },
    ],
  });
  expect(await refusal(close())).toMatchObject({ code: 'closed' });
  expect(await refusal(judge(id, [newFish()]))).toMatchObject({ code: 'closed', path: 'selection' });
});

test('taken back it is on the bench again with every fish; its paper says so; closed anew the books hold the new figures', async () => {
  await brought(10);
  const id = await open();
  await judge(id, [...many(4, {}), ...many(2, { decision: 'sell', reasons: ['shallow'] })]);
  const close = () => h.send('selection.close', { selection: id, keepTo: h.units.R2! });
  await close();
  expect([await h.number('R1'), await h.number('R2')]).toEqual([4, 4]);
  const entry = (await h.db('entry').where({ kind: 'selection' }).first('id'))!.id;
  await h.send('entry.correct', { entryId: entry, reason: 'two were missed' });
  expect([await h.number('R1'), await h.number('R2')]).toEqual([10, 0]);
  expect(await fatesOf(h.db, site.siteId, {})).toEqual([]);
  expect((await fatesOf(h.db, site.siteId, { entryId: entry }))[0]).toMatchObject({
    taken: true,
    lines: [{ fate: 'sold', number: 2 }],
  });
  await judge(id, many(2, {}));
  await close();
  expect([await h.number('R1'), await h.number('R2')]).toEqual([2, 6]);
});

test('not the whole tank: the rest stays, kept ones cannot go into it; undecided stay and are counted where all were seen', async () => {
  await brought(20);
  const id = await open();
  await judge(id, [...many(3, {}), ...many(2, { decision: 'undecided' })]);
  const close = (more: object) => h.send('selection.close', { selection: id, keepTo: h.units.R2!, ...more });
  expect(await refusal(close({ keepTo: h.units.R1! }))).toMatchObject({ code: 'staysThere' });
  expect(await refusal(close({ keepTo: h.units.R1!, whole: true }))).toMatchObject({ code: 'staysThere' });
  await close({ whole: true });
  expect([await h.number('R1'), await h.number('R2')]).toEqual([2, 3]);
});

test('the kept stay in their own tank where all others left it', async () => {
  await brought(9);
  const id = await open();
  await judge(id, [...many(5, {}), ...many(4, { decision: 'sell', reasons: ['shallow'] })]);
  const done = await h.send<{ kept: string }>('selection.close', { selection: id, keepTo: h.units.R1!, whole: true });
  expect(await h.number('R1')).toBe(5);
  const stands = await h
    .db('holding as h')
    .join('lot as t', 't.id', 'h.lot_id')
    .where('h.number', '>', 0)
    .pluck('t.name');
  expect(stands).toEqual([done.kept]);
  // Those of whom none leaves have a paper, too.
  const second = await open();
  await judge(second, many(5, {}));
  await h.send('selection.close', { selection: second, keepTo: h.units.R2! });
  const entry = (await h.db('entry').where({ kind: 'selection' }).orderBy('seq', 'desc').first('id'))!.id;
  expect(await fatesOf(h.db, site.siteId, { entryId: entry })).toMatchObject([
    { unit: 'R1', lines: [], stays: { keep: 5, second: 0, undecided: 0 }, taken: false },
  ]);
  expect(await fatesOf(h.db, site.siteId, { entryId: '0190a0a0-0000-7000-8000-0000000000ff' })).toEqual([]);
});

test('more were judged than the books hold: asked, not swallowed', async () => {
  await brought(5);
  const id = await open();
  await judge(id, many(7, {}));
  const close = (more: object = {}) =>
    h.send('selection.close', { selection: id, keepTo: h.units.R2!, whole: true, ...more });
  const no = await refusal(close());
  expect(no.asks.map((a) => a.id)).toEqual(['shortfall']);
  expect(await h.number('R1')).toBe(5);
  await close({ shortfall: 'yes' });
  expect(await h.number('R2')).toBe(7);
});

test('what does not hold is refused at its field, by whatever way it comes, and nothing of the batch is written', async () => {
  await brought(20);
  const id = await open();
  const no = await refusal(judge(id, [newFish(), newFish({ decision: 'keep', reasons: ['deformity:fins'] })]));
  expect(no).toMatchObject({ path: 'fish.1.decision' });
  expect((await totals(id)).all).toBe(0);
  expect(await refusal(judge(id, [newFish({ bowl: 0 })]))).toMatchObject({ path: 'fish.0.bowl' });
  expect(await refusal(judge(id, [newFish({ lengthMm: -1 })]))).toMatchObject({ path: 'fish.0.lengthMm' });
  await judge(id, [newFish({ tag: 'A7' })]);
  expect(await refusal(judge(id, [newFish({ tag: ' a7' })]))).toMatchObject({ code: 'tagTwice', path: 'fish.0.tag' });
  expect(await refusal(judge(id, [newFish({ tag: 'B1' }), newFish({ tag: 'b1' })]))).toMatchObject({
    path: 'fish.1.tag',
  });
  const one = newFish();
  expect(await refusal(judge(id, [one, one]))).toMatchObject({ code: 'twice' });
  expect(await refusal(judge(999, [newFish()]))).toMatchObject({ code: 'noSelection' });
  expect(await refusal(open())).toMatchObject({ code: 'openAlready' });
  expect(await refusal(open('R2'))).toMatchObject({ path: 'unit' });
  expect(await refusal(h.send('selection.goal', { selection: id, keep: 4, fromMm: 80, toMm: 60 }))).toMatchObject({
    path: 'toMm',
  });
  expect(await refusal(h.send('selection.goal', { selection: id, keep: 4, fromMm: 80 }))).toMatchObject({
    path: 'toMm',
  });
  expect(await refusal(h.send('selection.judge', { selection: id, fish: [newFish()] }, h.hand))).toMatchObject({
    code: 'notAllowed',
  });
});

test('given up only when that is meant, and then nothing of it is on the bench', async () => {
  await brought(20);
  const id = await open();
  await judge(id, many(3, {}));
  expect((await refusal(h.send('selection.end', { selection: id }))).asks[0]!.id).toBe('givenUp');
  expect((await selectionRows(h.db, site.siteId, { id }))[0]!.overAt).toBeNull();
  await h.send('selection.end', { selection: id, givenUp: 'yes' });
  expect(await h.number('R1')).toBe(20);
  expect(await refusal(judge(id, [newFish()]))).toMatchObject({ code: 'over' });
  // The tank may come to the bench again.
  await open();
});

test('two devices, undo, lost answers, old sendings that come late: the totals are those of what was judged, every time', async () => {
  await brought(5000);
  const id = await open();
  for (let round = 0; round < 6; round++) {
    const chance = new Chance(40 + round);
    type One = Partial<JudgedFish> & { id: string; nth: number };
    const devices = [0, 1].map(() => ({
      all: new Map<string, One>(),
      unsent: new Map<string, One>(),
      sent: [] as One[][],
    }));
    const before = (await totals(id)).all;
    for (let step = 0; step < 60; step++) {
      const d = devices[chance.whole(0, 1)]!;
      const put = (f: One) => {
        d.all.set(f.id, f);
        d.unsent.set(f.id, f);
      };
      const last = [...d.all.values()].at(-1);
      const what = chance.next();
      if (what < 0.55 || !last) put(newFish({ decision: 'sell', reasons: ['shallow'] }));
      else if (what < 0.7) put({ ...last, nth: last.nth + 1, gone: !last.gone });
      else if (what < 0.8) put({ ...last, nth: last.nth + 1, decision: 'keep', reasons: [] });
      else if (what < 0.95 && d.unsent.size > 0) {
        const batch = [...d.unsent.values()];
        await judge(id, batch, chance.next() < 0.5 ? h.manager : h.culturist);
        d.sent.push(batch);
        // A third of the answers are lost on the way: all of it is sent again later.
        if (chance.next() < 0.67) for (const f of batch) if (d.unsent.get(f.id) === f) d.unsent.delete(f.id);
      } else if (d.sent.length > 0) await judge(id, d.sent[chance.whole(0, d.sent.length - 1)]!);
    }
    for (const d of devices) if (d.unsent.size > 0) await judge(id, [...d.unsent.values()]);
    const mine = devices.flatMap((d) => [...d.all.values()]).filter((f) => !f.gone);
    const now = await totals(id);
    expect(now.all - before).toBe(mine.length);
    expect(now.by.keep + now.by.sell).toBe(now.all);
  }
});

test('judging works no page of the house anew; whatever else is sent does', async () => {
  await brought(20);
  const id = await open();
  const version = () => siteVersion(h.db, site.siteId, quietTypes);
  const before = await version();
  await judge(id, many(3, {}));
  expect(await version()).toBe(before);
  await h.send('selection.goal', { selection: id, keep: 3, second: 0 });
  expect(await version()).not.toBe(before);
});

test('half a year later: the followed stand beside what was said; whether signs foretold it is counted; odds are learned', async () => {
  await brought(30);
  const first = await open();
  const followed = Array.from({ length: 8 }, (_, i) =>
    newFish({ tag: `A${i + 1}`, type: 'plain', signs: i < 4 ? ['fin-base'] : [] }),
  );
  await judge(first, [
    ...followed,
    ...many(4, { type: 'plain' }),
    newFish({ tag: 'S1', decision: 'sell', reasons: ['shallow'] }),
  ]);
  await h.send('selection.close', { selection: first, keepTo: h.units.R2!, whole: true });
  h.clock.now += 170 * DAY;
  const list = await selectionsView(h.db, site.siteId, h.clock.now, await hall());
  // The one that was sold is not awaited.
  expect(list.awaited).toMatchObject([{ followed: 8, due: true }]);
  const second = await open('R2');
  const bench = async () => (await selectionBench(h.db, site, second, h.clock.now, await hall()))!;
  expect((await bench()).followed.map((f) => f.fish.tag)).toEqual(followed.map((f) => f.tag));
  expect(await refusal(judge(second, [newFish({ first: followed[0]!.id })]))).toMatchObject({ path: 'fish.0.became' });
  expect(
    await refusal(judge(second, [newFish({ first: '0190a0a0-0000-7000-8000-fffffffffff0', became: 'yes' })])),
  ).toMatchObject({ path: 'fish.0.first' });
  const again = followed.map((f, i) => newFish({ first: f.id, became: i < 4 ? 'yes' : 'no' }));
  await judge(second, again);
  expect(await refusal(judge(second, [newFish({ first: followed[0]!.id, became: 'yes' })]))).toMatchObject({
    code: 'lookedAlready',
  });
  // Taken back, another may be that fish.
  await judge(second, [{ ...again[0]!, nth: 2, gone: true }]);
  await judge(second, [newFish({ first: followed[0]!.id, became: 'yes' })]);
  const b = await bench();
  expect(b.strain).toBe('Aldern golden');
  // Never weighed: how many find room cannot be told.
  expect(b.places.every((p) => p.free === null)).toBe(true);
  expect(b.odds).toMatchObject([{ strain: 'Aldern golden', type: 'plain', became: 4, of: 8, alpha: 5, beta: 5 }]);
  expect(b.signs).toMatchObject([
    {
      sign: 'fin-base',
      word: 'colour at the base of the pectoral fins',
      with: { became: 4, of: 4 },
      without: { became: 0, of: 4 },
      is: 'foretells',
    },
  ]);
  // Those that were chosen are no sample of deformities any more.
  await h.send('selection.close', { selection: second, keepTo: h.units.R3! });
  expect(await h.number('R3')).toBe(8);
  expect(await h.db('observation').where({ kind: 'deformed' }).distinct().pluck('unit_id')).toEqual([h.units.R1!]);
});

test('the manager’s order holds for selections that begin from then on; reasons of an older one stay as they were', async () => {
  await brought(20);
  const before = await open();
  await h.send('selection.scheme', {
    species: 'ide',
    scheme: {
      reasons: [
        { id: 'ground', word: 'ground colour cloudy', group: 'quality' },
        { id: 'shallow', word: 'low back', group: 'build' },
      ],
      signs: [],
      types: [],
      lengthRatio: 1.3,
    },
  });
  await brought(20, 'R4');
  const after = await open('R4');
  const words = async (id: number) =>
    (await selectionRows(h.db, site.siteId, { id }))[0]!.scheme.reasons
      .filter((r) => r.group === 'build' || r.group === 'quality')
      .map((r) => r.word);
  expect(await words(after)).toEqual(['ground colour cloudy', 'low back']);
  expect((await words(before))[0]).toBe('shallow body');
  expect(await refusal(h.send('selection.scheme', { species: 'ide', scheme: {} }, h.culturist))).toMatchObject({
    code: 'notAllowed',
  });
});

test('what became of a strain: by its share of every lot, brought or bred, over several batches', async () => {
  await brought(100);
  await brought(60, 'R4', { lotName: 'second year' });
  await brought(50, 'R5', { lotName: 'theirs', strain: '', origin: 'Tessel brook station' });
  const id = await open();
  await judge(id, [...many(20, {}), ...many(70, { decision: 'sell', reasons: ['shallow'] })]);
  await h.send('selection.close', { selection: id, keepTo: h.units.R2!, whole: true });
  await h.send('dead.record', { unit: h.units.R4!, number: 10 });
  await h.send('loss.record', {
    unit: h.units.R5!,
    account: 'sold',
    fate: 'display',
    measured: { method: 'counted', number: 5 },
    receiver: 'a school',
  });
  const cards = await strainCards(h.db, site.siteId, h.clock.now);
  const aldern = cards.find((c) => c.strain === 'Aldern golden')!;
  expect(aldern).toMatchObject({
    from: 'brought',
    began: 160,
    // 20 kept, 70 sold, 50 of the second batch.
    cameThrough: 140,
    kept: { n: 20, of: 90 },
  });
  expect(aldern.batches.find((b) => b.lot === 'second year')).toMatchObject({
    began: 60,
    alive: 50,
    gone: { dead: 10 },
  });
  expect(cards.find((c) => c.strain === 'Tessel brook station')).toMatchObject({
    began: 50,
    cameThrough: 50,
    kept: null,
  });
  expect((await fatesOf(h.db, site.siteId, {}))[0]).toMatchObject({
    lines: [{ fate: 'display', number: 5, receiver: 'a school' }],
  });
});

test('where they may go: room for so many of their size in an empty tank and beside others, by the limit that binds', async () => {
  await brought(40, 'R1', { species: 'arctic-char' });
  await h.db('unit').where({ id: h.units.R2! }).update({ volume_l: 500, flow_l_min: 20 });
  await h.db('unit').where({ id: h.units.R3! }).update({ volume_l: 500, flow_l_min: 20 });
  await h.send('weigh.record', { unit: h.units.R1!, batches: [200, 204].map((massG) => ({ massG, count: 20 })) });
  await brought(30, 'R3', { lotName: 'others', species: 'arctic-char' });
  await h.send('weigh.record', { unit: h.units.R3!, batches: [200, 204].map((massG) => ({ massG, count: 20 })) });
  const id = await open();
  const { places } = (await selectionBench(h.db, site, id, h.clock.now, await hall()))!;
  const free = (name: string) => places.find((p) => p.name === name)!.free;
  expect(free('R2')!).toBeGreaterThan(30);
  expect(free('R2')! - free('R3')!).toBeGreaterThanOrEqual(29);
  expect(free('R2')! - free('R3')!).toBeLessThanOrEqual(31);
  // A unit of which no volume and no flow is known says nothing.
  expect(free('R4')).toBeNull();
});
