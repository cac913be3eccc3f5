'use client';

import { useRouter } from 'next/navigation';
import { Form } from '@/client/form/Form';
import { type ActFormOf, useActForm } from '@/client/form/useActForm';
import { DecimalInput, MeasureInput, NumberInput } from '@/client/inputs';
import { Fold } from '@/ui/Fold';
import { SelectField } from '@/ui/SelectField';
import type { SelectionGoal } from '../../input';
import type { SelectionTank } from '../../views/selections';
import { openSelection } from './act';

/** Which tank comes to the bench, and for what. */
export function OpenForm({ tanks, done }: { tanks: readonly SelectionTank[]; done?: () => void }) {
  const router = useRouter();
  const f = useActForm(openSelection, {
    about: {},
    begin: {},
    draftFor: 'selection',
    as: { targetG: 'small' },
    event: false,
    needs: { unit: 'a tank', keep: 'how many to keep' },
    says: (r) => {
      if (r) router.push(`/rearing/selection/${r.id}`);
      return 'Begun.';
    },
    done,
  });
  const unit = f.field('unit');
  return (
    <Form of={f} label="Begin">
      <SelectField
        label="Fish of"
        {...unit}
        options={tanks.map((t) => ({
          value: String(t.unitId),
          label: `${t.unit}, ${t.speciesName} ${t.lot}`,
          group: t.room,
        }))}
      />
      <GoalFields of={f as never} />
    </Form>
  );
}

/** What a selection is for, in its own form and when it is changed. */
export function GoalFields({ of: f }: { of: ActFormOf<Partial<SelectionGoal>> }) {
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <NumberInput label="To keep" {...f.field('keep')} />
        <NumberInput label="For the second pond" {...f.field('second')} />
      </div>
      <div className="grid grid-cols-2 gap-2">
        <MeasureInput label="Compete from" {...f.measure('fromMm')} hint="smaller ones are cut off first" />
        <MeasureInput label="to" {...f.measure('toMm')} hint="left empty: the lengths propose it" />
      </div>
      <MeasureInput label="Ready at" {...f.measure('targetG')} hint="what one weighs then" />
      <Fold title="Prices, for the gamble">
        <div className="mt-1 grid grid-cols-2 gap-2">
          <DecimalInput label="One fetches now" {...f.field('priceNow')} />
          <DecimalInput label="If it becomes what is hoped" {...f.field('priceLater')} />
          <DecimalInput label="Costs a month" {...f.field('keepCostPerMonth')} />
          <DecimalInput label="Months until then" {...f.field('months')} />
          <DecimalInput label="Live until then, %" {...f.field('survivalShare')} />
        </div>
      </Fold>
    </>
  );
}
