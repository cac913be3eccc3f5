import { roomView } from '@/modules/incubation/views/room';
import { unitSheet } from '@/modules/incubation/views/unitSheet';
import { femaleView } from '@/modules/lot/views/female';
import { hallView } from '@/modules/rearing/views/hall';
import { livingStock } from '@/server/stock/livingStock';
import { DAY, laidDown, type TestHatchery, testHatchery } from '../../tests/support/hatchery';

let h: TestHatchery;
let site: { siteId: number; timeZone: string };
const inRoom = async (unit: string) => {
  const { room_id } = (await h.db('unit').where({ name: unit }).first('room_id')) as { room_id: number };
  const room = await roomView(h.db, site, room_id, h.clock.now, await livingStock(h.db, site, h.clock.now));
  return room!.units.find((u) => u.name === unit)!;
};
const tank = async (unit: string) =>
  (await hallView(h.db, site, h.clock.now, await livingStock(h.db, site, h.clock.now))).units.find(
    (u) => u.name === unit,
  )!;
const counted = (number: number) => ({ kind: 'measured', measured: { method: 'counted', number } });
/** Five batches of a hundred that weigh so much each, give or take a little. */
const batches = (g: number) => [0.98, 1.01, 1, 1.02, 0.99].map((f) => ({ massG: 100 * g * f, count: 100 }));

beforeAll(async () => {
  h = await testHatchery();
  site = { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' };
  await laidDown(h, ['J1', 'J2'], { graduationMl: 0 });
});

test('a jar half hatched is as sure in all as it was before: what went over is missing where it came from', async () => {
  h.clock.now += 60 * DAY;
  const before = await inRoom('J1');
  expect(before.number).toBe(30_750);
  await h.send('stage.change', {
    unit: h.units.J1!,
    to: 'yolksac',
    early: 'seen',
    amount: { kind: 'measured', measured: { method: 'estimated', number: 12_000, half: 4000 } },
  });
  const after = await inRoom('J1');
  expect(after.holdings.map((x) => x.number).sort((a, b) => a - b)).toEqual([12_000, 18_750]);
  expect(after.number).toBe(30_750);
  expect(after.sd).toBeCloseTo(before.sd, -1);
  // Each alone is far less sure: adding their doubts as if they were strangers would say so of the jar.
  expect(Math.hypot(...after.holdings.map((x) => x.sd))).toBeGreaterThan(1.3 * after.sd);
});

test('an empty jar has a number too: none', async () => {
  expect(await inRoom('J4')).toMatchObject({ number: 0, sd: 0, holdings: [] });
});

test('a lot in two tanks weighs in each what was weighed there; in a third what was weighed last', async () => {
  await h.send('stock.bring', {
    account: 'arrived',
    species: 'arctic-char',
    stage: 'fry',
    unit: h.units.R1!,
    measured: { method: 'counted', number: 9000 },
  });
  expect(await tank('R1')).toMatchObject({ number: 9000, massG: null });
  await h.send('weigh.record', { unit: h.units.R1!, batches: batches(0.5) });
  await h.send('move.record', { sources: [{ unit: h.units.R1!, amount: counted(3000) }], to: h.units.R2! });
  expect((await tank('R2')).massG).toBeCloseTo(1500, 6);
  h.clock.now += 10 * DAY;
  await h.send('weigh.record', { unit: h.units.R2!, batches: batches(0.8) });
  expect((await tank('R1')).massG).toBeCloseTo(3000, 6);
  expect((await tank('R2')).massG).toBeCloseTo(2400, 6);
  await h.send('move.record', { sources: [{ unit: h.units.R1!, amount: counted(1000) }], to: h.units.R3! });
  expect((await tank('R3')).massG).toBeCloseTo(800, 6);
});

test('a tank of two stages has the mass of both', async () => {
  await h.send('stage.change', { unit: h.units.R2!, to: 'fingerling', amount: counted(500) });
  const t = await tank('R2');
  expect(t.holdings).toHaveLength(2);
  expect([t.number, t.massG]).toEqual([3000, expect.closeTo(2400, 6)]);
});

test('of a long life the sheet keeps the newest losses, in order', async () => {
  await h.send('dead.record', { unit: h.units.R1!, number: 7 });
  const like = (await h.db('observation').where({ kind: 'dead' }).first())!;
  const first = h.clock.now - 420 * DAY;
  await h.db('observation').insert(
    Array.from({ length: 410 }, (_, i) => {
      const { id: _id, ...row } = like;
      return { ...row, at: first + i * DAY, value: 1000 + i };
    }),
  );
  const { losses } = await unitSheet(h.db, site.siteId, h.units.R1!, [like.holding_id as number]);
  expect(losses).toHaveLength(400);
  expect(losses.at(-1)!.value).toBe(7);
  expect(losses[0]!.value).toBe(1011);
  expect(losses.every((l, i) => i === 0 || l.at >= losses[i - 1]!.at)).toBe(true);
});

test('a female whose eggs went two ways: her offspring are as sure as what the ways share', async () => {
  // J2 goes on as a lot of its own (graded), J1 stays: both from one take, whose error they share.
  h.clock.now += 30 * DAY;
  await h.send('stage.change', { unit: h.units.J2!, to: 'yolksac', early: 'seen', amount: { kind: 'all' } });
  await h.send('move.record', {
    sources: [{ unit: h.units.J2!, amount: { kind: 'all' } }],
    to: h.units.R4!,
    toStage: 'fry',
  });
  const whole = (await h.db('holding').where({ unit_id: h.units.R4! }).where('number', '>', 0).first('number')) as {
    number: number;
  };
  await h.send('grade.record', {
    unit: h.units.R4!,
    classes: [
      { grade: 'L', unit: h.units.R5!, amount: { kind: 'share', share: 0.5 } },
      { grade: 'S', unit: h.units.R6!, amount: { kind: 'all' } },
    ],
  });
  const { id } = (await h.db('brood_fish').where({ tag: 'F34' }).first('id')) as { id: number };
  const f = (await femaleView(h.db, site.siteId, id, h.clock.now))!;
  expect(f.lots).toHaveLength(3);
  expect(f.alive).toBeCloseTo(0.6 * (whole.number + 30_750), -1);
  // Nearly all of one measurement: their doubts add up plainly, not in squares; unseen loss is each one's own.
  const plain = f.lots.reduce((s, l) => s + l.sd, 0);
  expect(f.sd).toBeGreaterThan(0.9 * plain);
  expect(f.sd).toBeGreaterThan(1.3 * Math.hypot(...f.lots.map((l) => l.sd)));
  expect(f.sd).toBeLessThanOrEqual(plain + 1e-6);
});
