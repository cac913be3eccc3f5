'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { MeasureInput } from '@/client/inputs';
import { useSession } from '@/client/session';
import type { RationMethod } from '@/core/feeding/rationPlan';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { setRation } from './act';
import { hourAsTime } from './hour';

const METHODS: { value: RationMethod; label: string }[] = [
  { value: 'table', label: 'by table: mass and temperature' },
  { value: 'growth', label: 'by growth: expected gain times conversion' },
  { value: 'hatcheryConstant', label: 'by growth in length (hatchery constant)' },
  { value: 'percent', label: 'share of their mass' },
  { value: 'fixed', label: 'so many grams a day' },
];

/** How a tank is fed from now on: method, meals, hours, feed. */
export function RationForm({ h }: { h: ActHolding }) {
  const { feeds } = useSession();
  const f = useActForm(setRation, {
    about: at(h),
    // What was set stays to be seen.
    clears: [],
    begin: h.plan ?? { method: 'table', fromHour: 6, toHour: 20, by: 'hand' },
    as: { fixedG: 'small', fromHour: hourAsTime, toHour: hourAsTime },
    needs: { percentPerDay: 'the share a day', fixedG: 'the grams a day', lengthGainMmPerDay: 'the growth in length' },
    mayBeEmpty: ['fromHour', 'toHour'],
    says: (r) => `${r?.unit ?? h.unit} is fed so from now on.`,
  });
  const method = f.value('method') ?? 'table';
  return (
    <Form of={f} label="Set the ration">
      <SelectField label="Ration" {...f.field('method')} options={METHODS} />
      {method === 'table' && (
        <SelectField
          label="Table"
          {...f.field('table')}
          options={feeds.tables.map((t) => ({ value: t.id, label: t.name }))}
          empty="the one of their species"
        />
      )}
      {method === 'percent' && (
        <TextField label="Of their mass a day, %" inputMode="decimal" {...f.field('percentPerDay')} />
      )}
      {method === 'fixed' && <MeasureInput label="Feed a day" {...f.measure('fixedG')} />}
      {method === 'hatcheryConstant' && (
        <TextField label="Growth in length wanted, mm a day" inputMode="decimal" {...f.field('lengthGainMmPerDay')} />
      )}
      {(method === 'growth' || method === 'hatcheryConstant') && (
        <TextField
          label="Feed for a gram of growth (if known)"
          inputMode="decimal"
          {...f.field('conversion')}
          hint="Empty: what Reference expects"
        />
      )}
      <TextField
        label="Of that, %"
        inputMode="decimal"
        {...f.field('ofMethodShare')}
        hint="100 or empty: all of it. Less holds them back on purpose"
      />
      <SelectField
        label="Given"
        {...f.field('by')}
        options={[
          { value: 'hand', label: 'by hand, meal by meal' },
          { value: 'belt', label: 'on a belt, loaded once' },
        ]}
      />
      {f.value('by') !== 'belt' && (
        <TextField
          label="Meals a day"
          inputMode="numeric"
          {...f.field('mealsPerDay')}
          hint="Empty: as usual for their size"
        />
      )}
      <div className="grid grid-cols-2 gap-3">
        <TextField label="From" {...f.typed('fromHour')} placeholder="06:00" />
        <TextField label="To" {...f.typed('toHour')} placeholder="20:00" />
      </div>
      {feeds.products.length > 0 && (
        <SelectField
          label="Feed"
          {...f.field('product')}
          options={feeds.products.map((p) => ({ value: String(p.id), label: p.name }))}
          empty="the one that fits their size"
        />
      )}
    </Form>
  );
}

export const forms = formsOf(setRation, {
  offers: [
    {
      id: 'ration',
      word: 'Ration',
      rank: ({ h }) => (h.can.includes('eats') ? 7 : null),
      form: ({ h }) => <RationForm h={h} />,
    },
  ],
  corrects: { ration: ofHolding((h) => <RationForm h={h} />) },
  aboutUnit: true,
});
