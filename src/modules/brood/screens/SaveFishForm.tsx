'use client';

import { DayField } from '@/client/DayField';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { sexes, sources } from '@/core/brood/parseFish';
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
  const f = useActForm(saveFish, {
    about: { species: species.id, ...(fish ? { id: fish.id } : {}) },
    begin: fish ? known(fish) : { sex: 'unknown', source: 'captive' },
    as: { cameOn: 'day' },
    needs: { tag: 'a tag' },
    unreadable: { yearClass: 'a year that can be read' },
    clears: fish ? [] : ['tag'],
    says: (_, sent) => `${sent.value('tag')} is on the list.`,
    done: onDone,
  });
  return (
    <Form of={f} label={fish ? 'Save' : 'Enter this fish'}>
      <div className="grid grid-cols-2 gap-3">
        <TextField label="Tag" {...f.field('tag')} autoComplete="off" />
        <TextField label="Other tags, clips, marks" {...f.field('marks')} />
      </div>
      <Choice label="Sex" {...f.field('sex')} options={sexes.map((x) => ({ value: x, label: x }))} />
      <div className="grid grid-cols-2 gap-3">
        <TextField
          label="Strain or stock"
          {...f.field('strain')}
          list="strains"
          hint="Fish of different strains are never proposed as mates"
        />
        <TextField label="Year class" inputMode="numeric" {...f.field('yearClass')} />
        <datalist id="strains">
          {strains.map((s) => (
            <option key={s} value={s} />
          ))}
        </datalist>
        <SelectField
          label="Source"
          {...f.field('source')}
          options={sources.map((s) => ({ value: s, label: s === 'wild' ? 'wild catch' : s }))}
        />
        <TextField label="Place or seller" {...f.field('origin')} />
        <DayField label="Caught or bought on" {...f.typed('cameOn')} />
      </div>
      <div className="grid grid-cols-2 gap-3">
        <TextField label="Sire (tag)" {...f.field('sire')} />
        <TextField label="Dam (tag)" {...f.field('dam')} />
      </div>
    </Form>
  );
}

const known = ({ tag, sex, marks, strain, source, origin, cameOn, yearClass, sire, dam }: BroodFish) => ({
  tag,
  sex,
  marks,
  strain,
  source,
  origin,
  cameOn,
  yearClass,
  sire: sire ?? undefined,
  dam: dam ?? undefined,
});
