import { ensureDatabase, type PrivateDatabase } from '@/cli/mariadb';
import { Chance } from '@/core/chance';
import { watchOfDays } from '@/core/health/deadDays';
import { DAY_MS } from '@/core/time/spans';
import { firstToDie } from '@/core/water/circuits/firstToDie';
import { lostBy } from '@/core/water/circuits/works';
import { waterDesk } from '@/modules/water/views/desk';
import { livingStock } from '@/server/stock/livingStock';
import { connect, type Db } from '@/store/connection';
import { migrate } from '@/store/migrations';
import { hallOf } from './feedingDay';
import type { Bound } from './run';

const NOW = Date.parse('2031-04-14T06:00:00Z');
const [UNITS, PROBES, ROUNDS] = [400, 60, 15];
const longest = (list: number[]) => Math.max(...list);

/** Works in a row before each of a few, and a reading a minute of each probe for the last hours. */
async function furnish(db: Db, siteId: number): Promise<void> {
  const room = (await db('room').where({ site_id: siteId }).first<{ id: number }>('id'))!.id;
  await db('sensor').insert(
    Array.from({ length: PROBES }, (_, i) => ({
      site_id: siteId,
      room_id: room,
      name: `p${i}`,
      kind: ['oxygen', 'pH', 'flow', 'temperature'][i % 4]!,
    })),
  );
  const probes = await db('sensor').where({ site_id: siteId }).where('name', 'like', 'p%').pluck<number[]>('id');
  for (const sensor of probes)
    await db('reading').insert(
      Array.from({ length: 120 }, (_, i) => ({
        sensor_id: sensor,
        at: NOW - i * 60_000,
        value: 8,
        origin: 'probe',
        struck: false,
      })) as never,
    );
  let from: number[] = [];
  for (const [i, kind] of ['source', 'head', 'filter', 'tower', 'chiller'].entries()) {
    const [id] = (await db('work').insert({
      site_id: siteId,
      name: `${kind} ${i}`,
      kind,
      takes_from: JSON.stringify(from),
      rooms: JSON.stringify(i === 4 ? [room] : []),
      spare: '',
      retired: false,
    } as never)) as [number];
    from = [id];
  }
}

/** The water desk of 400 tanks and 60 probes, from the database to the order in which they suffer; the watch over their dead. */
export async function waterBench(own: PrivateDatabase): Promise<Bound[]> {
  const name = 'morula_bench_water';
  await ensureDatabase(own, name, true);
  const db = connect(own.url(name), { max: 8 });
  try {
    await migrate(db);
    const manager = await hallOf(db, UNITS);
    await furnish(db, manager.siteId);
    const site = { siteId: manager.siteId, timeZone: 'Europe/Vienna' };
    const holdings = await livingStock(db, site, NOW);
    const masses = new Map(holdings.map((h) => [h.unitId, h.number * 0.5]));
    const times: number[] = [];
    for (let k = -3; k < ROUNDS; k++) {
      const t = performance.now();
      const desk = await waterDesk(db, manager.siteId, NOW, holdings, masses);
      const dies = firstToDie(desk.tanks, lostBy(desk.works, new Set([desk.works[0]!.id])));
      if (dies.length !== UNITS) throw new Error(`bench: ${dies.length} of ${UNITS} tanks`);
      if (k >= 0) times.push(performance.now() - t);
    }
    const chance = new Chance(9);
    const series = Array.from({ length: UNITS }, () =>
      Array.from({ length: 60 }, (_, i) => ({
        day: NOW - (60 - i) * DAY_MS,
        days: 1,
        dead: chance.negativeBinomial(5, 8),
        atRisk: 5000,
      })),
    );
    const begun = performance.now();
    for (const days of series) watchOfDays(days, { falsePerMonth: 1, units: UNITS });
    const watched = performance.now() - begun;
    return [
      {
        what: `water desk of ${UNITS} tanks and ${PROBES} probes, from the database to who suffers first, the longest of ${ROUNDS}`,
        value: longest(times),
        unit: 'ms',
        wanted: 1000,
      },
      { what: 'watch over the dead of a tank, sixty days', value: watched / UNITS, unit: 'ms', wanted: null },
    ];
  } finally {
    await db.destroy();
    await ensureDatabase(own, name, true);
  }
}
