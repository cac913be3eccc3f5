import { type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';

let h: TestHatchery;
beforeAll(async () => {
  h = await testHatchery();
});

const bring = (unit: number, number = 1000) =>
  h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage: 'fry',
    unit,
    measured: { method: 'counted', number },
  });
const unit = async (name: string) =>
  (await h.db('unit').where({ name }).first()) as {
    id: number;
    retired: number;
    part_of: number | null;
    volume_l: number;
    load_limit: number;
    place_x: number;
  };
const saved = (u: { id: number }, more: Record<string, unknown>) => ({
  id: u.id,
  name: 'R1',
  room: 2,
  kind: 'tank',
  ...more,
});

describe('a tank divided by a screen', () => {
  test('becomes two units that share its volume and load; the whole takes nothing until it is joined again', async () => {
    const r1 = await unit('R1');
    await h.send('unit.save', saved(r1, { volumeL: 3000, loadLimit: 5001 }));
    await h.send('unit.divide', { id: r1.id, names: ['R1a', 'R1b'] });
    const [a, b] = [await unit('R1a'), await unit('R1b')];
    expect([a.volume_l, b.volume_l, a.load_limit, a.part_of]).toEqual([1500, 1500, 2500, r1.id]);
    expect((await unit('R1')).retired).toBe(1);
    // Two lots, side by side.
    await bring(a.id);
    await bring(b.id);
    const stands = await h.db('holding').whereIn('unit_id', [a.id, b.id]).where('number', '>', 0).pluck('number');
    expect(stands).toEqual([1000, 1000]);
    const no = await refusal(h.send('unit.join', { id: r1.id }));
    expect([no.code, no.message]).toEqual(['inUse', 'R1a, R1b still hold animals.']);
    for (const part of [a, b])
      await h.send('loss.record', { unit: part.id, account: 'culled', all: true, cause: 'end of the trial' });
    await h.send('unit.join', { id: r1.id });
    expect([(await unit('R1')).retired, (await unit('R1a')).retired]).toEqual([0, 1]);
  });

  test('divided again under the same names, the parts come back with their history', async () => {
    const before = await unit('R1a');
    await h.send('unit.divide', { id: (await unit('R1')).id, names: ['R1a', 'R1b', 'R1c'] });
    const after = await unit('R1a');
    expect(after.id).toBe(before.id);
    expect(after.volume_l).toBe(1000);
    expect((await refusal(h.send('unit.divide', { id: after.id, names: ['x1', 'x2'] }))).code).toBe('part');
    expect((await refusal(h.send('unit.divide', { id: (await unit('R1')).id, names: ['y1', 'y2'] }))).code).toBe(
      'divided',
    );
  });

  test('is refused while something stands in it, and under names that others have', async () => {
    const r2 = await unit('R2');
    expect((await refusal(h.send('unit.divide', { id: r2.id, names: ['R3', 'R2b'] }))).message).toMatch(/R3 exists/);
    expect((await refusal(h.send('unit.divide', { id: r2.id, names: ['R2a', 'r2A'] }))).code).toBe('twice');
    await bring(r2.id);
    expect((await refusal(h.send('unit.divide', { id: r2.id, names: ['R2a', 'R2b'] }))).code).toBe('inUse');
    expect((await refusal(h.send('unit.save', { ...saved(r2, { retired: true }), name: 'R2' }))).code).toBe('inUse');
    expect((await refusal(h.send('unit.divide', { id: r2.id, names: ['R2a', 'R2b'] }, h.culturist))).code).toBe(
      'notAllowed',
    );
  });

  test('a unit renamed keeps what stands in it; a name that is taken is refused at the field', async () => {
    const r2 = await unit('R2');
    await h.send('unit.save', { ...saved(r2, {}), name: 'North2' });
    expect(await h.db('holding').where({ unit_id: r2.id }).where('number', '>', 0).sum('number as n').first()).toEqual({
      n: '1000',
    });
    const no = await refusal(h.send('unit.save', { ...saved(r2, {}), name: 'R4' }));
    expect([no.code, no.path]).toEqual(['nameTaken', 'name']);
  });
});

describe('a sample taken out and put back', () => {
  test('moves nobody; those that died of it go out as dead', async () => {
    const unitId = h.units.R3!;
    await bring(unitId, 500);
    const postings = async () => Number((await h.db('posting').count<{ n: number }[]>('* as n').first())!.n);
    const before = await postings();
    await h.send('sample.return', { unit: unitId, number: 60, purpose: 'gill check' });
    expect(await postings()).toBe(before);
    await h.send('sample.return', { unit: unitId, number: 60, dead: 2 });
    expect(await h.number('R3')).toBe(498);
    expect((await refusal(h.send('sample.return', { unit: unitId, number: 10, dead: 11 }))).path).toBe('dead');
    const no = await refusal(h.send('sample.return', { unit: unitId, number: 499 }));
    expect([no.code, no.path]).toEqual(['moreThanThere', 'number']);
  });

  test('undone, the dead live again', async () => {
    const last = (await h.db('entry').where({ kind: 'sampleBack' }).orderBy('seq', 'desc').first('id')) as {
      id: string;
    };
    await h.send('entry.correct', { entryId: last.id });
    expect(await h.number('R3')).toBe(500);
  });
});

describe('sensors that measure other things than temperature', () => {
  test('take typed readings within what water can show, and files of their own kind', async () => {
    const { id } = await h.send<{ id: number }>('sensor.save', { name: 'oxy1', room: 2, kind: 'oxygen' });
    await h.send('reading.record', { sensor: id, value: 9.8 });
    expect((await refusal(h.send('reading.record', { sensor: id, value: 98 }))).message).toMatch(
      /98 mg\/L is no oxygen/,
    );
    expect((await refusal(h.send('temperature.record', { sensor: id, celsius: 8 }))).code).toBe('sensorKind');
    const done = await h.send<{ added: number; problemCount: number }>('readings.import', {
      sensor: id,
      text: 'time;temp;DO mg/L\n2031-11-01 08:00;8,1;10,4\n2031-11-01 09:00;8,0;10,5\n2031-11-01 10:00;8,0;240\n2031-11-01 11:00;8,2;10,2\n',
    });
    expect([done.added, done.problemCount]).toEqual([3, 1]);
    const values = (await h.db('reading').where({ sensor_id: id }).orderBy('at').pluck('value')) as number[];
    expect(values.slice(0, 3).map((v) => Math.round(v * 10) / 10)).toEqual([10.4, 10.5, 10.2]);
  });

  test('their readings do not make dates stale', async () => {
    await h.db('job').delete();
    const oxygen = (await h.db('sensor').where({ name: 'oxy1' }).first('id')) as { id: number };
    await h.send('reading.record', { sensor: oxygen.id, value: 10 });
    expect(await h.db('job').count('* as n').first()).toEqual({ n: 0 });
  });
});

test('units are set out anew on the plan of their room; one of another room is refused, and then nothing moves', async () => {
  const h = await testHatchery();
  const { room_id: room } = (await h.db('unit').where({ id: h.units.J1! }).first('room_id')) as { room_id: number };
  const at = (unit: string, x: number, y: number, battery = 'B') => ({ id: h.units[unit]!, x, y, battery });
  await h.send('room.arrange', { room, units: [at('J2', 0, 1), at('J1', 1, 1)] });
  const row = async (unit: string) =>
    (await h.db('unit').where({ id: h.units[unit]! }).first('place_x', 'place_y', 'battery')) as Record<
      string,
      unknown
    >;
  expect(await row('J1')).toEqual({ place_x: 1, place_y: 1, battery: 'B' });
  expect((await refusal(h.send('room.arrange', { room, units: [at('J1', 5, 5), at('R1', 0, 0)] }))).code).toBe(
    'noUnit',
  );
  expect(await row('J1')).toEqual({ place_x: 1, place_y: 1, battery: 'B' });
});
