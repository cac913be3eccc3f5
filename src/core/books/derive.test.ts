import { keyOf } from './accounts';
import { derive } from './derive';
import { covarianceOf } from './doubt';
import { type ActInput, acts, type BookEntry } from './entry';
import { orderInstant, rankOf } from './order';
import { BookRefused } from './refusal';
import { type BookContext, type BookState, emptyState, loadingsAt, numbersAt } from './state';

const DAY = 86_400_000;
const place = (lot: string, unit: string, stage = 'egg') => ({ lot, unit, stage });
const key = (lot: string, unit: string, stage = 'egg') => keyOf(place(lot, unit, stage));

/** Given entries, one a day; then look. */
class Books {
  state: BookState = emptyState();
  private n = 0;
  constructor(
    private readonly context: BookContext = { isShared: (u) => u === 'table', drift: () => ({ perDay: 0, sd: 0 }) },
  ) {}
  entry(at: number, ...list: ActInput[]) {
    this.n += 1;
    const e: BookEntry = {
      id: `e${this.n}`,
      at: at * DAY,
      precision: 'minute',
      orderAt: at * DAY,
      rank: 1,
      orderSeq: this.n,
      seq: this.n,
      recordedAt: at * DAY,
      acts: acts.parse(list),
    };
    return derive(this.state, e, this.context);
  }
  refused(at: number, ...list: ActInput[]): string {
    const kept = { ...this.state, holdings: new Map(this.state.holdings) };
    try {
      this.entry(at, ...list);
    } catch (e) {
      this.state = kept;
      if (e instanceof BookRefused) return e.refusal.code;
      throw e;
    }
    return 'took it';
  }
  at(k: ReturnType<typeof key>, day: number) {
    return numbersAt(k, this.state.holdings.get(k)!, day * DAY, this.state.sources);
  }
  loadings(k: ReturnType<typeof key>, day: number) {
    return loadingsAt(k, this.state.holdings.get(k)!, day * DAY, this.state.sources);
  }
}

const take = (number: number, sd: number, lot = 'A', unit = 'table'): ActInput => ({
  act: 'bring',
  account: 'taken',
  to: place(lot, unit),
  species: 'char',
  count: { number, sd, how: 'volume' },
  composition: { [`${lot}1`]: 1 },
});
const pour = (lot: string, from: string, to: Record<string, number>, sd = 0): ActInput => ({
  act: 'shift',
  from: place(lot, from),
  parts: Object.entries(to).map(([unit, share]) => ({ to: place(lot, unit), amount: { kind: 'share', share, sd } })),
});
const counted = (number: number, shortfall = false) => ({
  kind: 'number' as const,
  number,
  sd: 0,
  how: 'counted' as const,
  shortfall,
});

test('twelve jars poured from one measured take share its error: the sum is as sure as the take, survival has no take error', () => {
  const b = new Books();
  b.entry(0, take(120_000, 6000));
  const jars = Object.fromEntries(Array.from({ length: 12 }, (_, i) => [`J${i}`, 1 / 12]));
  b.entry(1, pour('A', 'table', jars, 0.002));
  let variance = 0;
  for (const a of Object.keys(jars))
    for (const c of Object.keys(jars))
      variance += covarianceOf(b.loadings(key('A', a), 1), b.loadings(key('A', c), 1), b.state.sources);
  expect(Math.sqrt(variance)).toBeCloseTo(6000, 3);
  expect(b.at(key('A', 'J0'), 1).sd).toBeCloseTo(Math.hypot(500, 240 * Math.sqrt(11 / 12)), 0);
});

test('moving out and back changes nothing', () => {
  const b = new Books();
  b.entry(0, take(10_000, 400, 'A', 'T1'));
  b.entry(1, {
    act: 'shift',
    from: place('A', 'T1'),
    parts: [{ to: place('A', 'T2'), amount: { kind: 'number', number: 3000, sd: 120, how: 'weighed' } }],
  });
  expect(b.at(key('A', 'T1'), 1).sd).toBeCloseTo(Math.hypot(400, 120), 6);
  expect(b.at(key('A', 'T2'), 1).sd).toBeCloseTo(120, 6);
  b.entry(2, { act: 'shift', from: place('A', 'T2'), parts: [{ to: place('A', 'T1'), amount: { kind: 'all' } }] });
  expect(b.at(key('A', 'T1'), 2)).toMatchObject({ books: 10_000, sd: expect.closeTo(400, 6) });
});

test('doubling the spread of a take doubles the doubt of every jar', () => {
  const sd = (s: number) => {
    const b = new Books();
    b.entry(0, take(60_000, s));
    b.entry(1, pour('A', 'table', { J1: 0.5, J2: 0.5 }));
    return b.at(key('A', 'J1'), 1).sd;
  };
  expect(sd(4000)).toBeCloseTo(2 * sd(2000), 6);
});

test('drift: exposure grows with animals and days, travels with a share, ends with a full count', () => {
  const b = new Books({ isShared: () => false, drift: () => ({ perDay: 0.002, sd: 0.001 }) });
  b.entry(0, take(10_000, 0, 'A', 'T1'));
  expect(b.at(key('A', 'T1'), 30)).toEqual({ books: 10_000, estimated: 10_000 - 600, sd: expect.closeTo(300, 6) });
  b.entry(30, pour('A', 'T1', { T2: 0.25 }));
  expect(b.at(key('A', 'T2'), 30)).toEqual({ books: 2500, estimated: 2350, sd: expect.closeTo(75, 6) });
  const d = b.entry(30, {
    act: 'census',
    holding: place('A', 'T2'),
    count: { number: 2360, sd: 0, how: 'counted' },
    mode: 'replace',
  });
  expect(d.censuses[0]).toMatchObject({ book: 2500, estimated: 2350, agree: true, posted: -140 });
  expect(b.at(key('A', 'T2'), 30)).toEqual({ books: 2360, estimated: 2360, sd: 0 });
});

test('a combined census lies between books and count, nearer the surer, and keeps what sisters share', () => {
  const b = new Books();
  b.entry(0, take(20_000, 1000));
  b.entry(1, pour('A', 'table', { J1: 0.5, J2: 0.5 }));
  b.entry(2, {
    act: 'census',
    holding: place('A', 'J1'),
    count: { number: 10_400, sd: 250, how: 'weighed' },
    mode: 'combine',
  });
  const k = 500 ** 2 / (500 ** 2 + 250 ** 2);
  expect(b.at(key('A', 'J1'), 2).books).toBe(Math.round(10_000 + k * 400));
  expect(b.at(key('A', 'J1'), 2).sd).toBeCloseTo((500 * 250) / Math.hypot(500, 250), 6);
  expect(covarianceOf(b.loadings(key('A', 'J1'), 2), b.loadings(key('A', 'J2'), 2), b.state.sources)).toBeCloseTo(
    (1 - k) * 500 * 500,
    3,
  );
});

test('what cannot be true is refused, each with its own reason', () => {
  const b = new Books();
  b.entry(0, take(1000, 20, 'A', 'T1'), take(500, 10, 'B', 'T2'));
  expect(b.refused(1, { act: 'lose', account: 'picked', from: place('A', 'T1'), amount: counted(1001) })).toBe(
    'moreThanThere',
  );
  expect(b.refused(1, { act: 'lose', account: 'picked', from: place('A', 'T9'), amount: counted(1) })).toBe(
    'nothingThere',
  );
  expect(
    b.refused(1, { act: 'shift', from: place('A', 'T1'), parts: [{ to: place('A', 'T2'), amount: counted(10) }] }),
  ).toBe('unitHoldsAnotherLot');
  expect(
    b.refused(1, { act: 'shift', from: place('A', 'T1'), parts: [{ to: place('B', 'T2'), amount: counted(10) }] }),
  ).toBe('mixingNeedsNewLot');
  expect(
    b.refused(1, {
      act: 'shift',
      from: place('A', 'T1'),
      parts: [
        { to: place('A', 'T3'), amount: { kind: 'share', share: 0.7 } },
        { to: place('A', 'T4'), amount: { kind: 'share', share: 0.5 } },
      ],
    }),
  ).toBe('sharesExceedWhole');
  expect(b.refused(1, take(10, 0, 'A', 'T5'))).toBe('lotExists');
  const d = b.entry(1, { act: 'lose', account: 'dead', from: place('A', 'T1'), amount: counted(1040, true) });
  expect(d.shortfalls).toEqual([{ holding: key('A', 'T1'), number: 40, z: 2 }]);
  expect(b.at(key('A', 'T1'), 1).books).toBe(0);
});

test('entries of a day: arrivals stand at its start, losses at its end, never after they were recorded', () => {
  const [start, end] = [100 * DAY, 101 * DAY];
  const lose = acts.parse([{ act: 'lose', account: 'dead', from: place('A', 'T1'), amount: counted(1) }]);
  expect([
    rankOf(acts.parse([take(1, 0)])),
    rankOf(lose),
    rankOf(acts.parse([{ act: 'close', holding: place('A', 'T1') }])),
  ]).toEqual([0, 2, 1]);
  expect(orderInstant(start + 5, 'day', 0, end + DAY, start, end)).toBe(start);
  expect(orderInstant(start + 5, 'day', 2, end + DAY, start, end)).toBe(end - 1);
  expect(orderInstant(start + 5, 'day', 2, start + DAY / 4, start, end)).toBe(start + DAY / 4);
});
