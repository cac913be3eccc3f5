import { DAY, HOUR, type TestHatchery, takeOf61500, testHatchery } from '../../../../tests/support/hatchery';
import { type StockList, stockList } from './stockList';

let h: TestHatchery;
beforeAll(async () => {
  h = await testHatchery();
});

const shape = (l: StockList) => ({
  rows: l.rows.map((r) => [r.lot, r.unit, r.stage, r.number, Number(r.sd.toPrecision(9))]),
  number: l.number,
  sd: Number(l.sd.toPrecision(9)),
});

/** Each list as it was shown at the time, to be found again later. */
const shown: { at: number; what: string; list: ReturnType<typeof shape> }[] = [];
async function look(what: string): Promise<void> {
  h.clock.now += 1000;
  shown.push({ at: h.clock.now, what, list: shape(await stockList(h.db, h.manager.siteId, h.clock.now, 'lot')) });
  h.clock.now += HOUR;
}
const lastEntry = async (kind: string) =>
  ((await h.db('entry').where({ kind }).orderBy('seq', 'desc').first('id')) as { id: string }).id;
const counted = (n: number) => ({ kind: 'measured', measured: { method: 'counted', number: n } });

test('every stock list that was ever shown can be shown again, whatever was corrected since', async () => {
  await h.send('take.record', takeOf61500(h.units.B1!));
  await look('taken');
  await h.send('eggs.layDown', {
    unit: h.units.B1!,
    totalVolumeMl: 3000,
    parts: [
      { unit: h.units.J1!, volumeMl: 2000 },
      { unit: h.units.J2!, volumeMl: 1000 },
    ],
  });
  await look('laid down');
  h.clock.now += DAY;
  await h.send('pick.record', { unit: h.units.J1!, number: 340 });
  const wrongPick = await lastEntry('pick');
  await look('a pick of 340');
  h.clock.now += DAY;
  await h.send('pick.record', { unit: h.units.J2!, number: 55 });
  await look('another pick');
  for (const jar of ['J1', 'J2'])
    await h.send('stage.change', { unit: h.units[jar]!, to: 'yolksac', early: 'seen', amount: { kind: 'all' } });
  await look('hatched');
  h.clock.now += 20 * DAY;
  await h.send('move.record', {
    sources: ['J1', 'J2'].map((j) => ({ unit: h.units[j]!, amount: { kind: 'all' } })),
    to: h.units.R1!,
    toStage: 'fry',
  });
  await look('ponded');
  h.clock.now += 10 * DAY;
  const batches = [101, 99, 100].map((n) => ({ massG: 50, count: n }));
  await h.send('weigh.record', { unit: h.units.R1!, batches, totalMassG: 28_000, answer: 'replace' });
  await look('weighed');
  // What was known moves: first the pick, long behind the census, then the weighing itself, then a forgotten loss.
  await h.send('entry.correct', {
    entryId: wrongPick,
    reason: 'it was 34',
    replacement: { number: 34 },
  });
  await look('the pick corrected');
  await h.send('entry.correct', { entryId: await lastEntry('weighing'), reason: 'the scales were not set to nothing' });
  await look('the weighing taken back');
  await h.send('dead.record', { unit: h.units.R1!, number: 120, at: h.clock.now - 5 * DAY });
  await look('a loss of five days ago');
  await h.send('move.record', { sources: [{ unit: h.units.R1!, amount: counted(9000) }], to: h.units.R2! });
  await look('part moved');
  await h.send('unit.emptied', { unit: h.units.R2! });
  await look('found empty');

  for (const s of shown)
    expect({
      what: s.what,
      ...shape(await stockList(h.db, h.manager.siteId, s.at, 'lot', s.at)),
    }).toEqual({ what: s.what, ...s.list });
});

test('as of one day and as known on another: the jar before and after the correction', async () => {
  const [before, after] = ['another pick', 'the pick corrected'].map((w) => shown.find((s) => s.what === w)!) as [
    (typeof shown)[number],
    (typeof shown)[number],
  ];
  const jar = async (known: number | undefined) =>
    (await stockList(h.db, h.manager.siteId, before.at, 'unit', known)).rows.find((r) => r.unit === 'J1')!.number;
  expect(await jar(before.at)).toBe(41_000 - 340);
  expect(await jar(after.at)).toBe(41_000 - 34);
  expect(await jar(undefined)).toBe(41_000 - 34);
  expect((await stockList(h.db, h.manager.siteId, h.clock.now, 'lot', shown[0]!.at - 2 * DAY)).rows).toEqual([]);
});
