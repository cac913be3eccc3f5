'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import type { z } from 'zod';
import type { Act } from '@/server/act/define';
import type { Answers } from '@/server/act/question';
import { Button } from '@/ui/Button';
import { newId, type Refused, SAID, type SaidDetail, send } from '../send';
import { type SessionInfo, useSession } from '../session';
import { correctionOf, useCorrecting } from './correcting';
import { answeredWith, Questions } from './Questions';

/** A little less than the ten seconds within which the server takes an undo from everyone. */
const UNDO_MS = 9500;

/**
 * The input of an act while a form is filled: every field by its name and kind, null where nothing is given yet. In a
 * correction null takes away what was given before.
 */
export type Filled<T> = T extends readonly (infer E)[]
  ? readonly Filled<E>[]
  : T extends object
    ? { [K in keyof T]: Filled<T[K]> | null }
    : T;

export type ActInForm<I = object, R = unknown> = {
  /** Why this person may not do it at all; null where they may. */
  barred: string | null;
  busy: boolean;
  refused: Refused | null;
  /** What was recorded last, as the form said it; its entry where that can be taken back. */
  done: { says: string; entry?: string } | null;
  submit: (input: Filled<I>, says?: (result: R) => string) => Promise<boolean>;
  /** Sends it again with what was answered. */
  answer: (given: Answers) => Promise<void>;
  /** What was refused about a field, for it to show. */
  errorOn: (path: string) => string | null;
  /** Whether a field of this drawing shows what was refused; if none does, the foot must. */
  shownAtField: () => boolean;
  /** Takes back what was recorded last; everyone may within ten seconds. */
  undo: () => Promise<void>;
  clear: () => void;
};

/**
 * One form that sends one type of command. The id stays the same until the record is in, so that a response lost after
 * the commit does not double it; a refusal is shown at its field, and a question is answered by sending again. Inside a
 * form that corrects an entry, the same payload goes out as its correction.
 */
export function useAct<S extends z.ZodType, R>({ type }: Act<S, R>, onDone?: () => void): ActInForm<z.input<S>, R> {
  type Input = Filled<z.input<S>>;
  const router = useRouter();
  const correcting = useCorrecting();
  const session = useSession();
  const id = useRef(newId());
  const last = useRef<{ input: Input; says?: (r: R) => string; answers: Answers } | null>(null);
  const undoable = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const gone = useRef(false);
  useEffect(() => {
    gone.current = false;
    return () => {
      gone.current = true;
      clearTimeout(undoable.current);
    };
  }, []);
  const [busy, setBusy] = useState(false);
  const [refused, setRefused] = useState<Refused | null>(null);
  const [done, setDone] = useState<ActInForm['done']>(null);

  const sendIt = async (input: Input, says?: (r: R) => string, answers: Answers = {}): Promise<boolean> => {
    last.current = { input, says, answers };
    setBusy(true);
    setRefused(null);
    setDone(null);
    const answer = correcting
      ? await send('entry.correct', correctionOf(correcting, input as Record<string, unknown>), {
          id: id.current,
          answers,
        })
      : await send(type, input as Record<string, unknown>, { id: id.current, answers });
    setBusy(false);
    if (answer.state === 'offline') {
      setRefused({
        code: 'offline',
        message: 'No connection. Nothing is lost: what you typed stays here.',
        path: '',
        todo: 'Send it again when the connection is back; it will not be doubled.',
      });
      return false;
    }
    if (answer.state === 'refused') {
      setRefused(answer.refused);
      return false;
    }
    id.current = newId();
    clearTimeout(undoable.current);
    // What can be taken back without saying why is offered for just so long.
    undoable.current = setTimeout(() => setDone((d) => d && { says: d.says }), UNDO_MS);
    // A correction answers for the correcting, not for the act: its form says nothing of its own.
    if (!correcting) {
      const told = {
        says: answer.proposed ? 'Proposed: a culturist accepts it.' : (says?.(answer.result as R) ?? 'Recorded.'),
        entry: answer.entries[0],
      };
      setDone(told);
      // A form that closes itself takes its words along: what they judge must still be read.
      if (!PLAIN.has(told.says))
        setTimeout(() => {
          if (!gone.current) return;
          window.dispatchEvent(new CustomEvent<SaidDetail>(SAID, { detail: { id: answer.id, ...told } }));
        }, CLOSED_MS);
    }
    if (correcting) correcting.onDone();
    else onDone?.();
    router.refresh();
    return true;
  };
  let atField = false;
  return {
    // What corrects an entry is judged by the right to correct.
    barred: session.barred.includes(correcting ? 'entry.correct' : type) ? whoMay(session.role) : null,
    busy,
    refused,
    done,
    submit: sendIt,
    answer: async (given) => {
      const { input, says, answers } = last.current!;
      const to = answeredWith(refused?.asks ?? [], given, input as object, answers);
      await sendIt(to.input as Input, says, to.answers);
    },
    errorOn: (path) => {
      if (!refused || refused.asks?.length || (refused.path !== path && !refused.path.startsWith(`${path}.`)))
        return null;
      atField = true;
      return `${refused.message} ${refused.todo}`.trim();
    },
    shownAtField: () => atField,
    undo: async () => {
      if (!done?.entry) return;
      const taken = await send('entry.correct', { entryId: done.entry });
      if (taken.state === 'done') setDone(null);
      else if (taken.state === 'refused') setRefused(taken.refused);
      router.refresh();
    },
    clear: () => {
      setRefused(null);
      setDone(null);
    },
  };
}

/** Said by nobody else, it is missed by nobody. */
const PLAIN = new Set(['Recorded.', 'Kept.']);
/** Within this a form that closes itself has closed. */
const CLOSED_MS = 250;

/** To whom somebody turns who may not. */
const whoMay = (role: SessionInfo['role']) =>
  role === 'culturist'
    ? 'The manager does this; you are signed in as a culturist.'
    : `Managers and culturists record this; you are signed in as a ${role}.`;

const inWords = (list: readonly string[]) =>
  list.length < 2 ? list.join('') : `${list.slice(0, -1).join(', ')} and ${list.at(-1)}`;

/** An act in a form, whatever it takes. */
export type AnyAct = Omit<ActInForm, 'submit'>;

/** In the place of a form, or of its button: who does it. */
export const Barred = ({ act }: { act: AnyAct }) => <p className="quiet">{act.barred}</p>;

/** Below a form: its button, what was refused where no field shows it, what was asked, what was recorded. */
export function ActFoot({
  act,
  label,
  disabled,
  needs = [],
}: {
  act: AnyAct;
  label: string;
  disabled?: boolean;
  needs?: readonly string[];
}) {
  const r = act.refused;
  if (act.barred) return <Barred act={act} />;
  return (
    <div className="flex flex-col gap-2">
      {r && !act.shownAtField() && (
        <div role="alert" className="border-l-[3px] border-hand bg-hand-wash px-3 py-2 text-body">
          {r.asks?.length ? (
            <Questions
              key={r.asks.map((a) => a.id).join()}
              asks={r.asks}
              busy={act.busy}
              onAnswer={(given) => void act.answer(given)}
            />
          ) : (
            <p>
              {r.message} {r.todo}
            </p>
          )}
        </div>
      )}
      {act.done && (
        <p role="status" className="text-deep">
          {act.done.says}
          {act.done.entry && (
            <Button kind="link" className="ml-3" onClick={() => void act.undo()}>
              Undo
            </Button>
          )}
        </p>
      )}
      <div className="foot flex flex-wrap items-center gap-x-3 gap-y-1">
        <Button kind="main" type="submit" disabled={disabled || needs.length > 0 || act.busy}>
          {label}
        </Button>
        {act.busy && <span className="late quiet text-small">working …</span>}
        {needs.length > 0 && <span className="quiet text-small">needs {inWords(needs)}</span>}
      </div>
    </div>
  );
}
