import { type Conditioning, conditioning, deviation, type Stay, timeIn } from '@/core/brood/conditioning';
import { shareDifference, type Verdict } from '@/core/sampling/difference';
import { wilson } from '@/core/sampling/proportion';
import { thresholds } from '@/core/thresholds';
import { addLocalDays, localDay } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { standing } from '@/store/families';
import { speciesBook } from '@/store/species';

export type Response = { n: number; of: number; share: number; low: number; high: number };
export type Programme = {
  id: number;
  name: string;
  programme: Conditioning;
  units: string[];
  /** Days since it began, today or at its end. */
  days: number;
  ended: boolean;
  /** Measured daily means of the water of its units, by day of the programme. */
  measured: { day: number; mean: number; low: number; high: number }[];
  off: ReturnType<typeof deviation>;
  females: number;
  males: number;
  /** Of the females that stood in it for most of its time: looked at and found ripe, gave eggs, gave good ones. */
  ripened: Response | null;
  gaveEggs: Response | null;
  goodEggs: Response | null;
  malesRunning: Response | null;
};
export type Comparison = {
  first: string;
  second: string;
  firstShare: number;
  secondShare: number;
  /** Difference in the share of females that ripened. */
  difference: number;
  low: number;
  high: number;
  verdict: Verdict;
  /** What else differs between them, so that the programme alone cannot be held to it. */
  alsoDiffers: string[];
};
export type ConditioningView = { programmes: Programme[]; comparisons: Comparison[] };

type Seen = { brood_fish_id: number; kind: string; said: string | null; unit_id: number | null; at: number };

/** A response so long after the end still counts as of the programme. */
const after = () => thresholds.responseDays.value * DAY_MS;

/** Conditioning programmes of a species with what came of each. Six statements. */
export async function conditioningView(
  db: Db,
  site: { siteId: number; timeZone: string },
  species: string,
  now: number,
): Promise<ConditioningView> {
  const rows = await db('conditioning')
    .where({ site_id: site.siteId, species })
    .orderBy('id')
    .select('id', 'name', 'content');
  if (rows.length === 0) return { programmes: [], comparisons: [] };
  const programmes = rows.map((r) => ({ ...r, programme: conditioning.parse(fromJson(r.content)) }));
  const unitIds = [...new Set(programmes.flatMap((p) => p.programme.units))];
  const since = Math.min(...programmes.map((p) => p.programme.from));
  const [book, fish, seen, units, water, families] = await Promise.all([
    speciesBook(db, site.siteId),
    db('brood_fish').where({ site_id: site.siteId, species, pedigree_only: false }).select('id', 'sex', 'year_class'),
    db('observation as o')
      .join('brood_fish as f', 'f.id', 'o.brood_fish_id')
      .where({ 'f.site_id': site.siteId, 'f.species': species })
      .whereIn('o.kind', ['stood', 'ripeness', 'strip'])
      .orderBy('o.at')
      .select<Seen[]>('o.brood_fish_id', 'o.kind', 'o.said', 'o.unit_id', 'o.at'),
    db('unit').whereIn('id', unitIds).select('id', 'name', 'sensor_id'),
    db('reading_day as d')
      .join('unit as u', 'u.sensor_id', 'd.sensor_id')
      .whereIn('u.id', unitIds)
      .where('d.day', '>=', since)
      .groupBy('u.id', 'd.day')
      .orderBy('d.day')
      .select<{ id: number; day: number; mean: number; low: number; high: number }[]>(
        'u.id',
        'd.day',
        db.raw('MAX(d.sum / d.n) AS mean, MIN(d.low) AS low, MAX(d.high) AS high'),
      ),
    db('family as y')
      .join('lot as t', 't.id', 'y.lot_id')
      .where({ 'y.site_id': site.siteId, 't.species': species })
      .whereNotNull('y.female_id')
      .modify(standing)
      .select<{ female_id: number; started_at: number }[]>('y.female_id', 't.started_at'),
  ]);
  const signs = new Map(book.get(species)?.ripeness.map((s) => [s.id, s]));
  const stays = new Map<number, Stay[]>();
  for (const s of seen)
    if (s.kind === 'stood' && s.unit_id !== null)
      (stays.get(s.brood_fish_id) ?? stays.set(s.brood_fish_id, []).get(s.brood_fish_id)!).push({
        unit: s.unit_id,
        at: s.at,
      });
  const today = localDay(now, site.timeZone).start;
  const out = programmes.map(({ id, name, programme: p }): Programme & { years: Set<number> } => {
    const end = p.to === null ? now : addLocalDays(p.to, 1, site.timeZone);
    const length = Math.max(DAY_MS, Math.min(end, now) - p.from);
    // Who stood in it for most of the time that it has run.
    const inIt = fish.filter((f) => timeIn(stays.get(f.id) ?? [], p.units, p.from, Math.min(end, now)) > length / 2);
    const females = inIt.filter((f) => f.sex === 'female');
    const males = inIt.filter((f) => f.sex === 'male');
    const within = (at: number) => at >= p.from && at <= end + after();
    const saw = (f: { id: number }, kind: string, ok: (s: Seen) => boolean) =>
      seen.some((s) => s.brood_fish_id === f.id && s.kind === kind && within(s.at) && ok(s));
    const looked = (f: { id: number }) => saw(f, 'ripeness', () => true);
    const gave = (f: { id: number }) =>
      saw(f, 'strip', () => true) || families.some((y) => y.female_id === f.id && within(y.started_at));
    const ripe = (f: { id: number }) => gave(f) || saw(f, 'ripeness', (s) => ripeSign(signs, s.said));
    const shown = females.filter((f) => looked(f) || gave(f));
    const stripped = females.filter((f) => saw(f, 'strip', () => true));
    const shownMales = males.filter(looked);
    const dayOf = (at: number) => Math.round((at - p.from) / DAY_MS);
    const byDay = new Map<number, { day: number; mean: number; low: number; high: number; n: number }>();
    for (const w of water) {
      if (!p.units.includes(w.id) || w.day < p.from || w.day >= end) continue;
      const day = dayOf(w.day);
      const was = byDay.get(day);
      byDay.set(
        day,
        was
          ? {
              day,
              mean: (was.mean * was.n + w.mean) / (was.n + 1),
              low: Math.min(was.low, w.low),
              high: Math.max(was.high, w.high),
              n: was.n + 1,
            }
          : { day, mean: w.mean, low: w.low, high: w.high, n: 1 },
      );
    }
    const measured = [...byDay.values()].map(({ n: _, ...d }) => d);
    return {
      id,
      name,
      programme: p,
      units: p.units.map((u) => units.find((x) => x.id === u)?.name ?? '?'),
      days: Math.max(0, dayOf(Math.min(p.to ?? today, today))),
      ended: p.to !== null && p.to < today,
      measured,
      off: deviation(p.steps, measured),
      females: females.length,
      males: males.length,
      ripened: responseOf(shown.filter(ripe).length, shown.length),
      gaveEggs: responseOf(females.filter(gave).length, females.length),
      goodEggs: responseOf(stripped.filter((f) => saw(f, 'strip', (s) => s.said !== 'apart')).length, stripped.length),
      malesRunning: responseOf(
        shownMales.filter((f) => saw(f, 'ripeness', (s) => ripeSign(signs, s.said))).length,
        shownMales.length,
      ),
      years: new Set(females.flatMap((f) => (f.year_class === null ? [] : [f.year_class]))),
    };
  });
  return {
    programmes: out.map(({ years: _, ...p }) => p).sort((a, b) => b.programme.from - a.programme.from),
    comparisons: compare(out),
  };
}

const ripeSign = (signs: Map<string, { ready: boolean; over: boolean }>, said: string | null) => {
  const s = signs.get(said ?? '');
  return Boolean(s && (s.ready || s.over));
};

function responseOf(n: number, of: number): Response | null {
  if (of === 0) return null;
  const { estimate, low, high } = wilson(n, of);
  return { n, of, share: estimate, low, high };
}

/** Every two programmes by the share of females that ripened, with what else differs between them. */
function compare(list: readonly (Programme & { years: Set<number> })[]): Comparison[] {
  return list.flatMap((a, i) =>
    list.slice(i + 1).flatMap((b): Comparison[] => {
      if (!a.ripened || !b.ripened) return [];
      const d = shareDifference(
        { successes: a.ripened.n, trials: a.ripened.of },
        { successes: b.ripened.n, trials: b.ripened.of },
      );
      const other = (x: string | number | null, y: string | number | null) => x !== y && x !== null && y !== null;
      const { tank: s } = a.programme;
      const { tank: t } = b.programme;
      const alsoDiffers = [
        Math.abs(a.programme.from - b.programme.from) > 60 * DAY_MS && 'the season',
        other(s.kind, t.kind) && 'the tank',
        other(s.depthCm, t.depthCm) && 'its depth',
        other(s.volumeL, t.volumeL) && 'its volume',
        other(s.material, t.material) && 'its material',
        [...a.years].sort().join() !== [...b.years].sort().join() && 'the year classes',
      ].filter((x): x is string => Boolean(x));
      return [
        {
          first: a.name,
          second: b.name,
          firstShare: a.ripened.share,
          secondShare: b.ripened.share,
          ...d,
          alsoDiffers,
        },
      ];
    }),
  );
}
