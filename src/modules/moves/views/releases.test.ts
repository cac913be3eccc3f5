import { ledger } from '@/modules/records/views/ledger';
import { DAY, HOUR, laidDown, type TestHatchery, testHatchery } from '../../../../tests/support/hatchery';
import { releasePaper, releases, siteTotals } from './releases';

let h: TestHatchery;
const all = { kind: 'all' };
const batches = [1, 2, 3].map((k) => ({ massG: 99 + k, count: 100 }));
const lastEntry = async (kind: string) =>
  ((await h.db('entry').where({ kind }).orderBy('seq', 'desc').first('id')) as { id: string }).id;
const list = () => releases(h.db, h.manager.siteId, h.clock.now);
const gone = async () => (await siteTotals(h.db, h.manager.siteId, 0)).map((s) => [s.name, s.number]);

/** From the eggs of F31 and F34 to 20 000 fry in R1. */
beforeEach(async () => {
  h = await testHatchery();
  await laidDown(h, ['J1', 'J2', 'J3']);
  h.clock.now += 60 * DAY;
  await h.send('stage.change', { unit: h.units.J1!, to: 'yolksac', early: 'seen', amount: all });
  h.clock.now += 20 * DAY;
  await h.send('move.record', { sources: [{ unit: h.units.J1!, amount: all }], to: h.units.R1!, toStage: 'fry' });
  h.clock.now += DAY;
});

const release = (bucketsG: number[]) =>
  h.send<{ entryId: string }>('release.record', { unit: h.units.R1!, site: h.releaseSite, batches, bucketsG });

test('a release: number, doubt, mean mass, and what its water got', async () => {
  await release([5000, 4000]);
  // 9 000 g / (303 g / 300) = 8 911.
  expect(await list()).toMatchObject([
    { number: 8911, site: 'Lake Ivarre', unit: 'R1', meanG: 1.01, paper: null, voided: false },
  ]);
  expect((await list())[0]!.sd).toBeGreaterThan(0);
  expect(await gone()).toEqual([['Lake Ivarre', 8911]]);
});

test('a site’s sum has the doubt of its releases together: weighings of their own add in squares', async () => {
  await release([5000, 4000]);
  h.clock.now += DAY;
  await release([3000]);
  const [one, two] = (await list()).map((r) => r.sd) as [number, number];
  const [site] = await siteTotals(h.db, h.manager.siteId, 0);
  expect(site!.number).toBe(8911 + 2970);
  expect(site!.sd).toBeCloseTo(Math.hypot(one, two), 6);
  // Of the season only: what went out before it does not count.
  expect(await siteTotals(h.db, h.manager.siteId, h.clock.now + 1)).toMatchObject([{ number: 0, sd: 0 }]);
});

test('the paper: parents by share, batches and buckets as weighed', async () => {
  const { entryId } = await release([5000, 4000]);
  const { paperId } = await h.send<{ paperId: number }>('paper.issue', { entryId, content: { number: 8911 } });
  const paper = (await releasePaper(h.db, h.manager.siteId, paperId))!;
  expect(paper.number).toMatch(/^R-\d{4}-0001$/);
  expect(paper.families.map((f) => [f.female, Math.round(100 * f.share)])).toEqual([
    ['F34', 60],
    ['F31', 40],
  ]);
  expect([paper.bucketsG, paper.batches.length, paper.said]).toEqual([[5000, 4000], 3, { number: 8911 }]);
  expect(await releasePaper(h.db, h.manager.siteId + 1, paperId)).toBeNull();
  expect(await releasePaper(h.db, h.manager.siteId, 999_999)).toBeNull();
});

test('corrected after its paper: the old one stands struck through once, with the number it had; the new beside it', async () => {
  const { entryId } = await release([5000, 4000]);
  await h.send('paper.issue', { entryId, content: { number: 8911 } });
  // Something earlier is corrected first, so that the release has had two derivations before it is replaced.
  await h.send('dead.record', { unit: h.units.R1!, number: 10, at: h.clock.now - HOUR });
  await h.send('entry.correct', { entryId, reason: 'a bucket more', replacement: { bucketsG: [5000, 4000, 1000] } });
  expect((await list()).map((r) => [r.number, r.voided, r.paper?.superseded ?? null]).sort()).toEqual([
    [8911, true, true],
    [9901, false, null],
  ]);
  expect(await gone()).toEqual([['Lake Ivarre', 9901]]);
});

test('the ledger says what a replaced move had moved, struck through, beside what stands', async () => {
  await h.send('move.record', { sources: [{ unit: h.units.R1!, amount: all }], to: h.units.R2! });
  const number = await h.number('R2');
  await h.send('entry.correct', {
    entryId: await lastEntry('move'),
    reason: 'R3 was meant',
    replacement: { to: h.units.R3! },
  });
  const moves = await ledger(h.db, h.manager.siteId, { kinds: ['move'], limit: 5 });
  const said = moves.map((m) => [m.says.replaceAll(/\D*\u2005/g, ''), m.voided, m.why]);
  expect(said).toEqual([
    [expect.stringMatching(/from R1 to R3$/), false, ''],
    [expect.stringMatching(/from R1 to R2$/), true, 'R3 was meant'],
  ]);
  expect(moves[1]!.says.replaceAll('\u2005', '')).toContain(String(number));
});

test('taken back, it is gone from its water; a second paper takes the next number', async () => {
  const first = await release([5000]);
  await h.send('paper.issue', { entryId: first.entryId, content: {} });
  await h.send('entry.correct', { entryId: first.entryId, reason: 'another day' });
  expect(await gone()).toEqual([['Lake Ivarre', 0]]);
  const second = await release([4000]);
  const paper = await h.send<{ number: string }>('paper.issue', { entryId: second.entryId, content: {} });
  expect(paper.number).toMatch(/0002$/);
  const again = await h.send<{ number: string }>('paper.issue', { entryId: second.entryId, content: {} });
  expect(again.number).toBe(paper.number);
});
