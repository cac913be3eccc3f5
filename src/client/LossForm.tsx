'use client';

import { useState } from 'react';
import { numberFrom } from '@/core/books/measure';
import { type MeasurementInput, measurement } from '@/core/books/measurement';
import { judgedSays } from '@/core/incubation/verdicts';
import { grouped } from '@/core/quantities/format';
import type { Act } from '@/server/act/define';
import type { lossInput } from '@/server/act/inputs';
import type { Loss } from '@/server/act/results';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';
import { useOriginal } from './act/correcting';
import { Form } from './form/Form';
import { useActForm } from './form/useActForm';
import { type ActHolding, at } from './holding';
import { NumberInput } from './inputs';
import { HowManyInput } from './measure/HowMany';
import { TallyPad } from './measure/TallyPad';

/** Dead picked or taken out: one number, the thumb's act. */
export function LossForm({
  h,
  act,
  label,
  cause = false,
}: {
  h: ActHolding;
  act: Act<typeof lossInput, Loss>;
  label: string;
  /** Of what they died is asked. */
  cause?: boolean;
}) {
  // A round that is recorded leaves no taps for the next.
  const [nth, setNth] = useState(0);
  const [tallied, setTallied] = useState(false);
  const [measuring, setMeasuring] = useState(useOriginal<{ measured: object }>()?.measured !== undefined);
  const f = useActForm(act, {
    about: at(h),
    as: { measured: 'volume' },
    needs: { number: 'how many', measured: 'how many' },
    clears: ['number', 'measured'],
    adjust: (input) => ({ ...input, number: input.number ?? numberOf(input.measured as MeasurementInput) }),
    says: (r, sent) => {
      const n = measuring ? numberOf(sent.value('measured')) : sent.value('number');
      return `${grouped(n!)} recorded, ${h.unit}.${judgedSays(r.judged)}`;
    },
    done: () => setNth((k) => k + 1),
  });
  return (
    <Form of={f} label="Record">
      {measuring ? (
        <HowManyInput {...f.many('measured', 'number')} methods={['volume', 'weight']} what="dead" />
      ) : (
        <>
          <NumberInput label={label} {...f.field('number')} hint="0 says: looked, none found" />
          {!f.correcting && (
            <TallyPad
              key={nth}
              open={nth > 0 && tallied}
              classes={[{ id: 'dead', word: 'dead', key: 'd' }]}
              word="Count"
              onCount={(taps) => {
                setTallied(true);
                f.fill('number', taps.dead ?? 0);
              }}
            />
          )}
        </>
      )}
      <Button kind="link" className="self-start text-small" onClick={() => setMeasuring(!measuring)}>
        {measuring ? 'count them one by one' : 'many: by volume or weight'}
      </Button>
      {cause && <TextField label="Suspected cause" {...f.field('cause')} />}
    </Form>
  );
}

const numberOf = (measured: MeasurementInput | null | undefined) =>
  measured ? numberFrom(measurement.parse(measured)).number : null;
