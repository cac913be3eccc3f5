import type { Flow, FlowBand } from '../views/flow';
import { LABEL_HEIGHT, layOut, lineage, numberAt } from './layout';

const DAY = 86_400_000;

/** Sixty lots of four species, with births, deaths and grades at fixed pseudo-random times. */
function sixty(): Flow {
  const bands: FlowBand[] = [];
  const links: Flow['links'] = [];
  for (let i = 0; i < 60; i++) {
    const start = ((i * 37) % 400) * DAY;
    const length = (40 + ((i * 53) % 300)) * DAY;
    const n = 2000 + ((i * 7919) % 80000);
    const alive = start + length > 540 * DAY;
    bands.push({
      lotId: i + 1,
      lot: `AC-${i}`,
      species: ['a', 'b', 'c', 'd'][i % 4]!,
      speciesName: 'x',
      season: '2031',
      alive: alive ? n / 2 : 0,
      points: [
        { at: start, number: n, sd: 50, stages: { egg: n } },
        { at: start + length / 2, number: n / 2, sd: 40, stages: { fry: n / 2 } },
        { at: Math.min(540 * DAY, start + length), number: alive ? n / 2 : 0, sd: 0, stages: {} },
      ],
    });
    if (i > 4 && i % 5 === 0) links.push({ from: i - 4, to: i + 1, at: start, number: n });
  }
  return { bands, links, marks: [], from: 0, to: 540 * DAY, seasons: [] };
}

const x = (at: number) => (at / (540 * DAY)) * 1100;

test('all sixty lots are placed, and no band or label meets another in its lane', () => {
  const river = layOut(sixty(), x, 560, 1100);
  const placed = river.groups.flatMap((g) => g.bands.map((b) => ({ ...b, perPixel: g.perPixel })));
  expect(placed).toHaveLength(60);
  const boxes = placed.map((b) => ({
    left: b.x0,
    right: b.x1,
    top: b.top - LABEL_HEIGHT,
    bottom: b.top + Math.max(...b.points.map((p) => p.number)) / b.perPixel,
  }));
  for (let i = 0; i < boxes.length; i++)
    for (let j = i + 1; j < boxes.length; j++) {
      const [a, b] = [boxes[i]!, boxes[j]!];
      const meet = a.left < b.right && b.left < a.right && a.top < b.bottom - 0.01 && b.top < a.bottom - 0.01;
      expect(meet ? [placed[i]!.lot, placed[j]!.lot] : null).toBeNull();
    }
  for (const b of placed) expect(b.labelX + b.lot.length * 6.9).toBeLessThanOrEqual(1100.01);
});

test('the number at an instant is that of the last point not after it', () => {
  const [band] = sixty().bands as [FlowBand];
  expect(numberAt(band, -1)).toBe(0);
  expect(numberAt(band, band.points[0]!.at)).toBe(band.points[0]!.number);
  expect(numberAt(band, band.points[1]!.at + 1)).toBe(band.points[1]!.number);
});

test('lineage goes up and down, not sideways', () => {
  const links = [
    { from: 1, to: 2, at: 0, number: 1 },
    { from: 1, to: 3, at: 0, number: 1 },
    { from: 2, to: 4, at: 0, number: 1 },
  ];
  expect([...lineage(2, links)].sort()).toEqual([1, 2, 4]);
  expect([...lineage(1, links)].sort()).toEqual([1, 2, 3, 4]);
});
