import { barredSays } from '@/core/health/barred';
import { type Sign, signs } from '@/core/health/signs';
import { treatedByWords } from '@/core/health/treatment';
import { incidents } from '@/core/practice/incidents';
import { grouped } from '@/core/quantities/format';
import { clock, dayMonth, localDay } from '@/core/time/localDay';
import { outcomes } from '@/modules/health/acts/caseClose/act';
import { Certificates, SafetyButtons, Visitors } from '@/modules/safety/screens/PeopleSafety';
import { Fold } from '@/ui/Fold';
import { Link } from '@/ui/Link';
import { verdicts } from '../input';
import type { HealthPage } from '../views/healthPage';
import { BeginInspection, BeginQuarantine, EndTreatment, LookAgain, OpenCase, RecordIncident } from './HealthActs';
import { HealthTable } from './HealthTable';
import { type HealthLine, healthLine } from './healthLine';
import { RisingOfKind } from './RisingOfKind';

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
  const today = localDay(now, timeZone).start;
  const tanks = h.tanks.map((t) => healthLine(t, today));
  const rising = h.kinds.flatMap((k) => k.rising);
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Health">
      <div className="mb-3 flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <h1>Health</h1>
        <p className={rising.length > 0 ? 'text-lead font-semibold text-hand' : 'text-lead text-soft'}>
          {rising.length === 0
            ? tanks.length === 0
              ? 'No fish stand here yet.'
              : 'No tank loses more than is usual there.'
            : `More die than is usual in ${rising.map((r) => r.unit).join(', ')}`}
        </p>
        <span className="ml-auto flex items-baseline gap-x-4">
          <Link className="link" href="/health/store">
            Chemicals
          </Link>
          <OpenCase tanks={tanks} chosen={rising.map((r) => r.unitId)} />
        </span>
      </div>
      {h.kinds.map((k) => (
        <RisingOfKind key={k.name} of={k} cases={open} now={now} timeZone={timeZone} />
      ))}
      {(looks.length > 0 || arrived.length > 0) && (
        <Moved looks={looks} arrived={arrived} tanks={tanks} now={now} timeZone={timeZone} />
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
            <BeginInspection tanks={tanks} />
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
      {tanks.length > 0 && (
        <section aria-label="Every tank">
          <h2 className="border-b-2 border-deep/40 pb-0.5">Every tank</h2>
          <div className="mt-2">
            <HealthTable tanks={tanks} />
          </div>
        </section>
      )}
    </section>
  );
}

/** Tanks into which fish came: looked at again a day later, held apart where they come from elsewhere. */
function Moved({
  looks,
  arrived,
  tanks,
  now,
  timeZone,
}: Pick<HealthProps, 'looks' | 'arrived' | 'now' | 'timeZone'> & { tanks: readonly HealthLine[] }) {
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
