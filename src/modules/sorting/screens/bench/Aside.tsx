'use client';

import { scaleLinear } from 'd3';
import { useSession } from '@/client/session';
import { thirdBehind, waiting } from '@/core/grading/waiting';
import { grouped, withDoubt } from '@/core/quantities/format';
import { clock, dayMonth } from '@/core/time/localDay';
import { HOUR_MS } from '@/core/time/spans';
import { ReadyTick } from '@/modules/rearing/acts/ready/ReadyTick';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { Line } from '@/ui/chart/parts';
import type { Bench } from '../../views/grading';
import { afterCut, type BenchClass } from './bench';

/** What is eaten, now and after the cut; what waiting costs; what stands ready; the next grading. */
export function Aside({
  bench,
  bars,
  classes,
}: {
  bench: Bench;
  bars: readonly number[];
  classes: readonly BenchClass[];
}) {
  return (
    <aside className="flex flex-col gap-4" aria-label="Of this cut">
      <Eaten bench={bench} bars={bars} />
      <Waiting bench={bench} />
      <Prepared bench={bench} classes={classes} />
      <Next bench={bench} />
    </aside>
  );
}

const half = (e: { low: number; high: number }) => (e.high - e.low) / 2;

function Eaten({ bench, bars }: { bench: Bench; bars: readonly number[] }) {
  const { eaten } = bench.row;
  const after = afterCut(bench, bars);
  if (!eaten || !after)
    return (
      <p className="text-soft">
        {bench.row.speciesName} are not known to eat each other: they are graded for even feeding and even sale.
      </p>
    );
  const [a, b] = [withDoubt(eaten.value, half(eaten)), withDoubt(after.value, after.half)];
  return (
    <section aria-label="Eaten a day">
      <h3 className="font-bold">Eaten a day</h3>
      <p>
        <b className="text-figure">{a.number}</b>
        {a.half && <span className="text-small text-soft"> ±{a.half}</span>}
        <span className="block text-small text-soft">as they stand</span>
      </p>
      <p>
        <b className="text-figure text-deep" data-testid="after-cut">
          {b.number}
        </b>
        {b.half && <span className="text-small text-soft"> ±{b.half}</span>}
        <span className="block text-small text-soft">after this cut</span>
      </p>
    </section>
  );
}

const [W, H] = [228, 88];
const BOX = boxOf(W, H, { left: 2, right: 6, top: 16, bottom: 20 });

function Waiting({ bench }: { bench: Bench }) {
  const { gapeRatio, eatenPerDay } = bench.values;
  const { ahead, sample } = bench.row;
  if (!ahead || !sample) return null;
  if (gapeRatio === null || !bench.row.eaten)
    return (
      <section aria-label="If one waits">
        <Behind bench={bench} />
      </section>
    );
  const days = waiting(
    bench.lengthsMm,
    { number: bench.row.number, cv: sample.cv, perDay: Math.max(0, ahead.perDay), gapeRatio, eatenPerDay },
    7,
  );
  const last = days.at(-1)!;
  if (last.eatenSoFar < 1)
    return (
      <section aria-label="If one waits">
        <Behind bench={bench} />
      </section>
    );
  const x = scaleLinear().domain([0, 7]).range([BOX.left, BOX.right]);
  const y = scaleLinear().domain([0, last.eatenSoFar]).range([BOX.bottom, BOX.top]);
  return (
    <section aria-label="If one waits">
      <h3 className="font-bold">If one waits</h3>
      <Chart
        {...{ width: W, height: H, box: BOX, x, y }}
        says={`Eaten in a week: ${grouped(Number(last.eatenSoFar.toPrecision(2)))}`}
      >
        <line x1={BOX.left} x2={BOX.right} y1={BOX.bottom} y2={BOX.bottom} stroke="var(--strong)" />
        <Line of={days} x={(d) => d.day} y={(d) => d.eatenSoFar} stroke="var(--loss)" />
        <text x={BOX.right} y={11} textAnchor="end" fontSize={13} fontWeight={700} fill="var(--loss)">
          {grouped(Number(last.eatenSoFar.toPrecision(2)))} eaten
        </text>
        <text x={BOX.left} y={H - 5} fontSize={12} fill="var(--soft)">
          today
        </text>
        <text x={BOX.right} y={H - 5} textAnchor="end" fontSize={12} fill="var(--soft)">
          in 7 days
        </text>
      </Chart>
      <p className="text-small text-soft">
        The spread rises{' '}
        {ahead.from === 'seen' ? 'as its samples showed' : 'as Reference assumes: measure again in a week'}.
      </p>
      <Behind bench={bench} />
    </section>
  );
}

/** By how many days of growth the smallest third lies behind the others, and how much more of it a week of waiting makes. */
function Behind({ bench }: { bench: Bench }) {
  const { sample, ahead, meanG } = bench.row;
  const { rise } = bench.values;
  if (!sample || !ahead || meanG === null || rise === null) return null;
  const now = thirdBehind(sample.cv, meanG, rise);
  const then = thirdBehind(sample.cv + 7 * Math.max(0, ahead.perDay), meanG, rise);
  if (now === null || then === null || now < 1) return null;
  const more = then - now;
  return (
    <p className="text-small text-soft" data-testid="behind">
      The smallest third is {Math.round(now)} days of growth behind
      {more >= 0.5 && `; a week more makes it ${Math.round(then)}`}. Apart from the large ones they catch up.
    </p>
  );
}

function Prepared({ bench, classes }: { bench: Bench; classes: readonly BenchClass[] }) {
  const { now, timeZone } = useSession();
  const { plan, row } = bench;
  if (!plan)
    return (
      <section aria-label="Before it begins">
        <h3 className="font-bold">Before it begins</h3>
        <p className="text-small text-soft">
          No feed since the day before, receiving tanks filled a day ahead, baskets and salt, two people. Plan it: this
          list then stands here with its hours.
        </p>
      </section>
    );
  const since = plan.on - plan.noFeedHours * HOUR_MS;
  const things = [
    ...plan.classes.flatMap((c) => {
      const tank = bench.tanks.find((t) => t.id === c.unit);
      return tank && tank.id !== row.unitId
        ? [{ id: `fill ${tank.name}`, says: `${tank.name} filled, water running` }]
        : [];
    }),
    { id: 'bowls', says: 'bowls and baskets, oxygen in them' },
    { id: 'salt', says: 'salt for the bowls' },
    { id: 'who', says: plan.who || 'who does it' },
  ];
  return (
    <section aria-label="Before it begins" data-testid="prepared">
      <h3 className="font-bold">
        {plan.on > now ? 'Begins' : 'Began'} {dayMonth(plan.on, timeZone, now)} {clock(plan.on, timeZone)}
      </h3>
      <p className={since <= now ? 'text-deep' : ''}>
        {since <= now ? 'not fed since' : 'no feed from'} {dayMonth(since, timeZone, now)} {clock(since, timeZone)}
      </p>
      <ul className="flex flex-col gap-1">
        {things.map((t) => (
          <li key={t.id}>
            <ReadyTick
              of={row}
              what={`grading: ${t.id}`}
              says={t.says}
              done={bench.ready.includes(`grading: ${t.id}`)}
            />
          </li>
        ))}
      </ul>
      {plan.classes.length !== classes.length && (
        <p className="text-small text-careful">The plan has {plan.classes.length} classes: plan it anew.</p>
      )}
    </section>
  );
}

function Next({ bench }: { bench: Bench }) {
  const { now, timeZone } = useSession();
  const p = bench.row.ahead?.passes;
  if (!p) return null;
  return (
    <section aria-label="Next grading">
      <h3 className="font-bold">The spread</h3>
      <p>
        {p.at === null
          ? 'does not reach the mark within a year.'
          : p.at <= now
            ? 'has passed the mark: grade.'
            : `passes the mark ${dayMonth(p.at, timeZone, now)}${p.low !== null && p.high !== null ? `, between ${dayMonth(p.low, timeZone, now)} and ${dayMonth(p.high, timeZone, now)}` : ''}.`}
      </p>
    </section>
  );
}
