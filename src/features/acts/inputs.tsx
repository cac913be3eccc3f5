'use client';

import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { figures } from '@/core/quantities/format';
import { type Dimension, fromBase, parseMeasure, parseNumber } from '@/core/quantities/measure';
import { clock, instantsOf, isoDay } from '@/core/time/localDay';
import { Field } from '@/ui/fields';
import { useSession } from '../frame/session';

/** A whole number as text, with what is wrong with it. */
export function wholeOf(text: string, locale: string): { value: number | null; error: string | null } {
  if (text.trim() === '') return { value: null, error: null };
  const p = decimalOf(text, locale);
  if (p.value !== null && (!Number.isInteger(p.value) || p.value < 0))
    return { value: null, error: 'must be a whole number, not negative' };
  return p;
}

/** A plain number as text, with what is wrong with it. */
export function decimalOf(text: string, locale: string): { value: number | null; error: string | null } {
  if (text.trim() === '') return { value: null, error: null };
  const p = parseNumber(text, locale);
  if (p.ok) return { value: p.value, error: null };
  return {
    value: null,
    error: p.code === 'ambiguous' ? `${p.message}: ${p.readings!.map((r) => r.text).join(' or ')}?` : p.message,
  };
}

/** A measure as text in base units, with what is wrong with it. */
export function measureOf(
  text: string,
  dimension: Dimension,
  shown: string,
  locale: string,
): { value: number | null; error: string | null } {
  if (text.trim() === '') return { value: null, error: null };
  const p = parseMeasure(text, dimension, shown, locale);
  if (!p.ok)
    return {
      value: null,
      error:
        p.code === 'ambiguous'
          ? `${p.message}: ${p.readings!.map((r) => r.text).join(' or ')}? Type it without the mark`
          : p.message,
    };
  return { value: p.value, error: null };
}

/** The unit that a bare number is in, by the user's system. */
export function useShown(): (dimension: Dimension, small?: boolean) => string {
  const { units } = useSession();
  const table = {
    metric: {
      volume: ['L', 'mL'],
      mass: ['kg', 'g'],
      length: ['mm', 'mm'],
      temperature: ['°C', '°C'],
      flow: ['L/min', 'L/min'],
    },
    us: {
      volume: ['qt', 'fl oz'],
      mass: ['lb', 'oz'],
      length: ['in', 'in'],
      temperature: ['°F', '°F'],
      flow: ['gpm', 'gpm'],
    },
  }[units];
  return (dimension, small = false) => table[dimension][small ? 1 : 0]!;
}

export function NumberInput({
  label,
  value,
  onChange,
  error,
  hint,
  className,
}: {
  label: string;
  value: string;
  onChange: (v: string) => void;
  error?: string | null;
  hint?: string;
  className?: string;
}) {
  const { locale } = useSession();
  return (
    <Field label={label} error={error ?? wholeOf(value, locale).error} hint={hint} className={className}>
      {(p) => (
        <input
          {...p}
          inputMode="numeric"
          autoComplete="off"
          className="input text-[1.05rem]"
          value={value}
          onChange={(e) => onChange(e.target.value)}
        />
      )}
    </Field>
  );
}

/** A measure; the unit of a bare number stands in the label, any unit may be typed. */
export function MeasureInput({
  label,
  dimension,
  small,
  value,
  onChange,
  error,
  hint,
  className,
}: {
  label: string;
  dimension: Dimension;
  small?: boolean;
  value: string;
  onChange: (v: string) => void;
  error?: string | null;
  hint?: string;
  className?: string;
}) {
  const { locale } = useSession();
  const shown = useShown()(dimension, small);
  const read = measureOf(value, dimension, shown, locale);
  const other =
    read.value !== null && /[a-z°"']/i.test(value)
      ? `= ${figures(fromBase(read.value, dimension, shown), 4)} ${shown}`
      : undefined;
  return (
    <Field label={`${label}, ${shown}`} error={error ?? read.error} hint={other ?? hint} className={className}>
      {(p) => (
        <input
          {...p}
          inputMode="decimal"
          autoComplete="off"
          className="input"
          value={value}
          onChange={(e) => onChange(e.target.value)}
        />
      )}
    </Field>
  );
}

export type Pair = { a: string; b: string };

/** Rows of a measure and a count: sample batches, volume samples. A new row opens as the last is filled. */
export function PairRows({
  label,
  dimension,
  first,
  second = 'count',
  rows,
  onChange,
  error,
  flagged = [],
}: {
  label: string;
  dimension: Dimension;
  first: string;
  second?: string;
  rows: Pair[];
  onChange: (rows: Pair[]) => void;
  error?: string | null;
  flagged?: readonly number[];
}) {
  const { locale } = useSession();
  const shown = useShown()(dimension, true);
  const set = (i: number, key: 'a' | 'b', v: string) => {
    const next = rows.map((r, k) => (k === i ? { ...r, [key]: v } : r));
    if (i === rows.length - 1 && next[i]!.a && next[i]!.b) next.push({ a: '', b: '' });
    onChange(next);
  };
  return (
    <fieldset className="field">
      <legend className="label mb-1 text-[0.87rem] text-soft">
        {label} ({first} in {shown}, {second})
      </legend>
      {rows.map((r, i) => {
        const bad =
          measureOf(r.a, dimension, shown, locale).error ??
          wholeOf(r.b, locale).error ??
          (flagged.includes(i) ? 'does not fit the others: weigh it again' : null);
        return (
          <div key={i} className="mb-1">
            <div className="flex items-center gap-1.5">
              <span className="w-5 text-right text-[0.85rem] text-soft">{i + 1}</span>
              <input
                aria-label={`${first} ${i + 1}`}
                inputMode="decimal"
                autoComplete="off"
                className="input"
                value={r.a}
                onChange={(e) => set(i, 'a', e.target.value)}
              />
              <span aria-hidden>/</span>
              <input
                aria-label={`${second} ${i + 1}`}
                inputMode="numeric"
                autoComplete="off"
                className="input"
                value={r.b}
                onChange={(e) => set(i, 'b', e.target.value)}
              />
              <button
                type="button"
                aria-label={`Remove row ${i + 1}`}
                className="p-1 text-soft hover:text-loss disabled:opacity-30"
                disabled={rows.length === 1}
                onClick={() => onChange(rows.filter((_, k) => k !== i))}
              >
                <X size={16} />
              </button>
            </div>
            {bad && <p className="ml-7 text-[0.87rem] text-loss">{bad}</p>}
          </div>
        );
      })}
      <button
        type="button"
        className="link inline-flex items-center gap-1 self-start text-[0.9rem]"
        onClick={() => onChange([...rows, { a: '', b: '' }])}
      >
        <Plus size={14} aria-hidden /> another
      </button>
      {error && <span className="text-[0.87rem] text-loss">{error}</span>}
    </fieldset>
  );
}

/** Filled rows in base units; null while one of them cannot be read. */
export function readPairs(
  rows: readonly Pair[],
  dimension: Dimension,
  shown: string,
  locale: string,
): { measure: number; count: number }[] | null {
  const filled = rows.filter((r) => r.a.trim() !== '' || r.b.trim() !== '');
  const out: { measure: number; count: number }[] = [];
  for (const r of filled) {
    const m = measureOf(r.a, dimension, shown, locale).value;
    const n = wholeOf(r.b, locale).value;
    if (m === null || n === null) return null;
    out.push({ measure: m, count: n });
  }
  return out;
}

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
  const begin = (mode: WhenValue['mode']) =>
    onChange({ mode, day: value.day || isoDay(s.now, s.timeZone), time: value.time || clock(s.now, s.timeZone) });
  return (
    <fieldset className="field">
      <legend className="label mb-1 text-[0.87rem] text-soft">When</legend>
      <div className="flex flex-wrap items-center gap-2">
        {(['now', 'time', 'day'] as const).map((m) => (
          <label key={m} className="flex cursor-pointer items-center gap-1.5">
            <input type="radio" className="accent-[var(--deep)]" checked={value.mode === m} onChange={() => begin(m)} />
            {{ now: 'now', time: 'at a time', day: 'some time that day' }[m]}
          </label>
        ))}
      </div>
      {value.mode !== 'now' && (
        <div className="mt-1 flex gap-2">
          <input
            aria-label="Day"
            type="date"
            className="input max-w-[11rem]"
            value={value.day}
            onChange={(e) => onChange({ ...value, day: e.target.value })}
          />
          {value.mode === 'time' && (
            <input
              aria-label="Time"
              type="time"
              className="input max-w-[8rem]"
              value={value.time}
              onChange={(e) => onChange({ ...value, time: e.target.value })}
            />
          )}
        </div>
      )}
      {error && <span className="text-[0.87rem] text-loss">{error}</span>}
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

/** The fields that every record has: when, who measured, a note; folded away until wanted. */
export function useEventFields() {
  const s = useSession();
  const [when, setWhen] = useState<WhenValue>(nowValue);
  const [measuredBy, setMeasuredBy] = useState('');
  const [note, setNote] = useState('');
  const read = readWhen(when, s.timeZone);
  return {
    error: read.error,
    payload: {
      ...(read.at === undefined ? {} : { at: read.at }),
      precision: read.precision,
      ...(measuredBy ? { measuredBy } : {}),
      ...(note ? { note } : {}),
    } as Record<string, unknown>,
    reset: () => setNote(''),
    view: (error?: string | null) => (
      <details className="text-[0.95rem]" open={when.mode !== 'now' || Boolean(error) || undefined}>
        <summary className="link cursor-pointer">{when.mode === 'now' ? 'now, by me' : 'when, by whom'}</summary>
        <div className="mt-2 flex flex-col gap-2">
          <WhenInput value={when} onChange={setWhen} error={error ?? read.error} />
          <Field label="Measured by">
            {(p) => (
              <input
                {...p}
                className="input"
                placeholder={s.name}
                value={measuredBy}
                onChange={(e) => setMeasuredBy(e.target.value)}
              />
            )}
          </Field>
          <Field label="Note">
            {(p) => <input {...p} className="input" value={note} onChange={(e) => setNote(e.target.value)} />}
          </Field>
        </div>
      </details>
    ),
  };
}
