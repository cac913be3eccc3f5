'use client';

import { cx } from 'class-variance-authority';
import type { FeedRow } from './feedRow';

/** Hours between which a day is drawn: those of all its meals, and an hour beside them. */
export type Span = { from: number; to: number };

const H = 34;
/** Grams of a meal to the radius of its circle: the largest of the row is full. */
const MOST_R = 7.5;
const LEAST_R = 3.2;

/** A tank's meals along the day: given, due, coming; what was truly given as strokes below. Belts run as a bar. */
export function DayLine({
  row,
  span,
  nowHour,
  dimmed,
}: {
  row: FeedRow;
  span: Span;
  nowHour: number;
  dimmed: boolean;
}) {
  const at = (hour: number) => `${(100 * (hour - span.from)) / (span.to - span.from)}%`;
  const most = Math.max(...row.meals.map((m) => m.g), 0.001);
  return (
    <svg
      width="100%"
      height={H}
      className={cx('block overflow-visible', dimmed && 'opacity-45')}
      role="img"
      aria-label={saysOf(row)}
    >
      <line x1="0%" x2="100%" y1={H / 2} y2={H / 2} stroke="var(--rule)" />
      {row.belt && (
        <>
          <rect
            x={at(row.belt.from)}
            width={`${(100 * (row.belt.to - row.belt.from)) / (span.to - span.from)}%`}
            y={H / 2 - 5}
            height={10}
            fill={row.belt.loaded ? 'var(--deep-wash)' : 'none'}
            stroke={row.belt.loaded ? 'var(--deep)' : 'var(--strong)'}
            strokeDasharray={row.belt.loaded ? undefined : '3 3'}
          />
          <rect
            x={at(row.belt.from)}
            width={`${(100 * row.belt.ran * (row.belt.to - row.belt.from)) / (span.to - span.from)}%`}
            y={H / 2 - 5}
            height={10}
            fill="var(--deep)"
          />
        </>
      )}
      {!row.belt &&
        row.meals.map((m) => (
          <circle
            key={m.hour}
            cx={at(m.hour)}
            cy={H / 2}
            r={LEAST_R + (MOST_R - LEAST_R) * Math.sqrt(m.g / most)}
            fill={m.is === 'given' ? 'var(--deep)' : 'var(--sheet)'}
            stroke={m.is === 'late' ? 'var(--careful)' : m.is === 'coming' ? 'var(--strong)' : 'var(--deep)'}
            strokeWidth={m.is === 'coming' ? 1.4 : 2.2}
          />
        ))}
      {row.given.map((m) => (
        <line key={m.hour} x1={at(m.hour)} x2={at(m.hour)} y1={H - 7} y2={H - 1} stroke="var(--deep)" strokeWidth={2} />
      ))}
      <line x1={at(nowHour)} x2={at(nowHour)} y1={0} y2={H} stroke="var(--hand)" strokeWidth={1.4} />
    </svg>
  );
}

/** The line as who hears it needs it. */
function saysOf(row: FeedRow): string {
  if (row.belt) return `${row.unit}: belt ${row.belt.loaded ? 'loaded' : 'not loaded'}`;
  const n = (is: string) => row.meals.filter((m) => m.is === is).length;
  return `${row.unit}: ${n('given')} of ${row.meals.length} meals given${n('late') > 0 ? `, ${n('late')} late` : ''}`;
}
