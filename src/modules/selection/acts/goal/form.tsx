'use client';

import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import type { SelectionGoal } from '../../input';
import { GoalFields } from '../open/form';
import { setGoal } from './act';

/** The goal, the range or the prices are others now. */
export function GoalForm({ selection, goal, done }: { selection: number; goal: SelectionGoal; done?: () => void }) {
  const f = useActForm(setGoal, {
    about: { selection },
    begin: goal,
    draftFor: `goal of ${selection}`,
    as: { targetG: 'small' },
    event: false,
    says: () => 'Set.',
    done,
  });
  return (
    <Form of={f} label="Set it">
      <GoalFields of={f as never} />
    </Form>
  );
}
