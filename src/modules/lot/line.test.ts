import { DAY, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { lineView } from './views/line';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});

const view = async (lot: number) => (await lineView(h.db, { siteId: h.manager.siteId }, lot, h.clock.now))!;
const lotOf = async (unit: string) =>
  (await h.db('holding').where({ unit_id: h.units[unit]! }).where('number', '>', 0).first('lot_id'))!.lot_id as number;
const weighed = (number: number) => ({
  method: 'weight',
  batches: [0.97, 1, 1.02, 0.99, 1.02].map((f) => ({ massG: 25 * f, count: 25 })),
  totalMassG: number,
});

/** Eight thousand char of a gram, brought, counted twice, graded into two, each counted; the second count by a digit wrong. */
async function line(wrong: number) {
  await h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage: 'fry',
    unit: h.units.R1!,
    measured: weighed(8000),
  });
  const lot = await lotOf('R1');
  h.clock.now += 5 * DAY;
  await h.send('count.record', { unit: h.units.R1!, measured: weighed(7950), answer: 'combine' });
  h.clock.now += 5 * DAY;
  await h.send('dead.record', { unit: h.units.R1!, number: 30 });
  await h.send('count.record', { unit: h.units.R1!, measured: weighed(wrong), answer: 'replace' });
  const slip = (await h.db('entry').where({ kind: 'count' }).orderBy('seq', 'desc').first('id', 'seq'))!;
  h.clock.now += 5 * DAY;
  await h.send('count.record', { unit: h.units.R1!, measured: weighed(7880), answer: 'replace' });
  await h.send('grade.record', {
    unit: h.units.R1!,
    classes: [
      { grade: 'L', unit: h.units.R2!, amount: { kind: 'measured', measured: weighed(4000) } },
      { grade: 'S', unit: h.units.R3!, amount: { kind: 'measured', measured: weighed(3850) } },
    ],
    shortfall: 'yes',
    overload: 'yes',
  });
  return { lot, slip };
}

test('counts that can all be true are not blamed; what stands is surer than any of them alone', async () => {
  const { lot } = await line(7900);
  const v = await view(lot);
  expect(v.why).toBeNull();
  expect(v.blamed).toBeNull();
  expect(v.counts).toBeGreaterThanOrEqual(6);
  expect(v.now.map((n) => n.unit).sort()).toEqual(['R2', 'R3']);
  const large = v.now.find((n) => n.unit === 'R2')!;
  const counted = v.marks.find((m) => m.unit === 'R2' && m.counted)!;
  expect(large.half).toBeLessThan(counted.counted!.half);
  expect(large.says).toBeGreaterThan(3800);
  expect(large.says).toBeLessThan(4100);
});

test('a count by a thousand too few is named, from any lot of the line, with what the others say; corrected all is well', async () => {
  const { lot, slip } = await line(6900);
  for (const from of [lot, await lotOf('R3')]) {
    const v = await view(from);
    expect(v.blamed).toMatchObject({ seq: slip.seq, unit: 'R1', what: 'counted' });
    expect(v.blamed!.others!.number).toBeGreaterThan(7700);
    expect(v.blamed!.others!.number).toBeLessThan(8100);
    expect(v.entry).toMatchObject({ id: slip.id });
    expect(v.now.every((n) => n.without !== null)).toBe(true);
  }
  await h.send('entry.correct', {
    entryId: slip.id,
    reason: 'a digit',
    replacement: { measured: weighed(7900), answer: 'combine' },
  });
  expect((await view(lot)).blamed).toBeNull();
});

test('a lot that nobody knows; one that just came; one of another hatchery’s number', async () => {
  expect(await lineView(h.db, { siteId: h.manager.siteId }, 999, h.clock.now)).toBeNull();
  await h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage: 'fry',
    unit: h.units.R1!,
    measured: { method: 'counted', number: 50 },
  });
  const v = await view(await lotOf('R1'));
  expect(v).toMatchObject({ why: null, blamed: null, counts: 1 });
  expect(v.now).toMatchObject([{ unit: 'R1', says: expect.closeTo(50, 6) }]);
});
