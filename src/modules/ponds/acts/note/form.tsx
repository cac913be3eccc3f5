'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { DecimalInput } from '@/client/inputs';
import { foodScoreIds, foodScores } from '@/core/ponds/natural';
import type { PondPlan } from '@/core/ponds/plan';
import { limes, type PondStep } from '@/core/ponds/prepare';
import { plain } from '@/core/quantities/format';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { notePond } from './act';

/** A step is done: how much was given, in a line. */
export function StepDone({
  run,
  step,
  plan,
  amount,
  done,
}: {
  run: number;
  step: PondStep;
  plan: PondPlan;
  amount?: { what: string; kg: number };
  done?: () => void;
}) {
  const f = useActForm(notePond, {
    about: { run, what: step },
    ...(amount ? { begin: { kg: Number(amount.kg.toPrecision(3)) } } : {}),
    draftFor: `pond ${run} ${step}`,
    says: () => 'Recorded.',
    done,
  });
  return (
    <Form of={f} label="It is done">
      {amount && (
        <>
          <p>
            Planned: <b>{plain(Number(amount.kg.toPrecision(3)))} kg</b> of {amount.what}.
          </p>
          <DecimalInput label="Given, kg" {...f.field('kg')} />
        </>
      )}
      <TextField label="In a line" {...f.field('said')} />
      {step === 'lime' && plan.lime && limes[plan.lime].caustic && (
        <Caution>
          {limes[plan.lime].word} burns skin, eyes, lungs: goggles, gloves, long sleeves, no wind; water for the eyes
          beside you. Never onto water with fish in it.
        </Caution>
      )}
      {step === 'poison' && (
        <Caution>
          Only what local law allows, by who may. Gloves, mask; inlet and outlet shut; nobody fishes, drinks or waters
          from it until the label’s days are over.
        </Caution>
      )}
    </Form>
  );
}

/** How deep the disc vanishes, and what moves in a jar: either says something, both say more. */
export function FoodForm({ run, done }: { run: number; done?: () => void }) {
  const f = useActForm(notePond, {
    about: { run, what: 'food' },
    draftFor: `disc ${run}`,
    says: (r) => `Recorded: ${r?.says ?? ''}.`,
    done,
  });
  const nothing = f.value('discCm') === null && f.value('score') === null;
  return (
    <Form of={f} label="Record" needs={[nothing && 'the disc or the jar']}>
      <DecimalInput label="The disc vanishes at, cm" {...f.field('discCm')} />
      <fieldset>
        <legend className="text-soft">In a jar held against the light</legend>
        <Choice
          label="In a jar held against the light"
          {...f.field('score')}
          options={foodScoreIds.map((value) => ({ value, label: foodScores[value] }))}
        />
      </fieldset>
      <TextField label="In a line" {...f.field('said')} />
    </Form>
  );
}

/** Water was let out and in again. */
export function ExchangeForm({ run, done }: { run: number; done?: () => void }) {
  const f = useActForm(notePond, {
    about: { run, what: 'exchange' },
    draftFor: `exchange ${run}`,
    says: () => 'Recorded: what it was fertilised with went out with it.',
    done,
  });
  return (
    <Form of={f} label="Record">
      <TextField label="In a line" {...f.field('said')} />
      <Caution>Screens on the outlet before the gate is opened; look at the fish an hour after.</Caution>
    </Form>
  );
}

export const forms = formsOf(notePond, {});
