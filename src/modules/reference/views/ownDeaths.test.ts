import { speciesOf } from '@/reference/shipped';
import { workJobs } from '@/store/predictions';
import { speciesBook } from '@/store/species';
import { DAY, HOUR, laidDown, type TestHatchery, testHatchery } from '../../../../tests/support/hatchery';
import { ownDeaths } from './ownDeaths';

let h: TestHatchery;
const shipped = speciesOf('arctic-char').deaths!;
const seen = () => ownDeaths(h.db, h.manager.siteId, 'arctic-char');
const hatch = (unit: string) =>
  h.send('stage.change', { unit: h.units[unit]!, from: 'egg', to: 'yolksac', early: 'seen', amount: { kind: 'all' } });

/** Two jars at 5 °C, picked every fourth day until they are about to hatch; many die in the first days. */
beforeAll(async () => {
  h = await testHatchery();
  await laidDown(h, ['J1', 'J2']);
  const begin = h.clock.now;
  const DAYS = 88;
  for (let d = 1; d <= DAYS; d += d < 12 ? 2 : 4)
    for (const unit of ['J1', 'J2']) {
      h.clock.now = begin + d * DAY;
      await h.send('pick.record', { unit: h.units[unit]!, number: d < 12 ? 900 : 20 });
    }
  h.clock.now = begin + DAYS * DAY;
  const rows = Array.from({ length: DAYS * 24 }, (_, k) => `${new Date(begin + k * HOUR).toISOString()},5.0`);
  await h.send('readings.import', { sensor: h.sensor, text: `time,celsius\n${rows.join('\n')}\n` });
  await workJobs(h.db, h.clock.now);
});

test('nothing is learned while eggs stand; once all have hatched their shares are kept', async () => {
  await hatch('J1');
  await workJobs(h.db, h.clock.now);
  expect(await seen()).toBeNull();
  await hatch('J2');
  await workJobs(h.db, h.clock.now);
  const own = (await seen())!;
  expect(own.lots).toBe(1);
  // Six rounds of 900 at the beginning: far above the shipped share; a third of the way to what was seen.
  expect(own.shape.early.share).toBeGreaterThan(1.3 * shipped.early.share);
  expect(own.shape.early.at).toBe(shipped.early.at);
  // Never shocked: of blanks nothing was seen.
  expect(own.shape.blanks).toEqual(shipped.blanks);
});

test('put in force it is Reference’s; a hatch taken back takes what it taught with it', async () => {
  const own = (await seen())!;
  await h.send('species.setValue', {
    species: 'arctic-char',
    path: 'deaths.shape',
    value: own.shape,
    source: 'own picks: 1 lot',
    why: 'as seen here',
  });
  const book = await speciesBook(h.db, h.manager.siteId);
  expect(book.get('arctic-char')!.deaths!.early.share).toBeCloseTo(own.shape.early.share, 9);
  const last = (await h.db('entry').where({ kind: 'hatch' }).orderBy('seq', 'desc').first('id')) as { id: string };
  await h.send('entry.correct', { entryId: last.id, reason: 'they had not' });
  await workJobs(h.db, h.clock.now);
  expect(await seen()).toBeNull();
});
