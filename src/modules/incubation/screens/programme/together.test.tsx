import { screen } from '@testing-library/react';
import { NOW, server, show } from '../../../../../tests/support/screen';
import type { ProgrammeTake } from '../../views/programme';
import { Together } from './Together';

const DAY = 86_400_000;
const take = (name: string, sensor: number, daysAgo: number, speciesName = 'Arctic char'): ProgrammeTake => ({
  name,
  speciesName,
  fertilisedAt: NOW - daysAgo * DAY,
  phases: [
    {
      stage: 'hatched',
      name: 'half hatched',
      model: { kind: 'degreeDays', sum: 440, base: 0 },
      sumFrom: 'fertilisation',
      factor: 1.04,
    },
  ],
  limits: { low: 1, high: 8, maxStepPerDay: 1 },
  sensor,
  observed: { eyed: NOW - 5 * DAY },
});
const water = (sensor: number, name: string) => ({
  sensor,
  name,
  measured: Array.from({ length: 60 }, (_, d) => ({ at: NOW - (60 - d) * DAY, celsius: 5 })),
});
const view = (takes: ProgrammeTake[]) => ({
  takes,
  waters: [water(4, 'cold1'), water(5, 'cold2')],
  ambient: [4, 5].map((sensor) => ({ sensor, name: '', points: [{ at: NOW + DAY, celsius: sensor }], how: '' })),
  now: NOW,
  sensor: { id: 4, name: 'cold1' },
});
const draw = (takes: ProgrammeTake[], as: object = {}, at: number | null = null) =>
  show(<Together view={view(takes)} stage="hatched" stageName="half hatched" lot="AC-31-01" at={at} />, as);
const answer = {
  takes: [
    {
      name: 'AC-31-01 (cold1)',
      unchangedAt: '2031-05-02T00:00:00Z',
      offsetCelsius: -0.4,
      reaches: '2031-05-06T00:00:00Z',
    },
    {
      name: 'AC-31-04 (cold2)',
      unchangedAt: '2031-05-10T00:00:00Z',
      offsetCelsius: 0.41,
      reaches: '2031-05-06T00:00:00Z',
    },
  ],
  spreadDays: 0.02,
  unchangedSpreadDays: 8,
};

test('with another take of its species: each on its own water since it was taken; what each wants is told with its sign', async () => {
  server.pages['/api/calc'] = { output: answer };
  const { user } = draw([take('AC-31-01', 4, 40), take('AC-31-04', 5, 30), take('BT-31-01', 5, 30, 'Brown trout')]);
  expect(screen.queryByText('BT-31-01')).toBeNull();
  const ask = screen.getByRole('button', { name: 'What it takes', hidden: true });
  expect((ask as HTMLButtonElement).disabled).toBe(true);
  await user.click(screen.getByRole('checkbox', { hidden: true }));
  await user.click(ask);
  expect(await screen.findByText('−0.4 °C')).toBeTruthy();
  expect(screen.getByText('+0.4 °C')).toBeTruthy();
  expect(screen.getByTestId('together').textContent).toContain('8.0 days apart now, 0.0 then.');
  const { input } = server.asked.at(-1) as {
    input: { takes: { measured: unknown[]; forecast: { celsius: number }[]; phases: { factor: number }[] }[] };
  };
  expect(input.takes.map((t) => t.measured.length)).toEqual([41, 31]);
  expect(input.takes.map((t) => t.forecast.map((p) => p.celsius))).toEqual([[4], [5]]);
  expect(input.takes[0]!.phases[0]!.factor).toBe(1.04);
  expect(input).not.toHaveProperty('at');
});

test('a wanted day goes along; what cannot be had is told in the hand’s colour, in the reader’s degrees', async () => {
  server.pages['/api/calc'] = { output: { ...answer, warnings: ['they stay 9 days apart'] } };
  const { user } = draw([take('AC-31-01', 4, 40), take('AC-31-04', 5, 30)], { units: 'us' }, NOW + 30 * DAY);
  await user.click(screen.getByRole('checkbox', { hidden: true }));
  await user.click(screen.getByRole('button', { name: 'What it takes', hidden: true }));
  expect(await screen.findByText('−0.7 °F')).toBeTruthy();
  expect(screen.getByText(/They stay 9 days apart\./).className).toContain('text-hand');
  expect((server.asked.at(-1) as { input: { at: string } }).input.at).toBe(new Date(NOW + 30 * DAY).toISOString());
});

test('alone of its species there is nothing to bring together', () => {
  draw([take('AC-31-01', 4, 40)]);
  expect(screen.queryByTestId('together')).toBeNull();
});
