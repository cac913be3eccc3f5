'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { type ActHolding, at, type PlaceOption, placeOptions } from '@/client/holding';
import { HowManyInput, useHowMany } from '@/client/measure/HowMany';
import { type Amount, emptyHowMany } from '@/client/measure/readHowMany';
import { useEventFields } from '@/client/when';
import { keepApart } from '@/modules/brood/acts/keepApart/act';
import { SelectField } from '@/ui/SelectField';

/** A sample of a lot kept apart as future brood: a lot of its own from here on. */
export function KeepForm({ h, places, number }: { h: ActHolding; places: readonly PlaceOption[]; number?: number }) {
  const original = useOriginal<{ amount: Amount; to: number }>();
  const act = useAct(keepApart);
  const event = useEventFields();
  const many = useHowMany('counted', original?.amount);
  const [given, setGiven] = useState(false);
  const [to, setTo] = useState(original?.to ? String(original.to) : '');
  // What is still lacking stands in the field until somebody types.
  if (!given && !original && number && many.value.number === '') {
    many.setValue({ ...emptyHowMany('counted'), number: String(number) });
    setGiven(true);
  }
  const measured = many.read();
  return (
    <ActForm
      act={act}
      event={event}
      label="Keep apart"
      needs={[(!measured || measured === 'all') && 'how many', !to && 'a unit of its own']}
      onSend={() =>
        void act.submit(
          {
            ...at(h),
            amount: { kind: 'measured', measured: measured === 'all' ? null : measured },
            to: Number(to),
            ...event.payload,
          },
          (r) => `${r?.lot} stands in ${r?.unit}.`,
        )
      }
    >
      <p className="quiet text-small">
        From the middle of the whole batch, not the best of it: with its own families, followed as its own lot.
      </p>
      <HowManyInput
        value={many.value}
        onChange={many.setValue}
        methods={['counted', 'weight', 'volume']}
        error={act.errorOn('amount') ?? act.errorOn('number')}
      />
      <SelectField
        label="Into"
        value={to}
        onChange={setTo}
        options={placeOptions(places, h.unitId)}
        error={act.errorOn('to')}
      />
    </ActForm>
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
