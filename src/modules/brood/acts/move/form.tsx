'use client';

import { formsOf, ofFish } from '@/client/act/actForms';
import { useCorrecting } from '@/client/act/correcting';
import type { FishInHand } from '@/client/fish';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type PlaceOption, placeOptions } from '@/client/holding';
import { Tick } from '@/ui/Checkbox';
import { SelectField } from '@/ui/SelectField';
import { moveFish } from './act';

/** Where it stands from now on. */
export function FishMoveForm({ f: fish, places }: { f: FishInHand; places: readonly PlaceOption[] }) {
  const original = useCorrecting()?.payload;
  const f = useActForm(moveFish, {
    about: {
      ...(original ? {} : { fish: [fish.id] }),
      ...(fish.day === undefined ? {} : { day: fish.day }),
    },
    needs: { unit: 'a unit' },
    says: (r) => `${fish.tag} stands in ${r?.unit}.`,
  });
  return (
    <Form of={f} label="Move">
      <SelectField
        label="Into"
        {...f.field('unit')}
        options={placeOptions(places)}
        hint="Spawned fish to a quiet tank of their own; treated fish apart; one to a cage where they fight"
      />
      {(fish.oneToCage || original?.lid === 'secured') && <Lid lid={f.own('lid')} />}
    </Form>
  );
}

function Lid({
  lid,
}: {
  lid: { value: 'secured' | null; onChange: (v: 'secured' | null) => void; error: string | null };
}) {
  return (
    <>
      <Tick checked={lid.value !== null} onChange={(on) => lid.onChange(on ? 'secured' : null)}>
        the lid is closed and secured
      </Tick>
      {lid.error && <p className="text-small text-loss">{lid.error}</p>}
    </>
  );
}

export const forms = formsOf(moveFish, {
  corrects: { fishMove: ofFish((f, { places }) => <FishMoveForm f={f} places={places} />) },
});
