import type { Grid } from './programmeGrid';

/** A way through the grid: the entry of each node, up to where it stops. */
export type Path = { nodes: Int16Array; energy: number; charged: number; passed: number };

/**
 * The wish: with `sign` +1 at least `need` of the clock shall have passed (and one may stop once it has), with −1 at
 * most `need` by the last node.
 */
export type Wish = { need: number; sign: 1 | -1 };

const NEVER = Number.POSITIVE_INFINITY;
/** Labels kept a node row in the closing search; it is then no longer proven, and says so by its bound. */
const MOST_LABELS = 400;
/** Prices tried; the cutting planes meet after some ten. */
const MOST_CUTS = 60;
/** kWh for a whole clock, beside which no energy counts. */
export const ANY_PRICE = 1e12;
/** Distance to the bound that is left open on a large grid, and told: far less than any meter or forecast can see. */
const OPEN_SHARE = 2e-3;
/** Moves of a grid below which the gap is closed in any case. */
const SMALL = 5000;

/** Cost to go from every entry of every node when a unit of the clock is worth `price`. */
function costToGo(grid: Grid, price: number, sign: 1 | -1): Float64Array[] {
  const n = grid.moves.length;
  const value: Float64Array[] = new Array(n + 1);
  value[n] = new Float64Array(grid.celsius[n]!.length);
  for (let k = n - 1; k >= 0; k--) {
    const m = grid.moves[k]!;
    // One may stop early where progress is what is wanted: what is reached is reached.
    const v = new Float64Array(grid.celsius[k]!.length).fill(sign === 1 && k > 0 ? 0 : NEVER);
    const next = value[k + 1]!;
    for (let x = 0; x < m.count; x++) {
      const c = m.energy[x]! + m.change[x]! - sign * price * m.passed[x]! + next[m.to[x]!]!;
      const f = m.from[x]!;
      if (c < v[f]!) v[f] = c;
    }
    value[k] = v;
  }
  return value;
}

/** Walks down the cost to go; of equal moves the first. Null when nothing leads on. */
function follow(grid: Grid, value: readonly Float64Array[], price: number, sign: 1 | -1): Path | null {
  const n = grid.moves.length;
  const nodes: number[] = [0];
  let energy = 0;
  let charged = 0;
  let passed = 0;
  for (let k = 0; k < n; k++) {
    const m = grid.moves[k]!;
    const here = nodes[k]!;
    let best = -1;
    let least = sign === 1 && k > 0 ? 0 : NEVER;
    for (let x = m.first[here]!; x < m.first[here + 1]!; x++) {
      const c = m.energy[x]! + m.change[x]! - sign * price * m.passed[x]! + value[k + 1]![m.to[x]!]!;
      // Going on costs nothing: then go on.
      if (c < least || (c === least && best < 0 && c < NEVER)) {
        least = c;
        best = x;
      }
    }
    if (best < 0) {
      if (k === 0 || sign === -1) return null;
      break;
    }
    nodes.push(m.to[best]!);
    energy += m.energy[best]!;
    charged += m.energy[best]! + m.change[best]!;
    passed += m.passed[best]!;
  }
  return { nodes: Int16Array.from(nodes), energy, charged, passed };
}

/** The cheapest way, or the fastest (or slowest) where cost does not count. */
export function pathAt(grid: Grid, price: number, sign: 1 | -1): Path | null {
  return follow(grid, costToGo(grid, price, sign), price, sign);
}

export type Found = {
  path: Path;
  /** No programme on this grid costs less than this (kWh, with the charge for change). */
  bound: number;
};

/**
 * The cheapest way through the grid that meets the wish: the price of a unit of the clock is sought over dynamic
 * programming (Lagrangian relaxation of a shortest path with one resource, the price by cutting planes: where the lines
 * of a way that falls short and of one that meets the wish cross), then the remaining gap is closed by labels pruned
 * with the bound (Handler and Zang 1980).
 * @returns null when even at any price the wish is not met
 */
export function cheapest(grid: Grid, wish: Wish): Found | null {
  const { need, sign } = wish;
  const meets = (p: Path) => sign * p.passed >= sign * need - 1e-12;
  const ended = (p: Path) => (sign === 1 ? cut(grid, p, need) : p);
  const free = pathAt(grid, 0, sign);
  if (!free) return null;
  if (meets(free)) return { path: ended(free), bound: free.charged };
  const dearest = pathAt(grid, ANY_PRICE, sign);
  if (!dearest || !meets(dearest)) return null;
  let short: Path = free;
  let enough: Path = dearest;
  let best = ended(enough);
  let bound = short.charged;
  let bestPrice = 0;
  for (let k = 0; k < MOST_CUTS; k++) {
    const price: number = (enough.charged - short.charged) / (sign * (enough.passed - short.passed));
    const value = costToGo(grid, price, sign);
    const p: Path = follow(grid, value, price, sign)!;
    const dual = value[0]![0]! + sign * price * need;
    if (dual > bound) {
      bound = dual;
      bestPrice = price;
    }
    if (meets(p) && ended(p).charged < best.charged) best = ended(p);
    const crossing = short.charged + sign * price * (need - short.passed);
    if (dual >= crossing - 1e-9 * Math.max(1, Math.abs(crossing))) break;
    if (meets(p)) enough = p;
    else short = p;
  }
  for (const crossed of crossovers(grid, short, enough, sign))
    if (meets(crossed) && crossed.charged < best.charged) best = ended(crossed);
  return closeGap(grid, wish, bestPrice, { path: best, bound });
}

/** A way ends where the wish is met: what comes after costs nothing of this. */
function cut(grid: Grid, path: Path, need: number): Path {
  let passed = 0;
  for (let k = 0; k + 1 < path.nodes.length; k++) {
    passed += passedBy(grid, k, path.nodes[k]!, path.nodes[k + 1]!);
    if (passed >= need - 1e-12) return pathOf(grid, path.nodes.slice(0, k + 2))!;
  }
  return path;
}

const passedBy = (grid: Grid, k: number, from: number, to: number) => grid.moves[k]!.passed[moveOf(grid, k, from, to)]!;

/** Place of a move among those out of node k; -1 where there is none. */
export function moveOf(grid: Grid, k: number, from: number, to: number): number {
  const m = grid.moves[k]!;
  for (let x = m.first[from]!; x < m.first[from + 1]!; x++) if (m.to[x] === to) return x;
  return -1;
}

/** The beginning of one way with the end of the other, wherever a move joins them. */
function* crossovers(grid: Grid, a: Path, b: Path, sign: 1 | -1): Generator<Path> {
  for (const [head, tail] of [
    [a, b],
    [b, a],
  ] as const)
    for (let k = 1; k < Math.min(head.nodes.length, tail.nodes.length); k++) {
      const nodes = Int16Array.from([...head.nodes.slice(0, k), ...tail.nodes.slice(k)]);
      const p = pathOf(grid, nodes);
      if (p && (sign === 1 || nodes.length === grid.moves.length + 1)) yield p;
    }
}

/** What a list of nodes costs and brings; null where no move joins two of them. */
export function pathOf(grid: Grid, nodes: Int16Array): Path | null {
  let energy = 0;
  let charged = 0;
  let passed = 0;
  for (let k = 0; k + 1 < nodes.length; k++) {
    const m = grid.moves[k]!;
    const x = moveOf(grid, k, nodes[k]!, nodes[k + 1]!);
    if (x < 0) return null;
    energy += m.energy[x]!;
    charged += m.energy[x]! + m.change[x]!;
    passed += m.passed[x]!;
  }
  return { nodes, energy, charged, passed };
}

type Label = { node: number; charged: number; energy: number; passed: number; before: Label | null };

/** Labels forward, each dropped that cannot end below the best known even by the bound, or that another beats. */
function closeGap(grid: Grid, wish: Wish, price: number, found: Found): Found {
  const { need, sign } = wish;
  const moves = grid.moves.reduce((s, m) => s + m.count, 0);
  if (found.path.charged - found.bound <= (moves < SMALL ? 1e-9 : OPEN_SHARE) * found.path.charged) return found;
  const value = costToGo(grid, price, sign);
  let best = found.path;
  let bound = found.bound;
  let dropped = NEVER;
  let labels: Label[] = [{ node: 0, charged: 0, energy: 0, passed: 0, before: null }];
  const end = (l: Label) => {
    if (sign * l.passed < sign * need - 1e-12 || l.charged >= best.charged - 1e-9) return;
    const nodes: number[] = [];
    for (let at: Label | null = l; at; at = at.before) nodes.push(at.node);
    best = { nodes: Int16Array.from(nodes.reverse()), energy: l.energy, charged: l.charged, passed: l.passed };
  };
  for (let k = 0; k < grid.moves.length; k++) {
    const m = grid.moves[k]!;
    const byNode = new Map<number, Label[]>();
    for (const l of labels) (byNode.get(l.node) ?? byNode.set(l.node, []).get(l.node)!).push(l);
    const next = new Map<number, Label[]>();
    for (const [node, here] of byNode)
      for (let x = m.first[node]!; x < m.first[node + 1]!; x++)
        for (const l of here) {
          const charged = l.charged + m.energy[x]! + m.change[x]!;
          const passed = l.passed + m.passed[x]!;
          const to = m.to[x]!;
          const least = charged + sign * price * (need - passed) + value[k + 1]![to]!;
          if (least >= best.charged - 1e-9) continue;
          (next.get(to) ?? next.set(to, []).get(to)!).push({
            node: to,
            charged,
            energy: l.energy + m.energy[x]!,
            passed,
            before: l,
          });
        }
    labels = [];
    for (const list of next.values()) {
      list.sort((a, b) => a.charged - b.charged || sign * (b.passed - a.passed));
      let most = -NEVER;
      for (const l of list)
        if (sign * l.passed > most) {
          most = sign * l.passed;
          labels.push(l);
          if (sign === 1 || k === grid.moves.length - 1) end(l);
        }
    }
    if (labels.length > MOST_LABELS) {
      const least = (l: Label) => l.charged + sign * price * (need - l.passed) + value[k + 1]![l.node]!;
      labels.sort((a, b) => least(a) - least(b));
      dropped = Math.min(dropped, least(labels[MOST_LABELS]!));
      labels.length = MOST_LABELS;
    }
  }
  bound = Math.max(bound, Math.min(best.charged, dropped));
  return { path: best, bound };
}
