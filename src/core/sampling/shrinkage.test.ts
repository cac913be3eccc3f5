import { run } from '../calculation';
import { Chance } from '../chance';
import { calculation, compareGroups } from './shrinkage';

const unit = (group: string, successes: number, trials = 100, more: object = {}) => ({
  group,
  successes,
  trials,
  ...more,
});

test('a female whose eggs are poor in both her trays differs; the others do not', () => {
  const o = run(calculation, calculation.example);
  const by = new Map(o.groups.map((g) => [g.group, g]));
  expect(by.get('F31')!.differs).toBe(true);
  expect(by.get('F12')!.differs).toBe(false);
  expect(by.get('F31')!.high).toBeLessThan(by.get('F12')!.low);
});

test('the less is known of a group, the more it is drawn to the mean of all', () => {
  const o = compareGroups([
    unit('a', 90),
    unit('a', 91),
    unit('a', 89),
    unit('b', 70),
    unit('b', 72),
    unit('b', 71),
    unit('c', 2, 5),
  ]);
  const [a, , c] = o.groups;
  expect(c!.pulled).toBeGreaterThan(5 * a!.pulled);
  expect(c!.estimate).toBeGreaterThan(0.4);
  expect(c!.high - c!.low).toBeGreaterThan(a!.high - a!.low);
});

test('groups that only chance tells apart are all drawn to one', () => {
  const o = compareGroups([unit('a', 80), unit('a', 84), unit('b', 83), unit('b', 79), unit('c', 81), unit('c', 82)]);
  expect(o.betweenGroups).toBe(0);
  for (const g of o.groups) {
    expect(Math.abs(g.estimate - o.mean)).toBeLessThan(0.01);
    expect(g.differs).toBe(false);
  }
});

test('one jar a treatment says that it cannot tell, and what always went along is named', () => {
  const single = run(calculation, { units: [unit('warm', 60), unit('cold', 90)] });
  expect(single.groups.every((g) => g.cannotTell && !g.differs)).toBe(true);
  expect(single.warnings!.join()).toMatch(/one unit a group/);
  const along = compareGroups([
    unit('F1', 60, 100, { with: '3 May' }),
    unit('F1', 62, 100, { with: '3 May' }),
    unit('F2', 90, 100, { with: '4 May' }),
    unit('F2', 91, 100, { with: '5 May' }),
  ]);
  expect(along.groups.map((g) => g.confoundedWith)).toEqual(['3 May', null]);
});

test('intervals hold the true share of the groups in about 95 %, and few are called where none differ', () => {
  const random = new Chance(12);
  let held = 0;
  let all = 0;
  let calledFalsely = 0;
  for (let r = 0; r < 300; r++) {
    const truth = Array.from({ length: 12 }, () => 1 + 0.5 * random.normal());
    const share = (x: number) => 1 / (1 + Math.exp(-x));
    const draw = (group: string, odds: number) =>
      Array.from({ length: 3 }, () => {
        const p = share(odds + 0.25 * random.normal());
        let s = 0;
        for (let k = 0; k < 100; k++) if (random.next() < p) s += 1;
        return unit(group, s);
      });
    const o = compareGroups(truth.flatMap((t, k) => draw(`g${k}`, t)));
    truth.forEach((t, k) => {
      all += 1;
      if (share(t) >= o.groups[k]!.low && share(t) <= o.groups[k]!.high) held += 1;
    });
    const none = compareGroups(Array.from({ length: 12 }, (_, k) => draw(`g${k}`, 1)).flat());
    if (none.groups.some((g) => g.differs)) calledFalsely += 1;
  }
  expect(held / all).toBeGreaterThan(0.91);
  expect(held / all).toBeLessThan(0.97);
  expect(calledFalsely / 300).toBeLessThan(0.2);
});

test.each([
  [4, 3, 0.3, 1],
  [4, 3, 0.3, 0.2],
  [6, 2, 0.5, 0.5],
  [3, 4, 0.2, 1.5],
])(
  '%i groups of %i units, scatter %d within and %d between: nine and a half in ten intervals hold, few are called wrongly',
  (G, U, within, between) => {
    const chance = new Chance(9);
    let [held, all] = [0, 0];
    for (let n = 0; n < 250; n++) {
      const truth = Array.from({ length: G }, () => 1 + between * chance.normal());
      const o = compareGroups(
        truth.flatMap((t, g) =>
          Array.from({ length: U }, () => {
            const p = 1 / (1 + Math.exp(-(t + within * chance.normal())));
            let successes = 0;
            for (let k = 0; k < 100; k++) if (chance.between(0, 1) < p) successes += 1;
            return { group: `g${g}`, successes, trials: 100 };
          }),
        ),
      );
      o.groups.forEach((g, k) => {
        const p = 1 / (1 + Math.exp(-truth[k]!));
        all += 1;
        if (g.low <= p && p <= g.high) held += 1;
      });
    }
    expect(held / all).toBeGreaterThan(0.92);
  },
);
