'use client';

import { formsOf } from '@/client/act/actForms';
import { useCorrecting, useOriginal } from '@/client/act/correcting';
import type { Codec } from '@/client/form/codecs';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type PlaceOption, placeOptions, type SpeciesOption, speciesOptions, usualSpecies } from '@/client/holding';
import { decimalOf, MeasureInput, NumberInput, numberText } from '@/client/inputs';
import { HowManyInput } from '@/client/measure/HowMany';
import { OffspringField } from '@/client/OffspringField';
import { useSession } from '@/client/session';
import { Tempering } from '@/client/Tempering';
import { numberFrom } from '@/core/books/measure';
import { type MeasurementInput, measurement } from '@/core/books/measurement';
import { percent } from '@/core/quantities/format';
import { DAY_MS } from '@/core/time/spans';
import { bringStock } from '@/modules/moves/acts/bring/act';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';

/** Opening stock, and eggs or fish bought or brought. */
export function BringForm({ species, places }: { species: SpeciesOption[]; places: PlaceOption[] }) {
  const { now, locale } = useSession();
  const came = useCorrecting()?.at ?? now;
  const fertilisedAt = useOriginal<{ fertilisedAt: number }>()?.fertilisedAt;
  const usual = usualSpecies(species);
  const stageOf = (kind: string | null | undefined, chosen: string | null) => {
    const stages = species.find((s) => s.id === kind)?.stages ?? [];
    // The stage that was chosen, where this species has it; most that is brought feeds already.
    return stages.find((s) => s.id === chosen) ?? stages.find((s) => s.station === 'fry') ?? stages.at(-1);
  };
  const f = useActForm(bringStock, {
    about: {},
    begin: { account: 'arrived', species: usual, stage: stageOf(usual, null)?.id },
    as: { fertilisedAt: ageInDays(came, locale) },
    needs: { species: 'a species', unit: 'a unit', measured: 'the number', stage: 'a stage' },
    unreadable: { fertilisedAt: 'the age', cameCelsius: 'the temperature' },
    // A second press must not make a second lot; the next tank is often of the same origin.
    clears: ['measured', 'lotName', 'deadOnArrival'],
    adjust: (input, at) => {
      const { fertilisedAt: read, ...given } = input;
      // An age counts back from when they came; one that nobody touched stays as it was, to the second.
      const untouched = fertilisedAt !== undefined && read != null && Math.abs(read - fertilisedAt) < DAY_MS / 100;
      return {
        ...given,
        ...(untouched || read === undefined ? {} : { fertilisedAt: read && Math.round(read + at - came) }),
      };
    },
    says: (r) => `${r?.lot}: ${r?.text}.`,
  });
  const account = f.value('account');
  const kind = species.find((s) => s.id === f.value('species'));
  const stage = kind?.stages.find((s) => s.id === f.value('stage'));
  const chosen = f.field('species');
  // Eggs and larvae whose water is further from the unit's than they bear at once.
  const [from, to] = [f.value('cameCelsius'), places.find((p) => p.id === f.value('unit'))?.celsius];
  const most = stage?.station === 'eggs' || stage?.station === 'yolksac' ? kind?.stepCelsius : undefined;
  const apart = account === 'arrived' && from !== null && to !== undefined && most && Math.abs(from - to) > most;
  const dead = f.value('deadOnArrival');
  const alive = countedOf(f.value('measured'));
  const deadShare = dead === null || dead === 0 || alive === null ? null : dead / (dead + alive);
  return (
    <Form of={f} className="flex max-w-[560px] flex-col gap-3" label="Record">
      <Choice
        label="They were"
        {...f.field('account')}
        options={[
          { value: 'arrived', label: 'bought or brought' },
          { value: 'opening', label: 'here already (opening stock)' },
        ]}
      />
      <div className="grid grid-cols-2 gap-3">
        <SelectField
          label="Species"
          {...chosen}
          onChange={(id) => {
            chosen.onChange(id);
            f.fill('stage', stageOf(id, f.value('stage'))?.id ?? null);
          }}
          options={speciesOptions(species)}
          empty={usual ? undefined : 'choose'}
        />
        <SelectField
          label="Stage"
          {...f.field('stage')}
          options={(kind?.stages ?? []).map((s) => ({ value: s.id, label: s.name }))}
        />
      </div>
      <HowManyInput {...f.many('measured')} methods={['counted', 'weight', 'volume', 'estimated']} of="arrival" />
      <SelectField label="Into" {...f.field('unit')} options={placeOptions(places)} />
      <TextField label="From" {...f.field('origin')} hint="Station, water, seller" />
      <div className="grid grid-cols-2 gap-3">
        <TextField label="Strain" {...f.field('strain')} hint="Where it is known: strains are held apart" />
        <OffspringField {...f.field('sex')} />
      </div>
      {stage?.station === 'eggs' && (
        <TextField
          label="Days since fertilisation"
          inputMode="decimal"
          {...f.typed('fertilisedAt')}
          hint="Known: then their dates are predicted"
        />
      )}
      {account === 'arrived' && (
        <MeasureInput
          label="Temperature of the water they came in"
          {...f.measure('cameCelsius')}
          hint="Before anything is mixed in: both temperatures stay with the entry"
        />
      )}
      {account === 'arrived' && (
        <div className="grid grid-cols-2 gap-3">
          <TextField label="Papers" {...f.field('papers')} hint="numbers of health paper, movement, permit" />
          <NumberInput label="Dead when they came" {...f.field('deadOnArrival')} hint="beside those counted in" />
        </div>
      )}
      {deadShare !== null && deadShare > MUCH && (
        <p className="text-careful">
          {percent(deadShare)} came dead: keep some on ice, tell the sender today, keep the others apart.
        </p>
      )}
      {apart && <Tempering key={to} from={from} to={to} most={most} />}
      <TextField label="Name of the lot" {...f.field('lotName')} placeholder="by the pattern" />
      {account === 'arrived' && (
        <Caution>
          Transfers and imports need permits and health papers; temper slowly, and keep arrivals apart from other stock
          until they are cleared.
        </Caution>
      )}
    </Form>
  );
}

/** More than this dead on the way is more than such ways cost. `verify` */
const MUCH = 0.02;

/** How many were counted in; null while that cannot be told. */
function countedOf(measured: MeasurementInput | null): number | null {
  const read = measurement.safeParse(measured);
  if (!read.success) return null;
  try {
    return numberFrom(read.data).number;
  } catch {
    // Of too few samples, it is no number yet: the field says what is wrong with it.
    return null;
  }
}

/** Days since they were fertilised, counted back from when they came. */
const ageInDays = (came: number, locale: string): Codec => ({
  blank: '',
  write: (v) => numberText((came - (v as number)) / DAY_MS, locale, 4),
  read: (text) => {
    const days = decimalOf(String(text), locale);
    return { value: days.value === null ? null : came - days.value * DAY_MS, error: days.error };
  },
});

export const forms = formsOf(bringStock, {
  corrects: {
    opening: ({ species, places }) => <BringForm species={species} places={places} />,
    arrival: ({ species, places }) => <BringForm species={species} places={places} />,
  },
});
