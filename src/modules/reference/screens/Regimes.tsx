'use client';

import { scaleLinear } from 'd3';
import type { ReactNode } from 'react';
import { useSession } from '@/client/session';
import { feedsAt, regimeInOrder } from '@/core/feeding/regime';
import type { RegimePlan } from '@/core/feeding/regimes';
import { figures, plain } from '@/core/quantities/format';
import { forReader, measured } from '@/core/quantities/reader';
import { RegimeSaveForm } from '@/modules/rearing/acts/regimeSave/form';
import type { RegimeHere } from '@/server/stock/feeding/regimesHere';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { XAxis } from '@/ui/chart/parts';
import { DialogButton } from '@/ui/Dialog';

const W = 640;
const ROW = 26;
const LEFT = 210;
const RIGHT = 10;
/** Drawn beyond the last change, for what goes on. */
const TAIL = 0.15;
const UNIT = { days: 'days after hatch', degreeDays: 'degree-days after hatch' } as const;

/** The ways in which larvae of a species are started and weaned, one strip each. */
export function Regimes({
  list,
  species,
  mayEdit,
}: {
  list: readonly RegimeHere[];
  species: string;
  /** A manager copies one and changes it. */
  mayEdit: boolean;
}) {
  return (
    <section className="mt-5" data-testid="regimes">
      <h2 className="mb-1">First feeding and weaning</h2>
      <p className="quiet mb-2 max-w-[46rem] text-small">
        Several ways stand beside each other: what is right depends on water, strain and hands. A new feed is offered
        first, and takes over while both are fed.
      </p>
      {list.map((r) => (
        <Regime key={r.id} r={r}>
          {mayEdit && (
            <DialogButton word={r.own ? 'Change' : 'Copy and change'} title={r.own ? r.name : `A copy of “${r.name}”`}>
              {(done) => <RegimeSaveForm from={r} own={r.own} species={species} done={done} />}
            </DialogButton>
          )}
        </Regime>
      ))}
    </section>
  );
}

function Regime({ r, children }: { r: RegimeHere; children?: ReactNode }) {
  const us = useSession().units === 'us';
  const steps = regimeInOrder(r.steps, r.by);
  const changes = steps.flatMap((s) => [s.from, s.to ?? s.from]);
  const last = Math.max(...changes);
  const until = last * (1 + TAIL);
  const H = steps.length * ROW + 34;
  const x = scaleLinear([0, until], [LEFT, W - RIGHT]);
  const y = scaleLinear([0, steps.length], [4, 4 + steps.length * ROW]);
  const box = boxOf(W, H, { left: LEFT, right: RIGHT, top: 4, bottom: 30 });
  const span = (s: (typeof steps)[number]) => `${plain(s.from)} ${s.to === undefined ? 'on' : `to ${plain(s.to)}`}`;
  const often = (s: (typeof steps)[number]) =>
    [
      s.mealsPerDay === undefined ? '' : `${plain(s.mealsPerDay)} meals a day`,
      s.perMl === undefined ? '' : `${plain(s.perMl)} per mL`,
    ]
      .filter(Boolean)
      .join(', ');
  return (
    <article className="mb-4 border-b border-rule pb-3" aria-label={r.name}>
      <h3 className="font-bold">
        {r.name} {r.own && <span className="text-small font-normal text-deep">own</span>}{' '}
        {r.source === 'verify' && <span className="text-small font-normal text-careful">verify</span>}
      </h3>
      <p className="text-small text-soft">
        {r.fits}
        {r.celsius &&
          `, at ${figures(forReader(r.celsius.low, 'temperature', us), 3)} to ${measured(r.celsius.high, 'temperature', us)}`}
      </p>
      <Chart
        {...{ width: W, height: H, box, x, y }}
        className="max-w-[720px]"
        says={steps.map((s) => `${s.feed} from ${span(s)}`).join('; ')}
        table={{
          head: ['feed', UNIT[r.by], 'how often'],
          rows: steps.map((s) => [s.feed, span(s), often(s)]),
        }}
      >
        <XAxis lines ticks={x.ticks(7).map((t) => ({ at: t, says: plain(t) }))} />
        {steps.map((s, i) => (
          <g key={s.feed}>
            <title>{`${s.feed}: ${span(s)}${often(s) && `, ${often(s)}`}`}</title>
            <text x={0} y={y(i) + 17} fontSize={12.5} fill="var(--ink)">
              {s.feed}
            </text>
            {shares(steps, s.feed, r.by, s.from, s.to ?? until).map((p) => (
              <rect
                key={p.at}
                x={x(p.at)}
                width={Math.max(0.5, x(p.to) - x(p.at))}
                y={y(i) + 5}
                height={16}
                fill="var(--deep)"
                opacity={0.15 + 0.7 * p.share}
              />
            ))}
          </g>
        ))}
        <text x={0} y={H - 12} fontSize={12} fill="var(--soft)">
          {UNIT[r.by]}
        </text>
      </Chart>
      {r.cautions.map((c) => (
        <p key={c} className="mt-1 max-w-[46rem] text-small text-careful">
          {c}
        </p>
      ))}
      {children}
    </article>
  );
}

const PIECES = 40;

/** The share of a feed along its time, in pieces of one shade. */
function shares(
  steps: Parameters<typeof feedsAt>[0],
  feed: string,
  by: RegimePlan['by'],
  from: number,
  to: number,
): { at: number; to: number; share: number }[] {
  const step = by === 'days' ? 1 : (to - from) / PIECES;
  const out: { at: number; to: number; share: number }[] = [];
  for (let at = from; at < to - 1e-9; at += step) {
    const share = feedsAt(steps, at, by).find((f) => f.feed === feed)?.share ?? 0;
    const before = out.at(-1);
    const end = Math.min(to, at + step);
    if (before && before.share === share) before.to = end;
    else out.push({ at, to: end, share });
  }
  return out;
}
