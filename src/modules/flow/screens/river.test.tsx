import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { went } from '../../../../tests/support/navigation';
import { NOW, server, show } from '../../../../tests/support/screen';
import type { Flow, FlowBand } from '../views/flow';
import { FlowScreen } from './FlowScreen';

const DAY = 86_400_000;
const FROM = NOW - 500 * DAY;
/** A box without a size is drawn at the least width, less its margins. */
const WIDTH = 320 - 14 - 48;

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
    marks: [{ lotId: 1, at: NOW - 30 * DAY, kind: 'release', number: 4000, says: 'Lake Ivarre', entryId: 'r1' }],
    losses: [
      { lotId: 7, nth: 93, account: 'dead', number: 5200, cause: 'screen blocked' },
      { lotId: 7, nth: 93, account: 'picked', number: 40 },
    ],
    stretch: 5 * DAY,
    from: FROM,
    to: NOW,
    seasons: ['2031'],
  };
}

const river = () => screen.getByRole('application', { name: /River of lots/ });
const px = (at: number) => ((at - FROM) / (NOW - FROM)) * WIDTH + 14;
const draw = (flow: Flow, focus: number | null = null) =>
  show(<FlowScreen flow={flow} now={NOW} timeZone="Europe/Vienna" focus={focus} span="18" season="" />);
/** The middle of a drawn lot, where a pointer finds it. */
function spotOf(lot: string): { clientX: number; clientY: number } {
  const d = document.querySelector(`[data-band="${lot}"]`)!.getAttribute('d')!;
  const points = [...d.matchAll(/(-?[\d.]+),(-?[\d.]+)/g)].map((m) => [Number(m[1]), Number(m[2])] as const);
  const mid = (points.length / 2) >> 1;
  return { clientX: points[mid]![0] + 14, clientY: (points[mid]![1] + points.at(-1 - mid)![1]) / 2 + 26 };
}
const drawnLots = () => [...document.querySelectorAll('[data-band]')].map((b) => b.getAttribute('data-band'));

test('all sixty lots are drawn, and as a table each is a link with what is alive', async () => {
  const flow = season();
  const { user } = draw(flow);
  expect(drawnLots().sort()).toEqual(flow.bands.map((b) => b.lot).sort());
  await user.click(screen.getByRole('button', { name: 'as a table' }));
  const links = screen.getAllByRole('link', { name: /^AC-/ });
  expect(links).toHaveLength(60);
  expect(links.map((l) => l.getAttribute('href'))).toContain('/lots/17');
  const row = (lot: string) =>
    within(screen.getByRole('link', { name: lot }).closest('tr')!)
      .getAllByRole('cell')
      .map((c) => c.textContent);
  expect(row('AC-6').slice(3)).toEqual(['5\u2005240', '0', expect.stringMatching(/\d/)]);
  expect(row('AC-1').at(-1)).toBe('gone');
});

test('the line reads out number, share, stage, losses with cause, and the last entries of the lot', async () => {
  const flow = season();
  draw(flow);
  const band = flow.bands[6]!;
  globalThis.fetch = (async (path: string) => ({
    ok: true,
    status: 200,
    json: async () =>
      path.startsWith(`/api/ledger?lot=${band.lotId}&`)
        ? [{ id: 'e1', at: band.points[1]!.at, word: 'pick', says: '300 from J3', voided: false }]
        : [],
  })) as never;
  fireEvent.pointerMove(river(), spotOf(band.lot));
  const tip = await screen.findByTestId('river-tip');
  expect(tip.textContent).toContain(band.lot);
  await waitFor(() => expect(tip.textContent).toContain('300 from J3'));
  fireEvent.pointerMove(river(), { ...spotOf(band.lot), clientX: px(NOW - 31 * DAY) });
  expect(screen.getByTestId('river-line')).toBeTruthy();
  expect(screen.getByTestId('river-tip').textContent).toMatch(
    /% of what it began with.*in these days 5.200 dead \(screen blocked\), 40 picked/,
  );
});

test('a click opens the lot; with shift its line stands alone, with what got so far, until all are wanted again', async () => {
  const { user } = draw(season());
  const click = (at: object, more: object = {}) => {
    fireEvent.pointerDown(river(), { button: 0, pointerId: 1, ...at, ...more });
    fireEvent.pointerUp(river(), { button: 0, pointerId: 1, ...at, ...more });
  };
  click(spotOf('AC-6'));
  expect(went.to.at(-1)).toBe('/lots/7');
  click(spotOf('AC-6'), { shiftKey: true });
  const kin = ['AC-6', 'AC-12', 'AC-18', 'AC-24', 'AC-30', 'AC-36', 'AC-42', 'AC-48', 'AC-54'];
  expect(drawnLots().every((l) => kin.includes(l!))).toBe(true);
  expect(screen.getByTestId('line-says').textContent).toMatch(/^AC-6 and its line: [\d\u2005]+ alive.*% of the/);
  await user.click(screen.getByRole('button', { name: 'all lots again' }));
  expect(drawnLots()).toHaveLength(60);
  expect(server.sent).toEqual([]);
});

test('followed from the lot’s page its line stands alone; a lot that is not there follows nobody', () => {
  const { unmount } = draw(season(), 13);
  expect(drawnLots()).toContain('AC-12');
  expect(drawnLots().length).toBeLessThan(12);
  unmount();
  draw(season(), 999);
  expect(drawnLots()).toHaveLength(60);
});

test('dragged by hand time moves and no lot opens; the wheel zooms about the pointer', () => {
  const flow = { ...season(), from: FROM };
  draw(flow);
  const months = () => document.querySelectorAll('[data-month] text').length;
  const first = () => document.querySelector('[data-month] text')!.textContent;
  const [before, wide] = [went.to.length, first()];
  fireEvent.wheel(river(), { deltaY: -100, clientX: 200 });
  for (let i = 0; i < 12; i++) fireEvent.wheel(river(), { deltaY: -100, clientX: 200 });
  const near = first();
  expect(near).not.toBe(wide);
  expect(months()).toBeGreaterThan(0);
  fireEvent.pointerDown(river(), { button: 0, pointerId: 1, clientX: 200, clientY: 100 });
  fireEvent.pointerMove(river(), { pointerId: 1, clientX: 60, clientY: 100 });
  fireEvent.pointerUp(river(), { button: 0, pointerId: 1, clientX: 60, clientY: 100 });
  expect(first()).not.toBe(near);
  expect(went.to).toHaveLength(before);
});

test('by keys: the line moves, up and down goes from lot to lot, Enter opens, f takes the line, Esc gives all back', async () => {
  const { user } = draw(season());
  river().focus();
  await user.keyboard('{ArrowLeft}{ArrowLeft}{ArrowDown}');
  const named = () => screen.getByTestId('river-tip').querySelector('b')!.textContent;
  const second = named();
  await user.keyboard('{ArrowDown}');
  expect(named()).not.toBe(second);
  await user.keyboard('{ArrowUp}{Enter}');
  expect(went.to.at(-1)).toMatch(/^\/lots\/\d+$/);
  await user.keyboard('f');
  expect(drawnLots().length).toBeLessThan(60);
  await user.keyboard('{Escape}');
  expect(drawnLots()).toHaveLength(60);
});

test('losses are shed as thick as they are, what left pours out with its number and its water', () => {
  const flow = season();
  draw(flow);
  const shed = [...document.querySelectorAll('[data-shed] path')];
  expect(shed).toHaveLength(1);
  const perPixel = Number(document.querySelector('[data-species="a"]')!.getAttribute('data-per-pixel'));
  expect(Number(shed[0]!.getAttribute('stroke-width'))).toBeCloseTo(Math.min(18, 5240 / perPixel), 6);
  expect(document.querySelector('[data-out="r1"]')).toBeTruthy();
});
