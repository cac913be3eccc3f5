import { Chance } from '@/core/chance';
import { demoMorning } from '@/core/demoScenes';
import { DAY_MS } from '@/core/time/spans';
import type { Db } from '@/store/connection';
import { workJobs } from '@/store/predictions';
import { Ailing } from './ailing';
import { Brood } from './brood';
import { BroodYear } from './broodYear';
import { CharDay } from './charDay';
import { Eggs } from './eggs';
import { Feeding } from './feeding';
import { FirstMeals } from './firstMeals';
import { Hauls } from './hauls';
import { LiveFood } from './liveFood';
import { foundOmbrel, furnish } from './people';
import { plans } from './plans';
import { Player } from './player';
import { PondRuns } from './pondRuns';
import { Selections } from './selections';
import { Sizes } from './sizes';
import { Tanks } from './tanks';
import { Station } from './water/station';
import { loggerFile, waters } from './water/waters';
import { Works } from './water/works';

const FIRST_DAY = -540;

/**
 * Eighteen months of Ombrel Hatchery, played through the commands up to the anchor.
 * @param until the last day that is played, from the anchor: 0 or before it
 */
export async function seedDemo(db: Db, anchor: number, say: (text: string) => void, until = 0): Promise<Player> {
  // The demo opens in the morning of the anchor's day, when the round has begun.
  const morning = demoMorning(anchor);
  say('seeding the demo hatchery: eighteen months, played through the commands');
  const manager = await foundOmbrel(db, morning + FIRST_DAY * DAY_MS);
  const player = new Player(db, morning, new Chance(20_310_414), manager, until);
  player.day = FIRST_DAY;
  await furnish(player);
  for (const row of (await db('unit').select('id', 'name')) as { id: number; name: string }[])
    player.units.set(row.name, row.id);
  for (const row of (await db('person').select('id', 'name', 'role')) as {
    id: number;
    name: string;
    role: 'manager';
  }[])
    player.people[row.name] = { id: row.id, siteId: manager.siteId, name: row.name, role: row.role };
  const sensors = (await db('sensor').select('id', 'name')) as { id: number; name: string }[];
  for (const water of waters)
    for (let from = FIRST_DAY; from < until; from += 30) {
      const to = Math.min(until, from + 30);
      player.at(to, async () => {
        await player.send(
          'readings.import',
          {
            sensor: sensors.find((s) => s.name === water.sensor)!.id,
            fileName: `${water.sensor}.csv`,
            text: loggerFile(water, morning, from, to, from + 7 * water.sensor.length + 10_000),
          },
          'Manager',
        );
      });
    }
  planSeason(player);
  await player.play((day) =>
    say(`demo: ${Math.round((100 * (day - FIRST_DAY)) / (until - FIRST_DAY))} % (${player.sent} records)`),
  );
  const worked = await workJobs(db, morning + until * DAY_MS);
  say(`demo: ${player.sent} records played, dates of ${worked} lots worked`);
  if (player.refusals.length > 0 && process.env.MORULA_DEBUG) say(`demo: refused: ${player.refusals.join(' | ')}`);
  return player;
}

/** Lays out everything that will happen; the days that it waits for play it. */
function planSeason(p: Player): void {
  const station = new Station(p);
  const feeding = new Feeding(p);
  const sizes = new Sizes(p);
  const tanks = new Tanks(station, feeding, sizes);
  p.at(-539, () => feeding.furnish());
  p.at(-1.3, () => feeding.plans());
  // After the readings of this morning have come in: rations follow the water.
  p.at(0, () => feeding.firstMeals());
  const eggs = new Eggs(station, tanks);
  sizes.lay();
  new LiveFood(p, station).lay();
  new FirstMeals(p, station).lay();
  new Brood(p).lay(FIRST_DAY);
  new CharDay(p, station, eggs).lay();
  new BroodYear(p, station, tanks).lay();
  new Selections(p).lay();
  new Ailing(p).lay();
  new Works(p).lay();
  new Hauls(p).lay();
  new PondRuns(p).lay();
  for (const plan of plans(p.chance)) p.at(plan.day + 0.1, () => eggs.take(plan));
  for (const [day, number] of [
    [-300, 5200],
    [-292, 3100],
    [-24, 4300],
  ] as const)
    p.at(day, () => tanks.crayfish(day, number));
  p.at(-538, () => tanks.opening());
  // A walk with probe and kit yesterday evening: one tank is short of oxygen, one has ammonia at a high pH.
  for (const [unit, readings] of [
    [
      'R19',
      [
        ['oxygen', 7.4],
        ['pH', 7.3],
      ],
    ],
    [
      'R20',
      [
        ['oxygen', 4.8],
        ['pH', 7.2],
        ['carbonDioxide', 24],
      ],
    ],
    [
      'R10',
      [
        ['oxygen', 6.9],
        ['pH', 8.4],
        ['ammonia', 1.6],
        ['nitrite', 0.08],
      ],
    ],
    [
      'D4',
      [
        ['oxygen', 8.1],
        ['pH', 7.6],
        ['ammonia', 0.2],
        ['nitrite', 0.03],
        ['nitrate', 21],
      ],
    ],
  ] as const)
    p.at(-0.52, async () => {
      await p.trySend(
        'water.read',
        { unit: p.unit(unit), readings: readings.map(([kind, value]) => ({ kind, value })), scale: 'N' },
        'Culturist',
      );
    });
  // The routine of the last days: the evening of yesterday was left out in the warm room.
  for (let d = -6; d < 0; d++)
    for (const room of ['Cold room', 'Warm room'])
      for (const [hour, tasks] of [
        [0.05, ['dark', 'jars', 'level', 'nets', 'spread', 'shellsAfter', ...(d === -2 ? ['ammonia'] : [])]],
        [0.45, ['jars', 'level', 'spread', 'shells']],
      ] as const)
        if (d < -1 || hour < 0.2 || room === 'Cold room')
          p.at(d + hour, async () => {
            for (const task of tasks) await p.trySend('routine.tick', { room: p.rooms.get(room), task }, 'Hand');
          });
  for (let d = FIRST_DAY + 1; d <= -1; d++)
    if (d % 7 === 0)
      p.at(
        d + 0.05,
        async () =>
          void (await p.trySend(
            'note.record',
            {
              note: [
                'oxygen cylinders checked, two changed',
                'intake screen cleaned',
                'chiller serviced',
                'visitors from the school',
                'new nets and boots laid out by room',
              ][Math.abs(d / 7) % 5]!,
            },
            'Culturist',
          )),
      );
}
