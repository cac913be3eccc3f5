import { scaleLinear } from 'd3';
import { useAct } from '@/client/act/useAct';
import { useSession } from '@/client/session';
import type { HarvestStepId } from '@/core/ponds/harvest';
import { decimals, grouped, percent, withDoubt } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import { massOfAll } from '@/core/quantities/mass';
import { clock, dayMonth } from '@/core/time/localDay';
import { HOUR_MS } from '@/core/time/spans';
import { Button } from '@/ui/Button';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { XAxis, YAxis } from '@/ui/chart/parts';
import { DialogButton } from '@/ui/Dialog';
import { HarvestForm, PartnersForm, ProfileForm, RhythmForm } from '../acts/extend/form';
import { notePond } from '../acts/note/act';
import { ExchangeForm } from '../acts/note/form';
import { TidesFile } from '../acts/tides/form';
import type { PondDay } from '../views/pondDay';
import type { PondRun } from '../views/ponds';
import { ClassesOfHarvest } from './ClassesOfHarvest';

type Of = { r: PondRun; d: PondDay; plans: boolean };

function Head({ title, children }: { title: string; children?: React.ReactNode }) {
  return (
    <h2 className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-deep/40 pb-0.5">
      {title}
      {children && <span className="ml-auto flex gap-x-4 text-body font-normal">{children}</span>}
    </h2>
  );
}

/** The night to come: what two readings say of the morning. */
export function NightOfPond({ r, d }: Of) {
  const { timeZone } = useSession();
  if (r.books.stands <= 0) return null;
  const n = d.night;
  const short = n?.ahead?.shortAt;
  return (
    <section aria-label="Oxygen at dawn" className="mb-4">
      <Head title="Oxygen at dawn" />
      {n === null ? (
        <p className="quiet my-1">
          {d.placed
            ? 'The sun does not set: read it in the small hours.'
            : 'Say in Set-up where the hatchery lies, with the map of its waters: then dusk and dawn are known.'}
        </p>
      ) : n.ahead === null ? (
        <p className="my-1">
          {n.readings.length === 0
            ? `Read oxygen by hand at dusk, ${clock(n.dusk, timeZone)}, and once more two hours later: a straight line through both says what dawn brings.`
            : `${decimals(n.readings.at(-1)!.value, 1)} mg/L at ${clock(n.readings.at(-1)!.at, timeZone)}: read once more at ${clock(n.readings[0]!.at + 2 * HOUR_MS, timeZone)}.`}
        </p>
      ) : (
        <>
          <p className={`my-1 ${short ? 'font-semibold text-hand' : ''}`} data-testid="dawn">
            {decimals(n.ahead.mgPerL, 1)} mg/L at {clock(n.dawn, timeZone)} ({decimals(n.ahead.low, 1)} to{' '}
            {decimals(n.ahead.high, 1)}); {decimals(Math.abs(n.ahead.perHour), 2)} less each hour
          </p>
          {short ? (
            <p className="font-semibold text-hand">
              Below {decimals(n.least, 1)} from {clock(Date.parse(short), timeZone)}: air or paddle wheel on an hour
              before, fresh water in, no feed in the morning; one stays beside it.
            </p>
          ) : (
            (n.ahead.warnings ?? []).map((w) => (
              <p key={w} className="text-careful">
                {w}
              </p>
            ))
          )}
        </>
      )}
    </section>
  );
}

/** When it is weighed, and when its water is exchanged. */
export function RhythmOfPond({ r, d, plans }: Of) {
  const { timeZone, now, role } = useSession();
  const day = (t: number) => dayMonth(t, timeZone, now);
  const late = d.sample !== null && d.sample.due < now;
  return (
    <section aria-label="Rhythm" className="mb-4">
      <Head title="Rhythm">
        {plans && (
          <DialogButton word="Set it" title={`Rhythm of ${r.unit}`}>
            {(done) => <RhythmForm run={r} done={done} />}
          </DialogButton>
        )}
        {plans && r.more.tidal && (
          <DialogButton word="Tide table" title="Tide table">
            {(done) => <TidesFile done={done} />}
          </DialogButton>
        )}
        {role !== 'reader' && r.books.stands > 0 && (
          <DialogButton word="Water exchanged" title={`${r.unit}: water exchanged`}>
            {(done) => <ExchangeForm run={r.id} done={done} />}
          </DialogButton>
        )}
      </Head>
      {d.sample && (
        <p className={`my-1 ${late ? 'text-careful' : ''}`}>
          {d.sample.last === null ? 'Never weighed in this run' : `Weighed ${day(d.sample.last)}`}; the next sample{' '}
          {late ? 'was due' : 'is due'} <b>{day(d.sample.due)}</b>.
        </p>
      )}
      {d.again && (
        <p className="my-1 text-careful">
          Water was exchanged since {day(d.again.since)}: give {d.again.what} again,{' '}
          <b>{d.again.kg < 10 ? decimals(d.again.kg, 1) : grouped(Math.round(d.again.kg))} kg</b>.
        </p>
      )}
      {r.more.tidal && d.springs.length > 0 && (
        <p className="my-1">
          Spring tides:{' '}
          {d.springs
            .slice(0, 4)
            .map((s) => `${day(s.at)} (${s.by}${s.rangeM === undefined ? '' : `, ${decimals(s.rangeM, 1)} m`})`)
            .join(', ')}
          . Exchange {percent(r.more.exchangeShare)} of its water then.
          {!d.hasTable && <span className="quiet block text-small">By the moon: a tide table says it better.</span>}
        </p>
      )}
      {d.sample === null && !r.more.tidal && <p className="quiet my-1">Nothing stands in it yet.</p>}
    </section>
  );
}

/** Who goes in together. */
export function PartnersOfPond({ r, d, plans }: Of) {
  const perM2 = (n: number) => decimals(n / r.plan.areaM2, n / r.plan.areaM2 < 1 ? 2 : 1);
  return (
    <section aria-label="Partners" className="mb-4">
      <Head title="Who goes in together">
        {plans && (
          <DialogButton word="Plan it" title={`Who goes into ${r.unit}`}>
            {(done) => <PartnersForm run={r} done={done} />}
          </DialogButton>
        )}
      </Head>
      {r.more.partners.length === 0 && <p className="quiet my-1">Not planned.</p>}
      {r.more.partners.map((p) => (
        <p key={p.name} className="flex border-b border-rule py-1">
          <b>{p.name}</b>
          <span className="ml-auto">
            {grouped(p.number)} of {decimals(p.lengthMm / 10, 1)} cm
            <span className="text-soft">, {perM2(p.number)} for a m²</span>
          </span>
        </p>
      ))}
      {d.pairs
        .filter((p) => p.says !== '')
        .map((p) => (
          <p
            key={`${p.a} ${p.b}`}
            className={p.is === 'eats' ? 'font-semibold text-hand' : p.is === 'shares' ? 'text-careful' : 'text-soft'}
            data-pair={`${p.a} ${p.b}`}
          >
            {p.a} and {p.b}: {p.says}
          </p>
        ))}
    </section>
  );
}

/** The day of the harvest, step by step. */
export function HarvestOfPond({ r, d, plans }: Of) {
  const { timeZone, now, units } = useSession();
  const us = units === 'us';
  const h = d.harvest;
  return (
    <section aria-label="Harvest" className="mb-4">
      <Head title="Harvest">
        {plans && (
          <DialogButton word="Plan it" title={`Harvest of ${r.unit}`}>
            {(done) => <HarvestForm run={r} done={done} />}
          </DialogButton>
        )}
      </Head>
      {h === null ? (
        <p className="quiet my-1">{r.books.stands > 0 ? 'Not planned.' : 'Nothing stands in it.'}</p>
      ) : (
        <>
          <p className="my-1">
            About <b>{withDoubt(h.number, (Z95 * r.books.standsSd * h.number) / r.books.stands).number}</b>
            {h.massKg !== null && (
              <>
                , {massOfAll(1000 * h.massKg, us, 0)}; ice <b>{massOfAll(1000 * h.iceKg!, us, 0)}</b> for a day
              </>
            )}
            {h.massKg === null && <span className="text-careful">; weigh a sample first</span>}
          </p>
          {d.soft !== null && d.soft.share > SOFT && (
            <p className="font-semibold text-hand">
              {percent(d.soft.share)} were soft on {dayMonth(d.soft.at, timeZone, now)}: wait until they are hard.
            </p>
          )}
          {h.classes.length > 0 && <ClassesOfHarvest of={h.classes} us={us} />}
          <ol>
            {h.steps.map((s) => (
              <li
                key={s.id}
                data-step={s.id}
                className="grid grid-cols-[7.5rem_minmax(0,1fr)_auto] items-baseline gap-x-2 border-b border-rule py-1"
              >
                <span className={s.doneAt === null && s.at < now ? 'font-semibold text-hand' : 'text-soft'}>
                  {dayMonth(s.at, timeZone, now)} {clock(s.at, timeZone)}
                </span>
                <span className={s.doneAt === null ? '' : 'text-soft'}>
                  {s.what}
                  {s.why && <span className="block text-small text-soft">{s.why}</span>}
                </span>
                {s.doneAt === null ? (
                  <Done run={r.id} step={s.id} />
                ) : (
                  <span className="text-small text-soft">
                    done {dayMonth(s.doneAt, timeZone, now)} {clock(s.doneAt, timeZone)}
                  </span>
                )}
              </li>
            ))}
          </ol>
        </>
      )}
    </section>
  );
}

/** One tap says that a step is done. */
function Done({ run, step }: { run: number; step: HarvestStepId }) {
  const act = useAct(notePond);
  if (act.barred) return null;
  return (
    <span>
      <Button kind="link" disabled={act.busy} onClick={() => void act.submit({ run, what: `harvest-${step}` })}>
        done
      </Button>
      {act.refused && <span className="block text-small text-loss">{act.refused.message}</span>}
    </span>
  );
}

/** More soft ones than this, and a harvest waits. `verify` */
const SOFT = 0.1;

const [W, H] = [740, 190];

/** The pond cut from the inlet to its drain, with the water at the depth that is planned. */
export function ProfileOfPond({ r, plans }: Of) {
  const points = r.more.profile;
  const box = boxOf(W, H, { left: 60, right: 24, top: 8, bottom: 26 });
  const long = points.at(-1)?.atM ?? 0;
  const deep = Math.max(...points.map((p) => p.cm), r.plan.depthCm, 1);
  const x = scaleLinear([0, long || 1], [box.left, box.right]);
  const y = scaleLinear([0, deep], [box.top, box.bottom]);
  // Mean of the cut, by trapezia.
  const mean =
    long > 0
      ? points.slice(1).reduce((s, p, i) => s + ((p.cm + points[i]!.cm) / 2) * (p.atM - points[i]!.atM), 0) /
        (long - points[0]!.atM)
      : null;
  const bottom = points.map((p) => `${x(p.atM).toFixed(1)},${y(p.cm).toFixed(1)}`).join(' L');
  return (
    <section aria-label="Profile" className="mb-4">
      <Head title="Its bottom">
        {plans && (
          <DialogButton word="Set it" title={`Bottom of ${r.unit}`}>
            {(done) => <ProfileForm run={r} done={done} />}
          </DialogButton>
        )}
      </Head>
      {points.length < 2 || mean === null ? (
        <p className="quiet my-1">Depths from the inlet to the drain draw it, and tell how much water it holds.</p>
      ) : (
        <>
          <Chart
            width={W}
            height={H}
            box={box}
            x={x}
            y={y}
            says={`Bottom of ${r.unit} from the inlet on: ${points.map((p) => `${p.cm} cm at ${p.atM} m`).join(', ')}`}
            table={{ head: ['m', 'cm'], rows: points.map((p) => [p.atM, p.cm]) }}
          >
            <path
              d={`M${x(points[0]!.atM)},${y(0)} L${bottom} L${x(long)},${y(0)} Z`}
              fill="var(--deep)"
              opacity={0.16}
            />
            <path d={`M${bottom}`} fill="none" stroke="var(--ink)" strokeWidth={1.6} />
            <line x1={x(points[0]!.atM)} x2={x(long)} y1={y(0)} y2={y(0)} stroke="var(--deep)" strokeWidth={1.6} />
            <YAxis ticks={y.ticks(3)} format={(v) => `${v} cm`} />
            <XAxis ticks={x.ticks(5).map((v) => ({ at: v, says: `${v} m` }))} />
          </Chart>
          <p className="my-1">
            {decimals(mean, 0)} cm on the mean: <b>{grouped(Math.round((mean / 100) * r.plan.areaM2))} m³</b> up to the
            standpipe
            {Math.abs(mean - r.plan.depthCm) > 0.15 * r.plan.depthCm && (
              <span className="text-careful">; the plan reckons with {r.plan.depthCm} cm</span>
            )}
          </p>
        </>
      )}
    </section>
  );
}
