import { decimals, degrees, grouped } from '@/core/quantities/format';
import { massEach } from '@/core/quantities/mass';
import { clock, dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { Link } from '@/ui/Link';
import type { AppetiteView } from '../views/appetite';
import { AppetiteCurve } from './appetite/AppetiteCurve';
import { LookAtShells } from './appetite/LookAtShells';
import { TrayTaps } from './appetite/TrayTaps';
import { feedMassOf } from './feedWords';
import { HallNav } from './HallNav';

type Chosen = NonNullable<AppetiteView['chosen']>;
type Reader = { now: number; timeZone: string; us: boolean };

/** Of a group in step, with such a share soft nobody handles or harvests. */
const MANY_SOFT = 0.2;
/** Eaten of the days before: less says that something binds. */
const FELL = 0.6;

/** Do they eat? One tank's meals as a live curve, the moult that is read from it, and what binds besides. */
export function AppetiteScreen({ view, ...reader }: { view: AppetiteView } & Reader) {
  const c = view.chosen;
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Appetite">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1>Appetite</h1>
        <HallNav here="/rearing/appetite" />
      </div>
      {view.tanks.length > 1 && (
        <nav aria-label="Tanks" className="mb-2 flex flex-wrap gap-x-3 gap-y-1 max-sm:gap-y-0">
          {view.tanks.slice(0, 40).map((t) => (
            <Link
              key={t.holdingId}
              href={`/rearing/appetite?of=${t.holdingId}`}
              scroll={false}
              aria-current={t.holdingId === c?.holdingId ? 'page' : undefined}
              className={`inline-block min-w-6 py-0.5 max-sm:min-h-11 max-sm:min-w-11 max-sm:py-3 ${t.holdingId === c?.holdingId ? 'font-bold text-ink' : t.moults ? 'link' : 'text-soft'}`}
            >
              {t.unit}
            </Link>
          ))}
        </nav>
      )}
      {!c ? (
        <p className="quiet">
          Nothing eats yet. Meals of tanks stand here once they are given and their trays looked at.
        </p>
      ) : (
        <div className="grid grid-cols-[minmax(0,1fr)_310px] gap-x-8 gap-y-3 max-lg:grid-cols-1">
          <div className="min-w-0">
            <h2>
              {c.unit}{' '}
              <Link className="link font-normal" href={`/lots/${c.lotId}`}>
                {c.lot}
              </Link>{' '}
              <span className="text-body font-normal text-soft">
                {grouped(c.number)} {c.speciesName}
                {c.meanG !== null && `, ${massEach(c.meanG, reader.us)} each`}
              </span>
            </h2>
            {c.days.length === 0 ? (
              <p className="quiet py-3">
                No meal of the last 60 days is known. Record what is given, and what is left.
              </p>
            ) : (
              <AppetiteCurve c={c} now={reader.now} />
            )}
          </div>
          <div className="flex flex-col gap-4">
            {c.meals[0] && <TrayTaps at={{ unit: c.unitId, lotId: c.lotId, stage: c.stage }} meal={c.meals[0]} />}
            <Moult c={c} {...reader} />
            <Triage c={c} {...reader} />
            <Meals c={c} {...reader} />
          </div>
        </div>
      )}
    </section>
  );
}

const percent = (share: number) => `${Math.round(100 * share)} %`;

function Moult({ c, now, timeZone, us }: { c: Chosen } & Reader) {
  if (!c.moults) return null;
  const b = c.belief;
  if (!b)
    return (
      <section aria-label="Moult">
        <p className="text-soft">{c.why}.</p>
        <LookAtShells c={c} />
      </section>
    );
  const day = (iso: string) => dayMonth(Date.parse(iso), timeZone, now);
  const soon = b.nextDrop !== null && Date.parse(b.nextDrop.low) < now + DAY_MS;
  return (
    <section aria-label="Moult">
      <h2 className="border-b-2 border-deep/40 pb-0.5">Moult, read from the meals</h2>
      <p className="mt-1">
        hard <b>{percent(b.phases.hard)}</b>, hardening <b>{percent(b.phases.hardening)}</b>, soft{' '}
        <b>{percent(b.phases.soft)}</b>
      </p>
      {b.nextDrop ? (
        <p className={soon ? 'text-careful' : ''} data-testid="drop">
          Appetite falls about <b>{day(b.nextDrop.at)}</b>
          {day(b.nextDrop.low) !== day(b.nextDrop.high) &&
            `, between ${day(b.nextDrop.low)} and ${day(b.nextDrop.high)}`}
          {soon && ': offer less from now on, rather than let it rot'}.
        </p>
      ) : (
        <p className="text-soft" data-testid="drop">
          They do not moult in step (synchrony {percent(b.synchrony)}): no drop can be foretold, feed by the tray.
        </p>
      )}
      <p>
        Between moults about {feedMassOf(b.plateauG, us)} a day ({decimals(b.plateauPercent, 1)} % of their mass);{' '}
        {c.days.at(-1)?.sofar ? 'today' : 'tomorrow'} {feedMassOf(b.tomorrowG, us)} would be eaten.
      </p>
      {b.phases.soft > MANY_SOFT && (
        <p className="text-careful">Many are soft: no handling, no harvest; the soft are eaten by the hard.</p>
      )}
      {c.shells && (
        <p className="text-small text-soft" data-testid="shells">
          Looked at {dayMonth(c.shells.at, timeZone, now)}: {c.shells.soft} soft, {c.shells.hardening} hardening,{' '}
          {c.shells.hard} hard.
        </p>
      )}
      <LookAtShells c={c} />
      {b.warnings?.map((w) => (
        <p key={w} className="text-small text-soft">
          {w[0]!.toUpperCase() + w.slice(1)}.
        </p>
      ))}
    </section>
  );
}

/** What binds besides, in the order in which it is looked at. */
function Triage({ c, us }: { c: Chosen } & Reader) {
  const whole = c.days.filter((d) => !d.sofar);
  const last = whole.at(-1);
  const before = whole.slice(-4, -1);
  const mean = before.reduce((s, d) => s + d.eatenG, 0) / Math.max(1, before.length);
  const fell = last !== undefined && before.length >= 2 && last.eatenG < FELL * mean;
  const says = (w: Chosen['water'][number]) => {
    const value =
      w.value === null
        ? null
        : w.what === 'temperature'
          ? degrees(w.value, us)
          : decimals(w.value, w.what === 'pH' ? 1 : 1);
    const off = w.value !== null && ((w.low !== null && w.value < w.low) || (w.high !== null && w.value > w.high));
    return {
      off,
      text:
        value === null
          ? `${w.what}: not read, read it`
          : `${w.what} ${value}${w.what === 'oxygen' ? ' mg/L' : ''}${off ? ', outside what they bear' : ''}`,
    };
  };
  return (
    <section aria-label="What binds besides">
      <h2 className="border-b-2 border-deep/40 pb-0.5">
        {fell ? 'They eat less: look in this order' : 'When they eat less, look in this order'}
      </h2>
      <ol className="list-decimal pl-5">
        {c.water.map((w) => {
          const s = says(w);
          return (
            <li key={w.what} className={s.off ? 'font-semibold text-hand' : w.value === null ? 'text-careful' : ''}>
              {s.text}
            </li>
          );
        })}
        <li>flow, aeration, the bottom: feed of yesterday, slime</li>
        <li className={c.deadWeek > 0.05 * c.number ? 'font-semibold text-hand' : ''}>
          {grouped(c.deadWeek)} dead in a week; gills, shells, behaviour
        </li>
      </ol>
    </section>
  );
}

function Meals({ c, timeZone, now, us }: { c: Chosen } & Reader) {
  if (c.meals.length === 0) return null;
  return (
    <section aria-label="Meals">
      <h2 className="border-b-2 border-deep/40 pb-0.5">Today and yesterday</h2>
      <ul>
        {c.meals.slice(0, 8).map((m) => (
          <li key={m.at} className="flex items-center gap-3 border-b border-rule py-1">
            <Eaten share={m.offeredG > 0 ? 1 - m.leftG / m.offeredG : 1} known={m.left !== null || m.leftG > 0} />
            <span className="text-soft">
              {dayMonth(m.at, timeZone, now)} {clock(m.at, timeZone)}
            </span>
            <span className="ml-auto">
              {feedMassOf(m.offeredG, us)}
              {m.leftG > 0 && <span className="text-soft">, {feedMassOf(m.leftG, us)} left</span>}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** A meal as a ring: so much of it was eaten; dashed while nobody looked. */
function Eaten({ share, known }: { share: number; known: boolean }) {
  const round = 2 * Math.PI * 8;
  return (
    <svg width={22} height={22} viewBox="0 0 22 22" aria-hidden="true" className="flex-none">
      <circle
        cx={11}
        cy={11}
        r={8}
        fill="none"
        stroke="var(--rule)"
        strokeWidth={4}
        strokeDasharray={known ? undefined : '2 2'}
      />
      {known && (
        <circle
          cx={11}
          cy={11}
          r={8}
          fill="none"
          stroke="var(--deep)"
          strokeWidth={4}
          strokeDasharray={`${round * share} ${round}`}
          transform="rotate(-90 11 11)"
        />
      )}
    </svg>
  );
}
