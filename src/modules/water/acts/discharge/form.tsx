'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { DecimalInput, MeasureInput } from '@/client/inputs';
import { dischargeFigureIds, dischargeFigures, dischargeIds, discharges } from '@/core/water/discharge';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { recordDischarge } from './act';

/** A sample of the outflow, or what was disposed of. */
export function DischargeForm({ place, done }: { place?: string; done?: () => void }) {
  const f = useActForm(recordDischarge, {
    about: {},
    begin: { what: 'sample', ...(place === undefined ? {} : { place }) },
    draftFor: 'discharge',
    needs: { place: 'where' },
    says: (r) =>
      r && r.over.length > 0
        ? `Recorded. Beyond its permit: ${r.over.join('; ')}. Tell who has to know, feed less, clean the settling.`
        : 'Recorded.',
    done,
  });
  const what = f.value('what') ?? 'sample';
  const lines = f.lines('figures', { value: 'plain', most: 'plain' }, ['kind', 'value']);
  return (
    <Form of={f} label="Record">
      <Choice
        label="It is"
        {...f.field('what')}
        options={dischargeIds.map((value) => ({ value, label: discharges[value] }))}
      />
      <TextField label="Where" {...f.field('place')} />
      {what === 'sample' ? (
        <fieldset>
          <legend className="mb-1 text-soft">Figures, and what the permit allows</legend>
          {lines.each.map((l) => (
            <div
              key={l.key}
              className="mb-1 grid grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)_minmax(0,1fr)] items-end gap-2"
            >
              <SelectField
                label="Of"
                {...l.field('kind')}
                empty="choose"
                options={dischargeFigureIds.map((value) => ({
                  value,
                  label: `${dischargeFigures[value].word}${dischargeFigures[value].unit ? `, ${dischargeFigures[value].unit}` : ''}`,
                }))}
              />
              <DecimalInput label="Figure" {...l.field('value')} />
              <DecimalInput label="At most" {...l.field('most')} />
            </div>
          ))}
          {lines.error && <span className="text-small text-loss">{lines.error}</span>}
        </fieldset>
      ) : (
        <MeasureInput label="How much" {...f.measure('litres')} />
      )}
      <TextField label="In a line" {...f.field('said')} />
      {what === 'disposal' && (
        <Caution>
          Salty, chlorinated or treated water goes where the permit and the label let it go, never into a brook; diluted
          or neutralised first where they say so.
        </Caution>
      )}
    </Form>
  );
}

export const forms = formsOf(recordDischarge, {});
