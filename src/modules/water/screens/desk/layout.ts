import type { LineEnd } from '@/core/water/circuits/lines';
import type { Work } from '@/core/water/circuits/works';

/** Where a work or a room stands in the drawing: its column from the source on, its row in it. */
export type Placed = {
  key: string;
  column: number;
  row: number;
  /** Its middle, as a share of the height: level with what it takes from where there is room. */
  y: number;
};

export type Drawing = {
  places: Placed[];
  /** From what to what; `kind` says what runs along it. */
  lines: { from: string; to: string; kind: 'water' | 'air' }[];
  columns: number;
  rows: number;
};

export const workKey = (id: number) => `w${id}`;
export const roomKey = (id: number) => `r${id}`;
/** What bears a key of the drawing. */
export const endOf = (key: string): LineEnd =>
  key.startsWith('w') ? { work: Number(key.slice(1)) } : { room: Number(key.slice(1)) };

/**
 * The circuits of a site from left to right: each work one column behind the last that it takes from, rooms in the column
 * behind all works, outflows at the end. What hangs on nothing stands below. Rows keep near those before them, so that
 * lines cross little. Electric circuits are not drawn here: they carry no water.
 */
export function drawCircuits(works: readonly Work[], rooms: readonly { id: number }[]): Drawing {
  const drawn = works.filter((w) => w.kind !== 'breaker');
  const byId = new Map(drawn.map((w) => [w.id, w]));
  const depth = new Map<number, number>();
  const depthOf = (w: Work, on: ReadonlySet<number>): number => {
    if (depth.has(w.id)) return depth.get(w.id)!;
    // A circle ends where it began: what returns its water stands behind what it comes from.
    const ups = w.from.flatMap((f) => (byId.has(f) && !on.has(f) ? [byId.get(f)!] : []));
    const d = ups.length === 0 ? 0 : 1 + Math.max(...ups.map((u) => depthOf(u, new Set([...on, w.id]))));
    if (on.size === 0) depth.set(w.id, d);
    return d;
  };
  for (const w of drawn) depthOf(w, new Set());
  const last = Math.max(0, ...drawn.filter((w) => w.kind !== 'outflow').map((w) => depth.get(w.id)!));
  const served = rooms.filter((r) => drawn.some((w) => w.rooms.includes(r.id)));
  const roomColumn = last + 1;
  const lines: Drawing['lines'] = [
    ...drawn.flatMap((w) =>
      w.from.flatMap((f) => (byId.has(f) ? [{ from: workKey(f), to: workKey(w.id), kind: lineOf(byId.get(f)!) }] : [])),
    ),
    ...drawn
      .filter((w) => w.kind !== 'outflow')
      .flatMap((w) =>
        w.rooms.flatMap((r) =>
          served.some((s) => s.id === r) ? [{ from: workKey(w.id), to: roomKey(r), kind: lineOf(w) }] : [],
        ),
      ),
    ...drawn
      .filter((w) => w.kind === 'outflow')
      .flatMap((w) =>
        w.rooms.flatMap((r) =>
          served.some((s) => s.id === r) ? [{ from: roomKey(r), to: workKey(w.id), kind: 'water' as const }] : [],
        ),
      ),
  ];
  const column = new Map<string, number>([
    ...drawn.map(
      (w) =>
        [
          workKey(w.id),
          w.kind === 'outflow' ? roomColumn + 1 : w.kind === 'blower' && w.from.length === 0 ? last : depth.get(w.id)!,
        ] as const,
    ),
    ...served.map((r) => [roomKey(r.id), roomColumn] as const),
  ]);
  const columns = Math.max(0, ...column.values()) + 1;
  const places: Placed[] = [];
  const levels = new Map<string, number>();
  const counts = Array.from({ length: columns }, (_, c) => [...column.values()].filter((x) => x === c).length);
  const apart = 1 / Math.max(1, ...counts);
  for (let c = 0; c < columns; c++) {
    const here = [...column].filter(([, x]) => x === c).map(([key]) => key);
    const wanted = (key: string) => {
      const before = lines.filter((l) => l.to === key && levels.has(l.from)).map((l) => levels.get(l.from)!);
      return before.length === 0 ? Number.POSITIVE_INFINITY : before.reduce((s, r) => s + r, 0) / before.length;
    };
    const order = here.map((key, i) => ({ key, i, at: wanted(key) })).sort((a, b) => a.at - b.at || a.i - b.i);
    for (const [row, { key, y }] of spread(order, apart).entries()) {
      levels.set(key, y);
      places.push({ key, column: c, row, y });
    }
  }
  return { places, lines, columns, rows: Math.max(0, ...places.map((p) => p.row)) + 1 };
}

/** Each as near to the level that it wants as the others of its column let it, none nearer than `apart` to the next. */
function spread<T extends { at: number }>(order: readonly T[], apart: number): (T & { y: number })[] {
  const n = order.length;
  // Where nothing stands before any of them they fill the column.
  const even = order.every((o) => !Number.isFinite(o.at));
  const ys = order.map((o, i) => (even ? (i + 0.5) / n : o.at));
  for (let i = 0; i < n; i++) {
    const least = i === 0 ? apart / 2 : ys[i - 1]! + apart;
    ys[i] = Number.isFinite(ys[i]!) ? Math.max(ys[i]!, least) : least;
  }
  for (let i = n - 1; i >= 0; i--) ys[i] = Math.min(ys[i]!, i === n - 1 ? 1 - apart / 2 : ys[i + 1]! - apart);
  return order.map((o, i) => ({ ...o, y: ys[i]! }));
}

const lineOf = (w: Work): 'water' | 'air' => (w.kind === 'blower' ? 'air' : 'water');
