import { setUp } from '@/modules/setup/people';
import type { Actor } from '@/server/context';
import type { Db } from '@/store/connection';
import type { Player } from './player';
import { reaches, waterMap } from './water/waterMap';

/** What the demo's people sign in with: invented data only, on loopback. */
export const DEMO_PASSWORD = 'ombrel-demo-only';

export async function foundOmbrel(db: Db, at: number): Promise<Actor> {
  const { siteId, personId } = await setUp(
    db,
    {
      siteName: 'Ombrel Hatchery',
      timeZone: 'Europe/Vienna',
      managerName: 'Manager',
      password: DEMO_PASSWORD,
      demo: true,
    },
    at,
  );
  return { id: personId, siteId, name: 'Manager', role: 'manager' };
}

/** Rooms, units, sensors and release sites, entered as the manager would. */
export async function furnish(p: Player): Promise<void> {
  const room = async (name: string, kind: string) => {
    const id = Number((await p.send('room.save', { name, kind })).id);
    p.rooms.set(name, id);
    return id;
  };
  const sensor = async (name: string, at: number) => Number((await p.send('sensor.save', { name, room: at })).id);
  const spawning = await room('Spawning room', 'spawning');
  const cold = await room('Cold room', 'incubation');
  const warm = await room('Warm room', 'incubation');
  const hall = await room('Hall', 'rearing');
  const raceways = await room('Raceways', 'outdoor');
  const ponds = await room('Ponds', 'outdoor');
  const cold1 = await sensor('cold1', cold);
  const cold2 = await sensor('cold2', cold);
  const bay2 = await sensor('bay2', warm);
  await sensor('hall', hall);
  const river = await sensor('river', raceways);
  // The warm room warms the river's water; its jars can be fed from the town's main, which is chlorinated.
  await p.send('room.save', {
    id: warm,
    name: 'Warm room',
    kind: 'incubation',
    sourceSensor: river,
    chlorineMgPerL: 0.2,
    mixedL: 4000,
  });
  await p.send('sensor.save', { name: 'chlorine', room: warm, kind: 'chlorine' });
  const many = (at: number, kind: string, prefix: string, from: number, count: number, more: Record<string, unknown>) =>
    p.send('unit.addMany', { room: at, kind, prefix, from, count, ...more });
  await many(spawning, 'table', 'B', 1, 1, { sensor: cold1 });
  await many(cold, 'jar', 'A', 1, 6, {
    battery: 'Battery A',
    volumeL: 7,
    loadLimit: 45000,
    flowLPerMin: 4,
    sensor: cold1,
    y: 0,
  });
  for (let stack = 0; stack < 5; stack++)
    await many(cold, 'tray', 'T', stack * 8 + 1, 8, {
      battery: `Stack ${stack + 1}`,
      volumeL: 12,
      areaCm2: 1800,
      loadLimit: 26000,
      flowLPerMin: 12,
      sensor: stack < 3 ? cold1 : cold2,
      y: stack + 1,
    });
  await many(warm, 'jar', 'J', 1, 16, {
    battery: 'Battery W',
    volumeL: 8,
    loadLimit: 400000,
    flowLPerMin: 5,
    sensor: bay2,
    y: 0,
  });
  await many(warm, 'frame', 'F', 1, 6, {
    battery: 'Frames',
    volumeL: 60,
    loadLimit: 60000,
    flowLPerMin: 6,
    sensor: bay2,
    y: 1,
  });
  for (let row = 0; row < 3; row++)
    await many(hall, 'tank', 'R', row * 8 + 1, 8, {
      battery: `Row ${row + 1}`,
      volumeL: [1800, 4000, 2000][row],
      flowLPerMin: [90, 180, 60][row],
      y: row,
    });
  await many(raceways, 'raceway', 'W', 1, 10, {
    battery: 'River side',
    volumeL: 12000,
    flowLPerMin: 400,
    sensor: river,
    y: 0,
  });
  const brood = await room('Brood hall', 'rearing');
  const winter = await sensor('winter', brood);
  for (const [from, count, sensor] of [
    [1, 2, cold1],
    [3, 2, bay2],
    [5, 1, bay2],
    [6, 1, winter],
    [7, 2, bay2],
  ] as const)
    await many(brood, 'tank', 'H', from, count, { battery: 'Brood', volumeL: 4000, flowLPerMin: 40, sensor, y: from });
  const display = await room('Display house', 'rearing');
  await many(display, 'tank', 'D', 1, 6, { battery: 'Display', volumeL: 3000, flowLPerMin: 40, sensor: bay2, y: 0 });
  const loop = await room('Recirculation hall', 'rearing');
  await sensor('loop', loop);
  p.sensors.set(
    'blowerPower',
    Number((await p.send('sensor.save', { name: 'blowerPower', room: hall, kind: 'power' })).id),
  );
  await many(loop, 'tank', 'K', 1, 4, { battery: 'Loop', volumeL: 6000, flowLPerMin: 100, y: 0 });
  await many(ponds, 'pond', 'P', 1, 3, { battery: 'Meadow', volumeL: 900000, sensor: river, y: 0 });
  for (const [name, water, target, eastKm, northKm, more] of [
    ['Lake Ivarre', 'Lake Ivarre', 95000, 14, 9, { mostNumber: 90000, species: 'arctic-char' }],
    ['Lake Tessel', 'Lake Tessel', 60000, -12, 6, { leastG: 1, species: 'arctic-char' }],
    [
      'Upper Ombrel',
      'River Ombrel',
      290000,
      5,
      17,
      { leastG: 2, mostG: 30, species: 'sterlet', points: reaches.upper },
    ],
    ['Lower Ombrel', 'River Ombrel', 270000, -4, -13, { leastG: 3, species: 'arctic-char', points: reaches.lower }],
  ] as const)
    await p.send('releaseSite.save', { name, water, target, permit: 'on file', eastKm, northKm, ...more });
  await p.send('waters.save', waterMap);
  await addPeople(p);
}

/** The people of the demo: the same in each of its houses, so that who is signed in stays so. */
export async function addPeople(p: Player): Promise<void> {
  for (const [name, role] of [
    ['Culturist', 'culturist'],
    ['Hand', 'hand'],
    ['Reader', 'reader'],
  ] as const)
    await p.send('person.add', { name, role, password: DEMO_PASSWORD });
}
