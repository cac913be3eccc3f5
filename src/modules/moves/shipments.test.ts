import type { ShippedAge } from '@/core/incubation/eyedShipping';
import { ledger } from '@/modules/records/views/ledger';
import { workJobs } from '@/store/predictions';
import { DAY, HOUR, laidDown, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { shipment } from './views/shipment';

let h: TestHatchery;
const AGE = 60;
beforeEach(async () => {
  h = await testHatchery();
  await laidDown(h, ['J1', 'J2']);
  const begin = h.clock.now;
  const rows = Array.from({ length: AGE * 24 }, (_, k) => `${new Date(begin + k * HOUR).toISOString()},5.00`);
  h.clock.now = begin + AGE * DAY;
  await h.send('readings.import', { sensor: h.sensor, fileName: 'l.csv', text: `time,celsius\n${rows.join('\n')}\n` });
  await workJobs(h.db, h.clock.now);
});
const ship = (more: object = {}) =>
  h.send<{ number: string; age: ShippedAge }>('eggs.ship', {
    unit: h.units.J1!,
    stage: 'egg',
    measured: { method: 'counted', number: 9000 },
    receiver: 'Lake Ivarre hatchery house',
    papers: 'HP 31-7',
    boxes: 3,
    hours: 24,
    boxCelsius: 4,
    eyes: 'seen',
    sensitive: 'emergency',
    ...more,
  });

test('they leave the books as sold, with their age in degree-days by the water and what is left to the first hatch', async () => {
  const before = await h.number('J1', 'egg');
  const r = await ship();
  expect(await h.number('J1', 'egg')).toBe(before - 9000);
  // Sixty days at 5 °C since they were laid down; the hours before that are carried back.
  expect(r.age.degreeDays).toBeGreaterThan(300);
  expect(r.age.degreeDays).toBeLessThan(301);
  expect(r.age.onTheWay).toBe(4);
  expect(r.age.left).toBeCloseTo(r.age.toFirstHatch! - r.age.degreeDays! - 4, 9);
  const hatch = (await h.db('prediction').where({ milestone: 'hatched' }).first('first_at')) as { first_at: number };
  expect(r.age.toFirstHatch! - r.age.degreeDays!).toBeCloseTo((5 * (hatch.first_at - h.clock.now)) / DAY, 0);
  expect(r.age.iceKg).toBeNull();
  const iced = await ship({ outsideCelsius: 18, wallWattPerKelvin: 0.6 });
  // 14 °C · 0.6 W/°C · 24 h / 92.65 Wh a kg, with half of it again.
  expect(iced.age.iceKg).toBeCloseTo(((14 * 0.6 * 24) / 92.65) * 1.5, 2);
});

test('asked about where eyes were not seen, where hands stay off, and where they would hatch on the way', async () => {
  const asked = await refusal(ship({ eyes: undefined }));
  expect([asked.code, asked.asks[0]?.id]).toEqual(['eyes', 'eyes']);
  await h.send('check.record', { unit: h.units.J1!, check: 'eyed', successes: 60, trials: 100 });
  expect((await refusal(ship({ eyes: undefined }))).message).toMatch(/60 %/);
  await h.send('check.record', { unit: h.units.J1!, check: 'eyed', successes: 97, trials: 100 });
  await ship({ eyes: undefined });
  const late = await refusal(ship({ hours: 240, boxCelsius: 15 }));
  expect([late.code, late.path]).toEqual(['late', 'hours']);
  await ship({ hours: 240, boxCelsius: 15, late: 'yes' });
  expect((await refusal(ship({ papers: ' ' }))).path).toBe('papers');
  expect((await refusal(ship({ measured: undefined }))).code).toBe('howMany');
});

test('the ledger says it in one line; its paper is read back; taken back it says so', async () => {
  await h.send('check.record', { unit: h.units.J1!, check: 'eyed', successes: 97, trials: 100 });
  await ship();
  const [line] = await ledger(h.db, h.manager.siteId, { kinds: ['eggShipment'], limit: 5 });
  expect(line!.says).toMatch(/9.000 from J1 to Lake Ivarre hatchery house, 3 boxes, 300 °C·d old/);
  const paper = (await shipment(h.db, h.manager.siteId, line!.id))!;
  expect(paper).toMatchObject({ number: 9000, boxes: 3, papers: 'HP 31-7', stepCelsius: 1, taken: false, baths: [] });
  expect(paper.checks[0]).toMatchObject({ successes: 97, trials: 100 });
  expect(paper.families.reduce((n, f) => n + f.share, 0)).toBeCloseTo(1, 6);
  await h.send('entry.correct', { entryId: line!.id, reason: 'the van did not come' });
  expect((await shipment(h.db, h.manager.siteId, line!.id))!.taken).toBe(true);
  expect(await shipment(h.db, h.manager.siteId, 'no such entry')).toBeNull();
});
