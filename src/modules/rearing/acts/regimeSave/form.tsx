'use client';

import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useTyped } from '@/client/form/useTyped';
import { numberText } from '@/client/inputs';
import { useSession } from '@/client/session';
import type { RegimePlan } from '@/core/feeding/regimes';
import { TextField } from '@/ui/fields';
import { Rows } from '@/ui/Rows';
import { SelectField } from '@/ui/SelectField';
import { saveRegime } from './act';
import { rowsOfSteps, stepsOfRows } from './stepRows';

const COLUMNS = [
  { key: 'feed', label: 'feed' },
  { key: 'from', label: 'from', kind: 'figures' as const, width: '3.4rem' },
  { key: 'to', label: 'to', kind: 'figures' as const, width: '3.4rem' },
  { key: 'mealsPerDay', label: 'meals', kind: 'figures' as const, width: '3rem' },
  { key: 'perMl', label: 'per mL', kind: 'figures' as const, width: '3rem' },
];

/** A regime of the hatchery's own, begun from another. @param own it is changed, else copied */
export function RegimeSaveForm({
  from,
  own,
  species,
  done,
}: {
  from: RegimePlan;
  own: boolean;
  species: string;
  done: () => void;
}) {
  const { locale } = useSession();
  const typing = useTyped(() => ({ rows: rowsOfSteps(from.steps, (n) => numberText(n, locale)) }));
  const f = useActForm(saveRegime, {
    about: { species },
    begin: {
      name: own ? from.name : `${from.name}, ours`,
      by: from.by,
      fits: from.fits,
      source: own ? from.source : 'own',
    },
    draftFor: `regime ${from.id} ${own ? 'own' : 'copy'}`,
    typing,
    needs: { name: 'a name', fits: 'where it fits' },
    adjust: (input) => ({ ...input, steps: stepsOfRows(typing.value.rows, input.by ?? 'days', locale).steps }),
    says: () => 'Saved. Tanks follow it once it is chosen for them.',
    done,
  });
  const by = f.value('by') ?? 'days';
  const { steps, errors } = stepsOfRows(typing.value.rows, by, locale);
  return (
    <Form
      of={f}
      label="Save it"
      needs={[steps.length === 0 && 'a step', Object.keys(errors).length > 0 && 'steps without a fault']}
    >
      <TextField label="Name" {...f.field('name')} />
      <SelectField
        label="Counted in"
        {...f.field('by')}
        options={[
          { value: 'days', label: 'days after the hatch' },
          { value: 'degreeDays', label: 'degree-days (°C) after the hatch' },
        ]}
      />
      <Rows
        label="Steps"
        one="step"
        columns={COLUMNS}
        rows={typing.value.rows}
        onChange={(rows) => typing.put({ rows })}
        errors={errors}
      />
      <p className="text-small text-soft">
        A step ends before its “to”; the last may be left open. Steps overlap while a new feed takes over; per mL only
        for live prey.
      </p>
      <TextField label="Where it fits" {...f.field('fits')} />
      <TextField label="Whose it is" {...f.field('source')} />
    </Form>
  );
}
