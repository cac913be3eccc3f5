import type { Species } from '@/core/species/species';
import { speciesOf } from '@/reference/shipped';
import { bookContext } from '@/store/bookContext';
import { booksWithUnfit, speciesBook, WHOLE } from '@/store/species';
import { type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { referenceView, valueHistory } from './views/reference';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
}, 60_000);

const char = speciesOf('arctic-char');
const ours: Species = { ...char, id: 'lake-char', name: 'Lake char', code: 'LC' };
const save = (content: unknown, over: Record<string, unknown> = {}) =>
  h.send('species.save', { content, why: 'ours', ...over });
const book = async (id: string) => (await speciesBook(h.db, h.manager.siteId)).get(id);

test('a species of one’s own is taken, laid down, predicted and named like any other', async () => {
  await save({ ...ours, lotCv: 0.09 }, { fresh: true });
  expect((await book('lake-char'))!.lotCv).toBe(0.09);
  const brought = await h.send<{ lot: { name: string } }>('stock.bring', {
    species: 'lake-char',
    unit: h.units.R1!,
    stage: 'fry',
    account: 'arrived',
    measured: { method: 'counted', number: 500 },
    origin: 'Lake Ivarre',
  });
  expect(JSON.stringify(brought)).toContain('LC-');
  expect(await h.number('R1', 'fry')).toBe(500);
  const reference = await referenceView(h.db, h.manager.siteId);
  expect(reference.species.find((s) => s.id === 'lake-char')).toMatchObject({ kept: true });
  expect(reference.species.find((s) => s.id === 'pike')).toMatchObject({ kept: false });
});

test('values set since lie over it; written anew it begins from there; history keeps all', async () => {
  await save(ours, { fresh: true });
  await h.send('species.setValue', {
    species: 'lake-char',
    path: 'drift.fry',
    value: { perDay: 0.004, sd: 0.001 },
    source: 'own counts',
    why: 'nine ponds',
  });
  expect((await book('lake-char'))!.drift.find((d) => d.stage === 'fry')!.perDay).toBe(0.004);
  const drift = ours.drift.map((d) => (d.stage === 'fry' ? { ...d, perDay: 0.006 } : d));
  await save({ ...ours, drift });
  expect((await book('lake-char'))!.drift.find((d) => d.stage === 'fry')!.perDay).toBe(0.006);
  const { drift: rate } = await bookContext(h.db, h.manager.siteId);
  expect(rate('lake-char', 'fry', h.clock.now).perDay).toBe(0.006);
  // As known before the second writing.
  expect(rate('lake-char', 'fry', h.clock.now - 1000).perDay).toBe(0.004);
  expect((await valueHistory(h.db, h.manager.siteId, 'lake-char')).map((v) => v.path)).toEqual([
    WHOLE,
    'drift.fry',
    WHOLE,
  ]);
});

test('ids, names and codes are one species’ alone; what does not hang together is refused at its place', async () => {
  expect(await refusal(save(ours))).toMatchObject({ code: 'noSpecies', path: 'content.id' });
  expect(await refusal(save(char, { fresh: true }))).toMatchObject({ code: 'nameTaken', path: 'content.id' });
  expect(await refusal(save({ ...ours, code: 'AC' }, { fresh: true }))).toMatchObject({
    code: 'codeTaken',
    path: 'content.code',
  });
  expect(await refusal(save({ ...ours, name: 'arctic CHAR' }, { fresh: true }))).toMatchObject({
    code: 'nameTaken',
    path: 'content.name',
  });
  const wrong: [Partial<Species>, string][] = [
    [{ stages: [...ours.stages].reverse() }, 'content.stages.0.station'],
    [{ checks: [{ id: 'x', name: 'x', stage: 'elsewhere', looks: '' }] }, 'content.checks.0.stage'],
    [{ milestones: [...ours.milestones].reverse() }, 'content.milestones'],
    [{ drift: ours.drift.slice(1) }, 'content.drift'],
    [{ limits: [ours.limits[0]!, ours.limits[0]!] }, 'content.limits.1.what'],
  ];
  for (const [over, path] of wrong)
    expect((await refusal(save({ ...ours, ...over }, { fresh: true }))).path).toContain(path);
  expect(await book('lake-char')).toBeUndefined();
});

test('a stage that lots have lived through stays; its station may change, for the past too', async () => {
  await save(ours, { fresh: true });
  await h.send('stock.bring', {
    species: 'lake-char',
    unit: h.units.R1!,
    stage: 'fry',
    account: 'arrived',
    measured: { method: 'counted', number: 500 },
    origin: 'Lake Ivarre',
  });
  const without = (id: string) => ({
    ...ours,
    stages: ours.stages.filter((s) => s.id !== id),
    milestones: ours.milestones.filter((m) => m.enters !== id),
    checks: ours.checks.filter((c) => c.stage !== id),
    limits: ours.limits.filter((l) => l.stage !== id),
    drift: ours.drift.filter((d) => d.stage !== id),
  });
  expect(await refusal(save(without('fry')))).toMatchObject({ code: 'stageInUse', path: 'content.stages' });
  await save(without('fingerling'));
  await save({ ...ours, stages: ours.stages.map((s) => (s.id === 'fry' ? { ...s, station: 'fingerlings' } : s)) });
  expect(await h.db('holding').where({ stage: 'fry' }).first('station')).toEqual({ station: 'fingerlings' });
});

test('what a later version cannot read gives way to what it can, and is listed', async () => {
  await save(ours, { fresh: true });
  await save({ ...char, lotCv: 0.2 });
  const row = (species: string, value: unknown) =>
    h.db('species_value').insert({
      site_id: h.manager.siteId,
      species,
      path: WHOLE,
      value: JSON.stringify(value),
      source: 'own',
      why: 'from an older version',
      recorded_by: h.manager.id,
      recorded_at: h.clock.now,
    });
  await row('lake-char', { id: 'lake-char' });
  await row('ghost', { id: 'ghost' });
  const books = await booksWithUnfit(h.db, h.manager.siteId);
  expect(books.get('lake-char')!.species.name).toBe('Lake char');
  expect(books.get('lake-char')!.unfit).toHaveLength(1);
  expect(books.get('ghost')).toBeUndefined();
  expect(books.get('arctic-char')!.species.lotCv).toBe(0.2);
});

test('values that were looked up keep their figures and get their source; another role may not say so', async () => {
  const values = [
    { species: 'arctic-char', path: 'milestones.hatched' },
    { species: 'arctic-char', path: 'drift.fry' },
  ];
  const ask = { values, source: 'Vael 1999', why: 'table 2' };
  expect((await refusal(h.send('species.markChecked', ask, h.hand))).code).toBe('notAllowed');
  const wrong = { ...ask, values: [...values, { species: 'arctic-char', path: 'values.gone' }] };
  expect((await refusal(h.send('species.markChecked', wrong))).path).toBe('values.2.path');
  expect((await refusal(h.send('species.markChecked', { ...ask, source: 'Verify' }))).path).toBe('source');
  await h.send('species.markChecked', ask);
  const now = (await book('arctic-char'))!;
  const hatched = now.milestones.find((m) => m.id === 'hatched')!;
  expect(hatched.source).toBe('Vael 1999');
  expect(hatched.model).toEqual(char.milestones.find((m) => m.id === 'hatched')!.model);
  const { drift } = await bookContext(h.db, h.manager.siteId);
  const shipped = char.drift.find((d) => d.stage === 'fry')!;
  expect(drift('arctic-char', 'fry', h.clock.now)).toEqual({ perDay: shipped.perDay, sd: shipped.sd });
});
