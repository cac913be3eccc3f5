'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { TextField } from '@/ui/fields';
import { closePond } from './act';

/** The run is over. */
export function ClosePondForm({ run, done }: { run: number; done?: () => void }) {
  const f = useActForm(closePond, {
    about: { run },
    draftFor: `close pond ${run}`,
    says: () => 'Closed: its sheet stands.',
    done,
  });
  return (
    <Form of={f} label="Close it">
      <TextField label="What differed from other runs" {...f.field('said')} />
    </Form>
  );
}

export const forms = formsOf(closePond, {});
