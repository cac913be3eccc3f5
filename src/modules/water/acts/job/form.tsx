'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { Choice } from '@/ui/Choice';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { priorities, priorityIds, raiseJob } from './act';

/** Raises a job: what, at which work, how soon. */
export function JobForm({
  works,
  work,
  done,
}: {
  works: readonly { id: number; name: string }[];
  work?: number;
  done?: () => void;
}) {
  const f = useActForm(raiseJob, {
    about: {},
    begin: { priority: 'week', ...(work === undefined ? {} : { work }) },
    draftFor: `job ${work ?? ''}`,
    needs: { what: 'what is to be done' },
    says: () => 'Noted. It stands on the water desk until somebody has done it.',
    done,
  });
  return (
    <Form of={f} label="Note the job">
      <TextField label="What is to be done" {...f.field('what')} />
      {works.length > 0 && (
        <SelectField
          label="At"
          {...f.field('work')}
          empty="elsewhere"
          options={works.map((w) => ({ value: String(w.id), label: w.name }))}
        />
      )}
      <Choice
        label="How soon"
        {...f.field('priority')}
        options={priorityIds.map((value) => ({ value, label: priorities[value] }))}
      />
    </Form>
  );
}

export const forms = formsOf(raiseJob, {});
