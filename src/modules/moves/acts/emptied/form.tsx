'use client';

import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { useAct } from '@/client/act/useAct';
import { type ActHolding, at } from '@/client/holding';
import { useEventFields } from '@/client/when';
import { grouped } from '@/core/quantities/format';
import { recordEmptied } from './act';

/** Nothing is left in the unit: what the books still show goes to unexplained. */
export function EmptiedForm({ h }: { h: ActHolding }) {
  const act = useAct(recordEmptied);
  const event = useEventFields();
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        void act.submit(
          { ...at(h), ...event.payload },
          (r) => `${h.unit} is empty; ${grouped(Number(r?.unexplained))} are booked as missing.`,
        );
      }}
      label={`${h.unit} is empty`}
    >
      <p>
        The books show {grouped(h.number)} in {h.unit}. If it is empty, they are booked as missing.
      </p>
    </ActForm>
  );
}

export const forms = formsOf(recordEmptied, {
  offers: [{ id: 'emptied', word: 'Emptied', rank: () => 25, form: ({ h }) => <EmptiedForm h={h} /> }],
  corrects: { emptied: ofHolding((h) => <EmptiedForm h={h} />) },
  aboutUnit: true,
});
