import { run } from '../calculation';
import { calculation as shipping } from './eyedShipping';
import { calculation as fertile } from './fertileOrDead';
import { calculation as yolk } from './yolkIndex';

describe('fertile or dead', () => {
  const of = (f: number, e: number) =>
    run(fertile, {
      fertilised: { successes: f, trials: 200 },
      eyed: { successes: e, trials: 200 },
      usualFertilised: 0.85,
      usualSurvival: 0.9,
    });

  test('well fertilised and few eyed points to the incubation; few fertilised that all eyed, to the parents', () => {
    expect(of(180, 100).points).toBe('incubation');
    expect(of(110, 105).points).toBe('parents');
    expect(of(180, 170).points).toBe('neither');
    expect(run(fertile, { fertilised: { successes: 9, trials: 10 }, eyed: { successes: 5, trials: 10 } }).points).toBe(
      'cannot tell',
    );
  });

  test('survival of the fertile is their ratio, at most all; more eyed than fertile is said', () => {
    expect(of(160, 80).survivalOfFertile).toBeCloseTo(0.5, 2);
    const odd = of(100, 190);
    expect(odd.survivalOfFertile).toBe(1);
    expect(odd.warnings!.join()).toMatch(/more eyed than were fertile/);
  });
});

test('eyed eggs: a day at four degrees takes four degree-days; ice takes the heat of the walls', () => {
  const o = run(shipping, { ...shipping.example, hours: 24, marginShare: 0 });
  expect(o.degreeDaysOnTheWay).toBe(4);
  expect(o.degreeDaysLeft).toBe(136);
  expect(o.daysLeftOnArrival).toBe(34);
  expect(o.iceKg).toBeCloseTo((14 * 0.6 * 24 * 3.6) / 333.55, 6);
  expect(run(shipping, { ...shipping.example, degreeDaysNow: 398 }).warnings!.join()).toMatch(/hatch in the box/);
  expect(run(shipping, { ...shipping.example, degreeDaysNow: 370 }).warnings!.join()).toMatch(/last tenth/);
  expect(() => run(shipping, { ...shipping.example, degreeDaysNow: 401 })).toThrow(/^degreeDaysNow: /);
});

test('K_D of 125 mg and 25 mm is 2; ready only when the whole interval lies below the mark', () => {
  expect(run(yolk, { larvae: [{ massMg: 125, lengthMm: 25 }] }).index).toBeCloseTo(2, 9);
  const larvae = Array.from({ length: 12 }, (_, k) => ({ massMg: 80 + k, lengthMm: 22.5 }));
  const o = run(yolk, { larvae, readyBelow: 1.98 });
  expect(o.ready).toBe(true);
  expect(run(yolk, { larvae, readyBelow: o.index }).ready).toBe(false);
  expect(run(yolk, { larvae }).ready).toBeNull();
});
