'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { HowManyInput } from '@/client/measure/HowMany';
import { allOrMeasured, measuredOrAll } from '@/client/measure/readHowMany';
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
  const f = useActForm(recordLossOf, {
    about: at(h),
    begin: { account: 'culled' },
    from: (o) => ({ ...o, measured: measuredOrAll(o) }),
    needs: { measured: 'how many' },
    clears: ['measured'],
    adjust: allOrMeasured,
    says: () => 'Recorded.',
  });
  const account = f.value('account') as keyof typeof outWords;
  const chosen = f.field('account');
  const many = f.many('measured', 'number');
  return (
    <Form of={f} label={account === 'sold' ? 'Record sale' : 'Record loss'}>
      <SelectField
        label="They were"
        {...chosen}
        onChange={(a) => {
          chosen.onChange(a);
          if (a === 'dead' || a === 'escaped') many.onChange({ ...many.value, method: 'all' });
        }}
        options={(Object.keys(outWords) as (keyof typeof outWords)[]).map((k) => ({ value: k, label: outWords[k] }))}
      />
      <HowManyInput {...many} methods={['counted', 'weight', 'estimated', 'all']} />
      {account === 'sold' ? (
        <TextField label="To whom" {...f.field('receiver')} />
      ) : (
        <TextField label="What happened" {...f.field('cause')} />
      )}
      {account === 'culled' && (
        <Caution>
          Humane killing only by trained people, by the method that local rules allow; see that one application was
          enough.
        </Caution>
      )}
    </Form>
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
