import { workJobs } from '@/store/predictions';
import { DAY, HOUR, laidDown, type TestHatchery, testHatchery } from '../../../../tests/support/hatchery';

let h: TestHatchery;
const DAYS = 60;
let begin: number;

/** Sixty days at 6 °C in J1; J4 has another water, of 3 °C, in which nothing of this lot stood before. */
beforeEach(async () => {
  h = await testHatchery();
  await laidDown(h, ['J1', 'J2']);
  const { room_id } = (await h.db('unit').where({ id: h.units.J4! }).first('room_id')) as { room_id: number };
  const cold = (await h.send<{ id: number }>('sensor.save', { name: 'cold1', room: room_id })).id;
  await h.db('unit').where({ id: h.units.J4! }).update({ sensor_id: cold });
  begin = h.clock.now;
  const rows = (celsius: number) =>
    Array.from(
      { length: (DAYS + 1) * 24 },
      (_, k) => `${new Date(begin - DAY + k * HOUR).toISOString()},${celsius}`,
    ).join('\n');
  h.clock.now += DAYS * DAY;
  await h.send('readings.import', { sensor: h.sensor, text: `time,celsius\n${rows(6)}\n` });
  await h.send('readings.import', { sensor: cold, text: `time,celsius\n${rows(3)}\n` });
});

const dates = async (unit: string) => {
  await workJobs(h.db, h.clock.now);
  const { lot_id } = (await h
    .db('holding')
    .where({ unit_id: h.units[unit]! })
    .where('number', '>', 0)
    .first('lot_id')) as { lot_id: number };
  const rows = (await h.db('prediction').where({ lot_id })) as {
    milestone: string;
    at: number;
    low: number;
    passed: number;
  }[];
  return Object.fromEntries(rows.map((r) => [r.milestone, r]));
};
const half = { kind: 'share', share: 0.5 };
const grade = (at: number) =>
  h.send('grade.record', {
    at,
    unit: h.units.J1!,
    stage: 'egg',
    classes: [
      { grade: 'L', unit: h.units.J4!, amount: { kind: 'measured', measured: { method: 'counted', number: 5000 } } },
      { grade: 'S', unit: h.units.J1!, amount: { kind: 'all' } },
    ],
    tempered: 'tempered',
    sensitive: 'emergency',
  });

test('a graded class keeps the water that its eggs lived through, though it stands in another now', async () => {
  const whole = (await dates('J1')).hatched!;
  await grade(h.clock.now - HOUR);
  const [cold, same] = [await dates('J4'), await dates('J1')];
  // The class that stayed has the date of the lot; the other has all but what is still to come behind it too.
  expect(Math.abs(same.hatched!.at - whole.at)).toBeLessThan(2 * HOUR);
  const left = whole.at - h.clock.now;
  expect(cold.hatched!.at).toBeGreaterThan(whole.at);
  expect(cold.hatched!.at - h.clock.now).toBeLessThan(4 * left + 5 * DAY);
  // Had it always stood in 3 °C it would not be eyed yet.
  expect(cold.eyed!.passed).toBe(1);
});

test('what was seen before the grading stands for each class, and what is recorded of it afterwards too', async () => {
  await grade(h.clock.now - HOUR);
  const seenAt = begin + 41 * DAY;
  await dates('J4');
  // Written down late: eyes were seen three weeks ago, when it was one lot.
  await h.send('check.record', {
    at: seenAt,
    unit: h.units.J1!,
    check: 'eyed',
    trials: 100,
    successes: 96,
    early: 'seen',
  });
  for (const unit of ['J1', 'J4']) expect((await dates(unit)).eyed).toMatchObject({ at: seenAt, passed: 1 });
});

test('a part that is kept apart keeps its cohort', async () => {
  await h.send('brood.keepApart', {
    unit: h.units.J1!,
    amount: half,
    to: h.units.J4!,
    sensitive: 'emergency',
  });
  const kept = await dates('J4');
  const whole = await dates('J1');
  expect(kept.eyed!.at).toBe(whole.eyed!.at);
});
