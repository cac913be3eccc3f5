import { type ComparedUnit, compareGroups } from '@/core/sampling/shrinkage';
import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';
import { SENSOR_OF_UNIT } from '@/store/waters';

export const outcomes = {
  fertilised: { name: 'fertilised', of: 'of eggs looked at' },
  eyed: { name: 'eyed', of: 'of eggs looked at' },
  hatched: { name: 'hatched', of: 'of eggs laid down' },
} as const;
export type Outcome = keyof typeof outcomes;

export const groupings = {
  female: { name: 'female', what: 'eggs of one mother alone' },
  male: { name: 'male', what: 'eggs of one father alone' },
  lot: { name: 'take', what: 'all units of a take' },
  kind: { name: 'method', what: 'kind of unit' },
  battery: { name: 'position', what: 'battery or stack' },
  water: { name: 'water', what: 'the sensor it stood on' },
  warmth: { name: 'temperature', what: 'mean of its water, by the degree' },
} as const;
export type Grouping = keyof typeof groupings;

export type Comparison = {
  species: { id: string; name: string }[];
  seasons: string[];
  chosen: { species: string; season: string; outcome: Outcome; by: Grouping };
  result: ReturnType<typeof compareGroups> | null;
  /** What was put in: opens the working. */
  units: ComparedUnit[];
  /** Units that have the outcome but belong to no group of this kind. */
  left: number;
};

type Row = {
  lotId: number;
  lot: string;
  unit: string;
  kind: string;
  battery: string;
  sensor: string | null;
  sensorId: number | null;
  fertilisedAt: number | null;
  openedAt: number;
  lastAt: number;
  successes: number;
  trials: number;
};

/** The choice of all seasons at once. */
export const ALL_SEASONS = 'all';

/** Eyed, hatched or fertilised shares of a season's units, grouped and compared; four queries. */
export async function comparison(
  db: Db,
  site: { siteId: number; timeZone: string },
  ask: { species?: string; season?: string; outcome?: string; by?: string },
): Promise<Comparison> {
  const book = await speciesBook(db, site.siteId);
  const known = await eggSeasons(db, site.siteId);
  const species = known.find((k) => k.species === ask.species)?.species ?? known[0]?.species ?? '';
  const seasons = [...new Set(known.filter((k) => k.species === species).map((k) => k.season))];
  const outcome = (ask.outcome ?? '') in outcomes ? (ask.outcome as Outcome) : ('eyed' as const);
  const chosen = {
    species,
    season:
      ask.season === ALL_SEASONS || seasons.includes(ask.season ?? '')
        ? ask.season!
        : await newestWith(db, site.siteId, species, seasons, outcome),
    outcome,
    by: (ask.by ?? '') in groupings ? (ask.by as Grouping) : ('lot' as const),
  };
  const head = {
    species: [...new Set(known.map((k) => k.species))].map((id) => ({ id, name: book.get(id)?.name ?? id })),
    seasons,
    chosen,
  };
  const rows = await rowsOf(db, site.siteId, chosen);
  const group = await groupOf(db, chosen.by, rows);
  const units = rows.flatMap((r): ComparedUnit[] => {
    const g = group(r);
    return g === null || r.trials <= 0
      ? []
      : [
          {
            group: g,
            successes: Math.min(r.successes, r.trials),
            trials: r.trials,
            ...withOf(chosen.by, r, site.timeZone),
          },
        ];
  });
  const groups = new Set(units.map((u) => u.group)).size;
  return { ...head, units, left: rows.length - units.length, result: groups >= 2 ? compareGroups(units) : null };
}

/** Species and seasons in which eggs stood here, the newest first. */
async function eggSeasons(db: Db, siteId: number): Promise<{ species: string; season: string }[]> {
  // Each pair is found in the index of lots, and asked for one lot with eggs: the lots of all years are not read.
  const pairs = db('lot').where({ site_id: siteId }).distinct('species', 'season').as('p');
  return await db
    .from(pairs)
    // (With a limit it is asked pair by pair; without, the database may join all lots first.)
    .whereRaw(
      `(SELECT h.id FROM lot t JOIN holding h ON h.lot_id = t.id
        WHERE t.site_id = ? AND t.species = p.species AND t.season = p.season AND h.station = 'eggs' LIMIT 1) IS NOT NULL`,
      [siteId],
    )
    .orderBy([{ column: 'p.season', order: 'desc' }, { column: 'p.species' }])
    .select('p.species', 'p.season');
}

/** The newest season in which anything is known of a share; of the last three, else the newest. */
async function newestWith(db: Db, siteId: number, species: string, seasons: readonly string[], outcome: Outcome) {
  for (const season of seasons.slice(0, 3)) {
    const lots = db('lot as t').where({ 't.site_id': siteId, 't.species': species, 't.season': season });
    const known =
      outcome === 'hatched'
        ? lots.join('holding as h', 'h.lot_id', 't.id').whereNot('h.station', 'eggs')
        : lots.join('observation as o', 'o.lot_id', 't.id').where('o.kind', `check:${outcome}`);
    if (await known.first('t.id')) return season;
  }
  return seasons[0] ?? '';
}

/** What goes along with a group and may be the cause as well: for parents the day, for the rest the take. */
function withOf(by: Grouping, r: Row, timeZone: string): { with?: string } {
  if (by === 'lot') return {};
  if (by === 'female' || by === 'male')
    return r.fertilisedAt === null ? {} : { with: `the day, ${dayMonth(r.fertilisedAt, timeZone)}` };
  return { with: `the take, ${r.lot}` };
}

async function rowsOf(db: Db, siteId: number, c: Comparison['chosen']): Promise<Row[]> {
  const lots =
    c.season === ALL_SEASONS
      ? null
      : await db('lot').where({ site_id: siteId, species: c.species, season: c.season }).pluck('id');
  const base = () =>
    db('holding as h')
      .join('lot as t', 't.id', 'h.lot_id')
      .join('unit as u', 'u.id', 'h.unit_id')
      .leftJoin('sensor as s', 's.id', db.raw(SENSOR_OF_UNIT))
      .where({ 'h.site_id': siteId, 'h.station': 'eggs', 't.species': c.species })
      .whereNot('u.kind', 'table')
      .whereNotNull('h.opened_at')
      .modify((q) => {
        if (lots) q.whereIn('h.lot_id', lots);
      });
  const columns = {
    lotId: 't.id',
    lot: 't.name',
    unit: 'u.name',
    kind: 'u.kind',
    battery: 'u.battery',
    sensor: 's.name',
    sensorId: 's.id',
    fertilisedAt: 't.fertilised_at',
    openedAt: 'h.opened_at',
    lastAt: 'h.last_order_at',
  };
  if (c.outcome !== 'hatched')
    // The last look at each unit counts.
    return await base()
      .join('observation as o', 'o.holding_id', 'h.id')
      .where('o.kind', `check:${c.outcome}`)
      .whereRaw(
        'o.id = (SELECT x.id FROM observation x WHERE x.holding_id = h.id AND x.kind = o.kind ORDER BY x.`at` DESC, x.id DESC LIMIT 1)',
      )
      .select({ ...columns, successes: 'o.successes', trials: 'o.trials' });
  // Only units that are through: what is still to hatch is not yet lost.
  return await base()
    .where('h.number', 0)
    .select(
      columns,
      db.raw(
        'COALESCE((SELECT p.number FROM holding_point p WHERE p.holding_id = h.id ORDER BY p.order_at, p.day_rank, p.order_seq LIMIT 1), 0) AS trials',
      ),
      db.raw(
        `COALESCE((SELECT SUM(p.delta) FROM posting p JOIN holding y ON y.id = p.holding_id JOIN entry e ON e.seq = p.entry_seq
           WHERE y.lot_id = h.lot_id AND y.unit_id = h.unit_id AND y.station <> 'eggs' AND e.kind = 'hatch'
             AND p.account = 'holding' AND p.superseded_seq IS NULL), 0) AS successes`,
      ),
    )
    .then((list) =>
      (list as (Row & { successes: string | number })[])
        .map((r) => ({ ...r, successes: Number(r.successes), trials: Number(r.trials) }))
        .filter((r) => r.successes > 0),
    );
}

/** To which group a unit belongs; null where it belongs to none (mixed parents). */
async function groupOf(db: Db, by: Grouping, rows: readonly Row[]): Promise<(r: Row) => string | null> {
  switch (by) {
    case 'lot':
      return (r) => r.lot;
    case 'kind':
      return (r) => r.kind;
    case 'battery':
      return (r) => r.battery || null;
    case 'water':
      return (r) => r.sensor;
    case 'female':
    case 'male': {
      const parents = await parentsOf(db, [...new Set(rows.map((r) => r.lotId))]);
      return (r) => parents.get(r.lotId)?.[by] ?? null;
    }
    case 'warmth': {
      const means = await warmthOf(db, rows);
      return (r) => {
        const mean = means.get(`${r.sensorId} ${r.openedAt} ${r.lastAt}`);
        return mean === undefined ? null : `${Math.round(mean)} °C`;
      };
    }
  }
}

/** The mother and the father of lots that have one alone. */
async function parentsOf(
  db: Db,
  lots: readonly number[],
): Promise<Map<number, { female: string | null; male: string | null }>> {
  if (lots.length === 0) return new Map();
  const rows = await db('lot_share as s')
    .leftJoin('family as f', 'f.id', db.raw('CAST(s.family AS UNSIGNED)'))
    .leftJoin('brood_fish as b', 'b.id', 'f.female_id')
    .whereIn('s.lot_id', [...lots])
    .whereNull('s.superseded_seq')
    .select<{ lot_id: number; tag: string | null; males: string | null }[]>('s.lot_id', 'b.tag', 'f.males');
  const out = new Map<number, { female: string | null; male: string | null }>();
  for (const lot of lots) {
    const own = rows.filter((r) => r.lot_id === lot);
    const females = new Set(own.map((r) => r.tag));
    const males = new Set(
      own.flatMap((r) => (r.males ? fromJson<{ tag: string }[]>(r.males).map((m) => m.tag) : [''])),
    );
    out.set(lot, {
      female: females.size === 1 ? [...females][0]! : null,
      male: males.size === 1 ? [...males][0]! || null : null,
    });
  }
  return out;
}

async function warmthOf(db: Db, rows: readonly Row[]): Promise<Map<string, number>> {
  const out = new Map<string, number>();
  for (const r of rows) {
    const key = `${r.sensorId} ${r.openedAt} ${r.lastAt}`;
    if (r.sensorId === null || out.has(key)) continue;
    const m = await db('reading_day')
      .where({ sensor_id: r.sensorId })
      .whereBetween('day', [r.openedAt, Math.max(r.lastAt, r.openedAt + DAY_MS)])
      .first<{ mean: number | null }>(db.raw('SUM(sum) / SUM(n) AS mean'));
    if (m.mean !== null) out.set(key, m.mean);
  }
  return out;
}
