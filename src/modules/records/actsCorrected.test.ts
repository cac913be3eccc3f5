import { checkBooks } from '@/store/books/check';
import { DAY, HOUR, type TestHatchery, takeOf61500, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});

const counted = (number: number) => ({ method: 'counted', number });
const measured = (number: number) => ({ kind: 'measured', measured: counted(number) });
const all = { kind: 'all' };
const lastEntry = async (kind: string) =>
  ((await h.db('entry').where({ kind }).orderBy('seq', 'desc').first('id')) as { id: string }).id;
const sound = async () => expect((await checkBooks(h.db, h.manager.siteId)).faults).toEqual([]);
const correctIt = async (kind: string, replacement: Record<string, unknown>) =>
  h.send('entry.correct', { entryId: await lastEntry(kind), reason: 'typed wrong', replacement });

const fry = (unit: string, number: number) =>
  h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage: 'fry',
    unit: h.units[unit]!,
    measured: counted(number),
  });

test('all that was moved from a tank goes to another, though the tank was empty after it', async () => {
  await fry('R1', 5000);
  h.clock.now += HOUR;
  await h.send('move.record', { sources: [{ unit: h.units.R1!, amount: all }], to: h.units.R2! });
  await correctIt('move', { to: h.units.R3! });
  expect([await h.number('R1'), await h.number('R2'), await h.number('R3')]).toEqual([0, 0, 5000]);
  // And once more: what a correction put there is corrected like anything else.
  await correctIt('move', { to: h.units.R4! });
  expect([await h.number('R3'), await h.number('R4')]).toEqual([0, 5000]);
  await sound();
});

test('a part that was all: the number is held against what stood there before the move', async () => {
  await fry('R1', 5000);
  h.clock.now += HOUR;
  await h.send('move.record', { sources: [{ unit: h.units.R1!, amount: measured(4800) }], to: h.units.R2! });
  await correctIt('move', { sources: [{ unit: h.units.R1!, amount: measured(4900) }] });
  expect([await h.number('R1'), await h.number('R2')]).toEqual([100, 4900]);
  await correctIt('move', { sources: [{ unit: h.units.R1!, amount: all }] });
  expect([await h.number('R1'), await h.number('R2')]).toEqual([0, 5000]);
  await sound();
});

test('a census is compared with the books as they were without it', async () => {
  await fry('R1', 5000);
  h.clock.now += DAY;
  await h.send('count.record', { unit: h.units.R1!, measured: counted(4000), answer: 'replace' });
  const counting = await lastEntry('count');
  // 4 990 agrees with the 5 000 of the books; held against the 4 000 that was typed first it would not.
  const done = await h.send<{ result: { books: { number: number } } }>('entry.correct', {
    entryId: counting,
    reason: 'a nine read as a zero',
    replacement: { measured: counted(4990), answer: null },
  });
  expect(done.result.books.number).toBeGreaterThan(4900);
  expect(await h.number('R1')).toBe(4990);
  // A figure beyond chance is asked about anew: the answer of the first time was about another figure.
  const no = await refusal(correctIt('count', { measured: counted(2000), answer: null }));
  expect([no.code, no.asks[0]?.id]).toEqual(['answer', 'answer']);
  await sound();
});

test('a grading keeps the lots of its classes, whatever else of it was wrong', async () => {
  await fry('R1', 9000);
  h.clock.now += HOUR;
  await h.send('grade.record', {
    unit: h.units.R1!,
    classes: [
      { grade: 'L', unit: h.units.R2!, amount: measured(3000) },
      { grade: 'S', unit: h.units.R3!, amount: all },
    ],
  });
  const lots = (await h.db('lot').orderBy('id').select('id', 'name', 'grade')) as { id: number; name: string }[];
  h.clock.now += HOUR;
  await h.send('dead.record', { unit: h.units.R3!, number: 7 });
  await correctIt('grade', {
    classes: [
      { grade: 'M', unit: h.units.R4!, amount: measured(1000) },
      { grade: 'S', unit: h.units.R3!, amount: measured(5000) },
      { grade: 'L', unit: h.units.R2!, amount: all },
    ],
  });
  expect([await h.number('R2'), await h.number('R3'), await h.number('R4')]).toEqual([3000, 4993, 1000]);
  const after = (await h.db('lot').orderBy('id').select('id', 'name', 'grade')) as { id: number; name: string }[];
  expect(after.slice(0, 3)).toEqual(lots);
  expect(after[3]).toMatchObject({ grade: 'M' });
  await sound();
});

test('a take under another name, with other parents and another number', async () => {
  await h.send('take.record', takeOf61500(h.units.B1!));
  h.clock.now += HOUR;
  await h.send('eggs.layDown', {
    unit: h.units.B1!,
    totalVolumeMl: 3000,
    parts: [{ unit: h.units.J1!, volumeMl: 3000 }],
    overload: 'yes',
  });
  await correctIt('take', {
    lotName: 'Char one',
    females: [{ tag: 'F90', massG: 9000 }],
    measured: counted(50_000),
  });
  expect(await h.number('J1')).toBe(50_000);
  expect(await h.db('lot').pluck('name')).toEqual(['Char one']);
  const families = (await h.db('lot_share').whereNull('superseded_seq').pluck('family')) as string[];
  const shares = (await h
    .db('family as f')
    .join('brood_fish as b', 'b.id', 'f.female_id')
    .whereIn('f.id', families.map(Number))
    .pluck('b.tag')) as string[];
  expect(shares).toEqual(['F90']);
  await fry('R1', 10);
  const taken = (await h.db('lot').orderBy('id', 'desc').first('name')) as { name: string };
  expect((await refusal(correctIt('take', { lotName: taken.name }))).path).toBe('lotName');
  await sound();
});

test('animals that came are put into another unit, an hour earlier, under who measured', async () => {
  await fry('R1', 800);
  const brought = (await h.db('entry').where({ kind: 'opening' }).first('at')) as { at: number };
  h.clock.now += DAY;
  await correctIt('opening', { unit: h.units.R5!, at: brought.at - HOUR, measuredBy: 'Hand' });
  expect([await h.number('R1'), await h.number('R5')]).toEqual([0, 800]);
  const now = (await h.db('entry').where({ kind: 'opening' }).orderBy('seq', 'desc').first()) as {
    measured_by: string;
    at: number;
  };
  expect([now.measured_by, now.at]).toEqual(['Hand', brought.at - HOUR]);
  // Who measured stays who it was when something else is corrected by somebody else.
  await correctIt('opening', { measured: counted(810) });
  expect(
    ((await h.db('entry').orderBy('seq', 'desc').first('measured_by')) as { measured_by: string }).measured_by,
  ).toBe('Hand');
  await sound();
});

test('a release that emptied the tank is weighed anew; a unit found empty was another one', async () => {
  await fry('R1', 1000);
  await fry('R2', 300);
  h.clock.now += HOUR;
  const batches = [
    { massG: 100, count: 100 },
    { massG: 100, count: 100 },
  ];
  await h.send('release.record', {
    unit: h.units.R1!,
    site: h.releaseSite,
    batches,
    bucketsG: [400, 500],
    emptied: true,
  });
  await correctIt('release', { bucketsG: [400, 580] });
  expect(await h.number('R1')).toBe(0);
  const released = (await h
    .db('posting')
    .where({ account: 'released' })
    .whereNull('superseded_seq')
    .sum<{ n: string }[]>('delta as n')
    .first())!;
  expect(Number(released.n)).toBe(980);
  await h.send('unit.emptied', { unit: h.units.R2! });
  const emptied = await lastEntry('emptied');
  await h.send('entry.correct', { entryId: emptied, reason: 'it was another tank' });
  expect(await h.number('R2')).toBe(300);
  await sound();
});

test('a unit’s limit counts what the wrong entry brought only once', async () => {
  await h.send('take.record', takeOf61500(h.units.B1!));
  h.clock.now += HOUR;
  const parts = (ml: number) => [{ unit: h.units.J1!, volumeMl: ml }];
  await h.send('eggs.layDown', { unit: h.units.B1!, totalVolumeMl: 3000, parts: parts(2000) });
  // 51 250 of at most 60 000: with the 41 000 of the first reading on top it would be too many.
  await correctIt('layDown', { parts: parts(2500) });
  expect(await h.number('J1')).toBe(51_250);
  expect((await refusal(correctIt('layDown', { parts: parts(3000) }))).code).toBe('overload');
  await sound();
});

test('a change of time takes what stood then; what came between and needs the entry says so', async () => {
  await fry('R1', 1000);
  const came = h.clock.now;
  h.clock.now += 6 * HOUR;
  await h.send('move.record', { sources: [{ unit: h.units.R1!, amount: all }], to: h.units.R2! });
  h.clock.now += HOUR;
  await h.send('dead.record', { unit: h.units.R2!, number: 4 });
  h.clock.now += HOUR;
  await correctIt('move', { at: came + HOUR });
  expect(await h.number('R2')).toBe(996);
  const no = await refusal(correctIt('move', { at: h.clock.now }));
  expect(no.message).toMatch(/dead/);
  expect(await h.number('R2')).toBe(996);
  await sound();
});

test('the day of a take corrected: the clocks of lots mixed and graded from it follow, by the numbers poured', async () => {
  const brought = (unit: string, days: number) =>
    h.send('stock.bring', {
      account: 'arrived',
      species: 'arctic-char',
      stage: 'fry',
      unit: h.units[unit]!,
      measured: counted(unit === 'R1' ? 3000 : 1000),
      fertilisedAt: h.clock.now - days * DAY,
    });
  await brought('R1', 100);
  await brought('R2', 80);
  const first = (await h.db('lot').orderBy('id').first('id', 'fertilised_at')) as { id: number; fertilised_at: number };
  h.clock.now += HOUR;
  await h.send('move.record', { sources: [{ unit: h.units.R2!, amount: all }], to: h.units.R1!, mix: 'yes' });
  await h.send('grade.record', {
    unit: h.units.R1!,
    classes: [
      { grade: 'L', unit: h.units.R3!, amount: measured(1000) },
      { grade: 'S', unit: h.units.R4!, amount: all },
    ],
  });
  const clocks = async () => (await h.db('lot').orderBy('id').pluck('fertilised_at')) as number[];
  const before = await clocks();
  const entry = (await h.db('entry').where({ kind: 'arrival' }).orderBy('seq').first('id')) as { id: string };
  await h.send('entry.correct', {
    entryId: entry.id,
    reason: 'the paper says otherwise',
    replacement: { fertilisedAt: first.fertilised_at - 8 * DAY },
  });
  // Of the mixture 3 000 in 4 000 are eight days older: it is six days older, and so are its classes.
  const moved = (await clocks()).map((t, i) => Math.round((10 * (before[i]! - t)) / DAY) / 10);
  expect(moved).toEqual([8, 0, 6, 6, 6]);
  await sound();
});

test('an accepted proposal is corrected like any other entry', async () => {
  await fry('R1', 1000);
  h.clock.now += HOUR;
  const { proposal } = await h.send<{ proposal: string }>(
    'count.record',
    { unit: h.units.R1!, measured: counted(990) },
    h.hand,
  );
  await h.send('proposal.settle', { proposalId: proposal, accept: true, answer: 'replace' });
  // The answer was about 990: it is asked anew of another number, and kept where only a remark is corrected.
  expect((await refusal(correctIt('count', { measured: counted(995) }))).asks[0]?.id).toBe('answer');
  await correctIt('count', { note: 'two people' });
  expect(await h.number('R1')).toBe(990);
  await correctIt('count', { measured: counted(995), answer: 'replace' });
  expect(await h.number('R1')).toBe(995);
  await sound();
});

describe('a temperature typed wrong', () => {
  const stored = async () => (await h.db('reading').orderBy('at').select('value', 'origin')) as unknown[];
  const days = async () => (await h.db('reading_day').select('n', 'high')) as unknown[];

  test('goes out of the readings and their roll-ups when it is taken back', async () => {
    await h.send('temperature.record', { sensor: h.sensor, celsius: 18 });
    expect(await days()).toEqual([{ n: 1, high: 18 }]);
    await h.send('entry.correct', { entryId: await lastEntry('temperature'), reason: 'another tank' });
    expect([await stored(), await days(), await h.db('reading_hour').select('n')]).toEqual([[], [], []]);
  });

  test('is corrected in the readings too, and moved to its own time', async () => {
    await h.send('temperature.record', { unit: h.units.J1!, celsius: 18 });
    const { at } = (await h.db('reading').first('at')) as { at: number };
    await correctIt('temperature', { celsius: 8.1, at: at - HOUR });
    expect(await h.db('reading').select('at', 'value')).toEqual([{ at: at - HOUR, value: 8.1 }]);
    expect(await days()).toEqual([{ n: 1, high: 8.1 }]);
  });

  test('gives way to what the logger had there', async () => {
    const at = h.clock.now - HOUR;
    await h.db('reading').insert({ sensor_id: h.sensor, at, value: 6.5, origin: 'imported' });
    await h.send('temperature.record', { sensor: h.sensor, celsius: 18, at });
    await h.send('temperature.record', { sensor: h.sensor, celsius: 7, at });
    await h.send('entry.correct', { entryId: await lastEntry('temperature'), reason: 'misread' });
    expect(await stored()).toEqual([{ value: 18, origin: 'typed' }]);
    const first = (await h.db('entry').where({ kind: 'temperature' }).orderBy('seq').first('id')) as { id: string };
    await h.send('entry.correct', { entryId: first.id, reason: 'misread too' });
    expect(await stored()).toEqual([{ value: 6.5, origin: 'imported' }]);
  });
});

test('a file that was read in is taken back whole, and not read in differently', async () => {
  const text = 'time;temp\n2031-11-01 08:00;5.1\n2031-11-01 09:00;5.2\n';
  const kept = () => h.db('reading').where({ sensor_id: h.sensor, origin: 'imported' }).orderBy('at').pluck('value');
  await h.send('readings.import', { sensor: h.sensor, fileName: 'bay1.csv', text });
  expect(await kept()).toEqual([5.1, 5.2]);
  const entryId = await lastEntry('import');
  const other = { entryId, reason: 'wrong file', replacement: { payload: { sensor: h.sensor } } };
  expect((await refusal(h.send('entry.correct', other))).code).toBe('onlyTakenBack');
  expect(await kept()).toEqual([5.1, 5.2]);
  await h.send('entry.correct', { entryId, reason: 'wrong file' });
  expect(await kept()).toEqual([]);
});

test('moved in time an entry is subject to what the act itself is: nobody back-dates through a correction', async () => {
  await fry('R1', 1000);
  h.clock.now += 5 * DAY;
  await h.send('dead.record', { unit: h.units.R1!, number: 3 }, h.hand);
  const entryId = await lastEntry('dead');
  const again = (who: typeof h.hand, at: number) =>
    h.send('entry.correct', { entryId, reason: 'yesterday', replacement: { at } }, who);
  expect((await refusal(again(h.hand, h.clock.now - 2 * DAY))).code).toBe('tooLate');
  await h.send('dead.record', { unit: h.units.R1!, number: 4 }, h.culturist);
  const own = await lastEntry('dead');
  const back = { entryId: own, reason: 'earlier', replacement: { at: h.clock.now - 4 * DAY } };
  expect((await refusal(h.send('entry.correct', back, h.culturist))).code).toBe('tooLate');
  await h.send('entry.correct', { ...back, replacement: { at: h.clock.now - DAY } }, h.culturist);
});
