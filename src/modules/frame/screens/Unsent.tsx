'use client';

import { Dialog } from 'radix-ui';
import { browserStore, type Waiting } from '@/client/outbox';
import { answeredWith, Questions } from '@/client/Questions';
import { useSession } from '@/client/session';
import { clock, dayMonth } from '@/core/time/localDay';
import type { Answers } from '@/server/act/question';

/** Records made without a connection that the server did not accept: each is sent again, or let go, by its person. */
export function Unsent({
  list,
  onChange,
}: {
  list: readonly Waiting[];
  /** After something was let go or is to be sent again. */
  onChange: (sendNow: boolean) => void;
}) {
  const { timeZone, now } = useSession();
  const again = async (w: Waiting) => {
    await browserStore().waiting.update(w.id, { refused: undefined });
    onChange(true);
  };
  const answer = async (w: Waiting, given: Answers) => {
    const to = answeredWith(w.asks ?? [], given, w.payload, w.answers ?? {});
    await browserStore().waiting.update(w.id, {
      payload: to.input,
      answers: to.answers,
      refused: undefined,
      asks: undefined,
    });
    onChange(true);
  };
  const letGo = async (w: Waiting) => {
    await browserStore().waiting.delete(w.id);
    onChange(false);
  };
  return (
    <Dialog.Root>
      <Dialog.Trigger className="button text-loss">{list.length} not accepted</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/40" />
        <Dialog.Content
          className="fixed top-1/2 left-1/2 z-30 max-h-[88vh] w-[min(560px,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-auto border border-strong bg-sheet p-6"
          aria-describedby={undefined}
        >
          <Dialog.Title className="mb-3 text-[1.1rem] font-bold">Kept here, not accepted</Dialog.Title>
          <ul>
            {list.map((w) => (
              <li key={w.id} className="border-t border-rule py-2">
                <p>
                  {w.says}{' '}
                  <span className="quiet">
                    made {dayMonth(w.madeAt, timeZone, now)} {clock(w.madeAt, timeZone)}
                  </span>
                </p>
                {w.asks?.length ? (
                  <Questions asks={w.asks} onAnswer={(given) => void answer(w, given)} />
                ) : (
                  <p className="text-loss">{w.refused}</p>
                )}
                <p className="mt-1 flex gap-4">
                  <button type="button" className="link" onClick={() => void again(w)}>
                    Send it again
                  </button>
                  <button type="button" className="link text-loss" onClick={() => void letGo(w)}>
                    Let it go
                  </button>
                </p>
              </li>
            ))}
          </ul>
          <p className="quiet mt-2 text-[0.9rem]">
            Where something has to be settled first (a count, a move), do that, then send it again: it keeps the time at
            which it was made.
          </p>
          <Dialog.Close className="link mt-3">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
