'use client';

import { scaleLinear } from 'd3';
import { useSession } from '@/client/session';
import { eventWords, type LarvalClock, larvalEvents } from '@/core/feeding/larvalClock';
import { dayMonth, localDay } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { Rule, XAxis } from '@/ui/chart/parts';
import { dateWords, whenWords } from './larvalWords';

const [W, ROW, TOP] = [900, 20, 8];

/** From the hatch to the point of no return: each event with the span in which it falls, food as it was given, and now. */
export function ClockStrip({
  c,
  food,
  lot,
}: {
  c: LarvalClock;
  food: { first: number; last: number } | null;
  lot: string;
}) {
  const { now, timeZone } = useSession();
  const dates = larvalEvents.flatMap((id) => c.dates[id] ?? []);
  const height = TOP + ROW * (dates.length + 1) + 26;
  const box = { ...boxOf(W, height, { left: 178, right: 64, top: TOP }), bottom: height - 22 };
  const end = Math.max(now, ...dates.map((d) => d.high)) + DAY_MS / 2;
  const x = scaleLinear().domain([c.hatchAt, end]).range([box.left, box.right]);
  const y = scaleLinear().domain([0, 1]).range([box.bottom, box.top]);
  const span = end - c.hatchAt;
  const every = Math.max(1, Math.ceil(span / DAY_MS / 9));
  const ticks: { at: number; says: string }[] = [];
  for (let at = localDay(c.hatchAt, timeZone).end, k = 0; at < end; at = localDay(at, timeZone).end, k++)
    if (k % every === 0) ticks.push({ at, says: dayMonth(at, timeZone, now) });
  const reader = { now, timeZone };
  const middle = (k: number) => TOP + ROW * k + ROW / 2;
  return (
    <>
      <ul className="py-1 leading-snug sm:hidden">
        {dates.map((d) => (
          <li key={d.id} className={`flex gap-3 border-b border-rule py-1 ${now >= d.high ? 'text-soft' : ''}`}>
            <span className="flex-1">{eventWords[d.id]}</span>
            <span className={d.id === 'noReturn' ? 'text-loss' : ''}>{dateWords(d, reader)}</span>
          </li>
        ))}
      </ul>
      <div className="max-sm:hidden">
        <Chart
          {...{ width: W, height, box, x, y }}
          says={`${lot}: ${dates.map((d) => `${eventWords[d.id]} ${whenWords(d.at, reader)}`).join('; ')}`}
          table={{
            head: ['event', 'most likely', 'from', 'to'],
            rows: dates.map((d) => [
              eventWords[d.id],
              whenWords(d.at, reader),
              whenWords(d.low, reader),
              whenWords(d.high, reader),
            ]),
          }}
        >
          <XAxis lines ticks={ticks} />
          {dates.map((d, k) => {
            const last = d.id === 'noReturn';
            return (
              <g key={d.id}>
                <text x={box.left - 10} y={middle(k) + 4.5} textAnchor="end" fontSize={13} fill="var(--ink)">
                  {eventWords[d.id]}
                </text>
                <rect
                  x={x(d.low)}
                  width={Math.max(2, x(d.high) - x(d.low))}
                  y={middle(k) - 5}
                  height={10}
                  fill={last ? 'var(--loss)' : 'var(--deep)'}
                  opacity={0.22}
                />
                <circle
                  cx={x(d.at)}
                  cy={middle(k)}
                  r={4}
                  fill={now >= d.at ? (last ? 'var(--loss)' : 'var(--deep)') : 'var(--sheet)'}
                  stroke={last ? 'var(--loss)' : 'var(--deep)'}
                  strokeWidth={1.6}
                />
              </g>
            );
          })}
          <text
            x={box.left - 10}
            y={middle(dates.length) + 4.5}
            textAnchor="end"
            fontSize={13}
            fill={food ? 'var(--ink)' : 'var(--hand)'}
          >
            {food ? 'food' : 'no food yet'}
          </text>
          {food && (
            <rect
              x={x(Math.max(c.hatchAt, food.first))}
              width={Math.max(
                2,
                x(Math.min(now, Math.max(food.first, food.last))) - x(Math.max(c.hatchAt, food.first)),
              )}
              y={middle(dates.length) - 4}
              height={8}
              fill="var(--egg)"
            />
          )}
          <Rule x={now} />
        </Chart>
      </div>
    </>
  );
}
