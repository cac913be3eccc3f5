'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofFish } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import type { FishInHand } from '@/client/fish';
import { ofDay } from '@/client/fish';
import { decimalOf, MeasureInput, measureOf, measureText, numberText, useShown } from '@/client/inputs';
import { useSession } from '@/client/session';
import { Worked } from '@/client/Working';
import { useEventFields } from '@/client/when';
import { attempt, run } from '@/core/calculation';
import { injection } from '@/core/doses/doses';
import { figures, plain } from '@/core/quantities/format';
import { forMales } from '@/core/spawning/forMales';
import type { Induction } from '@/core/species/species';
import { inject } from '@/modules/spawning/acts/inject/act';
import type { InputOf } from '@/server/act/define';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';

const doseUnitWord = (u: string) => (u === 'ug' ? 'µg' : u);

type Unit = NonNullable<InputOf<typeof inject>['concentrationUnit']>;

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
  const act = useAct(inject, onDone);
  const event = useEventFields();
  const original = useOriginal<{
    induction: string;
    part: number;
    massG: number;
    dosePerKg: number;
    concentrationPerMl: number;
    concentrationUnit: Unit;
    maxMlPerSite: number;
    hormoneLot: string;
    checkedBy: string;
  }>();
  const text = (v: number | undefined) => (v === undefined ? '' : numberText(v, locale));
  const treatments = treatmentsOf(f);
  const [kind, setKind] = useState(
    original?.induction ?? treatments.find((t) => t.id === wanted)?.id ?? treatments[0]?.id ?? '',
  );
  const [mass, setMass] = useState(() => {
    const known = original?.massG ?? f.massG;
    return known ? measureText(known, 'mass', unit('mass'), locale) : '';
  });
  const [dose, setDose] = useState(text(original?.dosePerKg));
  const [vial, setVial] = useState(text(original?.concentrationPerMl));
  // Never filled in: the unit is read from the vial in hand.
  const [vialUnit, setVialUnit] = useState<Unit | ''>(original?.concentrationUnit ?? '');
  const [site, setSite] = useState(original?.maxMlPerSite ? numberText(original.maxMlPerSite, locale) : '1');
  const [lot, setLot] = useState(original?.hormoneLot ?? '');
  const [second, setSecond] = useState(original?.checkedBy ?? '');
  const male = f.sex === 'male';
  const treatment = treatments.find((i) => i.id === kind);
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
  const worked = input ? attempt(() => run(injection, input)) : null;
  const now = worked?.ok?.parts[nth - 1];
  const wrongAt = (path: string) => (worked?.wrong?.path === path ? worked.wrong.says : null);
  if (!treatment)
    return (
      <p className="quiet">
        Reference has no treatment for {male ? 'males of ' : ''}
        {f.book.name}.
      </p>
    );
  if (!original && nth > treatment.parts.length)
    return (
      <p>
        {treatment.parts.length === 1 ? 'The one part' : `All ${treatment.parts.length} parts`} of {treatment.name}{' '}
        {treatment.parts.length === 1 ? 'is' : 'are'} given to {f.tag}.{' '}
        {male ? 'Look whether his milt runs' : 'Look whether she runs'}; a part that was recorded by mistake is
        corrected in the ledger.
      </p>
    );
  return (
    <ActForm
      act={act}
      event={event}
      label={`Injected, part ${nth} of ${treatment.parts.length}`}
      needs={[
        !massG.value && 'the mass of the fish',
        !perKg.value && 'the dose',
        !byVolume && !perMl.value && 'what the vial holds',
        !byVolume && !vialUnit && 'the unit on the vial',
        !lot.trim() && 'the lot of the hormone',
        !second.trim() && 'a second person',
      ]}
      onSend={() =>
        void act.submit(
          {
            ...ofDay(f),
            induction: treatment.id,
            part: nth,
            massG: massG.value,
            dosePerKg: perKg.value,
            ...(byVolume ? {} : { concentrationPerMl: perMl.value, concentrationUnit: vialUnit || null }),
            maxMlPerSite: perSite.value ?? (original ? null : undefined),
            hormoneLot: lot,
            checkedBy: second,
            ...event.payload,
          },
          (r) => `${f.tag}: ${figures(Number(r?.volumeMl), 3)} mL.${male ? '' : ' Her clock runs.'}`,
        )
      }
    >
      {treatments.length > 1 && (
        <SelectField
          label="Treatment"
          value={kind}
          onChange={setKind}
          options={treatments.map((i) => ({ value: i.id, label: i.name }))}
        />
      )}
      <p className="quiet text-small">
        {treatment.name}: {plain(treatment.dosePerKg.low)} to {plain(treatment.dosePerKg.high)}{' '}
        {doseUnitWord(treatment.unit)}/kg in Reference
        {treatment.parts.length > 1 &&
          `, ${treatment.parts.map((p) => `${Math.round(100 * p)} %`).join(' then ')}, ${plain(treatment.intervalHours)} h apart`}
        . {treatment.fits && `Fits ${treatment.fits}.`}
      </p>
      <div className="grid grid-cols-2 gap-3">
        <MeasureInput
          label="Her mass"
          dimension="mass"
          value={mass}
          onChange={setMass}
          error={act.errorOn('massG') ?? wrongAt('massKg')}
        />
        <TextField
          label={`Dose in all, ${doseUnitWord(treatment.unit)}/kg`}
          inputMode="decimal"
          value={dose}
          onChange={setDose}
          error={perKg.error ?? act.errorOn('dosePerKg') ?? wrongAt('dosePerKg')}
        />
        {!byVolume && (
          <>
            <TextField
              label="The vial holds, per mL"
              inputMode="decimal"
              value={vial}
              onChange={setVial}
              error={perMl.error ?? act.errorOn('concentrationPerMl') ?? wrongAt('concentrationPerMl')}
            />
            <SelectField
              label="in, as on the vial"
              value={vialUnit}
              onChange={setVialUnit}
              empty="read it from the vial"
              options={(['mg', 'ug', 'IU'] as const).map((u) => ({ value: u, label: doseUnitWord(u) }))}
              error={act.errorOn('concentrationUnit') ?? wrongAt('concentrationUnit')}
            />
          </>
        )}
        <TextField
          label="Most at one site, mL"
          inputMode="decimal"
          value={site}
          onChange={setSite}
          error={perSite.error ?? act.errorOn('maxMlPerSite') ?? wrongAt('maxMlPerSite')}
        />
        <TextField label="Lot of the hormone" value={lot} onChange={setLot} error={act.errorOn('hormoneLot')} />
      </div>
      {now && input && (
        <p className="border-t border-rule pt-2" data-testid="dose">
          <Worked request={{ id: 'dose.injection', input }}>
            <span className="text-figure leading-none font-bold">{figures(now.volumeMl, 3)} mL</span>
          </Worked>{' '}
          <span className="text-soft">
            = {figures(now.amount, 3)} {doseUnitWord(treatment.unit)}, in {now.sites}{' '}
            {now.sites === 1 ? 'site' : 'sites'}
          </span>
        </p>
      )}
      {worked?.ok?.warnings?.map((w) => (
        <p key={w} className="text-small text-careful">
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
        Pregnant people do not handle hormones; needles to the sharps box. The fish is marked, and barred from food.
      </Caution>
    </ActForm>
  );
}

/** The treatments of a fish: males only get those that have a dose for them. */
export const treatmentsOf = (f: FishInHand): Induction[] =>
  f.sex === 'male' ? f.book.inductions.flatMap((t) => forMales(t) ?? []) : [...f.book.inductions];

export const forms = formsOf(inject, {
  corrects: { inject: ofFish((f) => <InjectForm f={f} part={1} treatment="" />) },
});
