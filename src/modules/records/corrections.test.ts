import { uuidv7 } from 'uuidv7';
import { execute, executeIn } from '@/modules/door';
import { ActRefused } from '@/server/act/refused';
import { checkBooks } from '@/store/books/check';
import { fromJson } from '@/store/books/rows';
import { DAY, HOUR, type TestHatchery, takeOf61500, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});

const world = async (account: string) =>
  Number(
    (await h
      .db('posting')
      .where({ account })
      .whereNull('superseded_seq')
      .sum<{ n: string | null }[]>('delta as n')
      .first())!.n ?? 0,
  );
const lastEntry = async (kind: string) =>
  ((await h.db('entry').where({ kind }).orderBy('seq', 'desc').first('id')) as { id: string }).id;
const sound = async () => expect((await checkBooks(h.db, h.manager.siteId)).faults).toEqual([]);

async function untilPonded(): Promise<void> {
  await h.send('take.record', takeOf61500(h.units.B1!));
  h.clock.now += HOUR;
  await h.send('eggs.layDown', {
    unit: h.units.B1!,
    totalVolumeMl: 3000,
    parts: [
      { unit: h.units.J1!, volumeMl: 2500 },
      { unit: h.units.J3!, volumeMl: 500 },
    ],
  });
}

test('a pick of 340 that was 34, before ponding all, a census, and an issued paper', async () => {
  await untilPonded();
  h.clock.now += DAY;
  await h.send('pick.record', { unit: h.units.J3!, number: 340 });
  const pick = await lastEntry('pick');
  h.clock.now += 40 * DAY;
  await h.send('stage.change', { unit: h.units.J3!, to: 'yolksac', early: 'seen', amount: { kind: 'all' } });
  h.clock.now += 20 * DAY;
  await h.send('move.record', {
    sources: [{ unit: h.units.J3!, amount: { kind: 'all' } }],
    to: h.units.R1!,
    toStage: 'fry',
  });
  expect(await h.number('R1')).toBe(9910);
  h.clock.now += DAY;
  await h.send('count.record', { unit: h.units.R1!, measured: { method: 'counted', number: 9700 }, answer: 'replace' });
  expect([await h.number('R1'), await world('unexplained')]).toEqual([9700, 210]);
  h.clock.now += DAY;
  const batches = [
    { massG: 30, count: 100 },
    { massG: 30, count: 100 },
  ];
  const release = await h.send<{ entryId: string }>('release.record', {
    unit: h.units.R1!,
    site: h.releaseSite,
    batches,
    bucketsG: [900],
  });
  await h.send('paper.issue', { entryId: release.entryId, content: { number: 3000 } });
  await sound();

  h.clock.now += DAY;
  await h.send('entry.correct', { entryId: pick, reason: 'a zero too many', replacement: { number: 34 } });

  expect(await h.number('J3')).toBe(0);
  expect(await world('picked')).toBe(34);
  // The census value stays; what went unexplained moves by the 306 that were never picked.
  expect(await world('unexplained')).toBe(516);
  expect(await h.number('R1')).toBe(6700);
  // Nothing was erased: original, correction and replacement stand side by side, the old postings marked superseded.
  expect(await h.db('entry').whereIn('kind', ['pick', 'correction']).orderBy('seq').pluck('kind')).toEqual([
    'pick',
    'correction',
    'pick',
  ]);
  const ponded = (await h
    .db('posting as p')
    .join('entry as e', 'e.seq', 'p.entry_seq')
    .join('holding as g', 'g.id', 'p.holding_id')
    .where({ 'e.kind': 'pond', 'p.account': 'holding', 'g.unit_id': h.units.R1! })
    .orderBy('p.id')
    .select('p.delta', 'p.superseded_seq')) as { delta: number; superseded_seq: number | null }[];
  expect(ponded.map((p) => [p.delta, p.superseded_seq !== null])).toEqual([
    [9910, true],
    [10216, false],
  ]);
  await sound();
});

test('an issued paper on entries that change is marked superseded and not rewritten', async () => {
  await untilPonded();
  await h.send('stage.change', { unit: h.units.J3!, to: 'yolksac', early: 'seen', amount: { kind: 'all' } });
  await h.send('move.record', {
    sources: [{ unit: h.units.J3!, amount: { kind: 'all' } }],
    to: h.units.R1!,
    toStage: 'fry',
  });
  const release = await h.send<{ entryId: string }>('release.record', {
    unit: h.units.R1!,
    site: h.releaseSite,
    batches: [{ massG: 30, count: 100 }],
    bucketsG: [900],
  });
  const paper = { entryId: release.entryId, content: { number: 3000 } };
  await h.send('paper.issue', paper);
  await h.send('entry.correct', {
    entryId: release.entryId,
    reason: 'one bucket was weighed twice',
    replacement: { bucketsG: [450] },
  });
  const stored = (await h.db('paper').first()) as { content: string; superseded_seq: number | null };
  expect(stored.superseded_seq).not.toBeNull();
  expect(fromJson(stored.content)).toEqual({ number: 3000 });
  expect(await world('released')).toBe(1500);
  await sound();
});

test('what happened yesterday takes its place before what follows', async () => {
  await untilPonded();
  const first = h.clock.now;
  h.clock.now += 3 * DAY;
  await h.send('count.record', {
    unit: h.units.J3!,
    measured: { method: 'counted', number: 10100 },
    answer: 'replace',
  });
  expect(await world('unexplained')).toBe(150);
  await h.send('pick.record', { unit: h.units.J3!, number: 120, at: first + DAY, precision: 'day' });
  expect(await h.number('J3')).toBe(10100);
  expect(await world('unexplained')).toBe(30);
  await sound();
});

test('the past is not corrected into something that cannot have been', async () => {
  await untilPonded();
  const early = h.clock.now + HOUR;
  h.clock.now += DAY;
  await h.send('move.record', {
    sources: [{ unit: h.units.J3!, amount: { kind: 'measured', measured: { method: 'counted', number: 10000 } } }],
    to: h.units.J2!,
  });
  const no = await refusal(h.send('pick.record', { unit: h.units.J3!, number: 5000, at: early }));
  expect(no.code).toBe('laterEntry');
  expect(no.message).toMatch(/4 Nov as “moved” could not stand/);
  expect(await h.number('J3')).toBe(250);
  await sound();
});

test('who may correct what, and undo for everyone within ten seconds', async () => {
  await untilPonded();
  await h.send('pick.record', { unit: h.units.J1!, number: 7 }, h.hand);
  await h.send('entry.correct', { entryId: await lastEntry('pick') }, h.hand);
  expect(await world('picked')).toBe(0);
  await h.send('pick.record', { unit: h.units.J1!, number: 8 }, h.hand);
  const pick = await lastEntry('pick');
  h.clock.now += 60_000;
  expect((await refusal(h.send('entry.correct', { entryId: pick, reason: 'x' }, h.hand))).code).toBe('notAllowed');
  expect((await refusal(h.send('entry.correct', { entryId: pick, reason: 'x' }, h.culturist))).code).toBe('notAllowed');
  await h.send('entry.correct', { entryId: pick, reason: 'wrong jar' });
  expect((await refusal(h.send('entry.correct', { entryId: pick, reason: 'again' }))).code).toBe('voided');
  expect(
    (await refusal(h.send('pick.record', { unit: h.units.J1!, number: 1, at: h.clock.now - 3 * DAY }, h.culturist)))
      .code,
  ).toBe('tooLate');
  expect((await refusal(h.send('pick.record', { unit: h.units.J1!, number: 1, at: h.clock.now + DAY }))).code).toBe(
    'future',
  );
  expect(
    (await refusal(h.send('pick.record', { unit: h.units.J1!, number: 1, at: h.clock.now - 30 * DAY }))).code,
  ).toBe('nothingThere');
  await sound();
});

test('a hand proposes a count; a culturist’s yes records it', async () => {
  await untilPonded();
  await h.send(
    'count.record',
    { unit: h.units.J3!, measured: { method: 'counted', number: 10200 }, answer: 'replace' },
    h.hand,
  );
  expect(await h.number('J3')).toBe(10250);
  const { id } = (await h.db('proposal').first('id')) as { id: string };
  await h.send('proposal.settle', { proposalId: id, accept: true }, h.culturist);
  expect(await h.number('J3')).toBe(10200);
  expect((await h.db('entry').where({ kind: 'count' }).first('measured_by')) as unknown).toEqual({
    measured_by: 'Hand',
  });
});

test('the same command twice is recorded once; another payload or person under its id is an error', async () => {
  await untilPonded();
  const id = uuidv7();
  const send = (number: number, actor = h.manager) =>
    execute(h.db, actor, { id, type: 'pick.record', payload: { unit: h.units.J1!, number } }, h.clock.now);
  const first = await send(12);
  const again = await send(12);
  expect([first.repeated, again.repeated]).toEqual([false, true]);
  expect(again.result).toEqual(first.result);
  expect(await world('picked')).toBe(12);
  expect((await refusal(send(13))).code).toBe('idReused');
  expect((await refusal(send(12, h.culturist))).code).toBe('idReused');
});

test('twenty writers on two tanks, moving both ways: nothing lost, doubled or impossible', async () => {
  const measured = (n: number) => ({ method: 'counted', number: n });
  await h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage: 'fry',
    unit: h.units.R1!,
    measured: measured(10000),
    origin: 'last season',
  });
  const lot = (await h.db('lot').first('id')) as { id: number };
  await h.send('move.record', {
    sources: [{ unit: h.units.R1!, amount: { kind: 'measured', measured: measured(5000) } }],
    to: h.units.R2!,
  });
  let moved = 0;
  let refused = 0;
  const writer = async (w: number) => {
    for (let i = 0; i < 6; i++) {
      const [from, to] = (w + i) % 2 === 0 ? ['R1', 'R2'] : ['R2', 'R1'];
      const n = 100 + 37 * w + i;
      const sent = {
        id: uuidv7(),
        type: 'move.record',
        payload: {
          sources: [{ unit: h.units[from!]!, lotId: lot.id, amount: { kind: 'measured', measured: measured(n) } }],
          to: h.units[to!]!,
        },
      };
      try {
        const done = await execute(h.db, h.manager, sent, h.clock.now + 1000 + i);
        const twice = await execute(h.db, h.manager, sent, h.clock.now + 1000 + i);
        expect([done.repeated, twice.repeated]).toEqual([false, true]);
        moved += from === 'R1' ? n : -n;
      } catch (e) {
        if (!(e instanceof ActRefused)) throw e;
        refused += 1;
      }
    }
  };
  await Promise.all(Array.from({ length: 20 }, (_, w) => writer(w)));
  expect([await h.number('R1'), await h.number('R2')]).toEqual([5000 - moved, 5000 + moved]);
  expect(refused).toBeLessThan(120);
  await sound();
}, 60_000);

test('check-books finds a fault put in by hand into each thing it keeps', async () => {
  await untilPonded();
  await h.send('pick.record', { unit: h.units.J3!, number: 34 });
  await sound();
  const faults = async (table: string, change: Record<string, unknown>, where: Record<string, unknown>) => {
    const before = await h.db(table).where(where).first();
    await h.db(table).where(where).update(change);
    const found = (await checkBooks(h.db, h.manager.siteId)).faults.map((f) => f.what);
    await h
      .db(table)
      .where(where)
      .update(Object.fromEntries(Object.keys(change).map((k) => [k, before[k]])));
    return [...new Set(found)];
  };
  const { id: holding } = (await h.db('holding').where({ unit_id: h.units.J3! }).first('id')) as { id: number };
  const { id: posting } = (await h.db('posting').where({ account: 'picked' }).first('id')) as { id: number };
  const { posting_id, source_id } = (await h.db('posting_loading').first()) as {
    posting_id: number;
    source_id: number;
  };
  const { id: share } = (await h.db('lot_share').first('id')) as { id: number };
  expect(await faults('holding', { number: 10215 }, { id: holding })).toEqual(['balance']);
  expect(await faults('posting', { delta: 35 }, { id: posting })).toEqual(['posting']);
  expect(await faults('posting_loading', { coefficient: 0.123 }, { posting_id, source_id })).toContain('loading');
  expect(await faults('lot_share', { share: 0.5 }, { id: share })).toEqual(['composition']);
  await sound();
});

test('a command refused inside a longer transaction leaves nothing behind', async () => {
  await untilPonded();
  const before = await h.db('entry').count<{ n: number }[]>('* as n').first();
  await h.db.transaction(async (trx) => {
    const send = (number: number) =>
      executeIn(
        trx,
        h.manager,
        { id: uuidv7(), type: 'pick.record', payload: { unit: h.units.J3!, number } },
        h.clock.now,
      );
    await expect(send(99_999)).rejects.toThrow(/more than the books hold/);
    await send(5);
  });
  expect(await h.db('entry').count('* as n').first()).toEqual({ n: Number(before!.n) + 1 });
  await sound();
});

test('dates are worked anew for the lots that an entry moved or looked at, and for no other', async () => {
  await untilPonded();
  await h.send('stock.bring', {
    account: 'arrived',
    species: 'arctic-char',
    stage: 'fry',
    unit: h.units.R2!,
    measured: { method: 'counted', number: 500 },
  });
  h.clock.now += 20 * DAY;
  await h.send('check.record', { unit: h.units.J1!, check: 'eyed', trials: 100, successes: 82 });
  await h.send('pick.record', { unit: h.units.J1!, number: 40 });
  await h.send('feed.record', { unit: h.units.R2!, massG: 20 });
  const asked = async (kind: string) => {
    await h.db('job').delete();
    await h.send('entry.correct', { entryId: await lastEntry(kind), reason: 'wrong jar' });
    return (await h.db('job').where({ kind: 'predict' }).pluck('subject')).map(Number);
  };
  const lotIn = async (unit: string) =>
    ((await h.db('holding').where({ unit_id: h.units[unit]! }).first('lot_id')) as { lot_id: number }).lot_id;
  expect(await asked('check')).toEqual([await lotIn('J1')]);
  expect(await asked('pick')).toEqual([await lotIn('J1')]);
  expect(await asked('feed')).toEqual([await lotIn('R2')]);
});
