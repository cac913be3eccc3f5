import { ownDatabase } from '../../tests/support/server';
import { type Db, together } from './connection';

let db: Db;
let drop: () => Promise<void>;
beforeAll(async () => {
  ({ db, drop } = await ownDatabase('together', 4));
  await db.raw(
    'CREATE TABLE t (id INT PRIMARY KEY, words VARCHAR(60) NULL, v DOUBLE NOT NULL DEFAULT 0) ENGINE=InnoDB',
  );
});
afterAll(() => drop?.());
beforeEach(() => db('t').delete());

describe('statements carried out together', () => {
  test('one, none, and more than go in one journey, in their order and with whatever their values hold', async () => {
    const words = ['what? :now ?? end; --', "it's “öäü” \\ `x`", null];
    await db.transaction(async (trx) => {
      await together(trx, []);
      await together(trx, [trx('t').insert({ id: 0, words: null, v: 1.5 })]);
      await together(trx, [
        ...words.map((w, i) => trx('t').insert({ id: i + 1, words: w })),
        ...Array.from({ length: 250 }, (_, i) =>
          trx('t')
            .where({ id: 0 })
            .update({ v: trx.raw('v * 0 + ?', [i]) }),
        ),
      ]);
    });
    expect(await db('t').where('id', '>', 0).orderBy('id').pluck('words')).toEqual(words);
    expect(await db('t').where({ id: 0 }).first('v')).toEqual({ v: 249 });
  });

  test('end at the first that fails, which says why; nothing of them stays', async () => {
    const failing = db.transaction((trx) =>
      together(trx, [
        trx('t').insert({ id: 1 }),
        trx('t').insert({ id: 1, words: 'twice' }),
        trx('t').insert({ id: 2, words: 'behind' }),
      ]),
    );
    await expect(failing).rejects.toMatchObject({ code: 'ER_DUP_ENTRY' });
    expect(await db('t').select()).toEqual([]);
  });

  test('after a deadlock, those behind it are not carried out on their own', async () => {
    await db('t').insert([{ id: 1 }, { id: 2 }]);
    const locked = [0, 0];
    // Each holds one row, then wants the other's, and has an insert behind that.
    const one = (mine: number, other: number) =>
      db
        .transaction(async (trx) => {
          await trx('t').where({ id: mine }).update({ v: mine });
          locked[mine - 1] = 1;
          while (locked.includes(0)) await new Promise((r) => setTimeout(r, 5));
          await together(trx, [trx('t').where({ id: other }).update({ v: mine }), trx('t').insert({ id: 10 * mine })]);
        })
        .then(
          () => 'done',
          (e) => (e as { code: string }).code,
        );
    const ends = await Promise.all([one(1, 2), one(2, 1)]);
    expect([...ends].sort()).toEqual(['ER_LOCK_DEADLOCK', 'done']);
    const winner = ends.indexOf('done') + 1;
    expect(await db('t').orderBy('id').select('id', 'v')).toEqual([
      { id: 1, v: winner },
      { id: 2, v: winner },
      { id: 10 * winner, v: 0 },
    ]);
  });
});
