'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { useAct } from '@/client/act/useAct';
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
  const turned = us && isDegrees(row.id);
  const act = useAct(setThreshold, onDone);
  const [value, setValue] = useState(numberText(turned ? degreesOf(row.value, true) : row.value, locale));
  const [source, setSource] = useState('');
  const [why, setWhy] = useState('');
  const read = decimalOf(value, locale);
  // Left as it stood, it is exactly what it was: a figure turned to °F and back is not.
  const meant =
    read.value === null ? null : turned ? Number(celsiusApart(read.value, true).toPrecision(12)) : read.value;
  const fault = meant === null ? null : thresholdFault(row.id, meant);
  return (
    <ActForm
      act={act}
      label="Put in force"
      needs={[(meant === null || fault) && 'a value', !source.trim() && 'a source', !why.trim() && 'why']}
      onSend={() => void act.submit({ id: row.id, value: meant, source, why })}
    >
      <p className="max-w-[34rem] first-letter:uppercase">{row.what}.</p>
      <DecimalInput
        label={`Value, ${thresholdUnit(row.id, us)}`}
        value={value}
        onChange={setValue}
        error={act.errorOn('value') ?? read.error ?? (fault && `The value ${fault}`)}
        hint={`Ships as ${thresholdSays(row.id, row.shipped, us)}: ${row.hint}`}
      />
      <TextField
        label="Source"
        value={source}
        onChange={setSource}
        hint="“own counts 2031”, a guideline, or verify"
        error={act.errorOn('source')}
      />
      <TextField label="Why" value={why} onChange={setWhy} error={act.errorOn('why')} />
    </ActForm>
  );
}
