import { DAY_MS } from '../time/spans';
import { type GrowthInterval, tgcWithDoubt } from './own';

/** A span between two weighings in which a lot grew clearly slower than it usually does, or made up for it. */
export type Stretch = { from: number; to: number; is: 'slow' | 'caughtUp'; ofUsual: number };

/** Beyond so many standard deviations, and by so much of the usual, a span is another than the rest. */
const Z = 2;
const LEAST = 0.25;

/**
 * Spans in which growth fell behind, and those after such a one in which it was made up for.
 * @param spans of one lot in one unit, oldest first  @param usual its coefficient, and the doubt of it
 */
export function stretchesOf(
  spans: readonly (GrowthInterval & { from: number; to: number })[],
  usual: { tgc: number; sd: number },
): Stretch[] {
  let behind = false;
  return spans.flatMap((s): Stretch[] => {
    const { tgc, sd } = tgcWithDoubt(s);
    const ofUsual = tgc / usual.tgc;
    const z = (tgc - usual.tgc) / Math.max(1e-9, Math.hypot(sd, usual.sd));
    if (z < -Z && ofUsual < 1 - LEAST) {
      behind = true;
      return [{ from: s.from, to: s.to, is: 'slow', ofUsual }];
    }
    const caughtUp = behind && z > Z && ofUsual > 1 + LEAST;
    behind = behind && !caughtUp && ofUsual < 1;
    return caughtUp ? [{ from: s.from, to: s.to, is: 'caughtUp', ofUsual }] : [];
  });
}

/** Water that was colder or warmer than they bear, days in a row as one. */
export function outsideOf(
  days: readonly { day: number; celsius: number }[],
  bears: { low?: number; high?: number },
): { from: number; to: number; is: 'cold' | 'warm' }[] {
  const out: ReturnType<typeof outsideOf> = [];
  for (const d of days) {
    const is =
      bears.low !== undefined && d.celsius < bears.low
        ? 'cold'
        : bears.high !== undefined && d.celsius > bears.high
          ? 'warm'
          : null;
    if (!is) continue;
    const last = out.at(-1);
    if (last && last.is === is && d.day - last.to <= DAY_MS / 2) last.to = d.day + DAY_MS;
    else out.push({ from: d.day, to: d.day + DAY_MS, is });
  }
  return out;
}
