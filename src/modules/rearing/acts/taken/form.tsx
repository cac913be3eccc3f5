'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { at } from '@/client/holding';
import { feedingTaken } from './act';

/** Somebody decides that they eat. @param done what closes it, where it stands in a dialog */
export function TakenForm({ h, done }: { h: Parameters<typeof at>[0]; done?: () => void }) {
  const f = useActForm(feedingTaken, {
    about: at(h),
    says: (r) => `${r?.lot ?? ''} in ${r?.unit ?? ''} eats: recorded.`,
    done,
  });
  return (
    <Form of={f} label="Feeding is taken">
      <p className="text-small text-soft">
        From now on nobody asks for their first meal. Who decided is kept; what is not met is asked about.
      </p>
    </Form>
  );
}

export const forms = formsOf(feedingTaken, {
  offers: [
    {
      id: 'taken',
      word: 'Feeding taken',
      rank: ({ h }) =>
        h.can.includes('ponded') || h.checks.some((c) => c.id === 'gutFull' && c.stage === h.stage) ? 12 : null,
      form: ({ h }) => <TakenForm h={h} />,
    },
  ],
  aboutUnit: true,
});
