import { DAY_MS } from '../time/spans';
import type { Amount, BookEntry } from './entry';
import { compareEntries } from './order';
import { reconcilePoints } from './reconcile';

type Place = { lot: string; unit: string; stage: string };

/** A number somewhere in a line of descent: as animals came, were counted, went over, or stand now. */
export type LinePoint = {
  id: string;
  place: Place;
  at: number;
  what: 'came' | 'counted' | 'emptied' | 'went over' | 'between' | 'now';
  /** Points that this one's animals came from, and which share of them; −1 for those that went elsewhere. */
  from: { id: string; share: number }[];
  knownLoss: number;
  unseen?: { expected: number; sd: number };
  /** As somebody measured it. */
  count?: { number: number; sd: number };
  /** Where those that were measured on their way left: their number is their own, not a part of that. */
  leftFrom?: string;
  /** The entry by which it was measured. */
  seq: number | null;
};

/** No count is surer than half an animal: a slip of one is always possible. */
const LEAST_SD = 0.5;

type Open = { last: string; at: number; n: number; loss: number; lossVariance: number; exposure: number };
const keyOf = (p: Place) => `${p.lot}|${p.unit}|${p.stage}`;

/**
 * A line of descent as points and the mass balances between them, out of the entries that made it: every number that
 * somebody measured is a count; what was taken out and counted one by one is a known loss; what may have been lost
 * unseen is that of the books.
 * @param drift unseen loss a day of a holding and its standard deviation, as shares
 */
export function lineOf(
  entries: readonly BookEntry[],
  drift: (place: Place) => { perDay: number; sd: number },
  now: number,
): LinePoint[] {
  const points: LinePoint[] = [];
  const open = new Map<string, Open>();
  let serial = 0;
  const add = (p: Omit<LinePoint, 'id'>): string => {
    const id = `p${++serial}`;
    points.push({ id, ...p });
    return id;
  };
  const until = (o: Open, at: number) => {
    o.exposure += (Math.max(0, o.n) * Math.max(0, at - o.at)) / DAY_MS;
    o.at = at;
  };
  /** A further point of a holding: what stood there last, less what was taken out, with what else came or went. */
  const go = (
    place: Place,
    at: number,
    what: LinePoint['what'],
    more: { from?: LinePoint['from']; count?: LinePoint['count']; seq?: number } = {},
  ): string => {
    const o = open.get(keyOf(place))!;
    until(o, at);
    const rate = drift(place);
    const id = add({
      place,
      at,
      what,
      from: [{ id: o.last, share: 1 }, ...(more.from ?? [])],
      knownLoss: o.loss,
      unseen: {
        expected: o.exposure * rate.perDay,
        sd: Math.max(LEAST_SD, Math.hypot(o.exposure * rate.sd, Math.sqrt(o.lossVariance))),
      },
      ...(more.count ? { count: more.count } : {}),
      seq: more.seq ?? null,
    });
    Object.assign(o, { last: id, loss: 0, lossVariance: 0, exposure: 0 });
    return id;
  };
  const measured = (a: { number: number; sd: number }) => ({ number: a.number, sd: Math.max(LEAST_SD, a.sd) });
  const comeTo = (place: Place, at: number, flow: string, n: number) => {
    const there = open.get(keyOf(place));
    if (there) {
      go(place, at, 'between', { from: [{ id: flow, share: 1 }] });
      there.n += n;
    } else open.set(keyOf(place), { last: flow, at, n, loss: 0, lossVariance: 0, exposure: 0 });
  };
  /** What leaves a holding, as a point of its own. */
  const flowOut = (
    from: Place,
    before: string,
    amount: Exclude<Amount, { kind: 'all' }>,
    at: number,
    seq: number,
    to: Place,
  ) => {
    const n = open.get(keyOf(from))!.n;
    if (amount.kind === 'share')
      return {
        n: n * amount.share,
        id: add({
          place: to,
          at,
          what: 'went over',
          from: [{ id: before, share: amount.share }],
          knownLoss: 0,
          unseen: { expected: 0, sd: Math.max(LEAST_SD, n * amount.sd) },
          seq,
        }),
      };
    return {
      n: amount.number,
      id: add({
        place: to,
        at,
        what: 'went over',
        from: [],
        knownLoss: 0,
        count: measured(amount),
        leftFrom: before,
        seq,
      }),
    };
  };
  /** The point at which a holding stands just before something leaves it. */
  const before = (place: Place, at: number) => {
    const o = open.get(keyOf(place))!;
    until(o, at);
    return o.loss === 0 && o.exposure === 0 ? o.last : go(place, at, 'between');
  };

  for (const e of [...entries].sort(compareEntries)) {
    const at = e.orderAt;
    for (const a of e.acts) {
      if (a.act === 'bring') {
        const id = add({ place: a.to, at, what: 'came', from: [], knownLoss: 0, count: measured(a.count), seq: e.seq });
        comeTo(a.to, at, id, a.count.number);
        continue;
      }
      const place = a.act === 'census' || a.act === 'close' ? a.holding : a.from;
      const o = open.get(keyOf(place));
      // What came from outside of these entries is nobody's business here.
      if (!o) continue;
      if (a.act === 'census') {
        go(place, at, 'counted', { count: measured(a.count), seq: e.seq });
        if (a.mode !== 'note') o.n = a.count.number;
      } else if (a.act === 'close') {
        // Emptied it holds none: what the books still showed was lost, unseen.
        go(place, at, 'emptied', { count: { number: 0, sd: LEAST_SD }, seq: e.seq });
        open.delete(keyOf(place));
      } else if (a.act === 'lose') {
        if (a.amount.kind === 'number' && a.amount.sd === 0) {
          o.loss += a.amount.number;
          o.n = Math.max(0, o.n - a.amount.number);
        } else if (a.amount.kind === 'all') open.delete(keyOf(place));
        else {
          const b = before(place, at);
          const flow = flowOut(place, b, a.amount, at, e.seq, place);
          go(place, at, 'between', { from: [{ id: flow.id, share: -1 }] });
          o.n = Math.max(0, o.n - flow.n);
        }
      } else {
        const b = before(place, at);
        const gone: { id: string; n: number }[] = [];
        let all: { to: Place } | null = null;
        const arrive: { to: Place; id: string; n: number }[] = [];
        for (const part of a.parts) {
          if (part.amount.kind === 'all') {
            all = part;
            continue;
          }
          const flow = flowOut(place, b, part.amount, at, e.seq, part.to);
          gone.push(flow);
          arrive.push({ to: part.to, ...flow });
        }
        const left = gone.map((g) => ({ id: g.id, share: -1 }));
        const n = Math.max(0, o.n - gone.reduce((s, g) => s + g.n, 0));
        if (all) {
          const id = add({
            place: all.to,
            at,
            what: 'went over',
            from: [{ id: b, share: 1 }, ...left],
            knownLoss: 0,
            unseen: { expected: 0, sd: LEAST_SD },
            seq: e.seq,
          });
          open.delete(keyOf(place));
          arrive.push({ to: all.to, id, n });
        } else {
          go(place, at, 'between', { from: left });
          o.n = n;
        }
        for (const x of arrive) comeTo(x.to, at, x.id, x.n);
      }
    }
  }
  for (const [key, o] of open) {
    const [lot, unit, stage] = key.split('|') as [string, string, string];
    if (o.at < now || o.loss > 0) go({ lot, unit, stage }, now, 'now');
  }
  return points;
}

export type ReconciledPoint = LinePoint & {
  /** As all counts together say. */
  says: number;
  sd: number;
  /** Of a count: how far it lies off, in standard deviations of that; 0 where nothing else tells of its point. */
  off: number;
  /** What the others say of it without it, with its standard deviation; null where they say nothing. */
  others: { number: number; sd: number } | null;
  /** Of a step: what was lost on it beyond what is known, with half of its interval's standard deviation. */
  unexplained: { loss: number; sd: number } | null;
};

export type Reconciled = {
  points: ReconciledPoint[];
  /** Counts that cannot all be true together lie off by more than chance; the one that fits least. */
  worst: ReconciledPoint | null;
  chiSquare: number;
  df: number;
};

/** Off by more than so many standard deviations, by the number of counts looked at: one false blame in twenty lines. */
export const blamedFrom = (counts: number, quantile: (p: number) => number): number =>
  quantile(1 - 0.025 / Math.max(1, counts));

/** All counts of a line at once; null where a point hangs on nothing that was measured, or nothing was counted. */
export function reconcileLine(points: readonly LinePoint[]): Reconciled | null {
  if (points.length === 0) return null;
  const r = reconcilePoints(points);
  if (r.untied !== undefined) return null;
  const index = new Map(points.map((p, i) => [p.id, i]));
  const off = new Map(r.residuals.map((x) => [x.id, x]));
  const out = points.map((p, k): ReconciledPoint => {
    const variance = Math.max(0, r.inverse[k]![k]!);
    const res = off.get(p.id);
    let others: ReconciledPoint['others'] = null;
    if (p.count && res) {
      // Without it: the information that the others hold of this point (Cook 1979).
      const rest = 1 / variance - 1 / p.count.sd ** 2;
      if (rest > 1e-9 / p.count.sd ** 2)
        others = {
          number: (r.value[k]! / variance - p.count.number / p.count.sd ** 2) / rest,
          sd: Math.sqrt(1 / rest),
        };
    }
    const terms: [number, number][] = [[k, -1], ...p.from.map((f): [number, number] => [index.get(f.id)!, f.share])];
    const loss = terms.reduce((s, [j, x]) => s + x * r.value[j]!, 0) - p.knownLoss;
    const lossVariance = terms.reduce(
      (s, [i, x]) => s + terms.reduce((t, [j, y]) => t + x * y * r.inverse[i]![j]!, 0),
      0,
    );
    return {
      ...p,
      says: r.value[k]!,
      sd: Math.sqrt(variance),
      off: res?.normalised ?? 0,
      others,
      unexplained: p.from.length === 0 ? null : { loss, sd: Math.sqrt(Math.max(0, lossVariance)) },
    };
  });
  const counted = out.filter((p) => p.count && p.others);
  const worst = counted.reduce<ReconciledPoint | null>(
    (w, p) => (!w || Math.abs(p.off) > Math.abs(w.off) ? p : w),
    null,
  );
  return { points: out, worst, chiSquare: r.chiSquare, df: r.df };
}
