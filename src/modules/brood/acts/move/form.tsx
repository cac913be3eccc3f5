'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofFish } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import type { FishInHand } from '@/client/fish';
import { type PlaceOption, placeOptions } from '@/client/holding';
import { useEventFields } from '@/client/when';
import { Tick } from '@/ui/Checkbox';
import { SelectField } from '@/ui/SelectField';
import { moveFish } from './act';

/** Where it stands from now on. */
export function FishMoveForm({ f, places }: { f: FishInHand; places: readonly PlaceOption[] }) {
  const original = useOriginal<{ fish: number[]; unit: number; lid?: 'secured' }>();
  const [lid, setLid] = useState(original?.lid === 'secured');
  const act = useAct(moveFish);
  const event = useEventFields();
  const [unit, setUnit] = useState(original?.unit ? String(original.unit) : '');
  return (
    <ActForm
      act={act}
      event={event}
      label="Move"
      needs={[!unit && 'a unit']}
      onSend={() =>
        void act.submit(
          {
            fish: original?.fish ?? [f.id],
            ...(f.day === undefined ? {} : { day: f.day }),
            unit: Number(unit),
            lid: lid ? 'secured' : original?.lid ? null : undefined,
            ...event.payload,
          },
          (r) => `${f.tag} stands in ${r?.unit}.`,
        )
      }
    >
      <SelectField
        label="Into"
        value={unit}
        onChange={setUnit}
        options={placeOptions(places)}
        error={act.errorOn('unit')}
        hint="Spawned fish to a quiet tank of their own; treated fish apart; one to a cage where they fight"
      />
      {(f.oneToCage || original?.lid) && (
        <>
          <Tick checked={lid} onChange={setLid}>
            the lid is closed and secured
          </Tick>
          {act.errorOn('lid') && <p className="text-small text-loss">{act.errorOn('lid')}</p>}
        </>
      )}
    </ActForm>
  );
}

export const forms = formsOf(moveFish, {
  corrects: { fishMove: ofFish((f, { places }) => <FishMoveForm f={f} places={places} />) },
});
