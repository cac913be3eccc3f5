import { Chance } from '@/core/chance';
import { demoMorning } from '@/core/demoScenes';
import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import { setUp } from '@/modules/setup/people';
import type { Db } from '@/store/connection';
import { workJobs } from '@/store/predictions';
import { addPeople, DEMO_PASSWORD } from '../people';
import { Player } from '../player';
import { warmWaters } from '../water/waters';
import { layLarvae, layLiveFood, layPrawns } from './warmLarvae';
import { layTanks, WARM_FIRST_DAY } from './warmTanks';

/**
 * The second house of the demo: a small warm hall on one loop, with wels, tench and giant river prawns. Clocks run in
 * hours here, and somebody feeds day and night.
 */
export async function seedWarmHall(db: Db, anchor: number, say: (text: string) => void): Promise<Player> {
  const morning = demoMorning(anchor);
  say('seeding the second demo house: six weeks of a small warm hall, played through the commands');
  const { siteId, personId } = await setUp(
    db,
    {
      siteName: 'Tessel Warm Hall',
      timeZone: 'Europe/Vienna',
      managerName: 'Manager',
      password: DEMO_PASSWORD,
      demo: true,
    },
    morning + WARM_FIRST_DAY * DAY_MS,
  );
  const manager = { id: personId, siteId, name: 'Manager', role: 'manager' as const };
  const p = new Player(db, morning, new Chance(20_310_415), manager);
  p.day = WARM_FIRST_DAY;
  const sensors = await furnish(p);
  for (const row of await db('unit').select('id', 'name')) p.units.set(row.name, row.id);
  for (const row of (await db('person').select('id', 'name', 'role')) as { id: number; name: string; role: 'hand' }[])
    p.people[row.name] = { id: row.id, siteId, name: row.name, role: row.role };
  for (const w of warmWaters)
    for (let from = WARM_FIRST_DAY; from < 0; from += 15)
      p.at(from + 15, async () => {
        const lines = ['time;temperature °C'];
        for (let d = from; d < from + 15; d += 1 / 24)
          lines.push(
            `${new Date(Math.round((morning + d * DAY_MS) / HOUR_MS) * HOUR_MS).toISOString().slice(0, 16)}Z;${w.celsius(d).toFixed(2)}`,
          );
        await p.send('readings.import', {
          sensor: sensors.get(w.sensor),
          fileName: `${w.sensor}.csv`,
          text: lines.join('\n'),
        });
      });
  layTanks(p);
  layLarvae(p);
  layLiveFood(p);
  layPrawns(p);
  await p.play(() => {});
  await workJobs(db, morning);
  say(`demo: ${p.sent} records played`);
  if (p.refusals.length > 0 && process.env.MORULA_DEBUG) say(`demo: refused: ${p.refusals.join(' | ')}`);
  return p;
}

async function furnish(p: Player): Promise<Map<string, number>> {
  const room = async (name: string, kind: string) => Number((await p.send('room.save', { name, kind })).id);
  const corner = await room('Hatching corner', 'incubation');
  const hall = await room('Hall', 'rearing');
  p.rooms.set('Hatching corner', corner);
  const sensors = new Map<string, number>();
  for (const [name, at] of [
    ['jars', corner],
    ['hall', hall],
  ] as const)
    sensors.set(name, Number((await p.send('sensor.save', { name, room: at })).id));
  await p.send('unit.addMany', {
    room: corner,
    kind: 'jar',
    prefix: 'K',
    from: 1,
    count: 4,
    battery: 'Jars',
    volumeL: 6,
    flowLPerMin: 3,
    loadLimit: 60_000,
  });
  await p.send('unit.addMany', {
    room: hall,
    kind: 'tank',
    prefix: 'H',
    from: 1,
    count: 10,
    battery: 'The loop',
    volumeL: 900,
    flowLPerMin: 40,
  });
  await addPeople(p);
  return sensors;
}
