'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { MeasureInput } from '@/client/inputs';
import { BatchRows } from '@/client/measure/batches';
import { useSession } from '@/client/session';
import { massEach } from '@/core/quantities/mass';
import { saidCensus } from '../../saidCensus';
import { recordWeighing } from './act';
import { weighLine } from './shorthand';

/** Sample weights, batch by batch until settled, with the whole if weighed. */
export function WeighForm({ h }: { h: ActHolding }) {
  const us = useSession().units === 'us';
  const f = useActForm(recordWeighing, {
    about: at(h),
    needs: { batches: 'a batch weighed and counted' },
    unreadable: { totalMassG: 'the mass of all' },
    clears: ['batches', 'totalMassG'],
    says: (r) => ('count' in r ? saidCensus(r) : `${massEach(r.meanG, us)} each.`),
  });
  return (
    <Form of={f} label="Record weights">
      <BatchRows {...f.batches('batches')} />
      <MeasureInput
        label="All weighed (if so)"
        {...f.measure('totalMassG')}
        hint="With the whole weighed this is a count"
      />
    </Form>
  );
}

export const forms = formsOf(recordWeighing, {
  shorthand: weighLine,
  offers: [
    {
      id: 'weigh',
      word: 'Weigh',
      rank: ({ h }) => (h.can.includes('eats') ? 3 : null),
      form: ({ h }) => <WeighForm h={h} />,
    },
  ],
  corrects: { weighing: ofHolding((h) => <WeighForm h={h} />) },
  aboutUnit: true,
});
