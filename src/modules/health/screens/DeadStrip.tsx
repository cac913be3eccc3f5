import type { JudgedDay } from '@/core/health/deadDays';
import { DAY_MS } from '@/core/time/spans';

const [W, H, DAYS] = [126, 18, 21];

/** The dead of the last three weeks as strokes, those of a rise in its colour; a day without a count stays empty. */
export function DeadStrip({ days, today }: { days: readonly JudgedDay[]; today: number }) {
  const shown = days.flatMap((d) => {
    const back = Math.round((today - d.day) / DAY_MS);
    return back >= 0 && back < DAYS ? [{ ...d, back }] : [];
  });
  if (shown.length === 0) return null;
  const top = Math.max(3, ...shown.map((d) => d.dead));
  const step = W / DAYS;
  return (
    <svg
      width={W}
      height={H}
      role="img"
      aria-label={`Dead of the last days, oldest first: ${shown.map((d) => d.dead).join(', ')}`}
    >
      <line x1={0} x2={W} y1={H - 0.5} y2={H - 0.5} stroke="var(--rule)" />
      {shown.map((d) => {
        const h = d.dead === 0 ? 1 : Math.max(2, (H * d.dead) / top);
        return (
          <rect
            key={d.day}
            x={(DAYS - 1 - d.back) * step + 1}
            y={H - h}
            width={step - 2}
            height={h}
            fill={d.alarm ? 'var(--loss)' : 'var(--strong)'}
          />
        );
      })}
    </svg>
  );
}
