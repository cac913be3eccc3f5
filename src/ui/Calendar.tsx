'use client';

import { CalendarDays, ChevronLeft, ChevronRight } from 'lucide-react';
import { Popover } from 'radix-ui';
import type { ComponentProps } from 'react';
import { type Chevron, DayPicker, type DayPickerProps } from 'react-day-picker';

/** A day of the calendar as the browser's own midnight: only its figures are looked at. */
const dateOf = (day: string) =>
  new Date(Number(day.slice(0, 4)), Number(day.slice(5, 7)) - 1, Number(day.slice(8, 10)));
const dayOf = (d: Date) =>
  `${String(d.getFullYear()).padStart(4, '0')}-${String(d.getMonth() + 1).padStart(2, '0')}-${String(d.getDate()).padStart(2, '0')}`;

const clothes: DayPickerProps['classNames'] = {
  months: 'relative',
  month_caption: 'flex h-8 items-center px-1 font-bold',
  nav: 'absolute top-0 right-0 flex gap-1',
  button_previous: 'button-icon',
  button_next: 'button-icon',
  month_grid: 'mt-1 border-collapse',
  weekday: 'size-9 text-small font-normal text-soft',
  day: 'p-0 text-center',
  day_button:
    'size-9 cursor-pointer rounded-[3px] hover:bg-deep-wash focus-visible:outline-2 pointer-coarse:size-11 disabled:cursor-default disabled:text-soft disabled:opacity-50',
  today: 'font-bold underline underline-offset-4',
  selected: '[&>button]:bg-deep [&>button]:text-sheet',
  outside: 'text-soft',
};

function Arrow({ orientation }: ComponentProps<typeof Chevron>) {
  return orientation === 'left' ? <ChevronLeft size={18} aria-hidden /> : <ChevronRight size={18} aria-hidden />;
}

/** A month to choose a day from, behind a picture beside a field. Days are `2031-04-14`. */
export function Calendar({
  label,
  day,
  today,
  last,
  mondayFirst,
  onChange,
}: {
  label: string;
  day: string;
  today: string;
  /** No later day is chosen. */
  last?: string;
  mondayFirst: boolean;
  onChange: (day: string) => void;
}) {
  return (
    <Popover.Root>
      <Popover.Trigger
        type="button"
        aria-label={label}
        className="inline-flex size-9 flex-none cursor-pointer items-center justify-center text-soft hover:text-ink pointer-coarse:size-11"
      >
        <CalendarDays size={18} aria-hidden />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content align="end" className="z-50 border border-strong bg-sheet p-3 shadow-lg">
          <DayPicker
            mode="single"
            autoFocus
            showOutsideDays
            weekStartsOn={mondayFirst ? 1 : 0}
            defaultMonth={dateOf(day || today)}
            today={dateOf(today)}
            selected={day ? dateOf(day) : undefined}
            disabled={last ? { after: dateOf(last) } : undefined}
            classNames={clothes}
            components={{ Chevron: Arrow }}
            onSelect={(d) => d && onChange(dayOf(d))}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
