'use client';

import { DayField } from '@/client/DayField';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { DecimalInput } from '@/client/inputs';
import { hazardIds, hazards } from '@/core/health/chemicals';
import { Tick } from '@/ui/Checkbox';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import type { Chemical } from '../../views/chemicals';
import { saveChemical } from './act';

/** A chemical of the store. */
export function ChemicalForm({ of, done }: { of?: Chemical; done?: () => void }) {
  const f = useActForm(saveChemical, {
    about: of ? { id: of.id } : {},
    begin: of
      ? {
          name: of.name,
          unit: of.unit,
          place: of.place,
          hazard: of.hazard,
          ...(of.least === null ? {} : { least: of.least }),
          ...(of.goodUntil === null ? {} : { goodUntil: of.goodUntil }),
        }
      : {},
    as: { goodUntil: 'day' },
    draftFor: `chemical ${of?.id ?? 'new'}`,
    event: false,
    needs: { name: 'its name' },
    says: () => 'Kept.',
    done,
  });
  const hazard = f.value('hazard') ?? 'mild';
  const unit = f.value('unit') ?? 'g';
  return (
    <Form of={f} label={of ? 'Keep' : 'Put it on the list'}>
      <TextField
        label="Name, as on the label"
        {...f.field('name')}
        hint="as treatments name it: what they take is told then"
      />
      <div className="grid grid-cols-2 gap-2">
        <SelectField
          label="Told in"
          {...f.field('unit')}
          options={[
            { value: 'g', label: 'grams' },
            { value: 'mL', label: 'millilitres' },
          ]}
        />
        <TextField label="Stands in" {...f.field('place')} />
        <DecimalInput label={`Order again below, ${unit}`} {...f.field('least')} />
        <DayField label="Good until" {...f.typed('goodUntil')} />
      </div>
      <SelectField
        label="It is"
        {...f.field('hazard')}
        options={hazardIds.map((value) => ({ value, label: hazards[value].word }))}
      />
      <Caution>{hazards[hazard].says} Its safety sheet hangs beside it.</Caution>
      {of && <Tick {...f.field('retired')}>no longer kept</Tick>}
    </Form>
  );
}
