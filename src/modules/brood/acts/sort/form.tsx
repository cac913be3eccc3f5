'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { MeasureInput, NumberInput } from '@/client/inputs';
import { fates, killMethods } from '@/core/brood/fates';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { sort } from './act';

/** So many of a batch ended one way. */
export function SortForm({ batch }: { batch?: { id: number; name: string } }) {
  const f = useActForm(sort, {
    about: batch ? { batch: batch.id } : {},
    begin: { sex: 'female' },
    needs: {
      number: 'how many',
      fate: 'what became of them',
      method: 'how they were killed',
      sufficed: 'for how many the first application sufficed',
    },
    clears: ['number', 'sufficed', 'totalMassG'],
    says: (r) => `${r?.number} of ${r?.name}: ${r?.fate}.`,
  });
  const fate = fates.find((x) => x.id === f.value('fate'));
  return (
    <Form of={f} label="Record">
      <Choice
        label="Sex"
        {...f.field('sex')}
        options={[
          { value: 'female', label: 'females' },
          { value: 'male', label: 'males' },
          { value: 'unknown', label: 'not sexed' },
        ]}
      />
      <div className="grid grid-cols-[7rem_minmax(0,1fr)] gap-3">
        <NumberInput label="How many" {...f.field('number')} />
        <SelectField
          label="What became of them"
          {...f.field('fate')}
          options={fates.filter((x) => !x.stays).map((x) => ({ value: x.id, label: x.name }))}
        />
      </div>
      {fate?.killed && (
        <>
          <div className="grid grid-cols-[minmax(0,1fr)_9rem] gap-3">
            <SelectField
              label="Killed by"
              {...f.field('method')}
              options={killMethods.map((m) => ({ value: m.id, label: m.name }))}
            />
            <NumberInput label="First one sufficed for" {...f.field('sufficed')} />
          </div>
          <Caution>
            Stunned is not dead: check breathing and eye, and kill at once, by trained people under local rules.
            Electric stunning: isolation, nobody in the water.
          </Caution>
        </>
      )}
      {(fate?.id === 'food' || fate?.id === 'returned') && (
        <MeasureInput label="Mass of all" {...f.measure('totalMassG')} />
      )}
      {fate?.id === 'returned' && (
        <TextField label="Mark they carry" {...f.field('mark')} placeholder="left pelvic clip" />
      )}
      <TextField label="Cause, or to whom" {...f.field('cause')} />
    </Form>
  );
}

export const forms = formsOf(sort, { corrects: { fishSort: () => <SortForm /> } });
