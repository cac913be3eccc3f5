import { uuidv7 } from 'uuidv7';
import { ensureDatabase, type PrivateDatabase } from '@/cli/mariadb';
import { Chance } from '@/core/chance';
import { whereTo } from '@/core/planning/whereTo';
import { allocate } from '@/core/release/allocate';
import { execute } from '@/modules/door';
import { traced } from '@/modules/trace/views/trace';
import type { Actor } from '@/server/context';
import { connect, type Db } from '@/store/connection';
import { migrate } from '@/store/migrations';
import { hallOf } from './feedingDay';
import type { Bound, Result } from './run';

const NOW = Date.parse('2031-04-14T06:00:00Z');
const [LOTS, SITES, TANKS] = [60, 40, 100];
/** Lots of the small season, those of them that ate of the feed, and how many small seasons make the large one. */
const [SMALL, FED, TIMES] = [100, 40, 100];
const ROUNDS = 15;
const middle = (list: number[]) => [...list].sort((a, b) => a - b)[list.length >> 1]!;

/** Sixty lots shared out to forty sites with permits and windows; the fewest moves of a hundred tanks. */
export function solversBench(): Bound[] {
  const chance = new Chance(31);
  const lots = Array.from({ length: LOTS }, (_, i) => ({
    id: `lot ${i}`,
    number: chance.whole(2000, 30_000),
    massG: chance.between(1, 12),
    species: chance.next() < 0.6 ? 'char' : 'sterlet',
  }));
  const sites = Array.from({ length: SITES }, (_, i) => {
    const target = chance.whole(5000, 40_000);
    return {
      id: `site ${i}`,
      target,
      ...(i % 3 === 0 ? { most: Math.round(0.8 * target) } : {}),
      ...(i % 2 === 0 ? { leastG: chance.between(1, 6) } : {}),
      ...(i % 4 === 0 ? { species: 'char' } : {}),
    };
  });
  const begun = performance.now();
  const shared = allocate(lots, sites);
  const allocated = performance.now() - begun;
  if (shared.placed <= 0) throw new Error('bench: nothing was shared out');
  const free = Array.from({ length: TANKS / 4 }, (_, i) => `F${i}`);
  // Of a hundred tanks a quarter is free, and half of the others grow past what they bear.
  const over = Array.from({ length: (3 * TANKS) / 8 }, (_, i) => ({
    id: `T${i}`,
    over: chance.whole(500, 9000),
    bears: Object.fromEntries(free.map((id) => [id, chance.whole(1500, 12_000)])),
    near: free.filter(() => chance.next() < 0.4),
  }));
  const started = performance.now();
  const moved = whereTo(over, free);
  const sought = performance.now() - started;
  if (moved.moves.length === 0) throw new Error('bench: nobody was moved');
  return [
    {
      what: `allocation of ${LOTS} lots to ${SITES} sites${shared.proven ? ', proven' : ', the fewest shipments not proven'}`,
      value: allocated / 1000,
      unit: 's',
      wanted: 5,
    },
    {
      what: `where to, for ${TANKS} tanks${moved.proven ? ', proven' : ', the fewest moves not proven'}`,
      value: sought / 1000,
      unit: 's',
      wanted: 10,
    },
  ];
}

/** Copies every row of a table so many times, ids and what names them by ids moved on; the rest as it is. */
async function multiply(db: Db, table: string, moved: Readonly<Record<string, number | string>>): Promise<void> {
  const [columns] = (await db.raw(`SHOW COLUMNS FROM ${table}`)) as unknown as [{ Field: string }[]];
  const names = columns.map((c) => `\`${c.Field}\``).join(', ');
  for (let k = 1; k < TIMES; k++) {
    const values = columns.map((c) => {
      const by = moved[c.Field];
      return by === undefined
        ? `\`${c.Field}\``
        : typeof by === 'number'
          ? `\`${c.Field}\` + ${k * by}`
          : by.replaceAll('#', String(k));
    });
    await db.raw(`INSERT INTO ${table} (${names}) SELECT ${values.join(', ')} FROM bench_${table}`);
  }
}

/** Bag by bag: who ate of it, and where they went. */
async function fedSeason(db: Db): Promise<{ manager: Actor; feedLot: number }> {
  const manager = await hallOf(db, SMALL);
  let clock = NOW - 3_600_000;
  const send = async <R>(type: string, payload: Record<string, unknown>) =>
    (await execute(db, manager, { id: uuidv7(), type, payload }, clock++)).result as R;
  const { id: product } = await send<{ id: number }>('feedProduct.save', { name: 'Bench 1.2' });
  const { feedLot } = await send<{ feedLot: number }>('feed.deliver', { product, lotName: 'B1', massG: 900_000 });
  const units = await db('unit').orderBy('id').limit(FED).pluck<number[]>('id');
  for (const unit of units) {
    await send('feed.record', { unit, massG: 30, feedLot, answers: {}, again: 'yes', beyond: 'yes', sure: 'yes' });
    await send('dead.record', { unit, number: 3, cause: '' });
  }
  return { manager, feedLot };
}

/** A feed lot followed to all that ate of it, in a season of a hundred lots and in one of ten thousand. */
export async function traceBench(own: PrivateDatabase): Promise<Result> {
  const name = 'morula_bench_trace';
  await ensureDatabase(own, name, true);
  const db = connect(own.url(name), { max: 4 });
  try {
    await migrate(db);
    const { manager, feedLot } = await fedSeason(db);
    const site = { siteId: manager.siteId, timeZone: 'Europe/Vienna' };
    const follow = async () => {
      const t = performance.now();
      const found = await traced(db, site, { of: 'feedLot', id: String(feedLot) }, NOW);
      const took = performance.now() - t;
      if (found?.forward?.stands.length !== FED || found.forward.out.length !== FED)
        throw new Error(`bench: ${found?.forward?.stands.length} stand, ${found?.forward?.out.length} went out`);
      return took;
    };
    const times = async () => {
      const list: number[] = [];
      for (let k = -3; k < ROUNDS; k++) {
        const took = await follow();
        if (k >= 0) list.push(took);
      }
      return middle(list);
    };
    const small = await times();
    const span = 1_000_000;
    const moved = {
      lot: { id: span, name: "CONCAT(`name`, '-', #)" },
      entry: { seq: span, id: 'UUID()', command_id: 'UUID()' },
      holding: { id: span, lot_id: span, last_order_seq: span, last_seq: span },
      posting: { id: span, entry_seq: span, made_seq: span, holding_id: span },
      observation: { id: span, entry_seq: span, holding_id: span, lot_id: span, feed_lot_id: 'NULL' },
    };
    for (const table of Object.keys(moved)) await db.raw(`CREATE TABLE bench_${table} AS SELECT * FROM ${table}`);
    for (const [table, by] of Object.entries(moved)) await multiply(db, table, by);
    await db.raw('ANALYZE TABLE lot, entry, holding, posting, observation');
    const lots = Number((await db('lot').count('id as n').first<{ n: number }>())!.n);
    const large = await times();
    return {
      what: `trace forward of a feed lot that ${FED} lots ate of, in a season of ${lots} lots against the same in ${SMALL}`,
      ours: large,
      base: small,
      unit: 'ms',
      ratio: large / small,
      wanted: 1.5,
    };
  } finally {
    await db.destroy();
    await ensureDatabase(own, name, true);
  }
}
