'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { useAct } from '@/client/act/useAct';
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
  const act = useAct(markChecked);
  const [source, setSource] = useState(first);
  const [why, setWhy] = useState('');
  return (
    <section className="mt-5 max-w-[30rem]" aria-label="Mark as checked">
      <h3 className="mb-2 font-bold">I looked them up: they stand</h3>
      <ActForm
        act={act}
        label={values.length === 1 ? 'Mark it as checked' : `Mark all ${values.length} as checked`}
        needs={[!source.trim() && 'a source', !why.trim() && 'how']}
        onSend={() =>
          void act.submit({ values: [...values], source, why }, (r) =>
            r.values === 1 ? 'One value is verified.' : `${r.values} values are verified.`,
          )
        }
      >
        <TextField label="Source" value={source} onChange={setSource} error={act.errorOn('source')} />
        <TextField
          label="How it was checked"
          value={why}
          onChange={setWhy}
          error={act.errorOn('why')}
          hint="Table and page, or how many of your own"
        />
      </ActForm>
    </section>
  );
}
