import { cheapest, type Program, readySolver } from '../solver';
import { MINUTE_MS } from '../time/spans';

await readySolver();

/** A meal that nauplii are wanted for. */
export type Meal = { at: number; nauplii: number };
export type Cone = { id: string; volumeL: number; freeFrom: number; cleanMinutes: number };
export type Hatching = {
  hatchMs: number;
  /** After the harvest they are worth feeding for so long. */
  usableMs: number;
  /** Nauplii that are reckoned with of a gram. */
  yieldPerGram: number;
  gramsPerL: number;
};
export type Start = { cone: string; at: number; cystsG: number; harvestAt: number; for: number[] };
export type StartsPlan = {
  starts: Start[];
  /** Meals that cannot be met, by their place in the list. */
  short: { meal: number; nauplii: number }[];
  cystsG: number;
  /** Starts and harvests outside of staff hours. */
  outside: number;
  /** Nothing better exists; else what might still be saved is told. */
  proven: boolean;
  fewestStarts: number;
};

/** The solver is stopped after so many seconds for each wish; what it has then is told with how good it is. */
const SECONDS = { short: 0.5, starts: 0.8, outside: 0.5 };
/** Numerical slack of the solver: shares of a meal below it are none. */
const TINY = 1e-6;

type Window = { from: number; to: number };
/** A cone sown, by the instant of its harvest, and what of it goes to which meal. */
type Batch = { kind: number; harvestAt: number; serves: Map<number, number> };

/** Cones that are alike: which of them is sown is no matter. */
type Kind = { cones: Cone[]; capacity: number; cleanMs: number; from: number };

function kindsOf(cones: readonly Cone[], h: Hatching): Kind[] {
  const kinds = new Map<string, Kind>();
  for (const c of cones) {
    const key = `${c.volumeL} ${c.freeFrom} ${c.cleanMinutes}`;
    const kind = kinds.get(key);
    if (kind) kind.cones.push(c);
    else
      kinds.set(key, {
        cones: [c],
        capacity: c.volumeL * h.gramsPerL * h.yieldPerGram,
        cleanMs: c.cleanMinutes * MINUTE_MS,
        from: c.freeFrom + h.hatchMs,
      });
  }
  return [...kinds.values()];
}

/**
 * A plan to begin with: the earliest meal that is not met yet is given a harvest as late as a cone allows, of the
 * smallest cone that suffices for all that the harvest can still feed.
 */
function begin(meals: readonly Meal[], kinds: readonly Kind[], h: Hatching): Batch[] {
  const inTime = meals.map((m, meal) => ({ ...m, meal })).sort((a, b) => a.at - b.at);
  const left = new Map(inTime.map((m) => [m.meal, m.nauplii]));
  const cones = kinds.flatMap((k, kind) => k.cones.map(() => ({ k, kind, harvests: [] as number[] })));
  const batches: Batch[] = [];
  /** The last instant up to `at` at which a cone can be harvested; none where that is before `least`. */
  const latest = (c: (typeof cones)[number], at: number, least: number): number | null => {
    const turn = h.hatchMs + c.k.cleanMs;
    const options = [at, ...c.harvests.map((o) => o - turn)].filter(
      (x) => x <= at && x >= Math.max(least, c.k.from) && c.harvests.every((o) => Math.abs(o - x) >= turn),
    );
    return options.length > 0 ? Math.max(...options) : null;
  };
  for (const first of inTime)
    while (left.get(first.meal)! > TINY * first.nauplii) {
      const open = cones.flatMap((c) => {
        const at = latest(c, first.at, first.at - h.usableMs);
        return at === null ? [] : [{ c, at }];
      });
      if (open.length === 0) break;
      const fed = (at: number) => inTime.filter((m) => m.at >= at && m.at <= at + h.usableMs && left.get(m.meal)! > 0);
      const need = ({ at }: { at: number }) => fed(at).reduce((s, m) => s + left.get(m.meal)!, 0);
      const worth = (o: { c: (typeof cones)[number]; at: number }) => Math.min(o.c.k.capacity, need(o));
      const best = open.reduce((a, b) => {
        const [x, y] = [worth(a), worth(b)];
        if (Math.abs(x - y) > TINY * x) return y > x ? b : a;
        return b.c.k.capacity < a.c.k.capacity ? b : a;
      });
      best.c.harvests.push(best.at);
      const serves = new Map<number, number>();
      let room = best.c.k.capacity;
      for (const m of fed(best.at)) {
        const taken = Math.min(room, left.get(m.meal)!);
        if (taken <= 0) continue;
        serves.set(m.meal, taken);
        left.set(m.meal, left.get(m.meal)! - taken);
        room -= taken;
      }
      batches.push({ kind: best.c.kind, harvestAt: best.at, serves });
    }
  return batches;
}

/**
 * Instants at which a harvest can be worth having. Any plan stays as good when each harvest is moved later until it
 * stands at the first meal that it serves, at the end of a staff window (its own or its start's), or just before the
 * next start of its cone: so only those are looked at.
 */
function harvests(k: Kind, meals: readonly Meal[], staff: readonly Window[], h: Hatching): number[] {
  const last = Math.max(...meals.map((m) => m.at));
  const turnMs = h.hatchMs + k.cleanMs;
  const ends = staff.flatMap((w) => [w.to, w.to + h.hatchMs]);
  const turns = Math.floor(Math.max(0, last - k.from) / turnMs);
  const all = new Set<number>();
  for (const base of [...meals.map((m) => m.at), ...ends])
    for (let turn = 0; turn <= turns; turn++) all.add(base - turn * turnMs);
  return [...all].filter((at) => at >= k.from && meals.some((m) => m.at >= at && m.at <= at + h.usableMs));
}

/** The choice of starts as a program: whole cones of a kind at an instant, and shares of each meal that they serve. */
class Choice {
  private readonly sown: { kind: number; at: number }[];
  private readonly times: number[];
  private readonly served: { time: number; meal: number }[];
  private readonly rows: { terms: [number, number][]; low?: number; high?: number }[] = [];

  constructor(
    private readonly meals: readonly Meal[],
    private readonly kinds: readonly Kind[],
    private readonly h: Hatching,
    staff: readonly Window[],
    known: readonly Batch[],
  ) {
    this.sown = kinds.flatMap((k, kind) =>
      [
        ...new Set([...harvests(k, meals, staff, h), ...known.filter((b) => b.kind === kind).map((b) => b.harvestAt)]),
      ].map((at) => ({ kind, at })),
    );
    this.times = [...new Set(this.sown.map((s) => s.at))].sort((a, b) => a - b);
    this.served = this.times.flatMap((at, time) =>
      meals.flatMap((m, meal) => (m.at >= at && m.at <= at + h.usableMs ? [{ time, meal }] : [])),
    );
    this.build();
  }

  private build(): void {
    const { sown, served, times, meals, kinds, rows, h } = this;
    const [S, V] = [sown.length, served.length];
    const scale = Math.max(...meals.map((m) => m.nauplii));
    const sownAt = times.map((at) => sown.flatMap((s, j) => (s.at === at ? [j] : [])));
    meals.forEach((_, meal) => {
      const terms = served.flatMap((v, j): [number, number][] => (v.meal === meal ? [[S + j, 1]] : []));
      rows.push({ terms: [...terms, [S + V + meal, 1]], low: 1, high: 1 });
    });
    times.forEach((_, time) => {
      const out = served.flatMap((v, j): [number, number][] =>
        v.time === time ? [[S + j, meals[v.meal]!.nauplii / scale]] : [],
      );
      const from = sownAt[time]!.map((j): [number, number] => [j, -kinds[sown[j]!.kind]!.capacity / scale]);
      rows.push({ terms: [...out, ...from], high: 0 });
    });
    // No meal is served by a harvest that does not happen: said for each, the solver's bound is a close one.
    if (V <= MOST_LINKS)
      served.forEach((v, j) => {
        rows.push({ terms: [[S + j, 1], ...sownAt[v.time]!.map((k): [number, number] => [k, -1])], high: 0 });
      });
    kinds.forEach((k, kind) => {
      const own = sown.flatMap((s, j) => (s.kind === kind ? [{ at: s.at, j }] : []));
      for (const { at } of own)
        rows.push({
          terms: own
            .filter((o) => o.at > at - h.hatchMs - k.cleanMs && o.at <= at)
            .map((o): [number, number] => [o.j, 1]),
          high: k.cones.length,
        });
    });
  }

  /** Costs of what is short, of starts, and of work out of hours. */
  readonly short = () =>
    this.costs(
      () => 0,
      (m) => m.nauplii / Math.max(...this.meals.map((x) => x.nauplii)),
    );
  readonly starts = () =>
    this.costs(
      () => 1,
      () => 0,
    );
  readonly outside = (of: (harvestAt: number) => number) =>
    this.costs(
      (s) => of(s.at),
      () => 0,
    );
  private costs(ofStart: (s: { at: number }) => number, ofMeal: (m: Meal) => number): number[] {
    return [...this.sown.map(ofStart), ...this.served.map(() => 0), ...this.meals.map(ofMeal)];
  }

  /** No later solution costs more than this in these costs. */
  hold(costs: readonly number[], high: number): void {
    this.rows.push({ terms: costs.flatMap((c, j): [number, number][] => (c === 0 ? [] : [[j, c]])), high });
  }

  solve(costs: readonly number[], seconds: number, known: readonly Batch[]): { batches: Batch[]; bound: number } {
    const { sown, served, meals, kinds } = this;
    const program: Program = {
      cost: costs,
      most: [...sown.map((s) => kinds[s.kind]!.cones.length), ...served.map(() => 1), ...meals.map(() => 1)],
      whole: [...sown.map(() => true), ...served.map(() => false), ...meals.map(() => false)],
      rows: this.rows,
    };
    const from = this.asValues(known);
    const costOf = (x: readonly number[]) => x.reduce((s, v, j) => s + v * costs[j]!, 0);
    const s = cheapest(program, seconds, from);
    if (!s || s.cost > costOf(from) + TINY) return { batches: [...known], bound: s?.bound ?? 0 };
    return { batches: this.asBatches(s.values), bound: s.bound };
  }

  private asValues(batches: readonly Batch[]): number[] {
    const { sown, served, meals, times } = this;
    const x = [...sown.map(() => 0), ...served.map(() => 0), ...meals.map(() => 1)];
    for (const b of batches) {
      x[sown.findIndex((s) => s.kind === b.kind && s.at === b.harvestAt)]! += 1;
      const time = times.indexOf(b.harvestAt);
      for (const [meal, nauplii] of b.serves) {
        const share = nauplii / meals[meal]!.nauplii;
        x[sown.length + served.findIndex((v) => v.time === time && v.meal === meal)]! += share;
        x[sown.length + served.length + meal]! -= share;
      }
    }
    return x;
  }

  /** What is harvested at an instant is given to its meals in their order, batch by batch. */
  private asBatches(x: readonly number[]): Batch[] {
    const { sown, served, meals, times, kinds } = this;
    const out: Batch[] = [];
    times.forEach((at, time) => {
      const wanted = served.flatMap((v, j) =>
        v.time === time && x[sown.length + j]! > TINY
          ? [{ meal: v.meal, nauplii: x[sown.length + j]! * meals[v.meal]!.nauplii }]
          : [],
      );
      sown.forEach((s, j) => {
        if (s.at !== at) return;
        for (let batch = 0; batch < Math.round(x[j]!); batch++) {
          const serves = new Map<number, number>();
          let room = kinds[s.kind]!.capacity * (1 + TINY);
          while (wanted.length > 0 && room > 0) {
            const m = wanted[0]!;
            const taken = Math.min(m.nauplii, room);
            serves.set(m.meal, taken);
            room -= taken;
            m.nauplii -= taken;
            if (m.nauplii <= TINY * meals[m.meal]!.nauplii) wanted.shift();
          }
          if (serves.size > 0) out.push({ kind: s.kind, harvestAt: at, serves });
        }
      });
    });
    return out;
  }
}

/** With more pairs of harvest and meal than these the close bound costs more time than it saves. */
const MOST_LINKS = 1200;

/**
 * When to sow which cone with how much so that the meals are met: as much of them as can be, then by the fewest starts,
 * then with the least work outside of staff hours. Cysts follow from what is fed and are least by that.
 * @param seconds that the solver may take for each of these wishes
 */
export function planStarts(
  meals: readonly Meal[],
  cones: readonly Cone[],
  h: Hatching,
  staff: readonly Window[] = [],
  seconds = SECONDS,
): StartsPlan {
  const kinds = kindsOf(cones, h);
  const all = meals.reduce((s, m) => s + m.nauplii, 0);
  const fedBy = (list: readonly Batch[]) =>
    list.reduce((s, b) => s + [...b.serves.values()].reduce((x, n) => x + n, 0), 0);
  const inHours = (at: number) => staff.length === 0 || staff.some((w) => at >= w.from && at <= w.to);
  const outsideOf = (harvestAt: number) => Number(!inHours(harvestAt)) + Number(!inHours(harvestAt - h.hatchMs));
  const outsideBy = (list: readonly Batch[]) => list.reduce((s, b) => s + outsideOf(b.harvestAt), 0);

  let best = begin(meals, kinds, h);
  // Whether staff is there changes nothing of what can be fed, and with how few starts.
  const plain = new Choice(meals, kinds, h, [], best);
  const lacks = (list: readonly Batch[]) => (all - fedBy(list)) / Math.max(...meals.map((m) => m.nauplii));
  let proven = true;
  if (lacks(best) > TINY) {
    const s = plain.solve(plain.short(), seconds.short, best);
    best = s.batches;
    proven = lacks(best) - s.bound < meals.length * TINY;
  }
  const lack = lacks(best) + meals.length * TINY;
  plain.hold(plain.short(), lack);
  const fewest = plain.solve(plain.starts(), seconds.starts, best);
  best = fewest.batches;
  const most = Math.max(...kinds.map((k) => k.capacity));
  const fewestStarts = Math.min(
    best.length,
    Math.max(Math.ceil(fewest.bound - TINY), Math.ceil(fedBy(best) / most - TINY)),
  );
  proven &&= fewestStarts === best.length;
  if (outsideBy(best) > 0) {
    const staffed = new Choice(meals, kinds, h, staff, best);
    staffed.hold(staffed.short(), lack);
    staffed.hold(staffed.starts(), best.length + TINY);
    const s = staffed.solve(staffed.outside(outsideOf), seconds.outside, best);
    best = s.batches;
    proven &&= outsideBy(best) - s.bound < 1 - TINY;
  }
  const short = meals.flatMap((m, meal) => {
    const left = m.nauplii - best.reduce((s, b) => s + (b.serves.get(meal) ?? 0), 0);
    return left > meals.length * TINY * m.nauplii ? [{ meal, nauplii: left }] : [];
  });
  return {
    starts: sownIn(best, kinds, h),
    short,
    cystsG: (all - short.reduce((s, x) => s + x.nauplii, 0)) / h.yieldPerGram,
    outside: outsideBy(best),
    proven,
    fewestStarts,
  };
}

/** Which of the cones that are alike is sown: the first that is clean by then. */
function sownIn(batches: readonly Batch[], kinds: readonly Kind[], h: Hatching): Start[] {
  const freeFrom = new Map(kinds.flatMap((k) => k.cones.map((c) => [c.id, c.freeFrom])));
  return [...batches]
    .sort((a, b) => a.harvestAt - b.harvestAt)
    .map((b) => {
      const kind = kinds[b.kind]!;
      const at = b.harvestAt - h.hatchMs;
      const cone = kind.cones.find((c) => freeFrom.get(c.id)! <= at)!;
      freeFrom.set(cone.id, b.harvestAt + kind.cleanMs);
      const nauplii = [...b.serves.values()].reduce((s, n) => s + n, 0);
      return {
        cone: cone.id,
        at,
        cystsG: nauplii / h.yieldPerGram,
        harvestAt: b.harvestAt,
        for: [...b.serves.keys()].sort((x, y) => x - y),
      };
    });
}
