import { hallView } from '@/modules/rearing/views/hall';
import { livingStock } from '@/server/stock/livingStock';
import { cone, cultureVessel } from '../../../tests/support/example';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { liveFoodThings } from './screens/liveFoodThings';
import { liveFoodDue, liveFoodView, mouthsOf } from './views/liveFood';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});

const site = () => ({ siteId: h.manager.siteId, timeZone: 'Europe/Vienna' });
const hall = async () => hallView(h.db, site(), h.clock.now, await livingStock(h.db, site(), h.clock.now));
const view = async () => liveFoodView(h.db, site(), h.clock.now, mouthsOf(await hall()));
/** Pikeperch larvae in R1, a thousand litres, so many days after the hatch. */
const larvae = async (days = 10, regime = 'percid-brine-shrimp') => {
  const unit = h.units.R1!;
  const room = (await h.db('unit').where({ id: unit }).first('room_id'))!.room_id;
  await h.send('unit.save', { id: unit, room, name: 'R1', kind: 'tank', volumeL: 1000 });
  await h.send('stock.bring', {
    account: 'opening',
    species: 'pikeperch',
    stage: 'fry',
    unit,
    measured: { method: 'counted', number: 20_000 },
  });
  await h.send('regime.follow', { unit, regime, hatchedAt: h.clock.now - days * DAY - HOUR });
  return unit;
};

test('what a tank needs follows from its regime, its day and its water: 3 per mL of a thousand litres', async () => {
  await larvae();
  const v = await view();
  expect(v.mouths).toMatchObject([{ unit: 'R1', place: 10, by: 'days', eachMeal: 3e6 }]);
  // Five meals a day from seven to ten in the evening; it is nine in the morning.
  expect(v.meals).toHaveLength(15);
  expect(v.meals.every((m) => m.nauplii === 3e6 && m.met === 0)).toBe(true);
});

test('in the change to dry feed its share is less, and the dry ration is cut by what is live', async () => {
  const unit = await larvae(18);
  const v = await view();
  const live = v.mouths[0]!.feeds.find((f) => f.perMl !== undefined)!;
  expect(live.share).toBeGreaterThan(0);
  expect(live.share).toBeLessThan(1);
  expect(v.mouths[0]!.eachMeal).toBeCloseTo(3e6 * live.share, 0);
  await h.send('ration.set', { unit, method: 'fixed', fixedG: 100 });
  const [fed] = (await hall()).units.find((u) => u.name === 'R1')!.fed;
  expect(fed!.prescribed).toMatchObject({ methodG: expect.closeTo(100 * (1 - live.share), 6) });
});

test('on live food alone no dry ration is told; after the regime has ended it feeds nothing', async () => {
  await larvae(8);
  expect((await hall()).units.find((u) => u.name === 'R1')!.fed[0]!.prescribed).toEqual({
    is: 'none',
    why: 'onLiveFood',
  });
});

test('a plan of starts meets what is not sown yet, and names the meals that no cone meets in time', async () => {
  await larvae();
  const id = await cone(h);
  let v = await view();
  // The first meals come before any cyst hatches.
  expect(v.short.length).toBeGreaterThan(0);
  expect(v.short[0]!.at).toBeLessThan(h.clock.now + v.hatchHours * HOUR);
  expect(v.starts.length).toBeGreaterThan(0);
  expect(v.starts.every((s) => s.vesselId === id && s.cystsG <= 120 + 1e-6)).toBe(true);
  // Sown as planned, its meals are met by what is sown.
  const first = v.starts[0]!;
  h.clock.now = Math.max(h.clock.now, first.at);
  await h.send('cysts.sow', { vessel: id, cystsG: Math.ceil(first.cystsG) });
  v = await view();
  expect(v.vessels[0]!.batch!.hatchAt - h.clock.now).toBeCloseTo(21 * HOUR, -3);
  expect(v.meals.some((m) => m.met >= m.nauplii - 1)).toBe(true);
});

test('a harvest is counted, given out and spoils; own harvests bend what is reckoned with', async () => {
  const unit = await larvae();
  const id = await cone(h);
  await h.send('cysts.sow', { vessel: id, cystsG: 50 });
  expect((await refusal(h.send('cysts.sow', { vessel: id, cystsG: 50 }))).message).toMatch(/not harvested/);
  h.clock.now += 4 * HOUR;
  expect(
    (await refusal(h.send('cysts.harvest', { vessel: id, totalVolumeL: 40, sampleMl: 1, counts: [250] }))).message,
  ).toMatch(/take 21 h/);
  h.clock.now += 18 * HOUR;
  const done = await h.send<{ number: number; low: number; high: number }>('cysts.harvest', {
    vessel: id,
    totalVolumeL: 40,
    sampleMl: 0.5,
    counts: [98, 104, 101],
  });
  // 303 in a millilitre and a half of forty litres.
  expect(done.number).toBeCloseTo((303 / 1.5) * 40_000, -2);
  expect(done.low).toBeLessThan(done.number);
  expect(done.high).toBeGreaterThan(done.number);
  await h.send('prey.give', { unit, number: 3_000_000, vessel: id });
  let v = await view();
  expect(v.vessels[0]!.kept!.left).toBeCloseTo(done.number - 3e6, 0);
  expect(v.gives).toMatchObject({ harvests: 1 });
  expect(v.gives.perGram).toBeCloseTo((2 * 280_000 * 0.8 * 0.9 + done.number / 50) / 3, -1);
  expect((await refusal(h.send('prey.give', { unit, number: 9_000_000, vessel: id }))).message).toMatch(/has .* left/);
  h.clock.now += 7 * HOUR;
  v = await view();
  expect(v.vessels[0]!.kept).toBeNull();
});

test('too much in a litre is refused or asked about; a cone that was not sown is not harvested', async () => {
  const id = await cone(h);
  expect((await refusal(h.send('cysts.sow', { vessel: id, cystsG: 900 }))).code).toBe('absurdDensity');
  expect((await refusal(h.send('cysts.sow', { vessel: id, cystsG: 200 }))).message).toMatch(/3.3 g in each litre/);
  await h.send('cysts.sow', { vessel: id, cystsG: 200, dense: 'yes' });
  await h.send('cysts.harvest', { vessel: id, pouredAway: true });
  expect((await refusal(h.send('cysts.harvest', { vessel: id, pouredAway: true }))).code).toBe('notSown');
  expect(await refusal(h.send('cysts.harvest', { vessel: id }))).toMatchObject({ code: expect.any(String) });
  expect(await refusal(h.send('vessel.save', { name: 'C1', volumeL: 20 }))).toMatchObject({ path: 'name' });
});

test('a regime of another species, a hatch that nobody knows', async () => {
  const unit = h.units.R1!;
  await h.send('stock.bring', {
    account: 'opening',
    species: 'pikeperch',
    stage: 'fry',
    unit,
    measured: { method: 'counted', number: 20_000 },
  });
  expect(await refusal(h.send('regime.follow', { unit, regime: 'salmonid-dry' }))).toMatchObject({ path: 'regime' });
  expect(await refusal(h.send('regime.follow', { unit, regime: 'percid-brine-shrimp' }))).toMatchObject({
    path: 'hatchedAt',
  });
});

test('an empty hatchery: no vessels, no mouths, no meals', async () => {
  expect(await view()).toMatchObject({ vessels: [], mouths: [], meals: [], starts: [], short: [] });
});

describe('a culture', () => {
  const count = (vessel: number, each: number, over: Record<string, unknown> = {}) =>
    h.send<{ perMl: number; taken: number }>('culture.count', {
      vessel,
      sampleMl: 0.5,
      counts: [each, each, each],
      ...over,
    });
  const started = async () => {
    const vessel = await cultureVessel(h);
    await h.send('culture.start', { vessel, organism: 'rotifers', perMl: 120 });
    return vessel;
  };
  const of = async () => (await view()).vessels.find((v) => v.name === 'RC1')!;

  test('counted each day it tells its growth, what may be taken, and gives it out', async () => {
    const unit = await larvae(4, 'percid-rotifers');
    const vessel = await started();
    for (const each of [90, 130]) {
      h.clock.now += DAY;
      await count(vessel, each);
    }
    const c = (await of()).culture!;
    expect(c).toMatchObject({ is: 'growing', kind: { name: 'rotifers' } });
    expect(c.rate).toBeCloseTo(Math.log(260 / 120) / 2, 1);
    // More than it grows again is asked about; nothing is recorded by the question.
    h.clock.now += DAY;
    expect((await refusal(count(vessel, 180, { takenL: 40 }))).message).toMatch(/taken of a culture that grows/);
    const done = await count(vessel, 180, { takenL: 15 });
    expect(done).toMatchObject({ perMl: 360, taken: 360 * 15_000 });
    expect((await of()).kept).toMatchObject({ harvested: 5.4e6, left: 5.4e6 });
    await h.send('prey.give', { unit, number: 2e6, prey: 'rotifers', vessel });
    expect((await of()).kept!.left).toBeCloseTo(3.4e6, 0);
    expect((await refusal(h.send('prey.give', { unit, number: 9e6, prey: 'rotifers', vessel }))).message).toMatch(
      /left/,
    );
    // Its meals of rotifers are held against what it grows.
    const rotifers = (await view()).others.find((o) => o.feed === 'rotifers')!;
    expect(rotifers.units).toEqual(['R1']);
    expect(rotifers.gives).toBeCloseTo(3.4e6 + (await of()).culture!.growsShare * 360 * 50_000, 0);
  });

  test('few with eggs warns, a fall is a crash; ended and set on anew it begins with nothing behind it', async () => {
    const vessel = await started();
    h.clock.now += DAY;
    await count(vessel, 80, { carrying: 2, eggsOf: 60 });
    expect((await of()).culture).toMatchObject({ is: 'crashing', why: 'fewEggs' });
    h.clock.now += DAY;
    await count(vessel, 40, { carrying: 15, eggsOf: 60 });
    expect((await of()).culture).toMatchObject({ is: 'crashing', why: 'falls' });
    await h.send('culture.end', { vessel, why: 'crashed' });
    expect((await of()).culture).toBeNull();
    expect((await refusal(count(vessel, 40))).message).toMatch(/No culture runs/);
    h.clock.now += HOUR;
    await h.send('culture.start', { vessel, organism: 'waterFleas', perMl: 1 });
    expect((await of()).culture).toMatchObject({ is: 'young', kind: { name: 'water fleas' } });
  });

  test('corrected it is held against the counts before it; a tenfold count is asked about, half an egg sample refused', async () => {
    const vessel = await started();
    h.clock.now += DAY;
    expect((await refusal(count(vessel, 800))).message).toMatch(/1.600 in a millilitre; about 120 were expected/);
    await count(vessel, 80);
    const entry = await h.db('entry').orderBy('seq', 'desc').first('id');
    await h.send('entry.correct', { entryId: entry!.id, reason: 'misread', replacement: { counts: [70, 70, 70] } });
    expect((await of()).culture!.counts.map((x) => x.perMl)).toEqual([120, 140]);
    expect((await refusal(count(vessel, 80, { carrying: 4 }))).message).toMatch(/belongs to the other/);
    expect((await refusal(count(vessel, 80, { takenL: 500 }))).message).toMatch(/holds 50/);
    expect((await refusal(h.send('culture.start', { vessel, perMl: 100 }))).message).toMatch(/run in RC1 since/);
    const c1 = await cone(h);
    expect((await refusal(h.send('culture.start', { vessel: c1, perMl: 100 }))).code).toBe('noCultureVessel');
  });
});

describe('what Today says of live food', () => {
  const due = async () => liveFoodDue(h.db, site(), h.clock.now, mouthsOf(await hall()));
  const says = async () =>
    liveFoodThings(await due(), h.clock.now, 'Europe/Vienna').map((t) => `${t.tone} ${t.who}: ${t.says}`);

  test('a start missed says beforehand which meal fails, by when to sow for it, and what is lost already', async () => {
    await larvae();
    const id = await cone(h);
    const d = await due();
    // Meals before the next hatch are lost; the first after it may still be sown for.
    expect(d.lost.every((m) => m.at < h.clock.now + 21 * HOUR)).toBe(true);
    expect(d.sow!.by).toBe(d.sow!.mealAt - 21 * HOUR);
    expect(d.sow!.by).toBeGreaterThanOrEqual(h.clock.now);
    expect((await says()).at(-1)).toMatch(/^(now|overdue) Cones: sow by .* else the meal at .* fails$/);
    // An hour too late it is lost, and the next one is spoken of.
    const before = d.sow!.mealAt;
    h.clock.now = d.sow!.by + HOUR;
    const later = await due();
    expect(later.lost.map((m) => m.at)).toContain(before);
    expect(later.sow!.mealAt).toBeGreaterThan(before);
    // Sown, it is harvested when it has hatched.
    await h.send('cysts.sow', { vessel: id, cystsG: 100 });
    h.clock.now += 22 * HOUR;
    expect(await says()).toContainEqual(expect.stringMatching(/^now C1: hatched since .*: harvest it$/));
    h.clock.now += 5 * HOUR;
    expect(await says()).toContainEqual(expect.stringMatching(/^overdue C1: hatched since/));
  });

  test('a culture about to crash, or not counted, is named; nobody fed and no culture say nothing', async () => {
    expect(await says()).toEqual([]);
    const vessel = await cultureVessel(h);
    await h.send('culture.start', { vessel, perMl: 100 });
    h.clock.now += 27 * HOUR;
    expect(await says()).toEqual(['now RC1: count the rotifers']);
    await h.send('culture.count', { vessel, sampleMl: 1, counts: [120, 124, 118], carrying: 2, eggsOf: 60 });
    expect(await says()).toEqual(['overdue RC1: rotifers are about to crash: take nothing, set on anew']);
  });
});

test('a harvest kept cold is good for a day; shells among it are told as a share', async () => {
  const id = await cone(h);
  const harvest = async (over: Record<string, unknown>) => {
    await h.send('cysts.sow', { vessel: id, cystsG: 50 });
    h.clock.now += 22 * HOUR;
    return h.send<{ shells: number | null }>('cysts.harvest', {
      vessel: id,
      totalVolumeL: 40,
      sampleMl: 0.5,
      counts: [98, 104, 98],
      ...over,
    });
  };
  expect((await harvest({})).shells).toBeNull();
  const kept = async () => (await view()).vessels[0]!.kept;
  expect((await kept())!.until - h.clock.now).toBe(6 * HOUR);
  const cold = await harvest({ shells: 100, chilled: true });
  expect(cold.shells).toBeCloseTo(0.25, 9);
  expect((await kept())!.until - h.clock.now).toBe(24 * HOUR);
  h.clock.now += 20 * HOUR;
  expect((await kept())!.left).toBeGreaterThan(0);
});

test('one harvest shared out over two tanks is one record: each has its part, the cone what is left; corrected it holds', async () => {
  const unit = await larvae();
  const other = h.units.R2!;
  await h.send('stock.bring', {
    account: 'opening',
    species: 'pikeperch',
    stage: 'fry',
    unit: other,
    measured: { method: 'counted', number: 40_000 },
  });
  await h.send('regime.follow', { unit: other, regime: 'percid-brine-shrimp', hatchedAt: h.clock.now - 10 * DAY });
  const vessel = await cone(h);
  await h.send('cysts.sow', { vessel, cystsG: 80 });
  h.clock.now += 22 * HOUR;
  await h.send('cysts.harvest', { vessel, totalVolumeL: 60, sampleMl: 1, counts: [200, 200, 200] });
  expect((await view()).mouths.map((m) => [m.unit, m.prey.length])).toEqual([
    ['R1', 1],
    ['R2', 1],
  ]);
  const parts = [
    { unit, number: 2_000_000 },
    { unit: other, number: 4_000_000 },
  ];
  const r = await h.send<{ left: number }>('prey.share', { vessel, prey: 'brine shrimp', parts });
  expect(r).toMatchObject({ given: 6_000_000, tanks: 2, left: 6_000_000 });
  const left = async () => (await view()).vessels[0]!.kept!.left;
  expect(await left()).toBe(6_000_000);
  const entry = (await h.db('entry').where({ kind: 'preyShared' }).first('id'))!.id;
  await h.send('entry.correct', {
    entryId: entry,
    reason: 'R2 got less',
    replacement: { parts: [parts[0], { unit: other, number: 3_000_000 }] },
  });
  expect(await left()).toBe(7_000_000);
  // More than is left is asked about; a tank twice, or nothing at all, is refused.
  expect(
    await refusal(h.send('prey.share', { vessel, prey: 'brine shrimp', parts: [{ unit, number: 7_500_000 }] })),
  ).toMatchObject({
    code: 'sure',
  });
  expect(
    await refusal(h.send('prey.share', { vessel, prey: 'brine shrimp', parts: [parts[0], parts[0]] })),
  ).toMatchObject({
    code: 'twice',
  });
  expect(
    await refusal(h.send('prey.share', { vessel, prey: 'brine shrimp', parts: [{ unit, number: 0 }] })),
  ).toMatchObject({
    code: 'nothing',
  });
  expect(await left()).toBe(7_000_000);
});

test('too many larvae for the water are told before they are weighed', async () => {
  await larvae();
  expect((await hall()).units.find((u) => u.name === 'R1')!.tight).toMatchObject({ limit: 'larvae', share: 0.4 });
});
