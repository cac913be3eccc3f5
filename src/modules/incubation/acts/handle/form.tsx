'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { DecimalInput, MeasureInput } from '@/client/inputs';
import { handlings } from '@/core/incubation/eggWords';
import { isTable } from '@/core/units/unitKinds';
import { SelectField } from '@/ui/SelectField';
import { handleEggs } from './act';

type What = keyof typeof handlings;

/** What is done to larvae, too. */
const ofLarvae: What[] = ['water', 'cleaned', 'flow'];

/** Eggs shocked, poured, cleaned, or left without flow: what whitens after it is then expected. */
export function HandleForm({ h }: { h: ActHolding }) {
  const larvae = h.can.includes('ponded');
  const f = useActForm(handleEggs, {
    about: at(h),
    begin: { what: larvae ? 'water' : 'shocked' },
    needs: { minutes: 'the minutes' },
    says: (_, sent) =>
      larvae || sent.value('what') === 'rolled' || sent.value('what') === 'water'
        ? 'Recorded.'
        : 'Recorded: what whitens after it is expected now.',
  });
  const what = f.value('what')!;
  return (
    <Form of={f} label="Record">
      <SelectField
        label="They were"
        {...f.field('what')}
        options={(larvae ? ofLarvae : (Object.keys(handlings) as What[])).map((k) => ({
          value: k,
          label: handlings[k].name,
        }))}
        hint={handlings[what].says}
      />
      {what === 'flow' && <DecimalInput label="Minutes" {...f.field('minutes')} />}
      {what === 'rolled' && (
        <MeasureInput
          label="Flow, if measured"
          {...f.measure('flowLPerMin')}
          hint="a bucket and a watch will do; danger and load go by it"
        />
      )}
    </Form>
  );
}

export const forms = formsOf(handleEggs, {
  offers: [
    {
      id: 'handle',
      word: 'Shock, handle',
      rank: ({ h, unitKind }) => (h.can.includes('picked') && !isTable(unitKind) ? 4 : null),
      shakes: true,
      form: ({ h }) => <HandleForm h={h} />,
    },
    {
      id: 'handle',
      word: 'Water, cleaning',
      rank: ({ h }) => (h.can.includes('ponded') ? 6 : null),
      shakes: true,
      form: ({ h }) => <HandleForm h={h} />,
    },
  ],
  corrects: { handled: ofHolding((h) => <HandleForm h={h} />) },
  aboutUnit: true,
});
