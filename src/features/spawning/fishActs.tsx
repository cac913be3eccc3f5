'use client';

import { useState } from 'react';
import { injection } from '@/core/doses/doses';
import { findingWords, type ReadyFinding, readyFindings } from '@/core/induction/latency';
import { figures } from '@/core/quantities/format';
import { motilities } from '@/core/spawning/acts';
import { Caution } from '@/ui/caution';
import { Choice, SelectField, TextField, Tick } from '@/ui/fields';
import { ActForm } from '../acts/ActForm';
import { useOriginal } from '../acts/correcting';
import { decimalOf, MeasureInput, measureOf, measureText, numberText, useShown } from '../acts/inputs';
import { useAct } from '../acts/useAct';
import { useEventFields } from '../acts/when';
import type { FishInHand } from '../brood/fish';
import { of } from '../brood/fish';
import { useSession } from '../frame/session';
import { Worked } from '../frame/Working';

const doseUnitWord = (u: string) => (u === 'ug' ? 'µg' : u);

/** One part of a treatment: what goes into the syringe, in how many sites; read by a second person before it goes in. */
export function InjectForm({
  f,
  part,
  treatment: wanted,
  onDone,
}: {
  f: FishInHand;
  part: number;
  treatment: string;
  onDone?: () => void;
}) {
  const { locale } = useSession();
  const unit = useShown();
  const act = useAct('spawning.inject', onDone);
  const event = useEventFields();
  const original = useOriginal<{
    induction: string;
    part: number;
    massG: number;
    dosePerKg: number;
    concentrationPerMl: number;
    concentrationUnit: string;
    maxMlPerSite: number;
    hormoneLot: string;
    checkedBy: string;
  }>();
  const text = (v: number | undefined) => (v === undefined ? '' : numberText(v, locale));
  const [kind, setKind] = useState(original?.induction ?? (wanted || (f.book.inductions[0]?.id ?? '')));
  const [mass, setMass] = useState(() => {
    const known = original?.massG ?? f.massG;
    return known ? measureText(known, 'mass', unit('mass'), locale) : '';
  });
  const [dose, setDose] = useState(text(original?.dosePerKg));
  const [vial, setVial] = useState(text(original?.concentrationPerMl));
  // Never filled in: the unit is read from the vial in hand.
  const [vialUnit, setVialUnit] = useState(original?.concentrationUnit ?? '');
  const [site, setSite] = useState(original?.maxMlPerSite ? numberText(original.maxMlPerSite, locale) : '1');
  const [lot, setLot] = useState(original?.hormoneLot ?? '');
  const [second, setSecond] = useState(original?.checkedBy ?? '');
  const treatment = f.book.inductions.find((i) => i.id === kind);
  const nth = original?.part ?? part;
  const massG = measureOf(mass, 'mass', unit('mass'), locale);
  const perKg = decimalOf(dose, locale);
  const perMl = decimalOf(vial, locale);
  const perSite = decimalOf(site, locale);
  const byVolume = treatment?.unit === 'mL';
  const input = treatment &&
    massG.value &&
    perKg.value &&
    (byVolume || (perMl.value && vialUnit)) && {
      massKg: massG.value / 1000,
      dosePerKg: perKg.value,
      doseUnit: treatment.unit,
      ...(byVolume ? {} : { concentrationPerMl: perMl.value, concentrationUnit: vialUnit }),
      ...(perSite.value ? { maxMlPerSite: perSite.value } : {}),
      parts: treatment.parts,
    };
  const worked = input ? workedOut(input) : null;
  const now = worked?.ok?.parts[nth - 1];
  if (!treatment) return <p className="quiet">The Book has no treatment for {f.book.name}.</p>;
  return (
    <ActForm
      act={act}
      event={event}
      label={`Injected, part ${nth} of ${treatment.parts.length}`}
      needs={[
        !massG.value && 'her mass',
        !perKg.value && 'the dose',
        !byVolume && !perMl.value && 'what the vial holds',
        !byVolume && !vialUnit && 'the unit on the vial',
        !lot.trim() && 'the lot of the hormone',
        !second.trim() && 'a second person',
      ]}
      onSend={() =>
        void act.submit(
          {
            ...of(f),
            induction: treatment.id,
            part: nth,
            massG: massG.value,
            dosePerKg: perKg.value,
            ...(byVolume ? {} : { concentrationPerMl: perMl.value, concentrationUnit: vialUnit }),
            maxMlPerSite: perSite.value ?? (original ? null : undefined),
            hormoneLot: lot,
            checkedBy: second,
            ...event.payload,
          },
          (r) => `${f.tag}: ${figures(Number(r?.volumeMl), 3)} mL. Her clock runs.`,
        )
      }
    >
      {f.book.inductions.length > 1 && (
        <SelectField
          label="Treatment"
          value={kind}
          onChange={setKind}
          options={f.book.inductions.map((i) => ({ value: i.id, label: i.name }))}
        />
      )}
      <p className="quiet text-[0.92rem]">
        {treatment.name}: {treatment.dosePerKg.low} to {treatment.dosePerKg.high} {doseUnitWord(treatment.unit)}/kg in
        the Book
        {treatment.parts.length > 1 &&
          `, ${treatment.parts.map((p) => `${Math.round(100 * p)} %`).join(' then ')}, ${treatment.intervalHours} h apart`}
        . {treatment.fits && `Fits ${treatment.fits}.`}
      </p>
      <div className="grid grid-cols-2 gap-3">
        <MeasureInput label="Her mass" dimension="mass" value={mass} onChange={setMass} error={act.errorOn('massG')} />
        <TextField
          label={`Dose in all, ${doseUnitWord(treatment.unit)}/kg`}
          inputMode="decimal"
          value={dose}
          onChange={setDose}
          error={perKg.error ?? act.errorOn('dosePerKg')}
        />
        {!byVolume && (
          <>
            <TextField
              label="The vial holds, per mL"
              inputMode="decimal"
              value={vial}
              onChange={setVial}
              error={perMl.error ?? act.errorOn('concentrationPerMl')}
            />
            <SelectField
              label="in, as on the vial"
              value={vialUnit}
              onChange={setVialUnit}
              empty="read it from the vial"
              options={['mg', 'ug', 'IU'].map((u) => ({ value: u, label: doseUnitWord(u) }))}
              error={act.errorOn('concentrationUnit')}
            />
          </>
        )}
        <TextField
          label="Most at one site, mL"
          inputMode="decimal"
          value={site}
          onChange={setSite}
          error={perSite.error ?? act.errorOn('maxMlPerSite')}
        />
        <TextField label="Lot of the hormone" value={lot} onChange={setLot} error={act.errorOn('hormoneLot')} />
      </div>
      {worked?.error && <p className="text-loss">{worked.error}</p>}
      {now && input && (
        <p className="border-t border-rule pt-2" data-testid="dose">
          <Worked request={{ id: 'dose.injection', input }}>
            <span className="text-[2rem] leading-none font-bold">{figures(now.volumeMl, 3)} mL</span>
          </Worked>{' '}
          <span className="text-soft">
            = {figures(now.amount, 3)} {doseUnitWord(treatment.unit)}, in {now.sites}{' '}
            {now.sites === 1 ? 'site' : 'sites'}
          </span>
        </p>
      )}
      {worked?.ok?.warnings?.map((w) => (
        <p key={w} className="text-[0.92rem] text-careful">
          {w}
        </p>
      ))}
      <TextField
        label="Second person"
        value={second}
        onChange={setSecond}
        error={act.errorOn('checkedBy')}
        hint="Reads vial, mass and syringe before the needle goes in"
      />
      <Caution>
        By prescription and label. Needle into the back muscle, angled forward, slow push; another spot for each volume.
        Pregnant people do not handle hormones; needles to the sharps box. She is marked, and barred from food.
      </Caution>
    </ActForm>
  );
}

function workedOut(input: unknown) {
  try {
    return { ok: injection.compute(injection.input.parse(input)), error: null };
  } catch (e) {
    return { ok: null, error: (e as Error).message.replace(/^\w+: /, '') };
  }
}

/** Looked whether she runs: one tap. */
export function ReadyForm({ f, onDone }: { f: FishInHand; onDone?: () => void }) {
  const original = useOriginal<{ found: ReadyFinding }>();
  const act = useAct('spawning.ready', onDone);
  const event = useEventFields();
  const [found, setFound] = useState<ReadyFinding | ''>(original?.found ?? '');
  return (
    <ActForm
      act={act}
      event={event}
      label="Record"
      needs={[!found && 'what was found']}
      onSend={() =>
        void act.submit({ ...of(f), found, ...event.payload }, () => `${f.tag}: ${findingWords[found as 'soon']}.`)
      }
    >
      <p className="quiet text-[0.92rem]">Lift her: do eggs run by their own weight? If not, slight pressure, once.</p>
      <div className="grid gap-1.5" role="radiogroup" aria-label="What was found">
        {readyFindings.map((x) => (
          <label key={x} className={`button justify-start ${found === x ? 'border-deep bg-deep-wash font-bold' : ''}`}>
            <input
              type="radio"
              name="found"
              className="accent-[var(--deep)]"
              checked={found === x}
              onChange={() => setFound(x)}
            />
            {findingWords[x]}
          </label>
        ))}
      </div>
      {found === 'running' && <p className="text-deep">Now the males: milt or testes only from here on.</p>}
      {found === 'overRipe' && <p className="text-careful">Strip her for her own sake, and hold her eggs apart.</p>}
    </ActForm>
  );
}

type Strip = {
  massG: number;
  colour: string;
  firmness: string;
  blood: string;
  lumps: boolean;
  overRipeShare: number;
  apart: boolean;
  why: string;
};
const none = { value: '', label: 'not looked' };

/** Eggs stripped, weighed dry, and looked at; poor ones are held apart. */
export function StripForm({ f, onDone }: { f: FishInHand; onDone?: () => void }) {
  const { locale } = useSession();
  const unit = useShown();
  const original = useOriginal<Strip>();
  const act = useAct('spawning.strip', onDone);
  const event = useEventFields();
  const [mass, setMass] = useState(
    original?.massG ? measureText(original.massG, 'mass', unit('mass', true), locale) : '',
  );
  const [colour, setColour] = useState(original?.colour ?? '');
  const [firmness, setFirmness] = useState(original?.firmness ?? '');
  const [blood, setBlood] = useState(original?.blood ?? '');
  const [lumps, setLumps] = useState(original?.lumps ?? false);
  const [over, setOver] = useState(
    original?.overRipeShare === undefined ? '' : numberText(100 * original.overRipeShare, locale),
  );
  const [apart, setApart] = useState(original?.apart ?? false);
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
            ...of(f),
            massG: massG.value,
            colour: colour || gone,
            firmness: firmness || gone,
            blood: blood || gone,
            lumps: lumps || gone,
            overRipeShare: share.value === null ? gone : share.value / 100,
            apart,
            why: apart ? why : '',
            ...event.payload,
          },
          () => `${f.tag}: ${mass} of eggs.`,
        )
      }
    >
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
          empty={none.label}
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
          empty={none.label}
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
          empty={none.label}
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

/** Milt of one male, with how it moves under the microscope. */
export function MiltForm({ f, onDone }: { f: FishInHand; onDone?: () => void }) {
  const { locale } = useSession();
  const original = useOriginal<{
    volumeMl: number;
    motility: string;
    taken: 'hand';
    dirt: 'none';
    apart: boolean;
    why: string;
  }>();
  const act = useAct('spawning.milt', onDone);
  const event = useEventFields();
  const [volume, setVolume] = useState(original?.volumeMl ? numberText(original.volumeMl, locale) : '');
  const [motility, setMotility] = useState(original?.motility ?? '');
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
            ...of(f),
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
        empty={none.label}
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
