import { DAY, HOUR, type TestHatchery, testHatchery } from '../../tests/support/hatchery';
import { datesGivenUp, workJobs } from './predictions';

let h: TestHatchery;
const jobs = async () => Number((await h.db('job').count<{ n: number }[]>('* as n').first())!.n);
const predicted = async () => ((await h.db('site').first('predicted')) as { predicted: number }).predicted;
const hatchOf = async () =>
  (await h.db('prediction').where({ milestone: 'hatched' }).orderBy('lot_id').select('lot_id', 'at', 'worked_at')) as {
    lot_id: number;
    at: number | null;
    worked_at: number;
  }[];

beforeAll(async () => {
  h = await testHatchery();
  for (let i = 0; i < 9; i++)
    await h.send('stock.bring', {
      account: 'arrived',
      species: 'arctic-char',
      stage: 'egg',
      unit: h.units.B1!,
      fertilisedAt: h.clock.now - (i + 1) * DAY,
      measured: { method: 'counted', number: 1000 },
    });
});

test('a slice works no more than it was told; what is left stays queued and is worked next', async () => {
  expect(await jobs()).toBe(9);
  const before = await predicted();
  expect(await workJobs(h.db, h.clock.now, 4)).toBe(4);
  expect(await jobs()).toBe(5);
  expect(await workJobs(h.db, h.clock.now)).toBe(5);
  expect(await jobs()).toBe(0);
  expect(await workJobs(h.db, h.clock.now)).toBe(0);
  // Screens look at this number to know that dates changed.
  expect(await predicted()).toBeGreaterThan(before);
});

test('without a temperature there is no date, and none is invented', async () => {
  const rows = await hatchOf();
  expect(rows).toHaveLength(9);
  expect(rows.every((r) => r.at === null)).toBe(true);
});

test('readings queue every lot on their water once, however many come', async () => {
  for (const celsius of [6, 6.2, 6.1]) {
    h.clock.now += HOUR;
    await h.send('temperature.record', { unit: h.units.J1!, celsius });
  }
  expect(await jobs()).toBe(9);
  await workJobs(h.db, h.clock.now);
  const rows = await hatchOf();
  expect(rows.every((r) => r.at !== null)).toBe(true);
  // Each was fertilised a day before the one that came before it, in the same water: it hatches that much sooner.
  for (let i = 1; i < rows.length; i++) {
    const apart = (rows[i - 1]!.at! - rows[i]!.at!) / DAY;
    expect(apart).toBeGreaterThan(0.9);
    expect(apart).toBeLessThan(1.1);
  }
});

test('a lot whose dates were given up says so, until something is recorded of its water', async () => {
  const lot = (await h.db('lot').orderBy('id').first('id')) as { id: number };
  const said = () => datesGivenUp(h.db, h.manager.siteId, lot.id);
  expect(await said()).toBeNull();
  const job = { site_id: h.manager.siteId, kind: 'predict', subject: String(lot.id), queued_at: 0, error: 'no curve' };
  await h.db('job').insert({ ...job, attempts: 2 });
  expect(await said()).toBeNull();
  await h.db('job').where({ subject: job.subject }).update({ attempts: 3 });
  expect(await said()).toBe('no curve');
  h.clock.now += HOUR;
  await h.send('temperature.record', { unit: h.units.J1!, celsius: 6.2 });
  await workJobs(h.db, h.clock.now);
  expect(await said()).toBeNull();
});

test('a job that fails is kept with its reason, tried three times, and does not hold up the others', async () => {
  await h.db('job').insert({ site_id: h.manager.siteId, kind: 'predict', subject: 'no lot', queued_at: 0 });
  h.clock.now += HOUR;
  await h.send('temperature.record', { unit: h.units.J1!, celsius: 6.3 });
  const logged = jest.spyOn(console, 'error').mockImplementation(() => {});
  for (let turn = 0; turn < 4; turn++) await workJobs(h.db, h.clock.now);
  expect(logged.mock.calls.map((call) => String(call[0]))).toEqual([
    expect.stringContaining('no lot, attempt 1:'),
    expect.stringContaining('attempt 2:'),
    expect.stringContaining('attempt 3, given up:'),
  ]);
  logged.mockRestore();
  const left = (await h.db('job').select('subject', 'attempts', 'error')) as {
    subject: string;
    attempts: number;
    error: string;
  }[];
  expect(left.map((j) => [j.subject, j.attempts])).toEqual([['no lot', 3]]);
  expect(left[0]!.error.length).toBeGreaterThan(3);
  expect((await hatchOf()).every((r) => r.worked_at === h.clock.now)).toBe(true);
});
