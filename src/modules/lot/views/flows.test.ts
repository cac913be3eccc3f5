import { checkBooks } from '@/store/books/check';
import { flowsBetweenLots } from '@/store/books/flows';
import { type TestHatchery, testHatchery } from '../../../../tests/support/hatchery';
import { survivalStair } from './stair';

let h: TestHatchery;
const lotIn = async (unit: string) =>
  (
    (await h.db('holding').where({ unit_id: h.units[unit]! }).where('number', '>', 0).first('lot_id')) as {
      lot_id: number;
    }
  ).lot_id;
const flows = async () =>
  (await flowsBetweenLots(h.db).orderBy('p.id').select({ from: 'h.lot_id', to: 'g.lot_id', number: 'q.delta' })) as {
    from: number;
    to: number;
    number: number;
  }[];

beforeAll(async () => {
  h = await testHatchery();
  for (const [unit, number] of [
    ['R1', 600],
    ['R2', 600],
  ] as const)
    await h.send('stock.bring', {
      account: 'arrived',
      species: 'arctic-char',
      stage: 'fry',
      unit: h.units[unit]!,
      measured: { method: 'counted', number },
    });
});

test('two tanks of the same number poured together stay two flows, each its own', async () => {
  const [one, two] = [await lotIn('R1'), await lotIn('R2')];
  h.clock.now += 3_600_000;
  await h.send('move.record', {
    sources: ['R1', 'R2'].map((u) => ({ unit: h.units[u]!, amount: { kind: 'all' } })),
    to: h.units.R3!,
    mix: 'yes',
  });
  const both = await lotIn('R3');
  expect(await flows()).toEqual([
    { from: one, to: both, number: 600 },
    { from: two, to: both, number: 600 },
  ]);
  const stair = await survivalStair(h.db, { siteId: h.manager.siteId }, both, h.clock.now);
  expect(stair.steps.map((s) => [s.stage, s.number])).toEqual([['fry', 1200]]);
});

test('a grading into equal classes, corrected, leaves only the flows that hold', async () => {
  const both = await lotIn('R3');
  h.clock.now += 3_600_000;
  const graded = await h.send('grade.record', {
    unit: h.units.R3!,
    classes: ['R1', 'R2', 'R4'].map((u, i) => ({
      grade: 'LMS'[i]!,
      unit: h.units[u]!,
      amount: { kind: 'measured', measured: { method: 'counted', number: 400 } },
    })),
  });
  expect((await flows()).slice(2).map((f) => [f.from, f.number])).toEqual([
    [both, 400],
    [both, 400],
    [both, 400],
  ]);
  expect(new Set((await flows()).slice(2).map((f) => f.to)).size).toBe(3);
  const entry = (await h.db('entry').where({ kind: 'grade' }).first('id')) as { id: string };
  expect(graded).toBeDefined();
  await h.send('entry.correct', { entryId: entry.id, reason: 'never done' });
  expect(await flows()).toHaveLength(2);
  expect((await checkBooks(h.db, h.manager.siteId)).faults).toEqual([]);
});

test('check-books finds a posting that stands apart from its counterpart', async () => {
  const [last] = (await h.db('posting').orderBy('id', 'desc').limit(1).select('id')) as { id: number }[];
  const whole = (await h
    .db('posting')
    .whereNull('superseded_seq')
    .where({ account: 'holding' })
    .where('delta', '>', 0)
    .orderBy('id', 'desc')
    .first('id')) as { id: number };
  await h.db.raw('SET FOREIGN_KEY_CHECKS = 0');
  await h
    .db('posting')
    .where({ id: whole.id })
    .update({ id: last!.id + 10 });
  const { faults } = await checkBooks(h.db, h.manager.siteId);
  expect(faults.some((f) => f.stored.endsWith('without its counterpart'))).toBe(true);
});
