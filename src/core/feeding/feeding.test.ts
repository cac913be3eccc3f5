import fc from 'fast-check';
import { CalculationError, run } from '../calculation';
import { Chance } from '../chance';
import { calculation as conversion } from './conversion';
import { calculation as pellet } from './pellet';
import { gainOfDay, calculation as ration, rationFromTable } from './ration';
import { feedsAt, calculation as regime, regimeInOrder } from './regime';
import { daysLeft, calculation as stock } from './stock';
import { calculation as waste } from './waste';

const refusal = (work: () => unknown): string => {
  try {
    work();
  } catch (e) {
    if (e instanceof CalculationError) return e.message;
    throw e;
  }
  return 'not refused';
};

describe('the ration of a day', () => {
  const table = [
    { massG: 1, celsius: 8, percentPerDay: 3 },
    { massG: 1, celsius: 12, percentPerDay: 5 },
    { massG: 10, celsius: 8, percentPerDay: 2 },
    { massG: 10, celsius: 12, percentPerDay: 3 },
  ];

  test('by hatchery constant: at 0.75 mm a day and a conversion of 1.2, 50 mm fish eat 5.4 %', () => {
    const o = run(ration, { method: 'hatcheryConstant', conversion: 1.2, lengthGainMmPerDay: 0.75, lengthMm: 50 });
    // 3 · 1.2 · 0.75 · 100 / 50
    expect(o).toEqual({ percentPerDay: expect.closeTo(5.4, 9) });
  });

  test('by growth: one day by the thermal growth formula, times the conversion', () => {
    const o = run(ration, { method: 'growth', massG: 8, number: 1000, tgc: 1, celsius: 10, conversion: 1.1 });
    // (2 + 0.01)³ − 8 = 0.120601 g
    expect(gainOfDay(8, 1, 10)).toBeCloseTo(0.120601, 9);
    expect(o.gramsPerDay).toBeCloseTo(132.6611, 6);
    expect(o.percentPerDay).toBeCloseTo(1.65826375, 8);
    expect(o.feedGramsPerDay).toBe(o.gramsPerDay);
  });

  test('by table: at its corners as it stands, half way on the log scale of mass the mean of both', () => {
    for (const r of table) expect(rationFromTable(table, r.massG, r.celsius)).toBeCloseTo(r.percentPerDay, 12);
    expect(rationFromTable(table, Math.sqrt(10), 8)).toBeCloseTo(2.5, 12);
    expect(rationFromTable(table, Math.sqrt(10), 10)).toBeCloseTo((2.5 + 4) / 2, 12);
    expect(run(ration, { method: 'table', table, massG: 1, celsius: 10, number: 500 })).toMatchObject({
      percentPerDay: 4,
      gramsPerDay: 20,
    });
  });

  test('outside of its table, and by one that has a hole or says a thing twice, it is refused', () => {
    expect(refusal(() => rationFromTable(table, 0.9, 8))).toMatch(/^massG: 0.9 g lies outside the table, 1 to 10/);
    expect(refusal(() => rationFromTable(table, 5, 12.1))).toMatch(/^celsius: 12.1 °C lies outside/);
    expect(refusal(() => rationFromTable(table.slice(1), 5, 10))).toMatch(/none for 1 g at 8 °C/);
    expect(refusal(() => rationFromTable([...table, table[0]!], 5, 10))).toMatch(/two rows/);
  });

  test('is held by the lowest cap, which is named', () => {
    const o = run(ration, {
      method: 'growth',
      massG: 8,
      number: 100_000,
      tgc: 1,
      celsius: 10,
      conversion: 1.1,
      oxygen: { flowLPerMin: 100, inMgPerL: 10, outMgPerL: 7, mgPerGFeed: 250 },
      ammonia: { flowLPerMin: 100, mostMgPerL: 1, proteinShare: 0.5 },
    });
    // Oxygen: 100 · 1440 · 3 / 250 = 1728 g; ammonia: 100 · 1440 · 1 / (1000 · 0.5 · 0.092) = 3130 g.
    expect(o).toMatchObject({ capGramsPerDay: 1728, limit: 'oxygen', feedGramsPerDay: 1728 });
    expect(o.gramsPerDay).toBeCloseTo(13_266.11, 2);
    expect(o.warnings).toEqual(['oxygen allows less than the method asks for']);
    expect(
      refusal(() =>
        run(ration, {
          method: 'hatcheryConstant',
          conversion: 1,
          lengthGainMmPerDay: 1,
          lengthMm: 50,
          oxygen: { flowLPerMin: 1, inMgPerL: 6, outMgPerL: 7, mgPerGFeed: 250 },
        }),
      ),
    ).toMatch(/^oxygen.outMgPerL: must be below what comes in/);
  });

  test('a key of another method is refused by its name', () => {
    expect(
      refusal(() =>
        run(ration, { method: 'hatcheryConstant', conversion: 1, lengthGainMmPerDay: 1, lengthMm: 50, tgc: 1 }),
      ),
    ).toMatch(/^tgc: is not a field/);
    expect(refusal(() => run(ration, { method: 'guess' }))).toMatch(/^method: /);
  });

  test('by the tray: what was left cuts or raises it, within its bounds', () => {
    const o = run(ration, { method: 'appetite', offeredG: 100, left: 'quarter', mealsPerDay: 4 });
    expect(o).toMatchObject({ gramsPerDay: 300, feedGramsPerDay: 300 });
  });
});

describe('conversion', () => {
  test('counts in what died and what was taken out', () => {
    expect(
      run(conversion, { feedG: 900, startMassG: 1000, endMassG: 1500, deadMassG: 100, removedMassG: 400 }),
    ).toEqual({
      conversion: 0.9,
      gainG: 1000,
      low: 0.9,
      high: 0.9,
    });
  });

  test('has no ends where the gain is not clear of zero, and no value without a gain', () => {
    const unclear = run(conversion, { feedG: 50, startMassG: 1000, startSdG: 40, endMassG: 1060, endSdG: 40 });
    expect(unclear).toMatchObject({ low: null, high: null });
    expect(unclear.conversion).toBeCloseTo(50 / 60, 12);
    expect(unclear.warnings![0]).toMatch(/not clear of zero/);
    expect(run(conversion, { feedG: 50, startMassG: 1000, endMassG: 980 })).toMatchObject({
      conversion: null,
      gainG: -20,
      low: null,
    });
  });

  test('its interval holds the true conversion in 94 to 96 % of simulated lots', () => {
    const chance = new Chance(4711);
    let held = 0;
    const runs = 8000;
    for (let k = 0; k < runs; k++) {
      const start = chance.between(5000, 30_000);
      const gain = start * chance.between(0.3, 1.5);
      const truth = chance.between(0.7, 1.6);
      const [startSdG, endSdG] = [0.02 * start, 0.025 * (start + gain)];
      const o = run(conversion, {
        feedG: truth * gain,
        startMassG: chance.normal(start, startSdG),
        startSdG,
        endMassG: chance.normal(start + gain, endSdG),
        endSdG,
      });
      // An open interval holds every conversion.
      if (o.low === null || o.high === null || (o.low <= truth && truth <= o.high)) held += 1;
    }
    expect(held / runs).toBeGreaterThan(0.94);
    expect(held / runs).toBeLessThan(0.96);
  });
});

describe('the size of feed', () => {
  const sizes = [
    { id: 'fine', fromMm: 20, toMm: 40 },
    { id: 'middle', fromMm: 40, toMm: 70 },
    { id: 'coarse', fromMm: 70, toMm: 120 },
  ];

  test('at a boundary it is the next size alone; the last one holds its end', () => {
    const idAt = (lengthMm: number) => run(pellet, { lengthMm, sizes }).id;
    expect([20, 39.9, 40, 69, 70, 120].map(idAt)).toEqual(['fine', 'fine', 'middle', 'middle', 'coarse', 'coarse']);
    expect(refusal(() => idAt(19))).toMatch(/^lengthMm: no size is for 19 mm: they go from 20 to 120/);
    expect(refusal(() => idAt(121))).toMatch(/no size/);
  });

  test('of a mass by its condition; the change is mixed in over days', () => {
    // 8 g at a factor of 1: 100 · 8^⅓ / 10^⅓ = 92.8 mm.
    const o = run(pellet, { massG: 0.512, sizes, blendDays: 3 });
    expect(o.lengthMm).toBeCloseTo(37.133, 3);
    expect([o.id, o.next]).toEqual(['fine', 'middle']);
    expect(o.toNextMm).toBeCloseTo(2.867, 3);
    expect(o.blend).toEqual([
      { day: 1, share: 0.25 },
      { day: 2, share: 0.5 },
      { day: 3, share: 0.75 },
    ]);
    expect(run(pellet, { lengthMm: 100, sizes })).toMatchObject({ next: null, toNextMm: null });
  });

  test('where two sizes overlap both are named; neither length nor mass, or both, is refused', () => {
    const overlapping = [
      { id: 'a', fromMm: 20, toMm: 45 },
      { id: 'b', fromMm: 40, toMm: 70 },
    ];
    expect(run(pellet, { lengthMm: 42, sizes: overlapping })).toMatchObject({ id: 'a', next: 'b', toNextMm: 0 });
    expect(refusal(() => run(pellet, { sizes }))).toMatch(/either the length or the mass/);
    expect(refusal(() => run(pellet, { lengthMm: 42, massG: 1, sizes }))).toMatch(/either/);
    expect(refusal(() => run(pellet, { lengthMm: 42, sizes: [{ id: 'a', fromMm: 40, toMm: 40 }] }))).toMatch(
      /^sizes\[0\].toMm/,
    );
  });
});

describe('days of feed', () => {
  test('in fractions of a day, with the last day’s use going on', () => {
    expect(daysLeft(10, [4, 4, 4])).toBe(2.5);
    expect(daysLeft(12, [4, 4, 4])).toBe(3);
    expect(daysLeft(20, [4, 4])).toBe(5);
    expect(daysLeft(5, [0, 0, 10])).toBe(2.5);
    expect(daysLeft(0, [4])).toBe(0);
    expect(daysLeft(5, [2, 0])).toBeNull();
    expect(run(stock, { stockKg: 10, dailyKg: [4, 4, 4], leadDays: 1, safetyDays: 0.5 })).toEqual({
      daysLeft: 2.5,
      reorderInDays: 1,
    });
    expect(run(stock, { stockKg: 4, dailyKg: [4], leadDays: 3 })).toMatchObject({ daysLeft: 1, reorderInDays: -2 });
  });

  test('never lasts longer with more use, nor shorter with more feed', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.1, max: 50, noNaN: true }), { minLength: 1, maxLength: 20 }),
        fc.double({ min: 0, max: 500, noNaN: true }),
        fc.double({ min: 0, max: 50, noNaN: true }),
        (daily, kg, more) => {
          const left = daysLeft(kg, daily)!;
          expect(daysLeft(kg + more, daily)!).toBeGreaterThanOrEqual(left - 1e-9);
          expect(
            daysLeft(
              kg,
              daily.map((d) => d + more),
            )!,
          ).toBeLessThanOrEqual(left + 1e-9);
        },
      ),
    );
  });
});

describe('a regime', () => {
  const steps = [
    { feed: 'rotifers', from: 4, to: 12 },
    { feed: 'brine shrimp', from: 9, to: 26 },
    { feed: 'dry', from: 21 },
  ];
  const at = (day: number) => run(regime, { steps, at: day });

  test('mixes the new feed in day by day and offers it first', () => {
    expect(at(3)).toMatchObject({ feeds: [], next: { feed: 'rotifers', from: 4 } });
    expect(at(8).feeds).toEqual([{ feed: 'rotifers', share: 1 }]);
    expect(at(9).feeds).toEqual([
      { feed: 'brine shrimp', share: 0.25 },
      { feed: 'rotifers', share: 0.75 },
    ]);
    expect(at(11).feeds.map((f) => f.share)).toEqual([0.75, 0.25]);
    expect(at(12).feeds).toEqual([{ feed: 'brine shrimp', share: 1 }]);
    expect(at(400)).toEqual({ feeds: [{ feed: 'dry', share: 1 }], next: null });
  });

  test('that leaves a gap, or counts a feed twice, or ends, says where', () => {
    const refused = (list: unknown, day = 5) => refusal(() => run(regime, { steps: list, at: day }));
    expect(
      refused([
        { feed: 'a', from: 4, to: 8 },
        { feed: 'b', from: 9 },
      ]),
    ).toMatch(/^steps\[1\].from: leaves them without food from day 8 to 9/);
    expect(
      refused([
        { feed: 'a', from: 4, to: 8 },
        { feed: 'a', from: 7 },
      ]),
    ).toMatch(/counts a twice from day 7 to 8/);
    expect(
      refused([
        { feed: 'a', from: 4, to: 8 },
        { feed: 'b', from: 5, to: 7 },
      ]),
    ).toMatch(/ends before a does/);
    expect(refused([{ feed: 'a', from: 4, to: 4 }])).toMatch(/^steps\[0\].to: must be after/);
    expect(refused([{ feed: 'a', from: 4, to: 8 }], 8)).toMatch(/^at: lies after the regime, which ends at day 8/);
  });

  test('never leaves a day without food after first feeding, nor feeds more or less than all of it', () => {
    const chains = fc
      .array(fc.record({ length: fc.integer({ min: 2, max: 30 }), overlap: fc.integer({ min: 0, max: 40 }) }), {
        minLength: 1,
        maxLength: 6,
      })
      .map((parts) => {
        let end = 4;
        let begin = 4;
        return parts.map((p, i) => {
          const from = i === 0 ? 4 : Math.max(begin, end - p.overlap);
          begin = from;
          end = Math.max(end, from) + p.length;
          return { feed: `feed ${i}`, from, to: end };
        });
      });
    fc.assert(
      fc.property(chains, fc.constantFrom('days' as const, 'degreeDays' as const), (chain, unit) => {
        const inOrder = regimeInOrder(chain, unit);
        for (let day = 4; day < inOrder.at(-1)!.to!; day += unit === 'days' ? 1 : 0.37) {
          const feeds = feedsAt(inOrder, day, unit);
          expect(feeds.length).toBeGreaterThan(0);
          expect(feeds.reduce((s, f) => s + f.share, 0)).toBeCloseTo(1, 9);
          expect(new Set(feeds.map((f) => f.feed)).size).toBe(feeds.length);
        }
      }),
    );
  });
});

test('what was left: eaten and wasted, with its doubt; more left than offered is wet', () => {
  expect(run(waste, { offeredG: 200, leftG: 50, leftSdG: 10 })).toEqual({
    eatenG: 150,
    wasteShare: 0.25,
    low: expect.closeTo(0.25 - 1.959964 * 0.05, 6),
    high: expect.closeTo(0.25 + 1.959964 * 0.05, 6),
  });
  expect(refusal(() => run(waste, { offeredG: 200, leftG: 210 }))).toMatch(/^leftG: is more than was offered/);
  expect(run(waste, { offeredG: 200, leftG: 90 }).warnings![0]).toMatch(/a quarter was left/);
});
