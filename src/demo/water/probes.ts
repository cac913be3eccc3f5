import { HOUR_MS } from '@/core/time/spans';
import type { PowerCut, ProbePlan } from '@/simulators/probes';
import { warmWaters, waterOf } from './waters';

/** What a probe of each water does once the demo runs on: as the water stood at the moment at which it opens, with a day's swing. */
const probe = (day: number, sensor: string, more: Partial<ProbePlan> = {}): ProbePlan => ({
  sensor,
  base: waterOf(sensor).celsius(day),
  swing: 0.15,
  driftPerDay: 0,
  noise: 0.05,
  decimals: 2,
  ...more,
});

/** The loop of the warm hall holds; its jars are heated apart. */
const warmProbes = (): readonly ProbePlan[] =>
  warmWaters.map((w) => ({
    sensor: w.sensor,
    base: w.celsius(0),
    swing: 0.2,
    driftPerDay: 0,
    noise: 0.05,
    decimals: 2,
  }));

/** One drifts, one sticks after a day, and some hours in the power of all is cut for a while. */
export const demoProbes = ({ day, house }: { day: number; house: 'river' | 'warm' }): readonly ProbePlan[] =>
  house === 'warm' ? warmProbes() : riverProbes(day);

const riverProbes = (day: number): readonly ProbePlan[] => [
  probe(day, 'cold1', { driftPerDay: 0.08 }),
  probe(day, 'cold2', { sticksAfter: 26 * HOUR_MS }),
  probe(day, 'bay2', { swing: 0.25 }),
  probe(day, 'hall', { swing: 0.4 }),
  probe(day, 'winter', { swing: 0.2 }),
  probe(day, 'river', { swing: 0.9 }),
  probe(day, 'loop', { swing: 0.3 }),
  { sensor: 'blowerPower', base: 1460, swing: 25, driftPerDay: 0, noise: 8, decimals: 0 },
];
export const demoPowerCut: PowerCut = { from: 3 * HOUR_MS, lasts: 0.7 * HOUR_MS };
