import { uuidv7 } from 'uuidv7';
import type { Answers, Ask } from '@/server/act/question';
import type { Held } from '@/server/stock/numbers/heldNow';
import { outbox, type Waiting } from './outbox';

export type Refused = {
  code: string;
  message: string;
  path: string;
  todo: string;
  /** What has to be answered before it is recorded, all at once. */
  asks?: readonly Ask[];
};
export type Answer =
  | { state: 'done'; id: string; result: Record<string, unknown> | null; entries: string[]; proposed?: boolean }
  | { state: 'refused'; refused: Refused }
  | { state: 'offline' };

/** Told when something was recorded: the frame reads its snapshot anew, the page its numbers, and says what the books hold. */
export const RECORDED = 'morula:recorded';
export type RecordedDetail = { id: string; held: readonly Held[]; entry?: string };
/** Told when a form said something of what it recorded and closed itself with it: somebody else says it. */
export const SAID = 'morula:said';
export type SaidDetail = { id: string; says: string; entry?: string };
/** Told when the server failed at something that is not the record's own fault. */
export const TROUBLE = 'morula:trouble';
export const newId = () => uuidv7();

type SendOptions = {
  id?: string;
  answers?: Answers;
  madeAt?: number;
  /** Who sends it says what the books hold: nobody else need. */
  saysItself?: boolean;
};

/** Sends one command. A network failure is an answer of its own; the same id may be sent again without doubling. */
export async function send(
  type: string,
  payload: Record<string, unknown>,
  { id = newId(), answers, madeAt, saysItself = false }: SendOptions = {},
): Promise<Answer> {
  let response: Response;
  try {
    response = await fetch('/api/commands', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ id, type, payload, answers, madeAt }),
    });
  } catch {
    return { state: 'offline' };
  }
  const body = (await response.json().catch(() => null)) as {
    refused?: Refused;
    result?: Record<string, unknown> | null;
    entries?: string[];
    proposed?: boolean;
    held?: Held[];
  } | null;
  if (response.status >= 500) window.dispatchEvent(new CustomEvent(TROUBLE));
  if (body?.refused) return { state: 'refused', refused: body.refused };
  // Something between here and Morula answered in its place: only what says what was recorded was recorded.
  if (!response.ok || !Array.isArray(body?.entries))
    return {
      state: 'refused',
      refused: {
        code: 'noAnswer',
        message: 'The server gave no proper answer.',
        path: '',
        todo: 'Send it again: a record that got through is not doubled.',
      },
    };
  const detail: RecordedDetail = {
    id,
    held: saysItself ? [] : (body.held ?? []),
    entry: type === 'entry.correct' ? undefined : body.entries[0],
  };
  window.dispatchEvent(new CustomEvent(RECORDED, { detail }));
  return { state: 'done', id, result: body.result ?? null, entries: body.entries, proposed: body.proposed };
}

/** Puts a record into the outbox, with the time at which it was made. */
export async function keepForLater(w: Omit<Waiting, 'madeAt'> & { madeAt: number }): Promise<void> {
  await outbox.put(w);
}

/** Trouble of the session, of the machine or on the way to it, not of the record: it waits on. */
const WAITS = new Set(['signIn', 'diskFull', 'noAnswer', 'unavailable', 'bug']);
let sending = false;

/**
 * Sends what waits, in the order in which it was made, each with its own id and time. What the server refuses stays,
 * marked, for its person to settle.
 * @returns how many were sent
 */
export async function flushOutbox(personId: number): Promise<number> {
  if (sending) return 0;
  sending = true;
  let sent = 0;
  try {
    const waiting = (await outbox.of(personId)).filter((w) => !w.refused);
    for (const w of waiting) {
      // As it was sent the first time, should that have arrived and only its answer been lost.
      const answer = await send(w.type, w.payload, w);
      if (answer.state === 'offline') break;
      if (answer.state === 'refused') {
        if (WAITS.has(answer.refused.code)) break;
        await outbox.change(w.id, {
          refused: `${answer.refused.message} ${answer.refused.todo}`,
          asks: answer.refused.asks,
        });
        continue;
      }
      await outbox.drop(w.id);
      sent += 1;
    }
  } finally {
    sending = false;
  }
  return sent;
}
