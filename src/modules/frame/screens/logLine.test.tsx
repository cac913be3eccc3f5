import { act, screen, waitFor, within } from '@testing-library/react';
import 'fake-indexeddb/auto';
import { forgetKept, keepSnapshot, outbox } from '@/client/outbox';
import { flushOutbox } from '@/client/send';
import type { Snapshot } from '@/core/shorthand/reading';
import { went } from '../../../../tests/support/navigation';
import { canOf, NOW, refused, server, type session, show } from '../../../../tests/support/screen';
import { LogLine } from './LogLine';

// The test browser has neither.
globalThis.structuredClone ??= (v: unknown) => JSON.parse(JSON.stringify(v));

const unit = (id: number, name: string, number: number, stage = 'egg'): Snapshot['units'][number] => ({
  id,
  name,
  kind: 'jar',
  room: 'Cold room',
  wasUsed: true,
  holdings:
    number === 0
      ? []
      : [
          {
            holdingId: id,
            lotId: 12,
            lot: 'AC-31-01',
            species: 'Arctic char',
            stage,
            stageName: stage === 'egg' ? 'eggs' : 'fry',
            can: canOf(stage),
            next: stage === 'egg' ? 'yolksac' : 'fingerling',
            number,
            sd: 100,
          },
        ],
});
const snapshot: Snapshot = {
  at: NOW,
  units: [unit(1, 'J1', 20_000), unit(3, 'J3', 10_250), unit(4, 'J4', 0), unit(9, 'R1', 4000, 'fry')],
  sensors: [{ id: 5, name: 'bay1', room: 'Cold room' }],
  lots: [{ id: 12, name: 'AC-31-01', species: 'Arctic char', alive: 34_250, sd: 900 }],
};

beforeEach(async () => {
  server.pages['/api/snapshot'] = snapshot;
  await forgetKept();
});

const line = () => screen.getByLabelText('Log line') as HTMLInputElement;
const says = () => screen.getByRole('status').textContent!.replaceAll('\u2005', ' ');

async function ready(as: Partial<typeof session> = {}) {
  const drawn = show(<LogLine />, as);
  await waitFor(() => expect(line().placeholder).toBe('e.g. pick 34 J3'));
  return drawn;
}

test('reads back in full words, with the lot and what stands there, before Enter records it', async () => {
  const { user } = await ready();
  await user.type(line(), 'pick 34 J3');
  await waitFor(() => expect(says()).toContain('AC-31-01'));
  expect(says()).toMatch(/34.*J3.*10 2[0-9]+/);
  expect(server.sent).toEqual([]);
  await user.keyboard('{Enter}');
  await waitFor(() => expect(says()).toContain('Recorded:'));
  expect(server.sent[0]).toMatchObject({ type: 'pick.record', payload: { unit: 3, number: 34 } });
  expect(line().value).toBe('');
});

test('unknown, finished, too many, half typed, no verb at all: each says its own', async () => {
  const { user } = await ready();
  const read = async (text: string) => {
    await user.clear(line());
    await user.type(line(), text);
    await waitFor(() => expect(says()).not.toContain('Type what you found'));
    return says();
  };
  expect(await read('pick 3 J9')).toMatch(/J9.*Did you mean/);
  expect(await read('pick 3 J4')).toMatch(/J4.*(empty|finished|nothing)/i);
  expect(await read('pick 99999 J3')).toMatch(/more than/);
  expect(await read('pick')).toMatch(/pick/);
  expect(await read('frobnicate')).toMatch(/frobnicate/);
  await user.keyboard('{Enter}');
  expect(server.sent).toEqual([]);
  expect(line().value).toBe('frobnicate');
});

test('? lists the forms; one of them is taken by a tap', async () => {
  const { user } = await ready();
  await user.type(line(), '?');
  await user.click(await screen.findByRole('button', { name: /^temp / }));
  expect(line().value).toBe('temp ');
});

test('a trace opens the lot instead of recording', async () => {
  const { user } = await ready();
  await user.type(line(), 'trace AC-31-01{Enter}');
  await waitFor(() => expect(went.to.at(-1)).toContain('/lots/12'));
  expect(server.sent).toEqual([]);
});

test('Escape clears, / comes back, and what is refused stays in the field', async () => {
  const { user } = await ready();
  server.replies = [refused('Nothing stood in J3 then.')];
  await user.type(line(), 'pick 1 J3{Escape}');
  expect(line().value).toBe('');
  await user.keyboard('/');
  expect(document.activeElement).toBe(line());
  await user.type(line(), 'pick 1 J3{Enter}');
  await waitFor(() => expect(says()).toContain('Nothing stood in J3 then.'));
  expect(line().value).toBe('pick 1 J3');
});

test('a question is answered in the line, under the same id', async () => {
  const { user } = await ready();
  server.replies = [
    refused('R1 stands there. Together they become a new lot.', 'to', {
      asks: [
        { id: 'mix', of: 'answers', message: '', path: '', todo: '', choices: [{ value: 'yes', label: 'Mix them' }] },
      ],
    }),
  ];
  await user.type(line(), 'pick 1 J3{Enter}');
  await user.click(await screen.findByRole('button', { name: 'Mix them' }));
  await waitFor(() => expect(server.sent).toHaveLength(2));
  expect(server.sent[1]).toMatchObject({ payload: { number: 1 }, answers: { mix: 'yes' } });
  expect(server.sent[1]!.id).toBe(server.sent[0]!.id);
});

test('what was just recorded is undone by one click', async () => {
  const { user } = await ready();
  server.replies = [{ body: { result: null, entries: ['e5'] } }];
  await user.type(line(), 'pick 2 J3{Enter}');
  await user.click(await screen.findByRole('button', { name: /undo/i }));
  await waitFor(() => expect(says()).toContain('Taken back'));
  expect(server.sent[1]).toMatchObject({ type: 'entry.correct', payload: { entryId: 'e5' } });
});

describe('without a connection', () => {
  test('records are kept with their time, counted, and sent once in their order when it is back', async () => {
    const { user } = await ready();
    server.replies = ['network gone', 'network gone'];
    await user.type(line(), 'pick 3 J3{Enter}');
    await waitFor(() => expect(says()).toContain('Kept in this browser'));
    await user.type(line(), 'pick 4 J1{Enter}');
    await waitFor(() => expect(screen.getByTestId('outbox').textContent).toContain('2 kept here'));
    expect(server.sent).toEqual([]);
    act(() => void window.dispatchEvent(new Event('online')));
    await waitFor(() => expect(says()).toContain('2 records kept while offline were sent'));
    expect(server.sent.map((s) => s.payload.number)).toEqual([3, 4]);
    // The time of making travels along, by the server's clock.
    for (const s of server.sent) expect(Math.abs(s.madeAt! - NOW)).toBeLessThan(120_000);
    expect(await outbox.of(1)).toEqual([]);
    expect(await flushOutbox(1)).toBe(0);
  });

  test('a response lost after the commit: the resend carries the same id', async () => {
    const { user } = await ready();
    server.replies = ['lost on the way back'];
    await user.type(line(), 'pick 3 J3{Enter}');
    await waitFor(() => expect(says()).toContain('Kept in this browser'));
    await flushOutbox(1);
    expect(server.sent.map((s) => s.id)).toEqual([server.sent[0]!.id, server.sent[0]!.id]);
  });

  test.each(['signIn', 'diskFull'])(
    'what is no fault of the record (%s) holds all of them back, unmarked',
    async (code) => {
      server.replies = [refused('not now', '', { code })];
      for (const n of [1, 2])
        await outbox.put({
          id: `${code}${n}`,
          personId: 1,
          type: 'pick.record',
          payload: { number: n },
          says: `${n} picked`,
          madeAt: NOW + n,
        });
      expect(await flushOutbox(1)).toBe(0);
      expect(server.sent).toHaveLength(1);
      expect((await outbox.of(1)).map((w) => w.refused)).toEqual([undefined, undefined]);
      expect(await flushOutbox(1)).toBe(2);
    },
  );

  test.each([
    ['a gateway’s error', { status: 502, body: { error: 'bad gateway' } }],
    ['a portal’s yes', { status: 200, body: { ok: true } }],
    ['nothing readable', { status: 200, body: null }],
  ])('%s in the place of an answer is none: the record is kept, unmarked', async (_, reply) => {
    server.replies = [reply];
    await outbox.put({
      id: 'kept',
      personId: 1,
      type: 'pick.record',
      payload: { number: 3 },
      says: '3 picked',
      madeAt: NOW,
    });
    expect(await flushOutbox(1)).toBe(0);
    const left = await outbox.of(1);
    expect(left.map((w) => [w.id, w.refused])).toEqual([['kept', undefined]]);
    expect(await flushOutbox(1)).toBe(1);
  });

  test('what the server does not accept stays, marked, for its person to settle; the rest goes on', async () => {
    server.replies = [refused('Nothing stood in J3 then.')];
    for (const n of [1, 2])
      await outbox.put({
        id: `w${n}`,
        personId: 1,
        type: 'pick.record',
        payload: { number: n },
        says: `${n} picked`,
        madeAt: NOW + n,
      });
    await flushOutbox(1);
    const left = await outbox.of(1);
    expect(left).toEqual([expect.objectContaining({ id: 'w1', refused: expect.stringContaining('Nothing stood') })]);
    const { user } = await ready();
    await user.click(await screen.findByRole('button', { name: '1 not accepted' }));
    const dialog = within(await screen.findByRole('dialog'));
    expect(dialog.getByText(/^1 picked/).textContent).toContain('made 14 Apr 07:42');
    expect(dialog.getByText(/Nothing stood in J3 then/)).toBeTruthy();
    // Again, refused again; then once more, after what was in its way is gone.
    server.replies = [refused('Still nothing there.')];
    await user.click(dialog.getByRole('button', { name: 'Send it again' }));
    await screen.findByText(/Still nothing there/);
    await user.click(screen.getByRole('button', { name: 'Send it again' }));
    await waitFor(async () => expect(await outbox.of(1)).toEqual([]));
    expect(server.sent.filter((s) => s.id === 'w1').map((s) => s.madeAt)).toEqual([NOW + 1, NOW + 1, NOW + 1]);
  });

  test('what is asked of a record that waited is answered where it is kept, and it goes out under its id and time', async () => {
    server.replies = [
      refused('J3 would hold two lots.', 'to', {
        asks: [
          {
            id: 'mix',
            of: 'answers',
            message: 'J3 would hold two lots.',
            path: 'to',
            todo: 'Choose.',
            choices: [{ value: 'yes', label: 'Mix them' }],
          },
        ],
      }),
    ];
    await outbox.put({
      id: 'w1',
      personId: 1,
      type: 'move.record',
      payload: { to: 3 },
      says: 'all to J3',
      madeAt: NOW,
    });
    await flushOutbox(1);
    const { user } = await ready();
    await user.click(await screen.findByRole('button', { name: '1 not accepted' }));
    await user.click(await screen.findByRole('button', { name: 'Mix them' }));
    await waitFor(async () => expect(await outbox.of(1)).toEqual([]));
    expect(server.sent.at(-1)).toMatchObject({ id: 'w1', madeAt: NOW, payload: { to: 3 }, answers: { mix: 'yes' } });
  });

  test('what is not wanted any more is let go, and only that', async () => {
    for (const n of [1, 2])
      await outbox.put({
        id: `old${n}`,
        personId: 1,
        type: 'pick.record',
        payload: { number: n },
        says: `${n} picked`,
        madeAt: NOW,
        refused: 'There is no such unit here.',
      });
    const { user } = await ready();
    await user.click(await screen.findByRole('button', { name: '2 not accepted' }));
    await user.click((await screen.findAllByRole('button', { name: 'Let it go' }))[0]!);
    await screen.findByRole('button', { name: '1 not accepted', hidden: true });
    expect((await outbox.of(1)).map((w) => w.id)).toEqual(['old2']);
    expect(server.sent.filter((s) => s.type === 'pick.record')).toEqual([]);
  });

  test('signed out meanwhile: everything waits for the person; another person’s records are left alone', async () => {
    server.replies = [refused('You are signed out.', '', { code: 'signIn' })];
    const put = (id: string, personId: number) =>
      outbox.put({ id, personId, type: 'pick.record', payload: {}, says: '', madeAt: NOW });
    await put('mine', 1);
    await put('hers', 2);
    expect(await flushOutbox(1)).toBe(0);
    expect((await outbox.of(1)).map((w) => w.refused)).toEqual([undefined]);
    expect(await flushOutbox(1)).toBe(1);
    expect(server.sent.map((s) => s.id)).toEqual(['mine', 'mine']);
    expect(await outbox.of(2)).toHaveLength(1);
  });

  test('a page opened without a network reads lines back from the snapshot kept', async () => {
    await keepSnapshot(snapshot);
    delete server.pages['/api/snapshot'];
    const { user } = await ready();
    await user.type(line(), 'pick 34 J3');
    await waitFor(() => expect(says()).toContain('AC-31-01'));
  });
});
