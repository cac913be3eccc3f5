'use client';

import { useState } from 'react';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { useCorrecting } from '@/client/act/correcting';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { NumberInput } from '@/client/inputs';
import { grouped } from '@/core/quantities/format';
import { recordLossOf } from '@/modules/moves/acts/loss/act';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { recordSampleReturned } from './act';

/** Animals taken out to be looked at: put back (no number moves), or killed for it. */
export function SampleForm({ h }: { h: ActHolding }) {
  const correcting = useCorrecting();
  const [fate, setFate] = useState<'returned' | 'killed'>(correcting?.kind === 'sample' ? 'killed' : 'returned');
  return (
    <div className="flex flex-col gap-3">
      {!correcting && (
        <SelectField
          label="They were"
          value={fate}
          onChange={setFate}
          options={[
            { value: 'returned', label: 'put back' },
            { value: 'killed', label: 'killed' },
          ]}
        />
      )}
      {fate === 'returned' ? <PutBack h={h} /> : <Killed h={h} />}
    </div>
  );
}

function PutBack({ h }: { h: ActHolding }) {
  const f = useActForm(recordSampleReturned, {
    about: at(h),
    needs: { number: 'how many' },
    clears: ['number', 'dead'],
    says: (r) => (r.dead ? `Recorded: ${grouped(r.dead)} died of it.` : 'Recorded. No animal was moved.'),
  });
  return (
    <Form of={f} label="Record sample">
      <NumberInput label="Number taken out" {...f.field('number')} />
      <NumberInput label="of which died in the hand" {...f.field('dead')} hint="They go out of the books as dead" />
      <TextField label="Looked for" {...f.field('purpose')} />
    </Form>
  );
}

function Killed({ h }: { h: ActHolding }) {
  const f = useActForm(recordLossOf, {
    about: { ...at(h), account: 'sampled' },
    needs: { measured: 'how many' },
    clears: ['measured'],
    says: () => 'Taken out of the books as sampled.',
  });
  const many = f.many('measured');
  return (
    <Form of={f} label="Record sample">
      <NumberInput
        label="Number taken out"
        value={many.value.number}
        onChange={(number) => many.onChange({ ...many.value, number })}
        error={many.error}
      />
      <TextField label="Looked for" {...f.field('cause')} />
      <Caution>
        Humane killing only by trained people, by the method that local rules allow; see that one application was
        enough.
      </Caution>
    </Form>
  );
}

export const forms = formsOf(recordSampleReturned, {
  offers: [{ id: 'sample', word: 'Sample', rank: () => 21, form: ({ h }) => <SampleForm h={h} /> }],
  corrects: {
    sampleBack: ofHolding((h) => <SampleForm h={h} />),
    // What a sample took out of the books, too: it is recorded as a loss.
    sample: ofHolding((h) => <SampleForm h={h} />),
  },
  aboutUnit: true,
});
