import { Chance } from '@/core/chance';
import { kept } from '@/core/grading/grader';
import { hallView } from '@/modules/rearing/views/hall';
import { livingStock } from '@/server/stock/livingStock';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { lengthsIn } from './acts/lengths/LengthsField';
import { barsFor, classesOf, tanksFor } from './screens/bench/bench';
import { gradingThings } from './screens/gradingThings';
import { countDesk, leastSure } from './views/countDesk';
import { gradingView } from './views/grading';
import { gradingDue } from './views/gradingDue';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});

const site = () => ({ siteId: h.manager.siteId, timeZone: 'Europe/Vienna' });
const hall = async () => hallView(h.db, site(), h.clock.now, await livingStock(h.db, site(), h.clock.now));
const view = async (of: number | null = null) => gradingView(h.db, site(), h.clock.now, await hall(), of);
/** Pikeperch fry in R1, counted. */
const fry = async (number = 20_000) => {
  const unit = h.units.R1!;
  for (const name of ['R1', 'R2', 'R3']) {
    const room = (await h.db('unit').where({ id: h.units[name]! }).first('room_id'))!.room_id;
    await h.send('unit.save', { id: h.units[name]!, room, name, kind: 'tank', volumeL: 1000, flowLPerMin: 20 });
  }
  await h.send('stock.bring', {
    account: 'opening',
    species: 'pikeperch',
    stage: 'fry',
    unit,
    measured: { method: 'counted', number },
  });
  return unit;
};
const drawn = (n: number, mean: number, cv: number, seed = 1) => {
  const chance = new Chance(seed);
  return Array.from({ length: n }, () => Number(Math.max(5, chance.normal(mean, mean * cv)).toFixed(1)));
};

test('a stage that the species does not have is refused in words, and nobody goes anywhere', async () => {
  const unit = await fry();
  const classes = [
    { grade: 'large', unit: h.units.R2!, amount: { kind: 'all' }, stage: 'zoea' },
    { grade: 'small', unit: h.units.R3!, amount: { kind: 'measured', measured: { method: 'counted', number: 9 } } },
  ];
  const said = { tempered: 'tempered', overload: 'yes', notTaken: 'meant' };
  const no = await refusal(h.send('grade.record', { unit, classes, ...said }));
  expect([no.code, no.message]).toEqual(['noStage', 'Pikeperch has no such stage.']);
  expect(await h.number('R1', 'fry')).toBe(20_000);
  const to = { sources: [{ unit, amount: { kind: 'all' } }], to: h.units.R2!, toStage: 'zoea' };
  expect((await refusal(h.send('move.record', { ...to, ...said }))).code).toBe('noStage');
});

describe('lengths', () => {
  test('are kept one by one, with mean and spread; corrected they hold from then on', async () => {
    const unit = await fry();
    const lengthsMm = drawn(60, 26, 0.15);
    const r = await h.send<{ cv: number; low: number; high: number; n: number }>('lengths.record', { unit, lengthsMm });
    expect(r.n).toBe(60);
    expect(r.low).toBeLessThan(r.cv);
    const v = await view();
    expect(v.bench!.lengthsMm).toEqual([...lengthsMm].sort((a, b) => a - b));
    expect(v.rows[0]!.sample).toMatchObject({ n: 60, cv: r.cv });
    const entry = (await h.db('entry').where({ kind: 'lengths' }).first('id'))!.id;
    await h.send('entry.correct', { entryId: entry, reason: 'read wrongly', replacement: { lengthsMm: [20, 21, 22] } });
    expect((await view()).rows[0]!.sample).toMatchObject({ n: 3, meanMm: 21 });
  });

  test('centimetres for millimetres, two that ran together, more than there are: asked or refused', async () => {
    const unit = await fry(50);
    const asked = async (lengthsMm: number[]) => refusal(h.send('lengths.record', { unit, lengthsMm }));
    expect(await asked([26, 27, 2625, 28])).toMatchObject({
      code: 'sure',
      message: expect.stringContaining('stands alone'),
    });
    expect(await asked(drawn(80, 26, 0.1))).toMatchObject({ code: 'moreThanThere' });
    await h.send('weigh.record', { unit, batches: [0.15, 0.16].map((g) => ({ massG: 20 * g, count: 20 })) });
    // 0.155 g at K = 1 is about 25 mm.
    expect(await asked([2.5, 2.6, 2.4])).toMatchObject({
      code: 'sure',
      message: expect.stringContaining('lets expect'),
    });
    expect(await refusal(h.send('lengths.record', { unit, lengthsMm: [20, 21] }))).toMatchObject({ path: 'lengthsMm' });
    expect(await h.db('observation').where({ kind: 'spread' })).toHaveLength(0);
  });

  test('out of a file: the column that is headed so, with its unit; a bare list; a preamble; nothing', () => {
    expect(lengthsIn('no;sex;length (mm)\n1;f;24,5\n2;m;26\n')).toEqual(['24,5mm', '26mm']);
    expect(lengthsIn('24\n25.5\n26\n')).toEqual(['24', '25.5', '26']);
    expect(lengthsIn('Sample of R10\nby hand\nlength cm\n2.4\n2.5\n')).toEqual(['2.4cm', '2.5cm']);
    expect(lengthsIn('some words\nand more\n')).toEqual([]);
  });
});

describe('size watch', () => {
  test('a spread that rises names the day; beyond the mark it is now; what waiting costs is told', async () => {
    const unit = await fry();
    await h.send('lengths.record', { unit, lengthsMm: drawn(120, 24, 0.11) });
    h.clock.now += 10 * DAY;
    await h.send('lengths.record', { unit, lengthsMm: drawn(120, 28, 0.15, 2), sure: 'yes' });
    let [row] = (await view()).rows;
    expect(row!.ahead).toMatchObject({ from: 'seen' });
    expect(row!.ahead!.passes!.at!).toBeGreaterThan(h.clock.now);
    expect(row!.is === 'soon' || row!.is === 'even').toBe(true);
    h.clock.now += 5 * DAY;
    await h.send('lengths.record', { unit, lengthsMm: drawn(120, 30, 0.26, 3), sure: 'yes' });
    [row] = (await view()).rows;
    expect(row).toMatchObject({ is: 'grade' });
    expect(
      gradingThings(await gradingDue(h.db, h.clock.now, await hall()), h.clock.now, 'Europe/Vienna'),
    ).toMatchObject([{ who: 'R1', says: expect.stringMatching(/sizes lie apart, spread 2\d %/) }]);
    expect(row!.eaten!.value).toBeGreaterThan(0);
    expect(row!.eaten!.low).toBeLessThan(row!.eaten!.value);
    expect(row!.weekLoss!).toBeGreaterThan(row!.eaten!.value);
  });

  test('never measured, measured long ago, and a species that does not eat its own', async () => {
    const unit = await fry();
    expect((await view()).rows[0]).toMatchObject({ sample: null, is: 'unknown', eaten: null });
    await h.send('lengths.record', { unit, lengthsMm: drawn(60, 24, 0.1) });
    h.clock.now += 31 * DAY;
    expect((await view()).rows[0]).toMatchObject({ is: 'unknown' });
    await h.send('stock.bring', {
      account: 'opening',
      species: 'ide',
      stage: 'fry',
      unit: h.units.R2!,
      measured: { method: 'counted', number: 1000 },
    });
    await h.send('lengths.record', { unit: h.units.R2!, lengthsMm: drawn(60, 24, 0.3) });
    const ide = (await view()).rows.find((r) => r.unit === 'R2')!;
    expect(ide).toMatchObject({ eaten: null, is: 'grade' });
  });
});

test('the two days after a grading: what was missing, who died since in each class, whether they eat again', async () => {
  const unit = await fry();
  const lately = async () => (await view()).lately;
  expect(await lately()).toEqual([]);
  const counted = (number: number) => ({ kind: 'measured', measured: { method: 'counted', number } });
  await h.send('grade.record', {
    unit,
    classes: [
      { grade: 'S', unit: h.units.R2!, amount: counted(12_000) },
      { grade: 'L', unit: h.units.R3!, amount: counted(7900) },
    ],
  });
  h.clock.now += 5 * HOUR;
  await h.send('dead.record', { unit: h.units.R2!, number: 100 });
  await h.send('dead.record', { unit: h.units.R3!, number: 3 });
  await h.send('feed.record', { unit: h.units.R3!, massG: 20, feed: 'starter' });
  const [g] = await lately();
  expect(g).toMatchObject({ unit: 'R1', unexplained: 100 });
  expect(g!.classes.map((c) => [c.unit, c.number, c.deadSince, c.fedAt !== null])).toEqual([
    ['R2', 12_000, 100, false],
    ['R3', 7900, 3, true],
  ]);
  h.clock.now += 2 * DAY;
  expect(await lately()).toEqual([]);
});

describe('the bench', () => {
  test('three classes with numbers that sum, each in a tank of its own, with what it makes of that', async () => {
    const unit = await fry();
    await h.send('lengths.record', { unit, lengthsMm: [...drawn(140, 26, 0.12), ...drawn(20, 42, 0.08, 5)] });
    const { bench } = await view();
    const to = tanksFor(bench!, 3);
    expect(to.filter((x) => x !== null)).toHaveLength(3);
    expect(new Set(to).size).toBe(3);
    expect(to[2]).toBe(unit);
    const { bars, within } = barsFor(bench!, 'eaten', 3, to, h.clock.now);
    expect(within).toBe(true);
    const classes = classesOf(bench!, bars, to, h.clock.now);
    expect(classes.reduce((s, c) => s + c.number, 0)).toBeCloseTo(20_000, 3);
    expect(classes.every((c) => c.tank && c.tight && c.tight.share > 0)).toBe(true);
    // The few long ones stand alone.
    expect(classes[2]!.meanMm!).toBeGreaterThan(37);
    expect(classes.map((c) => c.grade)).toEqual(['S', 'M', 'L']);
  });

  test('planned, the feed is held from its hour on and not before; what stands ready is ticked', async () => {
    const unit = await fry();
    await h.send('weigh.record', { unit, batches: [0.15, 0.16].map((g) => ({ massG: 20 * g, count: 20 })) });
    await h.send('lengths.record', { unit, lengthsMm: drawn(60, 25, 0.15) });
    h.clock.now += 8 * HOUR;
    const on = h.clock.now + 30 * HOUR;
    const classes = [
      { grade: 'S', unit: h.units.R2! },
      { grade: 'L', unit },
    ];
    const send = (over: object = {}) =>
      h.send('grading.plan', { unit, on, barsMm: [3.2], classes, noFeedHours: 18, ...over });
    expect(await refusal(send({ barsMm: [3.2, 4] }))).toMatchObject({ code: 'bars', path: 'barsMm' });
    expect(await refusal(send({ on: h.clock.now - DAY }))).toMatchObject({ code: 'past', path: 'on' });
    expect(await refusal(send({ classes: [classes[0], { grade: 'L', unit: null }] }))).toMatchObject({ code: 'ready' });
    expect(await refusal(send({ noFeedHours: 40 }))).toMatchObject({ code: 'ready' });
    await send();
    const waits = async () => (await hall()).units.find((u) => u.name === 'R1')!.fed[0]!.waits;
    expect(await waits()).toBeNull();
    h.clock.now += 13 * HOUR;
    expect(await waits()).toMatchObject({ why: 'hold', said: 'grading' });
    await h.send('ready.tick', { unit, what: 'grading: salt', says: 'salt' });
    const { bench } = await view();
    expect(bench!.plan).toMatchObject({ on, barsMm: [3.2], noFeedHours: 18 });
    expect(bench!.ready).toEqual(['grading: salt']);
    expect((await view()).rows[0]!.plannedAt).toBe(on);
    const things = async () =>
      gradingThings(await gradingDue(h.db, h.clock.now, await hall()), h.clock.now, 'Europe/Vienna').map((t) => [
        t.who,
        t.tone,
      ]);
    expect(await things()).toEqual([['R1', 'now']]);
    h.clock.now = on + 5 * HOUR;
    expect(await waits()).toBeNull();
    expect(await things()).toEqual([['R1', 'overdue']]);
    h.clock.now = on + 30 * HOUR;
    expect(await things()).toEqual([]);
  });

  test('a plan for later leaves a hold of today in force; fed again while the plan holds them is meant', async () => {
    const unit = await fry();
    h.clock.now += 8 * HOUR;
    const on = h.clock.now + 40 * HOUR;
    await h.send('feed.hold', { unit, why: 'treatment', hours: 6 });
    h.clock.now += HOUR;
    const classes = [
      { grade: 'S', unit: h.units.R2! },
      { grade: 'L', unit },
    ];
    await h.send('grading.plan', { unit, on, classes, noFeedHours: 18 });
    const waits = async () => (await hall()).units.find((u) => u.name === 'R1')!.fed[0]!.waits;
    expect(await waits()).toMatchObject({ why: 'hold', said: 'treatment' });
    h.clock.now = on - 20 * HOUR;
    expect(await waits()).toBeNull();
    h.clock.now = on - 2 * HOUR;
    expect(await waits()).toMatchObject({ why: 'hold', said: 'grading' });
    await h.send('feed.hold', { unit, why: 'grading', hours: 0 });
    expect(await waits()).toBeNull();
  });

  test('the largest stay where they are: a new lot in the tank that was graded, which holds it alone', async () => {
    const unit = await fry(1000);
    await h.send('grade.record', {
      unit,
      barsMm: [3.6],
      classes: [
        {
          grade: 'S',
          unit: h.units.R2!,
          amount: { kind: 'measured', measured: { method: 'counted', number: 400 } },
        },
        { grade: 'L', unit, amount: { kind: 'all' } },
      ],
    });
    const standing = await livingStock(h.db, site(), h.clock.now);
    expect(standing.map((x) => [x.unit, x.grade, x.number])).toEqual([
      ['R1', 'L', 600],
      ['R2', 'S', 400],
    ]);
  });

  test('graded with known bars, the classes measured: body width and sharpness are learned from what they held', async () => {
    const unit = await fry();
    await h.send('lengths.record', { unit, lengthsMm: drawn(60, 26, 0.18) });
    const chance = new Chance(8);
    const [below, above]: [number[], number[]] = [[], []];
    for (let k = 0; k < 4000; k++) {
      const mm = Number(Math.max(8, chance.normal(26, 4.7)).toFixed(1));
      (chance.next() < kept(mm * 0.14, 3.6, 0.3) ? above : below).push(mm);
    }
    h.clock.now += HOUR;
    const share = above.length / 4000;
    await h.send('grade.record', {
      unit,
      barsMm: [3.6],
      classes: [
        {
          grade: 'S',
          unit: h.units.R2!,
          amount: { kind: 'measured', measured: { method: 'counted', number: Math.round(20_000 * (1 - share)) } },
        },
        { grade: 'L', unit: h.units.R3!, amount: { kind: 'all' } },
      ],
      overload: 'yes',
    });
    expect((await view()).bench!.learned).toBeNull();
    h.clock.now += HOUR;
    await h.send('lengths.record', { unit: h.units.R2!, lengthsMm: below.slice(0, 150) });
    await h.send('lengths.record', { unit: h.units.R3!, lengthsMm: above.slice(0, 150) });
    const { learned, values } = (await view()).bench!;
    expect(learned).toMatchObject({ bars: 1 });
    expect(learned!.widthPerLength).toBeCloseTo(0.14, 2);
    expect(values.widthPerLength).toBe(learned!.widthPerLength);
    expect(learned!.selectivityMm).toBeGreaterThan(0.1);
    expect(learned!.selectivityMm).toBeLessThan(0.8);
  });
});

test('the hall names the few tanks that are worth a count, of its own units alone, and none that is sure', async () => {
  const unit = await fry();
  await h.send('stock.bring', {
    account: 'opening',
    species: 'ide',
    stage: 'fry',
    unit: h.units.R2!,
    measured: { method: 'estimated', number: 9000, half: 4000 },
  });
  await h.send('stock.bring', {
    account: 'opening',
    species: 'ide',
    stage: 'fry',
    unit: h.units.R3!,
    measured: { method: 'counted', number: 500 },
  });
  const rows = countDesk(await livingStock(h.db, { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' }, h.clock.now));
  const named = (ids: number[]) => leastSure(rows, new Set(ids)).map((r) => r.unit);
  expect(named([unit, h.units.R2!, h.units.R3!])).toContain('R2');
  expect(named([unit, h.units.R2!, h.units.R3!])).not.toContain('R3');
  expect(named([h.units.R3!])).toEqual([]);
});
