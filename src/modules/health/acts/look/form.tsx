'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { Tick } from '@/ui/Checkbox';
import { Choice } from '@/ui/Choice';
import { lookAgain, type Settled, settledHow } from './act';

/** How they stand after a move. */
export function LookForm({ unit, done }: { unit?: number; done?: () => void }) {
  const f = useActForm(lookAgain, {
    about: unit === undefined ? {} : { unit },
    begin: { how: 'settled' },
    draftFor: `look ${unit ?? ''}`,
    says: (r) => (r?.todo ? `Recorded. ${r.todo}` : 'Recorded: they have settled.'),
    done,
  });
  return (
    <Form of={f} label="Record">
      <Choice
        label="They are"
        {...f.field('how')}
        options={Object.entries(settledHow).map(([value, label]) => ({ value: value as Settled, label }))}
      />
      <Tick {...f.field('waste')}>waste pulled out</Tick>
    </Form>
  );
}

export const forms = formsOf(lookAgain, {
  offers: [
    {
      id: 'look',
      word: 'Looked again',
      rank: ({ h }) => (h.can.includes('picked') ? null : 19),
      form: ({ h }) => <LookForm unit={h.unitId} />,
    },
  ],
  corrects: { look: () => <LookForm /> },
  aboutUnit: true,
});
