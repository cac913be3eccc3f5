'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { InstantField } from '@/client/DayField';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { useSession } from '@/client/session';
import { clock, dayMonth } from '@/core/time/localDay';
import { TextField } from '@/ui/fields';
import { planGrading } from './act';

/** When the grading that was laid out is done, by whom, and since when they are not fed. */
export function GradePlanForm({
  h,
  plan,
  done,
}: {
  h: Pick<ActHolding, 'unitId' | 'lotId' | 'stage'>;
  /** As it was laid out on the bench; a correction keeps what was. */
  plan?: { barsMm: number[]; classes: { grade: string; unit: number | null; share: number }[] };
  done?: () => void;
}) {
  const { timeZone, now } = useSession();
  const f = useActForm(planGrading, {
    about: { ...at(h), ...plan },
    begin: { noFeedHours: 18 },
    draftFor: `grading ${h.lotId} ${h.unitId}`,
    needs: { on: 'when it begins' },
    says: (r) =>
      r
        ? `Planned. ${r.unit} is not fed from ${clock(r.holdFrom, timeZone)} on ${dayMonth(r.holdFrom, timeZone, now)}.`
        : 'Planned.',
    done,
  });
  return (
    <Form of={f} label="Plan it">
      <InstantField label="It begins" {...f.own('on')} />
      <TextField
        label="Without feed before it, hours"
        inputMode="decimal"
        {...f.field('noFeedHours')}
        hint="So long as a gut needs to empty: less in warm water, more in cold. The hold is set by this plan"
      />
      <TextField label="Who" {...f.field('who')} placeholder="two people" />
      <p className="quiet">
        Receiving tanks are filled the day before. Salt and oxygen where fish wait in bowls; nobody grades warm water at
        noon.
      </p>
    </Form>
  );
}

export const forms = formsOf(planGrading, {
  corrects: { gradingPlan: ofHolding((h) => <GradePlanForm h={h} />) },
  aboutUnit: true,
});
