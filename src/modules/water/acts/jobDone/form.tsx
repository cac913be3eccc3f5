'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { TextField } from '@/ui/fields';
import { jobDone } from './act';

/** Says that a job is done, and how. */
export function JobDoneForm({ job, done }: { job: number; done?: () => void }) {
  const f = useActForm(jobDone, { about: { job }, draftFor: `job done ${job}`, says: () => 'Done.', done });
  return (
    <Form of={f} label="It is done">
      <TextField label="In a line" {...f.field('said')} />
    </Form>
  );
}

export const forms = formsOf(jobDone, {});
