import { act, fireEvent, screen } from '@testing-library/react';
import { bowlMinutes } from '@/core/water/bowl';
import { show } from '../../../../../tests/support/screen';
import { BowlClock } from './BowlClock';

const fish = { meanG: 10, celsius: 14, leastMgPerL: 6 };

afterEach(() => jest.useRealTimers());

test('ten litres with thirty fish: so long by their oxygen; fewer fish, longer; unweighed it says what is wanted', async () => {
  const { user, rerender } = show(<BowlClock of={fish} />);
  await user.click(screen.getByText('Bowl clock'));
  const minutes = bowlMinutes({ volumeL: 10, massG: 300, celsius: 14, leastMgPerL: 6, useMgPerKgHour: 600 });
  expect(screen.getByText(new RegExp(`about ${Math.floor(minutes)} min at most`))).toBeTruthy();
  await user.clear(screen.getByLabelText('Fish in it'));
  await user.type(screen.getByLabelText('Fish in it'), '15');
  expect(screen.getByText(new RegExp(`about ${Math.floor(2 * minutes)} min at most`))).toBeTruthy();
  rerender(<BowlClock of={{ ...fish, meanG: null }} />);
  expect(screen.getByText(/Weigh them, and read their water/)).toBeTruthy();
});

afterEach(() => void jest.useRealTimers());

test('from filled on it counts, warns while there is time, and says when it is over; the next bowl begins anew', () => {
  jest.useFakeTimers().setSystemTime(1_900_000_000_000);
  show(<BowlClock of={fish} />);
  fireEvent.click(screen.getByText('Bowl clock'));
  fireEvent.click(screen.getByRole('button', { name: /Filled now/ }));
  const clock = () => screen.getByTestId('bowl-clock');
  expect(clock().textContent).toMatch(/^0:00 min of/);
  const on = (minutes: number) => act(() => jest.advanceTimersByTime(60_000 * minutes));
  on(2.5);
  expect(clock().textContent).toMatch(/^2:30 min of/);
  expect(clock().className).toContain('text-deep');
  on(9);
  expect(clock().className).toContain('text-careful');
  on(6);
  expect(clock().textContent).toContain('back into their water');
  expect(clock().className).toContain('text-loss');
  fireEvent.click(screen.getByRole('button', { name: /The next one, filled now/ }));
  expect(clock().textContent).toMatch(/^0:00 min of/);
});
