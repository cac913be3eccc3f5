import { LENGTHS_OF_GRID, PhaseFilter, POINTS, usualCycle } from '@/core/appetite/phaseFilter';
import { Chance } from '@/core/chance';
import { reaches, warmthFrom } from '@/core/growth/forecast';
import { planStarts } from '@/core/liveFood/plan';
import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import { simulateTank } from '../tests/support/moultingTank';
import type { Bound, Result } from './run';

const START = Date.UTC(2031, 3, 14);
const DAYS = 120;
const LOTS = 300;
const middle = (list: number[]) => [...list].sort((a, b) => a - b)[list.length >> 1]!;
const ms = (work: () => unknown) => {
  const t = performance.now();
  work();
  return performance.now() - t;
};
const result = (what: string, ours: number[], base: number[], wanted: number): Result => ({
  what,
  ours: middle(ours),
  base: middle(base),
  unit: 'ms',
  ratio: middle(ours) / middle(base),
  wanted,
});

/** A tank's appetite over 120 days against a pass over the filter's grid for each of its days. */
export function appetiteBench(): Result {
  const tank = simulateTank(new Chance(3), DAYS, [10, 12], 0.15);
  const [ours, base]: [number[], number[]] = [[], []];
  let keep = 0;
  for (let k = 0; k < 9; k++) {
    ours.push(
      ms(() => {
        const f = new PhaseFilter({ ...usualCycle, cycleDays: () => tank.expectedCycle }, 500);
        tank.eatenG.forEach((eatenG, day) => {
          f.step(day, { eatenG, sdG: 0 }, false);
        });
        keep += f.belief(DAYS).plateauG;
      }),
    );
    const grid = Float64Array.from({ length: POINTS }, (_, i) => 1 + (i % LENGTHS_OF_GRID));
    base.push(
      ms(() => {
        for (const eaten of tank.eatenG)
          for (let i = 0; i < grid.length; i++) keep += grid[i]! * Math.exp(-0.5 * ((eaten - grid[i]!) / 100) ** 2);
      }),
    );
  }
  if (!Number.isFinite(keep)) throw new Error('bench: the filter lost its grid');
  return result('appetite of a tank over 120 days, against one pass over the grid a day', ours, base, 20);
}

/** The growth of 300 lots on eight waters to a size, with intervals, against one plain curve for each. */
export function growthBench(): Result {
  const waters = Array.from({ length: 8 }, (_, c) =>
    Array.from({ length: 400 }, (_, d) => ({ at: START + d * DAY_MS, celsius: 9 + c / 4 + 5 * Math.sin(d / 58) })),
  );
  const lots = Array.from({ length: LOTS }, (_, k) => ({
    water: k % waters.length,
    startG: 0.5 + (k % 17) / 5,
    startCv: 0.04,
    tgc: 0.8 + (k % 5) / 20,
    tgcCv: 0.1,
    targetG: 12,
  }));
  const [ours, base]: [number[], number[]] = [[], []];
  let keep = 0;
  for (let k = 0; k < 9; k++) {
    ours.push(
      ms(() => {
        const warmth = waters.map((w) => warmthFrom(w, START));
        for (const l of lots) keep += reaches(warmth[l.water]!, l)!.at;
      }),
    );
    base.push(
      ms(() => {
        for (const l of lots) {
          let root = Math.cbrt(l.startG);
          for (const t of waters[l.water]!) root += (l.tgc * Math.max(0, t.celsius)) / 1000;
          keep += root;
        }
      }),
    );
  }
  if (!Number.isFinite(keep)) throw new Error('bench: a forecast gave no date');
  return result('growth of 300 lots to a size with its interval, against one plain curve of each', ours, base, 5);
}

/** Three days of live food: 30 meals, eight cones, staff by day. */
export function startsBench(): Bound[] {
  const meals = Array.from({ length: 30 }, (_, k) => ({
    at: START + (26 + 2.4 * k) * HOUR_MS,
    nauplii: (3 + ((k * 7) % 5)) * 1e6,
  }));
  const cones = Array.from({ length: 8 }, (_, i) => ({
    id: `C${i + 1}`,
    volumeL: [60, 60, 40, 80][i % 4]!,
    freeFrom: START + [0, 0, 2, 5][i % 4]! * HOUR_MS,
    cleanMinutes: 45,
  }));
  const staff = Array.from({ length: 5 }, (_, d) => ({
    from: START + (24 * d + 5) * HOUR_MS,
    to: START + (24 * d + 16) * HOUR_MS,
  }));
  return [8, 24].flatMap((usable): Bound[] => {
    const of = `liveFeed.plan, 3 days, 30 meals, 8 cones, nauplii good for ${usable} h`;
    let plan: ReturnType<typeof planStarts> | null = null;
    const took = ms(() => {
      plan = planStarts(
        meals,
        cones,
        { hatchMs: 24 * HOUR_MS, usableMs: usable * HOUR_MS, yieldPerGram: 200_000, gramsPerL: 2 },
        staff,
      );
    });
    const p = plan! as ReturnType<typeof planStarts>;
    return [
      { what: of, value: took / 1000, unit: 's', wanted: 2 },
      {
        what: `${of}: starts above the fewest that any plan needs (${p.starts.length} starts, ${p.short.length} meals short, ${p.proven ? 'proven' : 'stopped'})`,
        value: p.starts.length - p.fewestStarts,
        unit: 'starts',
        wanted: null,
      },
    ];
  });
}

export type MoultFigures = { told: number; held: number; within: number; outOfStep: number; saidNo: number };

/** How often the next moult of simulated tanks is foretold within a day, how often its interval holds it, how often none is claimed. */
export function moultFigures(runs: number, seed = 11): MoultFigures {
  const chance = new Chance(seed);
  const f: MoultFigures = { told: 0, held: 0, within: 0, outOfStep: 0, saidNo: 0 };
  for (let k = 0; k < runs; k++) {
    const tank = simulateTank(chance, 40, [8, 16], usualCycle.cycleCv);
    const filter = new PhaseFilter({ ...usualCycle, cycleDays: () => tank.expectedCycle }, 500);
    for (const [day, eatenG] of tank.eatenG.entries()) filter.step(day, { eatenG, sdG: 0 }, false);
    const drop = filter.belief(tank.eatenG.length - 1).nextDrop;
    if (!tank.inStep) {
      f.outOfStep += 1;
      if (!drop) f.saidNo += 1;
    } else if (drop) {
      f.told += 1;
      if (drop.low <= tank.nextMoult && tank.nextMoult <= drop.high) f.held += 1;
      if (Math.abs(drop.days - tank.nextMoult) <= 1) f.within += 1;
    }
  }
  return f;
}
