import { livingStock } from '@/server/stock/livingStock';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { firstFeedingView } from './views/firstFeeding';
import { hallView } from './views/hall';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});

const site = () => ({ siteId: h.manager.siteId, timeZone: 'Europe/Vienna' });
const view = async () => firstFeedingView(h.db, site(), h.clock.now, await livingStock(h.db, site(), h.clock.now));
const tank = async (name: string) => (await view()).lots.flatMap((l) => l.tanks).find((t) => t.unit === name);

/** Water of the hall, read each day for two weeks and some hours ago. */
async function water(celsius: number) {
  const room = (await h.db('unit').where({ id: h.units.R1! }).first('room_id'))!.room_id;
  const { id } = await h.send<{ id: number }>('sensor.save', { name: 'hall', room });
  for (let d = 14; d >= 0; d--)
    await h.send('temperature.record', {
      sensor: id,
      celsius,
      at: h.clock.now - d * DAY - HOUR,
    });
}
/** Pikeperch on their yolk in R1; a regime tells that half had hatched so many days ago. */
async function larvae(days: number, stage = 'yolksac') {
  const unit = h.units.R1!;
  await h.send('stock.bring', {
    account: 'opening',
    species: 'pikeperch',
    stage,
    unit,
    measured: { method: 'counted', number: 20_000 },
  });
  await h.send('regime.follow', { unit, regime: 'percid-rotifers', hatchedAt: h.clock.now - days * DAY });
  return unit;
}
const meal = (unit: number) => h.send('prey.give', { unit, number: 400_000, prey: 'rotifers' });
const look = (unit: number, check: string, successes: number, trials: number) =>
  h.send('check.record', { unit, check, successes, trials });

/** So many of them moved into R2. */
const toR2 = (unit: number, number: number, more: object = { notTaken: 'meant' }) =>
  h.send('move.record', {
    sources: [{ unit, amount: { kind: 'measured', measured: { method: 'counted', number } } }],
    to: h.units.R2!,
    tempered: 'tempered',
    overload: 'yes',
    ...more,
  });

test('at sixteen degrees pikeperch come to feed 6.4 days after the hatch; the clock says it with what comes before and after', async () => {
  await water(16);
  await larvae(3);
  const t = (await tank('R1'))!;
  const after = (id: 'mouthOpen' | 'firstFeeding' | 'noReturn') => (t.clock!.dates[id]!.at - t.clock!.hatchAt) / DAY;
  expect(after('firstFeeding')).toBeCloseTo(6.368, 2);
  expect(after('mouthOpen')).toBeCloseTo(0.7 * 6.368, 2);
  expect(after('noReturn')).toBeCloseTo(2 * 6.368, 2);
  expect(t.clock!.passed).toBeCloseTo(3 / 6.368, 2);
  expect(t.state.is).toBe('yolk');
  expect(t.regime).toMatchObject({ first: 'rotifers', live: true });
});

test('what stands ready is ticked tank by tank, and taken back it does not', async () => {
  await water(16);
  const unit = await larvae(5);
  await toR2(unit, 8000);
  const r = await h.send('ready.tick', { unit, what: 'larvae: film', says: 'surface film off' });
  expect(r).toMatchObject({ unit: 'R1' });
  expect((await tank('R1'))!.ready).toEqual(['larvae: film']);
  expect((await tank('R2'))!.ready).toEqual([]);
  const entry = (await h.db('entry').where({ kind: 'prepared' }).first('id'))!.id;
  await h.send('entry.correct', { entryId: entry, reason: 'not yet' });
  expect((await tank('R1'))!.ready).toEqual([]);
});

test('a hatchery’s own point of no return takes the place of the shipped one', async () => {
  await water(16);
  await larvae(3);
  await h.send('species.setValue', {
    species: 'pikeperch',
    path: 'values.point-of-no-return',
    value: { value: 1.5, spread: 0.1 },
    source: 'own beakers',
    why: 'kept unfed in two seasons',
  });
  const t = (await tank('R1'))!;
  expect((t.clock!.dates.noReturn!.at - t.clock!.hatchAt) / DAY).toBeCloseTo(1.5 * 6.368, 2);
});

test('never fed: due, late, starving, each on the hall and the desk; one meal ends it, taken back it stands again', async () => {
  await water(16);
  const unit = await larvae(5.5);
  const hallSays = async () =>
    (await hallView(h.db, site(), h.clock.now, await livingStock(h.db, site(), h.clock.now))).units.find(
      (u) => u.name === 'R1',
    )!.larval;
  expect((await tank('R1'))!.state.is).toBe('firstMealDue');
  h.clock.now += 3 * DAY;
  expect((await tank('R1'))!.state).toEqual({ is: 'starving', tone: 'grave' });
  expect(await hallSays()).toEqual([{ is: 'starving', tone: 'grave' }]);
  await meal(unit);
  expect((await tank('R1'))!.state.is).toBe('feeding');
  const entry = await h.db('entry').orderBy('seq', 'desc').first('id');
  await h.send('entry.correct', { entryId: entry!.id, reason: 'it was R2' });
  expect((await tank('R1'))!.state.is).toBe('starving');
});

test('what a sister tank ate is not theirs; what they ate before they were moved is', async () => {
  await water(16);
  const unit = await larvae(7);
  await meal(unit);
  h.clock.now += HOUR;
  await toR2(unit, 8000);
  h.clock.now += 20 * HOUR;
  await meal(unit);
  const [here, moved] = [(await tank('R1'))!, (await tank('R2'))!];
  expect(here.food).toMatchObject({ days: 2 });
  expect(moved.food!.last).toBeLessThan(h.clock.now - 19 * HOUR);
  expect(moved.state).toEqual({ is: 'gap', tone: 'grave' });
});

test('feeding is declared taken by criteria; what is not met is asked, by name; twice is refused', async () => {
  await water(16);
  const unit = await larvae(7);
  expect((await refusal(h.send('feeding.taken', { unit }))).code).toBe('notFed');
  for (let d = 0; d < 4; d++) {
    await meal(unit);
    h.clock.now += DAY;
  }
  await meal(unit);
  await look(unit, 'gutFull', 40, 60);
  // Before that nobody takes them out of where they were started without saying so.
  const leaves = (await refusal(toR2(unit, 100, {}))).asks;
  expect(leaves.map((a) => a.id)).toEqual(['notTaken']);
  expect(leaves[0]!.message).toMatch(/R1: 40 of 60 with full guts/);
  // A grading takes them away just as well.
  const graded = await refusal(
    h.send('grade.record', {
      unit,
      classes: [
        { grade: 'large', unit: h.units.R2!, amount: { kind: 'all' } },
        { grade: 'small', unit, amount: { kind: 'measured', measured: { method: 'counted', number: 100 } } },
      ],
    }),
  );
  expect(graded.asks.find((a) => a.id === 'notTaken')).toMatchObject({ path: 'classes' });
  const asked = await refusal(h.send('feeding.taken', { unit }));
  expect(asked.message).toMatch(/40 of 60 with full guts, 90.% wanted; dead of the last three days not counted/);
  h.clock.now += 7 * HOUR;
  // Two beakers of one round are one sample.
  await look(unit, 'gutFull', 29, 30);
  await look(unit, 'gutFull', 30, 30);
  await h.send('dead.record', { unit, number: 120 });
  expect((await tank('R1'))!.samples.gutFull).toMatchObject({ successes: 59, trials: 60 });
  expect((await tank('R1'))!.state.is).toBe('ready');
  await h.send('feeding.taken', { unit });
  const t = (await tank('R1'))!;
  expect(t.state.is).toBe('taken');
  expect(t.taken!.by).not.toBe('');
  expect((await refusal(h.send('feeding.taken', { unit }))).code).toBe('alreadyTaken');
  // Moved afterwards, they are taken in the other tank too.
  h.clock.now += HOUR;
  await toR2(unit, 8000, {});
  expect((await tank('R2'))!.state.is).toBe('taken');
  h.clock.now += 6 * DAY;
  expect(await tank('R1')).toBeUndefined();
});

test('the regime bends to what the beaker says: tried before the change, held where too few take it', async () => {
  await water(16);
  const unit = await larvae(5);
  // Rotifers from day 3, brine shrimp from day 6.
  await meal(unit);
  expect((await tank('R1'))!.regime!.advice).toBeNull();
  h.clock.now += 0.5 * DAY;
  await look(unit, 'tookNext', 30, 30);
  expect((await tank('R1'))!.regime!.advice).toMatchObject({ is: 'ready', from: 6 });
  h.clock.now += 2 * DAY;
  await look(unit, 'tookNext', 8, 40);
  expect((await tank('R1'))!.regime!.advice).toMatchObject({ is: 'hold', feed: 'newly hatched brine shrimp' });
});

test('without a thermometer, or a hatch that is known, it says why there is no clock', async () => {
  await larvae(5);
  expect(await tank('R1')).toMatchObject({ clock: null, noClock: 'water', state: { is: 'unknown' } });
  await h.send('stock.bring', {
    account: 'opening',
    species: 'pikeperch',
    stage: 'yolksac',
    unit: h.units.R2!,
    measured: { method: 'counted', number: 5000 },
  });
  expect(await tank('R2')).toMatchObject({ clock: null, noClock: 'hatch' });
});

test('an own regime is copied from one that ships, followed, and changed for all that follow it', async () => {
  await water(16);
  const unit = await larvae(7);
  const steps = [
    { feed: 'rotifers', from: 3, to: 12, mealsPerDay: 4, perMl: 5 },
    { feed: 'brine shrimp', from: 9 },
  ];
  const own = { name: 'Ours', species: 'pikeperch', fits: 'the hall', steps };
  const gap = [steps[0]!, { feed: 'brine shrimp', from: 14 }];
  const no = await refusal(h.send('regime.save', { ...own, steps: gap }));
  expect([no.path, no.message]).toEqual(['steps[1].from', expect.stringMatching(/without food from day 12 to 14/)]);
  expect((await refusal(h.send('regime.save', { ...own, name: 'rotifers first, then brine shrimp' }))).code).toBe(
    'nameTaken',
  );
  await h.send('regime.save', own);
  await h.send('regime.follow', { unit, regime: 'ours', hatchedAt: h.clock.now - 7 * DAY });
  expect((await tank('R1'))!.regime).toMatchObject({ name: 'Ours', first: 'rotifers' });
  await h.send('regime.save', { ...own, steps: [{ feed: 'small brine shrimp', from: 3 }] });
  expect((await tank('R1'))!.regime).toMatchObject({ first: 'small brine shrimp' });
  // Of another species it is none.
  await h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage: 'yolksac',
    unit: h.units.R3!,
    measured: { method: 'counted', number: 500 },
  });
  expect(
    (await refusal(h.send('regime.follow', { unit: h.units.R3!, regime: 'ours', hatchedAt: h.clock.now }))).code,
  ).toBe('noRegime');
});

test('two ways on sister tanks stand beside each other, from when both were followed', async () => {
  await water(16);
  const unit = await larvae(7);
  await meal(unit);
  await h.send('dead.record', { unit, number: 900 });
  h.clock.now += HOUR;
  await toR2(unit, 9000);
  await h.send('regime.follow', {
    unit: h.units.R2!,
    regime: 'percid-brine-shrimp',
    hatchedAt: h.clock.now - 7 * DAY,
  });
  for (let d = 0; d < 3; d++) {
    h.clock.now += DAY;
    await h.send('dead.record', { unit, number: 100 });
    await h.send('dead.record', { unit: h.units.R2!, number: 45 });
  }
  const [s, ...more] = (await view()).beside;
  expect(more).toEqual([]);
  // The nine hundred before the other way began count for neither.
  expect([s!.a.unit, s!.a.dead, s!.b.unit, s!.b.dead]).toEqual(['R1', 300, 'R2', 135]);
  expect(s!.deaths!.at).toBeCloseTo(135 / 9000 / (300 / 10_100), 3);
  expect(s!.deaths!.high).toBeLessThan(1);
  expect(s!.mass).toBeNull();
});
