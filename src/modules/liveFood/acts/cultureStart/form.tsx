'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { startCulture } from './act';

/** A culture is set on. @param vessel absent in a correction */
export function CultureStartForm({
  vessel,
  kinds,
  done,
}: {
  vessel?: { id: number; name: string };
  kinds?: readonly { id: string; name: string; feeding: string }[];
  done?: () => void;
}) {
  const f = useActForm(startCulture, {
    about: vessel ? { vessel: vessel.id } : {},
    begin: { organism: 'rotifers' },
    draftFor: vessel ? `culture ${vessel.id}` : undefined,
    needs: { perMl: 'how many in a millilitre' },
    clears: ['perMl'],
    says: () => 'Recorded. Count it each day.',
    done,
  });
  const kind = kinds?.find((k) => k.id === f.value('organism'));
  return (
    <Form of={f} label="Start it">
      {kinds && (
        <SelectField
          label="What"
          {...f.field('organism')}
          options={kinds.map((k) => ({ value: k.id, label: k.name }))}
          hint={kind && `Feed: ${kind.feeding}.`}
        />
      )}
      <TextField label="In a millilitre" inputMode="decimal" {...f.field('perMl')} hint="As it is set on" />
    </Form>
  );
}

export const forms = formsOf(startCulture, { corrects: { cultureStart: () => <CultureStartForm /> } });
