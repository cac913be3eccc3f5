import { screen, within } from '@testing-library/react';
import { scaleLinear } from 'd3';
import { show } from '../../../tests/support/screen';
import { boxOf, Chart, OnScale } from './Chart';
import { apart, Band, Label, Line, Point, XAxis, YAxis } from './parts';

const BOX = boxOf(200, 100, { left: 20, right: 10, top: 10, bottom: 20 });
const x = scaleLinear([0, 10], [BOX.left, BOX.right]);
const y = scaleLinear([0, 50], [BOX.bottom, BOX.top]);
const days = [
  { day: 0, low: 10, mean: 20, high: 30 },
  { day: 5, low: 20, mean: 30, high: 40 },
  { day: 10, low: 30, mean: 40, high: 50 },
];

const chart = (rows = days) => (
  <Chart
    {...{ width: 200, height: 100, box: BOX, x, y }}
    says="warmth of ten days"
    table={{ head: ['day', 'mean'], rows: rows.map((d) => [String(d.day), `${d.mean} °C`]) }}
  >
    <YAxis ticks={[0, 25, 50]} format={(t) => `${t} °`} />
    <XAxis ends ticks={days.map((d) => ({ at: d.day, says: `day ${d.day}` }))} />
    <Band of={days} x={(d) => d.day} low={(d) => d.low} high={(d) => d.high} />
    <Line of={days} x={(d) => d.day} y={(d) => d.mean} />
    <Point x={10} y={40} low={30} high={50} />
    <Label x={10} y={40}>
      forty
    </Label>
  </Chart>
);

test('marks stand where the scales put them, labels of the ends within the box', () => {
  const { container } = show(chart());
  const circle = container.querySelector('circle')!;
  expect([circle.getAttribute('cx'), circle.getAttribute('cy')]).toEqual([String(x(10)), String(y(40))]);
  const whisker = [...container.querySelectorAll('line')].find((l) => l.getAttribute('x1') === String(x(10)))!;
  expect([whisker.getAttribute('y1'), whisker.getAttribute('y2')]).toEqual([String(y(30)), String(y(50))]);
  expect(screen.getByText('day 0').getAttribute('text-anchor')).toBe('start');
  expect(screen.getByText('day 10').getAttribute('text-anchor')).toBe('end');
  expect(screen.getByText('25 °').getAttribute('y')).toBe(String(y(25) + 4));
});

test('it is one picture with one sentence for who hears it, and a table for who reads', async () => {
  const { user } = show(chart());
  expect(screen.getByRole('img', { name: 'warmth of ten days' })).toBeTruthy();
  expect(screen.queryByRole('table')).toBeNull();
  await user.click(screen.getByRole('button', { name: 'as a table' }));
  const rows = within(screen.getByRole('table')).getAllByRole('row');
  expect(rows.map((r) => r.textContent)).toEqual(['daymean', '020 °C', '530 °C', '1040 °C']);
  await user.click(screen.getByRole('button', { name: 'without the table' }));
  expect(screen.queryByRole('table')).toBeNull();
});

test('of lines that lie too close to be read only the lower one is written', () => {
  const { container } = show(
    <Chart {...{ width: 200, height: 100, box: BOX, x, y }} says="close">
      <YAxis ticks={[50, 45, 25, 0]} format={(t) => `${t} °`} />
    </Chart>,
  );
  expect([...container.querySelectorAll('text')].map((t) => t.textContent)).toEqual(['0 °', '25 °', '45 °']);
});

test('a chart of nothing offers no table', () => {
  show(chart([]));
  expect(screen.queryByRole('button', { name: 'as a table' })).toBeNull();
});

test('a band with a gap is two bands; a second scale goes by itself', () => {
  const gappy = [days[0]!, null, days[2]!];
  const { container } = show(
    <Chart {...{ width: 200, height: 100, box: BOX, x, y }} says="a gap">
      <Line of={gappy} defined={(d) => d !== null} x={(d) => d!.day} y={(d) => d!.mean} />
      <OnScale y={scaleLinear<number, number>().domain([0, 1]).range([5, 0])}>
        <Point x={0} y={1} />
      </OnScale>
    </Chart>,
  );
  expect(container.querySelector('path')!.getAttribute('d')!.match(/M/g)).toHaveLength(2);
  expect(container.querySelector('circle')!.getAttribute('cy')).toBe('0');
});

test('labels that would lie over each other are moved down, in their order', () => {
  const placed = apart(
    [
      { n: 'c', y: 30 },
      { n: 'a', y: 10 },
      { n: 'b', y: 12 },
    ],
    13,
  );
  expect(placed).toEqual([
    { n: 'a', y: 10 },
    { n: 'b', y: 23 },
    { n: 'c', y: 36 },
  ]);
});
