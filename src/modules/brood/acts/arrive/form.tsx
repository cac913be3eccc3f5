'use client';

import { formsOf } from '@/client/act/actForms';
import type { Codec } from '@/client/form/codecs';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type PlaceOption, placeOptions } from '@/client/holding';
import { NumberInput } from '@/client/inputs';
import { TallyPad } from '@/client/measure/TallyPad';
import { catchMeans } from '@/core/brood/batch';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { HowTo } from '@/ui/words/HowTo';
import { arrive } from './act';

/** A run of adults counted in: by sex, tapped as they pass or typed. */
export function ArriveForm({
  species,
  places,
}: {
  species?: { id: string; name: string };
  places: readonly PlaceOption[];
}) {
  const f = useActForm(arrive, {
    about: species ? { species: species.id } : {},
    begin: { means: 'trap' },
    as: { own: OWN_AS_TEXT },
    needs: { unit: 'where they stand' },
    unreadable: { own: 'seasons and numbers of your own marks' },
    clears: ['females', 'males', 'unknown', 'dead', 'own'],
    says: (r) => [`${r?.name}: ${r?.number} into ${r?.unit}.`, r?.warning].filter(Boolean).join(' '),
  });
  const means = f.value('means');
  const stands = catchMeans.find((m) => m.id === means)?.stands ?? false;
  const total = (f.value('females') ?? 0) + (f.value('males') ?? 0) + (f.value('unknown') ?? 0);
  return (
    <Form of={f} label="Counted in" needs={[total === 0 && 'how many came']}>
      <div className="grid grid-cols-2 gap-3">
        <SelectField
          label="Taken by"
          {...f.field('means')}
          options={catchMeans.map((m) => ({ value: m.id, label: m.name }))}
        />
        <TextField label="Where" {...f.field('place')} />
      </div>
      <HowTo card="sexes" />
      <TallyPad
        classes={[
          { id: 'female', word: 'female', key: 'f' },
          { id: 'male', word: 'male', key: 'm' },
          { id: 'unknown', word: 'not sexed', key: 'u' },
        ]}
        onCount={(t) => {
          f.fill('females', t.female ?? 0);
          f.fill('males', t.male ?? 0);
          f.fill('unknown', t.unknown ?? 0);
        }}
      />
      <div className="grid grid-cols-3 gap-3">
        <NumberInput label="Females" {...f.field('females')} />
        <NumberInput label="Males" {...f.field('males')} />
        <NumberInput label="Not sexed" {...f.field('unknown')} />
        <NumberInput label="Of these dead" {...f.field('dead')} />
        <TextField
          label={stands ? 'Hours in it' : 'Hours fished'}
          inputMode="decimal"
          {...f.field(stands ? 'soakHours' : 'effortHours')}
          className="col-span-2"
          hint={stands ? 'How long net or trap had stood' : 'With the catch they say how thick the run was'}
        />
      </div>
      <TextField label="Marked by us, by season of release" {...f.typed('own')} placeholder="2028/29: 3, 2029/30: 1" />
      <SelectField label="Into" {...f.field('unit')} options={placeOptions(places)} />
      <Caution>
        {means === 'electric'
          ? 'Electro-catching by a trained crew only: insulated, dead-man switch, nobody in the water while it is on.'
          : means === 'lift'
            ? 'A lift or stunner is powered only when it is loaded and people stand clear.'
            : `${means === 'net' ? 'Cut the net rather than pull the fish off. ' : ''}Wet hands, a damp smooth surface, little time in air. Catching needs its permit.`}
      </Caution>
    </Form>
  );
}

type Own = { season: string; number: number }[];

/** `2028/29: 3, 2029/30: 1` */
const OWN_AS_TEXT: Codec = {
  blank: '',
  write: (v) => (v as Own).map((x) => `${x.season}: ${x.number}`).join(', '),
  read: (text) => {
    const list: Own = [];
    for (const part of String(text)
      .split(',')
      .map((t) => t.trim())
      .filter(Boolean)) {
      const m = /^(\d{4}(?:\/\d{2})?)\s*:\s*(\d+)$/.exec(part);
      if (!m || Number(m[2]) === 0) return { value: null, error: `“${part}” is not like 2028/29: 3` };
      list.push({ season: m[1]!, number: Number(m[2]) });
    }
    return { value: list.length > 0 ? list : null, error: null };
  },
};

export const forms = formsOf(arrive, { corrects: { fishArrival: ({ places }) => <ArriveForm places={places} /> } });
