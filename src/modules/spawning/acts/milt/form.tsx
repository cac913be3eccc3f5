'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofFish } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import type { FishInHand } from '@/client/fish';
import { ofDay } from '@/client/fish';
import { decimalOf, numberText } from '@/client/inputs';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import type { MotilityId } from '@/core/spawning/acts';
import { motilities } from '@/core/spawning/acts';
import { takeMilt } from '@/modules/spawning/acts/milt/act';
import { Tick } from '@/ui/Checkbox';
import { Choice } from '@/ui/Choice';
import { TextField } from '@/ui/fields';
import { HowTo } from '@/ui/HowTo';
import { SelectField } from '@/ui/SelectField';

/** Milt of one male, with how it moves under the microscope. */
export function MiltForm({ f, onDone }: { f: FishInHand; onDone?: () => void }) {
  const { locale } = useSession();
  const original = useOriginal<{
    volumeMl: number;
    motility: MotilityId;
    taken: 'hand';
    dirt: 'none';
    apart: boolean;
    why: string;
  }>();
  const act = useAct(takeMilt, onDone);
  const event = useEventFields();
  const [volume, setVolume] = useState(original?.volumeMl ? numberText(original.volumeMl, locale) : '');
  const [motility, setMotility] = useState<MotilityId | ''>(original?.motility ?? '');
  const [taken, setTaken] = useState<'hand' | 'tube' | 'testes'>(original?.taken ?? 'hand');
  const [dirt, setDirt] = useState<'none' | 'urine' | 'blood' | 'water'>(original?.dirt ?? 'none');
  const [apart, setApart] = useState(original?.apart ?? false);
  const [why, setWhy] = useState(original?.why ?? '');
  const ml = decimalOf(volume, locale);
  const gone = original ? null : undefined;
  const poor = motility === 'none' || motility === 'low' || dirt === 'water';
  return (
    <ActForm
      act={act}
      event={event}
      label="Record"
      needs={[apart && !why.trim() && 'why it is held apart']}
      onSend={() =>
        void act.submit(
          {
            ...ofDay(f),
            volumeMl: ml.value ?? gone,
            motility: motility || gone,
            taken,
            dirt,
            apart,
            why: apart ? why : '',
            ...event.payload,
          },
          () => `${f.tag} recorded.`,
        )
      }
    >
      <HowTo card="milt" />
      <Choice
        label="Taken by"
        value={taken}
        onChange={setTaken}
        options={[
          { value: 'hand', label: 'by hand' },
          { value: 'tube', label: 'by tube' },
          { value: 'testes', label: 'testes' },
        ]}
      />
      <TextField
        label="Milt, mL"
        inputMode="decimal"
        value={volume}
        onChange={setVolume}
        error={ml.error ?? act.errorOn('volumeMl')}
      />
      <SelectField
        label="Under the microscope"
        value={motility}
        onChange={setMotility}
        options={motilities.map((m) => ({ value: m.id, label: m.name }))}
        empty={'not looked'}
      />
      <Choice
        label="In it"
        value={dirt}
        onChange={setDirt}
        options={[
          { value: 'none', label: 'clean' },
          { value: 'urine', label: 'urine' },
          { value: 'blood', label: 'blood' },
          { value: 'water', label: 'water' },
        ]}
      />
      {poor && !apart && <p className="text-careful">Such milt fertilises little: hold it apart, take another male.</p>}
      <Tick checked={apart} onChange={setApart}>
        held apart
      </Tick>
      {apart && <TextField label="Held apart because" value={why} onChange={setWhy} error={act.errorOn('why')} />}
    </ActForm>
  );
}

export const forms = formsOf(takeMilt, { corrects: { milt: ofFish((f) => <MiltForm f={f} />) } });
