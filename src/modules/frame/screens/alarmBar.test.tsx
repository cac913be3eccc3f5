import { screen, within } from '@testing-library/react';
import type { OpenAlarm } from '@/modules/water/views/alarms';
import { NOW, refused, server, show } from '../../../../tests/support/screen';
import { AlarmBar } from './AlarmBar';

const alarm = (id: number, over: Partial<OpenAlarm> = {}): OpenAlarm => ({
  id,
  kind: 'high',
  says: `cold${id} 9.2 °C; Arctic char eggs bear 8.0 °C`,
  todo: 'Look at the chiller.',
  openedAt: NOW - 3_600_000,
  seenBy: null,
  seenAt: null,
  roomId: 2,
  ...over,
});
const seen = { seenBy: 'Hand', seenAt: NOW };
const lines = () => within(screen.getByRole('alert')).getAllByRole('listitem');

test('without an alarm there is no bar', () => {
  show(<AlarmBar alarms={[]} down={[]} />);
  expect(screen.queryByRole('alert')).toBeNull();
});

test('three stand at most, the rest are counted; those that nobody has seen go before the others', () => {
  const { unmount } = show(<AlarmBar alarms={[1, 2, 3, 4, 5].map((id) => alarm(id))} down={[]} />);
  expect(lines()).toHaveLength(3);
  expect(screen.getByText(/2 more alarms stand/)).toBeTruthy();
  unmount();
  show(<AlarmBar alarms={[alarm(1), alarm(2, seen), alarm(3, seen)]} down={[]} />);
  expect(lines()).toHaveLength(1);
  expect(lines()[0]!.textContent).toMatch(/cold1/);
  expect(screen.getByText(/2 more alarms stand/)).toBeTruthy();
});

test('where all are seen to, they stay in sight with by whom', () => {
  show(<AlarmBar alarms={[alarm(1, seen)]} down={[]} />);
  expect(lines()[0]!.textContent).toMatch(/since 14 Apr.*06:42, Hand sees to it/);
  expect(screen.queryByText(/more alarm/)).toBeNull();
});

test('a reader is told and asked nothing; a refusal is said beside the alarm', async () => {
  const { unmount } = show(<AlarmBar alarms={[alarm(1)]} down={[]} />, { role: 'reader' });
  expect(screen.queryByRole('button')).toBeNull();
  expect(screen.getByRole('link', { name: /cold1/ }).getAttribute('href')).toBe('/rooms/2');
  unmount();
  server.replies.push(refused('There is no such alarm.', 'alarm'));
  const { user } = show(<AlarmBar alarms={[alarm(1)]} down={[]} />);
  await user.click(screen.getByRole('button', { name: 'I see to it' }));
  expect(await screen.findByText('There is no such alarm.')).toBeTruthy();
});

test('a work that stands is on every page, before the alarms of the water, and leads to the desk', () => {
  show(<AlarmBar alarms={[alarm(1)]} down={[{ name: 'Blower', kind: 'tripped', at: NOW - 60_000 }]} />);
  const lines = screen.getAllByRole('listitem');
  expect(lines).toHaveLength(2);
  expect(lines[0]!.textContent).toMatch(/^Blower tripped/);
  expect(screen.getByRole('link', { name: 'Blower tripped' }).getAttribute('href')).toBe('/water');
});
