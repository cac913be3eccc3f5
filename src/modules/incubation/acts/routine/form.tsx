'use client';

import { ActForm } from '@/client/act/ActForm';
import { formsOf } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { useEventFields } from '@/client/when';
import { tickRoutine } from './act';

/** When something of the routine was done, corrected. */
export function RoutineTimeForm() {
  const act = useAct(tickRoutine);
  const event = useEventFields();
  const original = useOriginal<{ room: number; task: string; taskName: string; roomName: string }>();
  return (
    <ActForm act={act} event={event} label="Record" onSend={() => void act.amend(event.payload)}>
      <p>
        {original?.taskName}, {original?.roomName}
      </p>
    </ActForm>
  );
}

export const forms = formsOf(tickRoutine, { corrects: { routine: () => <RoutineTimeForm /> } });
