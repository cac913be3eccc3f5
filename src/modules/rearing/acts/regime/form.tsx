'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { DayField } from '@/client/DayField';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { useSession } from '@/client/session';
import { SelectField } from '@/ui/SelectField';
import { followRegime } from './act';

/** Which way of starting and weaning a tank follows. */
export function RegimeForm({ h }: { h: ActHolding }) {
  const { feeds } = useSession();
  const f = useActForm(followRegime, {
    about: at(h),
    // What was set stays to be seen.
    clears: [],
    as: { hatchedAt: 'day' },
    needs: { regime: 'a regime' },
    says: (r) => `${r?.unit ?? h.unit} follows it: ${r?.regime ?? ''}.`,
  });
  const fitting = feeds.regimes.filter((r) => h.species === undefined || r.species.includes(h.species));
  const chosen = fitting.find((r) => r.id === f.value('regime'));
  return (
    <Form of={f} label="Follow it">
      <SelectField
        label="Regime"
        {...f.field('regime')}
        options={fitting.map((r) => ({ value: r.id, label: r.name }))}
        hint={chosen?.fits}
      />
      <DayField label="Half hatched on" {...f.typed('hatchedAt')} hint="Empty: as seen or foreseen for the lot" />
    </Form>
  );
}

export const forms = formsOf(followRegime, {
  offers: [
    {
      id: 'regime',
      word: 'Regime',
      rank: ({ h }) => (h.can.includes('eats') || h.can.includes('ponded') ? 8 : null),
      form: ({ h }) => <RegimeForm h={h} />,
    },
  ],
  corrects: { regime: ofHolding((h) => <RegimeForm h={h} />) },
  aboutUnit: true,
});
