'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { useSession } from '@/client/session';
import { clock, dayMonth } from '@/core/time/localDay';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { type HoldReason, holdFeed, holdReasons } from './act';

/** A tank is not fed for a while, and why. */
export function HoldForm({ h }: { h: ActHolding }) {
  const { timeZone, now } = useSession();
  const f = useActForm(holdFeed, {
    about: at(h),
    begin: { why: 'handling' },
    needs: { hours: 'for how long' },
    clears: ['hours'],
    says: (r, sent) =>
      r && sent.value('hours') !== 0
        ? `${r.unit} is not fed until ${clock(r.until, timeZone)} on ${dayMonth(r.until, timeZone, now)}.`
        : `${r?.unit ?? h.unit} is fed again.`,
  });
  return (
    <Form of={f} label="Hold the feed">
      <SelectField
        label="Why"
        {...f.field('why')}
        options={(Object.keys(holdReasons) as HoldReason[]).map((value) => ({ value, label: holdReasons[value] }))}
      />
      <TextField
        label="For, hours"
        inputMode="decimal"
        {...f.field('hours')}
        hint="A day before handling, by size and warmth; some hours after it. Nought: they are fed again"
      />
    </Form>
  );
}

export const forms = formsOf(holdFeed, {
  offers: [
    {
      id: 'hold',
      word: 'No feed',
      rank: ({ h }) => (h.can.includes('eats') ? 11 : null),
      form: ({ h }) => <HoldForm h={h} />,
    },
  ],
  corrects: { feedHold: ofHolding((h) => <HoldForm h={h} />) },
  aboutUnit: true,
});
