'use client';

import { useState } from 'react';
import { wordOf } from '@/core/books/kinds';
import { clock, dayMonth } from '@/core/time/localDay';
import type { SheetEntry } from '@/queries/unitSheet';
import { TextField } from '@/ui/fields';
import { NumberInput, nowValue, readWhen, WhenInput, type WhenValue, wholeOf } from '../acts/inputs';
import { ActFoot, useAct } from '../acts/useAct';
import { useSession } from '../frame/session';

/** Entries, newest first; what was put right stays, struck through. Each can be put right where the person may. */
export function EntryList({
  entries,
  now,
  timeZone,
  compact = false,
}: {
  entries: readonly SheetEntry[];
  now: number;
  timeZone: string;
  compact?: boolean;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const { role } = useSession();
  if (entries.length === 0) return <p className="quiet">No entries yet.</p>;
  return (
    <ul>
      {entries.map((e) => (
        <li key={e.id} className="border-b border-rule py-1.5" data-entry={e.kind} data-voided={e.voided}>
          <div
            className={`grid items-baseline gap-x-3 ${compact ? 'grid-cols-[5.2rem_minmax(0,1fr)_auto]' : 'grid-cols-[8.5rem_6.5rem_minmax(0,1fr)_9rem_auto] max-md:grid-cols-[6rem_minmax(0,1fr)_auto]'}`}
          >
            <span className="text-[0.9rem] text-soft">
              {dayMonth(e.at, timeZone, now)}
              {e.precision === 'minute' && !compact && <span className="ml-1">{clock(e.at, timeZone)}</span>}
            </span>
            {!compact && (
              <span className={`max-md:hidden ${e.voided ? 'line-through' : 'font-semibold'}`}>{wordOf(e.kind)}</span>
            )}
            <span className={e.voided ? 'text-soft line-through' : ''}>
              <span className={compact ? 'font-semibold' : 'font-semibold md:hidden'}>{wordOf(e.kind)} </span>
              {e.says}
              {e.note && <span className="text-soft"> “{e.note}”</span>}
              {e.replaces && <span className="text-[0.85rem] text-soft"> (put right)</span>}
            </span>
            {!compact && (
              <span className="text-[0.9rem] text-soft max-md:hidden">
                {e.measuredBy}
                {e.measuredBy !== e.by && `, typed by ${e.by}`}
              </span>
            )}
            {!e.voided && e.kind !== 'correction' && e.kind !== 'import' && role !== 'reader' && (
              <button
                type="button"
                className="link text-[0.87rem]"
                aria-expanded={open === e.id}
                onClick={() => setOpen(open === e.id ? null : e.id)}
              >
                put right
              </button>
            )}
          </div>
          {open === e.id && <PutRight e={e} onDone={() => setOpen(null)} />}
        </li>
      ))}
    </ul>
  );
}

const withNumber = new Set(['pick', 'dead']);

/** Takes an entry back, or puts another number or time in its place. What was entered stays visible. */
function PutRight({ e, onDone }: { e: SheetEntry; onDone: () => void }) {
  const { locale, timeZone } = useSession();
  const act = useAct('entry.correct', onDone);
  const [mode, setMode] = useState<'replace' | 'back'>(withNumber.has(e.kind) ? 'replace' : 'back');
  const [number, setNumber] = useState('');
  const [when, setWhen] = useState<WhenValue>(nowValue);
  const [changeTime, setChangeTime] = useState(false);
  const [reason, setReason] = useState('');
  const n = wholeOf(number, locale).value;
  const time = changeTime && when.mode !== 'now' ? readWhen(when, timeZone) : null;
  const replacement = {
    ...(withNumber.has(e.kind) && n !== null ? { number: n } : {}),
    ...(time?.at !== undefined ? { at: time.at, precision: time.precision } : {}),
  };
  const ready = reason.trim() !== '' && (mode === 'back' || Object.keys(replacement).length > 0);
  return (
    <form
      className="mt-2 flex max-w-[26rem] flex-col gap-2 border-l-[3px] border-hand pl-3"
      onSubmit={(ev) => {
        ev.preventDefault();
        if (ready) void act.submit({ entryId: e.id, reason, ...(mode === 'replace' ? { replacement } : {}) });
      }}
    >
      <div className="flex gap-4">
        <label className="flex cursor-pointer items-center gap-1.5">
          <input
            type="radio"
            className="accent-[var(--deep)]"
            checked={mode === 'replace'}
            onChange={() => setMode('replace')}
          />{' '}
          put right
        </label>
        <label className="flex cursor-pointer items-center gap-1.5">
          <input
            type="radio"
            className="accent-[var(--deep)]"
            checked={mode === 'back'}
            onChange={() => setMode('back')}
          />{' '}
          take back
        </label>
      </div>
      {mode === 'replace' && withNumber.has(e.kind) && (
        <NumberInput label="The right number" value={number} onChange={setNumber} error={act.errorOn('number')} />
      )}
      {mode === 'replace' &&
        (changeTime ? (
          <WhenInput value={when} onChange={setWhen} error={act.errorOn('at')} />
        ) : (
          <button type="button" className="link self-start" onClick={() => setChangeTime(true)}>
            another time
          </button>
        ))}
      <TextField label="Why" value={reason} onChange={setReason} error={act.errorOn('reason')} />
      <ActFoot
        act={act}
        label={mode === 'back' ? 'Take it back' : 'Put it right'}
        disabled={!ready}
        fields={['reason', 'number', 'at']}
      />
    </form>
  );
}
