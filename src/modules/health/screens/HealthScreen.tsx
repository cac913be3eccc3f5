import { barredSays } from '@/core/health/barred';
import { riseSays } from '@/core/health/deadDays';
import { type Sign, signs } from '@/core/health/signs';
import { treatedByWords } from '@/core/health/treatment';
import { incidents } from '@/core/practice/incidents';
import { decimals, grouped } from '@/core/quantities/format';
import { clock, dayMonth, localDay } from '@/core/time/localDay';
import { outcomes } from '@/modules/health/acts/caseClose/act';
import { Certificates, SafetyButtons, Visitors } from '@/modules/safety/screens/PeopleSafety';
import { unitHref } from '@/server/stock/unitHref';
import { Fold } from '@/ui/Fold';
import { Link } from '@/ui/Link';
import { verdicts } from '../input';
import type { Rising, RisingKind, TankHealth } from '../views/health';
import type { HealthPage } from '../views/healthPage';
import { BeginInspection, BeginQuarantine, EndTreatment, LookAgain, OpenCase, RecordIncident } from './HealthActs';
import { HealthTable } from './HealthTable';
import { RiseCurve } from './RiseCurve';

type HealthProps = HealthPage & { now: number; timeZone: string };

/** Is anyone falling ill? What rises first, then the cases, what bars whom, then every tank. */
export function HealthScreen({
  health: h,
  cases,
  running,
  barred,
  brood,
  vaccinations,
  inspections,
  incidents: happened,
  visitors,
  certificates,
  people,
  looks,
  arrived,
  now,
  timeZone,
}: HealthProps) {
  const open = cases.filter((c) => c.closedAt === null);
  const past = cases.filter((c) => c.closedAt !== null);
  const day = (t: number) => dayMonth(t, timeZone, now);
  const rising = h.kinds.flatMap((k) => k.rising);
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Health">
      <div className="mb-3 flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <h1>Health</h1>
        <p className={rising.length > 0 ? 'text-lead font-semibold text-hand' : 'text-lead text-soft'}>
          {rising.length === 0
            ? h.tanks.length === 0
              ? 'No fish stand here yet.'
              : 'No tank loses more than is usual there.'
            : `More die than is usual in ${rising.map((r) => r.unit).join(', ')}`}
        </p>
        <span className="ml-auto flex items-baseline gap-x-4">
          <Link className="link" href="/health/store">
            Chemicals
          </Link>
          <OpenCase tanks={h.tanks} chosen={rising.map((r) => r.unitId)} />
        </span>
      </div>
      {h.kinds.map((k) => (
        <Kind key={k.name} of={k} cases={open} now={now} timeZone={timeZone} />
      ))}
      {(looks.length > 0 || arrived.length > 0) && (
        <Moved looks={looks} arrived={arrived} tanks={h.tanks} now={now} timeZone={timeZone} />
      )}
      <section aria-label="Cases" className="mb-5">
        <h2 className="border-b-2 border-deep/40 pb-0.5">Cases</h2>
        {open.length === 0 && (
          <p className="quiet my-1">None is open. A case ties together what is seen, sent, given and found.</p>
        )}
        {open.map((c) => (
          <CaseLine key={c.id} c={c} day={day} />
        ))}
        {past.length > 0 && (
          <Fold title={`${past.length} closed`}>
            {past.map((c) => (
              <CaseLine key={c.id} c={c} day={day} />
            ))}
          </Fold>
        )}
      </section>
      {vaccinations.length > 0 && (
        <section aria-label="Vaccinations" className="mb-5">
          <h2 className="border-b-2 border-deep/40 pb-0.5">Vaccinations, baths in batches</h2>
          {vaccinations.map((v) => (
            <div key={v.id} className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-1.5">
              <Link className="link font-semibold" href={`/health/vaccination/${v.id}`}>
                {v.unit}
              </Link>
              <span>
                {v.vaccine}
                {v.way === 'bath' && ', bath'}
              </span>
              <span className={v.closedAt === null ? 'text-careful' : 'text-soft'}>
                {grouped(v.done)} of {grouped(v.of)} done{v.closedAt === null ? '' : `, closed ${day(v.closedAt)}`}
              </span>
              <span className="ml-auto text-soft">begun {day(v.begunAt)}</span>
            </div>
          ))}
        </section>
      )}
      {(running.length > 0 || barred.length > 0 || brood.length > 0) && (
        <section aria-label="Treatments" className="mb-5">
          <h2 className="border-b-2 border-deep/40 pb-0.5">Treatments and withdrawal</h2>
          {running.map((t) => (
            <div key={t.seq} className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-1.5">
              <b>{t.unit}</b>
              <span>
                {t.product}, {treatedByWords[t.by as keyof typeof treatedByWords]}, ordered by {t.orderedBy}
              </span>
              <span className={t.end > now ? 'text-deep' : 'text-careful'}>
                {t.end > now
                  ? `until ${localDay(t.end, timeZone).start === localDay(now, timeZone).start ? clock(t.end, timeZone) : day(t.end)}`
                  : `was to end ${day(t.end)}: say that it did`}
              </span>
              <span className="ml-auto">
                <EndTreatment treatment={t.id} product={t.product} />
              </span>
            </div>
          ))}
          {barred.map((b) => (
            <p key={`${b.unit}${b.barred.treatment.seq}`} className="border-b border-rule py-1.5">
              <b className="text-hand">{b.unit}</b>{' '}
              <Link className="link" href={`/lots/${b.lotId}`}>
                {b.lot}
              </Link>
              : {barredSays(b.barred, timeZone, now)}
            </p>
          ))}
          {brood.map((b) => (
            <div key={b.treatment.seq} className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-1.5">
              <b>{b.who}</b>
              <span>
                {b.barred === null
                  ? `${b.treatment.product}: was to end ${day(b.treatment.end)}, say that it did`
                  : barredSays(b.barred, timeZone, now)}
              </span>
              {b.running && (
                <span className="ml-auto">
                  <EndTreatment treatment={b.treatment.id} product={b.treatment.product} />
                </span>
              )}
            </div>
          ))}
        </section>
      )}
      <section aria-label="Inspections" className="mb-5">
        <h2 className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-deep/40 pb-0.5">
          Inspections
          <span className="ml-auto text-body font-normal">
            <BeginInspection tanks={h.tanks} />
          </span>
        </h2>
        {inspections.length === 0 && (
          <p className="quiet my-1">None yet: the sample is drawn by how sure it is to be.</p>
        )}
        {inspections.map((i) => (
          <div key={i.id} className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-1.5">
            <Link className="link font-semibold" href={`/health/inspection/${i.id}`}>
              {i.plan.why}
            </Link>
            <span>{i.tanks.map((t) => t.unitName).join(', ')}</span>
            <span className={i.verdict ? 'text-soft' : 'text-careful'}>
              {i.verdict ? verdicts[i.verdict.verdict] : `${grouped(i.wanted)} to be taken`}
              {i.verdict?.validUntil != null && `, until ${day(i.verdict.validUntil)}`}
            </span>
            <span className="ml-auto text-soft">{day(i.openedAt)}</span>
          </div>
        ))}
      </section>
      <section aria-label="Incidents" className="mb-5">
        <h2 className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-deep/40 pb-0.5">
          People
          <span className="ml-auto flex flex-wrap gap-x-4 text-body font-normal">
            <SafetyButtons />
            <RecordIncident />
          </span>
        </h2>
        {happened.length === 0 && (
          <p className="quiet my-1">Nothing happened to anybody within a year, as far as is written.</p>
        )}
        {happened.map((i) => (
          <p key={i.id} className="border-b border-rule py-1">
            <span className="text-small text-soft">{day(i.at)}</span> <b>{i.who}</b>, {incidents[i.what].word}: {i.said}
            {i.done && <span className="text-soft">; {i.done}</span>}
          </p>
        ))}
        <Visitors of={visitors} />
        <Certificates of={certificates} people={people} />
      </section>
      {h.tanks.length > 0 && (
        <section aria-label="Every tank">
          <h2 className="border-b-2 border-deep/40 pb-0.5">Every tank</h2>
          <div className="mt-2">
            <HealthTable tanks={h.tanks} />
          </div>
        </section>
      )}
    </section>
  );
}

/** Tanks of one species that rise, and what happened to them before. */
function Kind({
  of: k,
  cases,
  now,
  timeZone,
}: {
  of: RisingKind;
  cases: HealthProps['cases'];
  now: number;
  timeZone: string;
}) {
  const n = k.rising.length;
  return (
    <section
      aria-label={`Rising, ${k.name}`}
      className="mb-5 grid grid-cols-[minmax(0,1fr)_minmax(0,360px)] gap-x-8 max-lg:grid-cols-1"
    >
      <div>
        <h2 className="border-b-2 border-deep/40 pb-0.5">{k.name}</h2>
        <p className="my-1">
          {n > 1
            ? `${n} of ${k.of} tanks rise: look at what they share, water and feed first.`
            : k.others
              ? `The other ${k.of - 1} rise too, taken together: look at what they share, water and feed first.`
              : k.of > 1
                ? `Only here, of ${k.of} tanks: look at this tank, its flow, its fish, what was done to it.`
                : 'No other tank of them to hold it against.'}
        </p>
        {k.rising.map((r) => (
          <Rise
            key={r.holdingId}
            r={r}
            inCase={cases.find((c) => c.holdings.some((x) => x.holding === r.holdingId))}
            now={now}
            timeZone={timeZone}
          />
        ))}
      </div>
      <div>
        <h2 className="border-b-2 border-deep/40 pb-0.5">What happened before</h2>
        <p className="quiet my-1 text-small">
          By how well it fits in time and place. It goes together; that is no cause.
        </p>
        {k.before.length === 0 && <p className="quiet">Nothing was recorded of these tanks in the ten days before.</p>}
        <ul>
          {k.before.slice(0, 4).map((b) => (
            <li key={b.key} className="border-b border-rule py-1">
              <span className={b.fits === 'well' ? 'font-semibold' : b.fits === 'hardly' ? 'text-soft' : ''}>
                {b.says}
              </span>
              <span className="block text-small text-soft">
                fits {b.fits}: {b.ill.with} of {b.ill.of} that rise, {b.others.with} of {b.others.of} others;{' '}
                {daysBefore(b.daysBefore)}
              </span>
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
}

const daysBefore = (days: number) =>
  days < 0.5 ? 'the day itself' : days < 1.5 ? 'a day before' : `${decimals(days, 0)} days before`;

function Rise({
  r,
  inCase,
  now,
  timeZone,
}: {
  r: Rising;
  inCase: HealthProps['cases'][number] | undefined;
  now: number;
  timeZone: string;
}) {
  return (
    <article
      className="grid grid-cols-[minmax(0,1fr)_minmax(0,300px)] items-start gap-x-6 border-b border-rule py-2 max-sm:grid-cols-1"
      data-rising={r.unit}
    >
      <div>
        <p className="flex flex-wrap items-baseline gap-x-3">
          <Link className="text-lead font-bold text-hand" href={unitHref(r)}>
            {r.unit}
          </Link>
          <Link className="text-ink" href={`/lots/${r.lotId}`}>
            {r.lot}
          </Link>
        </p>
        <p className="font-semibold">{riseSays(r.rise)}</p>
        <p className="text-soft">since {dayMonth(r.rise.since, timeZone, now)}</p>
        {inCase && (
          <Link className="link" href={`/health/${inCase.id}`}>
            its case
          </Link>
        )}
      </div>
      <RiseCurve days={r.days} usual={r.usual} now={now} timeZone={timeZone} />
    </article>
  );
}

/** Tanks into which fish came: looked at again a day later, held apart where they come from elsewhere. */
function Moved({
  looks,
  arrived,
  tanks,
  now,
  timeZone,
}: Pick<HealthProps, 'looks' | 'arrived' | 'now' | 'timeZone'> & { tanks: readonly TankHealth[] }) {
  return (
    <section aria-label="Moved lately" className="mb-5">
      <h2 className="border-b-2 border-deep/40 pb-0.5">Moved lately</h2>
      {arrived.map((a) => (
        <p
          key={a.holdingId}
          className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1"
          data-arrived={a.unit}
        >
          <b>{a.unit}</b>
          <Link className="text-ink" href={`/lots/${a.lotId}`}>
            {a.lot}
          </Link>
          <span className="text-careful">
            came {dayMonth(a.at, timeZone, now)} from elsewhere, in no quarantine{a.papers ? '' : ', no papers named'}
          </span>
          <span className="ml-auto">
            <BeginQuarantine tanks={tanks} unit={a.unitId} />
          </span>
        </p>
      ))}
      {looks.map((l) => (
        <p
          key={l.unitId}
          className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1"
          data-look={l.unit}
        >
          <b>{l.unit}</b>
          <span>
            moved in {dayMonth(l.at, timeZone, now)} {clock(l.at, timeZone)}
          </span>
          <span className={l.dueAt <= now ? 'font-semibold text-careful' : 'text-soft'}>
            {l.dueAt <= now
              ? 'look again now'
              : `look again ${dayMonth(l.dueAt, timeZone, now)} ${clock(l.dueAt, timeZone)}`}
          </span>
          <span className="ml-auto">
            <LookAgain unit={l.unitId} name={l.unit} />
          </span>
        </p>
      ))}
    </section>
  );
}

function CaseLine({ c, day }: { c: HealthProps['cases'][number]; day: (t: number) => string }) {
  return (
    <div className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-1.5">
      <Link className="link font-semibold" href={`/health/${c.id}`}>
        {c.units.join(', ')}
      </Link>
      <span>
        {[
          ...(c.why === 'quarantine' ? [c.until === null ? 'quarantine' : `quarantine until ${day(c.until)}`] : []),
          ...c.signs.map((s) => signs[s as Sign]?.word ?? s),
          ...(c.suspected ? [`suspected: ${c.suspected}`] : []),
        ].join('; ')}
      </span>
      <span className="ml-auto text-soft">
        {c.closedAt === null
          ? `since ${day(c.openedAt)}`
          : `${day(c.openedAt)} to ${day(c.closedAt)}: ${c.diagnosis || outcomes[c.outcome as keyof typeof outcomes]}`}
      </span>
    </div>
  );
}
