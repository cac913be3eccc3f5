import { group } from 'd3';
import type { HallView } from '../views/hall';
import { larvalWant } from './firstFeeding/larvalWords';

/** What feeding wants before the walk, as Today lists it. */
export type FeedThing = {
  key: string;
  who: string;
  says: string;
  when: string;
  tone: 'grave' | 'overdue' | 'now';
  href: string;
};

/** So many meals behind, a tank is overdue. */
const BEHIND = 2;

const some = (names: readonly string[]) =>
  names.length > 4 ? `${names.slice(0, 4).join(', ')} and ${names.length - 4} more` : names.join(', ');

/** Tanks to feed now, tanks that are meals behind, tanks whose water forbids it: each summed to a line. */
export function feedThings(hall: HallView): FeedThing[] {
  const tanks = hall.units.flatMap((u) => u.fed.map((f) => ({ name: u.name, f })));
  const airless = tanks.filter((t) => t.f.waits?.why === 'oxygen');
  const open = tanks.filter((t) => !t.f.waits);
  const late = open.filter((t) => t.f.meals.filter((m) => m.is === 'late').length >= BEHIND);
  const due = open.filter((t) => !late.includes(t) && t.f.meals.some((m) => m.is === 'now' || m.is === 'late'));
  const line = (
    key: string,
    tone: FeedThing['tone'],
    list: typeof tanks,
    says: string,
    href = '/rearing/feeding',
  ): FeedThing[] =>
    list.length === 0
      ? []
      : [
          {
            key: `feed ${key}`,
            who: list.length === 1 ? list[0]!.name : `${list.length} tanks`,
            says: list.length === 1 ? says : `${says}: ${some(list.map((t) => t.name))}`,
            when: '',
            tone,
            href,
          },
        ];
  return [
    ...larvalThings(hall),
    ...line('airless', 'grave', airless, 'oxygen too low to feed', '/rearing'),
    ...line('late', 'overdue', late, 'meals behind'),
    ...line('due', 'now', due, 'to feed now'),
  ];
}

/** Larvae that starve or are about to, one line for each thing that is wanted of them. */
function larvalThings(hall: HallView): FeedThing[] {
  const wants = hall.units.flatMap((u) =>
    u.larval.flatMap((state) => {
      const want = larvalWant({ state });
      return want && state.tone !== 'calm' ? [{ unit: u.name, says: want.says, tone: state.tone }] : [];
    }),
  );
  // The gravest first, whichever tank stands before the other.
  const order = ['grave', 'overdue', 'now'];
  return [...group(wants, (w) => w.says)]
    .sort((a, b) => order.indexOf(a[1][0]!.tone) - order.indexOf(b[1][0]!.tone))
    .map(([says, list]) => ({
      key: `larvae ${says}`,
      who: list.length === 1 ? list[0]!.unit : `${list.length} tanks`,
      says: list.length === 1 ? says : `${says}: ${some(list.map((w) => w.unit))}`,
      when: '',
      tone: list[0]!.tone as FeedThing['tone'],
      href: '/rearing/first-feeding',
    }));
}
