import type { WaterJudged } from '@/core/water/judged';
import { standIn } from '../../../tests/support/example';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { waterThings } from './screens/waterThings';
import { handWater, waterOff } from './views/handWater';

let h: TestHatchery;
let unit: number;
beforeEach(async () => {
  h = await testHatchery();
  ({ unit } = await standIn(h, 'fry'));
});
const read = (readings: readonly object[], more: object = {}) =>
  h.send<{ unit: string; judged: WaterJudged[] }>('water.read', { unit, readings, ...more });
const now = () => handWater(h.db, h.manager.siteId, unit, h.clock.now);

test('a strip of figures is held against what stands there; the last of each kind stays on the sheet, what is off first', async () => {
  const { judged } = await read(
    [
      { kind: 'oxygen', value: 9 },
      { kind: 'nitrite', value: 0.02 },
    ],
    { scale: 'N' },
  );
  expect(judged.map((j) => [j.kind, j.is])).toEqual([
    ['oxygen', 'good'],
    ['nitrite', 'good'],
  ]);
  h.clock.now += HOUR;
  expect((await read([{ kind: 'oxygen', value: 3 }])).judged[0]).toMatchObject({ is: 'off' });
  expect((await now()).map((w) => [w.kind, w.value, w.is])).toEqual([
    ['oxygen', 3, 'off'],
    ['nitrite', 0.02, 'good'],
  ]);
  h.clock.now += 8 * DAY;
  expect(await now()).toEqual([]);
});

test('what the kit shows is asked, once, and kept as nitrogen; of nothing at all it need not be', async () => {
  const no = await refusal(read([{ kind: 'nitrite', value: 0.3 }]));
  expect(no.asks.map((a) => [a.id, a.of, a.choices.map((c) => c.value)])).toEqual([['scale', 'input', ['N', 'ion']]]);
  await read([{ kind: 'nitrite', value: 0.32845 }], { scale: 'ion' });
  expect((await now())[0]!.value).toBeCloseTo(0.1, 4);
  await read([{ kind: 'nitrite', value: 0 }]);
  expect((await now())[0]).toMatchObject({ value: 0, is: 'good' });
});

test('what no water shows is refused at its figure, what is far from water of fish is asked about; one kind once', async () => {
  expect(
    await refusal(
      read([
        { kind: 'oxygen', value: 8 },
        { kind: 'pH', value: 74 },
      ]),
    ),
  ).toMatchObject({
    path: 'readings.1.value',
  });
  expect(
    await refusal(
      read([
        { kind: 'pH', value: 7 },
        { kind: 'pH', value: 7.1 },
      ]),
    ),
  ).toMatchObject({
    path: 'readings.1.kind',
  });
  expect((await refusal(read([{ kind: 'oxygen', value: 60 }]))).asks[0]!.id).toBe('oddWater');
  expect((await refusal(read([{ kind: 'pH', value: 3 }]))).asks[0]!.id).toBe('oddWater');
  expect(await now()).toEqual([]);
  await read([{ kind: 'oxygen', value: 60 }], { oddWater: 'yes' });
  expect(await now()).toHaveLength(1);
});

test('ammonia is judged by the pH of hours before and the probe’s temperature; corrected the sheet follows', async () => {
  await h.send('temperature.record', { unit, celsius: 12 }).catch(() => undefined);
  await read([{ kind: 'pH', value: 8.2 }]);
  h.clock.now += 2 * HOUR;
  const { judged } = await read([{ kind: 'ammonia', value: 3 }], { scale: 'N' });
  expect(judged[0]!.is).not.toBe('good');
  const entry = (await h.db('entry').where({ kind: 'waterRead' }).orderBy('seq', 'desc').first('id'))!.id;
  await h.send('entry.correct', {
    entryId: entry,
    reason: 'a digit',
    replacement: { readings: [{ kind: 'ammonia', value: 0.3 }] },
  });
  expect((await now()).find((w) => w.kind === 'ammonia')!.value).toBe(0.3);
  expect((await now()).find((w) => w.kind === 'pH')!.value).toBe(8.2);
});

test('what was off when it was read last is called out on Today until it is read anew, short of oxygen first', async () => {
  const { unit: other } = { unit: h.units.R2! };
  await h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage: 'fry',
    unit: other,
    measured: { method: 'counted', number: 500 },
  });
  const renewed = { volumeL: 1800, flowLPerMin: 60 };
  const units = [
    { id: unit, name: 'R1', celsius: 8, ...renewed, holdings: [{ species: 'arctic-char', stage: 'fry' }] },
    { id: other, name: 'R2', celsius: 8, ...renewed, holdings: [{ species: 'arctic-char', stage: 'fry' }] },
    { id: h.units.R3!, name: 'R3', celsius: null, ...renewed, holdings: [] },
  ];
  const called = async () =>
    waterThings(await waterOff(h.db, h.manager.siteId, h.clock.now, units), h.clock.now, 'Europe/Vienna').map((t) => [
      t.who,
      t.tone,
    ]);
  expect(await called()).toEqual([]);
  await read([{ kind: 'oxygen', value: 3 }]);
  h.clock.now += HOUR;
  await h.send('water.read', { unit: other, readings: [{ kind: 'carbonDioxide', value: 40 }] });
  // An empty tank harms nobody.
  await h.send('water.read', { unit: h.units.R3!, readings: [{ kind: 'oxygen', value: 1 }] });
  expect(await called()).toEqual([
    ['R1', 'grave'],
    ['R2', 'overdue'],
  ]);
  await read([{ kind: 'oxygen', value: 9 }]);
  expect(await called()).toEqual([['R2', 'overdue']]);
  h.clock.now += DAY;
  expect(await called()).toEqual([]);
});

test('light is read on the same walk: kept dim over sac fry, told as nothing over others', async () => {
  await h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage: 'yolksac',
    unit: h.units.R2!,
    measured: { method: 'counted', number: 800 },
  });
  const { judged } = await h.send<{ judged: WaterJudged[] }>('water.read', {
    unit: h.units.R2!,
    readings: [{ kind: 'light', value: 300 }],
  });
  expect(judged[0]).toMatchObject({ is: 'off', says: 'light 300 lux' });
  expect((await read([{ kind: 'light', value: 300 }])).judged[0]!.is).toBe('unknown');
});
