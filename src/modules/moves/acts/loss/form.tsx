'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { DecimalInput, MeasureInput } from '@/client/inputs';
import { HowManyInput } from '@/client/measure/HowMany';
import { allOrMeasured, measuredOrAll } from '@/client/measure/readHowMany';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { recordLossOf } from './act';
import { sellLine } from './shorthand';

/** Ways out: those that go out alive or as food are one account of the books. */
const outWords = {
  culled: 'culled',
  sold: 'sold',
  display: 'to a display',
  food: 'as food',
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
  const account = f.field('account');
  const fate = f.field('fate');
  const away = account.value === 'sold';
  const way = (away ? fate.value || 'sold' : account.value) as keyof typeof outWords;
  const many = f.many('measured', 'number');
  return (
    <Form of={f} label={away ? (way === 'sold' ? 'Record sale' : 'Record it') : 'Record loss'}>
      <SelectField
        label="They were"
        value={way}
        error={account.error ?? fate.error}
        onChange={(a) => {
          if (a === 'sold' || a === 'display' || a === 'food') fate.onChange(a);
          account.onChange(a === 'display' || a === 'food' ? 'sold' : a);
          if (a === 'dead' || a === 'escaped') many.onChange({ ...many.value, method: 'all' });
        }}
        options={(Object.keys(outWords) as (keyof typeof outWords)[]).map((k) => ({ value: k, label: outWords[k] }))}
      />
      <HowManyInput {...many} methods={['counted', 'weight', 'estimated', 'all']} />
      {away ? (
        <>
          <TextField label="To whom" {...f.field('receiver')} />
          <div className="grid grid-cols-2 gap-2">
            <DecimalInput label="Price of one" {...f.field('priceEach')} />
            <MeasureInput label="Mass of all" {...f.measure('massG')} />
          </div>
        </>
      ) : (
        <TextField label="What happened" {...f.field('cause')} />
      )}
      {way === 'culled' && (
        <>
          <TextField label="Method of killing" {...f.field('method')} />
          <Caution>
            Humane killing only by trained people, by the method that local rules allow; see that one application was
            enough.
          </Caution>
        </>
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
