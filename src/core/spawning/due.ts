import { type LatencyClock, mustCheckAgain, type ReadyFinding } from '../induction/latency';
import { thresholds } from '../thresholds';
import { DAY_MS } from '../time/spans';
import { type BathUsed, bathAt, isFresh } from './baths';
import { type Protocol, progressOf, type Stamp } from './protocol';

/** What of a spawning day says what is due. */
export type DayToDo = {
  females: readonly {
    fish: {
      id: number;
      tag: string;
      unit: string | null;
      gone: string | null;
      massAt: number | null;
      ripeness: { at: number } | null;
    };
    /** Others in her unit, where they are to stand one to a cage. */
    notAlone: number;
    nextPart: { part: number; at: number } | null;
    clock: LatencyClock | null;
    checks: readonly { at: number; found: ReadyFinding }[];
    strips: readonly { at: number }[];
    /** How far the protocols about taking her eggs are. */
    taking: readonly { protocol: string; stamps: readonly Stamp[] }[];
  }[];
  bowls: readonly { bowl: string; protocols: readonly string[]; stamps: Record<string, Stamp[]>; take: unknown }[];
  protocols: readonly Protocol[];
  /** Baths mixed on this day, in order. */
  baths: readonly BathUsed[];
};

export type DayDue = {
  key: string;
  /** When it is wanted; by when it must be, where that is said. */
  at: number;
  by: number | null;
  who: string;
  says: string;
  /** Due or over. */
  now: boolean;
  late: boolean;
  about:
    | { fish: number; act: 'inject' | 'ready' | 'strip' | 'move' | 'look' }
    | { bowl: string; act: 'steps' | 'count' };
};

/** What is wanted next on the table, the most urgent first: looks, parts of treatments, stripping, steps of bowls. */
export function dayDue(v: DayToDo, now: number): DayDue[] {
  const out: DayDue[] = [];
  for (const f of v.females) {
    const { id, tag } = f.fish;
    if (f.nextPart)
      out.push({
        key: `part ${id}`,
        at: f.nextPart.at,
        by: null,
        who: tag,
        says: `inject part ${f.nextPart.part}`,
        now: f.nextPart.at <= now,
        late: f.nextPart.at + LATE < now,
        about: { fish: id, act: 'inject' },
      });
    if (f.notAlone > 0 && f.strips.length === 0)
      out.push({
        key: `cage ${id}`,
        at: now,
        by: null,
        who: tag,
        says: `to a cage of her own: ${f.notAlone} more in ${f.fish.unit ?? 'her unit'}, and they fight`,
        now: true,
        late: false,
        about: { fish: id, act: 'move' },
      });
    const spent = f.strips.at(-1);
    const again = spent && spent.at + thresholds.restDays.value * DAY_MS;
    const seen = Math.max(f.fish.massAt ?? 0, f.fish.ripeness?.at ?? 0);
    // Half the time of rest on, a look counts as this one; weeks later it says nothing of the stripping any more.
    const over = again && now > again + thresholds.ripeDays.value * DAY_MS;
    if (spent && again && !over && f.fish.gone === null && now >= again && seen < (spent.at + again) / 2)
      out.push({
        key: `rest ${id}`,
        at: again,
        by: null,
        who: tag,
        says: `has rested since she was stripped: how is she${f.fish.unit ? `, in ${f.fish.unit}` : ''}?`,
        now: true,
        late: false,
        about: { fish: id, act: 'look' },
      });
    for (const t of f.taking) {
      const p = v.protocols.find((x) => x.id === t.protocol);
      // The first step is begun by people; from then on the next one is due.
      if (!p || t.stamps.length === 0) continue;
      const step = progressOf(p, t.stamps, now).find((s) => s.state !== 'done' && s.state !== 'skipped');
      if (step)
        out.push({
          key: `taking ${id} ${p.id}`,
          at: step.from ?? now,
          by: step.to,
          who: tag,
          says: step.step.says,
          now: step.state !== 'waiting',
          late: step.state === 'late',
          about: { fish: id, act: p.nest ? 'look' : 'strip' },
        });
    }
    const found = f.checks.at(-1)?.found;
    if (f.clock?.nextCheck != null && mustCheckAgain(found) && f.strips.length === 0)
      out.push({
        key: `look ${id}`,
        at: f.clock.nextCheck,
        by: null,
        who: tag,
        says: f.clock.noForecast ? 'look whether she runs: no forecast' : 'look whether she runs',
        now: f.clock.nextCheck <= now,
        late: f.clock.nextCheck + LATE < now,
        about: { fish: id, act: 'ready' },
      });
    if ((found === 'running' || found === 'overRipe') && f.strips.length === 0)
      out.push({
        key: `strip ${id}`,
        at: f.checks.at(-1)!.at,
        by: f.clock?.overRipeFrom ?? null,
        who: tag,
        says: found === 'running' ? 'runs: strip her' : 'over-ripe: strip her, eggs apart',
        now: true,
        late: f.clock?.overRipeFrom != null && f.clock.overRipeFrom < now,
        about: { fish: id, act: 'strip' },
      });
  }
  for (const b of v.bowls) {
    let open = false;
    for (const id of b.protocols) {
      const p = v.protocols.find((x) => x.id === id);
      if (!p) continue;
      // Protocols follow each other: the next one waits for the one before.
      const step = progressOf(p, b.stamps[id] ?? [], now).find((s) => s.state !== 'done' && s.state !== 'skipped');
      if (!step) continue;
      open = true;
      out.push({
        key: `step ${b.bowl} ${id}`,
        at: step.from ?? now,
        by: step.to,
        who: `bowl ${b.bowl}`,
        says:
          p.bath?.step === step.step.id && !isFresh(bathAt(v.baths, id, now))
            ? `mix a fresh bath (${p.name}), then: ${step.step.says}`
            : step.step.says,
        now: step.state !== 'waiting',
        late: step.state === 'late',
        about: { bowl: b.bowl, act: 'steps' },
      });
      break;
    }
    if (!open && !b.take)
      out.push({
        key: `count ${b.bowl}`,
        at: now,
        by: null,
        who: `bowl ${b.bowl}`,
        says: 'count the eggs',
        now: true,
        late: false,
        about: { bowl: b.bowl, act: 'count' },
      });
  }
  return out.sort(byUrgency);
}

/** What is late first, then what is due, then what is to come; each by the time that counts. */
export function byUrgency(a: DayDue, b: DayDue): number {
  const urgency = (d: DayDue) => (d.late ? 0 : d.now ? 1 : 2);
  return urgency(a) - urgency(b) || (a.by ?? a.at) - (b.by ?? b.at) || a.who.localeCompare(b.who);
}

/** A look so long overdue is called late. */
const LATE = 10 * 60_000;
