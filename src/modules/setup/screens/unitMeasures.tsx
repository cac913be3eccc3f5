'use client';

import type { Fields } from '@/client/form/useActForm';
import { DecimalInput, MeasureInput, NumberInput } from '@/client/inputs';
import { SelectField } from '@/ui/SelectField';
import type { SetupView } from '../views/setup';

/** What a unit holds at most, how much runs through it, and on which water it is. */
export type UnitMeasures = {
  volumeL?: number | null;
  loadLimit?: number | null;
  flowLPerMin?: number | null;
  areaCm2?: number | null;
  sensor?: number | null;
};

export function UnitMeasureFields({
  of: f,
  waters,
  each = '',
}: {
  of: Fields<UnitMeasures>;
  waters: SetupView['sensors'];
  /** Behind the labels, where several units are made at once. */
  each?: string;
}) {
  return (
    <>
      <MeasureInput className="w-[8rem]" label={`Volume${each}`} {...f.measure('volumeL')} />
      <NumberInput className="w-[8rem]" label="Load limit, animals" {...f.field('loadLimit')} />
      <MeasureInput className="w-[8rem]" label={`Flow${each}`} {...f.measure('flowLPerMin')} />
      <DecimalInput className="w-[8rem]" label={`Area, cm²${each}`} {...f.field('areaCm2')} />
      {waters.length > 1 && (
        <SelectField
          label="On the water of"
          {...f.field('sensor')}
          options={waters.map((s) => ({ value: String(s.id), label: s.name }))}
          empty="the room’s first"
        />
      )}
    </>
  );
}
