import { simulateTank } from '../../../tests/support/moultingTank';
import { run } from '../calculation';
import { Chance } from '../chance';
import { calculation } from './phase';
import { appetiteAt, overGroup, PhaseFilter, SPREADS, usualCycle } from './phaseFilter';

const day = (k: number, hour = 18) => new Date(Date.UTC(2031, 2, 20 + k, hour)).toISOString();

test('appetite over a cycle: hardly any while soft, back as the shell hardens, less before the next moult', () => {
  const s = usualCycle.shape;
  expect(appetiteAt(0.05, s)).toBe(s.softEats);
  expect(appetiteAt((s.softUntil + s.hardUntil) / 2, s)).toBeCloseTo((1 + s.softEats) / 2, 9);
  expect(appetiteAt(0.5, s)).toBe(1);
  expect(appetiteAt(0.95, s)).toBeCloseTo((1 + s.fastEats) / 2, 9);
  // A group out of step eats the same on every day; one in step does not.
  const eaten = overGroup((p) => appetiteAt(p, s));
  const range = (a: Float64Array) => Math.max(...a) - Math.min(...a);
  expect(range(eaten[0]!)).toBeGreaterThan(0.8);
  expect(range(eaten.at(-1)!)).toBeLessThan(0.15);
  // Whatever the spread, the mean over a cycle is that of one animal.
  const mean = (a: Float64Array) => a.reduce((t, v) => t + v, 0) / a.length;
  for (let k = 1; k < SPREADS.length; k++) expect(mean(eaten[k]!)).toBeCloseTo(mean(eaten[0]!), 3);
});

test('of simulated tanks in step the moult is foretold within a day in four of five, its interval holds it, and none is claimed of tanks out of step', () => {
  const chance = new Chance(2);
  let [told, held, within, outOfStep, saidNo] = [0, 0, 0, 0, 0];
  for (let k = 0; k < 70; k++) {
    const tank = simulateTank(chance, 40, [8, 16], usualCycle.cycleCv);
    const filter = new PhaseFilter({ ...usualCycle, cycleDays: () => tank.expectedCycle }, 500);
    for (const [d, eatenG] of tank.eatenG.entries()) filter.step(d, { eatenG, sdG: 0 }, false);
    const drop = filter.belief(tank.eatenG.length - 1).nextDrop;
    if (!tank.inStep) {
      outOfStep += 1;
      if (!drop) saidNo += 1;
    } else if (drop) {
      told += 1;
      if (drop.low <= tank.nextMoult && tank.nextMoult <= drop.high) held += 1;
      if (Math.abs(drop.days - tank.nextMoult) <= 1) within += 1;
    }
  }
  // Few runs here; `./morula benchmark` makes 2 000 and prints them.
  expect(within / told).toBeGreaterThan(0.8);
  expect(held / told).toBeGreaterThan(0.89);
  expect(saidNo / outOfStep).toBeGreaterThan(0.9);
});

describe('asked', () => {
  /** Every ninth day they moult together: little on that day and the next, the rest plenty. */
  const meals = Array.from({ length: 26 }, (_, k) => ({ at: day(k), eatenG: [60, 150][k % 9] ?? 310 + 2 * k }));
  const tank = { meals, animals: 1400, meanG: 6, celsius: [{ at: day(0), celsius: 28 }], cycleDays: 9 };

  test('shells looked at bend what the meals say, as far as the sample is large; none looked at bend nothing', () => {
    const plain = run(calculation, tank);
    const seen = (soft: number, hard: number) =>
      run(calculation, { ...tank, samples: [{ at: day(25), soft, hard }] }).phases;
    // The meals say that they are hard, and so do forty shells.
    expect(seen(0, 40).hard).toBeGreaterThanOrEqual(plain.phases.hard);
    // One soft of five is little against 26 days; thirty of forty are not.
    expect(seen(1, 4).soft).toBeLessThan(0.15);
    expect(seen(30, 10).soft).toBeGreaterThan(0.15);
    expect(seen(30, 10).soft).toBeGreaterThan(seen(3, 1).soft);
    expect(run(calculation, { ...tank, samples: [] })).toEqual(plain);
    // A look on a day without a meal is of that day.
    const later = run(calculation, { ...tank, samples: [{ at: day(27), soft: 36, hardening: 4, hard: 0 }] });
    expect(later.phases.soft).toBeGreaterThan(0.5);
  });

  test('it foretells the next moult of a tank in step, and what they eat until then', () => {
    const o = run(calculation, tank);
    expect(Math.abs(Date.parse(o.nextDrop!.at) - Date.parse(day(27)))).toBeLessThan(1.5 * 86_400_000);
    expect(o.phases.hard).toBeGreaterThan(0.9);
    expect(o.phases.soft + o.phases.hardening + o.phases.hard).toBeCloseTo(1, 9);
    expect(o.plateauG).toBeGreaterThan(310);
    expect(o.plateauG).toBeLessThan(420);
    expect(o.plateauPercent).toBeCloseTo((100 * o.plateauG) / 8400, 9);
  });

  test('several meals of a day are one day, in whatever order; missing days are borne', () => {
    const halves = meals.flatMap((m) =>
      [6, 18].map((hour) => ({ at: m.at.replace('T18', `T${String(hour).padStart(2, '0')}`), eatenG: m.eatenG / 2 })),
    );
    const split = run(calculation, { ...tank, meals: halves.reverse() });
    expect(split.plateauG).toBeCloseTo(run(calculation, tank).plateauG, 6);
    const gaps = run(calculation, { ...tank, meals: meals.filter((_, k) => k % 5 !== 2) });
    expect(gaps.nextDrop).not.toBeNull();
    const few = run(calculation, { ...tank, meals: meals.filter((_, k) => k % 2 === 0) });
    expect(few.warnings!.some((w) => /days have no meal recorded/.test(w))).toBe(true);
  });

  test('a jump of temperature while hard brings the moult forward, and is said', () => {
    const steady = { ...tank, meals: meals.slice(0, 23) };
    const read = (last: number) =>
      Array.from({ length: 23 }, (_, k) => ({ at: day(k, 8), celsius: k === 22 ? last : 28 }));
    const calm = run(calculation, { ...steady, celsius: read(28) });
    const jumped = run(calculation, {
      ...steady,
      celsius: [...read(28).slice(0, 21), { at: day(21, 8), celsius: 31.5 }, { at: day(22, 8), celsius: 31.5 }],
    });
    expect(Date.parse(jumped.nextDrop!.at)).toBeLessThan(Date.parse(calm.nextDrop!.at) - 86_400_000);
    expect(jumped.warnings!.some((w) => w.startsWith('the temperature jumped'))).toBe(true);
  });

  test('nothing eaten, two meals, no temperature: refused at their field', () => {
    expect(() => run(calculation, { ...tank, meals: meals.map((m) => ({ ...m, eatenG: 0 })) })).toThrow(
      /^meals: nothing was eaten/,
    );
    expect(() => run(calculation, { ...tank, meals: meals.slice(0, 2) })).toThrow(/^meals: needs three/);
    expect(() => run(calculation, { ...tank, celsius: [] })).toThrow(/^celsius: needs at least one/);
  });
});
