'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { useSession } from '@/client/session';
import { dayMonth } from '@/core/time/localDay';
import { DoseFields, doseForm } from '../../screens/DoseFields';
import { treat } from './act';

/** Where a treatment is given: a tank of the sheet, or one of a case. */
export type Treated = Pick<ActHolding, 'unitId' | 'lotId' | 'stage' | 'unit' | 'number'>;

/** A treatment with its dose worked as it is typed, who ordered it, and what bars them afterwards. */
export function TreatForm({ h, caseId, done }: { h: Treated; caseId?: number; done?: () => void }) {
  const { timeZone } = useSession();
  const f = useActForm(treat, {
    about: { ...at(h), ...(caseId === undefined ? {} : { caseId }) },
    ...doseForm,
    draftFor: `treat ${h.unitId} ${caseId ?? ''}`,
    says: (r) => (r ? `Recorded, until ${dayMonth(r.end, timeZone)}.` : 'Recorded.'),
    done,
  });
  return (
    <Form of={f} label="Record the treatment">
      <DoseFields f={f} number={h.number} />
    </Form>
  );
}

export const forms = formsOf(treat, {
  offers: [
    {
      id: 'treat',
      word: 'Treat',
      rank: ({ h }) => (h.can.includes('picked') ? null : 8),
      form: ({ h }) => <TreatForm h={h} />,
    },
  ],
  corrects: { treatment: ofHolding((h) => <TreatForm h={h} />) },
  aboutUnit: true,
});
