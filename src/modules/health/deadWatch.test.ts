import { livingStock } from '@/server/stock/livingStock';
import { workJobs } from '@/store/predictions';
import { counted, standIn } from '../../../tests/support/example';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { health } from './views/health';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
  await standIn(h, 'fry', 8000);
});
const site = () => ({ siteId: h.manager.siteId, timeZone: 'Europe/Vienna' });
const living = () => livingStock(h.db, site(), h.clock.now);
const look = async () => health(h.db, site(), h.clock.now, await living());
const calm = [4, 6, 5, 3, 7, 5, 4, 6, 5, 5, 4, 6];

/** So many dead of a unit, one count each morning. */
async function count(unit: string, dead: readonly number[], each?: (i: number) => Promise<void>) {
  for (const [i, number] of dead.entries()) {
    h.clock.now += DAY;
    await h.send('dead.record', { unit: h.units[unit]!, number });
    await each?.(i);
  }
}

test('a doubled rate stands on the round with its first day, and goes when the figures are corrected', async () => {
  await count('R1', [...calm, 12, 13, 12]);
  await workJobs(h.db, h.clock.now);
  const [r1] = await living();
  expect(r1!.died!.rise).toMatchObject({ days: 3, dead: 37 });
  expect(r1!.due.filter((d) => d.kind === 'rise')).toMatchObject([{ urgency: 1 }]);
  expect(r1!.due.find((d) => d.kind === 'rise')!.says).toMatch(/^37 dead in 3 days, 1\d expected/);
  // A slip of the pen: each was typed as what two tanks gave together.
  const entries = await h.db('entry').where({ kind: 'dead' }).orderBy('seq', 'desc').limit(3).select('id');
  for (const e of entries)
    await h.send('entry.correct', { entryId: e.id, reason: 'two tanks together', replacement: { number: 6 } });
  await workJobs(h.db, h.clock.now);
  expect((await living())[0]!.died!.rise).toBeNull();
});

test('looks that found none count: of a tank that hardly loses any, three are many', async () => {
  await count('R1', [0, 1, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0]);
  await workJobs(h.db, h.clock.now);
  const { usual, rise } = (await living())[0]!.died!;
  expect(rise).toBeNull();
  expect(usual!.expected).toBeLessThan(0.5);
  await count('R1', [3, 4]);
  await workJobs(h.db, h.clock.now);
  expect((await living())[0]!.died!.rise).toMatchObject({ dead: 7, days: 2 });
});

test('a closed case lets what was before be: the watch begins anew, and again with the closing taken back', async () => {
  await count('R1', [...calm, 14, 15, 14]);
  const { id } = await h.send<{ id: number }>('case.open', { units: [h.units.R1!], suspected: 'weighed too often' });
  await workJobs(h.db, h.clock.now);
  expect((await living())[0]!).toMatchObject({ caseId: id, died: { rise: { dead: 43 } } });
  await h.send('case.close', { case: id, outcome: 'none' });
  await workJobs(h.db, h.clock.now);
  expect((await living())[0]!).toMatchObject({ caseId: null, died: null });
  await count('R1', [13, 15, 12, 14, 15, 13]);
  await workJobs(h.db, h.clock.now);
  expect((await living())[0]!.died).toMatchObject({ rise: null });
  const closing = await h.db('entry').where({ kind: 'caseClose' }).first('id');
  await h.send('entry.correct', { entryId: closing!.id, reason: 'it goes on' });
  await workJobs(h.db, h.clock.now);
  expect((await living())[0]!.died!.rise).not.toBeNull();
});

test('what a day brings is said before the count; with four counts nothing is', async () => {
  await count('R1', calm.slice(0, 4));
  await workJobs(h.db, h.clock.now);
  expect((await living())[0]!.died).toMatchObject({ usual: null, rise: null });
  await count('R1', calm);
  await workJobs(h.db, h.clock.now);
  h.clock.now += DAY;
  const due = (await living())[0]!.due.find((d) => d.kind === 'dead');
  expect(due!.says).toMatch(/^count the dead, \d to \d+ expected$/);
});

test('tanks of one species: only here, several, or all of them taken together; what they share comes first', async () => {
  for (const unit of ['R2', 'R3'])
    await h.send('stock.bring', {
      account: 'opening',
      species: 'arctic-char',
      stage: 'fry',
      unit: h.units[unit]!,
      measured: counted(8000),
    });
  const product = await h.send<{ id: number }>('feedProduct.save', {
    name: 'Fine starter',
    fromMm: 8,
    toMm: 60,
    proteinShare: 0.55,
    pricePerKg: 6,
  });
  const lot = (name: string) =>
    h.send<{ feedLot: number }>('feed.deliver', {
      product: product.id,
      lotName: name,
      massG: 25_000,
      bestBefore: h.clock.now + 200 * DAY,
    });
  const old = await lot('B 1');
  const fed = (unit: string, feedLot: number) => h.send('feed.record', { unit: h.units[unit]!, massG: 200, feedLot });
  for (const [i, n] of calm.entries()) {
    h.clock.now += DAY;
    for (const unit of ['R1', 'R2', 'R3']) {
      await h.send('dead.record', { unit: h.units[unit]!, number: n });
      if (i === 0) await fed(unit, old.feedLot);
    }
  }
  h.clock.now += HOUR;
  const bad = await lot('B 2');
  for (const unit of ['R1', 'R2']) await fed(unit, bad.feedLot);
  await h.send('weigh.record', { unit: h.units.R3!, batches: [{ massG: 25, count: 100 }] });
  for (const n of [13, 14, 13]) {
    h.clock.now += DAY - HOUR;
    await h.send('dead.record', { unit: h.units.R1!, number: n });
    await h.send('dead.record', { unit: h.units.R2!, number: n + 1 });
    await h.send('dead.record', { unit: h.units.R3!, number: 5 });
    h.clock.now += HOUR;
  }
  await workJobs(h.db, h.clock.now);
  const found = await look();
  expect(found.kinds.map((k) => [k.rising.map((r) => r.unit), k.of, k.others])).toEqual([[['R2', 'R1'], 3, false]]);
  const [kind] = found.kinds;
  expect(kind!.before[0]).toMatchObject({
    says: 'first fed of Fine starter, lot B 2',
    ill: { with: 2, of: 2 },
    others: { with: 0, of: 1 },
    fits: 'well',
  });
  expect(kind!.before.map((b) => b.key)).not.toContain('weighed');
  expect(found.tanks.map((t) => t.unit).slice(-1)).toEqual(['R3']);
});

test('an empty hatchery, and one whose dead were never counted, say nothing of a rise', async () => {
  expect(await look()).toMatchObject({ kinds: [], tanks: [{ unit: 'R1', counted: null, usual: null }] });
  await h.send('unit.emptied', { unit: h.units.R1!, why: 'all gone' }).catch(() => null);
  expect(await health(h.db, site(), h.clock.now, [])).toEqual({ tanks: [], kinds: [] });
});
