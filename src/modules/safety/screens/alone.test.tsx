import { screen, waitFor, within } from '@testing-library/react';
import { NOW, onlySent, refused, server, show } from '../../../../tests/support/screen';
import type { Alone } from '../views/alone';
import { AloneLines } from './AloneLines';

const MINUTE = 60_000;
const alone = (over: Partial<Alone> = {}): Alone => ({
  id: 7,
  personId: 3,
  who: 'Hand',
  place: 'river head',
  backBy: NOW + 30 * MINUTE,
  ...over,
});
const line = () => screen.getByRole('alert').textContent!;

test('one’s own clock stands on one’s own pages; those of others only once their time is over', () => {
  const { unmount } = show(<AloneLines of={[alone()]} />, { personId: 3 });
  expect(screen.getByRole('region', { name: 'Alone' }).textContent).toContain(
    'You work alone, river head: back by 08:12',
  );
  expect(screen.queryByRole('alert')).toBeNull();
  unmount();
  show(<AloneLines of={[alone()]} />, { personId: 1 });
  expect(screen.queryByRole('region', { name: 'Alone' })).toBeNull();
});

test('over time it is an alarm to everybody: first a call, then two who go', () => {
  const { rerender } = show(<AloneLines of={[alone({ backBy: NOW - 2 * MINUTE })]} />);
  expect(line()).toContain('Hand should be back from river head since 07:40');
  expect(line()).toContain('Call, then go there.');
  rerender(<AloneLines of={[alone({ backBy: NOW - 12 * MINUTE })]} />);
  expect(line()).toContain('Go there, two of you');
});

test('who is late is not sent to look for themselves', () => {
  show(<AloneLines of={[alone({ backBy: NOW - 12 * MINUTE })]} />, { personId: 3 });
  expect(line()).toContain('You should be back');
  expect(line()).not.toContain('Go there');
});

test('back is one press; a press that was refused leaves the line and says why', async () => {
  const { user } = show(
    <AloneLines of={[alone(), alone({ id: 8, who: 'Culturist', personId: 2, backBy: NOW - MINUTE })]} />,
    {
      personId: 3,
    },
  );
  server.replies.push(refused('Somebody said so already.'));
  await user.click(screen.getByRole('button', { name: 'I am back' }));
  await waitFor(() => expect(line()).toContain('Somebody said so already.'));
  expect(await onlySent()).toMatchObject({ type: 'alone.back', payload: { alone: 7 } });
  // The other one is somebody else's to find.
  expect(screen.getByRole('button', { name: 'Found, all well' })).toBeTruthy();
});

test('a reader sees who is late and reports nothing', () => {
  show(<AloneLines of={[alone({ backBy: NOW - MINUTE })]} />, { role: 'reader' });
  expect(within(screen.getByRole('alert')).queryByRole('button')).toBeNull();
});
