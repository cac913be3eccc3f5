'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { HowManyInput } from '@/client/measure/HowMany';
import { saidCensus } from '../../saidCensus';
import { recordCount } from './act';
import { countLine } from './shorthand';

export function CountForm({ h }: { h: ActHolding }) {
  const f = useActForm(recordCount, {
    about: at(h),
    needs: { measured: 'how many' },
    clears: ['measured'],
    says: (r) => saidCensus(r!),
  });
  return (
    <Form of={f} label="Record count">
      <HowManyInput {...f.many('measured')} methods={['counted', 'weight', 'volume', 'estimated']} of="count" />
    </Form>
  );
}

export const forms = formsOf(recordCount, {
  shorthand: countLine,
  offers: [{ id: 'count', word: 'Count', rank: () => 20, shakes: true, form: ({ h }) => <CountForm h={h} /> }],
  corrects: { count: ofHolding((h) => <CountForm h={h} />) },
  aboutUnit: true,
});
