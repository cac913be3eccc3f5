import { courseOf, degreeDaysAt, workJobs } from '@/store/predictions';
import { DAY, HOUR, laidDown, type TestHatchery, testHatchery } from '../../tests/support/hatchery';
import { lotView } from './lot';

let h: TestHatchery;
let warm: number;
let lot: { id: number; fertilisedAt: number };
const DAYS = 20;

/** Ten days at 5 °C in J1, then moved into 9 °C of another water for ten more. */
beforeAll(async () => {
  h = await testHatchery();
  await laidDown(h, ['J1', 'J2']);
  const { room_id } = (await h.db('unit').where({ id: h.units.J4! }).first('room_id')) as { room_id: number };
  warm = (await h.send<{ id: number }>('sensor.save', { name: 'warm1', room: room_id })).id;
  await h.db('unit').where({ id: h.units.J4! }).update({ sensor_id: warm });
  const begin = h.clock.now - DAY;
  const rows = (celsius: number) =>
    Array.from({ length: (DAYS + 1) * 24 }, (_, k) => `${new Date(begin + k * HOUR).toISOString()},${celsius}`).join(
      '\n',
    );
  h.clock.now += DAYS * DAY;
  await h.send('readings.import', { sensor: h.sensor, text: `time,celsius\n${rows(5)}\n` });
  await h.send('readings.import', { sensor: warm, text: `time,celsius\n${rows(9)}\n` });
  await h.send('move.record', {
    at: h.clock.now - 10 * DAY,
    sources: [{ unit: h.units.J1!, stage: 'egg', amount: { kind: 'all' } }],
    to: h.units.J4!,
    tempered: 'tempered',
    sensitive: 'emergency',
  });
  await workJobs(h.db, h.clock.now);
  const row = (await h.db('lot').first('id', 'fertilised_at')) as { id: number; fertilised_at: number };
  lot = { id: row.id, fertilisedAt: row.fertilised_at };
});

test('degree-days go through each water for as long as it was stood in, and on into the forecast', async () => {
  const moved = h.clock.now - 10 * DAY;
  const [atMove, now, later] = (await degreeDaysAt(
    h.db,
    lot,
    warm,
    [moved, h.clock.now, h.clock.now + 5 * DAY],
    h.clock.now,
  ))!;
  const first = (moved - lot.fertilisedAt) / DAY;
  // The step between two hourly means lies on a straight line: an hour's worth of doubt.
  expect(Math.abs(atMove! - 5 * first)).toBeLessThan(0.3);
  expect(Math.abs(now! - (5 * first + 90))).toBeLessThan(0.5);
  expect(later! - now!).toBeCloseTo(45, 1);
});

test('the course is 5 °C, then 9 °C, measured up to now and expected after it', async () => {
  const course = await courseOf(h.db, lot, warm, h.clock.now + 6 * DAY, h.clock.now);
  expect(course[3]!.celsius).toBeCloseTo(5, 1);
  expect(course.at(-9)!.celsius).toBeCloseTo(9, 1);
  const ahead = course.filter((p) => p.forecast);
  expect(ahead.length).toBeGreaterThanOrEqual(5);
  expect(Math.min(...ahead.map((p) => p.at))).toBeGreaterThan(h.clock.now - DAY);
  expect(ahead.every((p) => Math.abs(p.celsius - 9) < 0.01)).toBe(true);
});

test('the story of the lot has both waters side by side, the warm one ahead', async () => {
  const view = (await lotView(h.db, { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' }, lot.id, h.clock.now))!;
  expect(view.waters.map((w) => [w.name, w.units])).toEqual(
    expect.arrayContaining([
      ['warm1', ['J4']],
      [expect.any(String), ['J2']],
    ]),
  );
  const hatch = (unit: string) =>
    view.waters.find((w) => w.units.includes(unit))!.milestones.find((m) => m.id === 'hatched')!.at!;
  expect(hatch('J4')).toBeLessThan(hatch('J2') - 10 * DAY);
});
