import { getMoonIllumination, getTimes } from 'suncalc';
import { DAY_MS, HOUR_MS } from '../time/spans';

/** Springs follow on the new and the full moon by so many days. `verify` */
const TIDE_AGE_DAYS = 1.5;

/** A day of a large tide, and what tells it. */
export type Spring = { at: number; by: 'new moon' | 'full moon' | 'tide table'; rangeM?: number };

/** New and full moons in a span: where the phase passes 0 and a half. */
export function moons(from: number, to: number): { at: number; is: 'new moon' | 'full moon' }[] {
  const halfTurns = (t: number) => Math.floor(2 * getMoonIllumination(new Date(t)).phase);
  const out: { at: number; is: 'new moon' | 'full moon' }[] = [];
  for (let t = from; t < to; t += 6 * HOUR_MS) {
    const [a, b] = [halfTurns(t), halfTurns(t + 6 * HOUR_MS)];
    if (a === b) continue;
    let [low, high] = [t, t + 6 * HOUR_MS];
    while (high - low > 10 * 60_000) {
      const mid = (low + high) / 2;
      if (halfTurns(mid) === a) low = mid;
      else high = mid;
    }
    out.push({ at: high, is: b === 0 ? 'new moon' : 'full moon' });
  }
  return out;
}

/** A line of a tide table: high or low water, m. */
export type TideLine = { at: number; metres: number };

/**
 * Spring tides of a span: days on which the range of the table is larger than on the days beside them, or some days after
 * new and full moon where there is no table for it.
 */
export function springs(from: number, to: number, table: readonly TideLine[] = []): Spring[] {
  const days = new Map<number, { high: number; low: number }>();
  for (const l of table) {
    const day = Math.floor(l.at / DAY_MS);
    const d = days.get(day);
    days.set(day, { high: Math.max(d?.high ?? l.metres, l.metres), low: Math.min(d?.low ?? l.metres, l.metres) });
  }
  const range = (day: number) => {
    const d = days.get(day);
    return d && d.high > d.low ? d.high - d.low : null;
  };
  const byTable: Spring[] = [...days.keys()]
    .sort((a, b) => a - b)
    .flatMap((day) => {
      const r = range(day);
      if (r === null) return [];
      // The largest of the week about it: neaps have a small top of their own.
      const near = [-3, -2, -1, 1, 2, 3].map((k) => range(day + k));
      if (near.filter((x) => x !== null).length < 4) return [];
      const top = near.every((x, k) => x === null || r > x || (r === x && k > 2));
      return top ? [{ at: day * DAY_MS + DAY_MS / 2, by: 'tide table' as const, rangeM: r }] : [];
    });
  const known = (at: number) => byTable.some((s) => Math.abs(s.at - at) < 5 * DAY_MS);
  const byMoon = moons(from - 3 * DAY_MS, to)
    .map((m): Spring => ({ at: m.at + TIDE_AGE_DAYS * DAY_MS, by: m.is }))
    .filter((s) => !known(s.at));
  return [...byTable, ...byMoon].filter((s) => s.at >= from && s.at < to).sort((a, b) => a.at - b.at);
}

/** Sunset before and sunrise after an instant of the night, or about noon of the day to come; null in polar day and night. */
export function nightOf(at: number, lat: number, lon: number): { dusk: number; dawn: number } | null {
  const suns = [-1, 0, 1, 2].map((d) => getTimes(new Date(at + d * DAY_MS), lat, lon));
  const rises = suns.flatMap((s) => (s.sunrise ? [s.sunrise.getTime()] : []));
  const sets = suns.flatMap((s) => (s.sunset ? [s.sunset.getTime()] : []));
  const dawn = rises.filter((r) => r > at).sort((a, b) => a - b)[0];
  if (dawn === undefined) return null;
  const dusk = sets.filter((s) => s < dawn).sort((a, b) => b - a)[0];
  return dusk === undefined ? null : { dusk, dawn };
}

/**
 * A tide table as text: a line for each high or low water, its time and metres, parted by comma, semicolon or tab; heads
 * and notes are passed over.
 * @throws RangeError saying what is wrong with it
 */
export function readTides(text: string, instant: (local: string) => number | null): TideLine[] {
  const out: TideLine[] = [];
  const bad: number[] = [];
  for (const [i, line] of text.split(/\r?\n/).entries()) {
    const cells = line.includes(';') || line.includes('\t') ? line.split(/[;\t]/) : line.split(',');
    const time = cells.find((c) => /\d{4}-\d{2}-\d{2}[ T]\d{1,2}:\d{2}/.test(c));
    if (!time) continue;
    const at = instant(time.trim());
    const figure = cells
      .filter((c) => c !== time)
      .map((c) => c.trim().replace(/\s*m$/, '').replace(',', '.'))
      .find((c) => /^-?\d+(\.\d+)?$/.test(c));
    if (at === null || figure === undefined || Math.abs(Number(figure)) > 20) bad.push(i + 1);
    else out.push({ at, metres: Number(figure) });
  }
  if (bad.length > 0)
    throw new RangeError(
      `line ${bad.slice(0, 3).join(', ')}${bad.length > 3 ? ' …' : ''}: no height in metres that can be read`,
    );
  if (out.length < 2) throw new RangeError('no line holds a day, a time and a height: 2031-05-01 04:12; 3.4');
  return out.sort((a, b) => a.at - b.at);
}
