import { thresholds } from '@/core/thresholds';
import { DAY_MS } from '@/core/time/spans';
import { type HaulState, shortAt, type UnderWay, underWayTodo } from '@/core/transport/haul';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { bottlesFor, fullness, type TankFull } from '../fullness';
import { type HaulRow, haulsOf, loadedOf, type NoteRow, notesOf, type PlannedLoad } from '../hauls';

/** A load with the names of what it is, and what was let go of it. */
export type LoadLine = PlannedLoad & {
  unitName: string;
  lot: string;
  siteName: string;
  /** Animals that stand in its tank now. */
  stands: number;
  released: { entryId: string; number: number; paper: number | null }[];
  /** What was weighed in before it left. */
  loaded: ReturnType<typeof loadedOf>;
};

export type HaulView = Omit<HaulRow, 'loads'> & {
  state: HaulState;
  loads: LoadLine[];
  full: TankFull[];
  /** Bottles of oxygen that they take; null where nobody said how large they are. */
  bottles: number | null;
  notes: NoteRow[];
  /** What was ticked before it left. */
  ticked: string[];
  /** The last reading of each tank, and what to do. */
  tanksNow: { name: string; last: UnderWay | null; shortAt: number | null; todo: string }[];
  /** By when it is expected there. */
  dueAt: number;
};

/** Hauls of the last month and those to come, each as it stands. Five statements. */
export async function haulViews(db: Db, siteId: number, now: number, only?: number): Promise<HaulView[]> {
  const rows = await haulsOf(db, siteId, only === undefined ? { from: now - 31 * DAY_MS } : { id: only });
  if (rows.length === 0) return [];
  const units = [...new Set(rows.flatMap((r) => r.loads.map((l) => l.unit)))];
  const lots = [...new Set(rows.flatMap((r) => r.loads.map((l) => l.lotId)))];
  const [notes, unitNames, lotNames, sites, stands, released] = await Promise.all([
    notesOf(
      db,
      rows.map((r) => r.id),
    ),
    db('unit').whereIn('id', units).select<{ id: number; name: string }[]>('id', 'name'),
    db('lot').whereIn('id', lots).select<{ id: number; name: string }[]>('id', 'name'),
    db('release_site').where({ site_id: siteId }).select<{ id: number; name: string }[]>('id', 'name'),
    db('holding')
      .whereIn('unit_id', units)
      .where('number', '>', 0)
      .select<{ unit: number; lot: number; stage: string; number: number }[]>({
        unit: 'unit_id',
        lot: 'lot_id',
        stage: 'stage',
        number: 'number',
      }),
    releasedBy(db, siteId, Math.min(...rows.map((r) => r.leaveAt)) - DAY_MS),
  ]);
  const nameOf = (list: readonly { id: number; name: string }[], id: number | null) =>
    list.find((x) => x.id === id)?.name ?? '';
  return rows.map((r): HaulView => {
    const own = notes.filter((n) => n.haulId === r.id && n.at <= now);
    const readings: UnderWay[] = own.filter((n) => n.what === 'read');
    const least = thresholds.haulOxygenLeast.value;
    const full = fullness({
      ...r,
      loads: r.loads.map((l) => {
        const w = loadedOf(own, l);
        return w ? { ...l, number: Math.round(w.number), meanG: w.meanG ?? l.meanG } : l;
      }),
    });
    const left = own.find((n) => n.what === 'left');
    return {
      ...r,
      state: stateOf(r, own),
      loads: r.loads.map((l) => ({
        ...l,
        unitName: nameOf(unitNames, l.unit),
        lot: nameOf(lotNames, l.lotId),
        siteName: nameOf(sites, l.site),
        stands: stands
          .filter((s) => s.unit === l.unit && s.lot === l.lotId && s.stage === l.stage)
          .reduce((s, x) => s + x.number, 0),
        released: released.filter(
          (x) => x.haul === r.id && x.unit === l.unit && x.lotId === l.lotId && (l.site === null || x.site === l.site),
        ),
        loaded: loadedOf(own, l),
      })),
      full,
      bottles: bottlesFor(full, r.way),
      notes: own,
      ticked: [...new Set(own.filter((n) => n.what === 'checked').flatMap((n) => n.said.split(' ')))],
      tanksNow: r.tanks.map((t) => {
        const last = readings.filter((x) => x.tank === t.name).at(-1) ?? null;
        const short = left ? shortAt(readings, t.name, least) : null;
        return {
          name: t.name,
          last,
          shortAt: short,
          todo: underWayTodo(last ?? undefined, short, least, r.celsius, now),
        };
      }),
      dueAt: (left?.at ?? r.leaveAt) + r.hours * 3_600_000,
    };
  });
}

/** What takes a haul from one state to the next. */
const STEPS = new Set<string>(['left', 'arrived', 'delivered', 'back']);

function stateOf(r: HaulRow, notes: readonly NoteRow[]): HaulState {
  if (r.givenUp) return 'givenUp';
  const last = notes.filter((n) => STEPS.has(n.what)).at(-1);
  switch (last?.what) {
    case 'left':
      return 'underWay';
    case 'arrived':
    case 'delivered':
    case 'back':
      return last.what;
    default:
      return 'planned';
  }
}

/** Releases that were recorded from a haul, as they hold now. One statement. */
async function releasedBy(db: Db, siteId: number, from: number) {
  const rows = await db('entry as e')
    .join('posting as p', (on) => on.on('p.entry_seq', 'e.seq').andOnVal('p.account', 'released'))
    .join('holding as h', 'h.id', 'p.holding_id')
    .leftJoin('paper as q', (on) => on.on('q.entry_seq', 'e.seq').andOnNull('q.superseded_seq'))
    .where({ 'e.site_id': siteId, 'e.kind': 'release' })
    .where('e.order_at', '>=', from)
    .whereNull('p.superseded_seq')
    .select<{ entryId: string; number: number; unit: number; lotId: number; intent: string; paper: number | null }[]>({
      entryId: 'e.id',
      number: 'p.delta',
      unit: 'h.unit_id',
      lotId: 'h.lot_id',
      intent: 'e.intent',
      paper: 'q.id',
    });
  return rows.map(({ intent, ...r }) => ({ ...r, ...fromJson<{ haul?: number; site: number }>(intent) }));
}
