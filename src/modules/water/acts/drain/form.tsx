'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { drainIds, drains, setDrain } from './act';
import { drainLine } from './shorthand';

/** How the drain of a tank stands. */
export function DrainForm({ unit, done }: { unit?: number; done?: () => void }) {
  const f = useActForm(setDrain, {
    about: unit === undefined ? {} : { unit },
    begin: { state: 'lowered' },
    draftFor: `drain ${unit ?? ''}`,
    says: (r) => `Recorded: ${r?.todo ?? ''}.`,
    done,
  });
  return (
    <Form of={f} label="Record">
      <Choice
        label="It stands"
        {...f.field('state')}
        options={drainIds.map((value) => ({ value, label: drains[value] }))}
      />
      <Caution>
        Nobody stands on a plank over the tank alone: it is wet and rolls. A screen stays before the outlet while fish
        are in it; the water is watched until it is shut again.
      </Caution>
    </Form>
  );
}

export const forms = formsOf(setDrain, {
  shorthand: drainLine,
  offers: [
    {
      id: 'drain',
      word: 'Drain',
      rank: ({ h }) => (h.can.includes('picked') ? null : 21),
      form: ({ h }) => <DrainForm unit={h.unitId} />,
    },
  ],
  corrects: { drain: () => <DrainForm /> },
  aboutUnit: true,
});
