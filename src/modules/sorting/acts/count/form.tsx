'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { HowManyInput } from '@/client/measure/HowMany';
import type { Method } from '@/client/measure/readHowMany';
import { saidCensus } from '../../saidCensus';
import { recordCount } from './act';
import { countLine } from './shorthand';

/** The ways of counting fish and eggs that stand in a unit. */
const usualWays: readonly Method[] = ['counted', 'weight', 'volume', 'estimated'];
export const everyWay: readonly Method[] = [
  'counted',
  'weight',
  'buckets',
  'volume',
  'displaced',
  'splitter',
  'counter',
  'recapture',
  'estimated',
];

export function CountForm({
  h,
  methods = usualWays,
  done,
}: {
  h: Pick<ActHolding, 'unitId' | 'lotId' | 'stage'>;
  methods?: readonly Method[];
  done?: () => void;
}) {
  const f = useActForm(recordCount, {
    about: at(h),
    needs: { measured: 'how many' },
    clears: ['measured'],
    says: (r) => saidCensus(r!),
    done,
  });
  return (
    <Form of={f} label="Record count">
      <HowManyInput {...f.many('measured')} methods={methods} of="count" />
    </Form>
  );
}

export const forms = formsOf(recordCount, {
  shorthand: countLine,
  offers: [{ id: 'count', word: 'Count', rank: () => 20, shakes: true, form: ({ h }) => <CountForm h={h} /> }],
  corrects: { count: ofHolding((h) => <CountForm h={h} methods={everyWay} />) },
  aboutUnit: true,
});
