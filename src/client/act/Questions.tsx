'use client';

import { useState } from 'react';
import type { Answers, Ask } from '@/server/act/question';
import { Button } from '@/ui/Button';

/**
 * What is asked before an act is recorded, wherever it is sent from. One question is answered by one press; several are
 * answered each, and sent together.
 * @param line set in a line of text instead of blocks
 */
export function Questions({
  asks,
  busy,
  onAnswer,
  line = false,
}: {
  asks: readonly Ask[];
  busy?: boolean;
  onAnswer: (given: Answers) => void;
  line?: boolean;
}) {
  const [given, setGiven] = useState<Answers>({});
  const alone = asks.length === 1;
  const open = asks.filter((a) => given[a.id] === undefined).length;
  return (
    <div
      className={line ? 'flex flex-wrap items-center gap-x-3 gap-y-1' : 'flex flex-col gap-3'}
      data-testid="questions"
    >
      {asks.map((a) => (
        <fieldset key={a.id} className={line ? 'flex flex-wrap items-center gap-x-3 gap-y-1' : 'flex flex-col gap-2'}>
          <legend className={line ? 'float-left text-hand' : 'mb-2'}>
            {a.message}
            {!line && ` ${a.todo}`}
          </legend>
          {a.choices.map((c) => (
            <Button
              key={c.value}
              className={`text-left ${line ? '' : 'justify-start'} ${given[a.id] === c.value ? 'border-deep bg-deep-wash' : ''}`}
              title={line ? c.why : undefined}
              aria-pressed={alone ? undefined : given[a.id] === c.value}
              disabled={busy}
              onClick={() => (alone ? onAnswer({ [a.id]: c.value }) : setGiven({ ...given, [a.id]: c.value }))}
            >
              <span>
                {c.label}
                {!line && c.why && <span className="quiet">: {c.why}</span>}
              </span>
            </Button>
          ))}
        </fieldset>
      ))}
      {!alone && (
        <Button kind="main" className="self-start" disabled={busy || open > 0} onClick={() => onAnswer(given)}>
          Record
        </Button>
      )}
    </div>
  );
}

/** Where what was answered goes: beside the input, or into it. */
export function answeredWith<I extends object>(
  asks: readonly Ask[],
  given: Answers,
  input: I,
  answers: Answers,
): { input: I; answers: Answers } {
  const of = (where: Ask['of']) =>
    Object.fromEntries(Object.entries(given).filter(([id]) => asks.find((a) => a.id === id)?.of === where));
  // A lot is asked for by its number.
  const fields = Object.fromEntries(Object.entries(of('input')).map(([k, v]) => [k, k === 'lotId' ? Number(v) : v]));
  return { input: { ...input, ...fields }, answers: { ...answers, ...of('answers') } };
}
