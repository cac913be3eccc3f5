import { DAY, HOUR, type TestHatchery, takeOf61500, testHatchery } from '../../../../tests/support/hatchery';
import { ledger } from './ledger';
import { ledgerParts } from './ledgerParts';

let h: TestHatchery;
const find = async (f: Partial<Parameters<typeof ledger>[2]>) =>
  (await ledger(h.db, h.manager.siteId, { limit: 50, ...f })).map((e) => `${e.kind}${e.voided ? ' (voided)' : ''}`);

beforeAll(async () => {
  h = await testHatchery();
  await h.send('take.record', takeOf61500(h.units.B1!, { note: 'ripe early, Brünnthal water' }));
  h.clock.now += HOUR;
  await h.send('eggs.layDown', {
    unit: h.units.B1!,
    totalVolumeMl: 3000,
    parts: [1, 2].map((k) => ({ unit: h.units[`J${k}`]!, volumeMl: 1500 })),
  });
  h.clock.now += DAY;
  await h.send('pick.record', { unit: h.units.J1!, number: 12 }, h.hand);
  await h.send('pick.record', { unit: h.units.J2!, number: 7, measuredBy: 'Guest from Ivarre' });
  await h.send('note.record', { unit: h.units.J2!, note: 'fungus on the screen; rinsed (5 min)' });
  await h.send('dead.record', { unit: h.units.J2!, number: 3, cause: 'shaken in transport' }).catch(() => undefined);
  const wrong = (await h.db('entry').where({ kind: 'pick' }).orderBy('seq').first('id')) as { id: string };
  await h.send('entry.correct', { entryId: wrong.id, reason: 'it was another jar' });
});

test('newest first, what was taken back and what took it back both visible', async () => {
  expect(await find({})).toEqual(['correction', 'dead', 'note', 'pick', 'pick (voided)', 'layDown', 'take']);
});

test('by unit: what moved there, what was seen there, what had moved before it was taken back', async () => {
  expect(await find({ unitId: h.units.J1! })).toEqual(['pick (voided)', 'layDown']);
  expect(await find({ unitId: h.units.J2! })).toEqual(['dead', 'note', 'pick', 'layDown']);
  expect(await find({ unitId: h.units.R1! })).toEqual([]);
});

test('by lot: all of its units', async () => {
  const lot = (await h.db('lot').first('id')) as { id: number };
  expect(await find({ lotId: lot.id })).toEqual(['dead', 'note', 'pick', 'pick (voided)', 'layDown', 'take']);
});

test('a search finds the name of a unit, a lot or a person, and words by their beginnings', async () => {
  expect(await find({ search: 'J1' })).toEqual(['pick (voided)', 'layDown']);
  expect(await find({ search: 'AC-31-01' })).toHaveLength(6);
  expect(await find({ search: 'Hand' })).toEqual(['pick (voided)']);
  expect(await find({ search: 'fung' })).toEqual(['note']);
  expect(await find({ search: 'transport' })).toEqual(['dead']);
  expect(await find({ search: 'ripe brünn' })).toEqual(['take']);
  expect(await find({ search: 'Ivarre' })).toEqual(['pick']);
  expect(await find({ search: 'another jar' })).toEqual(['correction']);
  expect(await find({ search: 'early fungus' })).toEqual([]);
});

test('signs that mean something to a search engine mean nothing here', async () => {
  expect(await find({ search: 'screen; rinsed (5' })).toEqual(['note']);
  for (const odd of ['"', '+-*', '()', "'; DROP TABLE entry; --", '%', '@', '~fungus*'])
    await expect(find({ search: odd })).resolves.toBeInstanceOf(Array);
  expect(await find({ search: '%' })).toEqual([]);
});

test('kinds narrow, pages go on where the last ended', async () => {
  expect(await find({ kinds: ['pick'] })).toEqual(['pick', 'pick (voided)']);
  expect(await find({ kinds: ['pick'], search: 'J2' })).toEqual(['pick']);
  const first = await ledger(h.db, h.manager.siteId, { limit: 3 });
  const next = await ledger(h.db, h.manager.siteId, { limit: 3, before: first.at(-1)!.seq });
  expect(next.map((e) => e.kind)).toEqual(['pick', 'pick', 'layDown']);
});

test('up to an instant: the latest to have happened first, wherever it was typed', async () => {
  const lot = (await h.db('lot').first('id')) as { id: number };
  const taken = (await h.db('entry').where({ kind: 'take' }).first('at')) as { at: number };
  expect(await find({ lotId: lot.id, until: taken.at })).toEqual(['take']);
  expect((await find({ lotId: lot.id, until: h.clock.now, limit: 2 }))[0]).toBe('dead');
});

test('what was moved has columns: from where to where, how many of which lot and stage, with its doubt', async () => {
  const entries = await ledger(h.db, h.manager.siteId, { limit: 50 });
  const parts = await ledgerParts(
    h.db,
    h.manager.siteId,
    entries.map((e) => e.seq),
  );
  const of = (kind: string) => parts.get(entries.find((e) => e.kind === kind)!.seq)!;
  expect(of('take')).toMatchObject([{ from: 'eggs taken', to: 'B1', number: 61_500, species: 'Arctic char' }]);
  expect(of('layDown')).toMatchObject([
    { lot: 'AC-31-01', from: 'B1', to: 'J1', number: 30_750, intoLot: '', intoStage: '' },
    { lot: 'AC-31-01', from: 'B1', to: 'J2', number: 30_750 },
  ]);
  expect(of('layDown')[0]!.sd).toBeGreaterThan(0);
  expect(of('dead')).toMatchObject([{ from: 'J2', to: 'dead', number: 3, sd: 0 }]);
  // What was taken back is there as it was.
  const voided = entries.find((e) => e.kind === 'pick' && e.voided)!;
  expect(parts.get(voided.seq)).toMatchObject([{ from: 'J1', to: 'picked', number: 12 }]);
  // A note moved nothing.
  expect(parts.get(entries.find((e) => e.kind === 'note')!.seq)).toBeUndefined();
});
