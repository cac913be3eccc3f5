import { screen } from '@testing-library/react';
import type { ReadNow } from '@/server/sensorsNow';
import { choose } from '../../../../tests/support/choose';
import { NOW, onlySent, refused, server, show } from '../../../../tests/support/screen';
import type { Strike } from '../views/alarms';
import { Strikes } from './Strikes';

const HOUR = 3_600_000;
const sensors = [
  { id: 5, name: 'bay1' },
  { id: 6, name: 'bay2' },
] as unknown as ReadNow[];
const strike = (over: Partial<Strike> = {}): Strike => ({
  id: 3,
  sensor: 'bay1',
  sensorId: 5,
  from: NOW - 5 * HOUR,
  to: NOW - 3 * HOUR,
  reason: 'probe in air',
  by: 'Manager',
  undoneAt: null,
  undoneBy: null,
  ...over,
});

test('a stretch needs both ends and a reason; its times are those of the hatchery', async () => {
  server.replies.push({ body: { result: { readings: 12 }, entries: [] } });
  const { user } = show(<Strikes strikes={[]} sensors={sensors} mayWrite />);
  expect(screen.getByText(/needs from when, until when and why/)).toBeTruthy();
  await choose(user, screen.getByLabelText('Sensor'), 'bay2');
  await user.type(screen.getByLabelText('From, day'), '2031-04-13');
  await user.type(screen.getByLabelText('From, time'), '06:00');
  await user.type(screen.getByLabelText('Until, day'), '2031-04-13');
  await user.type(screen.getByLabelText('Until, time'), '08:30');
  await user.type(screen.getByLabelText('Why'), 'cleaned');
  await user.click(screen.getByRole('button', { name: 'Strike it out' }));
  expect(await onlySent()).toMatchObject({
    type: 'readings.strike',
    payload: {
      sensor: 6,
      // Vienna is two hours ahead in April.
      from: Date.parse('2031-04-13T04:00:00Z'),
      to: Date.parse('2031-04-13T06:30:00Z'),
      reason: 'cleaned',
    },
  });
  expect(await screen.findByText('12 readings struck out; dates are worked anew.')).toBeTruthy();
});

test('an end before its beginning is refused at its field, and what was typed stays', async () => {
  server.replies.push(refused('It ends before it begins.', 'to'));
  const { user } = show(<Strikes strikes={[]} sensors={sensors} mayWrite />);
  for (const [label, text] of [
    ['From, day', '2031-04-13'],
    ['From, time', '08:00'],
    ['Until, day', '2031-04-13'],
    ['Until, time', '06:00'],
    ['Why', 'in air'],
  ] as const)
    await user.type(screen.getByLabelText(label), text);
  await user.click(screen.getByRole('button', { name: 'Strike it out' }));
  expect(await screen.findByText('It ends before it begins.')).toBeTruthy();
  expect((screen.getByLabelText('Why') as HTMLInputElement).value).toBe('in air');
});

test('what is struck is brought back; what was brought back stays to be seen, by whom', async () => {
  const { user } = show(
    <Strikes
      strikes={[strike(), strike({ id: 4, undoneAt: NOW, undoneBy: 'Culturist' })]}
      sensors={sensors}
      mayWrite
    />,
  );
  expect(screen.getByText('brought back by Culturist')).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'bring it back' }));
  expect(await onlySent()).toMatchObject({ type: 'readings.unstrike', payload: { strike: 3 } });
});

test('a reader sees them and changes nothing; where there is no sensor there is nothing to strike', () => {
  const { rerender } = show(<Strikes strikes={[strike()]} sensors={sensors} mayWrite={false} />);
  expect(screen.getByText(/“probe in air”/)).toBeTruthy();
  expect(screen.queryByRole('button')).toBeNull();
  rerender(<Strikes strikes={[]} sensors={[]} mayWrite />);
  expect(screen.queryByRole('button', { name: 'Strike it out' })).toBeNull();
});
