'use client';

import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useTyped } from '@/client/form/useTyped';
import { type ActHolding, at } from '@/client/holding';
import { DecimalInput, decimalOf, numberText, wholeOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import { Worked } from '@/client/Working';
import { run } from '@/core/calculation';
import { calculation } from '@/core/incubation/swimUp';
import { thresholds } from '@/core/thresholds';
import { dayMonth } from '@/core/time/localDay';
import { recordCheck } from '@/modules/incubation/acts/check/act';
import type { Check } from '@/server/stock/checks';
import { Button } from '@/ui/Button';
import { Input } from '@/ui/Input';
import { Table } from '@/ui/Table';
import { HowTo } from '@/ui/words/HowTo';

const words = {
  move: 'Move and feed them now',
  wait: 'Wait',
  'look at more': 'Look at more',
  'leave it for today': 'Leave it for today',
} as const;

/** Beakers from several depths, one verdict: move, wait, or look at how many more; and the day on which they will be up. */
export function SwimUpForm({ h, earlier }: { h: ActHolding; earlier: readonly Check[] }) {
  const { locale, timeZone, now } = useSession();
  const typing = useTyped(() => ({
    rows: Array.from({ length: 3 }, () => ({ up: '', of: '' })),
    mark: numberText(100 * thresholds.swumUpShare.value, locale),
  }));
  const { rows, mark } = typing.value;
  const { put } = typing;
  const beakers = rows.flatMap((r) => {
    const [s, t] = [wholeOf(r.up, locale).value, wholeOf(r.of, locale).value];
    return s === null || t === null || t === 0 || s > t ? [] : [{ successes: s, trials: t }];
  });
  const series = earlier
    .filter((c) => c.kind === 'check:swumUp' && c.trials > 0)
    .map((c) => ({ at: new Date(c.at).toISOString(), successes: c.successes, trials: c.trials }));
  const threshold = decimalOf(mark, locale).value;
  const input = {
    beakers,
    series,
    at: new Date(now).toISOString(),
    ...(threshold !== null && threshold > 0 && threshold < 100 ? { threshold: threshold / 100 } : {}),
  };
  const o = beakers.length > 0 ? run(calculation, input) : null;
  const total = beakers.reduce((s, b) => ({ successes: s.successes + b.successes, trials: s.trials + b.trials }), {
    successes: 0,
    trials: 0,
  });
  const f = useActForm(recordCheck, {
    typing,
    about: { ...at(h), check: 'swumUp' },
    adjust: (input) => ({ ...input, ...total }),
    says: () => 'Recorded. No animal was moved.',
    done: () => put({ rows: [{ up: '', of: '' }] }),
  });
  return (
    <Form of={f} label="Record the sample" needs={[beakers.length === 0 && 'a beaker']}>
      <HowTo card="larvae" />
      <Table className="text-body">
        <thead>
          <tr className="text-left text-soft">
            <th className="pr-2 font-normal">beaker</th>
            <th className="pr-2 font-normal">up</th>
            <th className="font-normal">of</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((r, i) => (
            // Rows have no other name than their place.
            <tr key={i}>
              <td className="pr-2">{i + 1}</td>
              {(['up', 'of'] as const).map((k) => (
                <td key={k} className="pr-2">
                  <Input
                    className="w-[5rem]"
                    inputMode="numeric"
                    aria-label={`beaker ${i + 1}, ${k}`}
                    value={r[k]}
                    onChange={(e) => put({ rows: rows.map((x, j) => (j === i ? { ...x, [k]: e.target.value } : x)) })}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
      <Button kind="link" className="text-left" onClick={() => put({ rows: [...rows, { up: '', of: '' }] })}>
        another beaker
      </Button>
      <DecimalInput label="They go when so many per cent are up" value={mark} onChange={(mark) => put({ mark })} />
      {o && (
        <div className="border-l-[3px] border-deep pl-3" data-testid="swim-up">
          <p>
            <b className={o.verdict === 'move' ? 'text-deep' : 'text-hand'}>{words[o.verdict]}</b>
            {o.verdict === 'look at more' && o.moreNeeded ? `: ${o.moreNeeded} more` : ''}.{' '}
            <Worked request={{ id: 'incubation.swimUp', input }}>{Math.round(100 * o.share)} %</Worked>{' '}
            <span className="quiet">
              {Math.round(100 * o.low)} to {Math.round(100 * o.high)}
            </span>
          </p>
          {o.forecast && o.verdict !== 'move' && (
            <p className="quiet">By the days so far about {dayMonth(Date.parse(o.forecast), timeZone, now)}.</p>
          )}
          {o.warnings?.map((w) => (
            <p key={w} className="text-careful">
              {w.charAt(0).toUpperCase() + w.slice(1)}.
            </p>
          ))}
        </div>
      )}
    </Form>
  );
}
