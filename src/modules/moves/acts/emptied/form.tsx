'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { grouped } from '@/core/quantities/format';
import { recordEmptied } from './act';

/** Nothing is left in the unit: what the books still show goes to unexplained. */
export function EmptiedForm({ h }: { h: ActHolding }) {
  const f = useActForm(recordEmptied, {
    about: at(h),
    says: (r) => `${h.unit} is empty; ${grouped(Number(r?.unexplained))} are booked as missing.`,
  });
  return (
    <Form of={f} label={`${h.unit} is empty`}>
      <p>
        The books show {grouped(h.number)} in {h.unit}. If it is empty, they are booked as missing.
      </p>
    </Form>
  );
}

export const forms = formsOf(recordEmptied, {
  offers: [{ id: 'emptied', word: 'Emptied', rank: () => 25, form: ({ h }) => <EmptiedForm h={h} /> }],
  corrects: { emptied: ofHolding((h) => <EmptiedForm h={h} />) },
  aboutUnit: true,
});
