'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { Choice } from '@/ui/Choice';
import { TextField } from '@/ui/fields';
import { caseClose, outcomes } from './act';

/** How a case ended. */
export function CaseCloseForm({ caseId, done }: { caseId?: number; done?: () => void }) {
  const f = useActForm(caseClose, {
    about: caseId === undefined ? {} : { case: caseId },
    begin: { outcome: 'over' },
    draftFor: `close ${caseId ?? ''}`,
    says: () => 'Closed.',
    done,
  });
  return (
    <Form of={f} label="Close the case">
      <Choice
        label="It is"
        {...f.field('outcome')}
        options={(Object.keys(outcomes) as (keyof typeof outcomes)[]).map((value) => ({
          value,
          label: outcomes[value],
        }))}
      />
      <TextField label="It was" {...f.field('diagnosis')} />
    </Form>
  );
}

export const forms = formsOf(caseClose, { corrects: { caseClose: () => <CaseCloseForm /> } });
