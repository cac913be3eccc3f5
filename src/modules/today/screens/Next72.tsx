'use client';

import type { Next72Drawn } from './drawNext72';

/** A vertical clock of three days: windows of hatch, of other stages and of ovulation as bands, the likeliest hour marked. */
export function Next72({ drawn: d }: { drawn: Next72Drawn }) {
  const hourY = (i: number) => Math.round((d.clockHeight * i) / (d.hours.length - 1));
  return (
    <div>
      <svg viewBox={`0 0 268 ${d.height}`} className="w-full" role="img" aria-label={d.says} fontSize={11}>
        <g stroke="var(--strong)">
          <path d={`M44 0V${d.clockHeight}${d.hours.map((_, i) => `M40 ${hourY(i)}h4`).join('')}`} />
          {d.labels.map((l) => (
            <path key={l.y} d={`M${l.fromX} ${l.fromY}L${d.labelsX} ${l.y}`} strokeWidth={0.7} />
          ))}
        </g>
        <g fill="var(--soft)" textAnchor="end">
          {d.hours.map((word, i) => (
            <text key={hourY(i)} x={36} y={hourY(i) + (i === 0 ? 10 : 4)}>
              {word}
            </text>
          ))}
          {d.days.map((x) => (
            <g key={x.y}>
              <path d={`M44 ${x.y}H${x.to}`} stroke="var(--rule)" />
              <text x={266} y={x.wordY} fontWeight={700}>
                {x.word}
              </text>
            </g>
          ))}
        </g>
        {d.bands.map((b) => (
          <g key={`${b.x} ${b.y}`} fill={b.colour}>
            <rect x={b.x} width={d.bandWidth} y={b.y} height={b.height} opacity={0.35} />
            {b.likeliest !== undefined && <rect x={b.x} width={d.bandWidth} y={b.likeliest} height={3} />}
          </g>
        ))}
        <g fill="var(--ink)" fontSize={12}>
          {d.labels.map((l) => (
            <text key={l.y} x={d.labelsX + 4} y={l.y + 4}>
              {l.word}
            </text>
          ))}
        </g>
      </svg>
      {d.below.map((text) => (
        <p key={text} className="quiet mt-2 text-small">
          {text}
        </p>
      ))}
    </div>
  );
}
