import { kindsSay } from '@/core/brood/strainAndSex';
import { DAY_MS } from '@/core/time/spans';
import { ledger, type SheetEntry } from '@/modules/records/views/ledger';
import { type Check, checksOf } from '@/server/stock/checks';
import { type LivingHolding, livingStock, type Milestone } from '@/server/stock/livingStock';
import { type Parent, parentsOf } from '@/server/stock/parents';
import { flowsBetweenLots } from '@/store/books/flows';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { lotKinds } from '@/store/lotKinds';
import { courseOf, type WaterCourse } from '@/store/lotWater';
import { datesGivenUp } from '@/store/predictions';
import { speciesBook } from '@/store/species';
import { type Stair, type Step, survivalStair } from './stair';

export type LotView = {
  id: number;
  name: string;
  species: string;
  latin: string;
  season: string;
  grade: string;
  /** Strain and sex in words; empty where none is known. */
  kind: string;
  fertilisedAt: number | null;
  holdings: LivingHolding[];
  number: number;
  sd: number;
  parents: (Parent & { number: number })[];
  from: { id: number; name: string; number: number }[];
  into: { id: number; name: string; number: number }[];
  gone: { account: string; number: number; sites: string }[];
  stair: Omit<Stair, 'steps'> & { steps: (Step & { name: string })[] };
  weights: { at: number; meanG: number; low: number; high: number }[];
  checks: Check[];
  entries: SheetEntry[];
  working: { id: string; input: Record<string, unknown> } | null;
  /** Of eggs and larvae: each water that they stand in, day by day, with the stages reached in it. */
  waters: LotWater[];
  /** Why its dates could not be worked anew, if they could not: those shown are of before. */
  datesGivenUp: string | null;
};

export type LotWater = {
  sensor: number;
  name: string;
  units: string[];
  course: WaterCourse;
  /** How what is to come was foreseen. */
  foreseen: string;
  milestones: Milestone[];
};

/** One batch's story. A fixed number of queries. */
export async function lotView(
  db: Db,
  site: { siteId: number; timeZone: string; units?: 'metric' | 'us' },
  lotId: number,
  now: number,
  entriesBefore?: number,
): Promise<LotView | null> {
  const lot = await db('lot').where({ id: lotId, site_id: site.siteId }).first();
  if (!lot) return null;
  const [book, holdings, parents, from, into, gone, stair, weights, checks, entries, measured, givenUp, kinds] =
    await Promise.all([
      speciesBook(db, site.siteId),
      livingStock(db, site, now, { lotId }),
      parentsOf(db, lotId),
      relatives(db, lotId, 'from'),
      relatives(db, lotId, 'into'),
      goneFrom(db, lotId),
      survivalStair(db, site, lotId, now),
      db('observation')
        .where({ lot_id: lotId, kind: 'meanG' })
        .orderBy('at')
        .limit(200)
        .select<LotView['weights']>('at', { meanG: 'value' }, 'low', 'high'),
      checksOf(db, site.siteId, { lotId }),
      ledger(db, site.siteId, { lotId, limit: 60, before: entriesBefore, us: site.units === 'us' }),
      beginning(db, lotId),
      datesGivenUp(db, site.siteId, lotId),
      lotKinds(db, [lotId]),
    ]);
  const number = holdings.reduce((s, h) => s + h.number, 0);
  const sd = stair.aliveSd;
  const species = book.get(lot.species)!;
  return {
    id: lot.id,
    name: lot.name,
    species: species.name,
    latin: species.latin,
    season: lot.season,
    grade: lot.grade,
    kind: kindsSay(kinds.get(lotId) ?? []),
    fertilisedAt: lot.fertilised_at,
    holdings,
    number,
    sd,
    parents: parents.map((p) => ({ ...p, number: Math.round(p.share * number) })),
    from,
    into,
    gone,
    stair: {
      ...stair,
      steps: stair.steps.map((s) => ({
        ...s,
        name: book.get(lot.species)?.stages.find((x) => x.id === s.stage)?.name ?? s.stage,
      })),
    },
    weights,
    checks,
    entries,
    working: measured,
    waters: lot.fertilised_at === null ? [] : await watersOf(db, lot.id, lot.fertilised_at, holdings, now),
    datesGivenUp: givenUp,
  };
}

/** One query a water, and few lots stand in more than two. */
async function watersOf(
  db: Db,
  lotId: number,
  fertilisedAt: number,
  holdings: readonly LivingHolding[],
  now: number,
): Promise<LotWater[]> {
  const young = holdings.filter((h) => (h.station === 'eggs' || h.station === 'yolksac') && h.sensorId !== null);
  const sensors = [...new Set(young.map((h) => h.sensorId!))];
  const names = await db('sensor').whereIn('id', sensors).select('id', 'name');
  return Promise.all(
    sensors.map(async (sensor) => {
      const here = young.filter((h) => h.sensorId === sensor);
      const milestones = here[0]!.milestones;
      const until = Math.max(now, ...milestones.flatMap((m) => [m.high ?? 0, m.last ?? 0])) + 3 * DAY_MS;
      const { course, foreseen } = await courseOf(db, { id: lotId, fertilisedAt }, sensor, until, now);
      return {
        sensor,
        name: names.find((n) => n.id === sensor)?.name ?? '',
        units: [...new Set(here.map((h) => h.unit))],
        course,
        foreseen,
        milestones,
      };
    }),
  );
}

/** Lots that this one was made from, or went into, with the numbers that went over. */
async function relatives(
  db: Db,
  lotId: number,
  progress: 'from' | 'into',
): Promise<{ id: number; name: string; number: number }[]> {
  const [own, other] = progress === 'from' ? ['g.lot_id', 'h.lot_id'] : ['h.lot_id', 'g.lot_id'];
  const rows = await flowsBetweenLots(db)
    .join('lot as t', 't.id', other)
    .where(own, lotId)
    .groupBy('t.id', 't.name')
    .orderBy('t.id')
    .select<
      {
        id: number;
        name: string;
        number: string | number;
      }[]
    >('t.id', 't.name', db.raw('SUM(q.delta) AS number'));
  return rows.map((r) => ({ ...r, number: Number(r.number) }));
}

async function goneFrom(db: Db, lotId: number): Promise<LotView['gone']> {
  const rows = await db('posting as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .leftJoin('observation as o', (on) => on.on('o.entry_seq', 'p.entry_seq').andOnVal('o.kind', 'release'))
    .leftJoin('release_site as s', 's.id', 'o.trials')
    .where('h.lot_id', lotId)
    .whereNull('p.superseded_seq')
    .whereNotIn('p.account', ['holding', 'taken', 'arrived', 'opening'])
    .groupBy('p.account')
    .orderBy('p.account')
    .select<{ account: string; number: string | number; sites: string }[]>(
      'p.account',
      db.raw('SUM(p.delta) AS number'),
      db.raw(
        "CASE WHEN p.account = 'released' THEN COALESCE(GROUP_CONCAT(DISTINCT s.name SEPARATOR ', '), '') ELSE '' END AS sites",
      ),
    );
  return rows.map((r) => ({ ...r, number: Number(r.number) })).filter((r) => r.number !== 0);
}

async function beginning(db: Db, lotId: number): Promise<{ id: string; input: Record<string, unknown> } | null> {
  const row = await db('holding_point as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('entry as e', 'e.seq', 'p.entry_seq')
    .where('h.lot_id', lotId)
    .whereIn('e.kind', ['take', 'arrival', 'opening'])
    .orderBy('e.seq', 'desc')
    .first<{ intent: string } | undefined>('e.intent');
  const m = row
    ? fromJson<{ measured?: Record<string, unknown> & { method: string } }>(row.intent).measured
    : undefined;
  if (!m) return null;
  const { method, ...input } = m;
  if (method === 'volume') return { id: 'eggs.volumetric', input };
  if (method === 'weight') return { id: 'count.byWeight', input };
  return null;
}
