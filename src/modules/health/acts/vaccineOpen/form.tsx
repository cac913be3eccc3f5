'use client';

import { useRouter } from 'next/navigation';
import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { DecimalInput, NumberInput } from '@/client/inputs';
import { figures, grouped } from '@/core/quantities/format';
import { Tick } from '@/ui/Checkbox';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { type SessionWay, sessionWays } from '../../input';
import { openVaccine } from './act';

/** What a vaccination is to be: vaccine and dose, how long they may sleep, by whose order. */
export function VaccineForm({ h }: { h: ActHolding }) {
  const router = useRouter();
  const f = useActForm(openVaccine, {
    about: at(h),
    begin: { number: h.number, oil: true, way: 'injection' },
    draftFor: `vaccinate ${h.unitId}`,
    event: false,
    needs: {
      vaccine: 'the vaccine',
      vaccineLot: 'its lot',
      orderedBy: 'who ordered it',
      label: 'the label',
    },
    says: (r) => {
      if (r) router.push(`/health/vaccination/${r.id}`);
      return 'Begun.';
    },
  });
  const [dose, number] = [f.value('mlEach'), f.value('number')];
  const bath = f.value('way') === 'bath';
  return (
    <Form of={f} label="Begin">
      <Choice
        label="They go"
        {...f.field('way')}
        options={Object.entries(sessionWays).map(([value, label]) => ({ value: value as SessionWay, label }))}
      />
      <div className="grid grid-cols-2 gap-2">
        <TextField label={bath ? 'Product' : 'Vaccine'} {...f.field('vaccine')} />
        <TextField label={bath ? 'Its lot' : 'Lot of the vaccine'} {...f.field('vaccineLot')} />
        {bath ? (
          <DecimalInput label="Strength, mg/L" {...f.field('mgPerL')} />
        ) : (
          <DecimalInput label="Into each, mL" {...f.field('mlEach')} />
        )}
        <NumberInput label="How many" {...f.field('number')} />
      </div>
      {!bath && dose !== null && number !== null && (
        <p className="border-l-[3px] border-deep pl-3" data-testid="vaccine-needed">
          <b>{figures(dose * number, 3)} mL</b> for {grouped(number)}, and what is left in bottles and tubes.
        </p>
      )}
      {!bath && <Tick {...f.field('oil')}>in oil</Tick>}
      <div className="grid grid-cols-2 gap-2">
        {!bath && <TextField label="Anaesthetic" {...f.field('anaesthetic')} />}
        <DecimalInput
          label={bath ? 'In it at most, s' : 'May sleep, s'}
          {...f.field('longestS')}
          hint="at most, by its label"
        />
        {!bath && <NumberInput label="Needle changed after" {...f.field('needleAfter')} />}
        <DecimalInput
          label="Withdrawal, degree-days °C·d"
          {...f.field('withdrawalDegreeDays')}
          hint="0 where the label says none"
        />
        <DecimalInput label="or days" {...f.field('withdrawalDays')} />
      </div>
      <div className="grid grid-cols-2 gap-2">
        <TextField label="Ordered by" {...f.field('orderedBy')} />
        <TextField label="By which label or order" {...f.field('label')} />
      </div>
      <TextField
        label="Looked at too by"
        {...f.field('checkedBy')}
        hint="A second person, where the dose is large for them"
      />
      <Caution>
        Prescription, label and local law decide. Fasted fish, air on, a bath that was tried on a few; guard on every
        needle, nobody works alone.
      </Caution>
    </Form>
  );
}

export const forms = formsOf(openVaccine, {
  offers: [
    {
      id: 'vaccinate',
      word: 'Vaccinate, bathe',
      rank: ({ h }) => (h.can.includes('picked') || h.can.includes('ponded') ? null : 10),
      form: ({ h }) => <VaccineForm h={h} />,
    },
  ],
});
