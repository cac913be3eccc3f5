import { appetiteAt, type CycleModel, OUT_OF_STEP, overGroup, SPREADS, usualCycle } from '@/core/appetite/phaseFilter';
import type { Chance } from '@/core/chance';

/** A tank drawn by what the filter takes for granted: what it eats day by day, and when its group next moults. */
export type SimulatedTank = {
  /** Days from moult to moult that would be expected. */
  expectedCycle: number;
  eatenG: number[];
  inStep: boolean;
  /** Days from the last meal to the next moult of the group's middle. */
  nextMoult: number;
};

const BINS = 96;

/** Draws a tank. @param days of meals  @param cycle the shortest and the longest that would be expected */
export function simulateTank(
  chance: Chance,
  days: number,
  cycle: readonly [number, number],
  cv: number,
): SimulatedTank {
  const model: Omit<CycleModel, 'cycleDays'> = usualCycle;
  const appetite = overGroup((p) => appetiteAt(p, model.shape));
  const expectedCycle = chance.between(...cycle);
  const length = expectedCycle * Math.exp(chance.normal(0, cv));
  let spread = chance.whole(0, SPREADS.length - 1);
  let phase = chance.next();
  let plateau = 500 * Math.exp(chance.normal(0, 0.2));
  const forward = () => 1 / length + chance.normal(0, model.wander);
  const eatenG: number[] = [];
  for (let day = 0; day < days; day++) {
    phase += forward();
    const changes = chance.next();
    if (changes < 0.02) spread = Math.min(SPREADS.length - 1, spread + 1);
    else if (changes < 0.024) spread = Math.max(0, spread - 1);
    plateau = plateau * (1 + model.plateauGrowth) + chance.normal(0, model.plateauWander * plateau);
    const bin = ((Math.floor(phase * BINS) % BINS) + BINS) % BINS;
    const expected = plateau * appetite[spread]![bin]!;
    eatenG.push(
      Math.max(0, expected * (1 + chance.normal(0, model.scatter)) + chance.normal(0, model.floor * plateau)),
    );
  }
  const goal = Math.floor(phase) + 1;
  let nextMoult = 0;
  for (;;) {
    const step = forward();
    if (phase + step >= goal) {
      nextMoult += (goal - phase) / step;
      break;
    }
    phase += step;
    nextMoult += 1;
  }
  return { expectedCycle, eatenG, inStep: SPREADS[spread]! < OUT_OF_STEP, nextMoult };
}
