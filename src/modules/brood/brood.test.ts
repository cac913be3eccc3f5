import type { ObservationKind } from '@/core/books/observations';
import { type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});

const fish = async (tag: string, sex = 'female', more: Record<string, unknown> = {}) =>
  (await h.send<{ id: number }>('brood.save', { species: 'sterlet', tag, sex, ...more })).id;
const row = (tag: string) => h.db('brood_fish').where({ tag }).first();
const seen = (id: number, kind: ObservationKind) =>
  h.db('observation').where({ brood_fish_id: id, kind }).orderBy('id');
const lastEntry = async () => (await h.db('entry').orderBy('seq', 'desc').first('id')) as { id: string };

describe('a brood fish made known', () => {
  test('parents by tag; those not known here become ancestors, and fish of their own when they are entered', async () => {
    await fish('S1', 'female', { sire: 'OM', dam: 'OF', yearClass: 2024, strain: 'Ombrel' });
    expect(await row('OM')).toMatchObject({ sex: 'male', pedigree_only: 1 });
    expect(await row('S1')).toMatchObject({ sire_id: (await row('OM'))!.id, dam_id: (await row('OF'))!.id });
    await fish('OM', 'male', { strain: 'Ombrel' });
    expect(await row('OM')).toMatchObject({ pedigree_only: 0, strain: 'Ombrel' });
    expect(await h.db('brood_fish').where({ tag: 'OM' })).toHaveLength(1);
  });

  test('nobody is their own ancestor, a sire and a dam, or there twice', async () => {
    const s1 = await fish('S1', 'female', { sire: 'M1' });
    await fish('S2', 'male', { dam: 'S1' });
    const circle = await refusal(
      h.send('brood.save', { id: s1, species: 'sterlet', tag: 'S1', sex: 'female', sire: 'S2' }),
    );
    expect(circle).toMatchObject({ code: 'pedigree', path: 'sire' });
    expect(circle.message).toMatch(/S1|S2/);
    expect(await refusal(fish('S3', 'female', { dam: 'M1' }))).toMatchObject({ code: 'sex', path: 'dam' });
    expect(await refusal(fish('S1'))).toMatchObject({ code: 'nameTaken', path: 'tag' });
    expect(await refusal(fish('S4', 'female', { sire: 'X', dam: 'X' }))).toMatchObject({ path: 'dam' });
    expect(await row('S4')).toBeUndefined();
  });

  test('the sex of a parent stays; a parent of unknown sex has told its own', async () => {
    const u = await fish('U1', 'unknown');
    await fish('S5', 'female', { sire: 'U1' });
    expect(await row('U1')).toMatchObject({ sex: 'male' });
    expect(await refusal(h.send('brood.save', { id: u, species: 'sterlet', tag: 'U1', sex: 'female' }))).toMatchObject({
      code: 'sex',
      message: 'U1 has offspring as a male (S5).',
    });
  });
});

describe('in time', () => {
  test('none came or was spawned in time to come; autumn’s eggs are the next year’s', async () => {
    const year = new Date(h.clock.now).getUTCFullYear();
    expect(await refusal(fish('S1', 'female', { cameOn: h.clock.now + 3 * 86_400_000 }))).toMatchObject({
      code: 'time',
      path: 'cameOn',
    });
    expect(await refusal(fish('S1', 'female', { yearClass: year + 2 }))).toMatchObject({ path: 'yearClass' });
    expect(await row('S1')).toBeUndefined();
    await fish('S1', 'female', { yearClass: year + 1, cameOn: h.clock.now });
  });

  test('none is older than its parents, whichever of them is entered later, in a form or a list', async () => {
    await fish('OLD', 'male', { yearClass: 2020 });
    const no = await refusal(fish('S2', 'female', { sire: 'OLD', yearClass: 2018 }));
    expect(no).toMatchObject({ code: 'time', path: 'yearClass', message: expect.stringContaining('S2 of 2018') });
    await fish('S2', 'female', { sire: 'OLD', yearClass: 2024 });
    expect((await refusal(fish('OLD2', 'male', { dam: 'S2', yearClass: 2023 }))).code).toBe('time');
    const list = (years: string) => ({ species: 'sterlet', text: `tag,sex,sire,year class\n${years}\n` });
    expect(await refusal(h.send('brood.import', list('S3,f,OLD,2019')))).toMatchObject({ code: 'time', path: 'text' });
    expect(await row('S3')).toBeUndefined();
    expect((await refusal(h.send('brood.import', list('OLD,m,,2025')))).message).toContain('S2 of 2024');
    await h.send('brood.import', list('S3,f,OLD,2025'));
  });
});

describe('a list read in', () => {
  const text = 'tag,sex,sire,dam,mass kg,tank\nA1,f,OM,OF,2.5,R1\nA2,m,OM,OF,1.5,R1\n';

  test('all fish, their ancestors, and what the list saw of them', async () => {
    const done = await h.send('brood.import', { species: 'sterlet', fileName: 'fish.csv', text });
    expect(done).toEqual({ fish: 2, added: 2, ancestors: 2 });
    const a1 = (await row('A1'))!;
    expect(await seen(a1.id, 'mass')).toMatchObject([{ value: 2500 }]);
    expect(await seen(a1.id, 'stood')).toMatchObject([{ unit_id: h.units.R1 }]);
    // Read in again with a column more: what is not named stays.
    const again = await h.send('brood.import', { species: 'sterlet', text: 'tag,strain\nA1,Ombrel\nOM,Ombrel\n' });
    expect(again).toEqual({ fish: 2, added: 0, ancestors: 0 });
    expect(await row('A1')).toMatchObject({ strain: 'Ombrel', sire_id: a1.sire_id, sex: 'female' });
    expect(await row('OM')).toMatchObject({ pedigree_only: 0 });
  });

  test('one bad cell, a circle, or no tags: nothing is written', async () => {
    for (const [bad, code] of [
      [`${text}A3,w,,,,\n`, 'problems'],
      ['tag,sire\nA1,A2\nA2,A1\n', 'pedigree'],
      ['name\nA1\n', 'noTag'],
      ['tag\n', 'empty'],
    ])
      expect(await refusal(h.send('brood.import', { species: 'sterlet', text: bad }))).toMatchObject({ code });
    expect(await h.db('brood_fish')).toHaveLength(0);
    expect(await h.db('entry').where({ kind: 'fishImport' })).toHaveLength(0);
  });

  test('a list read in is taken back whole: what it made goes, what it changed is as it was, save what was changed since', async () => {
    await h.send('brood.save', { species: 'sterlet', tag: 'K1', sex: 'female', strain: 'Ombrel' });
    await h.send('brood.save', { species: 'sterlet', tag: 'K2', sex: 'male', marks: 'left fin' });
    await h.send('brood.import', {
      species: 'sterlet',
      text: 'tag,sex,strain,marks,sire,dam,mass g\nK1,f,Tessel,,,,2100\nK2,m,Tessel,right fin,,,\nN1,f,Tessel,,OLD,K1,900\n',
    });
    const k2 = (await h.db('brood_fish').where({ tag: 'K2' }).first('id')) as { id: number };
    await h.send('brood.save', {
      id: k2.id,
      species: 'sterlet',
      tag: 'K2',
      sex: 'male',
      strain: 'Tessel',
      marks: 'none',
    });
    const entry = (await h.db('entry').where({ kind: 'fishImport' }).first('id', 'words')) as {
      id: string;
      words: string | null;
    };
    // The codes that it keeps for its way back are no words to be found by.
    expect(entry.words ?? '').not.toMatch(/Ombrel|left fin/);
    const replaced = { entryId: entry.id, reason: 'typing', replacement: { fileName: 'x' } };
    expect(await refusal(h.send('entry.correct', replaced))).toMatchObject({ code: 'onlyTakenBack' });
    await h.send('entry.correct', { entryId: entry.id, reason: 'another species' });
    const rows = (await h.db('brood_fish').orderBy('tag').select('tag', 'strain', 'marks')) as unknown[];
    expect(rows).toEqual([
      { tag: 'K1', strain: 'Ombrel', marks: '' },
      { tag: 'K2', strain: '', marks: 'none' },
    ]);
    expect(await h.db('observation').where({ kind: 'mass' })).toEqual([]);
  });

  test('not where something was recorded of a fish that the list made', async () => {
    await h.send('brood.import', { species: 'sterlet', text: 'tag,sex\nN1,f\nN2,m\n' });
    const n1 = (await h.db('brood_fish').where({ tag: 'N1' }).first('id')) as { id: number };
    await h.send('brood.look', { fish: n1.id, massG: 2000 });
    const entry = (await h.db('entry').where({ kind: 'fishImport' }).first('id')) as { id: string };
    const back = () => h.send('entry.correct', { entryId: entry.id, reason: 'another species' });
    expect(await refusal(back())).toMatchObject({ code: 'inUse', message: expect.stringContaining('N1') });
    expect(await h.db('brood_fish').whereIn('tag', ['N1', 'N2'])).toHaveLength(2);
    const look = (await h.db('entry').where({ kind: 'fishLook' }).first('id')) as { id: string };
    await h.send('entry.correct', { entryId: look.id, reason: 'was another fish' });
    await back();
    expect(await h.db('brood_fish').whereIn('tag', ['N1', 'N2'])).toEqual([]);
  });
});

describe('a fish in the hand', () => {
  test('mass, length and signs are kept; a sign tells an unknown sex, and not another one', async () => {
    const id = await fish('S1', 'unknown');
    await h.send('brood.look', { fish: id, massG: 2400, lengthMm: 740, ripeness: 'ripening' });
    expect(await row('S1')).toMatchObject({ sex: 'female' });
    expect(await seen(id, 'ripeness')).toMatchObject([{ said: 'ripening' }]);
    expect(await refusal(h.send('brood.look', { fish: id, ripeness: 'runningM' }))).toMatchObject({
      code: 'sex',
      path: 'ripeness',
    });
    expect(await refusal(h.send('brood.look', { fish: id }))).toMatchObject({ code: 'payload', path: 'massG' });
  });

  test('a mass far from the last one is asked about; corrected, the one that it replaces does not count', async () => {
    const id = await fish('S1');
    await h.send('brood.look', { fish: id, massG: 2400 });
    const asked = await refusal(h.send('brood.look', { fish: id, massG: 240 }));
    expect(asked).toMatchObject({ code: 'sure', path: 'massG', asks: [{ id: 'sure' }] });
    await h.send('brood.look', { fish: id, massG: 240, sure: 'yes' });
    const { id: wrong } = await lastEntry();
    await h.send('entry.correct', {
      entryId: wrong,
      reason: 'a nought was missing',
      replacement: { massG: 2410, sure: null },
    });
    expect((await seen(id, 'mass')).map((o) => o.value)).toEqual([2400, 2410]);
  });

  test('an egg sample gives the polarisation index', async () => {
    const id = await fish('S1');
    const oocytes = [0.1, 0.2, 0.3].map((nucleusToPoleMm) => ({ nucleusToPoleMm, diameterMm: 2 }));
    await h.send('brood.look', { fish: id, oocytes });
    expect((await seen(id, 'polarisation'))[0]!.value).toBeCloseTo(0.1, 12);
  });
});

describe('the end of a fish', () => {
  test('a killing carries its welfare record, and who left cannot be handled after it', async () => {
    const id = await fish('S1');
    expect(await refusal(h.send('brood.fate', { fish: id, fate: 'killed' }))).toMatchObject({ path: 'method' });
    await h.send('brood.fate', { fish: id, fate: 'killed', method: 'blow', firstSufficed: false });
    expect(await seen(id, 'kill')).toMatchObject([{ said: 'blow', trials: 1, successes: 0 }]);
    expect(await refusal(h.send('brood.look', { fish: id, massG: 2000 }))).toMatchObject({ code: 'gone' });
    // Taken back, it is there again.
    const { id: entry } = await lastEntry();
    await h.send('entry.correct', { entryId: entry, reason: 'another fish' });
    await h.send('brood.move', { fish: [id], unit: h.units.R2 });
    expect(await seen(id, 'stood')).toMatchObject([{ unit_id: h.units.R2 }]);
  });

  test('kept after spawning it stays', async () => {
    const id = await fish('S1');
    await h.send('brood.fate', { fish: id, fate: 'kept' });
    await h.send('brood.look', { fish: id, massG: 2000 });
    expect(await seen(id, 'mass')).toHaveLength(1);
  });

  test('hands may not write any of it', async () => {
    const id = await fish('S1');
    expect(await refusal(h.send('brood.look', { fish: id, massG: 2000 }, h.hand))).toMatchObject({
      code: 'notAllowed',
    });
  });
});
