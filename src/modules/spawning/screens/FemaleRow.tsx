'use client';

import { useSession } from '@/client/session';
import { findingWords } from '@/core/induction/latency';
import { degrees, plain } from '@/core/quantities/format';
import { massOfAll } from '@/core/quantities/mass';
import { thresholds } from '@/core/thresholds';
import { clock } from '@/core/time/localDay';
import { HOUR_MS } from '@/core/time/spans';
import { Button } from '@/ui/Button';
import type { DayFemale, DayView } from '../views/day';
import { ClockAxis, ClockBar } from './ClockBar';
import type { FishAct } from './InHand';
import { span } from './span';
import { TakingSteps } from './TakingSteps';

/** The hours above the clocks of the females. */
export function FemalesHeading({
  word,
  range,
  timeZone,
  width,
}: {
  word: string;
  range: { from: number; to: number } | null;
  timeZone: string;
  width: number;
}) {
  return (
    <div className="flex items-end gap-x-4 border-b-2 border-deep/40">
      <h2 className="w-[7.5rem] flex-none pb-0.5">{word}</h2>
      {range && (
        <>
          <ClockAxis {...range} timeZone={timeZone} width={width} />
          <span className="ml-auto text-small text-soft max-sm:hidden">▲ injected ▼ next look; band: she may run</span>
        </>
      )}
    </div>
  );
}

/** One female of the day: her clock, what was found, what she gave, and what is usually done next. */
export function FemaleRow({
  f,
  view,
  range,
  now,
  width,
  us,
  selected,
  onAct,
  onCross,
  onNest,
}: {
  f: DayFemale;
  view: DayView;
  range: { from: number; to: number } | null;
  now: number;
  width: number;
  us: boolean;
  selected: boolean;
  onAct: ((act: FishAct) => void) | null;
  onCross: (() => void) | null;
  onNest: (() => void) | null;
}) {
  const { timeZone } = useSession();
  const c = f.clock;
  const found = f.checks.at(-1);
  const stripped = f.strips.reduce((s, x) => s + x.massG, 0);
  const apart = f.strips.find((s) => s.apart);
  const usual: FishAct =
    stripped > 0
      ? 'move'
      : f.nextPart || (f.treatment && f.given.length === 0)
        ? 'inject'
        : found?.found === 'running' || found?.found === 'overRipe' || !f.treatment
          ? 'strip'
          : 'ready';
  const words: Record<FishAct, string> = {
    look: 'Look',
    inject: f.nextPart ? `Inject part ${f.nextPart.part}` : 'Inject',
    ready: 'Does she run?',
    strip: 'Strip',
    milt: '',
    move: 'To recovery',
    fate: 'Out of the brood',
  };
  const nests =
    f.taking.some((t) => view.protocols.find((p) => p.id === t.protocol)?.nest) &&
    !view.bowls.some((b) => b.nest && b.females.some((x) => x.fish === f.fish.id));
  const names = view.males.filter((m) => f.planned.includes(m.fish.id)).map((m) => m.fish.tag);
  return (
    <li
      data-female={f.fish.tag}
      className={`flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule py-2 ${selected ? 'bg-deep-wash' : ''}`}
    >
      <div className="w-[7.5rem] flex-none">
        <Button kind="bare" className="text-lead font-bold" disabled={!onAct} onClick={() => onAct?.('look')}>
          {f.fish.tag}
        </Button>
        <span className="block text-small text-soft">
          {f.fish.massG === null ? 'not weighed' : massOfAll(f.fish.massG, us, 2)}
          {f.given.length === 0 && f.fish.ripeness ? `, ${f.fish.ripeness.name}` : ''}
        </span>
      </div>
      {range && <ClockBar f={f} from={range.from} to={range.to} now={now} timeZone={timeZone} width={width} />}
      <div className="min-w-[11rem] flex-1 text-body" data-testid="clock-says">
        {stripped > 0 ? (
          <>
            <b>{Math.round(stripped)} g</b> stripped{f.strips.length > 1 ? ` in ${f.strips.length}` : ''}
            {f.gave && (
              <span className={f.gave.state === 'low' ? 'text-hand' : 'text-soft'}>
                , {Math.round(100 * f.gave.share)} % of what her mass promises
                {f.gave.state === 'low' ? ': far below the usual' : f.gave.state === 'high' ? ': more than usual' : ''}
              </span>
            )}
            {apart && <span className="block text-loss">held apart: {apart.why}</span>}
            {f.eggsLeftG > 0 && !apart && <Age at={f.strips[0]!.at} now={now} what="eggs" left={f.eggsLeftG} />}
          </>
        ) : found && (found.found === 'running' || found.found === 'overRipe' || found.found === 'spent') ? (
          <b className={found.found === 'running' ? 'text-deep' : 'text-loss'}>{findingWords[found.found]}</b>
        ) : c?.noForecast ? (
          <span className="text-hand">
            <b>No forecast: begin checks now.</b> <span className="text-small">{c.noForecast}</span>
          </span>
        ) : c ? (
          <>
            runs about <b>{clock(c.at!, timeZone)}</b>{' '}
            <span className="text-soft">
              {clock(c.low!, timeZone)}–{c.high === null ? '?' : clock(c.high, timeZone)}
            </span>
            <span className="block text-small text-soft">
              {f.celsius === null ? '' : `water ${degrees(f.celsius, us)}, `}
              {Math.round(100 * c.passed)} % of the way
              {c.warnings.map((w) => (
                <span key={w} className="block text-careful">
                  {w}
                </span>
              ))}
            </span>
          </>
        ) : f.given.length > 0 ? (
          <>
            part {f.given.length} given {clock(f.given.at(-1)!.at, timeZone)}
          </>
        ) : (
          <span className="text-soft">{f.treatment ? 'not injected yet' : ''}</span>
        )}
        {names.length > 0 && stripped === 0 && (
          <span className="block text-small text-soft">with {names.join(', ')}</span>
        )}
      </div>
      {onAct && !view.closed && (
        <div className="flex flex-none gap-1.5">
          {f.eggsLeftG > 0 && <Button onClick={() => onCross?.()}>Fertilise</Button>}
          {nests ? (
            <Button onClick={() => onNest?.()}>Spawned on the nest</Button>
          ) : (
            <Button onClick={() => onAct(usual)}>{words[usual]}</Button>
          )}
        </div>
      )}
      <TakingSteps view={view} f={f} now={now} />
    </li>
  );
}

/** How long gametes have waited, stripped and not fertilised. */
export function Age({ at, now, what, left }: { at: number; now: number; what: string; left?: number }) {
  const old = now - at > thresholds.gameteHours.value * HOUR_MS;
  return (
    <span className={`block text-small ${old ? 'font-bold text-hand' : 'text-careful'}`}>
      {left !== undefined && `${Math.round(left)} g `}
      {what} waiting {span(now - at)}
      {old && `, above ${plain(thresholds.gameteHours.value)} h: look at them before they are used`}
    </span>
  );
}
