'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { DecimalInput, MeasureInput } from '@/client/inputs';
import { type HaulCheck, type HaulNote, haulCheckIds, haulChecks } from '@/core/transport/haul';
import { Ticks } from '@/ui/Checkbox';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { noteHaul } from './act';

const says = (r: { todo: string } | undefined) => (r?.todo ? `Recorded. ${r.todo}.` : 'Recorded.');

/** What was looked at before it leaves. */
export function CheckForm({ haul, done }: { haul: number; done?: () => void }) {
  const f = useActForm(noteHaul, { about: { haul, what: 'checked' }, draftFor: `check ${haul}`, says, done });
  return (
    <Form of={f} label="Looked at">
      <Ticks
        label="Before it leaves"
        {...f.chosen('ticks')}
        options={haulCheckIds.map((value: HaulCheck) => ({ value, label: haulChecks[value] }))}
      />
      <Caution>
        Compressed oxygen: no grease, no flame; the bottle lashed. Nobody stands on wet lids without a hold; nobody
        below a swinging net.
      </Caution>
    </Form>
  );
}

/** A reading of a tank on the way. */
export function ReadForm({ haul, tanks, done }: { haul: number; tanks: readonly string[]; done?: () => void }) {
  const f = useActForm(noteHaul, {
    about: { haul, what: 'read' },
    begin: { tank: tanks[0] },
    draftFor: `read ${haul}`,
    clears: ['oxygen', 'celsius'],
    says,
    done,
  });
  return (
    <Form of={f} label="Record">
      <SelectField label="Tank" {...f.field('tank')} options={tanks.map((t) => ({ value: t, label: t }))} />
      <div className="grid grid-cols-2 gap-2">
        <DecimalInput label="Oxygen, mg/L" {...f.field('oxygen')} />
        <MeasureInput label="Water" {...f.measure('celsius')} />
      </div>
    </Form>
  );
}

/** It left, arrived, was delivered, is back. */
export function StepForm({ haul, what, done }: { haul: number; what: HaulNote; done?: () => void }) {
  const f = useActForm(noteHaul, {
    about: { haul, what },
    draftFor: `step ${haul} ${what}`,
    needs: what === 'delivered' ? { said: 'who took them over' } : {},
    says,
    done,
  });
  return (
    <Form of={f} label="Record">
      <TextField label={what === 'delivered' ? 'Taken over by' : 'In a line'} {...f.field('said')} />
    </Form>
  );
}

export const forms = formsOf(noteHaul, {});
