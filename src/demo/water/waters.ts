import { Chance } from '@/core/chance';
import { HOUR_MS } from '@/core/time/spans';

const DAY = 24 * HOUR_MS;

/** The waters of Ombrel, by sensor. Days count from the anchor, which stands for the middle of April. */
export type Water = { sensor: string; celsius: (day: number) => number };

/** 0 before the first day, 1 behind the last, straight between. */
const between = (d: number, from: number, to: number) => Math.min(1, Math.max(0, (d - from) / (to - from)));

/** Seasonal swing: coldest about 75 days before the anchor, warmest half a year later. */
const season = (day: number) => Math.cos((2 * Math.PI * (day + 75)) / 365);

export const waters: readonly Water[] = [
  { sensor: 'cold1', celsius: (d) => 5.2 - 1.5 * season(d) + 0.15 * Math.sin(2 * Math.PI * d) },
  { sensor: 'cold2', celsius: (d) => 4.4 - 0.9 * season(d) + 0.1 * Math.sin(2 * Math.PI * d) },
  // The warm room holds its set point, but for the night on which the pump tripped.
  {
    sensor: 'bay2',
    celsius: (d) =>
      (d > -6.4 && d < -6.05 ? 14.2 - 4 * Math.sin((Math.PI * (d + 6.4)) / 0.35) : 14.2) +
      0.25 * Math.sin(2 * Math.PI * d),
  },
  { sensor: 'hall', celsius: (d) => 11.5 - 2.5 * season(d) + 0.4 * Math.sin(2 * Math.PI * d) },
  // The wintering tank of the pikeperch: cooled from November on, warmed again in March, a week late.
  {
    sensor: 'winter',
    celsius: (d) => 14 - 7 * between(d, -150, -118) + 7 * between(d, -43, -12) + 0.2 * Math.sin(2 * Math.PI * d),
  },
  // The recirculation hall keeps its warmth.
  { sensor: 'loop', celsius: (d) => 21.5 + 0.3 * Math.sin(2 * Math.PI * d) },
  { sensor: 'river', celsius: (d) => 9.5 - 7 * season(d) + 0.9 * Math.sin(2 * Math.PI * d) },
];

/** The water of the second house, its hall and its jars: one loop, and a heater for the jars. */
export const warmWaters: readonly Water[] = [
  { sensor: 'hall', celsius: (d) => 26 + 0.4 * Math.sin(2 * Math.PI * d) },
  { sensor: 'jars', celsius: (d) => 24.2 + 0.15 * Math.sin(2 * Math.PI * d) },
];

export function waterOf(sensor: string): Water {
  return waters.find((w) => w.sensor === sensor)!;
}

/** A logger's file for some days of one water: hourly, with noise and two gaps. */
export function loggerFile(water: Water, anchor: number, fromDay: number, toDay: number, seed: number): string {
  const chance = new Chance(seed);
  const lines = ['time;temperature °C'];
  let drift = 0;
  for (let d = fromDay; d < toDay; d += 1 / 24) {
    drift = 0.98 * drift + chance.normal(0, 0.04);
    if ((d > -88 && d < -87.6 && water.sensor === 'cold2') || (d > -233 && d < -232.2)) continue;
    const at = Math.round((anchor + d * DAY) / HOUR_MS) * HOUR_MS;
    lines.push(`${new Date(at).toISOString().slice(0, 16)}Z;${(water.celsius(d) + drift).toFixed(2)}`);
  }
  return lines.join('\n');
}
