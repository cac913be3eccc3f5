import { minutesWords } from '@/core/incubation/danger';
import { firstToDie } from '@/core/water/circuits/firstToDie';
import { lostBy, workKinds } from '@/core/water/circuits/works';
import { Button } from '@/ui/Button';
import type { WaterDesk } from '../../views/desk';

/** So many tanks within the hour are told by their number. */
const HOUR_MINUTES = 60;

/** Of each work: were it to stop, which tank would die first, and how many within the hour; the worst first. */
export function WhatIf({ desk, onSelect }: { desk: WaterDesk; onSelect: (id: number) => void }) {
  const all = desk.works
    .filter((w) => workKinds[w.kind].stops !== 'nothing')
    .map((w) => {
      const dies = firstToDie(desk.tanks, lostBy(desk.works, new Set([w.id])));
      const [first] = dies.filter((d) => d.minutes !== null);
      return {
        w,
        first,
        soon: dies.filter((d) => d.minutes !== null && d.minutes < HOUR_MINUTES).length,
        unknown: dies.filter((d) => d.says.startsWith('not known')).length,
      };
    })
    .sort((a, b) => (a.first?.minutes ?? Number.POSITIVE_INFINITY) - (b.first?.minutes ?? Number.POSITIVE_INFINITY));
  return (
    <section aria-label="Were it to stop">
      <h2 className="border-b-2 border-deep/40 pb-0.5">Were it to stop: who suffers first</h2>
      <ol>
        {all.map(({ w, first, soon, unknown }) => (
          <li
            key={w.id}
            className="grid grid-cols-[minmax(0,1fr)_auto] items-baseline gap-x-3 border-b border-rule py-1"
            data-what-if={w.name}
          >
            <span>
              <Button kind="link" onClick={() => onSelect(w.id)}>
                {w.name}
              </Button>
              <span className="block text-small text-soft">
                {first
                  ? `${first.unit}, ${first.holds}${first.why === 'heat' ? ', out of what they bear' : first.why === 'chlorine' ? ', chlorine' : ''}${soon > 1 ? `; ${soon} tanks within the hour` : ''}`
                  : unknown > 0
                    ? `not known of ${unknown} ${unknown === 1 ? 'tank' : 'tanks'}`
                    : 'nobody within minutes'}
              </span>
            </span>
            <span className={`num ${first && first.minutes! < HOUR_MINUTES ? 'font-bold text-hand' : ''}`}>
              {first ? minutesWords(first.minutes!) : ''}
            </span>
          </li>
        ))}
      </ol>
      <p className="quiet mt-1 text-small">
        From the water as it was read last. For the order in which to run, never a licence to wait.
      </p>
    </section>
  );
}
