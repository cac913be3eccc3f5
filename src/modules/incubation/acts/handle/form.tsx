'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { type ActHolding, at } from '@/client/holding';
import { DecimalInput, decimalOf, MeasureInput, measureOf, measureText, numberText, useShown } from '@/client/inputs';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import { handlings } from '@/core/incubation/eggWords';
import { isTable } from '@/core/units/unitKinds';
import { SelectField } from '@/ui/SelectField';
import { handleEggs } from './act';

type What = keyof typeof handlings;

/** What is done to larvae, too. */
const ofLarvae: What[] = ['water', 'cleaned', 'flow'];

/** Eggs shocked, poured, cleaned, or left without flow: what whitens after it is then expected. */
export function HandleForm({ h }: { h: ActHolding }) {
  const { locale } = useSession();
  const act = useAct(handleEggs);
  const event = useEventFields();
  const original = useOriginal<{ what: What; minutes: number; flowLPerMin: number }>();
  const unit = useShown();
  const larvae = h.can.includes('ponded');
  const [what, setWhat] = useState<What>(original?.what ?? (larvae ? 'water' : 'shocked'));
  const [minutes, setMinutes] = useState(original?.minutes ? numberText(original.minutes, locale) : '');
  const m = decimalOf(minutes, locale);
  const [flow, setFlow] = useState(
    original?.flowLPerMin ? measureText(original.flowLPerMin, 'flow', unit('flow'), locale) : '',
  );
  const f = measureOf(flow, 'flow', unit('flow'), locale);
  return (
    <ActForm
      act={act}
      event={event}
      label="Record"
      needs={[
        what === 'flow' && m.value === null && 'the minutes',
        what === 'rolled' && f.error && 'a flow that can be read',
      ]}
      onSend={() =>
        void act.submit(
          {
            ...at(h),
            what,
            ...(what === 'flow' ? { minutes: m.value } : {}),
            ...(what === 'rolled' && f.value ? { flowLPerMin: f.value } : {}),
            ...event.payload,
          },
          () =>
            larvae || what === 'rolled' || what === 'water'
              ? 'Recorded.'
              : 'Recorded: what whitens after it is expected now.',
        )
      }
    >
      <SelectField
        label="They were"
        value={what}
        onChange={setWhat}
        options={(larvae ? ofLarvae : (Object.keys(handlings) as What[])).map((k) => ({
          value: k,
          label: handlings[k].name,
        }))}
        hint={handlings[what].says}
        error={act.errorOn('what')}
      />
      {what === 'flow' && (
        <DecimalInput label="Minutes" value={minutes} onChange={setMinutes} error={m.error ?? act.errorOn('minutes')} />
      )}
      {what === 'rolled' && (
        <MeasureInput
          label="Flow, if measured"
          dimension="flow"
          value={flow}
          onChange={setFlow}
          error={f.error ?? act.errorOn('flowLPerMin')}
          hint="a bucket and a watch will do; danger and load go by it"
        />
      )}
    </ActForm>
  );
}

export const forms = formsOf(handleEggs, {
  offers: [
    {
      id: 'handle',
      word: 'Shock, handle',
      rank: ({ h, unitKind }) => (h.can.includes('picked') && !isTable(unitKind) ? 4 : null),
      shakes: true,
      form: ({ h }) => <HandleForm h={h} />,
    },
    {
      id: 'handle',
      word: 'Water, cleaning',
      rank: ({ h }) => (h.can.includes('ponded') ? 6 : null),
      shakes: true,
      form: ({ h }) => <HandleForm h={h} />,
    },
  ],
  corrects: { handled: ofHolding((h) => <HandleForm h={h} />) },
  aboutUnit: true,
});
