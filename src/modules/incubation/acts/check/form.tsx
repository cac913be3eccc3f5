'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { type ActHolding, at } from '@/client/holding';
import { NumberInput, numberText, wholeOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import { thresholds } from '@/core/thresholds';
import { isTable } from '@/core/units/unitKinds';
import { HowTo } from '@/ui/HowTo';
import { SelectField } from '@/ui/SelectField';
import { recordCheck } from './act';
import { SwimUpForm } from './SwimUpForm';
import { eyedLine } from './shorthand';

export function CheckForm({ h }: { h: ActHolding }) {
  const { locale } = useSession();
  const act = useAct(recordCheck, () => {
    setSuccesses('');
    setTrials('');
  });
  const event = useEventFields();
  const checks = h.checks.filter((c) => c.stage === h.stage || h.checks.length < 3);
  const list = checks.length > 0 ? checks : h.checks;
  const original = useOriginal<{ check: string; successes: number; trials: number }>();
  const [check, setCheck] = useState(original?.check ?? list.find((c) => c.id === 'eyed')?.id ?? list[0]?.id ?? '');
  const [successes, setSuccesses] = useState(original ? numberText(original.successes ?? 0, locale) : '');
  const [trials, setTrials] = useState(original ? numberText(original.trials ?? 0, locale) : '');
  const [s, t] = [wholeOf(successes, locale).value, wholeOf(trials, locale).value];
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        if (s !== null && t !== null)
          void act.submit(
            { ...at(h), check, successes: s, trials: t, ...event.payload },
            (r) =>
              `${Math.round(100 * Number(r?.estimate))} %, between ${Math.round(100 * Number(r?.low))} and ${Math.round(100 * Number(r?.high))} %. No animal was moved.${check === 'stuck' ? stuckSays(r) : ''}`,
          );
      }}
      label="Record check"
      disabled={s === null || t === null}
    >
      <HowTo card="stages" />
      <SelectField
        label="Looked for"
        value={check}
        onChange={setCheck}
        options={list.map((c) => ({ value: c.id, label: c.name }))}
        hint={list.find((c) => c.id === check)?.looks}
        error={act.errorOn('check')}
      />
      <div className="grid grid-cols-2 gap-2">
        <NumberInput label="With it" value={successes} onChange={setSuccesses} error={act.errorOn('successes')} />
        <NumberInput label="out of" value={trials} onChange={setTrials} error={act.errorOn('trials')} />
      </div>
    </ActForm>
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
  shorthand: eyedLine,
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
