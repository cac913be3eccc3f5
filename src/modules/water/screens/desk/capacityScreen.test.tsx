import { screen, within } from '@testing-library/react';
import { NOW, show } from '../../../../../tests/support/screen';
import { type CapacityRow, CapacityScreen } from './CapacityScreen';
import type { SourceRow } from './Sources';
import type { Use } from './Uses';

const DAY = 86_400_000;
const row = (unit: string, over: Partial<CapacityRow> = {}): CapacityRow => ({
  ...{ unitId: unit.charCodeAt(1), unit, room: 'Hall', href: `/rearing?unit=${unit}`, holds: 'Arctic char, fry' },
  ...{ number: 4000, sd: 60, massKg: 12.4, volumeL: 2000, flowLPerMin: 50 },
  ...{ shares: { density: 0.4, flow: 0.7 }, binds: 'flow', fullAt: null, reserveMinutes: 45 },
  ...over,
});
const use: Use = { oxygenKgPerDay: null, unweighed: 0, watts: 0, measured: [], months: [] };
type Props = Parameters<typeof CapacityScreen>[0];
const draw = (over: Partial<Props> = {}) =>
  show(
    <CapacityScreen
      {...{ rows: [], budget: [], filters: [], use, month: 3, roomNames: new Map([[7, 'Hall']]) }}
      {...{ now: NOW, timeZone: 'Europe/Vienna', us: false }}
      {...over}
    />,
  );
const said = () => screen.getByRole('heading', { name: 'Capacity' }).nextElementSibling!.textContent;
const cells = (unit: string) =>
  [...document.querySelectorAll(`[data-unit="${unit}"] td`)].map((c) => c.textContent!.trim());

test('what is beyond what it bears comes first, then what will be within a fortnight, then that nothing is', () => {
  const over = row('R1', { shares: { flow: 1.08 }, fullAt: NOW - DAY });
  const soon = row('R2', { fullAt: NOW + 9 * DAY });
  const { unmount } = draw({ rows: [over, soon] });
  expect(said()).toBe('Beyond what they bear: R1');
  unmount();
  draw({ rows: [soon, row('R3', { fullAt: NOW + 30 * DAY })] });
  expect(said()).toBe('Full within a fortnight: R2');
});

test.each([
  ['nothing stands', [], 'No fish stand here yet.'],
  ['nothing is near', [row('R3', { fullAt: NOW + 30 * DAY })], 'Nothing is beyond what it bears.'],
  [
    'what cannot be told is beyond nothing',
    [row('R4', { shares: {}, binds: null })],
    'Nothing is beyond what it bears.',
  ],
])('%s', (_, rows, words) => {
  draw({ rows });
  expect(said()).toBe(words);
});

test('the four limits stand side by side, the binding one bold; a date that is past is now', () => {
  draw({
    rows: [
      row('R1', { shares: { density: 0.42, flow: 1.08, oxygen: 0.9 }, fullAt: NOW - DAY }),
      row('R2', { massKg: null, volumeL: null, shares: {}, binds: null, reserveMinutes: null }),
      row('R3', { shares: { bottom: 0.8 }, binds: 'bottom', fullAt: NOW + 9 * DAY }),
    ],
  });
  const [, holds, , kg, density, flow, oxygen, ammonia, full, hourly, without] = cells('R1');
  expect([holds, kg, density, flow, oxygen, ammonia, full]).toEqual([
    'Arctic char, fry',
    '12',
    '42 %',
    '108 %',
    '90 %',
    '',
    'now',
  ]);
  // 50 L/min through 2 000 L: one and a half times an hour.
  expect([hourly, without]).toEqual(['1.5×', '45 min']);
  expect(document.querySelector('[data-unit="R1"] td:nth-child(6) .font-bold')!.className).toContain('text-hand');
  expect(cells('R2').slice(3)).toEqual(['not weighed', '', '', '', '', '', '', '']);
  // A limit that has no column of its own is said in words.
  expect(cells('R3')[8]).toMatch(/^the bottom 80 %23 Apr$/);
});

test('in US units the mass is in pounds', () => {
  draw({ rows: [row('R1', { massKg: 2.5 })], us: true });
  expect(within(screen.getByRole('region', { name: 'Tanks' })).getByRole('columnheader', { name: 'lb' })).toBeTruthy();
  expect(cells('R1')[3]).toBe('5.5');
});

test('a source is held against what it gives and what may be taken in this month; a dry month is told', () => {
  const months = (april: number, august: number) =>
    Array.from({ length: 12 }, (_, m) => (m === 3 ? april : m === 7 ? august : 2000));
  const spring: SourceRow = {
    ...{ id: 1, name: 'Spring', givesLPerMin: 2000, asksLPerMin: 900, rooms: [7], shared: [] },
    ...{ gives: months(1500, 700), permit: months(1200, 1200) },
  };
  draw({ budget: [spring] });
  const line = document.querySelector('[data-source="Spring"]')!.textContent!;
  // 900 of the 1 200 that may be taken in April, though it gives 1 500.
  expect(line).toContain('75 %');
  expect(line).toMatch(/Aug/);
});

test('oxygen and energy: what was never weighed is not in it, and says so', () => {
  draw({ use: { ...use, oxygenKgPerDay: 4.26, unweighed: 1, watts: 3200 } });
  const text = screen.getByRole('region', { name: 'Oxygen and energy' }).textContent!.replaceAll('\u2005', ' ');
  expect(text).toContain('All fish use some 4.3 kg of oxygen a day as they are now, 128 kg a month');
  expect(text).toContain('1 tank never weighed is not in it');
  expect(text).toContain('take 3.2 kW, 2 304 kWh a month');
});
