'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { DecimalInput } from '@/client/inputs';
import { setScreen } from './act';

/** The opening of the screen before the outlet of a tank. */
export function ScreenForm({ unit, best, done }: { unit?: number; best?: number | null; done?: () => void }) {
  const f = useActForm(setScreen, {
    about: unit === undefined ? {} : { unit },
    ...(best == null ? {} : { begin: { openingMm: best } }),
    as: { openingMm: 'plain' },
    draftFor: `screen ${unit ?? ''}`,
    needs: { openingMm: 'its opening' },
    says: (r) => (r?.todo ? `Recorded: ${r.todo}.` : 'Recorded.'),
    done,
  });
  return (
    <Form of={f} label="Record">
      <DecimalInput label="Opening, mm" {...f.field('openingMm')} />
    </Form>
  );
}

export const forms = formsOf(setScreen, {
  offers: [
    {
      id: 'screen',
      word: 'Outlet screen',
      rank: ({ h }) => (h.can.includes('picked') ? null : 22),
      form: ({ h }) => <ScreenForm unit={h.unitId} />,
    },
  ],
  corrects: { screen: () => <ScreenForm /> },
  aboutUnit: true,
});
