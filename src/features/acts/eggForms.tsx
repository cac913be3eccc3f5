'use client';

import { useState } from 'react';
import { handlings } from '@/core/incubation/eggWords';
import { grouped } from '@/core/quantities/format';
import { leaveDoubtful } from '@/modules/incubation/acts/doubtful/act';
import { handleEggs } from '@/modules/incubation/acts/handle/act';
import { seeHatch } from '@/modules/incubation/acts/hatchSeen/act';
import { Choice, SelectField } from '@/ui/fields';
import { useSession } from '../frame/session';
import { ActForm } from './ActForm';
import { useCorrecting, useOriginal } from './correcting';
import { type ActHolding, at } from './holding';
import {
  DecimalInput,
  decimalOf,
  MeasureInput,
  measureOf,
  measureText,
  NumberInput,
  numberText,
  useShown,
  wholeOf,
} from './inputs';
import { useAct } from './useAct';
import { useEventFields } from './when';

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
  const larvae = h.stage === 'yolksac';
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

/** Pale eggs left in place near hatch: a second look tomorrow. */
export function DoubtfulForm({ h }: { h: ActHolding }) {
  const { locale } = useSession();
  const act = useAct(leaveDoubtful, () => setNumber(''));
  const event = useEventFields();
  const correcting = useCorrecting();
  const original = useOriginal<{ number: number }>();
  const [number, setNumber] = useState(original ? numberText(original.number ?? 0, locale) : '');
  const n = wholeOf(number, locale).value;
  return (
    <ActForm
      act={act}
      event={correcting ? event : undefined}
      label="Left for tomorrow"
      disabled={n === null}
      onSend={() => {
        if (n !== null)
          void act.submit({ ...at(h), number: n, ...event.payload }, () => `${grouped(n)} on tomorrow’s list.`);
      }}
    >
      <NumberInput
        label="Pale, left in place"
        value={number}
        onChange={setNumber}
        error={act.errorOn('number')}
        hint="near hatch shells pale before they open: look again tomorrow"
      />
    </ActForm>
  );
}

const hatchWords = { first: 'the first are out', half: 'half are out', done: 'all that will' } as const;

/** What was seen of the hatch, one tap. */
export function HatchSeenForm({ h }: { h: ActHolding }) {
  const act = useAct(seeHatch);
  const event = useEventFields();
  const original = useOriginal<{ seen: keyof typeof hatchWords }>();
  const [seen, setSeen] = useState<keyof typeof hatchWords>(original?.seen ?? 'first');
  return (
    <ActForm
      act={act}
      event={event}
      label="Seen"
      onSend={() => void act.submit({ ...at(h), seen, ...event.payload }, () => 'Recorded: the clock learns from it.')}
    >
      <Choice
        label="Seen"
        value={seen}
        onChange={setSeen}
        options={(Object.keys(hatchWords) as (keyof typeof hatchWords)[]).map((k) => ({
          value: k,
          label: hatchWords[k],
        }))}
      />
    </ActForm>
  );
}
