'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { NumberInput } from '@/client/inputs';
import { thresholds } from '@/core/thresholds';
import { isTable } from '@/core/units/unitKinds';
import { SelectField } from '@/ui/SelectField';
import { HowTo } from '@/ui/words/HowTo';
import { recordCheck } from './act';
import { SwimUpForm } from './SwimUpForm';
import { eyedLine, gutsLine } from './shorthand';

export function CheckForm({ h }: { h: ActHolding }) {
  const ofStage = h.checks.filter((c) => c.stage === h.stage || h.checks.length < 3);
  const list = ofStage.length > 0 ? ofStage : h.checks;
  const f = useActForm(recordCheck, {
    about: at(h),
    begin: { check: (list.find((c) => c.id === 'eyed') ?? list[0])?.id },
    needs: { successes: 'how many have it', trials: 'of how many' },
    clears: ['successes', 'trials'],
    says: (r, sent) =>
      `${Math.round(100 * Number(r?.estimate))} %, between ${Math.round(100 * Number(r?.low))} and ${Math.round(100 * Number(r?.high))} %. No animal was moved.${sent.value('check') === 'stuck' ? stuckSays(r) : ''}`,
  });
  return (
    <Form of={f} label="Record check">
      <HowTo card="stages" />
      <SelectField
        label="Looked for"
        {...f.field('check')}
        options={list.map((c) => ({ value: c.id, label: c.name }))}
        hint={list.find((c) => c.id === f.value('check'))?.looks}
      />
      <div className="grid grid-cols-2 gap-2">
        <NumberInput label="With it" {...f.field('successes')} />
        <NumberInput label="out of" {...f.field('trials')} />
      </div>
    </Form>
  );
}

/** What to do where eggs stick together, once the sample says so beyond chance; what is unsure says so. */
function stuckSays(r: { low: number; high: number }): string {
  const most = thresholds.stuckShare.value;
  if (r.low > most)
    return ' More stick together than should: part them gently or treat them again for stickiness, before they harden; later only what lies loose.';
  return r.high > most
    ? ` Whether it is more than ${Math.round(100 * most)} %, more looked at will tell.`
    : ' Nearly all lie single.';
}

export const forms = formsOf(recordCheck, {
  shorthand: [eyedLine, gutsLine],
  offers: [
    {
      id: 'check',
      word: 'Check',
      rank: ({ h, unitKind }) =>
        h.can.includes('picked') ? (isTable(unitKind) ? 3 : 2) : h.can.includes('eats') ? 7 : 3,
      form: ({ h }) => <CheckForm h={h} />,
    },
    {
      id: 'swimUp',
      word: 'Beakers',
      rank: ({ h }) => (h.can.includes('ponded') ? 2 : null),
      form: ({ h, checks }) => <SwimUpForm h={h} earlier={checks} />,
    },
  ],
  corrects: { check: ofHolding((h) => <CheckForm h={h} />) },
  aboutUnit: true,
});
