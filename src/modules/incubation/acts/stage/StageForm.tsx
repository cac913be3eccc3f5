'use client';

import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, nextOf } from '@/client/holding';
import { HowManyInput } from '@/client/measure/HowMany';
import { changeStage } from './act';

/** Hatch and other changes of stage, all or in parts over days. */
export function StageForm({ h }: { h: ActHolding }) {
  const next = h.stages.find((s) => s.id === nextOf(h));
  const f = useActForm(changeStage, {
    about: { unit: h.unitId, lotId: h.lotId, from: h.stage, to: next?.id },
    as: { amount: 'all' },
    needs: { amount: 'how many' },
    clears: ['amount'],
    says: () => `Recorded: now ${next?.name}.`,
  });
  if (!next) return <p className="quiet">{h.stageName} is the last stage.</p>;
  return (
    <Form of={f} label={h.can.includes('picked') ? 'Record hatch' : 'Record stage'}>
      <p className="quiet">
        {h.stageName} that are now {next.name}
      </p>
      <HowManyInput {...f.many('amount', 'number')} methods={['all', 'counted', 'volume', 'estimated']} />
    </Form>
  );
}
