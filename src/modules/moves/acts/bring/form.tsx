'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf } from '@/client/act/actForms';
import { useCorrecting, useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import type { PlaceOption, SpeciesOption } from '@/client/holding';
import { decimalOf, MeasureInput, measureOf, measureText, numberText, useShown } from '@/client/inputs';
import { HowManyInput, useHowMany } from '@/client/measure/HowMany';
import { OffspringField } from '@/client/OffspringField';
import { useSession } from '@/client/session';
import { Tempering } from '@/client/Tempering';
import { useNewLot } from '@/client/useNewLot';
import { useEventFields } from '@/client/when';
import type { MeasurementInput } from '@/core/books/measure';
import type { OffspringSex } from '@/core/brood/strainAndSex';
import { bringStock } from '@/modules/moves/acts/bring/act';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';

const DAY_MS = 86_400_000;

type BringEntry = {
  account: 'opening' | 'arrived';
  stage: string;
  measured: MeasurementInput;
  origin: string;
  strain?: string;
  sex?: OffspringSex;
  fertilisedAt: number;
  cameCelsius: number;
};

/** Opening stock, and eggs or fish bought or brought. */
export function BringForm({ species, places }: { species: SpeciesOption[]; places: PlaceOption[] }) {
  const { now, locale } = useSession();
  const act = useAct(bringStock, () => {
    // A second press must not make a second lot; the next tank is often of the same origin.
    many.reset();
    lot.reset();
    event.reset();
  });
  const event = useEventFields();
  const original = useOriginal<BringEntry>();
  const many = useHowMany('counted', original?.measured);
  const [account, setAccount] = useState<'opening' | 'arrived'>(original?.account ?? 'arrived');
  const lot = useNewLot(act, species, places);
  const stages = species.find((s) => s.id === lot.kind)?.stages ?? [];
  const [chosen, setStage] = useState(original?.stage ?? '');
  // The stage that was chosen, where this species has it; most that is brought feeds already.
  const stage =
    (stages.find((s) => s.id === chosen) ?? stages.find((s) => s.station === 'fry') ?? stages.at(-1))?.id ?? '';
  const [origin, setOrigin] = useState(original?.origin ?? '');
  const [strain, setStrain] = useState(original?.strain ?? '');
  const [sex, setSex] = useState<OffspringSex>(original?.sex ?? 'mixed');
  const came = useCorrecting()?.at ?? now;
  const firstAge =
    original?.fertilisedAt === undefined ? '' : numberText((came - original.fertilisedAt) / DAY_MS, locale, 4);
  const [age, setAge] = useState(firstAge);
  const shown = useShown();
  const [bag, setBag] = useState(
    original?.cameCelsius === undefined
      ? ''
      : measureText(original.cameCelsius, 'temperature', shown('temperature'), locale),
  );
  const celsius = measureOf(bag, 'temperature', shown('temperature'), locale);
  const m = many.read();
  const days = decimalOf(age, locale);
  // Eggs and larvae whose water is further from the unit's than they bear at once.
  const there = places.find((p) => String(p.id) === lot.unit)?.celsius;
  const station = stages.find((s) => s.id === stage)?.station;
  const most =
    station === 'eggs' || station === 'yolksac' ? species.find((s) => s.id === lot.kind)?.stepCelsius : undefined;
  const apart =
    account === 'arrived' &&
    celsius.value !== null &&
    there !== undefined &&
    most &&
    Math.abs(celsius.value - there) > most
      ? { from: celsius.value, to: there, most }
      : null;
  return (
    <ActForm
      act={act}
      event={event}
      className="flex max-w-[560px] flex-col gap-3"
      onSend={() => {
        void act.submit(
          {
            account,
            ...lot.payload,
            stage,
            measured: m === 'all' ? null : m,
            origin,
            ...(strain.trim() || original ? { strain } : {}),
            ...(sex !== 'mixed' || original ? { sex } : {}),
            ...(celsius.value === null ? (original ? { cameCelsius: null } : {}) : { cameCelsius: celsius.value }),
            ...(original && age === firstAge
              ? {}
              : days.value === null
                ? original
                  ? { fertilisedAt: null }
                  : {}
                : { fertilisedAt: Math.round((Number(event.payload.at) || now) - days.value * DAY_MS) }),
            ...event.payload,
          },
          (r) => `${r?.lot}: ${r?.text}.`,
        );
      }}
      label="Record"
      needs={[
        ...lot.needs,
        !stage && 'a stage',
        (!m || m === 'all') && 'the number',
        days.error && 'the age',
        celsius.error && 'the temperature',
      ]}
    >
      <Choice
        label="They were"
        value={account}
        onChange={setAccount}
        options={[
          { value: 'arrived', label: 'bought or brought' },
          { value: 'opening', label: 'here already (opening stock)' },
        ]}
      />
      <div className="grid grid-cols-2 gap-3">
        {lot.speciesField}
        <SelectField
          label="Stage"
          value={stage}
          onChange={setStage}
          options={stages.map((s) => ({ value: s.id, label: s.name }))}
          error={act.errorOn('stage')}
        />
      </div>
      <HowManyInput
        value={many.value}
        onChange={many.setValue}
        methods={['counted', 'weight', 'volume', 'estimated']}
        of="arrival"
        error={act.errorOn('measured')}
      />
      {lot.unitField('Into')}
      <TextField label="From" value={origin} onChange={setOrigin} hint="Station, water, seller" />
      <div className="grid grid-cols-2 gap-3">
        <TextField
          label="Strain"
          value={strain}
          onChange={setStrain}
          error={act.errorOn('strain')}
          hint="Where it is known: strains are held apart"
        />
        <OffspringField value={sex} onChange={setSex} />
      </div>
      {stages.find((s) => s.id === stage)?.station === 'eggs' && (
        <TextField
          label="Days since fertilisation"
          value={age}
          onChange={setAge}
          inputMode="decimal"
          hint="Known: then their dates are predicted"
          error={act.errorOn('fertilisedAt') ?? days.error}
        />
      )}
      {account === 'arrived' && (
        <MeasureInput
          label="Temperature of the water they came in"
          dimension="temperature"
          value={bag}
          onChange={setBag}
          error={act.errorOn('cameCelsius')}
          hint="Before anything is mixed in: both temperatures stay with the entry"
        />
      )}
      {apart && <Tempering key={lot.unit} {...apart} />}
      {lot.nameField}
      {account === 'arrived' && (
        <Caution>
          Transfers and imports need permits and health papers; temper slowly, and keep arrivals apart from other stock
          until they are cleared.
        </Caution>
      )}
    </ActForm>
  );
}

export const forms = formsOf(bringStock, {
  corrects: {
    opening: ({ species, places }) => <BringForm species={species} places={places} />,
    arrival: ({ species, places }) => <BringForm species={species} places={places} />,
  },
});
