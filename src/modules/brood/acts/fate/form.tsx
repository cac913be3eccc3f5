'use client';

import { formsOf, ofFish } from '@/client/act/actForms';
import { type FishInHand, of } from '@/client/fish';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { MeasureInput } from '@/client/inputs';
import { fates, killMethods } from '@/core/brood/fates';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { recordFate } from './act';

/** How its stay ends, with the welfare record of a killing. */
export function FateForm({ f: fish }: { f: FishInHand }) {
  const f = useActForm(recordFate, {
    about: of(fish),
    as: { firstSufficed: 'yesNo' },
    needs: {
      fate: 'what became of it',
      method: 'how it was killed',
      firstSufficed: 'whether the first application sufficed',
    },
    says: (r) => `${fish.tag}: ${r?.fate}.`,
  });
  const fate = fates.find((x) => x.id === f.value('fate'));
  return (
    <Form of={f} label="Record">
      <SelectField
        label="What became of it"
        {...f.field('fate')}
        options={fates.map((x) => ({ value: x.id, label: x.name }))}
      />
      {fate?.killed && (
        <>
          <SelectField
            label="Killed by"
            {...f.field('method')}
            options={killMethods.map((m) => ({ value: m.id, label: m.name }))}
          />
          <Choice
            label="The first application sufficed"
            {...f.typed<'yes' | 'no' | ''>('firstSufficed')}
            options={[
              { value: 'yes', label: 'the first application sufficed' },
              { value: 'no', label: 'it did not' },
            ]}
          />
          <Caution>
            Stunned is not dead: check breathing and eye, and kill at once. Electric stunning: trained crew, isolation,
            nobody in the water.
          </Caution>
        </>
      )}
      {(fate?.id === 'returned' || fate?.id === 'food') && (
        <div className="grid grid-cols-2 gap-3">
          <MeasureInput label="Mass" {...f.measure('massG')} />
          <MeasureInput label="Length" {...f.measure('lengthMm')} />
        </div>
      )}
      {fate?.id === 'returned' && (
        <TextField label="Mark it carries" {...f.field('mark')} placeholder="left pelvic clip" />
      )}
      {fate?.id === 'food' && (
        <Caution>Fish that were injected or anaesthetised are barred from food until their withdrawal is over.</Caution>
      )}
      <TextField label="Cause, or why" {...f.field('cause')} />
    </Form>
  );
}

export const forms = formsOf(recordFate, { corrects: { fate: ofFish((f) => <FateForm f={f} />) } });
