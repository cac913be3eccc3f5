'use client';

import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type LineEnd, leftDry, lineBetween } from '@/core/water/circuits/lines';
import type { WorkRow } from '../../works';
import { drawLine } from './act';

/** What was pulled onto what: the line is drawn, or, where there is one, taken away. */
export function LineForm({
  from,
  to,
  works,
  nameOf,
  done,
}: {
  from: LineEnd;
  to: LineEnd;
  works: readonly WorkRow[];
  nameOf: (end: LineEnd) => string;
  done: () => void;
}) {
  const line = lineBetween(works, from, to);
  const draw = !line?.there;
  const [a, b] = [nameOf(from), nameOf(to)];
  const f = useActForm(drawLine, {
    about: { from, to, draw },
    event: false,
    says: (r) => (r?.dry ? `Taken away: nothing leads water to ${b} any more.` : draw ? 'Drawn.' : 'Taken away.'),
    done,
  });
  if (!line)
    return (
      <p className="max-w-prose">
        No water runs from {a} to {b}. Lines run from a work to the next, from a work to a room, from a room to an
        outflow.
      </p>
    );
  return (
    <Form of={f} label={draw ? 'Draw the line' : 'Take the line away'}>
      <p className="max-w-prose">
        {draw ? (
          <>
            Water runs from <b>{a}</b> to <b>{b}</b>.
          </>
        ) : (
          <>
            Water runs from <b>{a}</b> to <b>{b}</b> no more.
          </>
        )}
        {!draw && leftDry(works, line) && (
          <span className="block font-semibold text-careful">Nothing else leads water to {b}.</span>
        )}
      </p>
      <p className="quiet">What stops with what, and which tank dies first, goes by it from now on.</p>
    </Form>
  );
}
