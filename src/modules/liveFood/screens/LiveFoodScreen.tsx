import { preyNumber } from '@/core/liveFood/preyNumber';
import { figures } from '@/core/quantities/format';
import { warmth } from '@/core/quantities/reader';
import { clock, dayMonth, isoDay } from '@/core/time/localDay';
import { HOUR_MS } from '@/core/time/spans';
import { HallNav } from '@/modules/rearing/screens/HallNav';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';
import type { LiveFoodView } from '../views/liveFood';
import { AddVessel, ConeCell } from './ConeCell';
import { CultureCell } from './CultureCell';
import { SupplyChart } from './SupplyChart';

/** Will there be enough at each meal? Cones with their clocks, three days of demand against them, the plan of starts. */
export function LiveFoodScreen({
  view,
  now,
  timeZone,
  us,
}: {
  view: LiveFoodView;
  now: number;
  timeZone: string;
  us: boolean;
}) {
  const at = (t: number) =>
    isoDay(t, timeZone) === isoDay(now, timeZone)
      ? clock(t, timeZone)
      : `${dayMonth(t, timeZone, now)} ${clock(t, timeZone)}`;
  const cones = view.vessels.filter((v) => v.kind === 'cone');
  const cultures = view.vessels.filter((v) => v.kind === 'culture');
  const missed = view.meals.filter((m) => m.nauplii - m.met > 1);
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Live food">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1>Live food</h1>
        <span data-testid="judged" className={view.short.length > 0 ? 'font-semibold text-hand' : 'text-soft'}>
          {judged(view, missed.length, at)}
        </span>
        <HallNav here="/rearing/live-food" />
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)_290px] gap-x-8 gap-y-4 max-lg:grid-cols-1">
        <div className="min-w-0">
          {view.meals.length > 0 && cones.length > 0 && <SupplyChart view={view} now={now} />}
          <Starts view={view} now={now} at={at} />
          <Mouths view={view} us={us} />
        </div>
        <div>
          <h2 className="border-b-2 border-deep/40 pb-0.5">Cones</h2>
          {cones.length === 0 && (
            <p className="quiet py-2">
              None yet. Add the cones in which cysts hatch: from then on this page says which to sow when, with how many
              grams.
            </p>
          )}
          <ul>
            {cones.map((v) => (
              <ConeCell
                key={v.id}
                v={v}
                strains={view.strains}
                mouths={view.mouths}
                next={view.starts.find((s) => s.vesselId === v.id) ?? null}
              />
            ))}
          </ul>
          <p className="mt-2">
            <AddVessel kind="cone" />
          </p>
          <h2 className="mt-5 border-b-2 border-deep/40 pb-0.5">Cultures</h2>
          {cultures.length === 0 && (
            <p className="quiet py-2">
              None yet. Rotifers, water fleas or worms: counted each day, this page says how they grow, how much may be
              taken, and when one is about to crash.
            </p>
          )}
          <ul>
            {cultures.map((v) => (
              <CultureCell key={v.id} v={v} kinds={view.cultureKinds} mouths={view.mouths} />
            ))}
          </ul>
          <p className="mt-2">
            <AddVessel kind="culture" />
          </p>
          <p className="mt-3 text-small text-soft">
            Reckoned with {preyNumber(view.gives.perGram)} nauplii of a gram ±{Math.round(196 * view.gives.cv)} %
            {view.gives.harvests > 0
              ? `, by ${view.gives.harvests} own harvests`
              : ', by Reference: count your harvests'}
            , {figures(view.hatchHours, 2)} h to the hatch, good for {figures(view.usableHours, 2)} h after it. Each
            meal is planned to be met nine times in ten.
          </p>
        </div>
      </div>
    </section>
  );
}

/** What the whole comes to, in one sentence. */
function judged(view: LiveFoodView, missed: number, at: (t: number) => string): string {
  if (view.mouths.length === 0) return 'no tank follows a regime';
  if (view.meals.length === 0) return 'no meals of brine shrimp in the next three days';
  if (view.short.length > 0) {
    const first = view.short[0]!;
    return `${view.short.length} ${view.short.length === 1 ? 'meal falls' : 'meals fall'} short, the first ${at(first.at)} by ${preyNumber(first.nauplii)}`;
  }
  if (missed > 0) return `all ${view.meals.length} meals of three days can be met: sow as planned`;
  return `all ${view.meals.length} meals of three days are met`;
}

/** The plan, and what to do about meals that none of it meets. */
function Starts({ view, now, at }: { view: LiveFoodView; now: number; at: (t: number) => string }) {
  if (view.starts.length === 0 && view.short.length === 0) return null;
  return (
    <section className="mt-4" aria-label="Plan of starts">
      <h2 className="border-b-2 border-deep/40 pb-0.5">To sow</h2>
      {view.starts.length > 0 && (
        <Table>
          <thead>
            <tr>
              <th>when</th>
              <th>cone</th>
              <th className="num">cysts</th>
              <th>at the latest</th>
              <th>hatches</th>
              <th className="num">meals</th>
            </tr>
          </thead>
          <tbody>
            {view.starts.map((s) => (
              <tr key={`${s.cone}${s.at}`} className={s.at <= now + HOUR_MS ? 'font-semibold' : ''}>
                <td>{s.at <= now ? 'now' : at(s.at)}</td>
                <td>{s.cone}</td>
                <td className="num">{figures(s.cystsG, 3)} g</td>
                <td className={s.latest < now + 2 * HOUR_MS ? 'text-hand' : 'text-soft'}>{at(s.latest)}</td>
                <td>{at(s.harvestAt)}</td>
                <td className="num">{s.for.length}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {view.starts.length > 0 && (
        <p className="mt-1 text-small text-soft">
          Sown later than that, the first of its meals comes before the hatch.
        </p>
      )}
      {view.short.length > 0 && (
        <p className="mt-2 text-hand" data-testid="short">
          Not to be met by any start: {view.short.map((s) => `${at(s.at)} by ${preyNumber(s.nauplii)}`).join(', ')}.
          Keep a harvest cold, give rotifers or thin dry starter, or feed those tanks later: first the youngest.
        </p>
      )}
      {!view.proven && (
        <p className="mt-1 text-small text-soft">
          The plan was stopped before its end: one with fewer starts may exist.
        </p>
      )}
    </section>
  );
}

function Mouths({ view, us }: { view: LiveFoodView; us: boolean }) {
  return (
    <section className="mt-5" aria-label="Who is fed">
      <h2 className="border-b-2 border-deep/40 pb-0.5">Who is fed</h2>
      {view.mouths.length === 0 ? (
        <p className="quiet py-2">
          No tank follows a regime with live food. Choose one in the sheet of a tank (Regime): what it needs then stands
          here, meal by meal.
        </p>
      ) : (
        <Table>
          <thead>
            <tr>
              <th>tank</th>
              <th>lot</th>
              <th>regime</th>
              <th>now</th>
              <th>fed today, the new one first</th>
              <th className="num">brine shrimp a meal</th>
            </tr>
          </thead>
          <tbody>
            {view.mouths.map((m) => (
              <tr key={m.unit + m.lot}>
                <td>
                  <Link href={`/rearing?unit=${encodeURIComponent(m.unit)}`} className="font-bold text-ink">
                    {m.unit}
                  </Link>
                </td>
                <td>{m.lot}</td>
                <td>{m.regime}</td>
                <td className="whitespace-nowrap">
                  {m.by === 'days' ? `day ${m.place}` : warmth(Math.round(m.place), us)}
                </td>
                <td>
                  {m.feeds.length === 0
                    ? 'nothing now'
                    : m.feeds.map((f) => `${f.feed}${f.share < 1 ? ` ${Math.round(100 * f.share)} %` : ''}`).join(', ')}
                </td>
                <td className="num">
                  {m.eachMeal === null ? (
                    <span className="text-careful">volume of the tank?</span>
                  ) : m.eachMeal > 0 ? (
                    preyNumber(m.eachMeal)
                  ) : (
                    ''
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {view.others.map((o) => (
        <p key={o.feed} className={`mt-2 ${o.gives !== null && o.gives < o.number ? 'text-hand' : 'text-small'}`}>
          {o.feed}: {preyNumber(o.number)} in the next 24 hours for {o.units.join(', ')}.{' '}
          {o.gives === null
            ? 'No culture of it is known here.'
            : o.gives >= o.number
              ? `The cultures give ${preyNumber(o.gives)} in a day: enough.`
              : `The cultures give only ${preyNumber(o.gives)} in a day: brine shrimp of a small strain, thinner meals, or set on another.`}
        </p>
      ))}
    </section>
  );
}
