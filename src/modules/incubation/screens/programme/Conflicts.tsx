import { crowdedDays, type Happening, tanksFor, tanksLacking } from '@/core/planning/conflicts';
import { dayMonth } from '@/core/time/localDay';
import type { ProgrammeLot, ProgrammeView } from '../../views/programme';
import { dateOf, turn } from './turns';

/** What these dates ask of tanks and hands, with all that hatches and swims up in other waters. */
export function Conflicts({
  view,
  dates,
  timeZone,
}: {
  view: Pick<ProgrammeView, 'elsewhere' | 'tanks' | 'now'>;
  dates: readonly { lot: ProgrammeLot; dates: ReadonlyMap<string, number | null> }[];
  timeZone: string;
}) {
  const { now, tanks } = view;
  const here = dates.flatMap(({ lot, dates: d }) =>
    (
      [
        ['hatch', 'hatch'],
        ['feeding', 'swim-up'],
      ] as const
    ).flatMap(([which, what]) => {
      const at = dateOf({ lot, dates: d }, which);
      const seen = turn(lot, which)?.seen;
      return at === null || seen || at < now ? [] : [{ lot: lot.name, what, at, number: lot.number }];
    }),
  );
  // A lot in two waters stands here by this water's dates.
  const all = [...here, ...view.elsewhere.filter((e) => e.at >= now && !here.some((h) => h.lot === e.lot))];
  if (all.length === 0) return null;
  const lacking = tanksLacking(
    all
      .filter((e) => e.what === 'swim-up')
      .map((e) => ({ lot: e.lot, at: e.at, tanks: tanksFor(e.number, tanks.limits) })),
    tanks.free,
  );
  const crowded = crowdedDays(all);
  const day = (t: number) => dayMonth(t, timeZone, now);
  const named = (of: readonly Happening[]) => {
    const words = of.map((h) => `${h.lot} ${h.what}`);
    return words.length > 6 ? `${words.slice(0, 6).join(', ')} and ${words.length - 6} more` : words.join(', ');
  };
  return (
    <section aria-label="Tanks and hands" className="mt-3 text-body" data-testid="conflicts">
      <h3 className="font-bold">Tanks and hands</h3>
      <p className={lacking.length > 0 ? 'text-hand' : 'text-soft'}>
        {tanks.free === 1 ? 'One tank is free now' : `${tanks.free} tanks are free now`}
        {lacking.length === 0
          ? ': enough for all that swim up.'
          : `: ${lacking
              .slice(0, 4)
              .map((l) => `${l.lot} lacks ${l.lacking} from ${day(l.at)}`)
              .join('; ')}${lacking.length > 4 ? `; ${lacking.length - 4} more lots` : ''}.`}
      </p>
      {crowded.length === 0 ? (
        <p className="text-soft">Hatches and pondings lie apart: hands for all.</p>
      ) : (
        <ul>
          {crowded.slice(0, 4).map((c) => (
            <li key={c.from} className="text-careful">
              {day(c.from) === day(c.to) ? day(c.from) : `${day(c.from)} to ${day(c.to)}`}: {named(c.of)}. Hands are
              short; a degree moves one of them apart.
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
