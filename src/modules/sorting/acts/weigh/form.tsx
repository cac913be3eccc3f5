'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { type ActHolding, at } from '@/client/holding';
import { MeasureInput, measureOf, measureText, useShown } from '@/client/inputs';
import { type Batch, BatchRows, useBatches } from '@/client/measure/batches';
import { emptyPairs } from '@/client/measure/pairs';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import { massEach } from '@/core/quantities/mass';
import { saidCensus } from '../../saidCensus';
import { recordWeighing } from './act';
import { weighLine } from './shorthand';

/** Sample weights, batch by batch until settled, with the whole if weighed. */
export function WeighForm({ h }: { h: ActHolding }) {
  const { locale, units } = useSession();
  const unit = useShown();
  const original = useOriginal<{ batches: Batch[]; totalMassG: number }>();
  const act = useAct(recordWeighing, () => {
    weights.setRows(emptyPairs());
    setTotal('');
  });
  const event = useEventFields();
  const weights = useBatches(original?.batches);
  const [total, setTotal] = useState(
    original?.totalMassG ? measureText(original.totalMassG, 'mass', unit('mass'), locale) : '',
  );
  const { batches } = weights;
  const totalG = measureOf(total, 'mass', unit('mass'), locale);
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        if (batches.length > 0)
          void act.submit(
            {
              ...at(h),
              batches,
              ...(totalG.value !== null ? { totalMassG: totalG.value } : original ? { totalMassG: null } : {}),
              ...event.payload,
            },
            (r) => ('count' in r ? saidCensus(r) : `${massEach(r.meanG, units === 'us')} each.`),
          );
      }}
      label="Record weights"
      needs={[batches.length === 0 && 'a batch weighed and counted', totalG.error && 'the mass of all']}
    >
      <BatchRows weights={weights} act={act} />
      <MeasureInput
        label="All weighed (if so)"
        dimension="mass"
        value={total}
        onChange={setTotal}
        error={act.errorOn('totalMassG')}
        hint="With the whole weighed this is a count"
      />
    </ActForm>
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
