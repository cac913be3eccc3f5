import { pondSteps } from '@/core/ponds/prepare';
import { decimals } from '@/core/quantities/format';
import { clock, dayMonth, isoDay } from '@/core/time/localDay';
import type { PondDue } from '../views/pondsDue';

/** A line of Today. */
type Thing = { key: string; who: string; says: string; when: string; tone: 'grave' | 'overdue' | 'now'; href: string };

/** What ponds want today, as Today lists it: those that will be short of oxygen before all others. */
export function pondThings(due: readonly PondDue[], now: number, timeZone: string): Thing[] {
  const today = (at: number) => isoDay(at, timeZone) === isoDay(now, timeZone);
  const when = (at: number) => (today(at) ? clock(at, timeZone) : dayMonth(at, timeZone, now));
  return [...due]
    .sort((a, b) => Number(b.what === 'oxygen') - Number(a.what === 'oxygen') || a.at - b.at)
    .map((d) => ({
      key: `pond ${d.runId} ${d.what} ${d.at}`,
      who: d.unit,
      says: saysOf(d, (at) => dayMonth(at, timeZone, now)),
      when:
        d.what === 'oxygen'
          ? `from ${clock(d.at, timeZone)}`
          : d.what === 'harvest'
            ? when(d.at)
            : d.what === 'step' && !isLate(d, now)
              ? `until ${today(d.until) ? 'today' : dayMonth(d.until, timeZone, now)}`
              : `since ${when(d.at)}`,
      tone: d.what === 'oxygen' ? 'grave' : isLate(d, now) ? 'overdue' : 'now',
      href: `/ponds/${d.runId}`,
    }));
}

const isLate = (d: PondDue, now: number): boolean => (d.what === 'step' ? d.until : d.at) < now;

function saysOf(d: PondDue, day: (at: number) => string): string {
  switch (d.what) {
    case 'oxygen':
      return `${decimals(d.mgPerL, 1)} mg/L at dawn, ${decimals(d.least, 1)} at least: air on before it, no feed; read it again`;
    case 'sample':
      return d.last === null ? 'never weighed: take a sample' : `weighed on ${day(d.last)}: take a sample`;
    case 'harvest':
      return `harvest: ${d.says}`;
    case 'step':
      return `${pondSteps[d.step].word}, then say that it is done`;
  }
}
