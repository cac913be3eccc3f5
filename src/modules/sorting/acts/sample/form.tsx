'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { useCorrecting, useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { type ActHolding, at } from '@/client/holding';
import { NumberInput, numberText, wholeOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import { grouped } from '@/core/quantities/format';
import { recordLossOf } from '@/modules/moves/acts/loss/act';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { recordSampleReturned } from './act';

/** What either of the two kinds of entry about samples keeps. */
type SampleEntry = { number: number; dead: number; purpose: string; cause: string; measured: { number?: number } };

/** Animals taken out to be looked at: put back (no number moves), or killed for it. */
export function SampleForm({ h }: { h: ActHolding }) {
  const { locale } = useSession();
  const correcting = useCorrecting();
  const original = useOriginal<SampleEntry>();
  const [fate, setFate] = useState<'returned' | 'killed'>(correcting?.kind === 'sample' ? 'killed' : 'returned');
  const returned = useAct(recordSampleReturned, () => clear());
  const killed = useAct(recordLossOf, () => clear());
  const event = useEventFields();
  const taken = original?.number ?? original?.measured?.number;
  const [number, setNumber] = useState(taken === undefined ? '' : numberText(taken, locale));
  const [dead, setDead] = useState(original?.dead ? numberText(original.dead, locale) : '');
  const [purpose, setPurpose] = useState(original?.purpose ?? original?.cause ?? '');
  const clear = () => {
    setNumber('');
    setDead('');
  };
  const n = wholeOf(number, locale).value;
  const d = dead.trim() === '' ? 0 : wholeOf(dead, locale).value;
  const act = fate === 'returned' ? returned : killed;
  return (
    <ActForm
      act={act}
      event={event}
      label="Record sample"
      disabled={n === null || n === 0 || d === null}
      onSend={() => {
        if (fate === 'returned')
          void returned.submit({ ...at(h), number: n, dead: d, purpose, ...event.payload }, (r) =>
            r.dead ? `Recorded: ${grouped(r.dead)} died of it.` : 'Recorded. No animal was moved.',
          );
        else
          void killed.submit(
            {
              ...at(h),
              account: 'sampled',
              measured: { method: 'counted', number: n },
              cause: purpose,
              ...event.payload,
            },
            () => `${grouped(n!)} taken out of the books as sampled.`,
          );
      }}
    >
      {!correcting && (
        <SelectField
          label="They were"
          value={fate}
          onChange={setFate}
          options={[
            { value: 'returned', label: 'put back' },
            { value: 'killed', label: 'killed' },
          ]}
        />
      )}
      <NumberInput
        label="Number taken out"
        value={number}
        onChange={setNumber}
        error={act.errorOn('number') ?? act.errorOn('measured')}
      />
      {fate === 'returned' && (
        <NumberInput
          label="of which died in the hand"
          value={dead}
          onChange={setDead}
          error={act.errorOn('dead')}
          hint="They go out of the books as dead"
        />
      )}
      <TextField
        label="Looked for"
        value={purpose}
        onChange={setPurpose}
        error={act.errorOn('purpose') ?? act.errorOn('cause')}
      />
      {fate === 'killed' && (
        <Caution>
          Humane killing only by trained people, by the method that local rules allow; see that one application was
          enough.
        </Caution>
      )}
    </ActForm>
  );
}

export const forms = formsOf(recordSampleReturned, {
  offers: [{ id: 'sample', word: 'Sample', rank: () => 21, form: ({ h }) => <SampleForm h={h} /> }],
  corrects: {
    sampleBack: ofHolding((h) => <SampleForm h={h} />),
    // What a sample took out of the books, too: it is recorded as a loss.
    sample: ofHolding((h) => <SampleForm h={h} />),
  },
  aboutUnit: true,
});
