'use client';

import { useState } from 'react';
import { type CatchMeans, catchMeans } from '@/core/brood/batch';
import type { FateId } from '@/core/brood/fates';
import { fates, killMethods } from '@/core/brood/fates';
import { arrive } from '@/modules/brood/acts/arrive/act';
import { sort } from '@/modules/brood/acts/sort/act';
import { tagOut } from '@/modules/brood/acts/tagOut/act';
import { Caution } from '@/ui/caution';
import { Choice, SelectField, TextField } from '@/ui/fields';
import { ActForm } from '../acts/ActForm';
import { useOriginal } from '../acts/correcting';
import { type PlaceOption, placeOptions } from '../acts/holding';
import {
  decimalOf,
  MeasureInput,
  measureOf,
  measureText,
  NumberInput,
  numberText,
  useShown,
  wholeOf,
} from '../acts/inputs';
import { TallyPad } from '../acts/TallyPad';
import { useAct } from '../acts/useAct';
import { useEventFields } from '../acts/when';
import { useSession } from '../frame/session';

type Arrival = {
  species: string;
  name: string;
  means: CatchMeans;
  place: string;
  soakHours: number;
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
  const [soak, setSoak] = useState(original?.soakHours ? numberText(original.soakHours, locale) : '');
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
            soakHours: hours.value ?? (original ? null : undefined),
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
          label="Hours in it"
          inputMode="decimal"
          value={soak}
          onChange={setSoak}
          error={hours.error ?? act.errorOn('soakHours')}
          className="col-span-2"
          hint="How long net or trap had stood"
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

/** Donors tagged out of a batch. */
export function TagForm({ batch, strains }: { batch: { id: number; name: string }; strains: readonly string[] }) {
  const act = useAct(tagOut, () => setTags(''));
  const [sex, setSex] = useState<'female' | 'male' | 'unknown'>('female');
  const [tags, setTags] = useState('');
  const [strain, setStrain] = useState(strains.length === 1 ? strains[0]! : '');
  const list = tags.split(/[\s,;]+/).filter(Boolean);
  return (
    <ActForm
      act={act}
      label={list.length > 1 ? `Tag ${list.length}` : 'Tag'}
      needs={[list.length === 0 && 'a tag']}
      onSend={() =>
        void act.submit({ batch: batch.id, sex, tags: list, strain }, (r) => `${r?.tagged} tagged out of ${r?.name}.`)
      }
    >
      <p className="quiet text-[0.92rem]">Each is a brood fish of its own from here on, with where it was caught.</p>
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
      <TextField
        label="Tags"
        value={tags}
        onChange={setTags}
        placeholder="W101 W102 W103"
        error={act.errorOn('tags')}
        hint="Read them in, parted by spaces; a reader may type here"
      />
      <TextField label="Strain" value={strain} onChange={setStrain} hint="A hard limit: strains are not crossed" />
    </ActForm>
  );
}
