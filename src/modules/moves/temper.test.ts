import { fromJson } from '@/store/books/rows';
import { HOUR, laidDown, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
  await laidDown(h, ['J1', 'J2']);
  const warm = (
    await h.send<{ id: number }>('sensor.save', {
      name: 'warm1',
      room: (await h.db('unit').where({ id: h.units.J4! }).first('room_id'))!.room_id,
    })
  ).id;
  await h.db('unit').where({ id: h.units.J4! }).update({ sensor_id: warm });
  await h.send('temperature.record', { sensor: h.sensor, celsius: 5 });
  await h.send('temperature.record', { sensor: warm, celsius: 8.4 });
});
const move = (to: string, more: object = {}) =>
  h.send('move.record', {
    sources: [{ unit: h.units.J1!, stage: 'egg', amount: { kind: 'all' } }],
    to: h.units[to]!,
    ...more,
  });

test('to a water further off than they bear it is asked about, with the schedule; tempered, they go, and it stays with the entry', async () => {
  const asked = await refusal(move('J4'));
  expect(asked).toMatchObject({ code: 'tempered', path: 'to', asks: [{ id: 'tempered' }] });
  expect(asked.message).toMatch(/J1 stands at 5\.0 °C and J4 at 8\.4 °C/);
  expect(asked.todo).toMatch(/4 steps, 80 minutes/);
  await h.send('preferences.save', { units: 'us' });
  expect((await refusal(move('J4'))).message).toMatch(
    /J1 stands at 41\.0 °F and J4 at 47\.1 °F: more than the 1\.8 °F/,
  );
  await h.send('preferences.save', { units: 'metric' });
  await move('J4', { tempered: 'tempered' });
  expect(await h.number('J4', 'egg')).toBeGreaterThan(0);
  const entry = (await h.db('entry').where({ kind: 'move' }).first('intent')) as { intent: unknown };
  expect(entry.intent).toMatchObject({ answers: { tempered: 'tempered' } });
});

test('on one water nothing is asked, nor where a reading is a day old', async () => {
  await move('J3');
  h.clock.now += 30 * HOUR;
  await h.send('move.record', {
    sources: [{ unit: h.units.J3!, stage: 'egg', amount: { kind: 'all' } }],
    to: h.units.J4!,
  });
  expect(await h.number('J4', 'egg')).toBeGreaterThan(0);
});

test('laying down and grading ask as a move does, at the unit in question', async () => {
  const parts = [
    { unit: h.units.J3!, number: 4000 },
    { unit: h.units.J4!, number: 4000 },
  ];
  const lay = { unit: h.units.J1!, parts, emptied: true, shortfall: 'yes' };
  const asked = await refusal(h.send('eggs.layDown', lay));
  expect(asked).toMatchObject({ code: 'tempered', path: 'parts.1.unit' });
  await h.send('eggs.layDown', { ...lay, tempered: 'emergency' });
  expect(await h.number('J4', 'egg')).toBe(4000);
  const classes = [
    { grade: 'L', unit: h.units.J1!, amount: { kind: 'measured', measured: { method: 'counted', number: 900 } } },
    { grade: 'S', unit: h.units.B1!, amount: { kind: 'all' } },
  ];
  const grade = { unit: h.units.J4!, stage: 'egg', classes };
  expect(await refusal(h.send('grade.record', grade))).toMatchObject({ code: 'tempered', path: 'classes' });
  await h.send('grade.record', { ...grade, tempered: 'tempered' });
  expect(await h.number('J1', 'egg')).toBe(900);
});

test('a release into a water far off is asked about, and says how to temper', async () => {
  const room = (await h.db('unit').where({ id: h.units.R1! }).first('room_id'))!.room_id;
  const hall = await h.send<{ id: number }>('sensor.save', { name: 'hall', room });
  await h.db('unit').where({ id: h.units.R1! }).update({ sensor_id: hall.id });
  await h.send('temperature.record', { sensor: hall.id, celsius: 14.9 });
  await h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage: 'fingerling',
    unit: h.units.R1!,
    measured: { method: 'counted', number: 3000 },
  });
  const release = {
    unit: h.units.R1!,
    site: h.releaseSite,
    batches: [{ massG: 30, count: 100 }],
    bucketsG: [300],
  };
  const asked = await refusal(h.send('release.record', { ...release, waterCelsius: 6 }));
  expect(asked).toMatchObject({ code: 'tempered', path: 'waterCelsius', asks: [{ id: 'tempered' }] });
  expect(asked.message).toMatch(/R1 stands at 14\.9 °C and Lake Ivarre at 6\.0 °C/);
  await h.send('release.record', { ...release, waterCelsius: 6, tempered: 'tempered' });
  await h.send('release.record', { ...release, waterCelsius: 13 });
  await h.send('release.record', release);
});

test('what comes into a water far off is asked about; both temperatures stay with the entry', async () => {
  await h.send('temperature.record', { sensor: h.sensor, celsius: 5 });
  const eggs = {
    account: 'arrived',
    species: 'arctic-char',
    stage: 'egg',
    unit: h.units.J3!,
    measured: { method: 'counted', number: 8000 },
    origin: 'Aurel station',
    fertilisedAt: h.clock.now - 40 * 86_400_000,
  };
  const asked = await refusal(h.send('stock.bring', { ...eggs, cameCelsius: 9 }));
  expect(asked).toMatchObject({ code: 'tempered', path: 'cameCelsius' });
  expect(asked.message).toMatch(/The water in which they came stands at 9\.0 °C and J3 at 5\.0 °C/);
  expect((await refusal(h.send('stock.bring', { ...eggs, cameCelsius: 48 }))).path).toBe('cameCelsius');
  expect(await h.number('J3')).toBe(0);
  await h.send('stock.bring', { ...eggs, cameCelsius: 9, tempered: 'tempered' });
  const entry = (await h.db('entry').where({ kind: 'arrival' }).first('intent')) as { intent: string };
  expect(fromJson(entry.intent)).toMatchObject({ cameCelsius: 9, unitCelsius: 5 });
  // Near enough, or not said: nothing is asked.
  await h.send('stock.bring', { ...eggs, unit: h.units.J4!, cameCelsius: 8 });
  await h.send('stock.bring', { ...eggs, unit: h.units.R1! });
});
