import { dayMonth } from '@/core/time/localDay';
import type { LookDue } from '../views/looks';

/** Tanks to be looked at again after a move, in one line of Today; nothing while none is due. */
export function lookThings(looks: readonly LookDue[], now: number, timeZone: string) {
  const due = looks.filter((l) => l.dueAt <= now);
  const [first] = due;
  if (!first) return [];
  const names = due.slice(0, 4).map((l) => l.unit);
  return [
    {
      key: 'look again',
      who: due.length === 1 ? first.unit : `${due.length} tanks`,
      says:
        due.length === 1
          ? 'look again after the move: settled, waste, dead'
          : `look again after moves: ${names.join(', ')}${due.length > 4 ? ` and ${due.length - 4} more` : ''}`,
      when: `since ${dayMonth(first.dueAt, timeZone, now)}`,
      tone: 'now' as const,
      href: '/health',
    },
  ];
}
