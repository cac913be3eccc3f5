import { growthOfHouse, growthOfLot, spansOf } from '../growth/ofLot';
import { DAY_MS, HOUR_MS } from '../time/spans';
import { beltGiven, mealStates, mealsOf, restsUntil, usualMeals } from './feedingDay';
import { type FeedTable, feedTable, onTable } from './feedTable';
import { type FeedingValues, grownSince, prescribe, type TankNow } from './prescription';
import { type RationPlan, rationPlan } from './rationPlan';
import { readFeedTable, writeFeedTable } from './readFeedTable';
import { type Bears, tightness } from './tightness';

const values: FeedingValues = {
  tgc: 1.2,
  tgcCv: 0.2,
  conversion: 1,
  condition: 1,
  oxygenMgPerGFeed: 220,
  warmth: { low: 2, high: 18 },
  leastOxygenMgPerL: 6,
  mostUnionisedMgPerL: 0.0125,
};
const tank: TankNow = {
  number: 10_000,
  weighed: { meanG: 1, sdG: 0.05, at: 0 },
  degreeDays: 0,
  days: 0,
  fedG: null,
  celsius: 10,
  flowLPerMin: null,
  oxygenInMgPerL: null,
  oxygenReadMgPerL: null,
  pH: null,
};
const table: FeedTable = feedTable.parse({
  id: 'own',
  name: 'own',
  species: ['arctic-char'],
  celsius: [6, 10, 14],
  rows: [
    { massG: 0.5, percent: [3, 4, 5] },
    { massG: 5, percent: [1, 2, 3] },
  ],
  source: 'test',
});
const plan = (p: Partial<RationPlan> = {}) => rationPlan.parse({ method: 'table', ...p });
const ration = (t: Partial<TankNow>, p: Partial<RationPlan> = {}, v: Partial<FeedingValues> = {}) => {
  const out = prescribe({ ...tank, ...t }, plan(p), { ...values, ...v }, table, 0.5);
  if (out.is === 'none') throw new Error(out.why);
  return out;
};

describe('the mean mass since the weighing', () => {
  test('by the warmth: (1 + 1.2 · 100 / 1000)³ = 1.405 g, with the doubt of the sample and of the coefficient', () => {
    const g = grownSince({ ...tank, degreeDays: 100 }, values)!;
    expect(g.meanG).toBeCloseTo(1.12 ** 3, 10);
    // Of the cube root: hypot(0.05 / 3, 0.12 · 0.2) = 0.02922; thrice that over 1.12.
    expect(g.cv).toBeCloseTo((3 * Math.hypot(0.05 / 3, 0.024)) / 1.12, 10);
    expect(g.hungry).toBe(false);
  });

  test('no more than the feed bears: 1000 g for 10 000 at a conversion of 1 are 0.1 g each', () => {
    const g = grownSince({ ...tank, degreeDays: 100, fedG: 1000 }, values)!;
    expect(g).toMatchObject({ hungry: true, possibleG: 1.12 ** 3 });
    expect(g.meanG).toBeCloseTo(1.1, 10);
    // Fed for more than they can grow, they grow as they can.
    expect(grownSince({ ...tank, degreeDays: 100, fedG: 9000 }, values)!).toMatchObject({
      hungry: false,
      meanG: 1.12 ** 3,
    });
  });

  test('below freezing point nobody shrinks; without a coefficient they stand still', () => {
    expect(grownSince({ ...tank, degreeDays: 0 }, values)!.meanG).toBeCloseTo(1, 12);
    expect(grownSince({ ...tank, degreeDays: 100 }, { ...values, tgc: undefined })!.meanG).toBeCloseTo(1, 12);
    expect(grownSince({ ...tank, weighed: null }, values)).toBeNull();
  });
});

describe('the ration', () => {
  test('by each method, worked by hand', () => {
    // ln(1 / 0.5) / ln(10) = 0.301 of the way from 4 to 2 %.
    expect(ration({}).methodG).toBeCloseTo(100 * (4 - 2 * (Math.log(2) / Math.log(10))), 6);
    expect(ration({}, { method: 'growth' }).methodG).toBeCloseTo(10_000 * (1.012 ** 3 - 1), 6);
    expect(ration({}, { method: 'percent', percentPerDay: 2.5 }).methodG).toBeCloseTo(250, 9);
    expect(ration({}, { method: 'fixed', fixedG: 80 }).methodG).toBe(80);
    // L = (10⁵ · 1 / 1)^⅓ = 46.42 mm: 3 · 1 · 0.4 · 100 / 46.42 = 2.585 %.
    expect(ration({}, { method: 'hatcheryConstant', lengthGainMmPerDay: 0.4 }).percentPerDay).toBeCloseTo(2.585, 3);
    expect(ration({}, { method: 'fixed', fixedG: 80, ofMethodShare: 0.5 })).toMatchObject({ methodG: 40, feedG: 40 });
  });

  test('off the table its edge counts, and is said to be one', () => {
    expect(onTable(table, 0.1, 20)).toEqual({ percentPerDay: 5, beyond: ['mass', 'warmth'] });
    expect(ration({ celsius: 5 }).beyond).toEqual(['warmth']);
    expect(ration({}).beyond).toEqual([]);
  });

  test('the lowest of the caps, named: oxygen that comes in, ammonia that is carried off', () => {
    // 2 L/min · 1440 · (9 − 6) mg / 220 mg a gram = 39.3 g.
    expect(ration({ flowLPerMin: 2, oxygenInMgPerL: 9 })).toMatchObject({
      cap: 'oxygen',
      feedG: expect.closeTo(39.27, 2),
    });
    // At pH 8.2 and 10 °C some 2.9 % is unionised: 0.0125 / 0.0287 = 0.436 mg/L of total; over 0.5 · 0.092.
    const a = ration({ flowLPerMin: 2, pH: 8.2 });
    expect(a.cap).toBe('ammonia');
    expect(a.feedG).toBeGreaterThan(25);
    expect(a.feedG).toBeLessThan(30);
    expect(ration({ flowLPerMin: 2, oxygenInMgPerL: 9, pH: 8.2 }).cap).toBe('ammonia');
    expect(ration({ flowLPerMin: 400, oxygenInMgPerL: 9, pH: 7 })).toMatchObject({ cap: null });
    expect(ration({ flowLPerMin: 2, oxygenInMgPerL: 5.5 })).toMatchObject({ cap: 'oxygen', feedG: 0 });
  });

  test('out of the range of their stage nothing is fed, too warm or too cold', () => {
    expect(ration({ celsius: 18.5 })).toMatchObject({ cap: 'warm', feedG: 0 });
    expect(ration({ celsius: 1.5 })).toMatchObject({ cap: 'cold', feedG: 0 });
    expect(ration({ celsius: 18 }).cap).toBeNull();
  });

  test('what is missing is named, not guessed', () => {
    const none = (t: Partial<TankNow>, p: Partial<RationPlan> = {}, tab: FeedTable | null = table, v = values) =>
      prescribe({ ...tank, ...t }, plan(p), v, tab, 0.5);
    expect(none({ number: 0 })).toEqual({ is: 'none', why: 'empty' });
    expect(none({ weighed: null })).toEqual({ is: 'none', why: 'notWeighed' });
    expect(none({ celsius: null })).toEqual({ is: 'none', why: 'noTemperature' });
    expect(none({}, {}, null)).toEqual({ is: 'none', why: 'noTable' });
    expect(none({}, { method: 'growth' }, table, { ...values, tgc: undefined })).toEqual({
      is: 'none',
      why: 'noGrowth',
    });
    // Grams as set need neither weight nor water.
    expect(none({ weighed: null, celsius: null }, { method: 'fixed', fixedG: 5 })).toMatchObject({ feedG: 5 });
  });
});

describe('a plan', () => {
  test('says what its method needs, and that the day ends after it begins', () => {
    const fault = (p: object) => rationPlan.safeParse(p).error?.issues.map((i) => i.path.join('.'));
    expect(fault({ method: 'percent' })).toEqual(['percentPerDay']);
    expect(fault({ method: 'fixed' })).toEqual(['fixedG']);
    expect(fault({ method: 'hatcheryConstant' })).toEqual(['lengthGainMmPerDay']);
    expect(fault({ method: 'growth', fromHour: 20, toHour: 20 })).toEqual(['toHour']);
    expect(fault({ method: 'table' })).toBeUndefined();
  });
});

describe('meals of a day', () => {
  const at = (h: number) => h * HOUR_MS;
  test('evenly from the first to the last hour, together the ration', () => {
    const meals = mealsOf(120, 4, plan({ fromHour: 6, toHour: 18 }), at);
    expect(meals.map((m) => m.at / HOUR_MS)).toEqual([6, 10, 14, 18]);
    expect(meals.reduce((s, m) => s + m.g, 0)).toBeCloseTo(120, 12);
    expect(mealsOf(120, 1, plan({ fromHour: 6, toHour: 18 }), at)).toEqual([{ at: 6 * HOUR_MS, g: 120 }]);
  });

  test('one large cup stands for the meals that it was; a meal is late after three quarters of an hour', () => {
    const meals = mealsOf(120, 4, plan({ fromHour: 6, toHour: 18 }), at);
    const states = (givenG: number, hour: number) => mealStates(meals, givenG, at(hour)).map((m) => m.is);
    expect(states(0, 5)).toEqual(['coming', 'coming', 'coming', 'coming']);
    expect(states(0, 6.5)).toEqual(['now', 'coming', 'coming', 'coming']);
    expect(states(0, 7)).toEqual(['late', 'coming', 'coming', 'coming']);
    expect(states(75, 10)).toEqual(['given', 'given', 'given', 'coming']);
    expect(states(14, 7)).toEqual(['late', 'coming', 'coming', 'coming']);
  });

  test('usual meals by size; a belt lays down evenly; fish that came rest', () => {
    const list = [{ belowG: 0.5, mealsPerDay: 12 }, { belowG: 5, mealsPerDay: 8 }, { mealsPerDay: 2 }];
    expect([0.1, 0.5, 4.9, 5, 900].map((g) => usualMeals(list, g))).toEqual([12, 8, 8, 2, 2]);
    expect([5, 6, 12, 18, 20].map((h) => beltGiven(100, 6, 18, h))).toEqual([0, 0, 50, 100, 100]);
    expect(restsUntil(at(6), at(9), 4)).toBe(at(10));
    expect(restsUntil(at(6), at(10), 4)).toBeNull();
  });
});

describe('how tight', () => {
  const bears: Bears = {
    volumeL: 1000,
    flowLPerMin: 30,
    condition: 1,
    densityIndex: 3.15,
    flowIndex: 0.071,
    oxygen: null,
    mostTanMgPerL: null,
    proteinShare: 0.5,
    rationShare: 0.02,
  };
  test('the lowest limit binds: 0.071 · 30 L/min · 4.642 cm = 9.89 kg of fish of a gram', () => {
    const t = tightness(bears, 5000, 1, 0, null)!;
    expect(t.limit).toBe('flow');
    expect(t.bears).toBeCloseTo(9887, -1);
    expect(t.share).toBeCloseTo(5000 / t.bears, 10);
    // 2 % a day of feed at 220 mg/g use 183 mg of oxygen a kg and hour: 30 · 60 · 3 / 183.3 = 29.5 kg.
    const o = tightness(
      {
        ...bears,
        flowIndex: undefined,
        densityIndex: undefined,
        oxygen: { inMgPerL: 9, leastMgPerL: 6, mgPerGFeed: 220 },
      },
      5000,
      1,
      0,
      null,
    )!;
    expect(o).toMatchObject({ limit: 'oxygen', bears: expect.closeTo(29_454, -1) });
  });

  test('the day when growth fills it: where the number is what the tank bears at that mass', () => {
    const grown = (days: number) => (1 + 0.012 * days) ** 3;
    const t = tightness(bears, 5000, 1, 0, grown)!;
    const on = tightness(bears, 5000, grown(t.fullAt! / DAY_MS), 0, null)!;
    expect(on.share).toBeCloseTo(1, 1);
    expect(tightness(bears, 20_000, 1, 77, grown)!.fullAt).toBe(77);
    expect(tightness(bears, 5, 1, 0, () => 1.01)!.fullAt).toBeNull();
  });

  test('larvae by their number, weighed or not: 50 in a litre of 1 000 L; what lives on the bottom by its mass there', () => {
    const few = { ...bears, larvaePerL: 50 };
    expect(tightness(few, 60_000, null, 9, null)).toEqual({
      byLimit: { larvae: 50_000 },
      limit: 'larvae',
      share: 1.2,
      bears: 50_000,
      fullAt: 9,
    });
    expect(tightness(few, 40_000, null, 9, null)).toMatchObject({ share: 0.8, fullAt: null });
    // Of five milligrams each the flow would bear two million.
    expect(tightness(few, 40_000, 0.005, 9, null)).toMatchObject({ limit: 'larvae', bears: 50_000 });
    expect(tightness(bears, 40_000, null, 9, null)).toBeNull();
    // 0.4 kg on each of 2.5 square metres, of two grams each.
    expect(
      tightness({ ...bears, volumeL: null, flowLPerMin: null, bottom: { kgPerM2: 0.4, areaM2: 2.5 } }, 250, 2, 9, null),
    ).toMatchObject({ limit: 'bottom', bears: 500, share: 0.5 });
  });

  test('neither volume nor flow known: no claim', () => {
    expect(tightness({ ...bears, volumeL: null, flowLPerMin: null }, 5000, 1, 0, null)).toBeNull();
  });
});

describe('growth of a lot', () => {
  const prior = { mean: 1.2, cv: 0.3 };
  const weighing = (day: number, root: number, unitId = 1) => ({
    at: day * DAY_MS,
    unitId,
    meanG: root ** 3,
    sdG: 0.01 * root ** 3,
  });
  const ten = (from: number, to: number) => (10 * (to - from)) / DAY_MS;

  test('spans follow each other in one unit; what was moved between tells nothing, nor do two weighings of one week', () => {
    const spans = spansOf([weighing(0, 1), weighing(20, 1.1), weighing(22, 1.11), weighing(30, 1.2, 2)], ten);
    expect(spans).toHaveLength(1);
    expect(spans[0]).toMatchObject({ startG: 1, degreeDays: 200 });
  });

  test('bent to what they did: 0.5 a thousand degree-days, seen four times', () => {
    const own = growthOfLot(
      prior,
      spansOf(
        [0, 1, 2, 3, 4].map((i) => weighing(20 * i, 1 + 0.1 * i)),
        ten,
      ),
    )!;
    expect(own).toMatchObject({ n: 4 });
    expect(own.tgc).toBeGreaterThan(0.48);
    expect(own.tgc).toBeLessThan(0.56);
    expect(own.cv).toBeLessThan(prior.cv);
    expect(growthOfLot(prior, [])).toBeNull();
  });

  test('uneven growth widens the doubt; a lot without spans is expected to do as those of its house', () => {
    const even = spansOf(
      [0, 1, 2, 3].map((i) => weighing(20 * i, 1 + 0.1 * i)),
      ten,
    );
    const uneven = spansOf(
      [1, 1.05, 1.2, 1.22].map((r, i) => weighing(20 * i, r)),
      ten,
    );
    expect(growthOfLot(prior, uneven)!.cv).toBeGreaterThan(2 * growthOfLot(prior, even)!.cv);
    const house = growthOfHouse(prior, [even, even, uneven]);
    expect(house.lots).toBe(3);
    expect(house.mean).toBeLessThan(0.7);
    expect(growthOfHouse(prior, [even])).toEqual({ ...prior, lots: 0 });
  });
});

describe('a table from a file', () => {
  const read = (text: string, locale = 'en-GB') => readFeedTable(text, locale);
  test('there and back; a title above it, a mark of other countries, Fahrenheit, per cent signs', () => {
    const file = writeFeedTable(table);
    expect(read(file)).toMatchObject({ ok: true, celsius: [6, 10, 14], rows: table.rows });
    expect(read(`Feeding table 2030\nfor trout\n${file}`)).toMatchObject({ ok: true, celsius: [6, 10, 14] });
    expect(read('g;6;10\n0,5;3,5;4\n', 'de-AT')).toMatchObject({ ok: true, rows: [{ massG: 0.5, percent: [3.5, 4] }] });
    const us = read('lb,41 F,50 F\n0.01,2%,3%\n');
    expect(us).toMatchObject({ ok: true, fahrenheit: true, rows: [{ massG: expect.closeTo(4.536, 3) }] });
    if (us.ok) expect(us.celsius.map((c) => Number(c.toFixed(6)))).toEqual([5, 10]);
  });

  test('what is wrong is said at its line', () => {
    const wrong = (text: string) => {
      const r = read(text);
      return r.ok ? null : [r.line, r.why];
    };
    expect(wrong('nothing here')).toEqual([1, expect.stringMatching(/no line of temperatures/)]);
    expect(wrong('g,6,10\n0.5,3\n')).toEqual([2, expect.stringMatching(/1 shares for 2|cannot be read/)]);
    expect(wrong('g,6,10\n0.5,3,x\n')).toEqual([2, expect.stringMatching(/10/)]);
    expect(wrong('g,6,10\n0.5,3,140\n')).toEqual([2, expect.stringMatching(/between 0 and 100/)]);
    expect(wrong('g,6,10\n5,3,4\n0.5,3,4\n')).toEqual([3, expect.stringMatching(/rise/)]);
    expect(wrong('g,10,6\n0.5,3,4\n')).toEqual([1, expect.stringMatching(/rise/)]);
    expect(wrong('g,6,10\n')).toEqual([1, expect.stringMatching(/no line with a mass/)]);
  });
});
