'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { SelectField } from '@/ui/SelectField';
import { endCulture, endings } from './act';

/** A culture ends. @param vessel absent in a correction */
export function CultureEndForm({ vessel, done }: { vessel?: { id: number }; done?: () => void }) {
  const f = useActForm(endCulture, {
    about: vessel ? { vessel: vessel.id } : {},
    needs: { why: 'why' },
    says: () => 'Recorded. Rinse the vessel hot, and set on from the reserve.',
    done,
  });
  return (
    <Form of={f} label="End it">
      <SelectField
        label="Why"
        {...f.field('why')}
        options={(Object.keys(endings) as (keyof typeof endings)[]).map((value) => ({ value, label: endings[value] }))}
      />
    </Form>
  );
}

export const forms = formsOf(endCulture, { corrects: { cultureEnd: () => <CultureEndForm /> } });
