'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofFish } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { type FishInHand, of } from '@/client/fish';
import { MeasureInput, measureOf, measureText, useShown } from '@/client/inputs';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import { type FateId, fates, killMethods } from '@/core/brood/fates';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { recordFate } from './act';

/** How its stay ends, with the welfare record of a killing. */
export function FateForm({ f }: { f: FishInHand }) {
  const { locale } = useSession();
  const unit = useShown();
  const original = useOriginal<{
    fate: FateId;
    method: string;
    firstSufficed: boolean;
    mark: string;
    cause: string;
    massG: number;
    lengthMm: number;
  }>();
  const act = useAct(recordFate);
  const event = useEventFields();
  const [fate, setFate] = useState<FateId | ''>(original?.fate ?? '');
  const [method, setMethod] = useState(original?.method ?? '');
  const [first, setFirst] = useState<'' | 'yes' | 'no'>(
    original?.firstSufficed === undefined ? '' : original.firstSufficed ? 'yes' : 'no',
  );
  const [mark, setMark] = useState(original?.mark ?? '');
  const [cause, setCause] = useState(original?.cause ?? '');
  const [mass, setMass] = useState(original?.massG ? measureText(original.massG, 'mass', unit('mass'), locale) : '');
  const [length, setLength] = useState(
    original?.lengthMm ? measureText(original.lengthMm, 'length', unit('length'), locale) : '',
  );
  const chosen = fates.find((x) => x.id === fate);
  const massG = measureOf(mass, 'mass', unit('mass'), locale);
  const lengthMm = measureOf(length, 'length', unit('length'), locale);
  const measured = chosen?.id === 'returned' || chosen?.id === 'food';
  // What was given for another end and no longer shows must not be sent; corrected, it is taken away.
  const given = <T,>(show: boolean | undefined, v: T | '' | null): T | null | undefined =>
    show && v !== '' && v !== null ? (v as T) : original ? null : undefined;
  return (
    <ActForm
      act={act}
      event={event}
      label="Record"
      needs={[
        !fate && 'what became of it',
        chosen?.killed && !method && 'how it was killed',
        chosen?.killed && !first && 'whether the first application sufficed',
      ]}
      onSend={() =>
        void act.submit(
          {
            ...of(f),
            fate: fate || null,
            method: given(chosen?.killed, method),
            firstSufficed: given(chosen?.killed, first === '' ? null : first === 'yes'),
            mark: given(chosen?.id === 'returned', mark),
            massG: given(measured, massG.value),
            lengthMm: given(measured, lengthMm.value),
            cause,
            ...event.payload,
          },
          (r) => `${f.tag}: ${r?.fate}.`,
        )
      }
    >
      <SelectField
        label="What became of it"
        value={fate}
        onChange={setFate}
        options={fates.map((x) => ({ value: x.id, label: x.name }))}
        error={act.errorOn('fate')}
      />
      {chosen?.killed && (
        <>
          <SelectField
            label="Killed by"
            value={method}
            onChange={setMethod}
            options={killMethods.map((m) => ({ value: m.id, label: m.name }))}
            error={act.errorOn('method')}
          />
          <Choice
            label="The first application sufficed"
            value={first || ('' as 'yes')}
            onChange={setFirst}
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
      {measured && (
        <div className="grid grid-cols-2 gap-3">
          <MeasureInput label="Mass" dimension="mass" value={mass} onChange={setMass} />
          <MeasureInput label="Length" dimension="length" value={length} onChange={setLength} />
        </div>
      )}
      {chosen?.id === 'returned' && (
        <TextField label="Mark it carries" value={mark} onChange={setMark} placeholder="left pelvic clip" />
      )}
      {chosen?.id === 'food' && (
        <Caution>Fish that were injected or anaesthetised are barred from food until their withdrawal is over.</Caution>
      )}
      <TextField label="Cause, or why" value={cause} onChange={setCause} />
    </ActForm>
  );
}

export const forms = formsOf(recordFate, { corrects: { fate: ofFish((f) => <FateForm f={f} />) } });
