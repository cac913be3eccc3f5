import { type BySex, noneOf, sumOf } from '@/core/brood/batch';
import { countFor, type FateRules, type FateTotals, type Quota } from '@/core/brood/fateRules';
import { killMethods } from '@/core/brood/fates';
import { wilson } from '@/core/sampling/proportion';
import { localDay } from '@/core/time/localDay';
import { HOUR_MS } from '@/core/time/spans';
import { seasonOf, seasonSpan } from '@/server/stock/lots';
import { fromJson } from '@/store/books/rows';
import { GONE } from '@/store/broodIn';
import { type BatchState, fateRulesOf, fateTotals } from '@/store/broodTotals';
import type { Db } from '@/store/connection';
import { type SurplusDay, surplusDays, surplusLines } from './surplus';

export type ArrivalBatch = BatchState & {
  at: number;
  entry: string;
  means: string;
  place: string;
  soakHours: number | null;
  /** Hours fished, where people did. */
  effortHours: number | null;
  unit: string;
};
export type KillRate = {
  method: string;
  name: string;
  killed: number;
  sufficed: number;
  share: number;
  low: number;
  high: number;
};
export type OwnReturn = {
  season: string;
  returned: number;
  released: number;
  share: number;
  low: number;
  high: number;
};
export type ArrivalsView = {
  season: string;
  rules: FateRules;
  quotas: { quota: Quota; stands: number }[];
  totals: Pick<FateTotals, 'held' | 'fates'>;
  batches: ArrivalBatch[];
  kills: KillRate[];
  /** Marked fish of our own releases that came back, by the season of their release. */
  returns: OwnReturn[];
  /** Those that went to food this season, by day, newest first. */
  surplus: SurplusDay[];
  /** Where its adults stand, by unit; what nobody said last. */
  standing: { unit: string | null; held: BySex }[];
  /** Of today: what came, what was worked, and when what waits is done at that pace. */
  today: { came: number; worked: number; perHour: number | null; doneAt: number | null };
};

/** Adults of a species that came in and how they end: by batch, against the quotas, with the welfare record. */
export async function arrivalsView(
  db: Db,
  site: { siteId: number; timeZone: string },
  species: string,
  now: number,
): Promise<ArrivalsView> {
  const row = await db('site').where({ id: site.siteId }).first<{
    season_starts_month: number;
  }>('season_starts_month');
  const season = seasonOf(now, site.timeZone, row.season_starts_month);
  const span = seasonSpan(season, site.timeZone, row.season_starts_month);
  const [rules, totals, arrivals, kills, own, tagged, released, surplus] = await Promise.all([
    fateRulesOf(db, site.siteId, species, season),
    fateTotals(db, site.siteId, species, span),
    arrivalEntries(db, site.siteId, species),
    killsOf(db, site.siteId, species),
    ownReturns(db, site.siteId, species),
    standingOf(db, site.siteId, species),
    releasedBySeason(db, site, species, row.season_starts_month),
    surplusLines(db, site.siteId, species, span.from, span.to),
  ]);
  const batches = totals.batches
    .flatMap((b) => {
      const a = arrivals.get(b.id);
      // Without its arrival, which was taken back, a batch is none.
      return a ? [{ ...b, ...a }] : [];
    })
    .sort((a, b) => b.at - a.at || b.id - a.id);
  return {
    season,
    rules,
    quotas: rules.quotas.map((quota) => ({ quota, stands: countFor(quota, totals) })),
    totals: { held: totals.held, fates: totals.fates },
    batches,
    kills,
    surplus: surplusDays(surplus, site.timeZone),
    returns: [...own].map(([s, returned]) => {
      const n = released.get(s) ?? 0;
      const { estimate, low, high } = wilson(Math.min(returned, n), Math.max(1, n));
      return { season: s, returned, released: n, share: estimate, low, high };
    }),
    standing: withWaiting(tagged, batches),
    today: paceOf(batches, localDay(now, site.timeZone).start, now),
  };
}

/** Tagged fish that are here, by the unit in which they were last said to stand. */
async function standingOf(db: Db, siteId: number, species: string): Promise<ArrivalsView['standing']> {
  const rows = await db('brood_fish as f')
    .where({ 'f.site_id': siteId, 'f.species': species, 'f.pedigree_only': false })
    .whereNotExists((q) =>
      q
        .from('observation as g')
        .whereRaw('g.brood_fish_id = f.id')
        .where('g.kind', 'fate')
        .whereIn('g.said', GONE)
        .select(db.raw('1')),
    )
    .select<{ sex: keyof BySex; unit: string | null }[]>(
      'f.sex',
      db.raw(
        `(SELECT u.name FROM observation o JOIN unit u ON u.id = o.unit_id
          WHERE o.brood_fish_id = f.id AND o.kind = 'stood' ORDER BY o.at DESC, o.id DESC LIMIT 1) AS unit`,
      ),
    );
  const units = new Map<string | null, BySex>();
  for (const r of rows) {
    const held = units.get(r.unit) ?? noneOf();
    held[r.sex]++;
    units.set(r.unit, held);
  }
  return [...units].map(([unit, held]) => ({ unit, held }));
}

/** With the untagged that still wait in the unit into which their run was counted; unit by unit, the unsaid last. */
function withWaiting(tagged: ArrivalsView['standing'], batches: readonly ArrivalBatch[]): ArrivalsView['standing'] {
  const units = new Map(tagged.map((s) => [s.unit, { ...s.held }]));
  for (const b of batches) {
    if (!b.waits || sumOf(b.waits) === 0) continue;
    const held = units.get(b.unit) ?? noneOf();
    for (const sex of ['female', 'male', 'unknown'] as const) held[sex] += b.waits[sex];
    units.set(b.unit, held);
  }
  return [...units]
    .map(([unit, held]) => ({ unit, held }))
    .sort((a, b) =>
      a.unit === null ? 1 : b.unit === null ? -1 : a.unit.localeCompare(b.unit, undefined, { numeric: true }),
    );
}

function paceOf(batches: readonly ArrivalBatch[], since: number, now: number): ArrivalsView['today'] {
  const came = batches.filter((b) => b.at >= since).reduce((s, b) => s + sumOf(b.came), 0);
  const ended = batches.flatMap((b) => b.ended.filter((e) => e.at >= since && e.fate !== 'died'));
  const worked = ended.reduce((s, e) => s + e.number, 0);
  const times = ended.map((e) => e.at);
  const hours = (Math.max(...times) - Math.min(...times)) / HOUR_MS;
  // Two sortings at least, some time apart, make a pace: the first of them was worked before it was written down.
  const perHour =
    times.length >= 2 && hours >= 0.25 ? (worked - ended.reduce((a, b) => (b.at < a.at ? b : a)).number) / hours : null;
  const waits = batches.reduce((s, b) => s + (b.waits && b.at >= since ? sumOf(b.waits) : 0), 0);
  return {
    came,
    worked,
    perHour: perHour && perHour > 0 ? perHour : null,
    doneAt: perHour && perHour > 0 && waits > 0 ? now + (waits / perHour) * HOUR_MS : null,
  };
}

async function arrivalEntries(db: Db, siteId: number, species: string) {
  const rows = await db('observation as o')
    .join('brood_batch as b', 'b.id', 'o.brood_batch_id')
    .join('entry as e', 'e.seq', 'o.entry_seq')
    .leftJoin('unit as u', 'u.id', 'o.unit_id')
    .where({ 'b.site_id': siteId, 'b.species': species, 'o.kind': 'batchIn' })
    .select<
      {
        id: number;
        entry: string;
        at: number;
        intent: string;
        unit: string | null;
      }[]
    >('b.id', 'e.id as entry', 'e.at', 'e.intent', { unit: 'u.name' });
  return new Map(
    rows.map((r) => {
      const i = fromJson<{ means: string; place: string; soakHours?: number; effortHours?: number }>(r.intent);
      return [
        r.id,
        {
          at: r.at,
          entry: r.entry,
          means: i.means,
          place: i.place,
          soakHours: i.soakHours ?? null,
          effortHours: i.effortHours ?? null,
          unit: r.unit ?? '',
        },
      ];
    }),
  );
}

/** For how many the first application sufficed, by method, of single fish and of batches. */
async function killsOf(db: Db, siteId: number, species: string): Promise<KillRate[]> {
  const rows = await db('observation as o')
    .leftJoin('brood_fish as f', 'f.id', 'o.brood_fish_id')
    .leftJoin('brood_batch as b', 'b.id', 'o.brood_batch_id')
    .where('o.kind', 'kill')
    .where((q) =>
      q.where({ 'f.site_id': siteId, 'f.species': species }).orWhere({ 'b.site_id': siteId, 'b.species': species }),
    )
    .groupBy('o.said')
    .select<
      {
        said: string;
        killed: string;
        sufficed: string;
      }[]
    >('o.said', db.raw('SUM(o.trials) AS killed, SUM(o.successes) AS sufficed'));
  return rows
    .map((r) => {
      const killed = Number(r.killed);
      const sufficed = Number(r.sufficed);
      const { estimate, low, high } = wilson(sufficed, killed);
      const name = killMethods.find((m) => m.id === r.said)?.name ?? r.said;
      return { method: r.said, name, killed, sufficed, share: estimate, low, high };
    })
    .sort((a, b) => b.killed - a.killed);
}

async function ownReturns(db: Db, siteId: number, species: string): Promise<Map<string, number>> {
  const rows = await db('observation as o')
    .join('brood_batch as b', 'b.id', 'o.brood_batch_id')
    .where({ 'b.site_id': siteId, 'b.species': species, 'o.kind': 'batchOwn' })
    .groupBy('o.said')
    .orderBy('o.said')
    .select<{ said: string; n: string }[]>('o.said', db.raw('SUM(o.value) AS n'));
  return new Map(rows.map((r) => [r.said, Number(r.n)]));
}

/** Animals released, by the season of their release: that of a lot tells when it was made, by a grading too. */
async function releasedBySeason(
  db: Db,
  site: { siteId: number; timeZone: string },
  species: string,
  startsMonth: number,
): Promise<Map<string, number>> {
  const rows = await db('posting as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('lot as t', 't.id', 'h.lot_id')
    .where({ 't.site_id': site.siteId, 't.species': species, 'p.account': 'released' })
    .whereNull('p.superseded_seq')
    .select<{ at: number; n: number }[]>('p.order_at as at', 'p.delta as n');
  const bySeason = new Map<string, number>();
  for (const r of rows) {
    const season = seasonOf(r.at, site.timeZone, startsMonth);
    bySeason.set(season, (bySeason.get(season) ?? 0) + r.n);
  }
  return bySeason;
}
