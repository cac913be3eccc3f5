'use client';

import { useState } from 'react';
import { type MeasurementInput, measurement, numberFrom } from '@/core/books/measure';
import { judgedSays } from '@/core/incubation/verdicts';
import { grouped } from '@/core/quantities/format';
import type { Act } from '@/server/act/define';
import type { lossInput } from '@/server/act/inputs';
import type { Loss } from '@/server/act/results';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';
import { ActForm } from './act/ActForm';
import { useCorrecting, useOriginal } from './act/correcting';
import { useAct } from './act/useAct';
import { type ActHolding, at } from './holding';
import { NumberInput, numberText, wholeOf } from './inputs';
import { HowManyInput, useHowMany } from './measure/HowMany';
import { TallyPad } from './measure/TallyPad';
import { useSession } from './session';
import { useEventFields } from './when';

/** Dead picked or taken out: one number, the thumb's act. */
export function LossForm({
  h,
  act: of,
  label,
  cause: asksCause = false,
}: {
  h: ActHolding;
  act: Act<typeof lossInput, Loss>;
  label: string;
  /** Of what they died is asked. */
  cause?: boolean;
}) {
  const { locale } = useSession();
  const act = useAct(of, () => {
    setNumber('');
    many.reset();
    setNth((k) => k + 1);
  });
  const event = useEventFields();
  const correcting = useCorrecting();
  const original = useOriginal<{ number: number; measured?: MeasurementInput; cause: string }>();
  const many = useHowMany('volume', original?.measured);
  // A round that is recorded leaves no taps for the next.
  const [nth, setNth] = useState(0);
  const [tallied, setTallied] = useState(false);
  const [measuring, setMeasuring] = useState(original?.measured !== undefined);
  const [number, setNumber] = useState(original ? numberText(original.number ?? 0, locale) : '');
  const [cause, setCause] = useState(original?.cause ?? '');
  const read = measuring ? many.read() : null;
  const measured = read === 'all' ? null : read;
  const n = measured
    ? numberFrom(measurement.parse(measured)).number
    : measuring
      ? null
      : wholeOf(number, locale).value;
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        if (n !== null)
          void act.submit(
            {
              ...at(h),
              number: n,
              // What was measured before is taken away by a count that takes its place.
              ...(measured ? { measured } : correcting ? { measured: null } : {}),
              cause,
              ...event.payload,
            },
            (r) => `${grouped(n)} recorded, ${h.unit}.${judgedSays(r.judged)}`,
          );
      }}
      label="Record"
      disabled={n === null}
    >
      {measuring ? (
        <HowManyInput
          value={many.value}
          onChange={many.setValue}
          methods={['volume', 'weight']}
          what="dead"
          error={act.errorOn('measured') ?? act.errorOn('number')}
        />
      ) : (
        <>
          <NumberInput
            label={label}
            value={number}
            onChange={setNumber}
            error={act.errorOn('number')}
            hint="0 says: looked, none found"
          />
          {!correcting && (
            <TallyPad
              key={nth}
              open={nth > 0 && tallied}
              classes={[{ id: 'dead', word: 'dead', key: 'd' }]}
              word="Count"
              onCount={(taps) => {
                setTallied(true);
                setNumber(numberText(taps.dead ?? 0, locale));
              }}
            />
          )}
        </>
      )}
      <Button kind="link" className="self-start text-small" onClick={() => setMeasuring(!measuring)}>
        {measuring ? 'count them one by one' : 'many: by volume or weight'}
      </Button>
      {asksCause && <TextField label="Suspected cause" value={cause} onChange={setCause} />}
    </ActForm>
  );
}
