import { isLiveFood, preyKind, preyMeals } from './demand';
import { hatchHours } from './hatchHours';
import { supply } from './supply';
import { yieldOf } from './yields';

test('hours to the hatch along the table, its edges beyond it', () => {
  const table = [
    { celsius: 28, hours: 21 },
    { celsius: 24, hours: 30 },
  ];
  expect([20, 24, 26, 28, 33].map((c) => hatchHours(table, c))).toEqual([30, 30, 25.5, 21, 21]);
});

describe('what a gram gives', () => {
  const expected = { perGram: 200_000, cv: 0.2 };
  test('as expected without harvests; each harvest counts half as much as the strain', () => {
    expect(yieldOf(expected, [])).toEqual({ perGram: 200_000, cv: 0.2, harvests: 0 });
    // (2 · 200 000 + 140 000) / 3
    expect(yieldOf(expected, [{ cystsG: 100, nauplii: 14e6 }])).toEqual({ perGram: 180_000, cv: 0.2, harvests: 1 });
  });

  test('four harvests tell their own doubt; what was poured away tells nothing', () => {
    const of = (...k: number[]) => k.map((n) => ({ cystsG: 100, nauplii: n * 1e5 }));
    const y = yieldOf(expected, [...of(150, 160, 140, 150), { cystsG: 100, nauplii: 0 }]);
    expect(y.harvests).toBe(4);
    // sd of 150, 160, 140, 150 is 8.165.
    expect(y.cv).toBeCloseTo(8.165 / 150, 4);
    expect(y.perGram).toBeCloseTo((2 * 200_000 + 600_000) / 6, 6);
  });
});

describe('meals and what meets them', () => {
  test('each out of what is good then, what spoils first before the rest; nothing is eaten twice', () => {
    const s = supply(
      [
        { at: 10, nauplii: 6 },
        { at: 4, nauplii: 5 },
        { at: 30, nauplii: 5 },
      ],
      [
        { id: 'C1', from: 0, until: 12, nauplii: 7 },
        { id: 'C2', from: 3, until: 9, nauplii: 4 },
      ],
    );
    expect(s.meals).toEqual([
      {
        at: 4,
        nauplii: 5,
        met: 5,
        of: [
          { id: 'C2', nauplii: 4 },
          { id: 'C1', nauplii: 1 },
        ],
      },
      { at: 10, nauplii: 6, met: 6, of: [{ id: 'C1', nauplii: 6 }] },
      { at: 30, nauplii: 5, met: 0, of: [] },
    ]);
    expect(s.over).toEqual([]);
    expect(supply([], [{ id: 'C1', from: 0, until: 9, nauplii: 3 }]).over).toEqual([{ id: 'C1', nauplii: 3 }]);
  });
});

describe('what a regime takes of live food', () => {
  test('density times water times share, so many times between the hours; dry feed takes none', () => {
    const meals = preyMeals(
      [
        { feed: 'starter 0.2 mm', share: 0.25, mealsPerDay: 20 },
        { feed: 'newly hatched brine shrimp', share: 0.75, mealsPerDay: 3, perMl: 4 },
      ],
      1000,
      { from: 7, to: 21 },
    );
    expect(meals).toEqual(
      [7, 14, 21].map((at) => ({ at, number: 3e6, feed: 'newly hatched brine shrimp', kind: 'brineShrimp' })),
    );
    expect(preyMeals([{ feed: 'rotifers', share: 1, perMl: 10 }], 500, { from: 6, to: 18 })).toHaveLength(4);
    expect(preyMeals([{ feed: 'rotifers', share: 1, perMl: 10, mealsPerDay: 1 }], 500, { from: 6, to: 18 })[0]).toEqual(
      {
        at: 6,
        number: 5e6,
        feed: 'rotifers',
        kind: 'rotifers',
      },
    );
  });

  test('which prey it is', () => {
    expect(['rotifers', 'frozen plankton or brine shrimp', 'water fleas'].map(preyKind)).toEqual([
      'rotifers',
      'brineShrimp',
      'other',
    ]);
  });
});

test('live prey is told by its density, or by its name; dry feed is none', () => {
  expect(isLiveFood({ feed: 'anything', perMl: 2 })).toBe(true);
  expect(
    ['rotifers of the pond, sieved', 'small water fleas', 'frozen plankton'].every((feed) => isLiveFood({ feed })),
  ).toBe(true);
  expect(['starter 0.2 to 0.4 mm', 'crumble', 'minced fish'].some((feed) => isLiveFood({ feed }))).toBe(false);
});
