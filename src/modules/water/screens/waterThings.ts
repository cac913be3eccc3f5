import { clock, dayMonth, isoDay } from '@/core/time/localDay';
import type { WaterOff } from '../views/handWater';

/** A line of Today. */
type Thing = { key: string; who: string; says: string; when: string; tone: 'grave' | 'overdue'; href: string };

/** Tanks whose water was off when it was read, as Today lists them: short of oxygen before all others. */
export function waterThings(off: readonly WaterOff[], now: number, timeZone: string): Thing[] {
  const when = (at: number) =>
    isoDay(at, timeZone) === isoDay(now, timeZone)
      ? clock(at, timeZone)
      : `${dayMonth(at, timeZone, now)} ${clock(at, timeZone)}`;
  const airless = (w: WaterOff) => w.off.some((j) => j.kind === 'oxygen' || j.kind === 'chlorine');
  return [...off]
    .sort((a, b) => Number(airless(b)) - Number(airless(a)))
    .map((w) => ({
      key: `water ${w.unitId}`,
      who: w.unit,
      says: `${w.off.map((j) => j.says).join(', ')}: ${w.off[0]!.todo.replace(/^[^:]*: /, '')}; read it again`,
      when: when(w.at),
      tone: airless(w) ? ('grave' as const) : ('overdue' as const),
      href: `/rearing?unit=${w.unit}`,
    }));
}
