'use client';

import { useState } from 'react';
import type { MeasurementInput } from '@/core/books/measure';
import { grouped } from '@/core/quantities/format';
import { massEach } from '@/core/quantities/mass';
import { recordEmptied } from '@/modules/moves/acts/emptied/act';
import { recordCount } from '@/modules/sorting/acts/count/act';
import { recordWeighing } from '@/modules/sorting/acts/weigh/act';
import type { Census } from '@/modules/sorting/census';
import { useSession } from '../frame/session';
import { ActForm } from './ActForm';
import { type Batch, BatchRows, useBatches } from './batches';
import { useOriginal } from './correcting';
import { HowManyInput, useHowMany } from './HowMany';
import { type ActHolding, at } from './holding';
import { MeasureInput, measureOf, measureText, useShown } from './inputs';
import { emptyPairs } from './pairs';
import { useAct } from './useAct';
import { useEventFields } from './when';

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

export function CountForm({ h }: { h: ActHolding }) {
  const act = useAct(recordCount, () => many.reset());
  const event = useEventFields();
  const many = useHowMany('counted', useOriginal<{ measured: MeasurementInput }>()?.measured);
  const m = many.read();
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        if (m && m !== 'all') void act.submit({ ...at(h), measured: m, ...event.payload }, (r) => saidCensus(r!));
      }}
      label="Record count"
      disabled={!m}
    >
      <HowManyInput
        value={many.value}
        onChange={many.setValue}
        methods={['counted', 'weight', 'volume', 'estimated']}
        of="count"
        error={act.errorOn('measured')}
      />
    </ActForm>
  );
}

function saidCensus({ count, books, mode, unexplained }: Census): string {
  const did = { combine: 'combined', replace: 'the count stands', note: 'noted only' }[mode];
  return `The count says ${count.text}, the books said ${books.text}: ${did}${unexplained === 0 ? '' : `; ${grouped(Math.abs(unexplained))} ${unexplained > 0 ? 'to' : 'from'} unexplained`}.`;
}

/** Nothing is left in the unit: what the books still show goes to unexplained. */
export function EmptiedForm({ h }: { h: ActHolding }) {
  const act = useAct(recordEmptied);
  const event = useEventFields();
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        void act.submit(
          { ...at(h), ...event.payload },
          (r) => `${h.unit} is empty; ${grouped(Number(r?.unexplained))} went to unexplained.`,
        );
      }}
      label={`${h.unit} is empty`}
    >
      <p>
        The books show {grouped(h.number)} in {h.unit}. If it is empty, they go to unexplained.
      </p>
    </ActForm>
  );
}
