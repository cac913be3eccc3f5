'use client';

import { DeadCurve } from '@/client/DeadCurve';
import type { DeadWatch, JudgedDay } from '@/core/health/deadDays';

/** The dead of a tank by day, beside what was expected, with what came between. */
export function RiseCurve({
  days,
  usual,
  marks,
  now,
  timeZone,
}: {
  days: readonly JudgedDay[];
  usual?: DeadWatch['usual'];
  marks?: readonly { at: number; says: string }[];
  now: number;
  timeZone: string;
}) {
  return (
    <div className="max-w-[420px]">
      <DeadCurve
        points={days.map((d) => ({ ...d, at: d.day, called: d.alarm }))}
        next={usual}
        marks={marks}
        of="day"
        now={now}
        timeZone={timeZone}
      />
    </div>
  );
}
