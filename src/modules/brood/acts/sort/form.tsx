'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { MeasureInput, measureOf, measureText, NumberInput, useShown, wholeOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import { type FateId, fates, killMethods } from '@/core/brood/fates';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { sort } from './act';

type Sorted = {
  batch: number;
  sex: 'female' | 'male' | 'unknown';
  number: number;
  fate: FateId;
  method: string;
  sufficed: number;
  mark: string;
  totalMassG: number;
  cause: string;
};

/** So many of a batch ended one way. */
export function SortForm({ batch }: { batch?: { id: number; name: string } }) {
  const { locale } = useSession();
  const unit = useShown();
  const original = useOriginal<Sorted>();
  const act = useAct(sort, () => {
    setNumber('');
    setSufficed('');
    setMass('');
  });
  const event = useEventFields();
  const [sex, setSex] = useState<Sorted['sex']>(original?.sex ?? 'female');
  const [number, setNumber] = useState(original ? String(original.number) : '');
  const [fate, setFate] = useState<FateId | ''>(original?.fate ?? '');
  const [method, setMethod] = useState(original?.method ?? '');
  const [sufficed, setSufficed] = useState(original?.sufficed === undefined ? '' : String(original.sufficed));
  const [mark, setMark] = useState(original?.mark ?? '');
  const [mass, setMass] = useState(
    original?.totalMassG ? measureText(original.totalMassG, 'mass', unit('mass'), locale) : '',
  );
  const [cause, setCause] = useState(original?.cause ?? '');
  const chosen = fates.find((x) => x.id === fate);
  const n = wholeOf(number, locale);
  const ok = wholeOf(sufficed, locale);
  const massG = measureOf(mass, 'mass', unit('mass'), locale);
  const weighed = chosen?.id === 'food' || chosen?.id === 'returned';
  const given = <T,>(show: boolean | undefined, v: T | '' | null): T | null | undefined =>
    show && v !== '' && v !== null ? (v as T) : original ? null : undefined;
  return (
    <ActForm
      act={act}
      event={event}
      label="Record"
      needs={[
        !n.value && 'how many',
        !fate && 'what became of them',
        chosen?.killed && !method && 'how they were killed',
        chosen?.killed && ok.value === null && 'for how many the first application sufficed',
        massG.error && 'a mass that can be read',
      ]}
      onSend={() =>
        void act.submit(
          {
            batch: batch?.id ?? original?.batch ?? null,
            sex,
            number: n.value,
            fate: fate || null,
            method: given(chosen?.killed, method),
            sufficed: given(chosen?.killed, ok.value),
            mark: chosen?.id === 'returned' ? mark : '',
            totalMassG: given(weighed, massG.value),
            cause,
            ...event.payload,
          },
          (r) => `${r?.number} of ${r?.name}: ${r?.fate}.`,
        )
      }
    >
      <Choice
        label="Sex"
        value={sex}
        onChange={setSex}
        options={[
          { value: 'female', label: 'females' },
          { value: 'male', label: 'males' },
          { value: 'unknown', label: 'not sexed' },
        ]}
      />
      <div className="grid grid-cols-[7rem_minmax(0,1fr)] gap-3">
        <NumberInput label="How many" value={number} onChange={setNumber} error={n.error ?? act.errorOn('number')} />
        <SelectField
          label="What became of them"
          value={fate}
          onChange={setFate}
          options={fates.filter((x) => !x.stays).map((x) => ({ value: x.id, label: x.name }))}
          error={act.errorOn('fate')}
        />
      </div>
      {chosen?.killed && (
        <>
          <div className="grid grid-cols-[minmax(0,1fr)_9rem] gap-3">
            <SelectField
              label="Killed by"
              value={method}
              onChange={setMethod}
              options={killMethods.map((m) => ({ value: m.id, label: m.name }))}
              error={act.errorOn('method')}
            />
            <NumberInput
              label="First one sufficed for"
              value={sufficed}
              onChange={setSufficed}
              error={ok.error ?? act.errorOn('sufficed')}
            />
          </div>
          <Caution>
            Stunned is not dead: check breathing and eye, and kill at once, by trained people under local rules.
            Electric stunning: isolation, nobody in the water.
          </Caution>
        </>
      )}
      {weighed && <MeasureInput label="Mass of all" dimension="mass" value={mass} onChange={setMass} />}
      {chosen?.id === 'returned' && (
        <TextField label="Mark they carry" value={mark} onChange={setMark} placeholder="left pelvic clip" />
      )}
      <TextField label="Cause, or to whom" value={cause} onChange={setCause} />
    </ActForm>
  );
}

export const forms = formsOf(sort, { corrects: { fishSort: () => <SortForm /> } });
