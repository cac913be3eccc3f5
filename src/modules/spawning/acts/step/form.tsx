'use client';

import { formsOf } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { stampStep } from '@/modules/spawning/acts/step/act';
import { Tick } from '@/ui/Checkbox';
import { TextField } from '@/ui/fields';

/** A stamped step corrected: its time, its figure, why it was early, late or left out. */
export function StepTimeForm() {
  const original = useOriginal<{ says: string; bowl: string }>();
  const f = useActForm(stampStep, { about: {}, unreadable: { value: 'a figure that can be read' } });
  const left = f.value('skipped') && !f.value('why');
  return (
    <Form of={f} label="Record" needs={[left && 'why it was left out']}>
      <p>
        Bowl {original?.bowl}: {original?.says}
      </p>
      <TextField label="Figure" inputMode="decimal" {...f.field('value')} />
      <Tick {...f.field('skipped')}>left out</Tick>
      <TextField label="Early, late or left out because" {...f.field('why')} />
    </Form>
  );
}

export const forms = formsOf(stampStep, { corrects: { step: () => <StepTimeForm /> } });
