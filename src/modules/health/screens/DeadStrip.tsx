import { STRIP_DAYS, type StripDay } from './healthLine';

const [STEP, H] = [6, 18];
const W = STEP * STRIP_DAYS;

/** The dead of the last three weeks as strokes, those of a rise in its colour; a day without a count stays empty. */
export function DeadStrip({ days }: { days: readonly StripDay[] }) {
  if (days.length === 0) return null;
  const top = Math.max(3, ...days.map((d) => d.dead));
  /** One path for all of a colour: a page draws a hundred strips. */
  const strokes = (of: readonly StripDay[]) =>
    of
      .map((d) => {
        const h = d.dead === 0 ? 1 : Math.max(2, (H * d.dead) / top);
        return `M${(STRIP_DAYS - 1 - d.back) * STEP + 3} ${H}v${Number((-h).toFixed(1))}`;
      })
      .join('');
  return (
    <svg
      width={W}
      height={H}
      role="img"
      aria-label={`Dead of the last days, oldest first: ${days.map((d) => d.dead).join(', ')}`}
      strokeWidth={STEP - 2}
    >
      <path d={`M0 ${H - 0.5}h${W}`} stroke="var(--rule)" strokeWidth={1} />
      <path d={strokes(days.filter((d) => !d.rise))} stroke="var(--strong)" />
      <path d={strokes(days.filter((d) => d.rise))} stroke="var(--loss)" />
    </svg>
  );
}
