'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { DecimalInput } from '@/client/inputs';
import { chemicalMoveIds, chemicalMoves, hazards } from '@/core/health/chemicals';
import { plain } from '@/core/quantities/format';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import type { Chemical } from '../../views/chemicals';
import { moveChemical } from './act';

/** A chemical came, went, or was counted. */
export function ChemicalMoveForm({ of, done }: { of: Chemical; done?: () => void }) {
  const f = useActForm(moveChemical, {
    about: { chemical: of.id },
    begin: { what: 'came' },
    draftFor: `chemical move ${of.id}`,
    needs: { amount: 'how much' },
    as: { amount: 'plain' },
    says: (r) => `${plain(Number((r?.left ?? 0).toPrecision(4)))} ${r?.unit} of ${r?.name} are on hand.`,
    done,
  });
  return (
    <Form of={f} label="Record">
      <Choice
        label="It was, or"
        {...f.field('what')}
        options={chemicalMoveIds.map((value) => ({ value, label: chemicalMoves[value] }))}
      />
      <DecimalInput label={`How much, ${of.unit}`} {...f.field('amount')} />
      <TextField label="In a line" {...f.field('said')} />
      <Caution>
        {hazards[of.hazard].says}
        {f.value('what') === 'disposed' && ' By label and local law, never into the outflow.'}
      </Caution>
    </Form>
  );
}

export const forms = formsOf(moveChemical, {});
