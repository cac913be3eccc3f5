import { fireEvent, screen, waitFor } from '@testing-library/react';
import { NOW, onlySent, server, show } from '../../../../../tests/support/screen';
import type { ProgrammeView } from '../../views/programme';
import { ProgrammeScreen } from './ProgrammeScreen';

const DAY = 86_400_000;
const view = (more: Partial<ProgrammeView> = {}): ProgrammeView => ({
  room: { id: 2, name: 'Cold room' },
  sensors: [{ id: 4, name: 'cold1' }],
  sensor: { id: 4, name: 'cold1' },
  now: NOW,
  measured: Array.from({ length: 41 }, (_, d) => ({ at: NOW - (40 - d) * DAY, celsius: 5 })),
  others: [],
  takes: [],
  waters: [],
  elsewhere: [],
  tanks: { free: 3, limits: [] },
  ambient: [{ sensor: 4, name: 'cold1', points: [{ at: NOW, celsius: 4 }], how: 'as it is now' }],
  running: null,
  lots: [
    {
      id: 9,
      name: 'AC-31-01',
      species: 'arctic-char',
      speciesName: 'Arctic char',
      fertilisedAt: NOW - 40 * DAY,
      number: 15_000,
      units: ['T1', 'T2'],
      phases: [
        {
          stage: 'hatched',
          name: 'half hatched',
          model: { kind: 'degreeDays', sum: 440, base: 0 },
          sumFrom: 'fertilisation',
          factor: 1,
        },
        {
          stage: 'swumUp',
          name: 'swum up',
          model: { kind: 'degreeDays', sum: 700, base: 0 },
          sumFrom: 'fertilisation',
          factor: 1,
        },
      ],
      limits: { low: 1, high: 8, maxStepPerDay: 1 },
      stageLimits: [],
      milestones: [
        {
          id: 'hatched',
          turn: 'hatch',
          name: 'half hatched',
          at: NOW + 48 * DAY,
          low: NOW + 44 * DAY,
          high: NOW + 52 * DAY,
          seen: false,
        },
        { id: 'swumUp', name: 'swum up', at: NOW + 100 * DAY, low: NOW + 94 * DAY, high: NOW + 108 * DAY, seen: false },
      ],
    },
  ],
  ...more,
});
const course = (celsius: number) =>
  Array.from({ length: 41 }, (_, d) => ({ at: new Date(NOW + d * DAY).toISOString(), celsius: d === 0 ? 5 : celsius }));

test('a found course is drawn with its cost, dragged, and put in force by day', async () => {
  server.pages['/api/calc'] = {
    output: { possible: true, temperatures: course(6), energyKwh: 900, boundKwh: 898, reaches: null, nearest: null },
  };
  const { user } = show(<ProgrammeScreen view={view()} />);
  await user.click(screen.getByRole('button', { name: 'Find the cheapest' }));
  await waitFor(() => expect(screen.getByTestId('verdict').textContent).toMatch(/AC-31-01: \d+ \w+.*kWh/));
  const handle = screen.getAllByRole('slider')[5]!;
  const before = Number(handle.getAttribute('aria-valuenow'));
  fireEvent.keyDown(handle, { key: 'PageUp' });
  expect(Number(screen.getAllByRole('slider')[5]!.getAttribute('aria-valuenow'))).toBeCloseTo(before + 0.5, 6);
  await user.click(screen.getByRole('button', { name: 'Put in force' }));
  const sent = (await onlySent()) as unknown as {
    type: string;
    payload: { points: { at: number; celsius: number }[]; lot: number };
  };
  expect(sent.type).toBe('programme.save');
  expect(sent.payload.lot).toBe(9);
  expect(sent.payload.points).toHaveLength(41);
  expect(Math.max(...sent.payload.points.map((p) => p.celsius))).toBeGreaterThan(6.4);
});

test('what stands in the way is said, with the nearest date drawn', async () => {
  server.pages['/api/calc'] = {
    output: {
      possible: false,
      temperatures: course(8),
      energyKwh: 2000,
      boundKwh: null,
      reaches: null,
      nearest: '2031-05-20T00:00:00Z',
      warnings: ['the date cannot be had: the eggs’ upper limit stands in the way; nearest is 2031-05-20'],
    },
  };
  const { user } = show(<ProgrammeScreen view={view()} />);
  await user.click(screen.getByRole('button', { name: 'Find the cheapest' }));
  expect(await screen.findByText(/upper limit stands in the way/)).toBeTruthy();
});

test('in force it says how far the water strays; without eggs it says where to begin', () => {
  const running = {
    lot: 'AC-31-01',
    lotId: 9,
    stage: 'hatched',
    targetAt: NOW + 40 * DAY,
    points: [
      { at: NOW - 5 * DAY, celsius: 6 },
      { at: NOW + 40 * DAY, celsius: 6 },
    ],
    energyKwh: 900,
    by: 'Manager',
    madeAt: NOW - 5 * DAY,
    deviation: 0.6,
  };
  const { unmount } = show(<ProgrammeScreen view={view({ running })} />);
  expect(screen.getByText(/0\.6 °C above what was set/)).toBeTruthy();
  expect(screen.getByRole('button', { name: 'End the programme' })).toBeTruthy();
  unmount();
  show(<ProgrammeScreen view={view({ lots: [] })} />);
  expect(screen.getByText(/a programme begins with a lot/)).toBeTruthy();
});
