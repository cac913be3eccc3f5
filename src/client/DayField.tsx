'use client';

import { useEffect, useRef, useState } from 'react';
import { clock, instantsOf, isoDay } from '@/core/time/localDay';
import { dayOrderOf, dayText, readDay, readTime } from '@/core/time/typedDay';
import { Calendar } from '@/ui/Calendar';
import { type About, Field } from '@/ui/fields';
import { Input } from '@/ui/Input';
import { useSession } from './session';

type Named = { id?: string; 'aria-label'?: string; 'aria-invalid'?: boolean; 'aria-describedby'?: string };

/**
 * A day, typed as people write it or chosen from a month, in the site's zone and the reader's order of figures.
 * @param value `2031-04-14`, or nothing
 * @param onChange gets nothing while what is typed is no day
 * @param onTime gets the time that was typed behind the day
 * @param name sends it with a form that goes by its address
 */
export function DayInput({
  value,
  onChange,
  onTime,
  onWrong,
  last,
  name,
  className = '',
  ...about
}: Named & {
  value: string;
  onChange: (day: string) => void;
  onTime?: (time: string) => void;
  onWrong?: (says: string | null) => void;
  last?: string;
  name?: string;
  className?: string;
}) {
  const { now, timeZone, locale } = useSession();
  const [text, setText] = useState(dayText(value));
  // What was told last: a value that comes from elsewhere takes the place of the text, one's own does not.
  const told = useRef(value);
  useEffect(() => {
    if (value === told.current) return;
    told.current = value;
    setText(dayText(value));
  }, [value]);
  const today = isoDay(now, timeZone);
  const order = dayOrderOf(locale);
  const tell = (day: string) => {
    told.current = day;
    onChange(day);
  };
  const type = (next: string) => {
    setText(next);
    const r = next.trim() === '' ? null : readDay(next, today, order);
    onWrong?.(r && !r.ok ? r.message : null);
    tell(r?.ok ? r.day : '');
    if (r?.ok && r.time) onTime?.(r.time);
  };
  return (
    <span className={`flex items-center gap-1 ${className}`}>
      <Input
        {...about}
        autoComplete="off"
        value={text}
        placeholder="14 Apr, yesterday"
        onChange={(e) => type(e.target.value)}
        onBlur={() => value && setText(dayText(value))}
      />
      {name && <Input type="hidden" name={name} value={value} />}
      <Calendar
        label={`Choose ${about['aria-label']?.toLowerCase() ?? 'the day'} from a month`}
        day={value}
        today={today}
        last={last}
        mondayFirst={order !== 'mdy'}
        onChange={(day) => {
          onWrong?.(null);
          setText(dayText(day));
          tell(day);
        }}
      />
    </span>
  );
}

/** A labelled day. */
export function DayField({
  label,
  error,
  hint,
  className,
  ...rest
}: About & Omit<Parameters<typeof DayInput>[0], 'className' | 'onWrong'>) {
  const [wrong, setWrong] = useState<string | null>(null);
  return (
    <Field label={label} error={error ?? wrong} hint={hint} className={className}>
      {(p) => <DayInput {...p} {...rest} onWrong={setWrong} />}
    </Field>
  );
}

/** A day in a form that goes by its address. */
export function NamedDayField({ first, ...rest }: About & { name: string; first: string; last?: string }) {
  const [day, setDay] = useState(first);
  return <DayField {...rest} value={day} onChange={setDay} />;
}

/** A time of day, `17:40`, as people write it: 1740, 5:40 pm, 7h30. */
export function TimeInput({
  value,
  onChange,
  className,
  ...about
}: Named & { value: string; onChange: (time: string) => void; className?: string }) {
  const [text, setText] = useState(value);
  const told = useRef(value);
  useEffect(() => {
    if (value === told.current) return;
    told.current = value;
    setText(value);
  }, [value]);
  return (
    <Input
      {...about}
      className={className}
      autoComplete="off"
      value={text}
      placeholder="17:40"
      onChange={(e) => {
        setText(e.target.value);
        told.current = readTime(e.target.value) ?? '';
        onChange(told.current);
      }}
      onBlur={() => value && setText(value)}
    />
  );
}

/** An instant to come, as a day and a time; nothing while one of them is missing, or where the clocks skip that time. */
export function InstantField({
  label,
  value,
  onChange,
  error,
  hint,
}: About & { value: number | null; onChange: (at: number | null) => void }) {
  const { timeZone } = useSession();
  const [day, setDay] = useState(value === null ? '' : isoDay(value, timeZone));
  const [time, setTime] = useState(value === null ? '' : clock(value, timeZone));
  const put = (d: string, t: string) => {
    setDay(d);
    setTime(t);
    const [year, month, date] = d.split('-').map(Number);
    const [hour, minute] = t.split(':').map(Number);
    if (!year || !month || !date || hour === undefined || minute === undefined || Number.isNaN(hour)) onChange(null);
    else onChange(instantsOf({ year, month, day: date, hour, minute }, timeZone)[0] ?? null);
  };
  return (
    <Field label={label} error={error} hint={hint}>
      {(p) => (
        <span className="flex gap-2">
          <DayInput
            {...p}
            className="max-w-[13rem]"
            value={day}
            onChange={(d) => put(d, time)}
            onTime={(t) => put(day, t)}
          />
          <TimeInput
            aria-label={`${label}, time`}
            className="max-w-[8rem]"
            value={time}
            onChange={(t) => put(day, t)}
          />
        </span>
      )}
    </Field>
  );
}
