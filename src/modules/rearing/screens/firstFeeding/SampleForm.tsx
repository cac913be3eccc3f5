'use client';

import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { NumberInput, wholeOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import { judgeLarvae, type LarvalCheck } from '@/core/feeding/larvalSample';
import { recordCheck } from '@/modules/incubation/acts/check/act';
import { sampleWords } from './sampleWords';

/** A beaker of larvae looked at for one thing; what it says, and how many more would tell, while it is typed. */
export function SampleForm({
  tank,
  check,
  before,
  done,
}: {
  tank: { unitId: number; lotId: number; stage: string };
  check: { id: LarvalCheck; name: string; looks: string };
  /** Looked at in this round already: it counts with what is typed. */
  before: { successes: number; trials: number } | null;
  done: () => void;
}) {
  const { locale } = useSession();
  const f = useActForm(recordCheck, {
    about: { unit: tank.unitId, lotId: tank.lotId, stage: tank.stage, check: check.id },
    needs: { successes: 'how many have it', trials: 'of how many' },
    clears: ['successes', 'trials'],
    says: (_, sent) =>
      `${check.name}: ${sent.value('successes')} of ${sent.value('trials')} recorded. No animal was moved.`,
    done,
  });
  const [k, n] = [
    wholeOf(String(f.value('successes') ?? ''), locale).value,
    wholeOf(String(f.value('trials') ?? ''), locale).value,
  ];
  const typed = k !== null && n !== null && n > 0 && k >= 0 && k <= n;
  const j = typed
    ? judgeLarvae(check.id, {
        successes: k + (before?.successes ?? 0),
        trials: n + (before?.trials ?? 0),
      })
    : null;
  return (
    <Form of={f} label="Record the sample">
      <p className="text-small text-soft">
        {check.looks}. From several places, without a net; put back what swims.
        {before && ` In this round ${before.successes} of ${before.trials} so far.`}
      </p>
      <div className="grid grid-cols-2 gap-2">
        <NumberInput label="With it" {...f.field('successes')} />
        <NumberInput label="out of" {...f.field('trials')} />
      </div>
      {j && (
        <p
          data-testid="sample-says"
          className={j.is === 'good' ? 'text-deep' : j.is === 'bad' ? 'text-hand' : 'text-careful'}
        >
          {sampleWords(j)}
        </p>
      )}
    </Form>
  );
}
