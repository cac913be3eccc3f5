import { Chance } from '../chance';
import { normalQuantile } from '../distributions';
import type { Act, BookEntry } from './entry';
import { blamedFrom, lineOf, reconcileLine } from './line';

const DAY = 86_400_000;
const at = (lot: string, unit: string, stage = 'fry') => ({ lot, unit, stage });
const number = (n: number, sd: number) => ({ number: n, sd, df: null, how: 'weighed' as const });
let seq = 0;
const entry = (day: number, ...acts: Act[]): BookEntry => {
  seq += 1;
  return {
    id: `e${seq}`,
    seq,
    at: day * DAY,
    precision: 'minute',
    orderAt: day * DAY,
    rank: 1,
    orderSeq: seq,
    recordedAt: day * DAY,
    acts,
  };
};
const bring = (day: number, to: ReturnType<typeof at>, n: number, sd: number) =>
  entry(day, { act: 'bring', account: 'taken', to, species: 'x', count: number(n, sd), composition: {} });
const census = (day: number, holding: ReturnType<typeof at>, n: number, sd: number) =>
  entry(day, { act: 'census', holding, count: number(n, sd), mode: 'combine' });
const dead = (day: number, from: ReturnType<typeof at>, n: number) =>
  entry(day, {
    act: 'lose',
    account: 'dead',
    from,
    amount: { kind: 'number', number: n, sd: 0, df: null, how: 'counted', shortfall: false },
  });
const still = () => ({ perDay: 0, sd: 0 });
const loses = () => ({ perDay: 0.001, sd: 0.001 });

beforeEach(() => {
  seq = 0;
});

test('a number that came, dead that were counted, a count: the count and what came less the dead, by their certainty', () => {
  const a = at('L', 'R1');
  const points = lineOf([bring(0, a, 1000, 40), dead(3, a, 50), census(5, a, 900, 30)], still, 5 * DAY);
  expect(points.map((p) => [p.what, p.knownLoss])).toEqual([
    ['came', 0],
    ['counted', 50],
  ]);
  const r = reconcileLine(points)!;
  // 950 ± 40 and 900 ± 30.
  expect(r.points[1]!.says).toBeCloseTo((950 / 1600 + 900 / 900) / (1 / 1600 + 1 / 900), 1);
  expect(r.points[1]!.others).toMatchObject({ number: expect.closeTo(950, 6), sd: expect.closeTo(40, 1) });
  expect(r.points[1]!.off).toBeCloseTo(-50 / 50, 2);
});

test('unseen loss is expected by the days, and widens what the books say', () => {
  const a = at('L', 'R1');
  const [, counted] = lineOf([bring(0, a, 1000, 1), census(10, a, 985, 1)], loses, 10 * DAY);
  expect(counted!.unseen).toEqual({ expected: expect.closeTo(10, 6), sd: expect.closeTo(10, 6) });
  const r = reconcileLine(lineOf([bring(0, a, 1000, 1), census(10, a, 985, 1)], loses, 10 * DAY))!;
  expect(r.points[1]!.unexplained!.loss).toBeCloseTo(15, 0);
});

test('poured into three by share and moved together again nothing is lost; counted there, the parts follow', () => {
  const [t, j1, j2, r1] = [at('L', 'table', 'eggs'), at('L', 'J1', 'eggs'), at('L', 'J2', 'eggs'), at('L', 'R1')];
  const entries = [
    bring(0, t, 10_000, 300),
    entry(0, {
      act: 'shift',
      from: t,
      makes: [],
      parts: [
        { to: j1, amount: { kind: 'share', share: 0.4, sd: 0.01 } },
        { to: j2, amount: { kind: 'all' } },
      ],
    }),
    dead(2, j1, 100),
    ...[j1, j2].map((from) =>
      entry(
        9,
        { act: 'shift', from, makes: [], parts: [{ to: r1, amount: { kind: 'all' } }] },
        { act: 'close', holding: from },
      ),
    ),
    census(10, r1, 9500, 50),
  ];
  const r = reconcileLine(lineOf(entries, still, 10 * DAY))!;
  expect(r.points.filter((p) => p.what === 'emptied')).toEqual([]);
  const of = (unit: string) => r.points.find((p) => p.place.unit === unit && p.what === 'went over')!;
  expect(of('J1').says).toBeCloseTo(0.4 * 9608, -2);
  expect(r.points.at(-1)!).toMatchObject({ what: 'counted', count: { number: 9500, sd: 50 } });
  // What came and 9 600 by the count in the end, by their certainty.
  expect(r.points[0]!.says).toBeCloseTo(9611, 0);
  expect(r.points[0]!.sd).toBeLessThan(60);
});

test('graded with every class measured the tank is empty: what is missing is told as lost', () => {
  const [a, l, s] = [at('L', 'R1'), at('LL', 'R2'), at('LS', 'R3')];
  const measured = (n: number) => ({ kind: 'number' as const, ...number(n, 5), shortfall: true });
  const entries = [
    bring(0, a, 1000, 5),
    entry(
      4,
      {
        act: 'shift',
        from: a,
        makes: [],
        parts: [
          { to: l, amount: measured(400) },
          { to: s, amount: measured(500) },
        ],
      },
      { act: 'close', holding: a },
    ),
  ];
  const r = reconcileLine(lineOf(entries, () => ({ perDay: 0.02, sd: 0.02 }), 4 * DAY))!;
  const gone = r.points.find((p) => p.what === 'between' && p.place.unit === 'R1')!;
  expect(gone.unexplained!.loss).toBeGreaterThan(80);
});

test('the one that was typed with a digit wrong is named, with what the others say of it', () => {
  const a = at('L', 'R1');
  const entries = [
    bring(0, a, 5000, 100),
    ...[10, 20, 30, 40].map((d) => census(d, a, d === 30 ? 4150 : 4900 - d, 60)),
  ];
  const r = reconcileLine(lineOf(entries, () => ({ perDay: 0.0003, sd: 0.0003 }), 41 * DAY))!;
  expect(r.worst!.at).toBe(30 * DAY);
  expect(r.worst!.others!.number).toBeGreaterThan(4820);
  expect(r.worst!.others!.number).toBeLessThan(4900);
  expect(Math.abs(r.worst!.off)).toBeGreaterThan(blamedFrom(5, normalQuantile));
});

test('stock from elsewhere, nothing at all, a hundred dead more than there were: no line falls over', () => {
  const [a, b] = [at('L', 'R1'), at('M', 'R9')];
  expect(reconcileLine(lineOf([], still, 0))).toBeNull();
  const foreign = entry(1, { act: 'shift', from: b, makes: [], parts: [{ to: a, amount: { kind: 'all' } }] });
  expect(lineOf([bring(0, a, 10, 1), foreign], still, 2 * DAY).every((p) => p.place.lot === 'L')).toBe(true);
  expect(reconcileLine(lineOf([bring(0, a, 10, 1), dead(1, a, 110)], still, 2 * DAY))).not.toBeNull();
});

/** Lines of twelve counts in one tank, each of three per cent; one of them, or none, is wrong. */
function simulated(runs: number, wrongBySd: number) {
  const chance = new Chance(12_345);
  let [named, blamed, falsely] = [0, 0, 0];
  for (let k = 0; k < runs; k++) {
    const a = at('L', 'R1');
    let truth = 10_000;
    seq = 0;
    const wrong = 2 + chance.whole(0, 8);
    const entries = [bring(0, a, Math.round(truth * chance.normal(1, 0.03)), 300)];
    for (let d = 1; d <= 12; d++) {
      const lost = chance.count(truth * 0.004, 1);
      entries.push(dead(d * 7 - 1, a, lost));
      truth -= lost + Math.max(0, Math.round(truth * 7 * chance.normal(0.0002, 0.0001)));
      const sd = 0.03 * truth;
      const off = d === wrong ? wrongBySd * sd : chance.normal(0, sd);
      entries.push(census(d * 7, a, Math.round(truth + off), sd));
    }
    const r = reconcileLine(lineOf(entries, () => ({ perDay: 0.0002, sd: 0.0001 }), 85 * DAY))!;
    const limit = blamedFrom(13, normalQuantile);
    const isNamed = r.worst!.at === wrong * 7 * DAY;
    if (isNamed) named += 1;
    if (isNamed && Math.abs(r.worst!.off) > limit) blamed += 1;
    if (!isNamed && Math.abs(r.worst!.off) > limit) falsely += 1;
  }
  return { named: named / runs, blamed: blamed / runs, falsely: falsely / runs };
}

test('of 1 000 lines of twelve counts: one wrong by three of its sd fits least in 90 of 100 and more, a right one is blamed in at most 5', () => {
  const three = simulated(1000, 3);
  expect(three.named).toBeGreaterThan(0.9);
  expect(three.falsely).toBeLessThan(0.05);
  // That it is beyond chance can be said of half of them by three, of nearly all by four.
  expect(three.blamed).toBeGreaterThan(0.4);
  expect(simulated(400, 4).blamed).toBeGreaterThan(0.95);
  // All of them right: hardly any is blamed.
  expect(simulated(400, 0).falsely + simulated(400, 0).blamed).toBeLessThan(0.07);
});
