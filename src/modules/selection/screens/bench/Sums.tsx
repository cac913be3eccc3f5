'use client';

import { useSession } from '@/client/session';
import { decimals, grouped } from '@/core/quantities/format';
import { lengthOf } from '@/core/quantities/reader';
import { sizesByType } from '@/core/selection/byType';
import { oddsOf } from '@/core/selection/foretold';
import { atLeastOne, gamble } from '@/core/selection/gamble';
import { goalAhead } from '@/core/selection/goal';
import type { JudgedFish } from '@/core/selection/judged';
import type { SelectionTotals } from '@/core/selection/totals';
import { dayMonth } from '@/core/time/localDay';
import { Link } from '@/ui/Link';
import type { SelectionBenchView } from '../../views/bench';
import { decisionWords } from './words';

/** Where the selection stands against its goal, why the others go, what a gamble is worth, when the kept are ready. */
export function Sums({
  bench,
  totals,
  fish,
}: {
  bench: SelectionBenchView;
  totals: SelectionTotals;
  fish: readonly JudgedFish[];
}) {
  return (
    <aside className="flex flex-col gap-5" aria-label="So far">
      <Against bench={bench} totals={totals} />
      <Reasons totals={totals} />
      <ByType fish={fish} />
      {bench.is === 'open' && (
        <>
          <Gamble bench={bench} />
          <Foretold bench={bench} />
          <Ready bench={bench} />
          <History bench={bench} />
        </>
      )}
    </aside>
  );
}

const per100 = (share: number) => decimals(100 * share, 100 * share < 10 ? 1 : 0);

function Against({ bench, totals }: { bench: SelectionBenchView; totals: SelectionTotals }) {
  const { by } = totals;
  const goals = { keep: bench.goal.keep, second: bench.goal.second } as Record<string, number>;
  const left = bench.number === null ? 0 : Math.max(0, bench.number - totals.all);
  const ahead = goalAhead(bench.goal.keep, by.keep, totals.all, left);
  return (
    <section aria-label="Totals">
      <h3 className="font-bold">
        <span data-testid="judged">{grouped(totals.all)}</span> judged in {totals.bowls}{' '}
        {totals.bowls === 1 ? 'bowl' : 'bowls'}
      </h3>
      <ul className="mt-1 flex flex-col gap-1">
        {decisionWords.map((d) => {
          const goal = goals[d.id] ?? 0;
          const n = by[d.id];
          return (
            <li key={d.id} className="grid grid-cols-[6.5rem_3.6rem_1fr] items-center gap-x-2" data-total={d.id}>
              <span>{d.many}</span>
              <b className="text-right text-lead tabular-nums">{grouped(n)}</b>
              <span className="flex items-center gap-2">
                <span className="relative h-2.5 min-w-0 flex-1 bg-rule/60" aria-hidden>
                  <span
                    className="absolute inset-y-0 left-0"
                    style={{
                      width: `${Math.min(100, (100 * n) / Math.max(1, goal || totals.all))}%`,
                      background: d.tone,
                    }}
                  />
                </span>
                {goal > 0 && <span className="flex-none text-small text-soft">of {grouped(goal)}</span>}
              </span>
            </li>
          );
        })}
      </ul>
      {bench.goal.keep > 0 && bench.is === 'open' && (
        <p className="mt-2 text-small" data-testid="ahead">
          {aheadWords(ahead, bench.goal.keep - by.keep, left)}
        </p>
      )}
    </section>
  );
}

function aheadWords(a: ReturnType<typeof goalAhead>, short: number, left: number): string {
  const comes = a.comes
    ? `At this rate ${grouped(a.comes.number)} in all, ${grouped(a.comes.low)} to ${grouped(a.comes.high)}`
    : '';
  if (a.is === 'reached') return `The goal is reached${left > 0 ? `; ${grouped(left)} are still in the tank` : ''}.`;
  if (a.is === 'outOfReach')
    return `${grouped(short)} more are wanted and ${grouped(left)} are left: look at the second pond again.`;
  if (a.is === 'begin') return `Of the ${grouped(left)} in the tank ${per100(a.wanted!)} in 100 are to be kept.`;
  const rest = `Of the ${grouped(left)} still in the tank ${per100(a.wanted!)} in 100 are wanted; so far ${per100(a.soFar!.share)} (${per100(a.soFar!.low)} to ${per100(a.soFar!.high)}) were kept.`;
  if (a.is === 'stricter') return `${rest} ${comes}: be stricter.`;
  if (a.is === 'milder') return `${rest} ${comes}: be milder, or lower the goal.`;
  return `${rest} ${comes}.`;
}

function Reasons({ totals }: { totals: SelectionTotals }) {
  if (totals.reasons.length === 0) return null;
  const most = Math.max(...totals.reasons.map((r) => r.n));
  return (
    <section aria-label="Why">
      <h3 className="font-bold">Why they were not kept</h3>
      <ul className="mt-1 flex flex-col gap-0.5">
        {totals.reasons.slice(0, 8).map((r) => (
          <li key={r.reason.id} className="grid grid-cols-[1fr_4.5rem_2.4rem] items-center gap-x-2 text-small">
            <span>{r.reason.word}</span>
            <span className="h-2 bg-rule/60" aria-hidden>
              <span
                className={`block h-2 ${r.reason.group === 'deformity' ? 'bg-loss' : 'bg-strong'}`}
                style={{ width: `${(100 * r.n) / most}%` }}
              />
            </span>
            <span
              className="text-right tabular-nums"
              title={`${per100(r.share)} in 100 of them, ${per100(r.low)} to ${per100(r.high)}`}
            >
              {r.n}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What one that is not finished is worth kept, by type, against what it fetches now. */
function Gamble({ bench }: { bench: SelectionBenchView }) {
  const { priceNow, priceLater, keepCostPerMonth, survivalShare, months } = bench.goal;
  if (priceNow === undefined || priceLater === undefined)
    return (
      <section aria-label="Kept as a gamble">
        <h3 className="font-bold">Kept as a gamble</h3>
        <p className="text-small text-soft">
          With what one fetches now and later (in the goal) it is weighed against the odds that second looks taught.
        </p>
      </section>
    );
  const several = priceNow > 0 ? Math.min(999, Math.floor(priceLater / priceNow)) : 0;
  const own = bench.odds.filter((o) => o.strain === bench.strain);
  const types = own.length > 0 ? own : oddsOf([]);
  // Before any second look nothing is known: every chance alike.
  const rows = types.length > 0 ? types : [{ type: '', strain: bench.strain, became: 0, of: 0, alpha: 1, beta: 1 }];
  return (
    <section aria-label="Kept as a gamble" data-testid="gamble">
      <h3 className="font-bold">Kept as a gamble</h3>
      <ul className="mt-1 flex flex-col gap-1 text-small">
        {rows.map((o) => {
          const g = gamble({
            priceNow,
            priceLater,
            keepCostPerMonth: keepCostPerMonth ?? 0,
            survival: survivalShare ?? 1,
            months: months ?? 6,
            chance: { alpha: o.alpha, beta: o.beta },
          });
          return (
            <li key={o.type}>
              <b>{o.type || 'all types'}</b>:{' '}
              {o.of === 0 ? 'nothing looked at twice yet' : `${o.became} of ${o.of} became what was hoped`}. Kept worth{' '}
              <b>{decimals(g.worth, 1)}</b> ({decimals(g.low, 1)} to {decimals(g.high, 1)}) against{' '}
              {decimals(priceNow, 1)} now:{' '}
              <b className={g.better === 'keep' ? 'text-deep' : 'text-careful'}>
                {g.better === 'keep' ? 'keep' : 'sell'}
              </b>
              {g.breakEvenChance < 1
                ? `; it pays from ${per100(g.breakEvenChance)} in 100 on, likely ${Math.round(100 * g.keepPays)} in 100.`
                : '; it never pays.'}{' '}
              {several > 1 &&
                `For the price of one finished ${several} are kept: ${Math.round(100 * atLeastOne(o, several))} in 100 that one at least becomes it.`}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** Whether one type keeps pace with the others, by the fish that were measured one by one. */
function ByType({ fish }: { fish: readonly JudgedFish[] }) {
  const us = useSession().units === 'us';
  const types = sizesByType(fish).filter((t) => t.apart);
  if (types.length === 0) return null;
  const said = (mm: number) => lengthOf(Number(mm.toFixed(1)), us);
  return (
    <section aria-label="Length by type">
      <h3 className="font-bold">Length by type</h3>
      <ul className="text-small">
        {types.map((t) => (
          <li key={t.type}>
            {t.type}: {said(t.meanMm)} of {t.n},{' '}
            {t.apart!.low > 0 || t.apart!.high < 0
              ? `${said(Math.abs(t.apart!.mm))} ${t.apart!.mm > 0 ? 'longer' : 'shorter'} than the others (${said(Math.min(Math.abs(t.apart!.low), Math.abs(t.apart!.high)))} to ${said(Math.max(Math.abs(t.apart!.low), Math.abs(t.apart!.high)))})`
              : 'keeps pace'}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Size for age is read with its history: what was lost to little feed or room is caught up. */
function History({ bench }: { bench: SelectionBenchView }) {
  const { now, timeZone } = useSession();
  const day = (at: number) => dayMonth(at, timeZone, now);
  const lost = bench.lostDays !== null && bench.lostDays >= 1;
  if (bench.slow.length === 0 && !lost) return null;
  return (
    <section aria-label="Their history">
      <h3 className="font-bold">Small is not stunted</h3>
      <p className="text-small">
        {bench.slow.map(
          (s) => `From ${day(s.from)} to ${day(s.to)} they grew ${Math.round(100 * s.ofUsual)} % of what they do. `,
        )}
        {lost && `Too little feed has cost about ${Math.round(bench.lostDays!)} days since they were weighed. `}
        Read size for age with that: it can be caught up.
      </p>
    </section>
  );
}

function Foretold({ bench }: { bench: SelectionBenchView }) {
  const told = bench.signs.filter((s) => s.is !== 'open');
  if (told.length === 0) return null;
  return (
    <section aria-label="Early signs">
      <h3 className="font-bold">Early signs that told</h3>
      <ul className="text-small">
        {told.map((s) => (
          <li key={s.sign}>
            {s.word}: {s.with.became} of {s.with.of} with it, {s.without.became} of {s.without.of} without
          </li>
        ))}
      </ul>
    </section>
  );
}

function Ready({ bench }: { bench: SelectionBenchView }) {
  const { now, timeZone } = useSession();
  if (bench.goal.targetG === undefined) return null;
  const r = bench.ready;
  return (
    <section aria-label="Ready by">
      <h3 className="font-bold">Ready by</h3>
      <p className="text-small">
        {!r
          ? 'Weigh them first, or they are that size already.'
          : r.at === null
            ? 'This water does not bring them to that size within four years.'
            : `${dayMonth(r.at, timeZone, now)}${r.low !== null && r.high !== null ? `, between ${dayMonth(r.low, timeZone, now)} and ${dayMonth(r.high, timeZone, now)}` : ''}, in this water and as they grew so far.`}{' '}
        <Link className="link" href="/rearing/growth">
          Growth
        </Link>
      </p>
    </section>
  );
}
