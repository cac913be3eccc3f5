'use client';

import { ActForm } from '@/client/act/ActForm';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import type { ActHolding } from '@/client/holding';
import { HowManyInput, useHowMany } from '@/client/measure/HowMany';
import { type Amount, amountPayload } from '@/client/measure/readHowMany';
import { useEventFields } from '@/client/when';
import { changeStage } from './act';

/** Hatch and other changes of stage, all or in parts over days. */
export function StageForm({ h }: { h: ActHolding }) {
  const next = h.stages[h.stages.findIndex((s) => s.id === h.stage) + 1];
  const act = useAct(changeStage, () => many.reset());
  const event = useEventFields();
  const many = useHowMany('all', useOriginal<{ amount: Amount }>()?.amount);
  if (!next) return <p className="quiet">{h.stageName} is the last stage.</p>;
  const m = many.read();
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        if (m)
          void act.submit(
            { unit: h.unitId, lotId: h.lotId, from: h.stage, to: next.id, amount: amountPayload(m), ...event.payload },
            () => `Recorded: now ${next.name}.`,
          );
      }}
      label={h.can.includes('picked') ? 'Record hatch' : 'Record stage'}
      disabled={!m}
    >
      <p className="quiet">
        {h.stageName} that are now {next.name}
      </p>
      <HowManyInput
        value={many.value}
        onChange={many.setValue}
        methods={['all', 'counted', 'volume', 'estimated']}
        error={act.errorOn('number')}
      />
    </ActForm>
  );
}
