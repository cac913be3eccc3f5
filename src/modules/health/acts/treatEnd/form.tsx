'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { TextField } from '@/ui/fields';
import { endTreatment } from './act';

/** A course that ended: sooner, later, or as planned. */
export function EndForm({ treatment, done }: { treatment?: string; done?: () => void }) {
  const f = useActForm(endTreatment, {
    // A correction stays with its treatment.
    about: treatment === undefined ? {} : { treatment },
    draftFor: `treatment ${treatment ?? ''}`,
    says: (r) =>
      r ? `${r.product}${r.unit ? ` in ${r.unit}` : ''} has ended: withdrawal runs from then.` : 'Recorded.',
    done,
  });
  return (
    <Form of={f} label="It ended">
      <TextField label="Why, if not as planned" {...f.field('why')} />
    </Form>
  );
}

export const forms = formsOf(endTreatment, { corrects: { treatmentEnd: () => <EndForm /> } });
