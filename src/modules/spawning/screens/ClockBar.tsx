import { scaleLinear } from 'd3';
import { clock } from '@/core/time/localDay';
import { HOUR_MS } from '@/core/time/spans';
import type { DayFemale } from '../views/day';

/** The latency clock of one female as a line of time: what was given, when she may run, looks, and now. */
export function ClockBar({
  f,
  from,
  to,
  now,
  timeZone,
  width,
}: {
  f: DayFemale;
  from: number;
  to: number;
  now: number;
  timeZone: string;
  width: number;
}) {
  const x = scaleLinear([from, to], [6, width - 6]).clamp(true);
  const c = f.clock;
  const over = c?.overRipeFrom ?? null;
  const says = c
    ? c.noForecast
      ? 'no forecast: begin checks now'
      : `may run from ${clock(c.low!, timeZone)}, most likely ${clock(c.at!, timeZone)}, to ${clock(c.high!, timeZone)}`
    : 'no clock yet';
  return (
    <svg width={width} height={34} role="img" aria-label={`${f.fish.tag}: ${says}`} className="block">
      <line x1={6} x2={width - 6} y1={17} y2={17} stroke="var(--rule)" strokeWidth={2} />
      {c?.low != null && c.high != null && (
        <>
          <rect
            x={x(c.low)}
            y={9}
            width={Math.max(2, x(c.high) - x(c.low))}
            height={16}
            fill="var(--deep)"
            opacity={0.25}
          />
          <line x1={x(c.at!)} x2={x(c.at!)} y1={7} y2={27} stroke="var(--deep)" strokeWidth={2.5} />
        </>
      )}
      {c?.noForecast && (
        <rect
          x={x(c.firstCheck)}
          y={9}
          width={Math.max(2, x(to) - x(c.firstCheck))}
          height={16}
          fill="var(--hand)"
          opacity={0.18}
        />
      )}
      {over !== null && over < to && f.strips.length === 0 && (
        <rect x={x(over)} y={14} width={Math.max(0, x(to) - x(over))} height={6} fill="var(--loss)" opacity={0.7} />
      )}
      {f.given.map((g) => (
        <path key={g.entry} d={`M${x(g.at)},3l4,7h-8z`} fill="var(--ink)" />
      ))}
      {f.checks.map((k) => (
        <circle
          key={k.entry}
          cx={x(k.at)}
          cy={17}
          r={4}
          fill={k.found === 'running' ? 'var(--deep)' : k.found === 'notYet' ? 'var(--sheet)' : 'var(--careful)'}
          stroke="var(--ink)"
          strokeWidth={1.5}
        />
      ))}
      {c?.nextCheck != null && f.strips.length === 0 && (
        <path
          d={`M${x(c.nextCheck)},32l4,-7h-8z`}
          fill={c.nextCheck <= now ? 'var(--hand)' : 'var(--sheet)'}
          stroke="var(--hand)"
          strokeWidth={1.4}
        />
      )}
      {now >= from && now <= to && (
        <line x1={x(now)} x2={x(now)} y1={0} y2={34} stroke="var(--hand)" strokeWidth={1.5} />
      )}
    </svg>
  );
}

/** The hours over which the clocks of a day are drawn: from the first injection to past the last that may be. */
export function clockSpan(females: readonly DayFemale[], now: number): { from: number; to: number } | null {
  // From the last part of each: what was given before stands at the left edge.
  const begun = females.flatMap((f) => f.given.slice(-1).map((g) => g.at));
  if (begun.length === 0) return null;
  const ends = females.flatMap((f) => [f.clock?.high ?? now, f.clock?.overRipeFrom ?? now, f.nextPart?.at ?? now]);
  return { from: Math.min(...begun) - 1_800_000, to: Math.max(now, ...ends) + HOUR_MS };
}

/** The hours above the clocks. */
export function ClockAxis({
  from,
  to,
  timeZone,
  width,
}: {
  from: number;
  to: number;
  timeZone: string;
  width: number;
}) {
  const x = scaleLinear([from, to], [6, width - 6]);
  const every = [1, 2, 3, 6, 12, 24].find((h) => (width * h * HOUR_MS) / (to - from) >= 46) ?? 24;
  const hours: number[] = [];
  for (let t = Math.ceil(from / HOUR_MS) * HOUR_MS; t < to; t += HOUR_MS)
    if (Number(clock(t, timeZone).slice(0, 2)) % every === 0) hours.push(t);
  return (
    <svg width={width} height={18} aria-hidden="true" className="block">
      {hours.map((t) => (
        <g key={t} transform={`translate(${x(t)},0)`}>
          {/* The first hour must not run off the edge. */}
          <text y={11} x={Math.max(0, 17 - x(t))} textAnchor="middle" fontSize="11.5" fill="var(--soft)">
            {clock(t, timeZone)}
          </text>
          <line y1={14} y2={18} stroke="var(--strong)" />
        </g>
      ))}
    </svg>
  );
}
