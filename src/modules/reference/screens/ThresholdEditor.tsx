'use client';

import { useState } from 'react';
import type { Codec } from '@/client/form/codecs';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { DecimalInput, decimalOf, numberText } from '@/client/inputs';
import { useSession } from '@/client/session';
import { celsiusApart, degreesOf } from '@/core/quantities/reader';
import { thresholdFault } from '@/core/thresholds';
import { Button } from '@/ui/Button';
import { Dialog } from '@/ui/Dialog';
import { TextField } from '@/ui/fields';
import { setThreshold } from '../acts/setThreshold/act';
import type { ThresholdRow } from '../views/reference';
import { isDegrees, thresholdSays, thresholdUnit } from './thresholdSays';

/** Sets one threshold as this hatchery has found it. */
export function ThresholdEditor({ row }: { row: ThresholdRow }) {
  const [open, setOpen] = useState(false);
  return (
    <Dialog
      title="Set a threshold"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <Button kind="link" className="text-small" aria-label={`edit: ${row.what}`}>
          edit
        </Button>
      }
    >
      <ThresholdForm row={row} onDone={() => setOpen(false)} />
    </Dialog>
  );
}

export function ThresholdForm({ row, onDone }: { row: ThresholdRow; onDone?: () => void }) {
  const { locale, units } = useSession();
  const us = units === 'us';
  const f = useActForm(setThreshold, {
    about: { id: row.id },
    begin: { value: row.value },
    as: us && isDegrees(row.id) ? { value: inFahrenheit(row.value, locale) } : {},
    needs: { value: 'a value', source: 'a source', why: 'why' },
    done: onDone,
  });
  const value = f.field('value');
  const meant = f.value('value');
  const fault = meant === null ? null : thresholdFault(row.id, meant);
  return (
    <Form of={f} label="Put in force" needs={[fault && 'a value']}>
      <p className="max-w-[34rem] first-letter:uppercase">{row.what}.</p>
      <DecimalInput
        label={`Value, ${thresholdUnit(row.id, us)}`}
        {...value}
        error={value.error ?? (fault && `The value ${fault}`)}
        hint={`Ships as ${thresholdSays(row.id, row.shipped, us)}: ${row.hint}`}
      />
      <TextField label="Source" {...f.field('source')} hint="“own counts 2031”, a guideline, or verify" />
      <TextField label="Why" {...f.field('why')} />
    </Form>
  );
}

/** A difference of degrees as a US reader types it. Left as it stood, it is exactly what it was. */
const inFahrenheit = (stands: number, locale: string): Codec => ({
  blank: '',
  write: (v) => numberText(degreesOf(v as number, true), locale),
  read: (text) => {
    const typed = decimalOf(String(text), locale);
    if (typed.value === null) return { value: null, error: typed.error };
    const value = Number(celsiusApart(typed.value, true).toPrecision(12));
    return { value: Math.abs(value - stands) < 1e-6 ? stands : value, error: null };
  },
});
