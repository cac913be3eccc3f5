import { workJobs } from '@/store/predictions';
import { DAY, HOUR, type TestHatchery, takeOf61500, testHatchery } from '../../tests/support/hatchery';
import { refusal } from '../../tests/support/refusal';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});

const counted = (number: number) => ({ method: 'counted', number });
const fryInto = (unit: string, number: number) =>
  h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage: 'fry',
    unit: h.units[unit]!,
    measured: counted(number),
  });

test('25 kg for a sample of 60 fry is asked about, and taken when they do weigh that', async () => {
  await fryInto('R1', 5000);
  const weigh = { unit: h.units.R1!, batches: [{ massG: 25_000, count: 60 }] };
  const no = await refusal(h.send('weigh.record', weigh));
  expect([no.code, no.asks[0]?.id]).toEqual(['sure', 'sure']);
  await h.send('weigh.record', { ...weigh, batches: [{ massG: 25, count: 60 }] });
  // The second weighing is held against the first: eight times as heavy is asked about as well.
  expect((await refusal(h.send('weigh.record', { ...weigh, batches: [{ massG: 250, count: 60 }] }))).code).toBe('sure');
});

test('which of several stages is meant is asked in the words of the species', async () => {
  await h.send('take.record', takeOf61500(h.units.B1!));
  await h.send('stage.change', {
    unit: h.units.B1!,
    to: 'yolksac',
    early: 'seen',
    amount: { kind: 'measured', measured: counted(2000) },
  });
  const no = await refusal(h.send('count.record', { unit: h.units.B1!, measured: counted(1900) }));
  expect([no.code, no.asks[0]?.choices]).toEqual([
    'stage',
    [
      { value: 'egg', label: 'eggs' },
      { value: 'yolksac', label: 'yolk-sac larvae' },
    ],
  ]);
});

test('a unit above its limit is asked about', async () => {
  await h.send('take.record', takeOf61500(h.units.B1!));
  const all = { unit: h.units.B1!, totalVolumeMl: 3000, parts: [{ unit: h.units.J1!, volumeMl: 3000 }] };
  const no = await refusal(h.send('eggs.layDown', all));
  expect([no.code, no.asks[0]?.id]).toEqual(['overload', 'overload']);
  await h.send('eggs.layDown', { ...all, overload: 'yes' });
  expect(await h.number('J1')).toBe(61_500);
});

test('poured out more than there is, twice into one unit, a death before the lot existed, a male as a female', async () => {
  await h.send('take.record', takeOf61500(h.units.B1!));
  const pour = (parts: unknown[]) => refusal(h.send('eggs.layDown', { unit: h.units.B1!, totalVolumeMl: 3000, parts }));
  expect(
    (
      await pour([
        { unit: h.units.J1!, volumeMl: 2000 },
        { unit: h.units.J2!, volumeMl: 1200 },
      ])
    ).code,
  ).toBe('tooMuch');
  expect(
    (
      await pour([
        { unit: h.units.J1!, volumeMl: 1000 },
        { unit: h.units.J1!, volumeMl: 1000 },
      ])
    ).code,
  ).toBe('twice');
  expect((await refusal(h.send('pick.record', { unit: h.units.B1!, number: 1, at: h.clock.now - 5 * DAY }))).code).toBe(
    'nothingThere',
  );
  expect((await refusal(h.send('take.record', takeOf61500(h.units.B1!, { females: [{ tag: 'M4' }] })))).code).toBe(
    'sex',
  );
  expect(await h.number('B1')).toBe(61_500);
});

test('a hand may pick but not move; a reader may not write at all', async () => {
  await fryInto('R1', 100);
  const move = { sources: [{ unit: h.units.R1!, amount: { kind: 'all' } }], to: h.units.R2! };
  expect((await refusal(h.send('move.record', move, h.hand))).code).toBe('notAllowed');
  expect(
    (await refusal(h.send('dead.record', { unit: h.units.R1!, number: 1 }, { ...h.hand, role: 'reader' }))).code,
  ).toBe('notAllowed');
  await h.send('dead.record', { unit: h.units.R1!, number: 1 }, h.hand);
  expect(await h.number('R1')).toBe(99);
});

test('a logger’s file twice adds nothing, with one row more that row; contradicting values are shown and kept', async () => {
  const row = (hour: number, value: string) => `2031-11-01 ${String(hour).padStart(2, '0')}:00;${value}`;
  const file = (rows: string[]) => ({ sensor: h.sensor, text: ['time;temp', ...rows].join('\n') });
  type Report = { added: number; same: number; conflictCount: number; conflicts: { stored: number; given: number }[] };
  const base = Array.from({ length: 10 }, (_, i) => row(i, '4,5'));
  expect(await h.send<Report>('readings.import', file(base))).toMatchObject({ added: 10, same: 0 });
  expect(await h.send<Report>('readings.import', file(base))).toMatchObject({ added: 0, same: 10 });
  expect(await h.send<Report>('readings.import', file([...base, row(10, '4,6')]))).toMatchObject({
    added: 1,
    same: 10,
  });
  const changed = await h.send<Report>('readings.import', file([...base.slice(0, 9), row(9, '6,0')]));
  expect(changed).toMatchObject({ added: 0, same: 9, conflictCount: 1 });
  expect(changed.conflicts[0]!.stored).toBeCloseTo(4.5, 2);
  expect((await h.db('reading_hour').count('* as n').first()) as unknown).toEqual({ n: 11 });
  await h.send('readings.import', { ...file([row(9, '6,0')]), conflicts: 'replace' });
  const day = (await h.db('reading_day').first()) as { n: number; sum: number; high: number };
  expect([day.n, Number(day.sum.toFixed(1)), day.high]).toEqual([11, 4.5 * 9 + 6 + 4.6, 6]);
});

test('the day on which clocks go back holds twenty-five hours of readings, each once', async () => {
  const text = [
    'time,temp',
    ...Array.from(
      { length: 25 },
      (_, i) => `${new Date(Date.parse('2031-10-25T22:00:00Z') + i * HOUR).toISOString()},5`,
    ),
  ].join('\n');
  await h.send('readings.import', { sensor: h.sensor, text });
  expect((await h.db('reading_day').select('n')) as unknown).toEqual([{ n: 25 }]);
});

test('dates follow the water: stale ones are worked anew after new readings', async () => {
  await h.send('take.record', takeOf61500(h.units.B1!));
  await h.send('eggs.layDown', {
    unit: h.units.B1!,
    totalVolumeMl: 3000,
    overload: 'yes',
    parts: [{ unit: h.units.J1!, volumeMl: 3000 }],
  });
  const hatch = async () => {
    await workJobs(h.db, h.clock.now);
    return (
      (await h.db('prediction').where({ milestone: 'hatched', sensor_id: h.sensor }).first('at')) as { at: number }
    ).at;
  };
  await h.send('temperature.record', { sensor: h.sensor, celsius: 4 });
  const cold = await hatch();
  h.clock.now += 5 * DAY;
  await h.send('temperature.record', { sensor: h.sensor, celsius: 8 });
  expect(await hatch()).toBeLessThan(cold - 20 * DAY);
  expect(await h.db('job').count('* as n').first()).toEqual({ n: 0 });
});

test('eggs counted out into trays: each has its own number, the doubt stays with what is left; emptied, the rest is unexplained', async () => {
  await h.send('take.record', {
    species: 'arctic-char',
    females: [{ tag: 'F1' }],
    males: [{ tag: 'M1' }],
    cross: 'pooled',
    measured: { method: 'estimated', number: 3000, half: 300 },
    unit: h.units.B1!,
  });
  const lay = (parts: unknown[], more: Record<string, unknown> = {}) =>
    h.send('eggs.layDown', { unit: h.units.B1!, parts, ...more });
  const out = [
    { unit: h.units.J1!, number: 1400 },
    { unit: h.units.J2!, number: 1400 },
  ];
  expect(
    await refusal(
      lay([
        { unit: h.units.J1!, number: 10 },
        { unit: h.units.J2!, volumeMl: 5 },
      ]),
    ),
  ).toMatchObject({
    path: 'parts',
  });
  expect(await refusal(lay([{ unit: h.units.J1!, volumeMl: 5 }]))).toMatchObject({ path: 'totalVolumeMl' });
  await lay(out);
  expect([await h.number('J1'), await h.sd('J1'), await h.number('B1')]).toEqual([1400, 0, 200]);
  expect(await h.sd('B1')).toBeCloseTo(300 / 1.959964, 3);
  expect(await refusal(lay([{ unit: h.units.J3!, number: 260 }]))).toMatchObject({ asks: [{ id: 'shortfall' }] });
  await lay([{ unit: h.units.J3!, number: 150 }], { emptied: true });
  expect([await h.number('J3'), await h.number('B1')]).toEqual([150, 0]);
});
