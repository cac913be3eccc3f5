import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { flow } from '@/modules/flow/views/flow';
import { arrivedLately } from '@/modules/health/views/arrived';
import { healthPage } from '@/modules/health/views/healthPage';
import { looksDue } from '@/modules/health/views/looks';
import { comparison } from '@/modules/incubation/views/compare';
import { roomView } from '@/modules/incubation/views/room';
import { routine } from '@/modules/incubation/views/routine';
import { lotView } from '@/modules/lot/views/lot';
import { fatesOf } from '@/modules/moves/views/fates';
import { releases } from '@/modules/moves/views/releases';
import { floorOf } from '@/modules/moves/views/whereTo';
import { pondRuns } from '@/modules/ponds/views/ponds';
import { pondsDue } from '@/modules/ponds/views/pondsDue';
import { feedingStretch } from '@/modules/rearing/views/feedingDay';
import { hallView } from '@/modules/rearing/views/hall';
import { outletScreens } from '@/modules/rearing/views/outletScreens';
import { ledger } from '@/modules/records/views/ledger';
import { stockAt } from '@/modules/records/views/stockList';
import { selectionsView } from '@/modules/selection/views/selections';
import { gradingView } from '@/modules/sorting/views/grading';
import { daysNow } from '@/modules/spawning/views/daysNow';
import { today } from '@/modules/today/views/today';
import { traced } from '@/modules/trace/views/trace';
import { dayBoard } from '@/modules/transport/views/day';
import { haulViews } from '@/modules/transport/views/hauls';
import { ordersOf } from '@/modules/transport/views/orders';
import { releasePlan } from '@/modules/transport/views/plan';
import { returnsOf } from '@/modules/transport/views/returns';
import { waterAhead } from '@/modules/water/views/ahead';
import { waterDesk } from '@/modules/water/views/desk';
import { drainsOpen } from '@/modules/water/views/drains';
import { waterOff } from '@/modules/water/views/handWater';
import { waterDays } from '@/modules/water/views/waterDays';
import type { Actor } from '@/server/context';
import { livingStock } from '@/server/stock/livingStock';
import { places } from '@/server/stock/places';
import { stockNow } from '@/server/stock/stockNow';
import { connect, type Db } from '@/store/connection';
import { watchDeadOf } from '@/store/deadWatch';
import { migrate } from '@/store/migrations';
import { usualScatter } from '@/store/usualScatter';
import { ANCHOR, makeLarge, makeSmall } from '../../benchmarks/largeHatchery';
import { addressOf, ownDatabase } from '../../tests/support/server';

/**
 * How the database goes about the statements of the screens, in a hatchery with a long past: held against
 * `plans.json`, since a plan that reads a whole table here costs nothing in a small hatchery and stalls a large one.
 * After a change that is meant: MORULA_PLANS=write, then read what changed.
 */
const LIST = join(import.meta.dirname, 'plans.json');
/** Tables that grow with the years (loadings of holdings go when these close). Of the others it may read what it likes. */
const GROWING = new Set([
  'entry',
  'posting',
  'posting_loading',
  'holding',
  'holding_point',
  'observation',
  'lot',
  'lot_share',
  'error_source',
  'reading',
  'reading_day',
  'command',
]);

type Explained = { table: string; type: string; key: string | null };

type Asked = Record<string, { plans: string[]; rowsRead: number }>;
const drops: (() => Promise<void>)[] = [];
afterAll(() => Promise.all(drops.map((drop) => drop())));

/** The screens of a hatchery made for it. */
async function screensOf(make: (db: Db) => Promise<void>): Promise<Asked> {
  const { db, drop } = await ownDatabase('plans', 4);
  drops.push(drop);
  await migrate(db);
  // Counted whole, not sampled: the same rows give the same plans.
  for (const table of GROWING) await db.raw('ALTER TABLE ?? STATS_SAMPLE_PAGES = 60000', [table]);
  await make(db);
  return asked(((await db.raw('SELECT DATABASE() AS name'))[0] as { name: string }[])[0]!.name);
}

let [small, large]: Asked[] = [];
beforeAll(async () => {
  small = await screensOf(makeSmall);
  // The same living lots, and years of others before them.
  large = await screensOf((db) => makeLarge(db, { lots: 2000, readings: 40_000, blocks: 1, past: 10 }));
}, 900_000);

/** What the screens ask, by screen: how the database goes about it, and how many rows it reads for it. */
async function asked(name: string): Promise<Asked> {
  const [db, beside] = [connect(addressOf(name), { max: 1 }), connect(addressOf(name), { max: 1 })];
  try {
    const person: Actor & { units: 'metric'; timeZone: string } = {
      id: 1,
      siteId: 1,
      name: 'Manager',
      role: 'manager',
      units: 'metric',
      timeZone: 'Europe/Vienna',
    };
    const first = (await db('holding').where('number', '>', 0).orderBy('id').first('lot_id')) as { lot_id: number };
    const fish = (await db('holding').where('number', '>', 0).whereNot({ station: 'eggs' }).first('lot_id')) as {
      lot_id: number;
    };
    const room = (await db('unit').where({ name: 'JA1' }).first('room_id')) as { room_id: number };
    const holdings = await livingStock(db, person, ANCHOR);
    const screens: Record<string, () => Promise<unknown>> = {
      'what stands': () => livingStock(db, person, ANCHOR),
      days: () => daysNow(db, 1, ANCHOR),
      today: () => today(db, person, ANCHOR, holdings),
      routine: () => routine(db, person, ANCHOR, holdings),
      room: () => roomView(db, person, room.room_id, ANCHOR, holdings),
      rearing: () => hallView(db, person, ANCHOR, holdings),
      grading: async () => gradingView(db, person, ANCHOR, await hallView(db, person, ANCHOR, holdings), null),
      selections: async () => selectionsView(db, 1, ANCHOR, await hallView(db, person, ANCHOR, holdings)),
      fates: () => fatesOf(db, 1, { from: ANCHOR - 366 * 86_400_000 }),
      'water read by hand': async () =>
        waterOff(
          db,
          1,
          ANCHOR,
          (await hallView(db, person, ANCHOR, holdings)).units.map((u) => ({ ...u, celsius: null })),
        ),
      feedingStretch: () => feedingStretch(db, person, ANCHOR, 0),
      lot: () => lotView(db, person, first.lot_id, ANCHOR),
      flow: () => flow(db, 1, ANCHOR - 270 * 86_400_000, ANCHOR + 10 * 86_400_000, {}),
      'stock list': () => stockAt(db, 1, ANCHOR),
      'stock list of a past day': () => stockAt(db, 1, ANCHOR - 400 * 86_400_000),
      ledger: () => ledger(db, 1, { limit: 100 }),
      'ledger, moves': () => ledger(db, 1, { kinds: ['move', 'pond'], limit: 25 }),
      releases: () => releases(db, 1, ANCHOR),
      'what differs': () => comparison(db, person, {}),
      'units to choose from': () => places(db, 1, ANCHOR),
      health: () => healthPage(db, person, ANCHOR, holdings),
      'water desk': () => waterDesk(db, 1, ANCHOR, holdings, new Map()),
      'days to come': async () =>
        waterAhead(db, person, ANCHOR, holdings, (await hallView(db, person, ANCHOR, holdings)).units),
      'looked at again': () => looksDue(db, 1, ANCHOR),
      'came from elsewhere': () => arrivedLately(db, 1, ANCHOR),
      'where to': async () => floorOf(db, 1, ANCHOR, await hallView(db, person, ANCHOR, holdings)),
      'release plan': async () =>
        releasePlan(db, person, ANCHOR, ANCHOR - 200 * 86_400_000, await hallView(db, person, ANCHOR, holdings)),
      hauls: () => haulViews(db, 1, ANCHOR),
      ponds: () => pondRuns(db, 1, ANCHOR),
      'what ponds want': () => pondsDue(db, { siteId: 1, timeZone: 'Europe/Vienna' }, ANCHOR),
      'a day at the water': () => dayBoard(db, 1, ANCHOR, { from: ANCHOR - 86_400_000, to: ANCHOR }),
      'what came back': () => returnsOf(db, 1, ANCHOR, person.timeZone),
      'drains not shut': () => drainsOpen(db, 1, ANCHOR),
      'screens of outlets': async () =>
        outletScreens(db, 1, ANCHOR, (await hallView(db, person, ANCHOR, holdings)).units),
      orders: async () => ordersOf(db, 1, ANCHOR, await hallView(db, person, ANCHOR, holdings)),
      'trace of a lot': () => traced(db, person, { of: 'lot', id: String(fish.lot_id) }, ANCHOR),
      'dead of a lot, watched': () => watchDeadOf(db, 1, fish.lot_id, ANCHOR),
      'water by day': () => waterDays(db, person, ANCHOR),
      'usual scatter': () =>
        Promise.all((['take', 'arrival', 'count'] as const).map((of) => usualScatter(db, 1, of, ANCHOR))),
      'standings of a stage': () => stockNow(db, 1, ANCHOR, { stations: ['fingerlings'] }),
    };
    const sent: { sql: string; bindings: never[] }[] = [];
    db.on('query-response', (_: unknown, q: { sql: string; bindings: never[] }) => sent.push(q));
    const out: Asked = {};
    for (const [screen, ask] of Object.entries(screens)) {
      const before = await rowsRead(db);
      sent.length = 0;
      await ask();
      const statements = sent.filter((q) => /^\s*(\(|select|with)/i.test(q.sql));
      const read = (await rowsRead(db)) - before;
      const plans = new Set<string>();
      for (const q of statements) {
        const [rows] = (await beside.raw(`EXPLAIN ${q.sql}`, q.bindings)) as [Explained[]];
        const aliases = aliasesIn(q.sql);
        for (const r of rows) {
          const table = aliases.get(r.table) ?? r.table;
          if (GROWING.has(table)) plans.add(`${table}: ${r.type.split('|')[0]} ${r.key?.split('|')[0] ?? 'whole'}`);
        }
      }
      out[screen] = { plans: [...plans].sort(), rowsRead: read };
    }
    return out;
  } finally {
    await Promise.all([db.destroy(), beside.destroy()]);
  }
}

async function rowsRead(db: Db): Promise<number> {
  const [rows] = (await db.raw("SHOW SESSION STATUS LIKE 'Handler_read%'")) as [{ Value: string }[]];
  return rows.reduce((n, r) => n + Number(r.Value), 0);
}

/** Tables by the names that a statement gives them. */
function aliasesIn(sql: string): Map<string, string> {
  const found = sql.matchAll(/(?:from|join|,)\s+`?([a-z_]+)`?\s+(?:as\s+)?`?([a-z_0-9]+)`?/gi);
  return new Map([...found].map((m) => [m[2]!, m[1]!]));
}

test('every statement of every screen goes by the index on the list, and none reads a growing table whole', () => {
  const plans = Object.fromEntries(Object.entries(large!).map(([k, v]) => [k, v.plans]));
  if (process.env.MORULA_PLANS === 'write') writeFileSync(LIST, `${JSON.stringify(plans, null, 2)}\n`);
  const whole = Object.entries(plans).flatMap(([screen, list]) =>
    list.filter((p) => /: (ALL|index) /.test(p)).map((p) => `${screen}: ${p}`),
  );
  expect(whole).toEqual([]);
  expect(plans).toEqual(JSON.parse(readFileSync(LIST, 'utf8')));
});

test('a screen reads rows by what it shows, not by how long the hatchery has been', () => {
  // What happened lately is more in the large one, so the pages of the past are left out.
  const present = [
    'what stands',
    'days',
    'today',
    'routine',
    'room',
    'rearing',
    'lot',
    'stock list',
    'where to',
    'trace of a lot',
  ];
  const grown = present.flatMap((screen) =>
    large![screen]!.rowsRead > 1.3 * small![screen]!.rowsRead + 200
      ? [`${screen}: ${small![screen]!.rowsRead} rows in the small one, ${large![screen]!.rowsRead} in the large`]
      : [],
  );
  expect(grown).toEqual([]);
});
