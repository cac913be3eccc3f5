'use client';

import { DayField } from '@/client/DayField';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { certificateIds, certificates } from '@/core/practice/certificates';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { saveCertificate } from './act';

/** Who may do what, by which paper, until when. */
export function CertificateForm({
  people,
  done,
}: {
  people: readonly { id: number; name: string }[];
  done?: () => void;
}) {
  const f = useActForm(saveCertificate, {
    about: {},
    as: { until: 'day' },
    draftFor: 'certificate',
    event: false,
    needs: { person: 'who', what: 'for what' },
    says: () => 'Saved.',
    done,
  });
  return (
    <Form of={f} label="Save">
      <SelectField
        label="Who"
        {...f.field('person')}
        options={people.map((p) => ({ value: String(p.id), label: p.name }))}
      />
      <SelectField
        label="May do"
        {...f.field('what')}
        options={certificateIds.map((value) => ({ value, label: certificates[value].word }))}
      />
      <TextField label="By which paper" {...f.field('said')} />
      <DayField label="Until" {...f.typed('until')} hint="empty: without end" />
    </Form>
  );
}
