'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { NumberInput } from '@/client/inputs';
import { grouped } from '@/core/quantities/format';
import { leaveDoubtful } from './act';

/** Pale eggs left in place near hatch: a second look tomorrow. */
export function DoubtfulForm({ h }: { h: ActHolding }) {
  const f = useActForm(leaveDoubtful, {
    about: at(h),
    needs: { number: 'how many' },
    clears: ['number'],
    now: true,
    says: (_, sent) => `${grouped(sent.value('number')!)} on tomorrow’s list.`,
  });
  return (
    <Form of={f} label="Left for tomorrow">
      <NumberInput
        label="Pale, left in place"
        {...f.field('number')}
        hint="near hatch shells pale before they open: look again tomorrow"
      />
    </Form>
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
