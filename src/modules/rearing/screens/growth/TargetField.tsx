'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { DayField } from '@/client/DayField';
import { measureOf, measureText, useShown } from '@/client/inputs';
import { useSession } from '@/client/session';
import { isoDay } from '@/core/time/localDay';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';

/** The size that is asked for, in any unit, and the day on which it is wanted; both go into the address. */
export function TargetField({
  targetG,
  by,
  lot,
}: {
  targetG: number | null;
  /** Local day; null for none. */
  by: string | null;
  lot: number | null;
}) {
  const { locale, now, timeZone } = useSession();
  const shown = useShown();
  const router = useRouter();
  const unit = shown('mass', true);
  const [text, setText] = useState(targetG === null ? '' : measureText(targetG, 'mass', unit, locale));
  const [day, setDay] = useState(by ?? '');
  const read = measureOf(text, 'mass', unit, locale);
  const past = day !== '' && day <= isoDay(now, timeZone) ? 'has passed: choose a day to come' : null;
  const go = () =>
    router.push(
      `/rearing/growth?${new URLSearchParams({
        ...(lot === null ? {} : { of: String(lot) }),
        ...(read.value === null ? {} : { to: String(read.value) }),
        ...(day === '' ? {} : { by: day }),
      })}`,
    );
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (!read.error && !past) go();
      }}
    >
      <TextField
        label={`When do they weigh (${unit})`}
        inputMode="decimal"
        value={text}
        onChange={setText}
        error={read.error}
        placeholder="twice what they do"
        className="w-[13rem]"
      />
      <DayField label="Wanted by" value={day} onChange={setDay} error={past} />
      <Button type="submit" disabled={read.error !== null || past !== null}>
        Show
      </Button>
    </form>
  );
}
