'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { useCorrecting, useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { type ActHolding, at } from '@/client/holding';
import { NumberInput, numberText, wholeOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import { grouped } from '@/core/quantities/format';
import { leaveDoubtful } from './act';

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

export const forms = formsOf(leaveDoubtful, {
  offers: [
    {
      id: 'pick',
      word: 'Pick',
      rank: ({ h }) => (h.can.includes('picked') ? 2.5 : null),
      form: ({ h }) => <DoubtfulForm h={h} />,
    },
  ],
  corrects: { doubtful: ofHolding((h) => <DoubtfulForm h={h} />) },
  aboutUnit: true,
});
