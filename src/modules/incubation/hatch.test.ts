import { laidDown, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { comparison } from './views/compare';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
  await laidDown(h, ['J1', 'J2']);
});

const through = (more: object) =>
  h.send<{ hatched: string; share?: number; shareHalf?: number; agree?: boolean }>('stage.change', {
    unit: h.units.J1!,
    from: 'egg',
    to: 'yolksac',
    early: 'seen',
    amount: { kind: 'all' },
    ...more,
  });

test('what did not hatch leaves as picked, the rest are larvae, and the rate is of the eggs that stood there', async () => {
  const eggs = await h.number('J1', 'egg');
  const r = await through({ unhatched: 400 });
  expect(await h.number('J1', 'yolksac')).toBe(eggs - 400);
  expect(await h.number('J1', 'egg')).toBe(0);
  expect(r.share).toBeCloseTo((eggs - 400) / eggs, 9);
  expect(r.shareHalf).toBeGreaterThan(0);
  const posted = await h.db('posting').where({ account: 'picked' }).whereNull('superseded_seq').sum({ n: 'delta' });
  expect(Number(posted[0]!.n)).toBe(400);
});

test('a count in another way is drawn together with the books by their doubts, and the doubt becomes less', async () => {
  const [eggs, sd] = [await h.number('J1', 'egg'), await h.sd('J1', 'egg')];
  const other = Math.round((eggs - 400) * 1.02);
  const half = Math.round(1.96 * sd);
  const r = await through({ unhatched: 400, measured: { method: 'estimated', number: other, half } });
  expect(r.agree).toBe(true);
  const now = await h.number('J1', 'yolksac');
  expect(now).toBeGreaterThan(eggs - 400);
  expect(now).toBeLessThan(other);
  // Two estimates equally good: halfway, and √½ of the doubt.
  expect(now).toBeCloseTo((eggs - 400 + other) / 2, -1);
  expect((await h.sd('J1', 'yolksac')) / sd).toBeCloseTo(Math.SQRT1_2, 1);
});

test('every larva counted stands, and what is lacking goes to unexplained; where the two disagree it is asked about', async () => {
  const eggs = await h.number('J1', 'egg');
  const sd = await h.sd('J1', 'egg');
  const far = Math.round(eggs - 400 - 5 * sd);
  const asked = await refusal(through({ unhatched: 400, measured: { method: 'counted', number: far } }));
  expect(asked).toMatchObject({ code: 'answer', asks: [{ id: 'answer' }] });
  expect(await h.number('J1', 'egg')).toBe(eggs);
  await through({ unhatched: 400, measured: { method: 'counted', number: far }, answer: 'replace' });
  expect(await h.number('J1', 'yolksac')).toBe(far);
  const [lost] = await h
    .db('posting')
    .where({ account: 'unexplained' })
    .whereNull('superseded_seq')
    .sum({ n: 'delta' });
  expect(Number(lost!.n)).toBe(eggs - 400 - far);
});

test('larvae of a part that hatched before are among those counted at the end', async () => {
  await h.send('stage.change', {
    unit: h.units.J1!,
    from: 'egg',
    to: 'yolksac',
    early: 'seen',
    amount: { kind: 'measured', measured: { method: 'counted', number: 2000 } },
  });
  const eggs = await h.number('J1', 'egg');
  const all = eggs + 2000 - 100;
  await through({ unhatched: 100, measured: { method: 'counted', number: all }, answer: 'replace' });
  expect(await h.number('J1', 'yolksac')).toBe(all);
});

test('what did not hatch is not said of a part, nor of more eggs than stood there', async () => {
  expect(
    (await refusal(through({ unhatched: 5, amount: { kind: 'measured', measured: { method: 'counted', number: 9 } } })))
      .code,
  ).toBe('hatchNotDone');
  const many = await refusal(through({ unhatched: (await h.number('J1', 'egg')) + 1 }));
  expect([many.code, many.path]).toEqual(['unhatched', 'unhatched']);
});

test('taken back, eggs stand again as before; the comparison counts what was found, not what was poured', async () => {
  const eggs = await h.number('J1', 'egg');
  const sd = await h.sd('J1', 'egg');
  const found = Math.round(eggs - 400 - sd);
  await through({ unhatched: 400, measured: { method: 'counted', number: found }, answer: 'replace' });
  const compared = await comparison(
    h.db,
    { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' },
    { outcome: 'hatched' },
  );
  expect(compared.units).toEqual([expect.objectContaining({ successes: found, trials: eggs })]);
  const entry = (await h.db('entry').where({ kind: 'hatch' }).first('id')) as { id: string };
  await h.send('entry.correct', { entryId: entry.id, reason: 'the wrong jar' });
  expect(await h.number('J1', 'egg')).toBe(eggs);
  expect(await h.number('J1', 'yolksac')).toBe(0);
});

test('a jar of which nothing hatched is through as well: all of it leaves as picked, none are larvae', async () => {
  const eggs = await h.number('J1', 'egg');
  const r = await through({ unhatched: eggs });
  expect(r.share).toBe(0);
  expect([await h.number('J1', 'egg'), await h.number('J1', 'yolksac')]).toEqual([0, 0]);
});
