'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at, type PlaceOption, placeOptions } from '@/client/holding';
import { HowManyInput } from '@/client/measure/HowMany';
import { keepApart } from '@/modules/brood/acts/keepApart/act';
import { SelectField } from '@/ui/SelectField';

/** A sample of a lot kept apart as future brood: a lot of its own from here on. */
export function KeepForm({ h, places, number }: { h: ActHolding; places: readonly PlaceOption[]; number?: number }) {
  const f = useActForm(keepApart, {
    about: at(h),
    // What is still lacking stands in the field until somebody types.
    begin: number ? { amount: { kind: 'measured', measured: { method: 'counted', number } } } : {},
    needs: { amount: 'how many', to: 'a unit of its own' },
    says: (r) => `${r?.lot} stands in ${r?.unit}.`,
  });
  return (
    <Form of={f} label="Keep apart">
      <p className="quiet text-small">
        From the middle of the whole batch, not the best of it: with its own families, followed as its own lot.
      </p>
      <HowManyInput {...f.many('amount', 'number')} methods={['counted', 'weight', 'volume']} />
      <SelectField label="Into" {...f.field('to')} options={placeOptions(places, h.unitId)} />
    </Form>
  );
}

export const forms = formsOf(keepApart, {
  offers: [
    {
      id: 'keep',
      word: 'Keep for brood',
      rank: () => 22,
      shakes: true,
      form: ({ h, places }) => <KeepForm h={h} places={places} />,
    },
  ],
  corrects: { keepBrood: ofHolding((h, { places }) => <KeepForm h={h} places={places} />) },
  aboutUnit: true,
});
