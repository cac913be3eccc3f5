import { run } from '../calculation';
import { Chance } from '../chance';
import { DAY_MS as DAY } from '../time/spans';
import type { Phase } from './predict';
import { predict } from './predict';
import { type ProgrammeInput, programme } from './programme';
import { calculation } from './programmeCalculation';
import { ambientAt, makeGrid, offAmbient, piecesOf } from './programmeGrid';
import { cheapest } from './programmeSearch';
import type { Point } from './timeline';

const start = Date.parse('2031-11-01T00:00:00Z');
const day = (n: number) => start + n * DAY;
const sum = (stage: string, total: number, more: Partial<Phase> = {}): Phase => ({
  stage,
  model: { kind: 'degreeDays', sum: total, base: 0 },
  sumFrom: 'fertilisation',
  ...more,
});
const usual = (more: Partial<ProgrammeInput> = {}): ProgrammeInput => ({
  phases: [sum('hatched', 300)],
  start,
  target: { stage: 'hatched', at: day(60) },
  ambient: [
    { at: start, celsius: 5 },
    { at: day(30), celsius: 3 },
    { at: day(120), celsius: 4 },
  ],
  limits: { low: 1, high: 8, maxStepPerDay: 1 },
  plant: { flowLPerMin: 30 },
  ...more,
});
const kw = (30 / 60) * 4.186;

/** Energy of a programme by fine steps, from its set points alone. */
function energyOf(points: readonly Point[], ambient: readonly Point[], until: number): number {
  let energy = 0;
  const fine = DAY / 96;
  for (let t = points[0]!.at; t < until - 1; t += fine)
    energy += kw * 0.25 * Math.abs(ambientAt(points, t + fine / 2) - ambientAt(ambient, t + fine / 2));
  return energy;
}

test('meets the date, within limits and ramp, and its energy is that of its set points', () => {
  const i = usual();
  const p = programme(i);
  expect(p.possible).toBe(true);
  expect(p.reaches!).toBeLessThanOrEqual(i.target.at + 60_000);
  expect(p.slackDays!).toBeLessThan(1);
  expect(p.temperatures[0]).toEqual({ at: start, celsius: 5 });
  p.temperatures.forEach((t, k) => {
    expect(t.celsius).toBeGreaterThanOrEqual(1);
    expect(t.celsius).toBeLessThanOrEqual(8);
    if (k > 0) expect(Math.abs(t.celsius - p.temperatures[k - 1]!.celsius)).toBeLessThanOrEqual(1 + 1e-6);
  });
  expect(p.energyKwh / energyOf(p.temperatures, i.ambient, p.temperatures.at(-1)!.at)).toBeCloseTo(1, 2);
  // The application's own prediction, fed with the set points, agrees.
  const again = predict({ phases: i.phases, start, temperatures: [p.temperatures[0]!], plan: p.temperatures.slice(1) });
  expect(Math.abs(again.stages[0]!.at! - p.reaches!)).toBeLessThan(60_000);
  expect(p.energyKwh).toBeGreaterThanOrEqual(p.boundKwh! - 1e-6);
  expect(p.energyKwh).toBeLessThan(1.02 * p.boundKwh!);
});

test('never beaten by a steady temperature on the same grid, limits, step and ramp', () => {
  const random = new Chance(5);
  for (let n = 0; n < 12; n++) {
    const i = usual({
      ambient: [0, 20, 40, 60, 90].map((d) => ({ at: day(d), celsius: random.between(2, 7) })),
      target: { stage: 'hatched', at: day(random.whole(45, 85)) },
      startCelsius: 5,
    });
    const p = programme(i);
    if (!p.possible) continue;
    for (let c = 1; c <= 8; c += 0.25) {
      const path: Point[] = [{ at: start, celsius: 5 }];
      let energy = 0;
      let passed = 0;
      for (let k = 0; passed < 300 * (1 + 1e-5) && day(k) < i.target.at; k++) {
        const from = path[k]!.celsius;
        const to = from + Math.max(-1, Math.min(1, c - from));
        path.push({ at: day(k + 1), celsius: to });
        passed += (from + to) / 2;
        energy += kw * 24 * offAmbient(from, to, piecesOf(i.ambient, day(k), day(k + 1))).mean;
      }
      if (passed >= 300 * (1 + 1e-5)) expect(p.energyKwh).toBeLessThanOrEqual(energy + 1e-6);
    }
  }
});

test('the search finds what brute force finds on small grids, both for by a date and for not before it', () => {
  const random = new Chance(11);
  for (let n = 0; n < 25; n++) {
    const i = usual({
      ambient: [0, 2, 4, 6].map((d) => ({ at: day(d), celsius: random.between(3, 6) })),
    });
    const grid = makeGrid({
      from: start,
      startCelsius: 4.5,
      to: day(6),
      stepHours: 24,
      gridCelsius: 0.5,
      ambient: i.ambient,
      plant: i.plant,
      limitsAt: () => ({ low: 3.5, high: 6, maxStepPerDay: 1 }),
      clockAt: () => ({ phase: i.phases[0]!, weight: 1 }),
    });
    for (const sign of [1, -1] as const) {
      const need = (sign === 1 ? random.between(27, 33) : random.between(22, 27)) / 300;
      let best = Number.POSITIVE_INFINITY;
      const walk = (k: number, node: number, charged: number, passed: number) => {
        if (k > 0 && sign === 1 && passed >= need) best = Math.min(best, charged);
        if (k === grid.moves.length) {
          if (sign === -1 && passed <= need) best = Math.min(best, charged);
          return;
        }
        const m = grid.moves[k]!;
        for (let x = 0; x < m.count; x++)
          if (m.from[x] === node) walk(k + 1, m.to[x]!, charged + m.energy[x]! + m.change[x]!, passed + m.passed[x]!);
      };
      walk(0, 0, 0, 0);
      const found = cheapest(grid, { need, sign });
      if (!Number.isFinite(best)) expect(found).toBeNull();
      else {
        expect(found!.path.charged).toBeCloseTo(best, 6);
        expect(found!.bound).toBeLessThanOrEqual(best + 1e-6);
      }
    }
  }
});

test('water that gets there by itself costs nothing; with a window it is held back to it', () => {
  const warm = usual({ ambient: [{ at: start, celsius: 6 }], target: { stage: 'hatched', at: day(60) } });
  const free = programme(warm);
  expect(free.energyKwh).toBeCloseTo(0, 9);
  expect(free.slackDays).toBeCloseTo(10, 1);
  const held = programme({ ...warm, target: { ...warm.target, notBefore: day(59) } });
  expect(held.possible).toBe(true);
  expect(held.reaches!).toBeGreaterThanOrEqual(day(59) - 60_000);
  expect(held.reaches!).toBeLessThanOrEqual(day(60) + 60_000);
  // 300 degree-days in 59 instead of 50 days: 54 less than the ambient gives, at 24 h each.
  expect(held.energyKwh).toBeGreaterThan(0.98 * kw * 24 * 54);
  expect(held.energyKwh).toBeLessThan(1.1 * kw * 24 * 54);
});

test('says which limit makes a date impossible, and the nearest that can be had', () => {
  const soon = programme(usual({ target: { stage: 'hatched', at: day(35) } }));
  expect(soon.possible).toBe(false);
  expect(soon.limiting).toContain('limits.high');
  // 5 to 8 °C by a degree a day passes 19.5 in three days, then 8 a day.
  expect((soon.nearest! - start) / DAY).toBeCloseTo(3 + (300 - 19.5) / 8, 1);
  expect(soon.slackDays!).toBeCloseTo(35 - 3 - (300 - 19.5) / 8, 1);
  const cold = programme(usual({ target: { stage: 'hatched', at: day(60) }, plant: { flowLPerMin: 30, heatKw: 0.5 } }));
  expect(cold.possible).toBe(false);
  expect(cold.limiting).toEqual(['plant.heatKw']);
  const late = programme(
    usual({
      target: { stage: 'hatched', at: day(200), notBefore: day(199) },
      plant: { flowLPerMin: 30, chillKw: 0 },
      ambient: [{ at: start, celsius: 4 }],
    }),
  );
  expect(late.possible).toBe(false);
  expect(late.limiting).toEqual(['plant.chillKw']);
  expect((late.nearest! - start) / DAY).toBeCloseTo(75, 1);
});

test('says when the plant cannot keep the limits at all', () => {
  const p = programme(
    usual({ limits: { low: 4, high: 8, maxStepPerDay: 1 }, plant: { flowLPerMin: 30, heatKw: 0.4 } }),
  );
  expect(p.possible).toBe(false);
  expect(p.cannotHold!.ambient).toBeLessThan(4 - 0.4 / kw + 0.1);
});

test('eggs under way: what has passed counts, and the ramp begins at the water they are in', () => {
  const measured = Array.from({ length: 31 }, (_, d) => ({ at: day(d), celsius: 5 }));
  const p = programme(usual({ from: day(30), measured, startCelsius: 5, target: { stage: 'hatched', at: day(55) } }));
  expect(p.possible).toBe(true);
  expect(p.temperatures[0]).toEqual({ at: day(30), celsius: 5 });
  expect((p.reaches! - start) / DAY).toBeLessThanOrEqual(55.001);
  expect((p.reaches! - start) / DAY).toBeGreaterThan(54);
});

test('clocks that follow one another, and limits by stage: the date is met, close to the best of split steady waters', () => {
  const i = usual({
    phases: [sum('hatched', 200), sum('swumUp', 100, { sumFrom: 'phase' })],
    stageLimits: [{ stage: 'swumUp', high: 10 }],
    target: { stage: 'swumUp', at: day(48) },
    ambient: [{ at: start, celsius: 5 }],
    startCelsius: 5,
  });
  const p = programme(i);
  expect(p.possible).toBe(true);
  expect(p.reaches!).toBeLessThanOrEqual(day(48) + 60_000);
  expect(p.slackDays!).toBeLessThan(1.5);
  // With ambient of 5 and a plain sum all ways cost the same: 300 degree-days in 48 days are 60 above the ambient.
  expect(p.energyKwh / (kw * 24 * 60)).toBeGreaterThan(0.98);
  expect(p.energyKwh / (kw * 24 * 60)).toBeLessThan(1.06);
});

test('the calculation speaks of dates, and of what was not said', () => {
  const o = run(calculation, { ...calculation.example });
  expect(o.possible).toBe(true);
  expect(Date.parse(o.reaches!)).toBeLessThanOrEqual(Date.parse(calculation.example.target.at) + 60_000);
  const impossible = run(calculation, {
    ...calculation.example,
    plant: { flowLPerMin: 40 },
    target: { stage: 'hatched', at: '2031-12-20T00:00:00Z' },
  });
  expect(impossible.possible).toBe(false);
  expect(impossible.warnings!.join(' ')).toMatch(/upper limit.*nearest is 2031-12-2/s);
  expect(impossible.warnings!.join(' ')).toMatch(/no heater was named/);
  expect(() =>
    run(calculation, { ...calculation.example, target: { stage: 'swumUp', at: '2032-02-05T08:00:00Z' } }),
  ).toThrow(/target.stage/);
});
