'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { MeasureInput } from '@/client/inputs';
import { traysLeft, trayWords } from '@/core/appetite/next';
import { figures } from '@/core/quantities/format';
import { SelectField } from '@/ui/SelectField';
import { checkTray } from './act';
import { trayLine } from './shorthand';

/** What a tray, or the bottom, shows. */
export function TrayForm({ h }: { h: ActHolding }) {
  const f = useActForm(checkTray, {
    about: at(h),
    as: { leftG: 'small' },
    clears: ['left', 'leftG'],
    says: (r) => (r?.nextG == null ? 'Recorded.' : `Recorded. By the tray the next meal is ${figures(r.nextG, 3)} g.`),
  });
  return (
    <Form
      of={f}
      label="Record what was left"
      needs={[f.value('left') === null && f.value('leftG') === null && 'what was left']}
    >
      <SelectField
        label="On the tray, or the bottom"
        {...f.field('left')}
        options={traysLeft.map((l) => ({ value: l, label: trayWords[l] }))}
        empty="weighed instead"
      />
      {f.value('left') === null && (
        <MeasureInput label="Left, weighed" {...f.measure('leftG')} hint="As dry as it was given" />
      )}
    </Form>
  );
}

export const forms = formsOf(checkTray, {
  shorthand: trayLine,
  offers: [
    {
      id: 'tray',
      word: 'Left over',
      rank: ({ h }) => (h.can.includes('eats') ? 3 : null),
      form: ({ h }) => <TrayForm h={h} />,
    },
  ],
  corrects: { tray: ofHolding((h) => <TrayForm h={h} />) },
  aboutUnit: true,
});
