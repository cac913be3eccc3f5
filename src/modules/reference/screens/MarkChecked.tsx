'use client';

import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { TextField } from '@/ui/fields';
import { markChecked } from '../acts/markChecked/act';

/** Says of values that they were looked up and stand: they are verified from now on, by their source. */
export function MarkChecked({
  values,
  source: first,
}: {
  values: readonly { species: string; path: string }[];
  source: string;
}) {
  const f = useActForm(markChecked, {
    about: { values: [...values] },
    begin: { source: first },
    needs: { source: 'a source', why: 'how' },
    says: (r) => (r.values === 1 ? 'One value is verified.' : `${r.values} values are verified.`),
  });
  return (
    <section className="mt-5 max-w-[30rem]" aria-label="Mark as checked">
      <h3 className="mb-2 font-bold">I looked them up: they stand</h3>
      <Form of={f} label={values.length === 1 ? 'Mark it as checked' : `Mark all ${values.length} as checked`}>
        <TextField label="Source" {...f.field('source')} />
        <TextField label="How it was checked" {...f.field('why')} hint="Table and page, or how many of your own" />
      </Form>
    </section>
  );
}
