'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { type PlaceOption, placeOptions } from '@/client/holding';
import { decimalOf, NumberInput, numberText, wholeOf } from '@/client/inputs';
import { TallyPad } from '@/client/measure/TallyPad';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import { type CatchMeans, catchMeans } from '@/core/brood/batch';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { HowTo } from '@/ui/HowTo';
import { SelectField } from '@/ui/SelectField';
import { arrive } from './act';

type Arrival = {
  species: string;
  name: string;
  means: CatchMeans;
  place: string;
  soakHours: number;
  effortHours: number;
  unit: number;
  females: number;
  males: number;
  unknown: number;
  dead: number;
  own: { season: string; number: number }[];
};

/** A run of adults counted in: by sex, tapped as they pass or typed. */
export function ArriveForm({
  species,
  places,
}: {
  species?: { id: string; name: string };
  places: readonly PlaceOption[];
}) {
  const { locale } = useSession();
  const original = useOriginal<Arrival>();
  const act = useAct(arrive, () => {
    setCounts({ female: '', male: '', unknown: '' });
    setDead('');
    setOwn('');
  });
  const event = useEventFields();
  const [means, setMeans] = useState<CatchMeans>(original?.means ?? 'trap');
  const [place, setPlace] = useState(original?.place ?? '');
  const [soak, setSoak] = useState(() => {
    const first = original?.soakHours ?? original?.effortHours;
    return first ? numberText(first, locale) : '';
  });
  const [unit, setUnit] = useState(original?.unit ? String(original.unit) : '');
  const [counts, setCounts] = useState({
    female: original ? String(original.females) : '',
    male: original ? String(original.males) : '',
    unknown: original ? String(original.unknown) : '',
  });
  const [dead, setDead] = useState(original?.dead ? String(original.dead) : '');
  const [own, setOwn] = useState(original?.own?.map((x) => `${x.season}: ${x.number}`).join(', ') ?? '');
  const n = {
    female: wholeOf(counts.female, locale),
    male: wholeOf(counts.male, locale),
    unknown: wholeOf(counts.unknown, locale),
  };
  const stands = catchMeans.find((m) => m.id === means)?.stands ?? false;
  const gone = original ? null : undefined;
  const total = (n.female.value ?? 0) + (n.male.value ?? 0) + (n.unknown.value ?? 0);
  const hours = decimalOf(soak, locale);
  const marked = readOwn(own);
  const deadN = wholeOf(dead, locale);
  return (
    <ActForm
      act={act}
      event={event}
      label="Counted in"
      needs={[
        total === 0 && 'how many came',
        !unit && 'where they stand',
        (n.female.error || n.male.error || n.unknown.error || hours.error || deadN.error || marked.error) &&
          'figures that can be read',
      ]}
      onSend={() =>
        void act.submit(
          {
            species: species?.id ?? original?.species ?? null,
            means,
            place,
            soakHours: (stands ? hours.value : null) ?? gone,
            effortHours: (stands ? null : hours.value) ?? gone,
            unit: Number(unit),
            females: n.female.value ?? 0,
            males: n.male.value ?? 0,
            unknown: n.unknown.value ?? 0,
            dead: deadN.value ?? 0,
            own: marked.list,
            ...event.payload,
          },
          (r) => [`${r?.name}: ${r?.number} into ${r?.unit}.`, r?.warning].filter(Boolean).join(' '),
        )
      }
    >
      <div className="grid grid-cols-2 gap-3">
        <SelectField
          label="Taken by"
          value={means}
          onChange={setMeans}
          options={catchMeans.map((m) => ({ value: m.id, label: m.name }))}
        />
        <TextField label="Where" value={place} onChange={setPlace} error={act.errorOn('place')} />
      </div>
      <HowTo card="sexes" />
      <TallyPad
        classes={[
          { id: 'female', word: 'female', key: 'f' },
          { id: 'male', word: 'male', key: 'm' },
          { id: 'unknown', word: 'not sexed', key: 'u' },
        ]}
        onCount={(t) =>
          setCounts({ female: String(t.female ?? 0), male: String(t.male ?? 0), unknown: String(t.unknown ?? 0) })
        }
      />
      <div className="grid grid-cols-3 gap-3">
        <NumberInput
          label="Females"
          value={counts.female}
          onChange={(v) => setCounts({ ...counts, female: v })}
          error={n.female.error ?? act.errorOn('females')}
        />
        <NumberInput
          label="Males"
          value={counts.male}
          onChange={(v) => setCounts({ ...counts, male: v })}
          error={n.male.error ?? act.errorOn('males')}
        />
        <NumberInput
          label="Not sexed"
          value={counts.unknown}
          onChange={(v) => setCounts({ ...counts, unknown: v })}
          error={n.unknown.error ?? act.errorOn('unknown')}
        />
        <NumberInput label="Of these dead" value={dead} onChange={setDead} error={deadN.error ?? act.errorOn('dead')} />
        <TextField
          label={stands ? 'Hours in it' : 'Hours fished'}
          inputMode="decimal"
          value={soak}
          onChange={setSoak}
          error={hours.error ?? act.errorOn(stands ? 'soakHours' : 'effortHours')}
          className="col-span-2"
          hint={stands ? 'How long net or trap had stood' : 'With the catch they say how thick the run was'}
        />
      </div>
      <TextField
        label="Marked by us, by season of release"
        value={own}
        onChange={setOwn}
        placeholder="2028/29: 3, 2029/30: 1"
        error={marked.error ?? act.errorOn('own')}
      />
      <SelectField
        label="Into"
        value={unit}
        onChange={setUnit}
        options={placeOptions(places)}
        error={act.errorOn('unit')}
      />
      <Caution>
        {means === 'electric'
          ? 'Electro-catching by a trained crew only: insulated, dead-man switch, nobody in the water while it is on.'
          : means === 'lift'
            ? 'A lift or stunner is powered only when it is loaded and people stand clear.'
            : `${means === 'net' ? 'Cut the net rather than pull the fish off. ' : ''}Wet hands, a damp smooth surface, little time in air. Catching needs its permit.`}
      </Caution>
    </ActForm>
  );
}

/** `2028/29: 3, 2029/30: 1` */
function readOwn(text: string): { list: { season: string; number: number }[]; error: string | null } {
  const list: { season: string; number: number }[] = [];
  for (const part of text
    .split(',')
    .map((t) => t.trim())
    .filter(Boolean)) {
    const m = /^(\d{4}(?:\/\d{2})?)\s*:\s*(\d+)$/.exec(part);
    if (!m || Number(m[2]) === 0) return { list: [], error: `“${part}” is not like 2028/29: 3` };
    list.push({ season: m[1]!, number: Number(m[2]) });
  }
  return { list, error: null };
}

export const forms = formsOf(arrive, { corrects: { fishArrival: ({ places }) => <ArriveForm places={places} /> } });
