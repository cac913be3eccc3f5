'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { useAct } from '@/client/act/useAct';
import { DayField } from '@/client/DayField';
import { wholeOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import { sexes, sources } from '@/core/brood/parseFish';
import { isoDay, startOfDay } from '@/core/time/localDay';
import { saveFish } from '@/modules/brood/acts/fish/act';
import { Choice } from '@/ui/Choice';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import type { BroodFish } from '../views/brood';

/** What is known of a brood fish once and for all: tags, sex, strain, where from, parents. */
export function SaveFishForm({
  species,
  fish,
  strains,
  onDone,
}: {
  species: { id: string; name: string };
  fish?: BroodFish;
  strains: readonly string[];
  onDone?: () => void;
}) {
  const { locale, timeZone } = useSession();
  const act = useAct(saveFish, () => {
    if (!fish) setTag('');
    onDone?.();
  });
  const [tag, setTag] = useState(fish?.tag ?? '');
  const [sex, setSex] = useState<(typeof sexes)[number]>(fish?.sex ?? 'unknown');
  const [marks, setMarks] = useState(fish?.marks ?? '');
  const [strain, setStrain] = useState(fish?.strain ?? '');
  const [source, setSource] = useState<(typeof sources)[number]>(fish?.source ?? 'captive');
  const [origin, setOrigin] = useState(fish?.origin ?? '');
  const [cameOn, setCameOn] = useState(fish?.cameOn ? isoDay(fish.cameOn, timeZone) : '');
  const [year, setYear] = useState(fish?.yearClass ? String(fish.yearClass) : '');
  const [sire, setSire] = useState(fish?.sire ?? '');
  const [dam, setDam] = useState(fish?.dam ?? '');
  const yearClass = wholeOf(year, locale);
  return (
    <ActForm
      act={act}
      label={fish ? 'Save' : 'Enter this fish'}
      needs={[!tag.trim() && 'a tag', yearClass.error && 'a year that can be read']}
      onSend={() =>
        void act.submit(
          {
            ...(fish ? { id: fish.id } : {}),
            species: species.id,
            tag,
            sex,
            marks,
            strain,
            source,
            origin,
            cameOn: cameOn ? startOfDay(cameOn, timeZone) : null,
            yearClass: yearClass.value,
            ...(sire.trim() ? { sire: sire.trim() } : {}),
            ...(dam.trim() ? { dam: dam.trim() } : {}),
          },
          () => `${tag} is on the list.`,
        )
      }
    >
      <div className="grid grid-cols-2 gap-3">
        <TextField label="Tag" value={tag} onChange={setTag} error={act.errorOn('tag')} autoComplete="off" />
        <TextField label="Other tags, clips, marks" value={marks} onChange={setMarks} error={act.errorOn('marks')} />
      </div>
      <Choice label="Sex" value={sex} onChange={setSex} options={sexes.map((x) => ({ value: x, label: x }))} />
      {act.errorOn('sex') && <p className="text-small text-loss">{act.errorOn('sex')}</p>}
      <div className="grid grid-cols-2 gap-3">
        <TextField
          label="Strain or stock"
          value={strain}
          onChange={setStrain}
          list="strains"
          hint="Fish of different strains are never proposed as mates"
        />
        <TextField
          label="Year class"
          inputMode="numeric"
          value={year}
          onChange={setYear}
          error={yearClass.error ?? act.errorOn('yearClass')}
        />
        <datalist id="strains">
          {strains.map((s) => (
            <option key={s} value={s} />
          ))}
        </datalist>
        <SelectField
          label="Source"
          value={source}
          onChange={setSource}
          options={sources.map((s) => ({ value: s, label: s === 'wild' ? 'wild catch' : s }))}
        />
        <TextField label="Place or seller" value={origin} onChange={setOrigin} error={act.errorOn('origin')} />
        <DayField label="Caught or bought on" value={cameOn} onChange={setCameOn} />
      </div>
      <div className="grid grid-cols-2 gap-3">
        <TextField label="Sire (tag)" value={sire} onChange={setSire} error={act.errorOn('sire')} />
        <TextField label="Dam (tag)" value={dam} onChange={setDam} error={act.errorOn('dam')} />
      </div>
    </ActForm>
  );
}
