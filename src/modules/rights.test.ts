import { uuidv7 } from 'uuidv7';
import { execute } from '@/modules/door';
import { setUp } from '@/modules/setup/people';
import { speciesOf } from '@/reference/shipped';
import type { Actor } from '@/server/context';
import { fromJson } from '@/store/books/rows';
import { connect } from '@/store/connection';
import { migrate } from '@/store/migrations';
import { DAY, HOUR, laidDown, type TestHatchery, testHatchery } from '../../tests/support/hatchery';
import { refusal } from '../../tests/support/refusal';
import { addressOf } from '../../tests/support/server';

let h: TestHatchery;
let reader: Actor;
beforeAll(async () => {
  h = await testHatchery();
  const { id } = await h.send<{ id: number }>('person.add', {
    name: 'Vet',
    role: 'reader',
    password: 'correct horse battery',
  });
  reader = { id, siteId: h.manager.siteId, name: 'Vet', role: 'reader' };
  await laidDown(h, ['J1', 'J2']);
});

test('a command that does not exist, an id that is none, a payload that is none', async () => {
  const send = (id: string, type: string, payload: unknown) =>
    refusal(execute(h.db, h.manager, { id, type, payload }, h.clock.now));
  expect((await send(uuidv7(), 'fish.teleport', {})).code).toBe('noAct');
  expect((await send('1', 'note.record', { note: 'x' })).code).toBe('id');
  expect((await send(uuidv7(), 'note.record', null)).code).toBe('payload');
  expect((await send(uuidv7(), 'note.record', [])).code).toBe('payload');
});

test('how far back each may enter: today, 48 hours, ever', async () => {
  h.clock.now += 5 * DAY;
  const pick = (actor: Actor, back: number, precision = 'minute') =>
    h
      .send('pick.record', { unit: h.units.J1!, number: 1, at: h.clock.now + 1000 - back, precision }, actor)
      .then(() => 'yes')
      .catch((e: { code: string }) => e.code);
  // The clock stands at some time of a morning: an hour back is today.
  expect(await pick(h.hand, HOUR)).toBe('yes');
  expect(await pick(h.hand, 30 * HOUR)).toBe('tooLate');
  expect(await pick(h.culturist, 47 * HOUR)).toBe('yes');
  expect(await pick(h.culturist, 49 * HOUR)).toBe('tooLate');
  // Some time of a day: its noon may be further back than 48 hours though the day is not.
  expect(await pick(h.culturist, 60 * HOUR, 'day')).toBe('yes');
  expect(await pick(h.culturist, 80 * HOUR, 'day')).toBe('tooLate');
  expect(await pick(h.manager, 100 * HOUR)).toBe('yes');
  expect(await pick(h.manager, -HOUR)).toBe('future');
  // A tablet's clock may run two minutes ahead.
  expect(await pick(h.manager, -60_000)).toBe('yes');
});

test('one’s own preferences only; a person locked out is asked to sign in anew', async () => {
  await h.send('preferences.save', { units: 'us', theme: 'dim' }, reader);
  const row = async (id: number) =>
    (await h.db('person').where({ id }).first('units', 'theme', 'role', 'active', 'session_version')) as Record<
      string,
      unknown
    >;
  expect(await row(reader.id)).toMatchObject({ units: 'us', theme: 'dim' });
  expect(await row(h.hand.id)).toMatchObject({ units: 'metric', theme: 'day' });
  const before = (await row(h.hand.id)).session_version as number;
  await h.send('person.save', { id: h.hand.id, role: 'culturist', active: false });
  expect(await row(h.hand.id)).toMatchObject({ role: 'culturist', active: 0, session_version: before + 1 });
  expect((await refusal(h.send('person.save', { id: h.manager.id, role: 'hand', active: true }))).code).toBe('self');
  expect((await refusal(h.send('person.resetPassword', { id: 99_999, password: 'correct horse battery' }))).code).toBe(
    'noPerson',
  );
  expect((await refusal(h.send('person.resetPassword', { id: h.hand.id, password: 'short' }))).path).toBe('password');
  expect(
    (await refusal(h.send('person.add', { name: 'Vet', role: 'hand', password: 'correct horse battery' }))).code,
  ).toBe('nameTaken');
});

describe('values of the species book', () => {
  const set = (over: Record<string, unknown>, actor = h.manager) =>
    h.send(
      'species.setValue',
      {
        species: 'arctic-char',
        path: 'drift.fry',
        value: { perDay: 0.002, sd: 0.001 },
        source: 'own counts',
        why: 'nine ponds counted',
        ...over,
      },
      actor,
    );

  test('stand beside the old ones with source, reason and person', async () => {
    await set({});
    await set({ value: { perDay: 0.003, sd: 0.001 }, why: 'ten ponds counted' });
    const rows = (await h.db('species_value').orderBy('id').select('value', 'why', 'recorded_by')) as {
      value: string;
      why: string;
      recorded_by: number;
    }[];
    expect(rows.map((r) => [fromJson<{ perDay: number }>(r.value).perDay, r.why, r.recorded_by])).toEqual([
      [0.002, 'nine ponds counted', h.manager.id],
      [0.003, 'ten ponds counted', h.manager.id],
    ]);
  });

  test('are refused without source, without reason, for no species, or in another form than the one that stands there', async () => {
    expect((await refusal(set({ source: ' ' }))).path).toBe('source');
    expect((await refusal(set({ why: '' }))).path).toBe('why');
    expect((await refusal(set({ species: 'unicorn-fish' }))).code).toBe('noSpecies');
    const no = await refusal(set({ value: { perDay: 'much' } }));
    expect([no.code, no.path]).toEqual(['value', 'value']);
    expect((await refusal(set({ path: 'nowhere.at.all', value: 3 }))).code).toBe('value');
  });

  test('of a milestone: the dates of everything alive of that species are worked anew', async () => {
    await h.db('job').delete();
    const { model, cv } = speciesOf('arctic-char').milestones.find((m) => m.id === 'eyed')!;
    await set({ path: 'milestones.eyed', value: { model, cv: cv * 1.1 } });
    expect(await h.db('job').where({ kind: 'predict' }).pluck('subject')).toHaveLength(1);
  });
});

test('everyone changes their own password, knowing the old one; a device’s key ends with who made it', async () => {
  const change = (current: string) =>
    h.send('person.changePassword', { current, password: 'another horse battery' }, h.hand);
  expect((await refusal(change('not this one'))).path).toBe('current');
  await h.send('person.resetPassword', { id: h.hand.id, password: 'correct horse battery' });
  const before = (await h.db('person').where({ id: h.hand.id }).first()) as { session_version: number };
  await change('correct horse battery');
  const after = (await h.db('person').where({ id: h.hand.id }).first()) as { session_version: number };
  expect(after.session_version).toBe(before.session_version + 1);
  await h.db('device_token').insert({
    site_id: h.manager.siteId,
    name: 'box',
    token_hash: 'a'.repeat(64),
    made_by: h.culturist.id,
    made_at: h.clock.now,
  });
  await h.send('person.save', { id: h.culturist.id, role: 'culturist', active: false });
  expect(await h.db('device_token').whereNull('revoked_at')).toEqual([]);
});

test('ten first runs at once make one hatchery', async () => {
  await h.db.raw('SET FOREIGN_KEY_CHECKS = 0');
  const [rows] = (await h.db.raw('SELECT DATABASE() AS name')) as [{ name: string }[]];
  const name = `${rows[0]!.name}_first`;
  await h.db.raw(`CREATE DATABASE \`${name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  const db = connect(addressOf(name), { max: 10 });
  try {
    await migrate(db);
    const one = (n: number) =>
      setUp(
        db,
        { siteName: `Site ${n}`, timeZone: 'Europe/Vienna', managerName: 'Manager', password: 'correct horse battery' },
        h.clock.now,
      ).then(
        () => 'made',
        (e: { code?: string }) => e.code,
      );
    const all = await Promise.all(Array.from({ length: 10 }, (_, n) => one(n)));
    expect(all.filter((x) => x === 'made')).toHaveLength(1);
    expect(all.filter((x) => x === 'setUp')).toHaveLength(9);
    expect(await db('site')).toHaveLength(1);
  } finally {
    await db.destroy();
    await h.db.raw(`DROP DATABASE \`${name}\``);
  }
});
