'use client';

import { formsOf, ofFish } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import type { FishInHand } from '@/client/fish';
import { ofDay } from '@/client/fish';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { MeasureInput } from '@/client/inputs';
import { Worked } from '@/client/Working';
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

/** One part of a treatment: what goes into the syringe, in how many sites; read by a second person before it goes in. */
export function InjectForm({
  f: fish,
  part,
  treatment: wanted,
  onDone,
}: {
  f: FishInHand;
  part: number;
  treatment: string;
  onDone?: () => void;
}) {
  const original = useOriginal<InputOf<typeof inject>>();
  const male = fish.sex === 'male';
  const treatments = treatmentsOf(fish);
  const nth = original?.part ?? part;
  const f = useActForm(inject, {
    about: { ...ofDay(fish), part: nth },
    begin: {
      induction: (treatments.find((t) => t.id === wanted) ?? treatments[0])?.id,
      ...(fish.massG ? { massG: fish.massG } : {}),
      // The unit is never filled in: it is read from the vial in hand.
      maxMlPerSite: 1,
    },
    needs: {
      massG: 'the mass of the fish',
      dosePerKg: 'the dose',
      concentrationPerMl: 'what the vial holds',
      concentrationUnit: 'the unit on the vial',
      hormoneLot: 'the lot of the hormone',
      checkedBy: 'a second person',
    },
    says: (r) => `${fish.tag}: ${figures(Number(r?.volumeMl), 3)} mL.${male ? '' : ' Her clock runs.'}`,
    done: onDone,
  });
  const treatment = treatments.find((i) => i.id === f.value('induction'));
  const byVolume = treatment?.unit === 'mL';
  const [massG, perKg, perMl, vialUnit, perSite] = [
    f.value('massG'),
    f.value('dosePerKg'),
    f.value('concentrationPerMl'),
    f.value('concentrationUnit'),
    f.value('maxMlPerSite'),
  ];
  const input = treatment &&
    massG &&
    perKg &&
    (byVolume || (perMl && vialUnit)) && {
      massKg: massG / 1000,
      dosePerKg: perKg,
      doseUnit: treatment.unit,
      ...(byVolume ? {} : { concentrationPerMl: perMl, concentrationUnit: vialUnit }),
      ...(perSite ? { maxMlPerSite: perSite } : {}),
      parts: treatment.parts,
    };
  const worked = input ? attempt(() => run(injection, input)) : null;
  const now = worked?.ok?.parts[nth - 1];
  /** What the sums say of a field. */
  const sums = <C extends { error: string | null }>(control: C, path: string): C => ({
    ...control,
    error: control.error ?? (worked?.wrong?.path === path ? worked.wrong.says : null),
  });
  if (!treatment)
    return (
      <p className="quiet">
        Reference has no treatment for {male ? 'males of ' : ''}
        {fish.book.name}.
      </p>
    );
  if (!original && nth > treatment.parts.length)
    return (
      <p>
        {treatment.parts.length === 1 ? 'The one part' : `All ${treatment.parts.length} parts`} of {treatment.name}{' '}
        {treatment.parts.length === 1 ? 'is' : 'are'} given to {fish.tag}.{' '}
        {male ? 'Look whether his milt runs' : 'Look whether she runs'}; a part that was recorded by mistake is
        corrected in the ledger.
      </p>
    );
  return (
    <Form of={f} label={`Injected, part ${nth} of ${treatment.parts.length}`}>
      {treatments.length > 1 && (
        <SelectField
          label="Treatment"
          {...f.field('induction')}
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
        <MeasureInput label={male ? 'His mass' : 'Her mass'} {...sums(f.measure('massG'), 'massKg')} />
        <TextField
          label={`Dose in all, ${doseUnitWord(treatment.unit)}/kg`}
          inputMode="decimal"
          {...sums(f.field('dosePerKg'), 'dosePerKg')}
        />
        {!byVolume && (
          <>
            <TextField
              label="The vial holds, per mL"
              inputMode="decimal"
              {...sums(f.field('concentrationPerMl'), 'concentrationPerMl')}
            />
            <SelectField
              label="in, as on the vial"
              {...sums(f.field('concentrationUnit'), 'concentrationUnit')}
              empty="read it from the vial"
              options={(['mg', 'ug', 'IU'] as const).map((u) => ({ value: u, label: doseUnitWord(u) }))}
            />
          </>
        )}
        <TextField
          label="Most at one site, mL"
          inputMode="decimal"
          {...sums(f.field('maxMlPerSite'), 'maxMlPerSite')}
        />
        <TextField label="Lot of the hormone" {...f.field('hormoneLot')} />
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
        {...f.field('checkedBy')}
        hint="Reads vial, mass and syringe before the needle goes in"
      />
      <Caution>
        By prescription and label. Needle into the back muscle, angled forward, slow push; another spot for each volume.
        Pregnant people do not handle hormones; needles to the sharps box. The fish is marked, and barred from food.
      </Caution>
    </Form>
  );
}

/** The treatments of a fish: males only get those that have a dose for them. */
export const treatmentsOf = (f: FishInHand): Induction[] =>
  f.sex === 'male' ? f.book.inductions.flatMap((t) => forMales(t) ?? []) : [...f.book.inductions];

export const forms = formsOf(inject, {
  corrects: { inject: ofFish((f) => <InjectForm f={f} part={1} treatment="" />) },
});
