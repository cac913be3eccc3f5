/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { went } from '../../../../tests/support/navigation';
import { NOW, server, show } from '../../../../tests/support/screen';
import type { Flow, FlowBand } from '../views/flow';
import { numberAt } from './layout';
import { River } from './River';

const DAY = 86_400_000;
const FROM = NOW - 500 * DAY;
/** A box without a size is drawn at the least width, less its margins. */
const WIDTH = 560 - 14 - 26;

globalThis.ResizeObserver ??= class {
  observe() {}
  unobserve() {}
  disconnect() {}
} as never;

/** Sixty lots with picks, a hatch in two parts, a grading and, for two in three, an end. */
function season(): Flow {
  const bands: FlowBand[] = [];
  const links: Flow['links'] = [];
  for (let i = 0; i < 60; i++) {
    const start = FROM + ((i * 37) % 380) * DAY;
    const n = 900 + ((i * 7919) % 90_000);
    const over = i % 3 !== 0;
    const at = (d: number) => Math.min(NOW, start + d * DAY);
    const part = Math.round(n * 0.5);
    bands.push({
      lotId: i + 1,
      lot: `AC-${i}`,
      species: ['a', 'b', 'c'][i % 3]!,
      speciesName: ['Arctic char', 'Pikeperch', 'Sterlet'][i % 3]!,
      season: '2031',
      alive: over ? 0 : n - part - 300,
      points: [
        { at: start, number: n, sd: n / 40, stages: { egg: n } },
        { at: at(20), number: n - 300, sd: n / 40, stages: { egg: n - 300 - part, yolksac: part } },
        { at: at(40), number: n - 300 - part, sd: 90, stages: { fry: n - 300 - part } },
        ...(over ? [{ at: at(100), number: 0, sd: 0, stages: {} }] : []),
      ],
    });
    if (i > 8 && i % 6 === 0) links.push({ from: i - 5, to: i + 1, at: start, number: n });
  }
  return {
    bands,
    links,
    marks: [
      { lotId: 1, at: NOW - 30 * DAY, kind: 'release', number: 4000, says: 'Lake Ivarre', entryId: 'r1' },
      { lotId: 2, at: NOW - 40 * DAY, kind: 'census', number: 4000, says: '', entryId: 'c1' },
    ],
    from: FROM,
    to: NOW,
    seasons: ['2031'],
  };
}

/** Thickness of a drawn area at a pixel: an area path goes along one edge and back along the other. */
function thickness(path: Element, px: number): number {
  const points = [...path.getAttribute('d')!.matchAll(/(-?[\d.]+),(-?[\d.]+)/g)].map((m) => [
    Number(m[1]),
    Number(m[2]),
  ]);
  const half = points.length / 2;
  const edge = (along: number[][]) => along.filter(([x]) => x! <= px + 1e-6).at(-1)?.[1] ?? 0;
  return Math.abs(edge(points.slice(0, half) as number[][]) - edge((points.slice(half) as number[][]).reverse()));
}

const bandOf = (lot: string) => document.querySelector(`[data-lot="${lot}"]`)!;
const px = (at: number) => ((at - FROM) / (NOW - FROM)) * WIDTH;
const draw = (flow: Flow, focus: number | null = null) =>
  show(<River flow={flow} now={NOW} timeZone="Europe/Vienna" focus={focus} />);

test('all sixty lots are there, each a link with its name and what is alive', () => {
  draw(season());
  const links = [...document.querySelectorAll('[data-lot]')];
  expect(links).toHaveLength(60);
  expect(links.map((l) => l.getAttribute('href'))).toContain('/lots/17');
  expect(bandOf('AC-0').getAttribute('aria-label')).toMatch(/^AC-0, Arctic char, .* alive$/);
  expect(bandOf('AC-1').getAttribute('aria-label')).toBe('AC-1, Pikeperch, gone');
});

test('the width of every band agrees with the number alive within a pixel, at twenty dates', () => {
  const flow = season();
  draw(flow);
  let compared = 0;
  for (const band of flow.bands) {
    const link = bandOf(band.lot);
    const perPixel = Number(link.getAttribute('data-per-pixel'));
    const [, ...stages] = [...link.parentElement!.querySelectorAll(':scope > path')];
    for (let k = 1; k <= 20; k++) {
      // Half a day off the round dates, so that no date falls on a step itself.
      const at = FROM + ((NOW - FROM) * k) / 20 - DAY / 2;
      const want = numberAt(band, at) / perPixel;
      const got = stages.reduce((s, p) => s + (at < band.points[0]!.at ? 0 : thickness(p, px(at))), 0);
      expect([band.lot, k, Math.abs(got - want) <= 1]).toEqual([band.lot, k, true]);
      if (want > 1) compared += 1;
    }
  }
  expect(compared).toBeGreaterThan(150);
});

test('stages lie side by side with their own share of the width', () => {
  const flow = season();
  draw(flow);
  const band = flow.bands[7]!;
  const at = band.points[1]!.at + 5 * DAY;
  const link = bandOf(band.lot);
  const perPixel = Number(link.getAttribute('data-per-pixel'));
  const [, egg, yolk] = [...link.parentElement!.querySelectorAll(':scope > path')];
  expect(thickness(egg!, px(at))).toBeCloseTo(band.points[1]!.stages.egg! / perPixel, 0);
  expect(thickness(yolk!, px(at))).toBeCloseTo(band.points[1]!.stages.yolksac! / perPixel, 0);
});

test('the soft edge is the ± of that day: wide where the count is uncertain, narrow behind a census', () => {
  const flow = season();
  draw(flow);
  const band = flow.bands[15]!;
  const link = bandOf(band.lot);
  const perPixel = Number(link.getAttribute('data-per-pixel'));
  const soft = link.parentElement!.querySelector(':scope > path')!;
  for (const p of band.points.slice(0, 3)) {
    const edge = thickness(soft, px(p.at + 2 * DAY)) - p.number / perPixel;
    expect(edge).toBeCloseTo((1.96 * p.sd) / perPixel, 1);
  }
});

test('the number and the ledger under the pointer; a click opens the lot, with shift it follows its kin', async () => {
  const flow = season();
  draw(flow);
  const band = flow.bands[6]!;
  globalThis.fetch = (async (path: string) => ({
    ok: true,
    status: 200,
    json: async () =>
      path.startsWith(`/api/ledger?lot=${band.lotId}&`)
        ? [{ id: 'e1', at: band.points[1]!.at, kind: 'pick', says: '300 from J3', voided: false }]
        : [],
  })) as never;
  fireEvent.focus(bandOf(band.lot));
  const tip = await screen.findByTestId('river-tip');
  expect(tip.textContent).toContain(band.lot);
  await waitFor(() => expect(tip.textContent).toContain('300 from J3'));
  fireEvent.click(bandOf(band.lot), { shiftKey: true });
  const faded = (lot: string) => bandOf(lot).parentElement!.getAttribute('opacity') !== '1';
  expect([faded(band.lot), faded('AC-3')]).toEqual([false, true]);
  fireEvent.click(bandOf(band.lot));
  expect(went.to.at(-1)).toBe(`/lots/${band.lotId}`);
  expect(server.sent).toEqual([]);
});

test('followed from the lot’s page: all that is not its kin steps back', () => {
  const flow = season();
  draw(flow, 13);
  const kin = new Set([7, 13, 19, 25, 31, 37, 43, 49, 55]);
  const standing = flow.bands.filter((b) => bandOf(b.lot).parentElement!.getAttribute('opacity') === '1');
  expect(new Set(standing.map((b) => b.lotId))).toEqual(kin);
});

test('scrolled sideways, names stay in sight over their own band; what is alive stands at its end', () => {
  const flow = season();
  draw(flow);
  const nameOf = (lot: string) => Number(bandOf(lot).querySelector('text')!.getAttribute('x'));
  const before = new Map(flow.bands.map((b) => [b.lot, nameOf(b.lot)]));
  const box = document.querySelector('svg')!.parentElement!;
  box.scrollLeft = 250;
  fireEvent.scroll(box);
  let moved = 0;
  for (const b of flow.bands) {
    const [was, now] = [before.get(b.lot)!, nameOf(b.lot)];
    const end = px(b.alive > 0 ? NOW : b.points.at(-1)!.at);
    expect(now).toBeGreaterThanOrEqual(was);
    if (now > was) {
      moved += 1;
      expect(now).toBeLessThanOrEqual(250);
      expect(now + b.lot.length * 6.9).toBeLessThanOrEqual(end + 0.01);
    }
  }
  expect(moved).toBeGreaterThan(10);
  const alive = flow.bands.find((b) => b.alive > 0)!;
  const [, number] = bandOf(alive.lot).querySelectorAll('text');
  expect(Number(number!.getAttribute('x'))).toBeCloseTo(WIDTH + 6, 6);
});
