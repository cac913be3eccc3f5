'use client';

import { useState } from 'react';
import { clock, dayMonth, instantsOf, isoDay } from '@/core/time/localDay';
import { Choice } from '@/ui/Choice';
import { Fold } from '@/ui/Fold';
import { TextField } from '@/ui/fields';
import { useCorrecting } from './act/correcting';
import { DayInput, TimeInput } from './DayField';
import { useTyped } from './form/useTyped';
import { useSession } from './session';

export type WhenValue = { mode: 'now' | 'time' | 'day'; day: string; time: string };
export const nowValue: WhenValue = { mode: 'now', day: '', time: '' };

/** When it happened: now, a time, or some time on a day. */
export function WhenInput({
  value,
  onChange,
  error,
}: {
  value: WhenValue;
  onChange: (v: WhenValue) => void;
  error?: string | null;
}) {
  const s = useSession();
  const correcting = useCorrecting() !== null;
  const begin = (mode: WhenValue['mode']) =>
    onChange({ mode, day: value.day || isoDay(s.now, s.timeZone), time: value.time || clock(s.now, s.timeZone) });
  return (
    <fieldset className="field">
      <legend className="label mb-1 text-small text-soft">When</legend>
      <Choice
        label="When"
        value={value.mode}
        onChange={begin}
        options={[
          ...(correcting ? [] : [{ value: 'now' as const, label: 'now' }]),
          { value: 'time', label: 'at a time' },
          { value: 'day', label: 'some time that day' },
        ]}
      />
      {value.mode !== 'now' && (
        <div className="mt-1 flex gap-2">
          <DayInput
            aria-label="Day"
            className="max-w-[13rem]"
            value={value.day}
            onChange={(day) => onChange({ ...value, day })}
            onTime={(time) => onChange({ mode: 'time', day: value.day, time })}
          />
          {value.mode === 'time' && (
            <TimeInput
              aria-label="Time"
              className="max-w-[8rem]"
              value={value.time}
              onChange={(time) => onChange({ ...value, time })}
            />
          )}
        </div>
      )}
      {error && <span className="text-small text-loss">{error}</span>}
    </fieldset>
  );
}

/** `at` and `precision` of a command; an unreadable or skipped time gives an error. */
export function readWhen(v: WhenValue, timeZone: string): { at?: number; precision: 'minute' | 'day'; error?: string } {
  if (v.mode === 'now') return { precision: 'minute' };
  const [year, month, day] = v.day.split('-').map(Number) as [number, number, number];
  if (!year || !month || !day) return { precision: 'minute', error: 'Give the day.' };
  const [hour, minute] = v.mode === 'day' ? [12, 0] : (v.time.split(':').map(Number) as [number, number]);
  if (Number.isNaN(hour) || minute === undefined) return { precision: 'minute', error: 'Give the time.' };
  const at = instantsOf({ year, month, day, hour, minute }, timeZone)[0];
  if (at === undefined)
    return { precision: 'minute', error: 'The clocks went forward over that time: it did not exist.' };
  return { at, precision: v.mode === 'day' ? 'day' : 'minute' };
}

/** What is typed of the fields that every record has. */
type TypedEvent = { when: WhenValue; measuredBy: string; note: string };

/**
 * The fields that every record has: when, who measured, a note; folded away until wanted. In a form that puts an entry
 * right they begin as the entry has them, and a time that is left alone stays as it was to the second.
 */
export function useEventFields() {
  const s = useSession();
  const original = useCorrecting();
  const [first] = useState<WhenValue>(() =>
    original
      ? {
          mode: original.precision === 'day' ? 'day' : 'time',
          day: isoDay(original.at, s.timeZone),
          time: clock(original.at, s.timeZone),
        }
      : nowValue,
  );
  const begun: TypedEvent = { when: first, measuredBy: original?.measuredBy ?? '', note: original?.note ?? '' };
  const typing = useTyped(() => begun);
  const { when, measuredBy, note } = typing.value;
  const untouched = when.mode === first.mode && when.day === first.day && when.time === first.time;
  const read: ReturnType<typeof readWhen> =
    original && untouched ? { at: original.at, precision: original.precision } : readWhen(when, s.timeZone);
  const said =
    when.mode === 'now'
      ? 'now, by me'
      : original && untouched
        ? `${dayMonth(original.at, s.timeZone, s.now)}${original.precision === 'minute' ? ` ${clock(original.at, s.timeZone)}` : ''}, by ${measuredBy || s.name}`
        : 'when, by whom';
  return {
    error: read.error,
    payload: {
      ...(read.at === undefined ? {} : { at: read.at }),
      precision: read.precision,
      ...(measuredBy || original ? { measuredBy } : {}),
      ...(note || original ? { note } : {}),
    } as Record<string, unknown>,
    /** What is typed of them, for a draft. */
    typing,
    /** For the next record: the note goes, the time stays. */
    reset: () => typing.put({ note: '' }),
    view: (error?: string | null) => (
      <Fold
        className="text-body"
        open={(!untouched && when.mode !== 'now') || Boolean(error) || undefined}
        title={<span className="link">{said}</span>}
      >
        <div className="mt-2 flex flex-col gap-2">
          <WhenInput value={when} onChange={(w) => typing.put({ when: w })} error={error ?? read.error} />
          <TextField
            label="Measured by"
            placeholder={s.name}
            value={measuredBy}
            onChange={(by) => typing.put({ measuredBy: by })}
          />
          <TextField label="Note" value={note} onChange={(text) => typing.put({ note: text })} />
        </div>
      </Fold>
    ),
  };
}
