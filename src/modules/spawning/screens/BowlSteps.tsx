'use client';

import { Check, Minus } from 'lucide-react';
import { useState } from 'react';
import { ActFoot, useAct } from '@/client/act/useAct';
import { decimalOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import { figures } from '@/core/quantities/format';
import { progressOf, protocolKindWords, type StepState } from '@/core/spawning/protocol';
import { clock } from '@/core/time/localDay';
import { stampStep } from '@/modules/spawning/acts/step/act';
import { Button } from '@/ui/Button';
import { Fold } from '@/ui/Fold';
import { Input } from '@/ui/Input';
import type { DayBowl, DayView } from '../views/day';
import { countdown } from './span';

/** The steps of a bowl, protocol by protocol: one tap stamps the one that is on. */
export function BowlSteps({ view, bowl, now }: { view: DayView; bowl: DayBowl; now: number }) {
  return (
    <div className="flex flex-col gap-3">
      {bowl.protocols.map((id) => {
        const p = view.protocols.find((x) => x.id === id);
        if (!p) return null;
        return (
          <section key={id} aria-label={p.name}>
            <h3 className="text-small text-soft">
              {protocolKindWords[p.kind]}: <b className="text-ink">{p.name}</b>
            </h3>
            <ol>
              {progressOf(p, bowl.stamps[id] ?? [], now).map((s) => (
                <StepRow
                  key={s.step.id}
                  day={view.id}
                  on={{ bowl: bowl.bowl }}
                  protocol={id}
                  s={s}
                  now={now}
                  closed={view.closed}
                />
              ))}
            </ol>
            {p.cautions.length > 0 && (
              <Fold className="mt-1 text-small text-careful" title={<>Cautions</>}>
                <ul>
                  {p.cautions.map((c) => (
                    <li key={c}>{c}</li>
                  ))}
                </ul>
              </Fold>
            )}
          </section>
        );
      })}
    </div>
  );
}

export function StepRow({
  day,
  on,
  protocol,
  s,
  now,
  closed,
}: {
  day: number;
  /** The bowl or the female that it is stamped on. */
  on: { bowl: string } | { fish: number };
  protocol: string;
  s: StepState;
  now: number;
  closed: boolean;
}) {
  const { timeZone, locale } = useSession();
  const act = useAct(stampStep);
  const [value, setValue] = useState('');
  const [why, setWhy] = useState<string | null>(null);
  const v = decimalOf(value, locale);
  const wanted = s.state === 'open' || s.state === 'late';
  const stamp = (more: Record<string, unknown> = {}) =>
    void act.submit({
      day,
      ...on,
      protocol,
      step: s.step.id,
      ...(v.value === null ? {} : { value: v.value }),
      ...more,
    });
  return (
    <li
      data-step={s.step.id}
      data-state={s.state}
      className={`border-b border-rule py-1.5 ${wanted ? (s.state === 'late' ? 'bg-hand-wash' : 'bg-deep-wash') : ''} px-2`}
    >
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <span className="w-[3.4rem] flex-none text-body">
          {s.stamp ? (
            <span className={s.stamp.skipped ? 'text-soft' : 'font-bold'}>{clock(s.stamp.at, timeZone)}</span>
          ) : s.state === 'late' ? (
            <b className="text-hand">+{countdown(now - s.to!)}</b>
          ) : s.state === 'open' && s.to !== null ? (
            <b className="text-deep">{countdown(s.to - now)}</b>
          ) : s.state === 'waiting' && s.from !== null ? (
            <span className="text-soft">{countdown(s.from - now)}</span>
          ) : null}
        </span>
        <span className={`min-w-[8rem] flex-1 ${s.state === 'waiting' ? 'text-soft' : ''}`}>
          {s.step.says}
          {s.stamp?.value != null && (
            <b>
              {' '}
              {figures(s.stamp.value, 4)} {s.step.measure?.unit}
            </b>
          )}
          {s.stamp?.skipped && <span className="text-careful"> left out: {s.stamp.why}</span>}
          {s.off !== 0 && (
            <span className="text-careful">
              {' '}
              {Math.abs(s.off) < 1 ? `${Math.round(60 * Math.abs(s.off))} s` : `${figures(Math.abs(s.off), 2)} min`}{' '}
              {s.off < 0 ? 'early' : 'late'}
              {s.stamp?.why ? `: ${s.stamp.why}` : ''}
            </span>
          )}
          {wanted && s.step.caution && <span className="block text-small text-careful">{s.step.caution}</span>}
        </span>
        {wanted && !closed && (
          <span className="flex flex-none items-center gap-2">
            {s.step.measure && (
              <Input
                aria-label={`${s.step.measure.what} ${s.step.measure.unit}`}
                placeholder={`${s.step.measure.what} ${s.step.measure.unit}`}
                inputMode="decimal"
                className="max-w-[8rem]"
                value={value}
                onChange={(e) => setValue(e.target.value)}
              />
            )}
            <Button
              kind="main"
              disabled={act.busy || v.error !== null}
              onClick={() => stamp(why?.trim() ? { why } : {})}
            >
              <Check size={17} aria-hidden /> Now
            </Button>
            <Button
              aria-label={`Leave out: ${s.step.says}`}
              title="Leave it out"
              onClick={() => setWhy(why === null ? '' : null)}
            >
              <Minus size={17} aria-hidden />
            </Button>
          </span>
        )}
      </div>
      {why !== null && wanted && (
        <form
          className="mt-2 flex items-center gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            if (why.trim()) stamp({ skipped: true, why });
          }}
        >
          <Input
            aria-label="Why it is left out"
            placeholder="why"
            value={why}
            onChange={(e) => setWhy(e.target.value)}
          />
          <Button type="submit" disabled={!why.trim() || act.busy}>
            Leave out
          </Button>
        </form>
      )}
      {(act.refused || v.error) && (
        <div className="mt-1">
          {v.error ? <p className="text-loss">{v.error}</p> : <ActFoot act={act} label="Try again" />}
        </div>
      )}
    </li>
  );
}
