import { renderToStaticMarkup } from 'react-dom/server';
import { DAY_MS } from '@/core/time/spans';
import type { TankHealth } from '../views/health';
import { DeadStrip } from './DeadStrip';
import { healthLine } from './healthLine';

const today = Date.parse('2031-04-13T22:00:00Z');
const day = (back: number, dead: number, alarm = false) => ({
  ...{ day: today - back * DAY_MS, days: 1, dead, before: 900, atRisk: 900 },
  ...{ expected: 1, low: 0, high: 4, alarm },
});
const lineOf = (days: ReturnType<typeof day>[]) => healthLine({ unit: 'R1', days } as unknown as TankHealth, today);

test('a tank is shown by three weeks, days without a count left out, its rise apart', () => {
  const l = lineOf([day(30, 9), day(21, 8), day(20, 2), day(3, 0), day(1, 12, true), day(0, 24, true)]);
  expect(l.days).toEqual([
    { back: 20, dead: 2 },
    { back: 3, dead: 0 },
    { back: 1, dead: 12, rise: true },
    { back: 0, dead: 24, rise: true },
  ]);
  const html = renderToStaticMarkup(<DeadStrip days={l.days} />);
  expect(html).toContain('oldest first: 2, 0, 12, 24');
  // The worst day fills the height, half as many half of it; a day with none found is a dot, and not nothing.
  expect(html).toContain('d="M117 18v-9M123 18v-18" stroke="var(--loss)"');
  expect(html).toContain('d="M3 18v-2M105 18v-1" stroke="var(--strong)"');
});

test('a few dead are no tall strokes; where nobody counted nothing is drawn', () => {
  expect(renderToStaticMarkup(<DeadStrip days={lineOf([day(0, 1)]).days} />)).toContain('M123 18v-6"');
  expect(renderToStaticMarkup(<DeadStrip days={lineOf([day(40, 5)]).days} />)).toBe('');
});

test('when the clocks go forward a day is still a day back', () => {
  expect(lineOf([{ ...day(0, 3), day: today - 10 * DAY_MS + 3_600_000 }]).days).toEqual([{ back: 10, dead: 3 }]);
});
