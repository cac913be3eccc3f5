import { decimals, degrees, degreesApart } from '@/core/quantities/format';
import { measured } from '@/core/quantities/reader';
import { clock, dayMonth, isoDay, weekday } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { NINE_OF_TEN } from '@/core/water/ahead';
import type { WaterAhead } from '../views/ahead';

/** When a limit will be passed, as people say it: tonight at 04:00, tomorrow at 17:00, Sunday at 17:00. */
export function whenAhead(at: number, now: number, timeZone: string): string {
  const hour = clock(at, timeZone);
  const day = isoDay(at, timeZone);
  if (day === isoDay(now, timeZone)) return `today at ${hour}`;
  if (at - now < 14 * 3_600_000) return `tonight at ${hour}`;
  if (day === isoDay(now + DAY_MS, timeZone)) return `tomorrow at ${hour}`;
  return `${weekday(at, timeZone)} ${dayMonth(at, timeZone, now)} at ${hour}`;
}

const valueSaid = (a: WaterAhead, value: number, us: boolean) =>
  a.breach.what === 'temperature' ? degrees(value, us) : `${decimals(value, 1)} mg/L`;

/** What will be beyond a limit: its value with its doubt, against what is borne, how likely. */
export function aheadSays(a: WaterAhead, us: boolean): string {
  const { breach: b } = a;
  const doubt =
    b.what === 'temperature' ? degreesApart(1.96 * b.sd, us).replace(/^[+−]/, '') : `${decimals(1.96 * b.sd, 1)} mg/L`;
  return `${b.what} ${valueSaid(a, b.value, us)} ± ${doubt}; ${a.whose} ${b.way === 'high' ? 'bear' : 'want'} ${valueSaid(a, b.limit, us)}`;
}

/** Chances are told in tens: they are no better known. */
export const likelySays = (chance: number): string =>
  chance > 0.95 ? 'nearly sure' : `${Math.max(1, Math.round(10 * chance))} of 10`;

/** What to do before it comes, worked. */
export function aheadTodo(a: WaterAhead, us: boolean): string[] {
  if (a.breach.what === 'temperature')
    return a.breach.way === 'high'
      ? ['more cold water or ice before it, no feed in the warm hours, air on', 'nothing is netted or moved that day']
      : ['less flow, covers, heat in steps'];
  if (!a.help) return ['air or oxygen on before it, last meal early, fewer fish'];
  const { flowLPerMin, gramsPerHour, unfedMgPerL } = a.help;
  return [
    ...(flowLPerMin === null ? [] : [`${measured(flowLPerMin, 'flow', us)} of flow`]),
    `${flowLPerMin === null ? '' : 'or '}${decimals(gramsPerHour, gramsPerHour < 10 ? 1 : 0)} g of oxygen an hour into the water`,
    unfedMgPerL >= a.breach.limit + NINE_OF_TEN * a.breach.sd
      ? `or no feed in the warm hours: ${decimals(unfedMgPerL, 1)} mg/L then`
      : 'no feed alone is not enough',
  ];
}
