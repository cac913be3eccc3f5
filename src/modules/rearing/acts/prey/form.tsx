'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { useSession } from '@/client/session';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { givePrey } from './act';

/** Live food given to a tank, out of which vessel. */
export function PreyForm({ h }: { h: ActHolding }) {
  const { feeds } = useSession();
  const f = useActForm(givePrey, {
    about: at(h),
    begin: { prey: 'brine shrimp' },
    needs: { number: 'how many' },
    clears: ['number'],
    says: () => 'Live food recorded.',
  });
  return (
    <Form of={f} label="Record live food">
      <TextField label="How many" inputMode="numeric" {...f.field('number')} placeholder="2 400 000" />
      <TextField label="Which prey" {...f.field('prey')} />
      {feeds.vessels.length > 0 && (
        <SelectField
          label="Out of"
          {...f.field('vessel')}
          options={feeds.vessels.map((v) => ({ value: String(v.id), label: v.name }))}
          empty="another source"
        />
      )}
    </Form>
  );
}

export const forms = formsOf(givePrey, {
  offers: [
    {
      id: 'prey',
      word: 'Live food',
      rank: ({ h }) => (h.can.includes('eats') || h.can.includes('ponded') ? 9 : null),
      form: ({ h }) => <PreyForm h={h} />,
    },
  ],
  corrects: { prey: ofHolding((h) => <PreyForm h={h} />) },
  aboutUnit: true,
});
