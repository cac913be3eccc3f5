'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { NumberInput } from '@/client/inputs';
import { TextField } from '@/ui/fields';
import { findInspect } from './act';

/** What was found in a container, also that it was nothing. */
export function FindForm({
  inspection,
  container,
  done,
}: {
  inspection?: number;
  container?: string;
  done?: () => void;
}) {
  const f = useActForm(findInspect, {
    about: inspection === undefined ? {} : { inspection, container: container! },
    draftFor: `find ${inspection ?? ''} ${container ?? ''}`,
    needs: { found: 'what was found' },
    says: () => 'Recorded.',
    done,
  });
  return (
    <Form of={f} label="Record">
      {inspection === undefined && <TextField label="Of the container" {...f.field('container')} />}
      <TextField label="Found" {...f.field('found')} hint="also where it was nothing" />
      <div className="grid grid-cols-2 gap-2">
        <NumberInput label="Affected" {...f.field('affected')} />
        <TextField label="Says who" {...f.field('by')} />
      </div>
    </Form>
  );
}

export const forms = formsOf(findInspect, { corrects: { inspectionFind: () => <FindForm /> } });
