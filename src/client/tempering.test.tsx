import { act, screen, within } from '@testing-library/react';
import type { ActHolding } from '@/client/holding';
import { Tempering } from '@/client/Tempering';
import { choose } from '../../tests/support/choose';
import { show } from '../../tests/support/screen';
import { ActPanel } from './act/ActPanel';

const eggs: ActHolding = {
  unitId: 1,
  unit: 'J1',
  lotId: 9,
  lot: 'AC-31-01',
  stage: 'egg',
  can: ['picked'],
  stageName: 'eggs',
  number: 10_000,
  stages: [],
  checks: [],
  stepCelsius: 1,
};
const places = [
  { id: 1, name: 'J1', room: 'Cold', kind: 'jar', holds: 'AC-31-01', celsius: 5 },
  { id: 2, name: 'J2', room: 'Cold', kind: 'jar', holds: '', celsius: 5.6 },
  { id: 3, name: 'J3', room: 'Warm', kind: 'jar', holds: '', celsius: 8 },
  { id: 4, name: 'J4', room: 'Warm', kind: 'jar', holds: '' },
];

test('the schedule stands where the unit is chosen, only where the waters are further apart than they bear', async () => {
  const { user } = show(<ActPanel holding={eggs} unitKind="jar" places={places} sites={[]} />);
  await user.click(screen.getByRole('button', { name: 'Move' }));
  const to = screen.getByLabelText('To');
  await choose(user, to, 'J2, empty');
  expect(screen.queryByTestId('tempering')).toBeNull();
  await choose(user, to, 'J4, empty');
  expect(screen.queryByTestId('tempering')).toBeNull();
  await choose(user, to, 'J3, empty');
  const plan = within(screen.getByTestId('tempering'));
  expect(plan.getByText(/they bear 1.* at once/)).toBeTruthy();
  // Three steps of a degree: a third, a half and all of the water.
  expect(plan.getAllByRole('row').map((r) => r.textContent)).toEqual([
    '0 minexchange 33 %6.0 °C',
    '20 minexchange 50 %7.0 °C',
    '40 minexchange 100 %8.0 °C',
  ]);
});

test('larger steps than the species bears are refused at the field; the water of the vessel gives litres', async () => {
  const { user } = show(<Tempering from={5} to={8} most={1} />);
  await user.clear(screen.getByLabelText('Step, °C'));
  await user.type(screen.getByLabelText('Step, °C'), '3');
  expect(screen.getByText(/more than the species bears, 1 °C/)).toBeTruthy();
  expect(screen.queryByText(/exchange/)).toBeNull();
  await user.clear(screen.getByLabelText('Step, °C'));
  await user.type(screen.getByLabelText('Step, °C'), '1');
  await user.type(screen.getByLabelText('Water in the vessel, L'), '20');
  expect(screen.getByText(/exchange 100 %, 20 L/)).toBeTruthy();
  expect(screen.queryByText(/a day of a programme/)).toBeNull();
});

test('waters days apart are to be brought together first', () => {
  show(<Tempering from={4.5} to={14.5} most={1} aDay={1} />);
  expect(screen.getByText(/far more than the 1 °C a day of a programme/)).toBeTruthy();
});

test('the clock calls each exchange in its turn and says when they may go over', async () => {
  jest.useFakeTimers();
  try {
    show(<Tempering from={5} to={7} most={1} />);
    act(() => screen.getByRole('button', { name: /Start the clock/ }).click());
    const timer = screen.getByRole('timer');
    act(() => void jest.advanceTimersByTime(60_000));
    expect(timer.textContent).toMatch(/next exchange in 19:0\d/);
    act(() => void jest.advanceTimersByTime(20 * 60_000));
    expect(timer.textContent).toMatch(/into the new water in 19:0\d/);
    act(() => void jest.advanceTimersByTime(20 * 60_000));
    expect(timer.textContent).toMatch(/tempered: they may go over/);
  } finally {
    jest.useRealTimers();
  }
});

test('a reader of Fahrenheit has the waters, the step and what is borne in Fahrenheit', async () => {
  const { user } = show(<Tempering from={5} to={8} most={1} />, { units: 'us' });
  expect(screen.getByText(/41\.0 °F to 46\.4 °F: temper them, they bear 1\.8 °F at once/)).toBeTruthy();
  const step = screen.getByLabelText('Step, °F') as HTMLInputElement;
  expect(step.value).toBe('1.8');
  // 3.6 °F are 2 °C: more than is borne.
  await user.clear(step);
  await user.type(step, '3.6');
  expect(screen.queryByText(/exchange/)).toBeNull();
  await user.clear(step);
  await user.type(step, '0.9');
  expect(screen.getAllByText(/^exchange/)).toHaveLength(6);
});
