import { uuidv7 } from 'uuidv7';
import { ensureDatabase, type PrivateDatabase } from '@/cli/mariadb';
import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import { execute } from '@/modules/door';
import { feedRowsOf } from '@/modules/rearing/screens/day/feedRow';
import { feedingStretch } from '@/modules/rearing/views/feedingDay';
import { setUp } from '@/modules/setup/people';
import type { Actor } from '@/server/context';
import { connect, type Db } from '@/store/connection';
import { migrate } from '@/store/migrations';
import type { Bound, Result } from './run';

const NOW = Date.parse('2031-04-14T06:00:00Z');
const ROUNDS = 15;
/** Tanks of the stretch that is worked, in either hall. */
const IN_SIGHT = 20;
const middle = (list: number[]) => [...list].sort((a, b) => a - b)[list.length >> 1]!;

/** A hall of so many tanks of char fry: weighed, on a ration, fed for two days and this morning. */
export async function hallOf(db: Db, tanks: number): Promise<Actor> {
  const { siteId, personId } = await setUp(
    db,
    { siteName: 'Bench', timeZone: 'Europe/Vienna', managerName: 'Manager', password: 'correct horse battery' },
    NOW - 30 * DAY_MS,
  );
  const manager: Actor = { id: personId, siteId, name: 'Manager', role: 'manager' };
  let clock = NOW - 20 * DAY_MS;
  const send = async <R>(type: string, payload: Record<string, unknown>, at = clock++) =>
    (await execute(db, manager, { id: uuidv7(), type, payload }, at)).result as R;
  const { id: room } = await send<{ id: number }>('room.save', { name: 'Hall', kind: 'rearing' });
  const { id: sensor } = await send<{ id: number }>('sensor.save', { name: 'hall', room });
  await send('unit.addMany', {
    room,
    kind: 'tank',
    prefix: 'R',
    from: 1,
    count: tanks,
    volumeL: 1000,
    flowLPerMin: 20,
  });
  for (let d = 20; d >= 0; d--)
    await send('temperature.record', { sensor, celsius: 9 + (d % 3) / 5, at: NOW - d * DAY_MS - HOUR_MS }, NOW);
  const units = await db('unit').orderBy('id').select('id');
  for (const [i, u] of units.entries()) {
    clock = NOW - 12 * DAY_MS + i;
    await send('stock.bring', {
      account: 'opening',
      species: 'arctic-char',
      stage: 'fry',
      unit: u.id,
      measured: { method: 'counted', number: 4000 + i },
    });
    clock = NOW - 10 * DAY_MS + i;
    await send('weigh.record', { unit: u.id, batches: [0.98, 1, 1.02].map((f) => ({ massG: 25 * f, count: 50 })) });
    await send('ration.set', { unit: u.id, method: 'percent', percentPerDay: 3, mealsPerDay: 6 });
    for (const hours of [50, 26, 2]) {
      clock = NOW - hours * HOUR_MS + i;
      await send('feed.record', { unit: u.id, massG: 40 });
    }
  }
  return manager;
}

/** Statements that a piece of work sends. */
async function statementsOf(db: Db, work: () => Promise<unknown>): Promise<number> {
  let n = 0;
  const count = () => {
    n += 1;
  };
  db.on('query', count);
  await work();
  db.off('query', count);
  return n;
}

/** A stretch of 20 tanks of the feeding day, in a hall of 200 against one of 20: time, and statements sent. */
export async function feedingDayBench(own: PrivateDatabase): Promise<{ result: Result; bound: Bound }> {
  const halls: { db: Db; work: () => Promise<number>; times: number[]; name: string }[] = [];
  try {
    for (const tanks of [20, 200]) {
      const name = `morula_bench_hall${tanks}`;
      await ensureDatabase(own, name, true);
      const db = connect(own.url(name), { max: 8 });
      await migrate(db);
      const manager = await hallOf(db, tanks);
      const site = { siteId: manager.siteId, timeZone: 'Europe/Vienna' };
      halls.push({
        db,
        name,
        times: [],
        work: async () => {
          const { hall } = await feedingStretch(db, site, NOW, 0, IN_SIGHT);
          const rows = feedRowsOf(hall, { timeZone: site.timeZone, now: NOW, us: false });
          if (rows.length !== IN_SIGHT) throw new Error(`bench: ${rows.length} rows of ${IN_SIGHT} in sight`);
          return rows.length;
        },
      });
    }
    const [small, large] = halls as [(typeof halls)[number], (typeof halls)[number]];
    for (let k = -3; k < ROUNDS; k++)
      for (const h of [small, large]) {
        const t = performance.now();
        await h.work();
        if (k >= 0) h.times.push(performance.now() - t);
      }
    const sent = [await statementsOf(small.db, small.work), await statementsOf(large.db, large.work)] as const;
    const [base, ours] = [middle(small.times), middle(large.times)];
    return {
      result: {
        what: 'feeding day of 20 tanks in sight, in a hall of 200 against one of 20',
        ours,
        base,
        unit: 'ms',
        ratio: ours / base,
        wanted: 1.5,
      },
      bound: {
        what: `statements of the feeding day of 200 tanks beyond those of 20 (${sent[0]})`,
        value: sent[1] - sent[0],
        unit: '',
        wanted: 0,
      },
    };
  } finally {
    for (const h of halls) {
      await h.db.destroy();
      await ensureDatabase(own, h.name, true);
    }
  }
}
