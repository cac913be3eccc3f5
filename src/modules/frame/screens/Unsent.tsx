'use client';

import { answeredWith, Questions } from '@/client/act/Questions';
import { outbox, type Waiting } from '@/client/outbox';
import { useSession } from '@/client/session';
import { clock, dayMonth } from '@/core/time/localDay';
import type { Answers } from '@/server/act/question';
import { Button } from '@/ui/Button';
import { Dialog } from '@/ui/Dialog';

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
    await outbox.change(w.id, { refused: undefined });
    onChange(true);
  };
  const answer = async (w: Waiting, given: Answers) => {
    const to = answeredWith(w.asks ?? [], given, w.payload, w.answers ?? {});
    await outbox.change(w.id, {
      payload: to.input,
      answers: to.answers,
      refused: undefined,
      asks: undefined,
    });
    onChange(true);
  };
  const letGo = async (w: Waiting) => {
    await outbox.drop(w.id);
    onChange(false);
  };
  return (
    <Dialog title="Kept here, not accepted" trigger={<Button className="text-loss">{list.length} not accepted</Button>}>
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
              <Button kind="link" onClick={() => void again(w)}>
                Send it again
              </Button>
              <Button kind="link" className="text-loss" onClick={() => void letGo(w)}>
                Let it go
              </Button>
            </p>
          </li>
        ))}
      </ul>
      <p className="quiet mt-2 text-small">
        Where something has to be settled first (a count, a move), do that, then send it again: it keeps the time at
        which it was made.
      </p>
    </Dialog>
  );
}
