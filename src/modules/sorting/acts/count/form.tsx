'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import type { Method } from '@/client/measure/readHowMany';
import { Ways } from '@/client/measure/TwoWays';
import { saidCensus } from '../../saidCensus';
import { TallyTogether } from '../../screens/TallyTogether';
import { recordCount } from './act';
import { countLine } from './shorthand';

/** Fish of one kind, tapped one by one. */
const ONE_CLASS = [{ id: 'fish', word: 'fish', key: 'f' }];

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
  together = false,
  done,
}: {
  h: Pick<ActHolding, 'unitId' | 'lotId' | 'stage'>;
  methods?: readonly Method[];
  /** Several may tally at once, each at a device of their own. */
  together?: boolean;
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
      {together && (
        <TallyTogether
          unitId={h.unitId}
          classes={ONE_CLASS}
          word="Tally, alone or together"
          onSum={(sum) => {
            if (sum.fish) f.fill('measured', { method: 'counted', number: sum.fish } as never);
          }}
        />
      )}
      <Ways {...f.ways('measured')} methods={methods} what="animals" of="count" />
    </Form>
  );
}

export const forms = formsOf(recordCount, {
  shorthand: countLine,
  offers: [{ id: 'count', word: 'Count', rank: () => 20, shakes: true, form: ({ h }) => <CountForm h={h} /> }],
  corrects: { count: ofHolding((h) => <CountForm h={h} methods={everyWay} />) },
  aboutUnit: true,
});
