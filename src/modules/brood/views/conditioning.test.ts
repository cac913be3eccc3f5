import { DAY, type TestHatchery, testHatchery } from '../../../../tests/support/hatchery';
import { refusal } from '../../../../tests/support/refusal';
import { conditioningView } from './conditioning';

let h: TestHatchery;
let start: number;
const view = () =>
  conditioningView(h.db, { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' }, 'sterlet', h.clock.now);
const programme = (name: string, unit: string, more: Record<string, unknown> = {}) =>
  h.send<{ id: number }>('conditioning.save', {
    species: 'sterlet',
    name,
    programme: {
      from: start,
      units: [h.units[unit]!],
      steps: [
        { day: 0, lightHours: 8, celsius: 6 },
        { day: 60, lightHours: 14, celsius: 14, diet: 'chopped fish' },
      ],
      ...more,
    },
  });

async function female(tag: string, unit: string, yearClass = 2022): Promise<number> {
  const { id } = await h.send<{ id: number }>('brood.save', { species: 'sterlet', tag, sex: 'female', yearClass });
  await h.send('brood.move', { fish: [id], unit: h.units[unit]! });
  return id;
}
const look = (fish: number, ripeness: string) => h.send('brood.look', { fish, ripeness });

beforeEach(async () => {
  h = await testHatchery();
  start = h.clock.now;
});

test('what came of it is read from the fish that stood in it for most of its time', async () => {
  const fish = [];
  for (let i = 1; i <= 6; i++) fish.push(await female(`A${i}`, 'R1'));
  const late = await female('Z1', 'R2');
  await programme('long light', 'R1');
  h.clock.now = start + 70 * DAY;
  await h.send('brood.move', { fish: [late], unit: h.units.R1! });
  h.clock.now = start + 80 * DAY;
  for (const f of fish.slice(0, 4)) await look(f, 'ripe');
  await look(fish[4]!, 'unripe');
  await look(late, 'ripe');
  const [p] = (await view()).programmes;
  // One was never looked at, and the one that came late does not count.
  expect(p).toMatchObject({
    females: 6,
    ripened: { n: 4, of: 5 },
    gaveEggs: { n: 0, of: 6 },
    goodEggs: null,
    days: 80,
  });
});

test('a female that ripens well after it ended is not its response', async () => {
  const fish = await female('A1', 'R1');
  await programme('short', 'R1', { to: start + 30 * DAY });
  h.clock.now = start + 150 * DAY;
  await look(fish, 'ripe');
  expect((await view()).programmes[0]).toMatchObject({ ended: true, females: 1, ripened: null });
});

test('two are compared by what ripened, with what else differs between them', async () => {
  for (const [unit, letter, year] of [
    ['R1', 'A', 2022],
    ['R2', 'B', 2023],
  ] as const)
    for (let i = 1; i <= 10; i++) await female(`${letter}${i}`, unit, year);
  await programme('warm', 'R1', { tank: { kind: 'round tank', depthCm: 120 } });
  await programme('cold', 'R2', { tank: { kind: 'raceway', depthCm: 120 } });
  h.clock.now = start + 90 * DAY;
  const rows = (await h.db('brood_fish').select('id', 'tag')) as { id: number; tag: string }[];
  for (const r of rows) await look(r.id, r.tag.startsWith('A') && r.tag !== 'A1' ? 'ripe' : 'unripe');
  const { comparisons } = await view();
  expect(comparisons).toMatchObject([
    { first: 'warm', second: 'cold', verdict: 'first is higher', alsoDiffers: ['the tank', 'the year classes'] },
  ]);
  expect(comparisons[0]!.difference).toBeCloseTo(0.9, 9);
});

test('the water as it was measured stands against what was asked for', async () => {
  await programme('long light', 'R1');
  await h.db('unit').where({ id: h.units.R1! }).update({ sensor_id: h.sensor });
  h.clock.now = start + 3 * DAY;
  for (const d of [0, 1, 2])
    await h.send('reading.record', { sensor: h.sensor, value: 8 + d, at: start + d * DAY + 3_600_000 });
  const [p] = (await view()).programmes;
  expect(p!.measured.map((d) => d.mean)).toEqual([8, 9, 10]);
  expect(p!.off!.most).toBeCloseTo(10 - (6 + (8 * 2) / 60), 9);
});

test('changed and ended under its id; a name stands once; a unit of elsewhere is refused', async () => {
  const { id } = await programme('A', 'R1');
  expect(await refusal(programme('A', 'R2'))).toMatchObject({ code: 'nameTaken', path: 'name' });
  expect(await refusal(programme('B', 'R1', { units: [99_999] }))).toMatchObject({ path: 'programme.units' });
  await h.send('conditioning.save', {
    id,
    species: 'sterlet',
    name: 'A',
    programme: { from: start, to: start, units: [h.units.R1!], steps: [{ day: 0, diet: 'dry' }] },
  });
  expect((await view()).programmes).toHaveLength(1);
});
