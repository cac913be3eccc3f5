import type { Flow, FlowBand } from '../views/flow';
import { alone, clampWindow, layOut, lineage, numberAt, order, zoomed } from './layout';

const DAY = 86_400_000;
const TO = 540 * DAY;
const WHOLE = { from: 0, to: TO };

const band = (lotId: number, points: [day: number, number: number, stage?: string][], species = 'a'): FlowBand => ({
  lotId,
  lot: `L${lotId}`,
  species,
  speciesName: species,
  season: '2031',
  alive: points.at(-1)![1],
  points: points.map(([day, number, stage = 'egg']) => ({
    at: day * DAY,
    number,
    sd: number / 50,
    stages: number > 0 ? { [stage]: number } : {},
  })),
});
const flowOf = (bands: FlowBand[], links: Flow['links'] = []): Flow => ({
  bands,
  links,
  marks: [],
  losses: [],
  stretch: 6 * DAY,
  ...WHOLE,
  seasons: [],
});

/** Sixty lots of four species, with births, deaths and grades at fixed pseudo-random times. */
const sixty = (): Flow =>
  flowOf(
    Array.from({ length: 60 }, (_, i) => {
      const start = (i * 37) % 400;
      const length = 40 + ((i * 53) % 300);
      const n = 2000 + ((i * 7919) % 80_000);
      return band(
        i + 1,
        [
          [start, n],
          [start + length / 2, n / 2, 'fry'],
          [Math.min(540, start + length), start + length > 540 ? n / 2 : 0, 'fry'],
        ],
        ['a', 'b', 'c', 'd'][i % 4]!,
      );
    }),
  );

test('lots of a species touch at every column, and the height of the whole is the number alive', () => {
  const river = layOut(sixty(), WHOLE, 1100, 600, TO);
  expect(river.groups.flatMap((g) => g.runs)).toHaveLength(60);
  for (const g of river.groups)
    for (let i = 0; i < river.x.length; i += 7) {
      let edge = g.upper[i]!;
      for (const r of g.runs) {
        expect(r.top[i]).toBeCloseTo(edge, 9);
        edge = r.bottom[i]!;
      }
      expect(edge).toBeCloseTo(g.lower[i]!, 9);
      // A hairline for each of the smallest is all that the whole may be too high by.
      expect(g.lower[i]! - g.upper[i]! - g.total[i]! / g.perPixel).toBeLessThan(0.8 * g.runs.length);
      expect(g.lower[i]! - g.upper[i]!).toBeGreaterThanOrEqual(g.total[i]! / g.perPixel - 1e-6);
    }
});

test('species keep to their own stretch of the height, all of it within the window', () => {
  const river = layOut(sixty(), WHOLE, 1100, 600, TO);
  for (const [k, g] of river.groups.entries()) {
    expect(Math.min(...g.upper)).toBeGreaterThanOrEqual(g.top);
    expect(Math.max(...g.lower)).toBeLessThanOrEqual(g.top + g.height + 1);
    if (k > 0) expect(g.top).toBeCloseTo(river.groups[k - 1]!.top + river.groups[k - 1]!.height, 9);
  }
  expect(river.height).toBeLessThanOrEqual(601);
});

test('a grading: what the parent loses its classes gain in the same columns, so the whole keeps its height', () => {
  const flow = flowOf(
    [
      band(1, [
        [0, 10_000],
        [200, 10_000],
        [200.0001, 0],
      ]),
      band(2, [[200, 6000, 'fry']]),
      band(3, [[200, 4000, 'fry']]),
      band(4, [[10, 5000]]),
    ],
    [
      { from: 1, to: 2, at: 200 * DAY, number: 6000 },
      { from: 1, to: 3, at: 200 * DAY, number: 4000 },
    ],
  );
  const [g] = layOut(flow, WHOLE, 1100, 600, TO).groups;
  // The classes stand where their parent stood; the lot that came in between stands behind them.
  expect(g!.runs.map((r) => r.band.lotId)).toEqual([1, 2, 3, 4]);
  const at = Math.round((200 / 540) * (g!.total.length - 1));
  for (let i = at - 6; i <= at + 6; i++) expect(g!.total[i]! / 15_000).toBeCloseTo(1, 1);
});

test('the number runs on evenly between two points, and stands before and after them', () => {
  const b = band(1, [
    [10, 1000],
    [20, 800],
    [30, 0],
  ]);
  expect([5, 10, 15, 20, 25, 30, 99].map((d) => numberAt(b, d * DAY))).toEqual([0, 1000, 900, 800, 400, 0, 0]);
  expect(numberAt(band(2, [[10, 1000]]), 99 * DAY)).toBe(1000);
});

test('nothing is drawn of what has not been yet', () => {
  const [g] = layOut(flowOf([band(1, [[0, 1000]])]), WHOLE, 1100, 600, 270 * DAY).groups;
  expect(g!.total[Math.round(g!.total.length * 0.4)]).toBe(1000);
  expect(g!.total.at(-1)).toBe(0);
  expect(g!.alive).toBe(1000);
});

test('what came today counts in full beside the river, however many days a pixel is', () => {
  const [g] = layOut(flowOf([band(1, [[0, 1000]]), band(2, [[539.9, 500]])]), WHOLE, 200, 600, TO).groups;
  expect(g!.alive).toBe(1500);
});

test('of two parents the larger has the child beside it', () => {
  const bands = [band(1, [[0, 9]]), band(2, [[5, 9]]), band(3, [[9, 9]])];
  const links = [
    { from: 1, to: 3, at: 9 * DAY, number: 2 },
    { from: 2, to: 3, at: 9 * DAY, number: 7 },
  ];
  expect(order(bands, { links }).map((b) => b.lotId)).toEqual([1, 2, 3]);
  expect(order(bands, { links: [...links].map((l) => ({ ...l, number: 9 - l.number })) }).map((b) => b.lotId)).toEqual([
    1, 3, 2,
  ]);
});

test('lineage goes up and down, not sideways; alone it takes its losses and marks along', () => {
  const links = [
    { from: 1, to: 2, at: 0, number: 1 },
    { from: 1, to: 3, at: 0, number: 1 },
    { from: 2, to: 4, at: 0, number: 1 },
  ];
  expect([...lineage(2, links)].sort()).toEqual([1, 2, 4]);
  expect([...lineage(1, links)].sort()).toEqual([1, 2, 3, 4]);
  const loss = (lotId: number) => ({ lotId, nth: 0, account: 'dead', number: 1 });
  const all = {
    ...flowOf(
      [1, 2, 3, 4].map((k) => band(k, [[0, 9]])),
      links,
    ),
    losses: [loss(2), loss(3)],
  };
  const line = alone(all, lineage(2, links));
  expect([line.bands.map((b) => b.lotId), line.links.length, line.losses]).toEqual([[1, 2, 4], 2, [loss(2)]]);
});

test('time is zoomed about the hand, never beyond what is known nor below a day', () => {
  const w = { from: 100 * DAY, to: 200 * DAY };
  const near = zoomed(w, 120 * DAY, 0.5, WHOLE);
  expect([near.from / DAY, near.to / DAY]).toEqual([110, 160]);
  expect(zoomed(w, 120 * DAY, 99, WHOLE)).toEqual(WHOLE);
  const least = zoomed(w, 120 * DAY, 1e-6, WHOLE);
  expect((least.to - least.from) / DAY).toBeCloseTo(1, 9);
  expect(clampWindow({ from: -50 * DAY, to: 50 * DAY }, WHOLE)).toEqual({ from: 0, to: 100 * DAY });
});
