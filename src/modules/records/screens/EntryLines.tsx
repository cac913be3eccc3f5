'use client';

import { useState } from 'react';
import { CorrectionForm } from '@/client/act/CorrectionForm';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useSession } from '@/client/session';
import { clock, dayMonth } from '@/core/time/localDay';
import { correct } from '@/modules/records/acts/correct/act';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { TextField } from '@/ui/fields';
import { Later } from '@/ui/Later';
import type { EntryLine } from './EntryList';

/** Lines that the server writes; the browser draws those below. */
const SEEN_FIRST = 20;
const ROW_PX = 34;

/** Entries, newest first; what was corrected stays, struck through. Each can be corrected where the person may. */
export function EntryLines({
  lines,
  now,
  timeZone,
  compact = false,
}: {
  lines: readonly EntryLine[];
  now: number;
  timeZone: string;
  compact?: boolean;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const { role } = useSession();
  if (lines.length === 0) return <p className="quiet">No entries yet.</p>;
  const below = lines.length - SEEN_FIRST;
  const row = (e: EntryLine) => (
    <li key={e.id} className="border-b border-rule py-1.5" data-entry={e.kind} data-voided={e.voided ?? false}>
      <div
        className={`grid items-baseline gap-x-3 ${compact ? 'grid-cols-[5.2rem_minmax(0,1fr)_auto]' : 'grid-cols-[8rem_10.4rem_minmax(0,1fr)_11.5rem_4.2rem] max-md:grid-cols-[6rem_minmax(0,1fr)_auto]'}`}
      >
        <span className="text-small text-soft">
          {dayMonth(e.at, timeZone, now)}
          {e.toTheMinute && !compact && <span className="ml-1">{clock(e.at, timeZone)}</span>}
        </span>
        {!compact && <span className={`max-md:hidden ${e.voided ? 'line-through' : 'font-semibold'}`}>{e.word}</span>}
        <span className={e.voided ? 'text-soft line-through' : ''}>
          <span className={compact ? 'font-semibold' : 'font-semibold md:hidden'}>{e.word} </span>
          {!compact && e.where && `${e.where}${e.says ? ': ' : ''}`}
          {e.says}
          {e.note && <span className="text-soft"> “{e.note}”</span>}
          {e.why && <span className="inline-block pl-1 text-small no-underline"> taken back: “{e.why}”</span>}
          {e.replaces && <span className="text-small text-soft"> (corrected)</span>}
          {e.paper && (
            <a className="link ml-2" href={e.paper} target="_blank" rel="noopener">
              paper
            </a>
          )}
        </span>
        {!compact && (
          <span className="text-small text-soft max-md:hidden">
            {e.measuredBy ?? e.by}
            {e.measuredBy && `, typed by ${e.by}`}
          </span>
        )}
        {!e.voided && e.mend && role !== 'reader' && (
          <Button
            kind="link"
            className="text-small"
            aria-expanded={open === e.id}
            onClick={() => setOpen(open === e.id ? null : e.id)}
          >
            {e.mend === 'takeBack' ? 'take back' : 'correct'}
          </Button>
        )}
      </div>
      {open === e.id && <CorrectEntry e={e} onDone={() => setOpen(null)} />}
    </li>
  );
  return (
    <ul>
      {lines.slice(0, SEEN_FIRST).map(row)}
      {below > 0 && (
        <Later meanwhile={<li aria-hidden style={{ height: ROW_PX * below }} />}>
          {lines.slice(SEEN_FIRST).map(row)}
        </Later>
      )}
    </ul>
  );
}

/** Puts another entry in the place of one, or takes it back. What was entered stays visible. */
function CorrectEntry({ e, onDone }: { e: EntryLine; onDone: () => void }) {
  // A file that was read in is taken back whole, and the right one read in.
  const whole = e.mend === 'takeBack';
  const [mode, setMode] = useState<'replace' | 'back'>(whole ? 'back' : 'replace');
  return (
    <div className="mt-2 flex max-w-[34rem] flex-col gap-3 border-l-[3px] border-hand pl-3">
      {!whole && (
        <Choice
          label="What to do"
          value={mode}
          onChange={setMode}
          options={[
            { value: 'replace', label: 'correct' },
            { value: 'back', label: 'take back' },
          ]}
        />
      )}
      {mode === 'replace' ? <CorrectionForm entryId={e.id} onDone={onDone} /> : <TakeBack e={e} onDone={onDone} />}
    </div>
  );
}

function TakeBack({ e, onDone }: { e: EntryLine; onDone: () => void }) {
  const f = useActForm(correct, { about: { entryId: e.id }, needs: { reason: 'why' }, done: onDone });
  return (
    <Form of={f} label="Take it back">
      <TextField label="Why" {...f.field('reason')} hint="It stays beside the entry" />
    </Form>
  );
}
