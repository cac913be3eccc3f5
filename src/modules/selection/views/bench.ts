import { z } from 'zod';
import { tightness } from '@/core/feeding/tightness';
import { type Odds, oddsOf, type SignForetold, signsForetold } from '@/core/selection/foretold';
import type { JudgedFish } from '@/core/selection/judged';
import type { SelectionScheme } from '@/core/selection/scheme';
import { valueNamed } from '@/core/species/species';
import { DAY_MS } from '@/core/time/spans';
import { growthView } from '@/modules/rearing/views/growth';
import type { HallView } from '@/modules/rearing/views/hall';
import { lastSet } from '@/server/stock/feeding/lastSet';
import { lineage } from '@/store/books/flows';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';
import type { SelectionGoal } from '../input';
import { fishOf, selectionRows } from '../onBench';
import { secondLooks, strainsOf } from './looks';
import { stays } from './selections';

/** A fish that was followed since an earlier look. */
export type Followed = { fish: JudgedFish; lot: string; at: number };

/** A unit that may take those that stay. */
export type SelectionPlace = {
  id: number;
  name: string;
  room: string;
  kind: string;
  holds: string;
  number: number;
  /** So many more of this size by the limit that binds; null where it cannot be told. */
  free: number | null;
};

export type SelectionBenchView = {
  id: number;
  is: 'open' | 'booked' | 'givenUp';
  entryId: string | null;
  unitId: number;
  unit: string;
  lotId: number;
  lot: string;
  speciesId: string;
  speciesName: string;
  stage: string;
  strain: string;
  begunAt: number;
  /** What the books hold in the unit; null where the lot no longer stands there. */
  number: number | null;
  sd: number;
  meanG: number | null;
  /** Of its water now, and what they are to keep. */
  celsius: number | null;
  leastMgPerL: number | null;
  scheme: SelectionScheme;
  goal: SelectionGoal;
  fish: JudgedFish[];
  /** The last sample of lengths of the unit. */
  lengths: { at: number; mm: number[] } | null;
  followed: Followed[];
  odds: Odds[];
  signs: (SignForetold & { word: string })[];
  places: SelectionPlace[];
  /** When the target is reached in this water. */
  ready: { at: number | null; low: number | null; high: number | null } | null;
  /** Spans in which they grew slower than they do, and days of growth that too little feed cost since. */
  slow: { from: number; to: number; ofUsual: number }[];
  lostDays: number | null;
};

/** Lengths older than this are of other fish. */
const LENGTHS_DAYS = 60;
const lengthsOf = z.object({ lengthsMm: z.array(z.number().positive()).min(3) });

/** One selection as it lies on the bench; null where there is none. */
export async function selectionBench(
  db: Db,
  site: { siteId: number },
  id: number,
  now: number,
  hall: HallView,
): Promise<SelectionBenchView | null> {
  const rows = await selectionRows(db, site.siteId);
  const row = rows.find((r) => r.id === id);
  if (!row) return null;
  const u = hall.units.find((x) => x.id === row.unitId);
  const h = u?.holdings.find((x) => x.lotId === row.lotId && x.stage === row.stage);
  const fed = u?.fed.find((f) => f.holdingId === h?.holdingId);
  const grown = fed?.grown ?? null;
  const [fish, lot, unit, book, samples, links, strains, looks, entry, growth] = await Promise.all([
    fishOf(db, [id]),
    db('lot').where({ id: row.lotId }).first('name', 'species'),
    db('unit').where({ id: row.unitId }).first('name'),
    speciesBook(db, site.siteId),
    lastSet(db, 'spread', [row.lotId], now),
    lineage(db, row.lotId),
    strainsOf(db, [row.lotId]),
    secondLooks(db, rows),
    row.entrySeq === null ? null : db('entry').where({ seq: row.entrySeq }).first('id'),
    u && h ? growthView(db, site.siteId, now, { ...hall, units: [u] }, row.goal.targetG ?? null) : [],
  ]);
  const grew = growth.find((g) => g.holdingId === h?.holdingId);
  const species = book.get(lot!.species);
  const size =
    grown && species
      ? {
          meanG: grown.meanG,
          condition: fed?.values.condition,
          densityIndex: valueNamed(species, 'density index')?.value,
          flowIndex: valueNamed(species, 'flow index')?.value,
        }
      : null;
  const measured = samples.of(row.lotId, row.unitId);
  const read =
    measured?.here && measured.at > now - LENGTHS_DAYS * DAY_MS ? lengthsOf.safeParse(measured.intent) : null;
  const words = new Map(rows.flatMap((r) => r.scheme.signs.map((s) => [s.id, s.word] as const)));
  return {
    id,
    is: row.overAt !== null ? 'givenUp' : row.entrySeq !== null ? 'booked' : 'open',
    entryId: entry?.id ?? null,
    unitId: row.unitId,
    unit: unit!.name,
    lotId: row.lotId,
    lot: lot!.name,
    speciesId: lot!.species,
    speciesName: book.get(lot!.species)?.name ?? lot!.species,
    stage: row.stage,
    strain: strains.get(row.lotId) ?? 'own',
    begunAt: row.begunAt,
    number: h?.number ?? null,
    sd: h?.sd ?? 0,
    meanG: grown?.meanG ?? null,
    celsius: fed?.tank.celsius ?? null,
    leastMgPerL: fed?.values.leastOxygenMgPerL ?? null,
    scheme: row.scheme,
    goal: row.goal,
    fish: fish.get(id)!,
    lengths: read?.success ? { at: measured!.at, mm: [...read.data.lengthsMm].sort((a, b) => a - b) } : null,
    followed: await followedOf(
      db,
      rows.filter(
        (r) => r.id !== id && r.overAt === null && [row.lotId, ...links.map((l) => l.from)].includes(r.lotId),
      ),
    ),
    odds: oddsOf(looks),
    signs: signsForetold(looks).map((s) => ({ ...s, word: words.get(s.sign) ?? s.sign })),
    places: hall.units.map((x) => ({
      id: x.id,
      name: x.name,
      room: x.room,
      kind: x.kind,
      holds: [...new Set(x.holdings.map((y) => y.lot))].join(', '),
      number: x.number,
      free: freeIn(x, size, now),
    })),
    ready: row.goal.targetG === undefined ? null : (grew?.target ?? null),
    slow: (grew?.stretches ?? [])
      .filter((s) => s.is === 'slow')
      .map(({ from, to, ofUsual }) => ({ from, to, ofUsual })),
    lostDays: grew?.lostDays ?? null,
  };
}

/** Fish that were followed at an earlier look at this lot, or one that it came from, and that stayed in the house. */
async function followedOf(db: Db, rows: Awaited<ReturnType<typeof selectionRows>>): Promise<Followed[]> {
  if (rows.length === 0) return [];
  const [fish, lots] = await Promise.all([
    fishOf(
      db,
      rows.map((r) => r.id),
      { followed: true },
    ),
    db('lot')
      .whereIn(
        'id',
        rows.map((r) => r.lotId),
      )
      .select('id', 'name'),
  ]);
  return rows.flatMap((r) =>
    fish
      .get(r.id)!
      .filter((f) => stays(f.decision))
      .map((f) => ({ fish: f, lot: lots.find((l) => l.id === r.lotId)?.name ?? '', at: f.at })),
  );
}

/** How many more of this size a unit bears beside what stands there, by the limit that binds; null where none is known. */
function freeIn(
  u: HallView['units'][number],
  of: { meanG: number; condition?: number; densityIndex?: number; flowIndex?: number } | null,
  now: number,
): number | null {
  // What was never weighed leaves it open how much is free.
  if (!of || (u.number > 0 && u.massG === null)) return null;
  const bears = tightness(
    {
      volumeL: u.volumeL,
      flowLPerMin: u.flowLPerMin,
      condition: of.condition,
      densityIndex: of.densityIndex,
      flowIndex: of.flowIndex,
      oxygen: null,
      mostTanMgPerL: null,
      proteinShare: 0,
      rationShare: null,
    },
    1,
    of.meanG,
    now,
    null,
  )?.bears;
  return bears === undefined ? null : Math.max(0, Math.floor(bears - (u.massG ?? 0) / of.meanG));
}
