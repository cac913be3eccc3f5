'use client';

import { formsOf } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { tickRoutine } from './act';

/** When something of the routine was done, corrected. */
export function RoutineTimeForm() {
  const f = useActForm(tickRoutine, { about: {} });
  const original = useOriginal<{ room: number; task: string; taskName: string; roomName: string }>();
  return (
    <Form of={f} label="Record">
      <p>
        {original?.taskName}, {original?.roomName}
      </p>
    </Form>
  );
}

export const forms = formsOf(tickRoutine, { corrects: { routine: () => <RoutineTimeForm /> } });
