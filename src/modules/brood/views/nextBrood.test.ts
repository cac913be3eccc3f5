import { type TestHatchery, testHatchery } from '../../../../tests/support/hatchery';
import { refusal } from '../../../../tests/support/refusal';
import { nextBrood } from './nextBrood';

let h: TestHatchery;
const site = () => ({ siteId: h.manager.siteId, timeZone: 'Europe/Vienna' });
const next = (target = 60) => nextBrood(h.db, site(), 'arctic-char', { target, now: h.clock.now });

async function take(females: string[], males: string[], number: number, jar: string): Promise<number> {
  const { lotId } = await h.send<{ lotId: number }>('take.record', {
    species: 'arctic-char',
    females: females.map((tag) => ({ tag })),
    males: males.map((tag) => ({ tag })),
    cross: 'pooled',
    measured: { method: 'counted', number },
    unit: h.units.B1!,
  });
  await h.send('move.record', {
    sources: [{ unit: h.units.B1!, lotId, stage: 'egg', amount: { kind: 'all' } }],
    to: h.units[jar]!,
  });
  return lotId;
}
const keep = (jar: string, number: number, to: string, more: Record<string, unknown> = {}) =>
  h.send<{ lot: string }>('brood.keepApart', {
    unit: h.units[jar]!,
    amount: { kind: 'measured', measured: { method: 'counted', number } },
    to: h.units[to]!,
    ...more,
  });

beforeEach(async () => {
  h = await testHatchery();
  await take(['F1'], ['M1', 'M2'], 3000, 'J1');
  await take(['F2'], ['M3'], 2000, 'J2');
});

test('nothing kept yet: every family lacks its equal share', async () => {
  const v = await next();
  expect(v.families.map((f) => [f.alive, f.kept, f.wanted])).toEqual([
    [3000, 0, 30],
    [2000, 0, 30],
  ]);
  expect(v).toMatchObject({ keptFamilies: 0, effectiveSize: null });
  // Two mothers and three fathers, one of whom gives twice: 1 / (2 · 0.25² + 2 · 0.125² + 0.25²).
  expect(v.possible).toBeCloseTo(1 / (3 * 0.25 ** 2 + 2 * 0.125 ** 2), 9);
  expect(v.lots.map((l) => l.wanted)).toEqual([30, 30]);
});

test('kept apart it is a lot of its own with its families, and what is lacking goes down', async () => {
  const { lot } = await keep('J1', 25, 'J3');
  expect(lot).toMatch(/ brood$/);
  expect(await h.number('J1')).toBe(2975);
  expect(await h.number('J3')).toBe(25);
  const v = await next();
  expect(v.families.map((f) => [f.kept, f.wanted])).toEqual([
    [25, 5],
    [0, 30],
  ]);
  expect(v.keptFamilies).toBe(1);
  // One mother only: 1 / (0.5² + 2 · 0.25²).
  expect(v.effectiveSize).toBeCloseTo(1 / (0.25 + 0.125), 9);
  expect(v.lots.find((l) => l.brood)).toMatchObject({ unit: 'J3', number: 25, wanted: 0 });
});

test('a mixed lot gives all its families together: as many as the rarest needs', async () => {
  await take(['F3', 'F4'], ['M5'], 1000, 'J4');
  const v = await next(120);
  // Four families, thirty of each: sixty of the mixed lot hold thirty of both.
  expect(v.lots.find((l) => l.unit === 'J4')).toMatchObject({ families: 2, wanted: 60 });
});

test('what is sorted out of future brood stays future brood; of two mixed both must be', async () => {
  await keep('J1', 25, 'R1');
  await keep('J2', 30, 'R2');
  await h.send('grade.record', {
    unit: h.units.R1!,
    classes: [
      { grade: 'S', unit: h.units.R3!, amount: { kind: 'measured', measured: { method: 'counted', number: 10 } } },
      { grade: 'L', unit: h.units.R4!, amount: { kind: 'all' } },
    ],
  });
  expect((await next()).families.map((f) => f.kept)).toEqual([25, 30]);
  await h.send('move.record', {
    sources: [{ unit: h.units.R3!, amount: { kind: 'all' } }],
    to: h.units.R2!,
    mix: 'yes',
  });
  expect((await next()).families.map((f) => f.kept)).toEqual([25, 30]);
});

test('not all of a lot, not out of future brood, not more than there are', async () => {
  expect(await refusal(keep('J1', 25, 'J3', { amount: { kind: 'all' } }))).toMatchObject({ code: 'all' });
  expect(await refusal(keep('J1', 4000, 'J3'))).toMatchObject({ path: 'number' });
  await keep('J1', 25, 'J3');
  expect(await refusal(keep('J3', 5, 'J4'))).toMatchObject({ code: 'isBrood' });
});

test('corrected it keeps its lot; taken back it is gone', async () => {
  const { lot } = await keep('J1', 25, 'J3');
  const entry = async () =>
    ((await h.db('entry').where({ kind: 'keepBrood' }).orderBy('seq', 'desc').first('id')) as { id: string }).id;
  await h.send('entry.correct', {
    entryId: await entry(),
    reason: 'counted again',
    replacement: { amount: { kind: 'measured', measured: { method: 'counted', number: 27 } } },
  });
  expect(await h.number('J3')).toBe(27);
  expect((await next()).lots.find((l) => l.brood)).toMatchObject({ lot, number: 27 });
  await h.send('entry.correct', { entryId: await entry(), reason: 'not meant' });
  expect(await h.number('J3')).toBe(0);
  expect(await h.number('J1')).toBe(3000);
});
