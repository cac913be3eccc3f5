import { rationPlan } from '@/core/feeding/rationPlan';
import type { FeedingOf } from '@/server/stock/feeding/feedingNow';
import type { HallUnit, HallView } from '../views/hall';
import { bagsOf, type FeedRow, feedRowsOf, nextRound, weighedOut } from './day/feedRow';
import { feedThings } from './feedThings';

const NOW = Date.parse('2031-11-03T09:00:00Z');
const reader = { timeZone: 'Europe/Vienna', now: NOW, us: false };
const meal = (hours: number, is: 'given' | 'late' | 'now' | 'coming', g = 25) => ({
  at: NOW + hours * 3_600_000,
  g,
  is,
});
const feeding = (over: Partial<FeedingOf> = {}): FeedingOf =>
  ({
    holdingId: 1,
    plan: rationPlan.parse({ method: 'growth' }),
    learned: { tgc: 0.5, cv: 0.1, n: 3, from: 'lot' },
    tableName: 'salmonid by growth',
    prescribed: {
      is: 'ration',
      meanG: 0.3,
      massG: 5000,
      percentPerDay: 2,
      methodG: 100,
      feedG: 100,
      cap: null,
      beyond: [],
    },
    meals: [meal(-4, 'given'), meal(-2, 'late'), meal(0, 'now'), meal(2, 'coming')],
    givenG: 25,
    leftG: 0,
    today: [{ at: NOW - 4 * 3_600_000, g: 25 }],
    preyToday: [],
    regime: null,
    waits: null,
    product: { id: 3, name: 'Crumb 0.6', lotId: 8, lot: 'C-6', leftG: 900 },
    size: null,
    ...over,
  }) as unknown as FeedingOf;
const hall = (...fed: FeedingOf[]): HallView => ({
  store: [],
  waters: [],
  units: fed.map(
    (f, i) =>
      ({
        id: i + 1,
        name: `R${i + 1}`,
        room: 'Hall',
        fed: [{ ...f, holdingId: i + 1 }],
        larval: [],
        holdings: [{ holdingId: i + 1, lotId: 7, lot: 'AC-30-02', stage: 'fry', stageName: 'fry', number: 100 }],
      }) as unknown as HallUnit,
  ),
});
const row = (over: Partial<FeedingOf> = {}): FeedRow => feedRowsOf(hall(feeding(over)), reader)[0]!;

test('one tap stands for all meals that are due, else for the next; why, and out of which bag', () => {
  expect(row()).toMatchObject({
    due: { g: 50, meals: 2, now: true },
    why: '2 %, their own growth',
    feed: { label: 'Crumb 0.6, lot C-6', lotId: 8, short: false },
  });
  expect(row({ meals: [meal(-1, 'given'), meal(3, 'coming', 12.34)] }).due).toEqual({ g: 12, meals: 1, now: false });
  expect(row({ meals: [meal(-1, 'given')] }).due).toBeNull();
});

test('what holds a ration back is named; where none can be told, what is wanted', () => {
  expect(
    row({ prescribed: { ...(feeding().prescribed as object), cap: 'oxygen', feedG: 40 } as FeedingOf['prescribed'] })
      .why,
  ).toBe('2 %, their own growth, oxygen allows no more');
  const none = row({ prescribed: { is: 'none', why: 'notWeighed' }, meals: [] });
  expect(none).toMatchObject({ feedG: null, why: 'never weighed: weigh a sample, or set the grams', due: null });
});

test('a bag that does not hold the day, a feed that the store has not', () => {
  expect(row({ product: { id: 3, name: 'Crumb 0.6', lotId: 8, lot: 'C-6', leftG: 60 } }).feed!.short).toBe(true);
  // A quarter of it was given: eighty grams do for the rest.
  expect(row({ product: { id: 3, name: 'Crumb 0.6', lotId: 8, lot: 'C-6', leftG: 80 } }).feed!.short).toBe(false);
  expect(row({ product: { id: 3, name: 'Crumb 0.6', lotId: null, lot: null, leftG: 0 } }).feed).toEqual({
    label: 'Crumb 0.6, none in the store',
    lotId: null,
    short: true,
  });
  expect(row({ product: null, size: '0.4 to 0.6 mm' }).feed!.label).toBe('0.4 to 0.6 mm');
});

test('a belt is loaded once, and has run by as much as its day', () => {
  const belt = row({
    plan: rationPlan.parse({ method: 'growth', by: 'belt', fromHour: 6, toHour: 18 }),
    meals: [meal(-4, 'given', 100)],
    givenG: 100,
  }).belt!;
  // 10:00 in Vienna: four of twelve hours.
  expect(belt).toMatchObject({ from: 6, to: 18, loaded: true, ran: expect.closeTo(1 / 3, 6) });
});

test('cups by bag in walking order, only what is still to be given, and none that no scale shows', () => {
  const rows = feedRowsOf(
    hall(
      feeding(),
      feeding({
        product: { id: 4, name: 'Pellet 1.1', lotId: 9, lot: 'P-5', leftG: 9000 },
        meals: [meal(2, 'coming', 300)],
      }),
      feeding({ meals: [meal(2, 'coming', 40)] }),
      feeding({ meals: [meal(2, 'coming', 0.03)] }),
      feeding({ meals: [meal(-2, 'given')] }),
    ),
    reader,
  );
  expect(bagsOf(rows).map((b) => [b.feed, b.sumG, b.cups.map((c) => [c.unit, c.meals, c.eachG])])).toEqual([
    ['Pellet 1.1, lot P-5', 300, [['R2', 1, 300]]],
    [
      'Crumb 0.6, lot C-6',
      115,
      [
        ['R1', 3, 25],
        ['R3', 1, 40],
      ],
    ],
  ]);
  expect(nextRound(rows, 'Europe/Vienna', NOW)).toEqual({ at: '12:00', tanks: 4 });
  expect([0.04, 3.456, 12.4].map(weighedOut)).toEqual([0, 3.5, 12]);
});

test('before the walk: water that forbids feed, tanks that are meals behind, tanks to feed, each in a line', () => {
  const airless = feeding({ waits: { why: 'oxygen', until: null, value: 4, least: 6 } });
  const behind = feeding({ meals: [meal(-5, 'late'), meal(-3, 'late')] });
  const things = feedThings(hall(feeding(), behind, airless, feeding(), feeding({ meals: [meal(3, 'coming')] })));
  expect(things.map((t) => [t.tone, t.who, t.says])).toEqual([
    ['grave', 'R3', 'oxygen too low to feed'],
    ['overdue', 'R2', 'meals behind'],
    ['now', '2 tanks', 'to feed now: R1, R4'],
  ]);
  expect(feedThings(hall())).toEqual([]);
});

test('larvae that starve stand before all else, those that want the same in one line', () => {
  const h = hall(feeding({ meals: [] }), feeding({ meals: [] }), feeding({ meals: [] }));
  h.units[0]!.larval = [{ is: 'look', tone: 'now' }];
  h.units[1]!.larval = [{ is: 'starving', tone: 'grave' }];
  h.units[2]!.larval = [
    { is: 'starving', tone: 'grave' },
    { is: 'yolk', tone: 'calm' },
  ];
  expect(feedThings(h).map((t) => [t.tone, t.who, t.says, t.href])).toEqual([
    ['grave', '2 tanks', 'larvae starve: nothing given yet: R2, R3', '/rearing/first-feeding'],
    ['now', 'R1', 'look at their guts', '/rearing/first-feeding'],
  ]);
});

test('live food of a regime: how much a meal, which were given, what is due now', () => {
  const regime = {
    name: 'small brine shrimp',
    by: 'days' as const,
    place: 9,
    feeds: [{ feed: 'brine shrimp', share: 1, mealsPerDay: 5, perMl: 3 }],
    liveShare: 1,
  };
  const of = (over: Partial<FeedingOf>, volumeL: number | null = 2000) => {
    const h = hall(feeding({ regime, prescribed: { is: 'none', why: 'onLiveFood' }, meals: [], ...over }));
    h.units[0]!.volumeL = volumeL;
    return feedRowsOf(h, reader)[0]!;
  };
  // Ten in Vienna: the meals of 7:00 and 10:45; 3 per mL of two thousand litres.
  expect(of({}).prey).toEqual({ feed: 'brine shrimp', each: 6e6, given: 0, meals: 5, due: 7 });
  expect(of({ preyToday: [{ at: NOW - 3 * 3_600_000, number: 5.8e6 }] }).prey).toMatchObject({ given: 1, due: 10.75 });
  expect(of({ preyToday: [{ at: NOW, number: 12e6 }] }).prey).toMatchObject({ given: 2, due: null });
  expect(of({}).why).toBe('live food alone');
  expect(of({}).regime).toBe('day 9 after the hatch: brine shrimp 3 per mL');
  expect(of({}, null).prey).toBeNull();
});
