import { X } from 'lucide-react';
import { Fragment, type ReactNode } from 'react';
import { ActPanel } from '@/client/act/ActPanel';
import type { ActHolding, PlaceOption, SiteOption } from '@/client/holding';
import { Worked } from '@/client/Working';
import { run } from '@/core/calculation';
import type { Danger } from '@/core/incubation/danger';
import { calculation as fertileOrDead } from '@/core/incubation/fertileOrDead';
import { calculation as loading } from '@/core/incubation/loading';
import { calculation as skipping } from '@/core/incubation/skipping';
import { causesOf } from '@/core/incubation/verdicts';
import { isGrave } from '@/core/planning/due';
import { decimals, grouped } from '@/core/quantities/format';
import { thresholds } from '@/core/thresholds';
import { clock, dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { EntryList } from '@/modules/records/screens/EntryList';
import type { SheetEntry } from '@/modules/records/views/ledger';
import type { Check } from '@/server/stock/checks';
import type { LivingHolding } from '@/server/stock/livingStock';
import { Glyph } from '@/ui/drawings/glyphs';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { Table } from '@/ui/Table';
import { Term } from '@/ui/words/Term';
import type { LossPoint } from '../../views/unitSheet';
import { LossChart } from './LossChart';
import { PickCurve } from './PickCurve';
import { SheetKeys } from './SheetKeys';

type Props = {
  unit: { name: string; kind: string; areaCm2?: number | null; flowLPerMin?: number | null; danger?: Danger | null };
  holdings: LivingHolding[];
  acts: ActHolding[];
  siblings: ActHolding[];
  places: PlaceOption[];
  sites: SiteOption[];
  losses: LossPoint[];
  checks: Check[];
  entries: SheetEntry[];
  close: string;
  now: number;
  timeZone: string;
  mayWrite: boolean;
  totalVolumeMl: number | null;
  /** What its room says of it besides: how a tank is fed. */
  more?: ReactNode;
};

/** One unit in hand: its number, one sentence that judges, its acts, its dead, its clock, its last entries. */
export function UnitSheet({
  unit,
  holdings,
  acts,
  siblings,
  places,
  sites,
  losses,
  checks,
  entries,
  close,
  now,
  timeZone,
  mayWrite,
  totalVolumeMl,
  more,
}: Props) {
  const first = holdings[0];
  return (
    <aside
      className="border-l border-strong bg-sheet px-4 py-4 max-lg:order-1 max-lg:border-b max-lg:border-l-0"
      aria-label={`Unit ${unit.name}`}
      data-sheet={unit.name}
      tabIndex={-1}
    >
      <SheetKeys unit={unit.name} close={close} />
      <div className="mb-2 flex items-center gap-2">
        {first && <Glyph name={first.glyph} size={26} />}
        <h2 className="text-title">{unit.name}</h2>
        {first && (
          <Link href={`/lots/${first.lotId}`} className="link text-lead">
            {first.lot}
          </Link>
        )}
        <Link href={close} scroll={false} aria-label="Close" className="ml-auto p-1 text-soft hover:text-ink">
          <X size={20} />
        </Link>
      </div>
      {holdings.length === 0 && <p className="quiet">{unit.name} is empty.</p>}
      {more}
      {holdings.map((h, i) => (
        <div key={h.holdingId} className="mb-4">
          <p className="quiet text-body">
            {h.speciesName}, {h.stageName}
          </p>
          <p className="my-1" data-testid="unit-number">
            <Doubtful number={h.number} sd={h.sd} size="big" />
          </p>
          {Math.abs(h.number - h.estimated) > Math.max(1, 0.2 * h.sd) && (
            <p className="quiet mb-2">
              <Term of="books">counted in the books</Term>; <Term of="alive">likely alive</Term>, after deaths nobody
              saw: <Doubtful number={h.estimated} sd={h.sd} size="plain" />
            </p>
          )}
          {h.due.length > 0 && (
            <ul className="my-2 border-y border-rule py-2">
              {h.due.map((d) => (
                <li
                  key={d.kind + (d.check ?? '')}
                  className={isGrave(d) ? 'font-semibold text-hand' : d.urgency < 3 ? 'text-careful' : 'text-soft'}
                >
                  {d.says.charAt(0).toUpperCase() + d.says.slice(1)}.
                </li>
              ))}
            </ul>
          )}
          {acts[i]?.eggDiameterMm !== undefined && (
            <LoadLine unit={unit} h={h} eggDiameterMm={acts[i]!.eggDiameterMm!} />
          )}
          <SkipLine h={h} kind={unit.kind} celsius={places.find((p) => p.id === h.unitId)?.celsius} now={now} />
          {h.handsOff && (
            <p className="my-2 text-careful">
              <Term of="handsOff">
                {h.handsOff.severity === 1 ? 'Hands off' : h.handsOff.severity === 2 ? 'Gently only' : 'With care'}
              </Term>
              : {h.handsOff.why},{' '}
              {h.handsOff.to >= 1
                ? 'until they have hatched'
                : `until ${Math.round(100 * h.handsOff.to)} % of the way; now ${Math.round(100 * h.handsOff.progress)} %`}
              .
            </p>
          )}
          {h.watch?.last?.verdict && (
            <div className="my-2 border-l-[3px] border-hand pl-3">
              <p className="font-semibold">Look in this order</p>
              <ol className="list-decimal pl-5 text-body">
                {causesOf(h.watch.last, unit.kind).map((c) => (
                  <li key={c}>{c}</li>
                ))}
              </ol>
            </div>
          )}
          {mayWrite && acts[i] && (
            <ActPanel
              holding={acts[i]}
              unitKind={unit.kind}
              places={places}
              sites={sites}
              siblings={siblings}
              totalVolumeMl={totalVolumeMl}
              checks={checks}
            />
          )}
        </div>
      ))}
      {first?.watch && first.watch.rounds.length > 1 ? (
        <PickCurve watch={first.watch} now={now} timeZone={timeZone} />
      ) : null}
      {!first?.watch && losses.length > 1 && (
        <LossChart losses={losses} now={now} timeZone={timeZone} from={first?.openedAt ?? losses[0]!.at} />
      )}
      {first && <ClockTable h={first} now={now} timeZone={timeZone} />}
      {checks.length > 0 && (
        <section className="mt-4">
          <h2 className="mb-1">Checks</h2>
          <Table>
            <tbody>
              {checks.slice(0, 5).map((c) => (
                <tr key={`${c.kind}${c.at}`}>
                  <td>{c.name}</td>
                  <td className="num">
                    {c.successes} of {c.trials}
                  </td>
                  <td className="num">
                    <b>{Math.round(100 * c.share)} %</b>{' '}
                    <span className="text-soft">
                      {Math.round(100 * c.low)} to {Math.round(100 * c.high)}
                    </span>
                  </td>
                  <td className="num text-soft">{dayMonth(c.at, timeZone, now)}</td>
                </tr>
              ))}
            </tbody>
          </Table>
          <FertileLine checks={checks} />
        </section>
      )}
      <section className="mt-4">
        <h2 className="mb-1">Last entries</h2>
        <EntryList entries={entries} now={now} timeZone={timeZone} compact />
      </section>
    </aside>
  );
}

/** How deep eggs lie in a tray or on a screen, and whether its flow brings the oxygen that they use. */
function LoadLine({ unit, h, eggDiameterMm }: { unit: Props['unit']; h: LivingHolding; eggDiameterMm: number }) {
  if (h.station !== 'eggs' || unit.kind === 'jar' || !unit.areaCm2 || h.number <= 0) return null;
  const input = { number: h.number, eggDiameterMm, areaCm2: unit.areaCm2, maxLayers: thresholds.mostLayers.value };
  const o = run(loading, input);
  const needs = unit.danger?.flowNeeded ?? 0;
  const short = unit.flowLPerMin != null && needs > unit.flowLPerMin;
  return (
    <p className={`my-2 text-body ${o.warnings || short ? 'font-semibold text-hand' : 'text-soft'}`} data-testid="load">
      <Worked request={{ id: 'incubation.loading', input }}>
        {decimals(o.layers, 1)} {o.layers < 1.05 ? 'layer' : 'layers'}
      </Worked>{' '}
      deep
      {o.warnings
        ? `, more than ${input.maxLayers}: spread them, or dead ones hide below`
        : `; room for ${grouped(Number(o.mostByLayers!.toPrecision(3)))} by layers`}
      {short && `; its flow is short of oxygen, ${decimals(needs, 1)} L/min needed`}
    </p>
  );
}

const liesIn: Record<string, 'rolling' | 'layer' | 'depth'> = { jar: 'rolling', tray: 'layer', frame: 'layer' };

/** What it is likely to cost to leave today's dead for another day, while they are still to be picked. */
function SkipLine({
  h,
  kind,
  celsius,
  now,
}: {
  h: LivingHolding;
  kind: string;
  celsius: number | undefined;
  now: number;
}) {
  const expected = h.watch?.now.expected ?? 0;
  if (celsius === undefined || expected < 1 || !h.due.some((d) => d.kind === 'pick')) return null;
  const last = h.watch?.rounds.at(-1)?.at ?? h.openedAt;
  const days = Math.max(1, (now - last) / DAY_MS);
  const input = {
    // From the last round on: some of them have stood since then.
    whites: 0,
    newPerDay: Math.round((10 * expected) / days) / 10,
    lie: liesIn[kind] ?? 'depth',
    celsius: Math.min(30, Math.max(-1, celsius)),
    days: Math.min(14, Math.round(days) + 1),
    ...(h.number > 0 ? { eggs: h.number } : {}),
  };
  const o = run(skipping, input).ifSkipped;
  if (o.high < 0.5) return null;
  const said = (n: number) => grouped(Math.round(n));
  return (
    <p className="my-2 text-body" data-testid="skip">
      Left until tomorrow it costs{' '}
      <Worked request={{ id: 'incubation.skip', input }}>
        <b>{o.middle < 1 ? 'hardly one' : `about ${said(o.middle)}`}</b>
      </Worked>{' '}
      of the living{' '}
      <span className="text-soft">
        ({o.low < 1 ? `up to ${said(o.high)}` : `${said(o.low)} to ${said(o.high)}`}; how fast it spreads is assumed)
      </span>
    </p>
  );
}

/** When each stage is reached: seen, or predicted with its interval, and how much of it rests on measured water. */
export function ClockTable({
  h,
  now,
  timeZone,
}: {
  h: Pick<LivingHolding, 'milestones' | 'fertilisedAt'>;
  now: number;
  timeZone: string;
}) {
  if (h.fertilisedAt === null || h.milestones.length === 0) return null;
  const note = h.milestones.find((m) => m.note)?.note;
  const bent = h.milestones.find((m) => !m.seen && m.factorDates > 0 && Math.abs(m.factor - 1) >= 0.005);
  const half = (low: number | null, high: number | null) => {
    if (low === null || high === null) return '';
    const days = (high - low) / 2 / DAY_MS;
    return days < 1
      ? `±${Math.max(1, Math.round(days * 24))} h`
      : `±${days < 10 ? decimals(days, 1) : Math.round(days)} d`;
  };
  return (
    <section className="mt-4" data-testid="clock">
      <h2 className="mb-1">Dates</h2>
      <Table>
        <tbody>
          <tr>
            <td className="text-soft">fertilised</td>
            <td className="num">
              {dayMonth(h.fertilisedAt, timeZone, now)} {clock(h.fertilisedAt, timeZone)}
            </td>
            <td className="num text-soft">seen</td>
          </tr>
          {h.milestones.map((m) => (
            <Fragment key={m.id}>
              {m.turn === 'hatch' && !m.seen && m.first !== null && (
                <tr className="text-soft">
                  <td>first hatch</td>
                  <td className="num">{dayMonth(m.first, timeZone, now)}</td>
                  <td />
                </tr>
              )}
              <tr data-milestone={m.id} data-at={m.at ?? ''} data-low={m.low ?? ''} data-high={m.high ?? ''}>
                <td className={m.seen ? 'text-soft' : 'font-semibold'}>{m.name}</td>
                <td className="num">{m.at === null ? 'no forecast' : dayMonth(m.at, timeZone, now)}</td>
                <td className="num text-soft">{m.seen ? 'seen' : m.at === null ? '' : half(m.low, m.high)}</td>
              </tr>
              {m.turn === 'hatch' && !m.seen && m.last !== null && (
                <tr className="text-soft">
                  <td>nearly all</td>
                  <td className="num">{dayMonth(m.last, timeZone, now)}</td>
                  <td />
                </tr>
              )}
            </Fragment>
          ))}
        </tbody>
      </Table>
      {bent && (
        <p className="quiet mt-1 text-small">
          {Math.round(Math.abs(100 * (bent.factor - 1)))} % {bent.factor > 1 ? 'slower' : 'faster'} than in Reference,
          as {bent.factorDates === 1 ? 'one date' : `${bent.factorDates} dates`} observed here{' '}
          {bent.factorDates === 1 ? 'shows' : 'show'}.
        </p>
      )}
      {note && <p className="mt-1 text-small text-careful">{note.charAt(0).toUpperCase() + note.slice(1)}.</p>}
    </section>
  );
}

/** Where both were looked at: how many of the fertile lived to be eyed, which tells a parents' fault from one of the water. */
function FertileLine({ checks }: { checks: readonly Check[] }) {
  const of = (kind: string) => checks.find((c) => c.kind === `check:${kind}`);
  const [fertilised, eyed] = [of('fertilised'), of('eyed')];
  if (!fertilised || !eyed) return null;
  const input = {
    fertilised: { successes: fertilised.successes, trials: fertilised.trials },
    eyed: { successes: eyed.successes, trials: eyed.trials },
  };
  const o = run(fertileOrDead, input);
  return (
    <p className="mt-1 text-body">
      Of the fertile{' '}
      <Worked request={{ id: 'incubation.fertileOrDead', input }}>
        <b>{Math.round(100 * o.survivalOfFertile)} %</b>
      </Worked>{' '}
      eyed{' '}
      <span className="text-soft">
        {Math.round(100 * o.low)} to {Math.round(100 * o.high)}
      </span>
      {o.warnings && <span className="block text-careful">{o.warnings[0]}</span>}
    </p>
  );
}
