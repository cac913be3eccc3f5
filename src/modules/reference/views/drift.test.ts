import { DAY, type TestHatchery, testHatchery } from '../../../../tests/support/hatchery';
import { ownDrift } from './drift';

let h: TestHatchery;
beforeAll(async () => {
  h = await testHatchery();
});

const counted = (number: number) => ({ method: 'counted', number });
const fry = async () => (await ownDrift(h.db, h.manager.siteId, 'arctic-char')).find((d) => d.stage === 'fry');

test('counts against the books teach the unseen loss: 10 000 fish that lose 0.2 % a day unseen', async () => {
  for (const tank of ['R1', 'R2', 'R3', 'R4', 'R5'])
    await h.send('stock.bring', {
      account: 'opening',
      species: 'arctic-char',
      stage: 'fry',
      unit: h.units[tank]!,
      measured: counted(10_000),
    });
  expect(await fry()).toBeUndefined();
  h.clock.now += 30 * DAY;
  const losses = [570, 600, 630, 585];
  for (const [i, lost] of losses.entries()) {
    expect((await fry())?.learned ?? null).toBeNull();
    await h.send('count.record', { unit: h.units[`R${i + 1}`]!, measured: counted(10_000 - lost), answer: 'replace' });
  }
  const own = (await fry())!;
  expect(own.counts).toBe(4);
  // Mean loss 596.25 over 300 000 animal-days (a second of the clock passes with each command).
  expect(own.learned!.perDay).toBeCloseTo(596.25 / 300_000, 6);
  expect(own.learned!.sd).toBeGreaterThan(0);
});

test('a count that was only noted, or was taken back, teaches nothing', async () => {
  await h.send('count.record', { unit: h.units.R5!, measured: counted(9000), answer: 'note' });
  expect((await fry())!.counts).toBe(4);
  await h.send('count.record', { unit: h.units.R5!, measured: counted(9400), answer: 'replace' });
  expect((await fry())!.counts).toBe(5);
  const last = (await h.db('entry').where({ kind: 'count' }).orderBy('seq', 'desc').first('id')) as { id: string };
  await h.send('entry.correct', { entryId: last.id });
  expect((await fry())!.counts).toBe(4);
});

test('a second count on the same day tells of the counters, not of loss', async () => {
  await h.send('count.record', { unit: h.units.R1!, measured: counted(9420), answer: 'replace' });
  expect((await fry())!.counts).toBe(4);
});

test('put in force, it counts for what is recorded from then on, and stands in the history with its source', async () => {
  const { perDay, sd } = (await fry())!.learned!;
  const driftOf = async (unit: string) =>
    (await h
      .db('error_source')
      .where('name', 'like', `drift:%|${h.units[unit]!}|fry`)
      .orderBy('id', 'desc')
      .first('mean', 'sd')) as { mean: number; sd: number };
  const before = await driftOf('R1');
  await h.send('species.setValue', {
    species: 'arctic-char',
    path: 'drift.fry',
    value: { perDay, sd },
    source: 'own counts: 4',
    why: 'learned',
  });
  await h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage: 'fry',
    unit: h.units.R6!,
    measured: counted(500),
  });
  expect(await driftOf('R1')).toEqual(before);
  expect((await driftOf('R6')).mean).toBeCloseTo(-perDay, 12);
  expect((await driftOf('R6')).sd).toBeCloseTo(sd, 12);
});
