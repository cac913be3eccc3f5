import { screen } from '@testing-library/react';
import type { Milestone } from '@/server/stock/livingStock';
import { NOW, show } from '../../../../tests/support/screen';
import type { LotWater } from '../views/lot';
import { ThermalLine } from './ThermalLine';

const DAY = 86_400_000;
const BORN = NOW - 40 * DAY;
const stage = (id: string, days: number, over: Partial<Milestone> = {}): Milestone =>
  ({
    id,
    name: id,
    at: NOW + days * DAY,
    low: NOW + (days - 3) * DAY,
    high: NOW + (days + 3) * DAY,
    seen: false,
    ...over,
  }) as unknown as Milestone;
const water = (name: string, celsius: number, over: Partial<LotWater> = {}): LotWater => ({
  sensor: name.length,
  name,
  foreseen: 'as it is now',
  units: ['T1', 'T2'],
  course: {
    from: BORN,
    celsius: Array.from({ length: 80 }, (_, d) => celsius + Math.sin(d / 9)),
    measured: 41,
  },
  milestones: [
    stage('eyed', -5, { seen: true }),
    stage('hatched', 25, { enters: 'yolksac', turn: 'hatch', name: 'half hatched' }),
    stage('swum up', 200),
  ],
  ...over,
});
const draw = (waters: LotWater[], us = false) =>
  show(<ThermalLine waters={waters} fertilisedAt={BORN} us={us} now={NOW} timeZone="Europe/Vienna" />);

test('what was measured is drawn full, what is expected dashed and joined to it', () => {
  const { container } = draw([water('cold1', 5)]);
  const paths = [...container.querySelectorAll('path')];
  expect(paths).toHaveLength(2);
  const [seen, ahead] = paths.map((p) => p.getAttribute('d')!);
  expect(paths[0]!.getAttribute('stroke-dasharray')).toBeNull();
  expect(paths[1]!.getAttribute('stroke-dasharray')).not.toBeNull();
  // The dashed one begins where the full one ends.
  expect(ahead!.split(/[ML]/)[1]).toBe(seen!.split(/[ML]/).at(-1));
});

test('each water has its row: stages seen are full, those expected lie within their band, those beyond are left out', () => {
  const { container } = draw([water('cold1', 5), water('spring22', 7, { units: ['T7', 'T8', 'T9'] })]);
  expect(screen.getByText('T1, T2')).toBeTruthy();
  expect(screen.getByText('3 units')).toBeTruthy();
  const dots = [...container.querySelectorAll('circle')];
  expect(dots).toHaveLength(4);
  expect(dots.filter((d) => d.getAttribute('fill') === 'var(--ground)')).toHaveLength(2);
  expect(container.querySelectorAll('rect')).toHaveLength(2);
  expect(screen.getByRole('img').getAttribute('aria-label')).toMatch(/cold1: eyed 9 Apr, seen; hatch 9 May.*spring22:/);
});

test('in Fahrenheit the scale is; without a water that was read there is nothing', () => {
  const { rerender, container } = draw([water('cold1', 5)], true);
  expect(screen.getByText('°F')).toBeTruthy();
  expect([...container.querySelectorAll('text')].some((t) => t.textContent === '40')).toBe(true);
  rerender(
    <ThermalLine
      waters={[water('dry', 5, { course: { from: BORN, celsius: [], measured: 0 } })]}
      fertilisedAt={BORN}
      us={false}
      now={NOW}
      timeZone="Europe/Vienna"
    />,
  );
  expect(screen.queryByTestId('thermal-line')).toBeNull();
});

test('how what is to come was foreseen is said, by water where there are several', () => {
  const { unmount } = draw([water('cold1', 5)]);
  expect(screen.getByText(/dashed as expected: as it is now\. Full dots/)).toBeTruthy();
  unmount();
  draw([water('cold1', 5), water('lake', 7, { foreseen: 'as last year, +0.3 °C to meet today' })]);
  expect(screen.getByText(/cold1 as it is now; lake as last year, \+0\.3 °C to meet today/)).toBeTruthy();
});
