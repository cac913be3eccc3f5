import { minutesWords } from '@/core/incubation/danger';
import { clock } from '@/core/time/localDay';
import { MINUTE_MS } from '@/core/time/spans';
import type { Dies } from '@/core/water/circuits/firstToDie';
import type { Lost } from '@/core/water/circuits/works';
import type { WaterDesk } from '../../views/desk';

const lostWords: Record<Lost, string> = {
  water: 'no water',
  air: 'no air',
  chlorine: 'chlorine comes through',
  heat: 'not warmed or cooled',
  gas: 'not aired',
  filter: 'not filtered',
};

/** The tanks that suffer, the first before the others. */
export function First({
  dies,
  gone,
  now,
  timeZone,
  real,
  lost,
  desk,
}: {
  dies: readonly Dies[];
  gone: number;
  now: number;
  timeZone: string;
  /** It has happened; else it is asked what would be. */
  real: boolean;
  lost: ReadonlyMap<number, ReadonlySet<Lost>>;
  desk: WaterDesk;
}) {
  if (lost.size === 0) return null;
  const rooms = desk.rooms.filter((r) => lost.has(r.id));
  // What holds of the first is said once.
  const common = dies[0]?.minutes == null ? '' : dies[0].says;
  return (
    <section aria-label="Which dies first">
      <h2 className="border-b-2 border-deep/40 pb-0.5">
        {real ? 'Which dies first' : 'Were it to stop: which dies first'}
      </h2>
      <p className="my-1 text-soft">
        {rooms.map((r) => `${r.name}: ${[...lost.get(r.id)!].map((l) => lostWords[l]).join(', ')}`).join('; ')}
        {common && `. Told ${common}.`}
      </p>
      {dies.length === 0 ? (
        <p className="quiet">Nothing stands there.</p>
      ) : (
        <ol>
          {dies.slice(0, MOST_SHOWN).map((d) => {
            const left = d.minutes === null ? null : d.minutes - gone;
            return (
              <li
                key={d.unitId}
                className="grid grid-cols-[56px_minmax(0,1fr)_auto] items-baseline gap-x-3 border-b border-rule py-1"
                data-dies={d.unit}
              >
                <b>{d.unit}</b>
                <span>
                  {d.holds}
                  {d.says !== common && <span className="block text-small text-soft">{d.says}</span>}
                </span>
                <span
                  className={`num text-right ${left !== null && left < HURRY_MINUTES ? 'font-bold text-hand' : ''}`}
                >
                  {left === null ? '' : left <= 0 ? 'now' : minutesWords(left)}
                  {left !== null && left > 0 && real && left < 24 * 60 && (
                    <span className="block text-small font-normal text-soft">
                      {clock(now + left * MINUTE_MS, timeZone)}
                    </span>
                  )}
                </span>
              </li>
            );
          })}
        </ol>
      )}
      {dies.length > MOST_SHOWN && <p className="quiet">and {dies.length - MOST_SHOWN} more, later.</p>}
      <p className="quiet mt-1 text-small">
        For the order in which to run, never a licence to wait. Fed, crowded or frightened fish use up to twice as much.
      </p>
    </section>
  );
}

const MOST_SHOWN = 12;
/** Sooner than this somebody runs. */
const HURRY_MINUTES = 60;
