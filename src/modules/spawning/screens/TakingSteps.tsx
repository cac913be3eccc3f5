'use client';

import { progressOf } from '@/core/spawning/protocol';
import type { DayFemale, DayView } from '../views/day';
import { StepRow } from './BowlSteps';

/** The steps by which a female's eggs are taken: those behind in one line, the one that is on to be stamped. */
export function TakingSteps({ view, f, now }: { view: DayView; f: DayFemale; now: number }) {
  return (
    <>
      {f.taking.map((t) => {
        const p = view.protocols.find((x) => x.id === t.protocol);
        if (!p) return null;
        const steps = progressOf(p, t.stamps, now);
        const next = steps.find((s) => s.state !== 'done' && s.state !== 'skipped');
        const shown = steps.filter((s) => s.stamp !== null || s === next);
        return (
          <section
            key={t.protocol}
            className="basis-full pl-[8.5rem] max-sm:pl-0"
            aria-label={`${f.fish.tag}: ${p.name}`}
          >
            <h3 className="text-small text-soft">{p.name}</h3>
            <ol>
              {shown.map((s) => (
                <StepRow
                  key={s.step.id}
                  day={view.id}
                  on={{ fish: f.fish.id }}
                  protocol={t.protocol}
                  s={s}
                  now={now}
                  closed={view.closed}
                />
              ))}
            </ol>
            {p.cautions.length > 0 && next && <p className="text-small text-careful">{p.cautions.join(' ')}</p>}
          </section>
        );
      })}
    </>
  );
}
