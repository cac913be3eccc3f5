import { counted, standIn } from '../../../tests/support/example';
import { HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { containersOf, inspectionsOf } from './inspections';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
  await standIn(h, 'fry', 4000);
  await h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage: 'fry',
    unit: h.units.R2!,
    measured: counted(2000),
  });
  h.clock.now += HOUR;
});
const open = (more: object = {}) =>
  h.send<{ id: number; wanted: number }>('inspection.open', {
    units: [h.units.R1!, h.units.R2!],
    why: 'yearly',
    vet: 'Dr Lind',
    ...more,
  });
const take = (inspection: number, unit: string, number: number, container: string, more: object = {}) => {
  h.clock.now += 60_000;
  return h.send<{ taken: number; wanted: number }>('inspection.take', {
    inspection,
    unit: h.units[unit]!,
    number,
    container,
    method: 'overdose',
    ...more,
  });
};
const found = (inspection: number, container: string, more: object = {}) => {
  h.clock.now += 60_000;
  return h.send('inspection.find', { inspection, container, found: 'nothing', ...more });
};
const row = async (id: number) => (await inspectionsOf(h.db, h.manager.siteId, id))[0]!;

test('the sample of the published formula is drawn by tank, taken, found, signed; the books lose what was taken', async () => {
  const { id, wanted } = await open();
  // Of 6 000, to find 5 % with 95 %: 300 affected, (1 − 0.05^(1/300)) (6000 − 299/2) = 58.1.
  expect(wanted).toBe(59);
  const r = await row(id);
  expect(r.tanks.map((t) => [t.unitName, t.stood, t.draw])).toEqual([
    ['R1', 4000, 39],
    ['R2', 2000, 20],
  ]);
  expect(await take(id, 'R1', 39, 'I 1')).toEqual({ taken: 39, wanted: 59 });
  await take(id, 'R2', 20, 'I 2');
  expect([await h.number('R1'), await h.number('R2')]).toEqual([3961, 1980]);
  expect(
    (await refusal(h.send('inspection.close', { inspection: id, verdict: 'free', signedBy: 'Dr Lind' }))).code,
  ).toBe('waiting');
  await found(id, 'I 1');
  await found(id, 'I 2', { affected: 1, found: 'one with worms' });
  expect(
    (await refusal(h.send('inspection.close', { inspection: id, verdict: 'free', signedBy: 'Dr Lind' }))).code,
  ).toBe('found');
  await h.send('inspection.close', {
    inspection: id,
    verdict: 'found',
    signedBy: 'Dr Lind',
    certificate: 'C 1',
    validDays: 365,
  });
  expect((await row(id)).verdict).toMatchObject({ verdict: 'found', certificate: 'C 1', signedBy: 'Dr Lind' });
  expect((await refusal(take(id, 'R1', 1, 'I 3'))).code).toBe('closed');
});

test('containers have names of their own; findings come back to one that was taken, once, and no more than were in it', async () => {
  const { id } = await open();
  await take(id, 'R1', 10, 'I 1');
  expect((await refusal(take(id, 'R1', 10, 'I 1'))).code).toBe('twice');
  expect((await refusal(take(id, 'R3', 10, 'I 2'))).code).toBe('notDrawn');
  expect((await refusal(take(id, 'R1', 10, 'I 2', { method: '' }))).path).toBe('method');
  expect((await refusal(found(id, 'I 9'))).code).toBe('noContainer');
  expect((await refusal(found(id, 'I 1', { affected: 11 }))).path).toBe('affected');
  await found(id, 'I 1');
  expect((await refusal(found(id, 'I 1'))).code).toBe('known');
});

test('taken back they are in the tank again, and their container is free; a closing taken back opens it', async () => {
  const { id } = await open();
  await take(id, 'R1', 10, 'I 1');
  const entry = async (kind: string) => (await h.db('entry').where({ kind }).orderBy('seq', 'desc').first('id'))!.id;
  await h.send('entry.correct', { entryId: await entry('inspectionTake'), reason: 'the other tank' });
  expect(await h.number('R1')).toBe(4000);
  expect(await containersOf(h.db, await row(id))).toEqual([]);
  expect((await refusal(h.send('inspection.close', { inspection: id, verdict: 'free', signedBy: 'X' }))).code).toBe(
    'none',
  );
  await take(id, 'R2', 12, 'I 1');
  await h.send('inspection.close', { inspection: id, verdict: 'unclear', signedBy: 'Dr Lind' });
  await h.send('entry.correct', { entryId: await entry('inspectionClose'), reason: 'too soon' });
  expect((await row(id)).closedAt).toBeNull();
});

test('of few fish all are wanted; nothing, or a share that is none, is refused at its field', async () => {
  await h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage: 'fry',
    unit: h.units.R3!,
    measured: counted(12),
  });
  expect((await open({ units: [h.units.R3!], prevalenceShare: 0.01 })).wanted).toBe(12);
  expect((await refusal(open({ units: [h.units.R5!] }))).path).toMatch(/^units/);
  expect((await refusal(open({ prevalenceShare: 0 }))).path).toBe('prevalenceShare');
  expect((await refusal(open({ why: '' }))).path).toBe('why');
});

test('the vet signs with their own sign-in once it is closed; nobody else does, and a signed one is not reopened', async () => {
  const { id } = await open();
  await take(id, 'R1', 39, 'K 1');
  await found(id, 'K 1');
  const vet = { ...h.hand, role: 'reader' as const };
  const sign = (actor = vet) => h.send<{ by: string }>('inspection.sign', { inspection: id, said: 'as found' }, actor);
  expect((await refusal(sign())).code).toBe('open');
  h.clock.now += 60_000;
  await h.send('inspection.close', { inspection: id, verdict: 'free', signedBy: 'Dr Lind' });
  expect((await refusal(sign({ ...h.culturist, role: 'culturist' as never }))).code).toBe('notAllowed');
  expect(await sign()).toEqual({ by: 'Hand' });
  expect((await row(id)).verdict).toMatchObject({ verdict: 'free', signature: { by: 'Hand', said: 'as found' } });
  expect((await refusal(sign())).code).toBe('signed');
  const of = async (kind: string) => (await h.db('entry').where({ kind }).orderBy('seq', 'desc').first('id'))!.id;
  const back = async (kind: string) => h.send('entry.correct', { entryId: await of(kind), reason: 'the wrong one' });
  expect((await refusal(back('inspectionClose'))).code).toBe('signed');
  await back('inspectionSign');
  await back('inspectionClose');
  expect((await row(id)).verdict).toBeNull();
});
