import { act, screen, waitFor, within } from '@testing-library/react';
import { useState } from 'react';
import { useAct } from '@/client/act/useAct';
import { send } from '@/client/send';
import { recordPick } from '@/modules/incubation/acts/pick/act';
import type { Held } from '@/server/stock/numbers/heldNow';
import { Button } from '@/ui/Button';
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

/** A form in a drawer that closes itself once it is recorded, or stays open. */
function Drawer({ says, stays }: { says: string; stays?: boolean }) {
  const [open, setOpen] = useState(true);
  return (
    <>
      <Recorded />
      {open && <Inside says={says} done={stays ? undefined : () => setOpen(false)} />}
    </>
  );
}
function Inside({ says, done }: { says: string; done?: () => void }) {
  const f = useAct(recordPick, done);
  return (
    <>
      <Button onClick={() => void f.submit({ unit: 7, number: 34 }, () => says)}>Record it</Button>
      {f.done && <p>{f.done.says}</p>}
    </>
  );
}
const pressed = async (says: string, held: Held[], stays = false) => {
  const { user } = show(<Drawer says={says} stays={stays} />);
  server.replies.push({ body: { result: {}, entries: ['e9'], held } });
  await user.click(screen.getByRole('button', { name: 'Record it' }));
};

test('what a form judges is read though it closed itself with it, and can be taken back', async () => {
  await pressed('Recorded. Beyond its permit: suspended solids.', []);
  const told = await screen.findByText(/Beyond its permit: suspended solids/);
  expect(within(told.closest('li')!).getByRole('button', { name: 'Take it back' })).toBeTruthy();
});

test('of one record one notice: what the books hold, and below it what the form said', async () => {
  await pressed('25 % fewer than planned.', [eggs]);
  const told = await screen.findByText(/25 % fewer than planned/);
  expect(told.closest('li')!.textContent).toMatch(/J3 holds/);
  expect(toasts()).toHaveLength(1);
});

test('a form that stays says it itself', async () => {
  await pressed('one stays beside it', [], true);
  expect(await screen.findAllByText('one stays beside it')).toHaveLength(1);
  await act(() => new Promise((done) => setTimeout(done, 400)));
  expect(toasts()).toEqual([]);
});

test('a bare “Recorded.” is missed by nobody', async () => {
  await pressed('Recorded.', []);
  await act(() => new Promise((done) => setTimeout(done, 400)));
  expect(toasts()).toEqual([]);
});
