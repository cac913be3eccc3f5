import { lotView } from '@/modules/lot/views/lot';
import { stockList } from '@/modules/records/views/stockList';
import { type TestHatchery, testHatchery } from '../../tests/support/hatchery';
import { refusal } from '../../tests/support/refusal';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
  for (const [tag, sex, strain] of [
    ['F1', 'female', 'Ombrel'],
    ['F2', 'female', 'Tessel'],
    ['M1', 'male', 'Ombrel'],
    ['M2', 'male', 'Tessel'],
  ])
    await h.send('brood.save', { species: 'arctic-char', tag, sex, strain });
});

const take = (more: Record<string, unknown>) =>
  h.send<{ lotId: number; lot: string }>('take.record', {
    species: 'arctic-char',
    females: [{ tag: 'F1' }],
    males: [{ tag: 'M1' }],
    cross: 'pooled',
    measured: { method: 'counted', number: 6000 },
    unit: h.units.J1,
    ...more,
  });
const site = () => ({ siteId: h.manager.siteId, timeZone: 'Europe/Vienna' });
const kindOf = async (lot: number) => (await lotView(h.db, site(), lot, h.clock.now))!.kind;
const bring = (more: Record<string, unknown>) =>
  h.send<{ lotId: number; lot: string }>('stock.bring', {
    account: 'arrived',
    species: 'arctic-char',
    stage: 'fry',
    unit: h.units.R1,
    measured: { method: 'counted', number: 3000 },
    ...more,
  });

test('a lot has the strain of its parents and the sex that it was made to be', async () => {
  const pure = await take({ sex: 'female' });
  expect(await kindOf(pure.lotId)).toBe('Ombrel, all female');
  const crossed = await take({
    females: [{ tag: 'F1' }, { tag: 'F2' }],
    unit: h.units.J2,
    acrossStrains: 'meant',
  });
  expect(await kindOf(crossed.lotId)).toBe('50 % Ombrel; 50 % Tessel × Ombrel');
});

test('what is brought has the strain that is given; lots that are not alike are asked about before they are mixed', async () => {
  const a = await bring({ strain: 'Ombrel', sex: 'female' });
  const b = await bring({ unit: h.units.R2, strain: 'Tessel', measured: { method: 'counted', number: 1000 } });
  const mixing = {
    sources: [{ unit: h.units.R1, amount: { kind: 'all' } }],
    to: h.units.R2,
  };
  const asked = await refusal(h.send('move.record', mixing));
  expect(asked.asks.map((x) => x.id)).toEqual(['mix']);
  expect(asked.message).toContain(`${a.lot} Ombrel, all female; ${b.lot} Tessel. Mixed, nobody can part them again.`);
  const { lot } = await h.send<{ lot: string }>('move.record', { ...mixing, mix: 'yes' });
  const row = (await h.db('lot').where({ name: lot }).first('id')) as { id: number };
  expect(await kindOf(row.id)).toBe('75 % Ombrel, all female; 25 % Tessel');
});

test('lots that are alike are not said to differ', async () => {
  await bring({ strain: 'Ombrel' });
  await bring({ unit: h.units.R2, strain: 'Ombrel' });
  const asked = await refusal(
    h.send('move.record', { sources: [{ unit: h.units.R1, amount: { kind: 'all' } }], to: h.units.R2 }),
  );
  expect(asked.message).not.toContain('not alike');
});

test('the stock list sums up by strain and sex, and corrected to another strain it follows', async () => {
  await bring({ strain: 'Ombrel' });
  await bring({ unit: h.units.R2, strain: 'Ombrel' });
  await bring({ unit: h.units.R3 });
  const totals = async () =>
    (await stockList(h.db, h.manager.siteId, h.clock.now, 'strain')).totals.map((t) => [t.by, t.number]);
  expect(await totals()).toEqual([
    ['Arctic char, Ombrel', 6000],
    ['Arctic char, strain not known', 3000],
  ]);
  const { id } = (await h.db('entry').orderBy('seq', 'desc').first('id')) as { id: string };
  await h.send('entry.correct', { entryId: id, reason: 'read on the paper', replacement: { strain: 'Tessel' } });
  expect(await totals()).toEqual([
    ['Arctic char, Ombrel', 6000],
    ['Arctic char, Tessel', 3000],
  ]);
});
