import { group } from 'd3';
import { type Due, isGrave } from '@/core/planning/due';
import { dueWords } from '@/modules/spawning/screens/span';
import type { DayWant } from '@/modules/spawning/views/daysNow';
import type { LivingHolding } from '@/server/stock/livingStock';

/** One of the things that matter most this morning, of one unit or summed over many. */
export type FirstThing = {
  key: string;
  who: string;
  says: string;
  /** How long it is over, or has still; empty where the words say it. */
  when: string;
  /** Beyond its pattern, overdue, or simply now. */
  tone: 'grave' | 'overdue' | 'now';
  href: string;
};

const some = (names: readonly string[], most = 4) =>
  names.length > most ? `${names.slice(0, most).join(', ')} and ${names.length - most} more` : names.join(', ');

/**
 * What to see to before the walk, the gravest first: what lies beyond its pattern, females and bowls that do not wait,
 * hatches, then rounds that were missed and checks that are overdue, each kind summed to one line.
 */
export function firstThings(
  holdings: readonly LivingHolding[],
  wants: readonly DayWant[],
  now: number,
  hrefOf: (h: LivingHolding) => string,
): FirstThing[] {
  type Ranked = FirstThing & { rank: number };
  const out: Ranked[] = [];
  const urgent = holdings.flatMap((h) => h.due.filter((d) => d.urgency === 1).map((due) => ({ h, due })));
  const groupBy = (list: typeof urgent, by: (x: (typeof urgent)[number]) => string) => [...group(list, by).values()];
  for (const { h, due } of urgent.filter((x) => isGrave(x.due)))
    out.push({
      key: `${h.holdingId}${due.kind}`,
      who: h.unit,
      says: due.says,
      when: '',
      tone: 'grave',
      href: hrefOf(h),
      rank: 0,
    });
  for (const w of wants.filter((x) => x.now))
    out.push({
      key: w.key,
      who: w.who,
      says: w.says,
      when: dueWords(w, now),
      tone: w.late ? 'overdue' : 'now',
      href: `/spawning/${w.day}`,
      rank: w.late ? 1 : 4,
    });
  for (const list of groupBy(
    urgent.filter((x) => x.due.kind === 'hatch' || x.due.kind === 'pond'),
    (x) => `${x.h.lotId}${x.due.kind}${x.due.says}`,
  ))
    out.push({
      ...lineOf(list, hrefOf),
      tone: /overdue/.test(list[0]!.due.says) ? 'overdue' : 'now',
      rank: /overdue/.test(list[0]!.due.says) ? 2 : 4,
    });
  for (const kind of ['pick', 'dead'] as const) {
    const missed = urgent
      .filter((x) => x.due.kind === kind)
      .sort((a, b) => (b.h.watch?.now.expected ?? 0) - (a.h.watch?.now.expected ?? 0));
    if (missed.length === 0) continue;
    out.push({
      key: `missed ${kind}`,
      who: missed.length === 1 ? missed[0]!.h.unit : `${missed.length} units`,
      says:
        missed.length === 1
          ? missed[0]!.due.says
          : `${kind === 'pick' ? 'not picked' : 'dead not counted'} since yesterday or longer: begin with ${some(missed.map((x) => x.h.unit))}`,
      when: '',
      tone: 'overdue',
      href: missed.length === 1 ? hrefOf(missed[0]!.h) : '/?order=likeliest',
      rank: 3,
    });
  }
  for (const list of groupBy(
    urgent.filter((x) => x.due.kind === 'check'),
    (x) => `${x.h.lotId}${x.due.check}`,
  ))
    out.push({ ...lineOf(list, hrefOf), tone: 'overdue', rank: 3.5 });
  return out.sort((a, b) => a.rank - b.rank).map(({ rank, ...thing }) => thing);
}

/** What several units of one lot want alike, as one line. */
function lineOf(list: readonly { h: LivingHolding; due: Due }[], hrefOf: (h: LivingHolding) => string) {
  const { h, due } = list[0]!;
  return {
    key: `${h.lotId}${due.kind}${due.check ?? ''}`,
    who: h.lot,
    says: `${due.says} (${some(list.map((x) => x.h.unit))})`,
    when: '',
    href: hrefOf(h),
  };
}

const TONES: readonly FirstThing['tone'][] = ['grave', 'overdue', 'now'];

/** Things of several rooms in one order; those of one tone stay as they stood. */
export const gravestFirst = (things: readonly FirstThing[]): FirstThing[] =>
  [...things].sort((a, b) => TONES.indexOf(a.tone) - TONES.indexOf(b.tone));
