'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { measureOf, measureText, useShown } from '@/client/inputs';
import { useSession } from '@/client/session';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';

/** The size that is asked for, in any unit; it goes into the address. */
export function TargetField({ targetG, lot }: { targetG: number | null; lot: number | null }) {
  const { locale } = useSession();
  const shown = useShown();
  const router = useRouter();
  const unit = shown('mass', true);
  const [text, setText] = useState(targetG === null ? '' : measureText(targetG, 'mass', unit, locale));
  const read = measureOf(text, 'mass', unit, locale);
  const go = () =>
    router.push(
      `/rearing/growth?${new URLSearchParams({
        ...(lot === null ? {} : { of: String(lot) }),
        ...(read.value === null ? {} : { to: String(read.value) }),
      })}`,
    );
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (!read.error) go();
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
      <Button type="submit" disabled={read.error !== null}>
        Show
      </Button>
    </form>
  );
}
