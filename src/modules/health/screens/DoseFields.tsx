'use client';

import type { ActFormOf } from '@/client/form/useActForm';
import { DecimalInput, MeasureInput } from '@/client/inputs';
import { attempt } from '@/core/calculation';
import { type Dose, treatedBases, treatedBy, treatedByWords, workDose } from '@/core/health/treatment';
import type { TreatmentGiven } from '@/core/health/treatmentInput';
import { figures } from '@/core/quantities/format';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';

const basisWords = {
  activeSubstance: 'active substance',
  productMass: 'product, by mass',
  productVolume: 'product, by volume',
} as const;

/** What a form of a treatment begins with, reads and wants. */
export const doseForm = {
  begin: { by: 'bath', basis: 'activeSubstance', water: 'off' },
  as: { massG: 'all' },
  needs: { product: 'the product', orderedBy: 'who ordered it', label: 'the label or order' },
} as const;

/** Product, dose worked as it is typed, who ordered it, what bars them afterwards, and what to mind. */
export function DoseFields({
  f,
  number,
}: {
  f: Pick<ActFormOf<TreatmentGiven>, 'value' | 'field' | 'measure'>;
  number: number;
}) {
  const by = f.value('by') ?? 'bath';
  const basis = f.value('basis') ?? 'activeSubstance';
  const dose = doseOf(f.value as never, by, number);
  const { ok: worked } = dose ? attempt(() => workDose(dose)) : { ok: undefined };
  const needsShare = by === 'feed' || (by === 'bath' && basis === 'activeSubstance');
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <TextField label="Product" {...f.field('product')} />
        <TextField label="Bottle or lot" {...f.field('productLot')} />
      </div>
      <Choice
        label="Given"
        {...f.field('by')}
        options={treatedBy.map((value) => ({ value, label: treatedByWords[value] }))}
      />
      {by === 'bath' && (
        <>
          <div className="grid grid-cols-2 gap-2">
            <DecimalInput
              label={basis === 'productVolume' ? 'Strength, µL/L' : 'Strength, mg/L'}
              {...f.field('targetMgPerL')}
            />
            <SelectField
              label="of what"
              {...f.field('basis')}
              options={treatedBases.map((value) => ({ value, label: basisWords[value] }))}
            />
          </div>
          <div className="grid grid-cols-2 gap-2">
            <MeasureInput label="Volume" {...f.measure('volumeL')} />
            <DecimalInput label="Minutes" {...f.field('minutes')} hint="the longest that they bear" />
          </div>
          <Choice
            label="The water"
            {...f.field('water')}
            options={[
              { value: 'off', label: 'off, air on' },
              { value: 'on', label: 'on' },
            ]}
          />
        </>
      )}
      {by === 'feed' && (
        <div className="grid grid-cols-2 gap-2">
          <DecimalInput label="mg for a kg of fish a day" {...f.field('mgPerKgDay')} hint="of the active substance" />
          <MeasureInput label="All the fish weigh" {...f.measure('massG')} />
          <DecimalInput label="Days" {...f.field('days')} />
        </div>
      )}
      {by === 'injection' && <DecimalInput label="mL into each" {...f.field('mlEach')} />}
      {needsShare && <DecimalInput label="Active, % by its label" {...f.field('activeShare')} />}
      {worked && (
        <p className="border-l-[3px] border-deep pl-3" data-testid="dose">
          <b>
            {worked.productMl === null
              ? grams(worked.perDayG ?? worked.productG!)
              : `${figures(worked.productMl, 3)} mL`}
          </b>{' '}
          of product{worked.perDayG === null ? '' : ` a day, ${grams(worked.productG!)} in all`}.
        </p>
      )}
      <div className="grid grid-cols-2 gap-2">
        <TextField label="Ordered by" {...f.field('orderedBy')} />
        <TextField label="By which label or order" {...f.field('label')} />
      </div>
      <div className="grid grid-cols-2 gap-2">
        <DecimalInput label="Withdrawal, days" {...f.field('withdrawalDays')} hint="0 where the label says none" />
        <DecimalInput label="or degree-days, °C·d" {...f.field('withdrawalDegreeDays')} hint="both: the later holds" />
      </div>
      {by === 'bath' && <TextField label="Discharged where, and allowed by" {...f.field('discharge')} />}
      <TextField
        label="Looked at too by"
        {...f.field('checkedBy')}
        hint="A second person, where it lies outside of Reference or of the books"
      />
      <Caution>
        Prescription, label and local law decide, the veterinarian orders. Gloves and eye wash; try a few fish first,
        stay beside a bath, air on, stop at distress. By-pass the biofilter. Nothing is discharged, released, sold or
        eaten before it may.
      </Caution>
    </>
  );
}

const grams = (g: number) => (g >= 1000 ? `${figures(g / 1000, 3)} kg` : `${figures(g, 3)} g`);

/** The dose as far as its figures are typed; null while one of them is not. */
function doseOf(value: (name: string) => number | null, by: Dose['by'], number: number): Dose | null {
  const all = (...names: string[]) => names.every((n) => value(n) !== null);
  const activeShare = value('activeShare') ?? undefined;
  if (by === 'bath')
    return all('targetMgPerL', 'volumeL')
      ? {
          by,
          targetMgPerL: value('targetMgPerL')!,
          basis: (value('basis') as never) ?? 'activeSubstance',
          volumeL: value('volumeL')!,
          activeShare,
        }
      : null;
  if (by === 'feed')
    return all('mgPerKgDay', 'massG', 'days')
      ? { by, mgPerKgDay: value('mgPerKgDay')!, massKg: value('massG')! / 1000, days: value('days')!, activeShare }
      : null;
  return all('mlEach') ? { by, mlEach: value('mlEach')!, number } : null;
}
