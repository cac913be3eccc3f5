import { uuidv7 } from 'uuidv7';
import { execute, executeIn } from '@/modules/door';
import { hashOf } from '@/server/execute';
import { siteVersion } from '@/server/version';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../tests/support/hatchery';
import { refusal } from '../../tests/support/refusal';

let h: TestHatchery;
beforeAll(async () => {
  h = await testHatchery();
  await h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage: 'fry',
    unit: h.units.R1!,
    measured: { method: 'counted', number: 1000 },
  });
});

const dead = (number: number) => ({ unit: h.units.R1!, number });
const entryAt = async (id: string) =>
  ((await h.db('entry').where({ command_id: id }).first('at')) as { at: number } | undefined)?.at;

describe('a record that waited in a browser', () => {
  test('takes the time at which it was made', async () => {
    const id = uuidv7();
    h.clock.now += 3 * HOUR;
    const madeAt = h.clock.now - 2 * HOUR;
    await execute(h.db, h.manager, { id, type: 'dead.record', payload: dead(3), madeAt }, h.clock.now);
    expect(await entryAt(id)).toBe(madeAt);
  });

  test('whose first sending did arrive is answered from the books: same number, same time, once', async () => {
    const id = uuidv7();
    h.clock.now += HOUR;
    const first = h.clock.now;
    await execute(h.db, h.manager, { id, type: 'dead.record', payload: dead(5) }, first);
    const before = await h.number('R1');
    const again = await execute(
      h.db,
      h.manager,
      { id, type: 'dead.record', payload: dead(5), madeAt: first - 40 },
      first + HOUR,
    );
    expect(again.repeated).toBe(true);
    expect(await h.number('R1')).toBe(before);
    expect(await entryAt(id)).toBe(first);
    h.clock.now += HOUR;
  });

  test('sent again while its first sending is still being carried out waits for it, and is carried out once', async () => {
    const id = uuidv7();
    h.clock.now += HOUR;
    const before = await h.number('R1');
    const sent = { id, type: 'dead.record', payload: dead(4) };
    let again!: ReturnType<typeof execute>;
    await h.db.transaction(async (trx) => {
      await trx('site').where({ id: h.manager.siteId }).forUpdate().first();
      again = execute(h.db, h.manager, sent, h.clock.now);
      // It waits for the site's lock by now; whatever it may have read before, it must see what is committed here.
      await new Promise((r) => setTimeout(r, 150));
      expect((await executeIn(trx, h.manager, sent, h.clock.now)).repeated).toBe(false);
    });
    expect((await again).repeated).toBe(true);
    expect(await h.number('R1')).toBe(before - 4);
    const many = { ...sent, id: uuidv7() };
    const all = await Promise.all(Array.from({ length: 6 }, () => execute(h.db, h.manager, many, h.clock.now)));
    expect(all.filter((d) => !d.repeated)).toHaveLength(1);
    expect(await h.number('R1')).toBe(before - 8);
  });

  test('keeps a time that was typed', async () => {
    const id = uuidv7();
    const typed = h.clock.now - 30 * 60_000;
    await execute(
      h.db,
      h.manager,
      { id, type: 'dead.record', payload: { ...dead(1), at: typed }, madeAt: h.clock.now - 1000 },
      h.clock.now,
    );
    expect(await entryAt(id)).toBe(typed);
  });

  test('is refused like any other when its person may not go so far back', async () => {
    const late = execute(
      h.db,
      h.culturist,
      { id: uuidv7(), type: 'dead.record', payload: dead(1), madeAt: h.clock.now - 3 * DAY },
      h.clock.now,
    );
    expect((await refusal(late)).code).toBe('tooLate');
  });
});

test('a payload is the same whatever the order of its keys, and another when a figure differs', () => {
  expect(hashOf('x', { a: 1, b: { c: [1, 2], d: null } })).toBe(hashOf('x', { b: { d: null, c: [1, 2] }, a: 1 }));
  expect(hashOf('x', { a: 1, b: undefined })).toBe(hashOf('x', { a: 1 }));
  expect(hashOf('x', { a: 1 })).not.toBe(hashOf('x', { a: 2 }));
  expect(hashOf('x', { a: [1, 2] })).not.toBe(hashOf('x', { a: [2, 1] }));
  expect(hashOf('x', {})).not.toBe(hashOf('y', {}));
});

test('what is no command, or carries no id, is refused by name', async () => {
  const sent = (id: string, type: string) => execute(h.db, h.manager, { id, type, payload: {} }, h.clock.now);
  expect((await refusal(sent('42', 'dead.record'))).code).toBe('id');
  expect((await refusal(sent(uuidv7(), 'fish.fly'))).code).toBe('noAct');
  const no = await refusal(sent(uuidv7(), 'dead.record'));
  expect([no.code, no.path]).toEqual(['payload', 'unit']);
});

test('the version of a site changes with what is recorded, not with what is refused or repeated', async () => {
  const version = () => siteVersion(h.db, h.manager.siteId);
  const before = await version();
  await refusal(h.send('dead.record', dead(9_999_999)));
  expect(await version()).toBe(before);
  const id = uuidv7();
  await h.send('dead.record', dead(2), h.manager, id);
  const after = await version();
  expect(after).not.toBe(before);
  await h.send('dead.record', dead(2), h.manager, id);
  expect(await version()).toBe(after);
});
