'use client';

import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { type ActHolding, at } from '@/client/holding';
import { HowManyInput, useHowMany } from '@/client/measure/HowMany';
import { useEventFields } from '@/client/when';
import type { MeasurementInput } from '@/core/books/measure';
import { saidCensus } from '../../saidCensus';
import { recordCount } from './act';
import { countLine } from './shorthand';

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

export const forms = formsOf(recordCount, {
  shorthand: countLine,
  offers: [{ id: 'count', word: 'Count', rank: () => 20, shakes: true, form: ({ h }) => <CountForm h={h} /> }],
  corrects: { count: ofHolding((h) => <CountForm h={h} />) },
  aboutUnit: true,
});
