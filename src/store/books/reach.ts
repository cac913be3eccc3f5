import type { Db } from '../connection';

/**
 * Holdings by the instant that counts: forward, from when on what stands there may be, or may have met, what is traced;
 * back, until when what stood there may have become it.
 */
export type Reached = Map<number, number>;

/** More steps from tank to tank than any life has; a circle of moves ends by itself, since time only goes on. */
const MOST_STEPS = 60;

export type Flow = { from: number; to: number; at: number };

/** What flowed from holding to holding, as it holds now: its two postings have neighbouring ids. */
function flows(db: Db) {
  return db('posting as p')
    .join('posting as q', (on) =>
      on
        // Said both ways, so that either side can be the one looked up.
        .on('q.id', db.raw('p.id + 1') as never)
        .andOn('p.id', db.raw('q.id - 1') as never)
        .andOn('q.entry_seq', 'p.entry_seq')
        .andOn('q.delta', db.raw('-p.delta') as never),
    )
    .where({ 'p.account': 'holding', 'q.account': 'holding' })
    .whereNull('p.superseded_seq')
    .whereNull('q.superseded_seq')
    .where('p.delta', '<', 0)
    .select<Flow[]>({ from: 'p.holding_id', to: 'q.holding_id', at: 'p.order_at' });
}

/**
 * Every holding into which what stood in some of them may have come, each since the earliest instant at which it may. One
 * statement a step.
 */
export async function reachForward(db: Db, starts: Reached): Promise<Reached> {
  const since: Reached = new Map(starts);
  let front = [...starts.keys()];
  for (let k = 0; k < MOST_STEPS && front.length > 0; k++) {
    const found = await flows(db).whereIn('p.holding_id', front);
    const next = new Set<number>();
    for (const f of found) {
      if (f.at < since.get(f.from)! || f.from === f.to) continue;
      const known = since.get(f.to);
      if (known !== undefined && known <= f.at) continue;
      since.set(f.to, f.at);
      next.add(f.to);
    }
    front = [...next];
  }
  return since;
}

/** All flows that begin in some holdings since an instant, or in what came of them. One statement a step. */
export async function flowsSince(db: Db, holdings: readonly number[], since: number): Promise<Flow[]> {
  const out: Flow[] = [];
  const seen = new Set(holdings);
  let front = [...seen];
  for (let k = 0; k < MOST_STEPS && front.length > 0; k++) {
    const found = await flows(db).whereIn('p.holding_id', front).where('p.order_at', '>=', since);
    out.push(...found);
    front = [...new Set(found.map((f) => f.to))].filter((to) => !seen.has(to));
    for (const to of front) seen.add(to);
  }
  return out;
}

/** Into which holdings what stood in some of them may have come, by flows that are known already. */
export function spreadBy(known: readonly Flow[], starts: Reached): Reached {
  const since: Reached = new Map(starts);
  // In the order of time one pass is enough, but for flows of one instant that follow on one another.
  const inTime = [...known].sort((a, b) => a.at - b.at);
  for (let changed = true; changed; ) {
    changed = false;
    for (const f of inTime) {
      const from = since.get(f.from);
      if (from === undefined || f.at < from || f.from === f.to) continue;
      const before = since.get(f.to);
      if (before !== undefined && before <= f.at) continue;
      since.set(f.to, f.at);
      changed = true;
    }
  }
  return since;
}

/** Every holding from which what stood in some of them may have come, each until the latest instant at which it may. */
export async function reachBack(db: Db, ends: Reached): Promise<Reached> {
  const until: Reached = new Map(ends);
  let front = [...ends.keys()];
  for (let k = 0; k < MOST_STEPS && front.length > 0; k++) {
    const found = await flows(db).whereIn('q.holding_id', front);
    const next = new Set<number>();
    for (const f of found) {
      if (f.at > until.get(f.to)! || f.from === f.to) continue;
      const known = until.get(f.from);
      if (known !== undefined && known >= f.at) continue;
      until.set(f.from, f.at);
      next.add(f.from);
    }
    front = [...next];
  }
  return until;
}
