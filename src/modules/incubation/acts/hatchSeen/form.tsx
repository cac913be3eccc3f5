'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { isTable } from '@/core/units/unitKinds';
import { Choice } from '@/ui/Choice';
import { seeHatch } from './act';

const hatchWords = { first: 'the first are out', half: 'half are out', done: 'all that will' } as const;

/** What was seen of the hatch, one tap. */
export function HatchSeenForm({ h }: { h: ActHolding }) {
  const f = useActForm(seeHatch, {
    about: at(h),
    begin: { seen: 'first' },
    says: () => 'Recorded: the dates to come learn from it.',
  });
  return (
    <Form of={f} label="Seen">
      <Choice
        label="Seen"
        {...f.field('seen')}
        options={(Object.keys(hatchWords) as (keyof typeof hatchWords)[]).map((k) => ({
          value: k,
          label: hatchWords[k],
        }))}
      />
    </Form>
  );
}

export const forms = formsOf(seeHatch, {
  offers: [
    {
      id: 'stage',
      word: 'Hatch',
      rank: ({ h, unitKind }) => (h.can.includes('picked') && !isTable(unitKind) ? 3 : null),
      heading: 'What was seen',
      form: ({ h }) => <HatchSeenForm h={h} />,
    },
  ],
  corrects: { hatchSeen: ofHolding((h) => <HatchSeenForm h={h} />) },
  aboutUnit: true,
});
