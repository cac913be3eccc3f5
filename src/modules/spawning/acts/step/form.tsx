'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { decimalOf, numberText } from '@/client/inputs';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import { stampStep } from '@/modules/spawning/acts/step/act';
import { Tick } from '@/ui/Checkbox';
import { TextField } from '@/ui/fields';

/** A stamped step corrected: its time, its figure, why it was early, late or left out. */
export function StepTimeForm() {
  const { locale } = useSession();
  const act = useAct(stampStep);
  const event = useEventFields();
  const original = useOriginal<{ value: number; why: string; skipped: boolean; says: string; bowl: string }>();
  const [value, setValue] = useState(original?.value === undefined ? '' : numberText(original.value, locale));
  const [why, setWhy] = useState(original?.why ?? '');
  const [skipped, setSkipped] = useState(original?.skipped ?? false);
  const v = decimalOf(value, locale);
  return (
    <ActForm
      act={act}
      event={event}
      label="Record"
      needs={[skipped && !why.trim() && 'why it was left out', v.error && 'a figure that can be read']}
      onSend={() => void act.amend({ value: v.value, why, skipped, ...event.payload })}
    >
      <p>
        Bowl {original?.bowl}: {original?.says}
      </p>
      <TextField
        label="Figure"
        inputMode="decimal"
        value={value}
        onChange={setValue}
        error={v.error ?? act.errorOn('value')}
      />
      <Tick checked={skipped} onChange={setSkipped}>
        left out
      </Tick>
      <TextField label="Early, late or left out because" value={why} onChange={setWhy} error={act.errorOn('why')} />
    </ActForm>
  );
}

export const forms = formsOf(stampStep, { corrects: { step: () => <StepTimeForm /> } });
