import { feedingNow } from '@/server/stock/feeding/feedingNow';
import { feedLots, feedStore } from '@/server/stock/feeding/feedStore';
import { livingStock } from '@/server/stock/livingStock';
import { stockNow } from '@/server/stock/stockNow';
import { feedLot, product, standIn } from '../../../tests/support/example';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { growthView } from './views/growth';
import { hallView } from './views/hall';
import { storeView } from './views/store';

let h: TestHatchery;
/** The thermometer of the hall. */
let sensor: number;
const empty = async () => {
  h = await testHatchery();
  const room = (await h.db('unit').where({ name: 'R1' }).first('room_id'))!.room_id;
  sensor = (await h.send<{ id: number }>('sensor.save', { name: 'hall', room })).id;
};
beforeEach(empty);

const site = () => ({ siteId: h.manager.siteId, timeZone: 'Europe/Vienna' });
const feeding = async () => {
  const stock = await stockNow(h.db, h.manager.siteId, h.clock.now);
  const { of } = await feedingNow(h.db, site(), h.clock.now, stock);
  return of.get(stock[0]!.holdingId)!;
};
/** Four thousand fry of half a gram in R1, in water of 10 °C, a week ago. */
const fry = async () => {
  const at = await standIn(h, 'fry');
  await h.send('weigh.record', {
    unit: at.unit,
    batches: [
      { massG: 25, count: 50 },
      { massG: 26, count: 51 },
    ],
  });
  for (let d = 0; d <= 7; d++) await h.send('temperature.record', { sensor, celsius: 10, at: h.clock.now - d * DAY });
  return at.unit;
};
const left = async (id: number) => (await feedLots(h.db, h.manager.siteId, h.clock.now, id))[0]!.leftG;

describe('the ration', () => {
  test('while nobody set any, the table of the species for the mass and the water; nothing before a weighing', async () => {
    await standIn(h, 'fry');
    expect((await feeding()).prescribed).toEqual({ is: 'none', why: 'notWeighed' });
    await empty();
    await fry();
    const f = await feeding();
    expect(f.planFrom).toBe('usual');
    // Between 0.3 g (5.5 %) and 1 g (3.6 %) at 10 °C: 5.5 − 1.9 · ln(0.505 / 0.3) / ln(1 / 0.3) = 4.68 %.
    const p = f.prescribed as Extract<typeof f.prescribed, { is: 'ration' }>;
    expect(p.percentPerDay).toBeCloseTo(4.68, 1);
    expect(p.feedG).toBeCloseTo((p.percentPerDay! / 100) * 4000 * p.meanG!, 6);
    expect(f.meals).toHaveLength(8);
  });

  test('as set for a tank; it goes with the lot into another; corrected, it holds from then on', async () => {
    const unit = await fry();
    await h.send('ration.set', { unit, method: 'percent', percentPerDay: 3, mealsPerDay: 4, ofMethodShare: 0.5 });
    const at = async () => {
      const f = await feeding();
      const p = f.prescribed as Extract<typeof f.prescribed, { is: 'ration' }>;
      return { from: f.planFrom, percent: Math.round(1000 * (p.methodG / p.massG!)) / 10, meals: f.meals.length };
    };
    expect(await at()).toEqual({ from: 'here', percent: 1.5, meals: 4 });
    const entry = (await h.db('entry').where({ kind: 'ration' }).first('id'))!.id;
    await h.send('entry.correct', { entryId: entry, reason: 'typed wrong', replacement: { ofMethodShare: 1 } });
    expect(await at()).toEqual({ from: 'here', percent: 3, meals: 4 });
    await h.send('move.record', {
      sources: [{ unit, amount: { kind: 'all' } }],
      to: h.units.R2!,
      tempered: 'tempered',
      overload: 'yes',
    });
    h.clock.now += HOUR;
    expect((await at()).from).toBe('lot');
  });

  test('figures that a method needs are asked for at their field', async () => {
    const unit = await fry();
    expect(await refusal(h.send('ration.set', { unit, method: 'percent' }))).toMatchObject({ path: 'percentPerDay' });
    expect(await refusal(h.send('ration.set', { unit, method: 'growth', fromHour: 20, toHour: 6 }))).toMatchObject({
      path: 'toHour',
    });
    expect(await refusal(h.send('ration.set', { unit, method: 'table', table: 'no-such' }))).toMatchObject({
      path: 'table',
    });
    await h.send('ration.set', { unit, method: 'fixed', fixedG: 90 });
    expect((await feeding()).prescribed).toMatchObject({ methodG: 90 });
  });

  test('above the range of the species nothing is fed, and that is named', async () => {
    await fry();
    await h.send('temperature.record', { sensor, celsius: 24 });
    expect((await feeding()).prescribed).toMatchObject({ feedG: 0, cap: 'warm' });
  });

  test('fish that just came rest; what was given and left is told meal by meal', async () => {
    const unit = await fry();
    expect((await feeding()).waits).toMatchObject({ why: 'rest' });
    h.clock.now += 5 * HOUR;
    await h.send('feed.record', { unit, massG: 20, leftG: 4 });
    h.clock.now += HOUR;
    await h.send('feed.record', { unit, massG: 10 });
    const f = await feeding();
    expect(f).toMatchObject({ waits: null, givenG: 30, leftG: 4 });
    expect(f.today.map((m) => m.g)).toEqual([20, 10]);
  });

  test('held back by what was fed: the mean follows the feed, not the warmth', async () => {
    const unit = await fry();
    for (let d = 1; d <= 5; d++) {
      h.clock.now += DAY;
      await h.send('temperature.record', { sensor, celsius: 10 });
      await h.send('feed.record', { unit, massG: 8 });
    }
    const { grown } = await feeding();
    // 40 g for 4000 fish at a conversion of 1: 0.01 g each, where 50 degree-days would have brought 0.12 g.
    expect(grown!.hungry).toBe(true);
    expect(grown!.meanG).toBeCloseTo(0.505 + 0.01, 2);
    expect(grown!.possibleG).toBeGreaterThan(0.6);
  });
});

describe('a tank fed twice', () => {
  test('the same cup within minutes is asked about, by whoever gave it; another meal is recorded', async () => {
    const unit = await fry();
    await h.send('feed.record', { unit, massG: 10 }, h.hand);
    h.clock.now += 5 * 60_000;
    const asked = await refusal(h.send('feed.record', { unit, massG: 10 }, h.culturist));
    expect(asked.message).toMatch(/Hand gave R1 10 g at/);
    await h.send('feed.record', { unit, massG: 10, again: 'another' }, h.culturist);
    h.clock.now += HOUR;
    await h.send('feed.record', { unit, massG: 10 });
    expect((await feeding()).givenG).toBe(30);
  });

  test('a day that comes to far more than its ration is asked about, a correction of that cup is not twice the cup', async () => {
    const unit = await fry();
    await h.send('feed.record', { unit, massG: 90 });
    h.clock.now += HOUR;
    expect((await refusal(h.send('feed.record', { unit, massG: 80 }))).message).toMatch(/170 g for R1 today/);
    const entry = (await h.db('entry').where({ kind: 'feed' }).first('id'))!.id;
    await h.send('entry.correct', { entryId: entry, reason: 'typed wrong', replacement: { massG: 90.5 } });
    expect((await feeding()).givenG).toBe(90.5);
  });
});

describe('the feed store', () => {
  test('what came, less what was fed and thrown away; weighing it starts anew; every correction shows', async () => {
    const unit = await fry();
    const lot = await feedLot(h);
    await h.send('feed.record', { unit, massG: 60, feedLot: lot });
    await h.send('feed.discard', { feedLot: lot, massG: 1000, why: 'wet' });
    expect(await left(lot)).toBe(25_000 - 60 - 1000);
    const entry = (await h.db('entry').where({ kind: 'feed' }).first('id'))!.id;
    await h.send('entry.correct', { entryId: entry, reason: 'typed wrong', replacement: { massG: 50 } });
    expect(await left(lot)).toBe(25_000 - 50 - 1000);
    await h.send('feed.count', { feedLot: lot, massG: 23_800 });
    expect(await left(lot)).toBe(23_800);
    h.clock.now += HOUR;
    await h.send('feed.record', { unit, massG: 30, feedLot: lot });
    expect(await left(lot)).toBe(23_770);
    await h.send('entry.correct', {
      entryId: (await h.db('entry').where({ kind: 'feedCount' }).first('id'))!.id,
      reason: 'wrong bag',
    });
    expect(await left(lot)).toBe(25_000 - 50 - 1000 - 30);
  });

  test('a bag past its date, or that is empty by the books, is asked about; a foreign one refused', async () => {
    const unit = await fry();
    const lot = await feedLot(h);
    expect(await refusal(h.send('feed.record', { unit, massG: 10, feedLot: 99_999 }))).toMatchObject({
      path: 'feedLot',
    });
    h.clock.now += 201 * DAY;
    const old = await refusal(h.send('feed.record', { unit, massG: 10, feedLot: lot }));
    expect(old.message).toMatch(/was good until/);
    await h.send('feed.record', { unit, massG: 10, feedLot: lot, feedLotOdd: 'yes' });
  });

  test('a number on a bag that was mistyped is corrected with all that was fed of it', async () => {
    const unit = await fry();
    const lot = await feedLot(h);
    await h.send('feed.record', { unit, massG: 40, feedLot: lot });
    await h.send('entry.correct', {
      entryId: (await h.db('entry').where({ kind: 'feedIn' }).first('id'))!.id,
      reason: 'typed wrong',
      replacement: { lotName: 'B 1240' },
    });
    const [p] = await feedStore(h.db, h.manager.siteId, h.clock.now);
    expect(p!.lots).toMatchObject([{ id: lot, name: 'B 1240', leftG: 24_960 }]);
  });

  test('two products of one name, more thrown away than there is, a date that has passed', async () => {
    const lot = await feedLot(h);
    expect(await refusal(h.send('feedProduct.save', { name: 'Fine starter' }))).toMatchObject({ path: 'name' });
    expect(await refusal(h.send('feed.discard', { feedLot: lot, massG: 26_000, why: 'recalled' }))).toMatchObject({
      path: 'massG',
    });
    const id = await product(h, 'Grower');
    expect(
      await refusal(
        h.send('feed.deliver', { product: id, lotName: 'C 1', massG: 1000, bestBefore: h.clock.now - DAY }),
      ),
    ).toMatchObject({ path: 'bestBefore' });
    expect(await h.db('feed_lot').where({ name: 'C 1' })).toEqual([]);
  });

  test('the product that fits their length is proposed, out of the bag that expires first', async () => {
    await fry();
    const first = await feedLot(h);
    const of = (await h.db('feed_product').first('id'))!.id;
    await h.send('feed.deliver', { product: of, lotName: 'A 1', massG: 5000, bestBefore: h.clock.now + 30 * DAY });
    expect((await feeding()).product).toMatchObject({ name: 'Fine starter', lot: 'A 1' });
    expect(first).toBeGreaterThan(0);
  });
});

test('a table of rations from a file with a preamble feeds its species from then on', async () => {
  await fry();
  await h.send('feedTable.save', {
    name: 'House table',
    species: ['arctic-char'],
    source: 'own trials',
    text: 'House table of 2030\n\nmass g,6 °C,10 °C,14 °C\n0.1,5,7,9\n0.505,3,4,5\n5,1,2,3\n',
  });
  const f = await feeding();
  expect(f.tableName).toBe('House table');
  expect(f.prescribed).toMatchObject({ percentPerDay: expect.closeTo(4, 1) });
  const wrong = await refusal(
    h.send('feedTable.save', {
      name: 'Other',
      species: ['arctic-char'],
      source: 'x',
      text: 'g,6,10\n0.1,5,7\n0.5,3\n',
    }),
  );
  expect(wrong).toMatchObject({ path: 'text', message: expect.stringMatching(/^Line 3/) });
});

describe('growth and conversion', () => {
  /** Weighed three times, three weeks apart, in water of 10 °C, fed in between. */
  const grown = async () => {
    const unit = await fry();
    for (const [mean, feed] of [
      [0.7, 900],
      [0.95, 1200],
    ] as const) {
      for (let d = 0; d < 21; d++) {
        h.clock.now += DAY;
        await h.send('temperature.record', { sensor, celsius: 10 });
        if (d === 10) await h.send('feed.record', { unit, massG: feed, sure: 'yes' });
      }
      await h.send('weigh.record', {
        unit,
        batches: [0.99, 1, 1.01].map((f) => ({ massG: 50 * mean * f, count: 50 })),
        sure: 'yes',
      });
    }
    return unit;
  };
  const lines = async (targetG: number | null = null, by: number | null = null) => {
    const now = h.clock.now;
    const holdings = await livingStock(h.db, site(), now);
    return growthView(h.db, h.manager.siteId, now, await hallView(h.db, site(), now, holdings), targetG, by);
  };

  test('a size by a day: the warmth that it takes, or the share of growth that is enough, and the feed for it', async () => {
    await grown();
    const at = (await lines(2))[0]!.target!.at!;
    const [g] = await lines(2, h.clock.now + 2 * (at - h.clock.now));
    // Twice the time is half the growth: half of the warmth is enough.
    expect(g!.wanted!.share).toBeCloseTo(0.5, 2);
    expect(g!.wanted!.needsCelsius).toBeCloseTo(5, 1);
    expect(g!.wanted!.foreseenCelsius).toBeCloseTo(10, 1);
    expect(g!.wanted!.feedG).toBeCloseTo(2 - g!.now.meanG, 1);
    const [late] = await lines(2, h.clock.now + (at - h.clock.now) / 3);
    expect(late!.wanted!.share).toBeCloseTo(3, 1);
    expect(late!.wanted!.needsCelsius).toBeGreaterThan(late!.wanted!.bearsCelsius!);
    expect((await lines(2))[0]!.wanted).toBeNull();
  });

  test('what growth cost in feed, by the bags of which a price is known', async () => {
    await grown();
    const [before] = await lines();
    expect(before!.conversion).toMatchObject({ costPerKg: null, expected: 1 });
    const entry = (await h.db('entry').where({ kind: 'feed' }).orderBy('seq', 'desc').first('id'))!.id;
    const bag = await feedLot(h);
    await h.send('entry.correct', { entryId: entry, reason: 'the bag', replacement: { feedLot: bag } });
    const [g] = await lines();
    // Six a kilogram of feed, and so many grams of it for a gram.
    expect(g!.conversion!.costPerKg).toBeCloseTo(6 * g!.conversion!.conversion!, 3);
  });

  test('own growth from two spans, feed for a gram of the last one, the day on which a size is reached', async () => {
    await grown();
    const [g] = await lines(2);
    // 1000 · (0.95^⅓ − 0.7^⅓) / 210 = 0.453 and 1000 · (0.7^⅓ − 0.505^⅓) / 210 = 0.436.
    expect(g).toMatchObject({ from: 'lot', spans: 2, referenceTgc: 1.2 });
    expect(g!.tgc).toBeGreaterThan(0.42);
    expect(g!.tgc).toBeLessThan(0.56);
    // 1200 g of feed for 4000 · 0.25 g.
    expect(g!.conversion!.conversion).toBeCloseTo(1.2, 1);
    expect(g!.conversion!.low!).toBeLessThan(1.2);
    expect(g!.conversion!.high!).toBeGreaterThan(1.2);
    const days = (g!.target!.at! - h.clock.now) / DAY;
    expect(days).toBeCloseTo((1000 * (Math.cbrt(2) - Math.cbrt(g!.now.meanG))) / g!.tgc! / 10, 0);
    expect(g!.target!.low!).toBeLessThan(g!.target!.at!);
    expect(g!.target!.high!).toBeGreaterThan(g!.target!.at!);
  });

  test('what was given stands beside what the ration asked for; a ration changed meanwhile claims nothing', async () => {
    const unit = await fry();
    await h.send('ration.set', { unit, method: 'fixed', fixedG: 50, mealsPerDay: 4 });
    for (let d = 0; d < 20; d++) {
      h.clock.now += DAY;
      if (d % 2 === 0) await h.send('feed.record', { unit, massG: 80, sure: 'yes' });
      if (d === 0 || d === 19)
        await h.send('weigh.record', {
          unit,
          batches: [0.99, 1.01].map((f) => ({ massG: 50 * (d === 0 ? 0.52 : 0.75) * f, count: 50 })),
          sure: 'yes',
        });
    }
    // Nineteen days of 50 g were asked for, nine times 80 g were given since the first of the two weighings.
    expect((await lines())[0]!.conversion).toMatchObject({ feedG: 720, plannedG: expect.closeTo(950, 1) });
    await h.send('ration.set', { unit, method: 'fixed', fixedG: 70, mealsPerDay: 4 });
    expect((await lines())[0]!.conversion).toMatchObject({ feedG: 720, plannedG: null });
  });

  test('a feed entry corrected changes the conversion, and the ration that follows', async () => {
    await grown();
    const entry = (await h.db('entry').where({ kind: 'feed' }).orderBy('seq', 'desc').first('id'))!.id;
    await h.send('entry.correct', { entryId: entry, reason: 'a zero', replacement: { massG: 2400, sure: 'yes' } });
    expect((await lines())[0]!.conversion!.conversion).toBeCloseTo(2.4, 1);
  });

  test('dead that were taken out are growth that was fed', async () => {
    const unit = await grown();
    const before = (await lines())[0]!.conversion!.gainG;
    const at = h.clock.now - 2 * DAY;
    await h.send('dead.record', { unit, number: 400, at });
    const { conversion } = (await lines())[0]!;
    // 400 of 0.7 g at the start: they count at the mean of both weighings, 0.825 g, instead of 0.95 g.
    expect(conversion!.gainG).toBeCloseTo(before - 400 * 0.95 + 400 * 0.825, 0);
  });
});

describe('what was left', () => {
  test('a tray is a share of the last meal; weighed leftovers are themselves; never more than was given', async () => {
    const unit = await fry();
    expect(await refusal(h.send('tray.check', { unit, left: 'few' }))).toMatchObject({ path: 'unit' });
    await h.send('feed.record', { unit, massG: 40 });
    h.clock.now += HOUR;
    expect(await h.send('tray.check', { unit, left: 'quarter' })).toMatchObject({ mealG: 40, nextG: 30 });
    expect((await feeding()).leftG).toBe(10);
    expect(await refusal(h.send('tray.check', { unit, leftG: 41 }))).toMatchObject({ path: 'leftG' });
    expect(await refusal(h.send('tray.check', { unit }))).toMatchObject({ path: 'left' });
  });

  test('what was spilt with the meal is not left a second time', async () => {
    const unit = await fry();
    await h.send('feed.record', { unit, massG: 40, leftG: 6 });
    h.clock.now += HOUR;
    await h.send('tray.check', { unit, leftG: 8 });
    expect((await feeding()).leftG).toBe(8);
    // Looked at again later: nine in all, not seventeen.
    h.clock.now += HOUR;
    await h.send('tray.check', { unit, leftG: 9 });
    expect((await feeding()).leftG).toBe(9);
  });
});

test('the outlook of the store: eaten in the order in which bags expire, what is over by its date, when to order', async () => {
  await fry();
  const lot = await feedLot(h);
  const of = (await h.db('feed_product').first('id'))!.id;
  await h.send('feed.deliver', { product: of, lotName: 'A 1', massG: 60_000, bestBefore: h.clock.now + 10 * DAY });
  const now = h.clock.now;
  const view = await storeView(
    h.db,
    h.manager.siteId,
    now,
    await hallView(h.db, site(), now, await livingStock(h.db, site(), now)),
    lot,
  );
  const { outlook } = view.products[0]!;
  expect(outlook.stockKg).toBe(85);
  expect(outlook.todayKg).toBeGreaterThan(0.08);
  expect(outlook.laterKg).toBeGreaterThan(outlook.todayKg);
  // In ten days not two kilograms are eaten of sixty.
  expect(outlook.expires).toMatchObject([{ lot: 'A 1', g: expect.closeTo(59_000, -4) }]);
  expect(outlook.daysLeft!).toBeGreaterThan(60);
  expect(outlook.reorderInDays!).toBeCloseTo(outlook.daysLeft! - 10 - 7, 6);
  expect(view.recall).toMatchObject({ name: 'B 1204', eaters: [] });
  await h.send('feed.record', { unit: h.units.R1!, massG: 30, feedLot: lot });
  const after = await storeView(h.db, h.manager.siteId, h.clock.now, { units: [], store: [], waters: [] }, lot);
  expect(after.recall!.eaters).toMatchObject([{ unit: 'R1', g: 30, now: 'R1' }]);
});

test('a tank that is not fed before handling says until when, its meal is asked about, nought hours lift it', async () => {
  const at = await standIn(h, 'fry');
  await h.send('ration.set', { ...at, method: 'fixed', fixedG: 100 });
  const waits = async () => (await feeding()).waits;
  h.clock.now += 12 * HOUR;
  await h.send('feed.hold', { ...at, why: 'grading', hours: 20 });
  expect(await waits()).toEqual({ why: 'hold', until: h.clock.now + 20 * 3_600_000, said: 'grading' });
  const asked = await refusal(h.send('feed.record', { ...at, massG: 10 }));
  expect([asked.code, asked.message]).toEqual(['held', expect.stringMatching(/not fed until .*: grading or counting/)]);
  // Live food as well.
  expect((await refusal(h.send('prey.give', { ...at, number: 1000 }))).code).toBe('held');
  await h.send('feed.record', { ...at, massG: 10, held: 'yes' });
  h.clock.now += 3_600_000;
  await h.send('feed.hold', { ...at, why: 'grading', hours: 0 });
  expect(await waits()).toBeNull();
  await h.send('feed.record', { ...at, massG: 11 });
  // A meal given before it was said, and written down later, is not asked about.
  h.clock.now += 2 * HOUR;
  await h.send('feed.hold', { ...at, why: 'handling', hours: 5 });
  h.clock.now += 60_000;
  await h.send('feed.record', { ...at, massG: 12, at: h.clock.now - 40 * 60_000 });
  // Over by itself.
  h.clock.now += 6 * 3_600_000;
  expect(await waits()).toBeNull();
});

test('oxygen that was read by hand in the tank holds its meals for hours, and no longer', async () => {
  const unit = await fry();
  await h.send('ration.set', { unit, method: 'percent', percentPerDay: 3, mealsPerDay: 4 });
  const before = await feeding();
  const read = (value: number) => h.send('water.read', { unit, readings: [{ kind: 'oxygen', value }] });
  await read(4.1);
  const held = await feeding();
  expect(held.tank.oxygenReadMgPerL).toBe(4.1);
  expect(held.waits).toMatchObject({ why: 'oxygen', value: 4.1 });
  // Read anew, and well: they are fed again.
  h.clock.now += 60_000;
  await read(8.9);
  expect((await feeding()).waits?.why).not.toBe('oxygen');
  await read(4.1);
  h.clock.now += 5 * HOUR;
  expect((await feeding()).waits?.why).not.toBe('oxygen');
  expect(before.tank.oxygenReadMgPerL).toBeNull();
});
