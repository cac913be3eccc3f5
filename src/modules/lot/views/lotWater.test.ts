import { courseOf, degreeDaysAt } from '@/store/lotWater';
import { workJobs } from '@/store/predictions';
import { DAY, HOUR, laidDown, type TestHatchery, testHatchery } from '../../../../tests/support/hatchery';
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
  const { course, foreseen } = await courseOf(h.db, lot, warm, h.clock.now + 6 * DAY, h.clock.now);
  expect(course.celsius[3]).toBeCloseTo(5, 1);
  expect(course.celsius.at(-9)).toBeCloseTo(9, 1);
  const ahead = course.celsius.slice(course.measured);
  expect(ahead.length).toBeGreaterThanOrEqual(5);
  expect(course.from + course.measured * DAY).toBeGreaterThan(h.clock.now - DAY);
  expect(ahead.every((c) => Math.abs(c - 9) < 0.01)).toBe(true);
  expect(foreseen).toBe('as it is now, 9.0 °C throughout');
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

test('a water that goes with the season is foreseen by last year, and dates follow: colder autumns hatch later', async () => {
  const autumn = (t: number) => 7 - 0.05 * ((t - (h.clock.now - DAYS * DAY)) / DAY);
  const year = 365 * DAY;
  const rows = (from: number, to: number, celsius: (t: number) => number) =>
    Array.from({ length: Math.floor((to - from) / (6 * HOUR)) }, (_, k) => from + k * 6 * HOUR)
      .map((t) => `${new Date(t).toISOString()},${celsius(t).toFixed(2)}`)
      .join('\n');
  const { room_id } = (await h.db('unit').where({ id: h.units.J2! }).first('room_id')) as { room_id: number };
  const lake = (await h.send<{ id: number }>('sensor.save', { name: 'lake', room: room_id })).id;
  await h.db('unit').where({ id: h.units.J2! }).update({ sensor_id: lake });
  const now = h.clock.now;
  await h.send('readings.import', {
    sensor: lake,
    text: `time,celsius\n${rows(now - 75 * DAY, now, (t) => autumn(t))}\n`,
  });
  await workJobs(h.db, now);
  const hatch = async () =>
    ((await h.db('prediction').where({ sensor_id: lake, milestone: 'hatched' }).first('at')) as { at: number }).at;
  const asNow = await hatch();
  await h.send('readings.import', {
    sensor: lake,
    text: `time,celsius\n${rows(now - year - 75 * DAY, now - year + 120 * DAY, (t) => autumn(t + year) + 0.4)}\n`,
  });
  await workJobs(h.db, now);
  expect((await courseOf(h.db, lot, lake, now + 6 * DAY, now)).foreseen).toMatch(
    /^as last year, −0\.4 °C to meet today/,
  );
  // From 6 °C on at 6 °C, or falling by a degree in twenty days.
  expect(await hatch()).toBeGreaterThan(asNow + 8 * DAY);
});
