'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { type ActHolding, at } from '@/client/holding';
import { HowManyInput, useHowMany } from '@/client/measure/HowMany';
import { useEventFields } from '@/client/when';
import type { MeasurementInput } from '@/core/books/measure';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { recordLossOf } from './act';
import { sellLine } from './shorthand';

const outWords = {
  culled: 'culled',
  sold: 'sold',
  escaped: 'escaped',
  dead: 'unit lost',
} as const;

/** Animals that leave other than by pick or release: culled, sold, escaped, the loss of a whole unit. */
export function OutForm({ h }: { h: ActHolding }) {
  const act = useAct(recordLossOf, () => many.reset());
  const event = useEventFields();
  const original = useOriginal<{
    account: keyof typeof outWords;
    all: boolean;
    measured: MeasurementInput;
    cause: string;
    receiver: string;
  }>();
  const many = useHowMany('counted', original?.all ? { kind: 'all' } : original?.measured);
  const [account, setAccount] = useState(original?.account ?? 'culled');
  const [cause, setCause] = useState(original?.cause ?? '');
  const [receiver, setReceiver] = useState(original?.receiver ?? '');
  const m = many.read();
  const all = m === 'all';
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        if (m)
          void act.submit(
            {
              ...at(h),
              account,
              cause,
              receiver,
              ...(all ? { all: true } : { all: false, measured: m }),
              ...event.payload,
            },
            () => 'Recorded.',
          );
      }}
      label={account === 'sold' ? 'Record sale' : 'Record loss'}
      disabled={!m}
    >
      <SelectField
        label="They were"
        value={account}
        onChange={(a) => {
          setAccount(a);
          if (a === 'dead' || a === 'escaped') many.setValue({ ...many.value, method: 'all' });
        }}
        options={(Object.keys(outWords) as (keyof typeof outWords)[]).map((k) => ({ value: k, label: outWords[k] }))}
      />
      <HowManyInput
        value={many.value}
        onChange={many.setValue}
        methods={['counted', 'weight', 'estimated', 'all']}
        error={act.errorOn('measured') ?? act.errorOn('number')}
      />
      {account === 'sold' ? (
        <TextField label="To whom" value={receiver} onChange={setReceiver} />
      ) : (
        <TextField label="What happened" value={cause} onChange={setCause} error={act.errorOn('cause')} />
      )}
      {account === 'culled' && (
        <Caution>
          Humane killing only by trained people, by the method that local rules allow; see that one application was
          enough.
        </Caution>
      )}
    </ActForm>
  );
}

export const forms = formsOf(recordLossOf, {
  shorthand: sellLine,
  offers: [{ id: 'out', word: 'Cull, sell, lose', rank: () => 23, form: ({ h }) => <OutForm h={h} /> }],
  corrects: {
    cull: ofHolding((h) => <OutForm h={h} />),
    sale: ofHolding((h) => <OutForm h={h} />),
    escape: ofHolding((h) => <OutForm h={h} />),
    unitLoss: ofHolding((h) => <OutForm h={h} />),
  },
  aboutUnit: true,
});
