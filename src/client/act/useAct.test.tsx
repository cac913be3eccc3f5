import { screen, waitFor, within } from '@testing-library/react';
import { useState } from 'react';
import { NumberInput } from '@/client/inputs';
import { recordPick } from '@/modules/incubation/acts/pick/act';
import { went } from '../../../tests/support/navigation';
import { refused, server, show } from '../../../tests/support/screen';
import { ActFoot, useAct } from './useAct';

/** A form of one field, as every act has one. */
function Form({ onDone }: { onDone?: () => void }) {
  const [number, setNumber] = useState('34');
  const act = useAct(recordPick, onDone);
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void act.submit({ unit: 7, number: Number(number) }, (r) => `${r?.lot ?? 'some lot'}: recorded.`);
      }}
    >
      <NumberInput label="Dead picked" value={number} onChange={setNumber} error={act.errorOn('number')} />
      <ActFoot act={act} label="Record" />
    </form>
  );
}

const field = () => screen.getByLabelText('Dead picked') as HTMLInputElement;
const record = () => screen.getByRole('button', { name: 'Record' });

test('what was recorded is said as the form says it, and the page reads its numbers anew', async () => {
  server.replies = [{ body: { result: { lot: 'AC-31-01' }, entries: ['e7'] } }];
  const before = went.refreshes;
  let done = 0;
  const { user } = show(<Form onDone={() => (done += 1)} />);
  await user.click(record());
  expect((await screen.findByRole('status')).textContent).toContain('AC-31-01: recorded.');
  expect([done, went.refreshes - before]).toEqual([1, 1]);
});

test('a response lost on the way back: the same record is sent again under the same id, the next one under another', async () => {
  server.replies = ['lost on the way back'];
  const { user } = show(<Form />);
  await user.click(record());
  expect((await screen.findByRole('alert')).textContent).toMatch(/No connection.*what you typed stays.*not be doubled/);
  expect(field().value).toBe('34');
  await user.click(record());
  await screen.findByRole('status');
  await user.click(record());
  await waitFor(() => expect(server.sent).toHaveLength(3));
  const [first, again, next] = server.sent.map((s) => s.id);
  expect(again).toBe(first);
  expect(next).not.toBe(first);
});

test('a refusal about a field stands at the field, another below; the button is not lost', async () => {
  server.replies = [refused('is more than there is', 'number'), refused('Nothing stood in J3 then.', 'unit')];
  const { user } = show(<Form />);
  await user.click(record());
  await screen.findByText('is more than there is');
  expect(field().getAttribute('aria-invalid')).toBe('true');
  expect(screen.queryByRole('alert')).toBeNull();
  await user.click(record());
  expect((await screen.findByRole('alert')).textContent).toContain('Nothing stood in J3 then.');
  expect(field().getAttribute('aria-invalid')).toBeNull();
  expect(field().value).toBe('34');
});

test('a question is answered by a button, with everything that was sent before', async () => {
  server.replies = [
    refused('J3 would hold 70 000; its limit is 60 000.', 'to', {
      asks: [
        {
          id: 'overload',
          of: 'answers',
          message: '',
          path: '',
          todo: '',
          choices: [{ value: 'yes', label: 'Put them in', why: 'oxygen first' }],
        },
      ],
    }),
  ];
  const { user } = show(<Form />);
  await user.click(record());
  const question = await screen.findByRole('alert');
  expect(within(question).getByRole('button').textContent).toBe('Put them in: oxygen first');
  await user.click(within(question).getByRole('button'));
  await screen.findByRole('status');
  expect(server.sent[1]!.payload).toEqual({ unit: 7, number: 34 });
  expect(server.sent[1]!.answers).toEqual({ overload: 'yes' });
  expect(server.sent[1]!.id).toBe(server.sent[0]!.id);
});

test('undo takes back the entry; when it comes too late that is said', async () => {
  server.replies = [
    { body: { result: null, entries: ['e7'] } },
    refused('Ten seconds have passed.'),
    { body: { result: null, entries: ['e8'] } },
    { body: { result: null, entries: ['e9'] } },
  ];
  const { user } = show(<Form />);
  await user.click(record());
  await user.click(await screen.findByRole('button', { name: 'Undo' }));
  expect((await screen.findByRole('alert')).textContent).toContain('Ten seconds');
  expect(server.sent[1]).toMatchObject({ type: 'entry.correct', payload: { entryId: 'e7' } });
  await user.click(record());
  await waitFor(() => expect(server.sent).toHaveLength(3));
  await user.click(await screen.findByRole('button', { name: 'Undo' }));
  await waitFor(() => expect(screen.queryByRole('status')).toBeNull());
});

test('a count by a hand is proposed, and said so', async () => {
  server.replies = [{ body: { result: null, entries: [], proposed: true } }];
  const { user } = show(<Form />);
  await user.click(record());
  const said = await screen.findByRole('status');
  expect(said.textContent).toContain('a culturist accepts it');
  expect(within(said).queryByRole('button')).toBeNull();
});

test('an answer that is none says so instead of seeming recorded', async () => {
  server.replies = [{ status: 502, body: null }];
  const { user } = show(<Form />);
  await user.click(record());
  expect((await screen.findByRole('alert')).textContent).toContain('no proper answer');
});
