import { type DeadRise, type DeadWatch, riseSays } from '../health/deadDays';
import { type PickingMethod, pickingMethodWords } from '../incubation/pickingMethods';
import type { JudgedRound } from '../incubation/picks';
import { RESET_FROM } from '../incubation/rolling';
import { verdictSays } from '../incubation/verdicts';
import { degrees, grouped } from '../quantities/format';
import { Z95 } from '../quantities/interval';
import type { Turn } from '../species/life';
import { addLocalDays, localDay } from '../time/localDay';
import { DAY_MS, HOUR_MS } from '../time/spans';
import { riseOf } from './rise';

const DAY = 24 * HOUR_MS;

/** What a standing holding looks like to the one who plans the round. */
export type DueInput = {
  holdingId: number;
  unitId: number;
  unit: string;
  roomId: number;
  lotId: number;
  lot: string;
  stage: string;
  station: 'eggs' | 'yolksac' | 'fry' | 'fingerlings';
  number: number;
  sd: number;
  openedAt: number;
  /** Latest instant of each kind of observation on this holding: pick, dead, meanG, census, feed, `check:eyed`, … */
  last: Readonly<Record<string, number>>;
  /** Dead of the last rounds, oldest first. */
  rounds?: readonly number[];
  /** The watch over the picks of eggs: what a round would find now, and the last one judged. */
  watch?: { now: { expected: number; low: number; high: number }; last: JudgedRound | null } | null;
  /** The watch over the dead of fish: what a day brings as a rule, and a rise that is called out. */
  died?: { usual: DeadWatch['usual']; rise: DeadRise | null } | null;
  /** The open case that it belongs to. */
  caseId?: number | null;
  /** How the dead are taken from such a unit. */
  method?: PickingMethod['method'];
  /** Pale eggs that were left at the last look, and when. */
  doubtful?: number;
  /** Eggs in a jar: what its water was when the flow was set, what it is, and the change of flow that this wants. */
  rolling?: { from: number; to: number; change: number; setAt: number } | null;
  /** Set flow of the unit, L/min. */
  flowLPerMin?: number | null;
  /** Predicted milestones of the lot on its water. */
  milestones: readonly {
    id: string;
    name: string;
    enters?: string;
    turn?: Turn;
    /** The stage that ends with it. */
    ends?: string;
    at: number | null;
    low: number | null;
    high: number | null;
    seen: boolean;
    check?: string;
  }[];
};

export type DueKind =
  | 'rise'
  | 'low'
  | 'doubtful'
  | 'pick'
  | 'dead'
  | 'check'
  | 'hatch'
  | 'stage'
  | 'pond'
  | 'weigh'
  | 'count'
  | 'flow'
  | 'water';

export type Due = {
  holdingId: number;
  unitId: number;
  kind: DueKind;
  /** For checks: which. */
  check?: string;
  /** 1 now, 2 today, 3 when there is time. */
  urgency: 1 | 2 | 3;
  says: string;
  /** From when it has been due. */
  since: number;
};

/** Beyond its pattern, so that something is wrong: what is merely overdue is not. */
export const isGrave = (d: Pick<Due, 'kind'>): boolean => d.kind === 'rise' || d.kind === 'low';

/** What a hatchery settles for itself. */
export type RoundSettings = {
  /** Days between sample weights; practice: one to four weeks. */
  weighEveryDays: number;
  /** Half-width, in per cent of the number, above which a count is asked for. */
  countAbovePercent: number;
};

/** Until the manager sets others; no source, a starting point to be looked at. */
export const usualRound: RoundSettings = { weighEveryDays: 14, countAbovePercent: 15 };

/**
 * What one holding wants today. It follows from the predicted stages (which follow the water) and from what was not
 * done: a missed round makes the next one say so.
 */
export function dueFor(
  h: DueInput,
  now: number,
  timeZone: string,
  settings: RoundSettings = usualRound,
  us = false,
): Due[] {
  const today = localDay(now, timeZone);
  const yesterday = addLocalDays(now, -1, timeZone);
  const due: Due[] = [];
  const add = (d: Omit<Due, 'holdingId' | 'unitId'>) => due.push({ holdingId: h.holdingId, unitId: h.unitId, ...d });
  const daily: DueKind = h.station === 'eggs' ? 'pick' : 'dead';
  const looked = h.last[daily] ?? 0;
  const usual = h.watch?.now ?? h.died?.usual;
  const expecting = usual ? expectation(usual) : '';
  if (looked < today.start && h.openedAt < today.start) {
    const missed = Math.max(looked, h.openedAt) < yesterday;
    const days = Math.round((today.start - localDay(Math.max(looked, h.openedAt), timeZone).start) / DAY_MS);
    add({
      kind: daily,
      urgency: missed ? 1 : 2,
      since: today.start,
      says: missed
        ? `${daily === 'pick' ? 'not picked' : 'dead not counted'} for ${days} days: ${expecting || 'expect more than usual'}`
        : daily === 'pick'
          ? `${pickingMethodWords[h.method ?? 'pick'].says}${expecting ? `, ${expecting}` : ''}`
          : `count the dead${expecting ? `, ${expecting}` : ''}`,
    });
  }
  const called = h.watch?.last ? verdictSays(h.watch.last) : null;
  if (called)
    add({
      kind: h.watch!.last!.verdict === 'low' ? 'low' : 'rise',
      urgency: 1,
      since: h.watch!.last!.at,
      says: called,
    });
  if (h.died?.rise)
    add({
      kind: 'rise',
      urgency: 1,
      since: h.died.rise.since,
      says: `${riseSays(h.died.rise)}: ${h.caseId ? 'its case is open' : 'look at oxygen, temperature, flow, gills; open a case'}`,
    });
  // Where a watch judges, it alone does; else the rounds are held against their own median.
  const rise = h.watch || h.died?.usual ? null : riseOf(h.rounds ?? []);
  if (rise)
    add({
      kind: 'rise',
      urgency: 1,
      since: looked,
      says: `${grouped(rise.last)} dead, usually about ${grouped(rise.usual)}: look at flow and rolling, fungus, what was handled`,
    });
  const left = h.last.doubtful ?? 0;
  if (h.doubtful && left < today.start && left > 0 && !(looked >= today.start))
    add({
      kind: 'doubtful',
      urgency: 2,
      since: today.start,
      says: `${grouped(h.doubtful)} pale ${h.doubtful === 1 ? 'egg' : 'eggs'} left for a second look`,
    });
  if (h.rolling && Math.abs(h.rolling.change) >= RESET_FROM) {
    const { change, from, to } = h.rolling;
    add({
      kind: 'flow',
      urgency: 2,
      since: today.start,
      says: `set the flow anew: ${degrees(from, us)} when it was set, ${degrees(to, us)} now; ${change < 0 ? `colder water lifts more, close it by ${Math.round(-100 * change)} %` : `warmer water lifts less, open it by ${Math.round(100 * change)} %`}, by eye`,
    });
  }
  const shocked = h.last.shock ?? 0;
  if (
    h.station === 'eggs' &&
    shocked > 0 &&
    now - shocked > 12 * HOUR_MS &&
    now - shocked < 5 * DAY &&
    Math.max(h.last.census ?? 0, h.last['check:eyed'] ?? 0) < shocked
  )
    add({
      kind: 'count',
      urgency: 2,
      since: shocked,
      says: 'shocked: pick what has whitened, then count what is eyed',
    });
  if (
    h.station === 'yolksac' &&
    !h.flowLPerMin &&
    now - h.openedAt < 4 * DAY &&
    h.openedAt < today.start &&
    (h.last.waterChanged ?? 0) < today.start
  )
    add({
      kind: 'water',
      urgency: 2,
      since: today.start,
      says: 'no flow is set: lower the water and refill it gently; ammonia gathers though they are not fed',
    });
  for (const m of h.milestones) {
    if (m.seen || m.at === null || m.low === null) continue;
    if (m.check && h.station === 'eggs' && !m.enters && now >= m.low && !h.last[`check:${m.check}`])
      add({
        kind: 'check',
        check: m.check,
        urgency: m.high !== null && now > m.high ? 1 : 2,
        since: m.low,
        says: `${m.name} check due${m.high !== null && now > m.high ? ', overdue' : ''}`,
      });
    if (m.turn === 'hatch' && h.station === 'eggs' && (now >= m.low || h.last['hatch:first'])) {
      const seen = (what: string) => h.last[`hatch:${what}`] !== undefined;
      if (seen('done') || seen('first')) {
        add({
          kind: 'hatch',
          urgency: seen('done') ? 1 : 2,
          since: (h.last['hatch:done'] ?? h.last['hatch:first'])!,
          says: seen('done')
            ? 'all have hatched: count what did, let the larvae out to spread'
            : 'hatching: shells off the screens, catch nets in place, hands off',
        });
        continue;
      }
      add({
        kind: 'hatch',
        urgency: 1,
        since: m.low,
        says:
          m.high !== null && now > m.high
            ? 'hatch overdue: look closely, then look at the readings'
            : 'hatch may begin: look, keep hands off, screens clear',
      });
    }
    if (m.enters && !m.turn && m.ends === h.stage && now >= m.low)
      add({
        kind: 'stage',
        urgency: m.high !== null && now > m.high ? 1 : 2,
        since: m.low,
        says: `${m.name}? look at a sample, and record the stage`,
      });
    if (m.turn === 'feeding' && h.station === 'yolksac' && now >= m.low) {
      const looked = h.last['check:swumUp'] ?? 0;
      if (looked < today.start)
        add({
          kind: 'pond',
          check: 'swumUp',
          urgency: m.high !== null && now > m.high ? 1 : 2,
          since: m.low,
          says: `beaker sample: have they ${m.name}?`,
        });
    }
  }
  if (h.station === 'fry' || h.station === 'fingerlings') {
    const weighed = Math.max(h.last.meanG ?? 0, h.openedAt);
    if (now - weighed > settings.weighEveryDays * DAY_MS)
      add({
        kind: 'weigh',
        urgency: 3,
        since: weighed + settings.weighEveryDays * DAY_MS,
        says: h.last.meanG
          ? `sample weights are ${Math.floor((now - weighed) / DAY_MS)} days old`
          : 'no sample weights yet',
      });
    if (h.number > 0 && (196 * h.sd) / h.number > settings.countAbovePercent)
      add({
        kind: 'count',
        urgency: 3,
        since: now,
        says: `the number is known to ±${Math.round((100 * Z95 * h.sd) / h.number)} % only: a count would settle it`,
      });
  }
  return due.sort((a, b) => a.urgency - b.urgency || a.since - b.since);
}

/** What a round would find now, in words; nothing where next to none are expected. */
function expectation(now: { expected: number; low: number; high: number }): string {
  if (now.high < 1) return 'hardly any expected';
  return `${grouped(Math.round(now.low))} to ${grouped(Math.round(now.high))} expected`;
}
