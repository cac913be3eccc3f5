import { barredSays } from '@/core/health/barred';
import { type Sign, signs } from '@/core/health/signs';
import { treatedByWords } from '@/core/health/treatment';
import { nextOfTriage, triageWords } from '@/core/health/triage';
import { decimals, figures, grouped } from '@/core/quantities/format';
import { clock, dayMonth, localDay } from '@/core/time/localDay';
import { Caution } from '@/ui/caution';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';
import { outcomes } from '../acts/caseClose/act';
import { type CaseWord, caseWords } from '../acts/caseSay/act';
import { type CaseLine, type CaseTank, type CaseView, conditionsOf } from '../views/case';
import { CaseSay } from './CaseSay';
import { CloseCase, EndTreatment, TreatTank } from './HealthActs';
import { RiseCurve } from './RiseCurve';

/** One case, from what was first seen to what it was. */
export function CaseScreen({
  of: c,
  all,
  now,
  timeZone,
}: {
  of: CaseView;
  /** The dead of all its tanks together. */
  all: CaseTank['days'];
  now: number;
  timeZone: string;
}) {
  const open = c.closedAt === null;
  const day = (t: number) => dayMonth(t, timeZone, now);
  const when = (t: number) => `${day(t)} ${clock(t, timeZone)}`;
  const waiting = c.samples.filter((s) => s.result === null);
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Case">
      <div className="mb-1 flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <h1>
          {c.why === 'quarantine' ? 'Quarantine of ' : 'Case of '}
          {c.tanks.map((t) => t.unit).join(', ')}
        </h1>
        <span className={open ? 'font-semibold text-hand' : 'text-soft'}>
          {open
            ? `open since ${day(c.openedAt)}`
            : `${day(c.openedAt)} to ${day(c.closedAt!)}, ${outcomes[c.outcome as keyof typeof outcomes]}`}
        </span>
        <span className="ml-auto flex gap-x-4">
          <Link className="link" href="/health">
            Health
          </Link>
          {open && <CloseCase caseId={c.id} />}
        </span>
      </div>
      <p className="mb-3 text-lead">
        {[
          ...c.signs.map((s) => signs[s as Sign]?.word ?? s),
          ...(c.suspected ? [`suspected: ${c.suspected}`] : []),
        ].join('; ') ||
          (c.why === 'quarantine' ? 'Held apart until it is known that they carry nothing.' : 'No sign was named.')}
        {c.diagnosis && <b> It was {c.diagnosis}.</b>}
      </p>
      {open && c.why === 'quarantine' && (
        <ul className="mb-3" aria-label="Before they are let go">
          {conditionsOf(c, now).map((x) => (
            <li key={x.says} className={x.met ? '' : 'font-semibold text-careful'}>
              {x.met ? '✓' : '·'} {x.says}
              {x.says === 'its time is over' && c.until !== null && !x.met && `: until ${day(c.until)}`}
            </li>
          ))}
        </ul>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,380px)] gap-x-8 max-lg:grid-cols-1">
        <div>
          {all.length > 1 && (
            <figure className="mb-4">
              <figcaption className="font-bold">
                Dead a day{c.tanks.length > 1 ? ', its tanks together' : ''}, on what was expected
              </figcaption>
              <RiseCurve
                days={all}
                marks={[
                  { at: c.openedAt, says: 'opened' },
                  ...c.treatments.map((t) => ({ at: t.at, says: t.product })),
                ]}
                now={c.closedAt ?? now}
                timeZone={timeZone}
              />
              <p className="quiet text-small">Dashed lines: the case was opened, a treatment began.</p>
            </figure>
          )}
          {open && c.tanks.map((t) => <Triage key={t.holdingId} t={t} several={c.tanks.length > 1} when={when} />)}
          <section aria-label="Treatments" className="mb-4">
            <h2 className="border-b-2 border-deep/40 pb-0.5">Treatments</h2>
            {c.treatments.length === 0 && <p className="quiet my-1">None was given.</p>}
            {c.treatments.map((t) => (
              <Given key={t.seq} t={t} now={now} timeZone={timeZone} />
            ))}
            {open && (
              <p className="mt-2 flex flex-wrap gap-x-5 gap-y-2">
                {c.tanks
                  .filter((t) => t.number > 0)
                  .map((t) => (
                    <span key={t.holdingId}>
                      {c.tanks.length > 1 && <b>{t.unit} </b>}
                      <TreatTank
                        h={{ unitId: t.unitId, unit: t.unit, lotId: t.lotId, stage: t.stage, number: t.number }}
                        caseId={c.id}
                      />
                    </span>
                  ))}
              </p>
            )}
            {c.tanks.flatMap((t) =>
              t.barred.map((b) => (
                <p key={`${t.unit}${b.treatment.seq}`} className="mt-1 font-semibold text-careful">
                  {t.unit}: {barredSays(b, timeZone, now)}
                </p>
              )),
            )}
          </section>
          {c.samples.length > 0 && (
            <section aria-label="Samples" className="mb-4">
              <h2 className="border-b-2 border-deep/40 pb-0.5">Samples</h2>
              {waiting.length > 0 && <p className="text-careful">{waiting.length} without a result yet.</p>}
              <Table>
                <thead>
                  <tr>
                    <th>container</th>
                    <th>sent</th>
                    <th>what</th>
                    <th>to</th>
                    <th>result</th>
                  </tr>
                </thead>
                <tbody>
                  {c.samples.map((s) => (
                    <tr key={s.sample}>
                      <td className="font-semibold">{s.sample}</td>
                      <td>{day(s.at)}</td>
                      <td>
                        {[s.animals === null ? '' : `${grouped(s.animals)} animals`, s.organs]
                          .filter(Boolean)
                          .join(', ')}
                      </td>
                      <td>{s.handedTo}</td>
                      <td>{s.result ?? <span className="text-careful">waiting</span>}</td>
                    </tr>
                  ))}
                </tbody>
              </Table>
            </section>
          )}
        </div>
        <div>
          {open && <CaseSay caseId={c.id} samples={waiting.map((s) => s.sample)} />}
          <section aria-label="Story">
            <h2 className="mt-3 border-b-2 border-deep/40 pb-0.5">What was said</h2>
            <ol>
              {c.lines.map((l) => (
                <li key={l.id} className="border-b border-rule py-1.5">
                  <span className="text-small text-soft">
                    {when(l.at)}, {l.by}
                  </span>
                  <span className="block">{lineSays(l)}</span>
                </li>
              ))}
            </ol>
          </section>
          {open && (
            <Caution>
              A suspect tank comes last on the walk: own net, own boots, hands disinfected after it. Nothing leaves it,
              no net or bucket either. Some illnesses must be reported: ask the veterinarian the same day.
            </Caution>
          )}
        </div>
      </div>
    </section>
  );
}

/** Temperature, pH, oxygen, flow, chlorine, in this order, each by its freshest reading or asked for. */
function Triage({ t, several, when }: { t: CaseTank; several: boolean; when: (at: number) => string }) {
  const next = nextOfTriage(t.triage);
  return (
    <section aria-label={`Triage ${t.unit}`} className="mb-4" data-triage={t.unit}>
      <h2 className="border-b-2 border-deep/40 pb-0.5">
        Look in this order{several ? `, ${t.unit}` : ''}
        {next && (
          <span className="ml-3 font-normal text-careful">
            next: {next.state === 'off' ? `${triageWords[next.step]}, ${next.todo}` : next.todo}
          </span>
        )}
      </h2>
      <ol className="grid grid-cols-5 gap-x-3 max-sm:grid-cols-1">
        {t.triage.map((l, i) => (
          <li key={l.step} className="py-1" data-state={l.state}>
            <span className="text-small text-soft">
              {i + 1} {triageWords[l.step]}
            </span>
            <span
              className={`block ${l.state === 'off' ? 'font-bold text-hand' : l.state === 'good' ? 'font-semibold text-deep' : l.state === 'unknown' ? 'font-semibold' : 'text-careful'}`}
            >
              {l.says}
            </span>
            {l.at !== null && (
              <span className="block text-small text-soft">
                {when(l.at)}
                {l.state === 'good' ? ', good' : l.state === 'old' ? ', too old' : ''}
              </span>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}

function Given({ t, now, timeZone }: { t: CaseView['treatments'][number]; now: number; timeZone: string }) {
  const { effect: e } = t;
  const today = localDay(now, timeZone).start;
  const at = (x: number) => (x >= today ? clock(x, timeZone) : dayMonth(x, timeZone, now));
  return (
    <div className="border-b border-rule py-1.5">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <b>{t.product}</b>
        <span>
          {t.unit}, {treatedByWords[t.by as keyof typeof treatedByWords]}, {at(t.at)}
          {t.end > t.at ? ` to ${at(t.end)}` : ''}
        </span>
        <span className="text-soft">ordered by {t.orderedBy}</span>
        {!t.ended && t.by === 'feed' && (
          <span className="ml-auto">
            <EndTreatment treatment={t.id} product={t.product} />
          </span>
        )}
      </div>
      <p className="text-small">
        {e
          ? `Dead a day ${figures(e.before.perDay, 2)} before, ${figures(e.after.perDay, 2)} after: ${decimals(e.ratio, 2)} times (${decimals(e.low, 2)} to ${decimals(e.high, 2)}). It followed; an outbreak may end by itself, too.`
          : 'What followed is not known yet: two days counted before, and two after it.'}
      </p>
    </div>
  );
}

function lineSays(l: CaseLine): string {
  const text = (key: string) => (typeof l.intent[key] === 'string' ? (l.intent[key] as string) : '');
  const seen = ((l.intent.signs as string[] | undefined) ?? []).map((s) => signs[s as Sign]?.word ?? s);
  if (l.what === 'opened') return ['Opened', ...seen, text('suspected'), text('note')].filter(Boolean).join(', ');
  if (l.what === 'closed')
    return `Closed: ${outcomes[text('outcome') as keyof typeof outcomes]}${text('diagnosis') ? `, ${text('diagnosis')}` : ''}`;
  const word = caseWords[l.what as CaseWord] ?? l.what;
  return [
    `${word.charAt(0).toUpperCase()}${word.slice(1)}`,
    text('sample'),
    text('organs'),
    ...seen,
    text('text'),
    text('handedTo') ? `to ${text('handedTo')}` : '',
    text('by') ? `says ${text('by')}` : '',
    text('note'),
  ]
    .filter(Boolean)
    .join(', ');
}
