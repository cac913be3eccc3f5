/** @jest-environment jsdom */

import { act, screen, waitFor, within } from '@testing-library/react';
import { send } from '@/client/send';
import type { Held } from '@/server/stock/heldNow';
import { server, show } from '../../../../tests/support/screen';
import { Recorded } from './Recorded';

const eggs: Held = { unit: 'J3', lot: 'AC-31-02', stage: 'eggs', number: 12_340, sd: 209 };
const record = (held: Held[], entries = ['e1'], type = 'pick.record') => {
  server.replies.push({ body: { result: {}, entries, held } });
  return act(() => send(type, { number: 34 }));
};
const toasts = () => screen.queryAllByRole('listitem').map((t) => t.textContent);

test('what the books hold now is said, with what the round means, and can be taken back', async () => {
  const { user } = show(<Recorded />);
  await record([{ ...eggs, round: { picked: 34, low: 20, high: 45, verdict: null } }]);
  const title = await screen.findByText(/^J3 holds 12.340 ±410 eggs$/);
  const toast = within(title.closest('li')!);
  expect(toast.getByText('As expected.')).toBeTruthy();
  await user.click(toast.getByRole('button', { name: 'Take it back' }));
  await waitFor(() => expect(server.sent.at(-1)).toMatchObject({ type: 'entry.correct', payload: { entryId: 'e1' } }));
});

test('a round outside its band says so; an emptied unit is named as empty', async () => {
  show(<Recorded />);
  await record([{ ...eggs, round: { picked: 90, low: 20, high: 45, verdict: 'unit' } }]);
  expect(await screen.findByText(/20 to 45 were expected: look again/)).toBeTruthy();
  await record([eggs, { ...eggs, unit: 'J1', number: 0 }], ['e2'], 'move.record');
  expect(await screen.findByText(/J1 is empty of AC-31-02/)).toBeTruthy();
});

test('what booked nothing says nothing; a correction is not taken back from here', async () => {
  show(<Recorded />);
  await record([]);
  expect(toasts()).toEqual([]);
  await record([eggs], ['e3'], 'entry.correct');
  expect(await screen.findByText(/J3 holds/)).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Take it back' })).toBeNull();
});
