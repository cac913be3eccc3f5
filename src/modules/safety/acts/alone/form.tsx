'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { NumberInput } from '@/client/inputs';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { workAlone } from './act';

/** Where, and by when back. */
export function AloneForm({ done }: { done?: () => void }) {
  const f = useActForm(workAlone, {
    about: {},
    begin: { minutes: 45 },
    event: false,
    needs: { place: 'where' },
    says: () => 'The clock runs. Say that you are back before it ends.',
    done,
  });
  return (
    <Form of={f} label="Begin">
      <TextField label="Where" {...f.field('place')} />
      <NumberInput label="Back within, minutes" {...f.field('minutes')} />
      <Caution>
        Not alone: wading with electricity, confined pits, ice, strong current. A life jacket over deep water, a phone
        in a dry bag, somebody who knows. When the time is over every page and the pager call for you.
      </Caution>
    </Form>
  );
}

export const forms = formsOf(workAlone, {});
