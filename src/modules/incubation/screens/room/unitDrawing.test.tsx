import { renderToStaticMarkup } from 'react-dom/server';
import type { RoomUnit } from '../../views/room';
import { drawnOf, fillOf, LossBars, UnitDrawing } from './UnitDrawing';

const unit = (number: number, more: Partial<RoomUnit> = {}): RoomUnit =>
  ({
    id: 7,
    name: 'J7',
    kind: 'jar',
    loadLimit: 40_000,
    losses: [0, 3, null, 12],
    holdings: number === 0 ? [] : [{ number, glyph: 'egg', station: 'eggs' }],
    ...more,
  }) as RoomUnit;
const draw = (u: RoomUnit, handsOff: number | null = null) =>
  renderToStaticMarkup(<UnitDrawing {...drawnOf(u, handsOff)} />);
/** Dots of the living: lines without length along the widest stroke. */
const dots = (html: string) =>
  (/<path d="([^"]*)"[^>]*stroke-width="4.7"/.exec(html)?.[1] ?? '').split('h0').length - 1;

test('a jar is as full as its load: nothing, half, never more than whole; without a limit it says "some"', () => {
  expect([0, 20_000, 90_000].map((n) => fillOf(unit(n)))).toEqual([0, 0.5, 1]);
  expect(fillOf(unit(500, { loadLimit: null }))).toBe(0.5);
  const [none, half, full] = [0, 20_000, 40_000].map((n) => dots(draw(unit(n)))) as [number, number, number];
  expect(none).toBe(0);
  expect(half).toBeGreaterThan(30);
  expect(full).toBeGreaterThan(1.5 * half);
});

test('however full, it is a handful of elements, and the same unit is the same picture', () => {
  const html = draw(unit(40_000));
  expect(html.match(/<(path|circle|line|rect)/g)!.length).toBeLessThan(14);
  expect(draw(unit(40_000))).toBe(html);
});

test('the dead of the last round lie white among the eggs; none found, none drawn', () => {
  expect(draw(unit(20_000))).toContain('var(--loss)');
  expect(draw(unit(20_000, { losses: [5, 0] }))).not.toContain('var(--loss)');
  expect(draw(unit(20_000, { losses: [5, null] }))).not.toContain('var(--loss)');
});

test('hatching shows where hands must stay off', () => {
  expect(draw(unit(20_000), 1)).toContain('url(#off7)');
  expect(draw(unit(20_000))).not.toContain('fill="url(#off7)"');
});

test('bars of loss are told to those who cannot see them, a day without a look as such', () => {
  const html = renderToStaticMarkup(<LossBars losses={[4, null, 9]} most={9} />);
  expect(html).toContain('dead of the last 3 days: 4, not looked, 9');
  // On a root scale 4 of 9 stand two thirds as high as the highest, 16 of 18 pixels.
  expect(html).toMatch(/v-10\.7/);
  expect(html).toMatch(/v-16\.0/);
});
