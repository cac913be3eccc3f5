'use client';

import { useState } from 'react';
import { AirClock } from '@/client/AirClock';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofFish } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import type { FishInHand } from '@/client/fish';
import { ofDay } from '@/client/fish';
import { decimalOf, MeasureInput, measureOf, measureText, numberText, useShown } from '@/client/inputs';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import { strip } from '@/modules/spawning/acts/strip/act';
import type { InputOf } from '@/server/act/define';
import { Tick } from '@/ui/Checkbox';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { HowTo } from '@/ui/HowTo';
import { SelectField } from '@/ui/SelectField';

type Looked = InputOf<typeof strip>;
type Strip = {
  massG: number;
  colour: NonNullable<Looked['colour']>;
  firmness: NonNullable<Looked['firmness']>;
  blood: NonNullable<Looked['blood']>;
  lumps: boolean;
  overRipeShare: number;
  apart: boolean;
  airSeconds: number;
  why: string;
};
const NOT_LOOKED = 'not looked';

/** Eggs stripped, weighed dry, and looked at; poor ones are held apart. */
export function StripForm({ f, onDone }: { f: FishInHand; onDone?: () => void }) {
  const { locale } = useSession();
  const unit = useShown();
  const original = useOriginal<Strip>();
  const act = useAct(strip, onDone);
  const event = useEventFields();
  const [mass, setMass] = useState(
    original?.massG ? measureText(original.massG, 'mass', unit('mass', true), locale) : '',
  );
  const [colour, setColour] = useState<Strip['colour'] | ''>(original?.colour ?? '');
  const [firmness, setFirmness] = useState<Strip['firmness'] | ''>(original?.firmness ?? '');
  const [blood, setBlood] = useState<Strip['blood'] | ''>(original?.blood ?? '');
  const [lumps, setLumps] = useState(original?.lumps ?? false);
  const [over, setOver] = useState(
    original?.overRipeShare === undefined ? '' : numberText(100 * original.overRipeShare, locale),
  );
  const [apart, setApart] = useState(original?.apart ?? false);
  const [air, setAir] = useState<number | null>(original?.airSeconds ?? null);
  const [why, setWhy] = useState(original?.why ?? '');
  const massG = measureOf(mass, 'mass', unit('mass', true), locale);
  const share = decimalOf(over, locale);
  const poor = firmness === 'soft' || blood === 'much' || lumps || (share.value ?? 0) >= POOR;
  const gone = original ? null : undefined;
  return (
    <ActForm
      act={act}
      event={event}
      label="Record"
      needs={[!massG.value && 'the mass of the eggs', apart && !why.trim() && 'why they are held apart']}
      onSend={() =>
        void act.submit(
          {
            ...ofDay(f),
            massG: massG.value,
            colour: colour || gone,
            firmness: firmness || gone,
            blood: blood || gone,
            lumps: lumps || gone,
            airSeconds: air ?? gone,
            overRipeShare: share.value === null ? gone : share.value / 100,
            apart,
            why: apart ? why : '',
            ...event.payload,
          },
          () => `${f.tag}: ${mass} of eggs.`,
        )
      }
    >
      <HowTo card="strip" />
      <AirClock seconds={air} onStop={setAir} />
      <MeasureInput
        label="Eggs, dry"
        dimension="mass"
        small
        value={mass}
        onChange={setMass}
        error={act.errorOn('massG')}
        hint="Bowl tared, ovarian fluid let off as always"
      />
      <div className="grid grid-cols-2 gap-3">
        <SelectField
          label="Colour"
          value={colour}
          onChange={setColour}
          options={[
            { value: 'good', label: 'good' },
            { value: 'pale', label: 'pale' },
            { value: 'mixed', label: 'mixed' },
            { value: 'dark', label: 'dark' },
          ]}
          empty={NOT_LOOKED}
        />
        <SelectField
          label="Firmness"
          value={firmness}
          onChange={setFirmness}
          options={[
            { value: 'firm', label: 'firm' },
            { value: 'mixed', label: 'mixed' },
            { value: 'soft', label: 'soft, watery' },
          ]}
          empty={NOT_LOOKED}
        />
        <SelectField
          label="Blood"
          value={blood}
          onChange={setBlood}
          options={[
            { value: 'none', label: 'none' },
            { value: 'some', label: 'some' },
            { value: 'much', label: 'much' },
          ]}
          empty={NOT_LOOKED}
        />
        <TextField
          label="Over-ripe or broken, %"
          inputMode="decimal"
          value={over}
          onChange={setOver}
          error={share.error ?? act.errorOn('overRipeShare')}
        />
      </div>
      <Tick checked={lumps} onChange={setLumps}>
        lumps hardened by water
      </Tick>
      {poor && !apart && (
        <p className="text-careful">Poor eggs spoil the good ones of a bowl and feed fungus: hold them apart.</p>
      )}
      <Tick checked={apart} onChange={setApart}>
        held apart
      </Tick>
      {apart && <TextField label="Held apart because" value={why} onChange={setWhy} error={act.errorOn('why')} />}
      <Caution>
        Surface damp, eyes covered, gentle pressure; stop when eggs no longer run. No water to the eggs.
      </Caution>
    </ActForm>
  );
}

/** From this share of over-ripe or broken eggs on, holding apart is advised. */
const POOR = 20;

export const forms = formsOf(strip, { corrects: { strip: ofFish((f) => <StripForm f={f} />) } });
