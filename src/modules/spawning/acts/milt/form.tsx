'use client';

import { formsOf, ofFish } from '@/client/act/actForms';
import type { FishInHand } from '@/client/fish';
import { ofDay } from '@/client/fish';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { motilities } from '@/core/spawning/acts';
import { takeMilt } from '@/modules/spawning/acts/milt/act';
import { Tick } from '@/ui/Checkbox';
import { Choice } from '@/ui/Choice';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { HowTo } from '@/ui/words/HowTo';

/** Milt of one male, with how it moves under the microscope. */
export function MiltForm({ f: fish, onDone }: { f: FishInHand; onDone?: () => void }) {
  const f = useActForm(takeMilt, {
    about: ofDay(fish),
    // A syringe reads in millilitres wherever it is held.
    as: { volumeMl: 'plain' },
    needs: { why: 'why it is held apart' },
    says: () => `${fish.tag} recorded.`,
    done: onDone,
  });
  const [motility, apart] = [f.value('motility'), f.value('apart')];
  const poor = motility === 'none' || motility === 'low' || f.value('dirt') === 'water';
  return (
    <Form of={f} label="Record">
      <HowTo card="milt" />
      <Choice
        label="Taken by"
        {...f.field('taken')}
        options={[
          { value: 'hand', label: 'by hand' },
          { value: 'tube', label: 'by tube' },
          { value: 'testes', label: 'testes' },
        ]}
      />
      <TextField label="Milt, mL" inputMode="decimal" {...f.field('volumeMl')} />
      <SelectField
        label="Under the microscope"
        {...f.field('motility')}
        options={motilities.map((m) => ({ value: m.id, label: m.name }))}
        empty="not looked"
      />
      <Choice
        label="In it"
        {...f.field('dirt')}
        options={[
          { value: 'none', label: 'clean' },
          { value: 'urine', label: 'urine' },
          { value: 'blood', label: 'blood' },
          { value: 'water', label: 'water' },
        ]}
      />
      {poor && !apart && <p className="text-careful">Such milt fertilises little: hold it apart, take another male.</p>}
      <Tick {...f.field('apart')}>held apart</Tick>
      {apart && <TextField label="Held apart because" {...f.field('why')} />}
    </Form>
  );
}

export const forms = formsOf(takeMilt, { corrects: { milt: ofFish((f) => <MiltForm f={f} />) } });
