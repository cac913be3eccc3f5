'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { DecimalInput } from '@/client/inputs';
import { Choice } from '@/ui/Choice';
import { TextField } from '@/ui/fields';
import { closeInspect } from './act';

/** The verdict, its certificate, who signs. */
export function InspectCloseForm({ inspection, vet, done }: { inspection?: number; vet?: string; done?: () => void }) {
  const f = useActForm(closeInspect, {
    about: inspection === undefined ? {} : { inspection },
    begin: vet === undefined ? {} : { verdict: 'free', signedBy: vet },
    draftFor: `close inspection ${inspection ?? ''}`,
    needs: { signedBy: 'who signs' },
    says: () => 'Closed.',
    done,
  });
  return (
    <Form of={f} label="Close it">
      <Choice
        label="Verdict"
        {...f.field('verdict')}
        options={[
          { value: 'free', label: 'nothing found' },
          { value: 'found', label: 'found' },
          { value: 'unclear', label: 'unclear' },
        ]}
      />
      <div className="grid grid-cols-2 gap-2">
        <TextField label="Certificate" {...f.field('certificate')} />
        <DecimalInput label="Holds for days" {...f.field('validDays')} />
      </div>
      <TextField label="Signed by" {...f.field('signedBy')} />
    </Form>
  );
}

export const forms = formsOf(closeInspect, { corrects: { inspectionClose: () => <InspectCloseForm /> } });
