import { Chance } from '@/core/chance';
import { ActRefused } from '@/server/act/refused';
import { checkBooks } from '@/store/books/check';
import { DAY, HOUR, type TestHatchery, takeOf61500, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';

/** One lot in a unit holds at every past instant, whichever way something comes into it, or back. */
let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});

const faults = async () => (await checkBooks(h.db, h.manager.siteId)).faults;
const bring = (unit: string, number: number, more: object = {}) =>
  h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage: 'fry',
    unit: h.units[unit]!,
    measured: { method: 'counted', number },
    ...more,
  });
const moveAll = (from: string, to: string, more: object = {}) =>
  h.send('move.record', { sources: [{ unit: h.units[from]!, amount: { kind: 'all' } }], to: h.units[to]!, ...more });
const lastEntry = async (kind: string) =>
  ((await h.db('entry').where({ kind }).orderBy('seq', 'desc').first('id')) as { id: string }).id;

test('an arrival back-dated to when another lot stood there is refused; the books hold and stay open to corrections', async () => {
  await bring('R1', 500);
  h.clock.now += DAY;
  await moveAll('R1', 'R2');
  const at = h.clock.now - 2 * HOUR;
  h.clock.now += HOUR;
  expect((await refusal(bring('R1', 300, { at }))).message).toMatch(/R1/);
  // Since it was moved the tank is free.
  await bring('R1', 300, { at: h.clock.now - HOUR / 2 });
  expect(await faults()).toEqual([]);
  await h.send('entry.correct', {
    entryId: await lastEntry('opening'),
    reason: 'a remark',
    replacement: { note: 'seen' },
  });
  expect(await faults()).toEqual([]);
});

test('a take and a laying-down back-dated into what was full are refused too', async () => {
  const began = h.clock.now;
  await h.send('take.record', takeOf61500(h.units.B1!));
  h.clock.now += 2 * HOUR;
  await h.send('eggs.layDown', {
    unit: h.units.B1!,
    totalVolumeMl: 3000,
    parts: [
      { unit: h.units.J1!, volumeMl: 1500 },
      { unit: h.units.J3!, volumeMl: 1500 },
    ],
  });
  h.clock.now += HOUR;
  await moveAll('J1', 'J2', { sensitive: 'emergency' });
  h.clock.now += HOUR;
  const late = began + HOUR;
  await h.send('take.record', takeOf61500(h.units.J4!, { at: late, lotName: 'late' })).catch((e) => {
    if (!(e instanceof ActRefused)) throw e;
  });
  // J1 was full from the laying-down to the move.
  const into = refusal(h.send('take.record', takeOf61500(h.units.J1!, { at: began + 2.5 * HOUR, lotName: 'x' })));
  expect((await into).message).toMatch(/J1/);
  expect(await faults()).toEqual([]);
});

test('a move taken back does not put a lot back into a tank that another has since', async () => {
  await bring('R1', 500);
  h.clock.now += HOUR;
  await moveAll('R1', 'R2');
  const move = await lastEntry('move');
  h.clock.now += HOUR;
  await bring('R1', 300);
  h.clock.now += HOUR;
  const no = await refusal(h.send('entry.correct', { entryId: move, reason: 'it was another' }));
  expect(no.message).toMatch(/R1/);
  expect(await faults()).toEqual([]);
});

test('a take at a past time, recorded once more, the second undone: the books replay', async () => {
  await h.send('take.record', takeOf61500(h.units.B1!, { at: h.clock.now - 5 * HOUR, lotName: 'once' }));
  await h.send('take.record', takeOf61500(h.units.B1!, { at: h.clock.now - 5 * HOUR, lotName: 'twice' }));
  await h.send('entry.correct', { entryId: await lastEntry('take') });
  expect(await faults()).toEqual([]);
  await h.send('take.record', takeOf61500(h.units.B1!, { at: h.clock.now - 6 * HOUR, lotName: 'third' }));
  await h.send('entry.correct', { entryId: await lastEntry('take') });
  expect(await faults()).toEqual([]);
});

test('random arrivals, takes, moves and corrections at past times leave books that replay, or are refused', async () => {
  const seed = Number(process.env.MORULA_SEED ?? Date.now() % 1e9);
  console.log(`past units: seed ${seed} (set MORULA_SEED to repeat)`);
  const chance = new Chance(seed);
  const of = <T>(list: readonly T[]) => list[chance.whole(0, list.length - 1)]!;
  let [done, refused] = [0, 0];
  for (let n = 0; n < 60; n++) {
    h.clock.now += chance.whole(1, 4) * HOUR;
    const at = h.clock.now - chance.whole(0, 40) * HOUR;
    const tanks = ['R1', 'R2', 'R3'];
    const acts = [
      () => bring(of(tanks), chance.whole(50, 500), { at }),
      () => moveAll(of(tanks), of(tanks), { at }),
      () => h.send('take.record', takeOf61500(h.units.B1!, { at, lotName: `t${n}` })),
      () => h.send('dead.record', { unit: h.units[of(tanks)]!, number: chance.whole(1, 20), at }),
      async () => {
        const rows = (await h
          .db('entry')
          .whereIn('kind', ['opening', 'move', 'take', 'dead'])
          .orderBy('seq', 'desc')
          .limit(12)
          .select('id')) as { id: string }[];
        if (rows.length > 0) await h.send('entry.correct', { entryId: of(rows).id, reason: 'taken back' });
      },
    ];
    try {
      await of(acts)();
      done += 1;
    } catch (e) {
      if (!(e instanceof ActRefused)) throw e;
      refused += 1;
    }
  }
  expect(await faults()).toEqual([]);
  expect(done).toBeGreaterThan(10);
  expect(done + refused).toBe(60);
});
