'use client';

import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { DecimalInput, MeasureInput } from '@/client/inputs';
import { fateWords, givenAway } from '@/core/books/fates';
import { grouped } from '@/core/quantities/format';
import type { SelectionTotals } from '@/core/selection/totals';
import { Tick } from '@/ui/Checkbox';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import type { SelectionPlace } from '../../views/bench';
import { closeSelection } from './act';

/** Where those that stay go, what becomes of the others, and whether it was the whole tank. */
export function CloseForm({
  selection,
  unit,
  totals,
  books,
  places,
  done,
}: {
  selection: number;
  unit: string;
  totals: SelectionTotals;
  /** What the books hold in the unit. */
  books: number | null;
  places: readonly SelectionPlace[];
  done?: () => void;
}) {
  const { by } = totals;
  const f = useActForm(closeSelection, {
    about: { selection },
    begin: { fate: 'sold', whole: false },
    draftFor: `close of ${selection}`,
    needs: {
      ...(by.keep > 0 ? { keepTo: 'where the kept go' } : {}),
      ...(by.second > 0 ? { secondTo: 'where the second pond is' } : {}),
      ...(by.cull > 0 ? { method: 'the method of killing' } : {}),
    },
    says: (r) => (r ? `In the books: ${[r.kept, r.second].filter(Boolean).join(', ') || r.lot}.` : 'In the books.'),
    done,
  });
  const whole = f.field('whole');
  const unseen = books === null ? null : books - totals.all;
  return (
    <Form of={f} label="To the books">
      {by.keep > 0 && (
        <SelectField
          label={`${grouped(by.keep)} kept go to`}
          {...f.field('keepTo')}
          options={optionsOf(places, by.keep)}
        />
      )}
      {by.second > 0 && (
        <SelectField
          label={`${grouped(by.second)} for the second pond go to`}
          {...f.field('secondTo')}
          options={optionsOf(places, by.second)}
        />
      )}
      {by.sell > 0 && (
        <fieldset className="flex flex-col gap-2 border-t border-rule pt-2">
          <legend className="font-bold">{grouped(by.sell)} go away</legend>
          <div className="grid grid-cols-2 gap-2">
            <SelectField
              label="As"
              {...f.field('fate')}
              options={givenAway.map((g) => ({ value: g, label: fateWords[g] }))}
            />
            <TextField label="To whom" {...f.field('receiver')} />
            <DecimalInput label="Price of one" {...f.field('priceEach')} />
            <MeasureInput label="Mass of all" {...f.measure('massG')} />
          </div>
        </fieldset>
      )}
      {by.cull > 0 && (
        <fieldset className="flex flex-col gap-2 border-t border-rule pt-2">
          <legend className="font-bold">{grouped(by.cull)} are culled</legend>
          <div className="grid grid-cols-2 gap-2">
            <TextField label="Method of killing" {...f.field('method')} />
            <MeasureInput label="Mass of all" {...f.measure('culledG')} />
          </div>
          <Caution>
            Humane killing only by trained people, by the method that local rules allow; see that each is dead.
          </Caution>
        </fieldset>
      )}
      <Tick {...whole}>
        The whole tank was gone through: {unit} is empty{by.undecided > 0 ? ' but for the undecided' : ''}
      </Tick>
      {unseen !== null && unseen !== 0 && (
        <p className="text-small text-soft">
          {unseen > 0
            ? whole.checked
              ? `The books hold ${grouped(unseen)} more: they go to unexplained.`
              : `${grouped(unseen)} stay in ${unit} by the books.`
            : `${grouped(-unseen)} more were judged than the books hold.`}
        </p>
      )}
    </Form>
  );
}

const optionsOf = (places: readonly SelectionPlace[], n: number) =>
  places.map((p) => ({
    value: String(p.id),
    label: [
      p.name,
      p.holds ? `holds ${p.holds}` : 'empty',
      p.free === null ? '' : p.free < n ? `room for ${grouped(p.free)} only` : `room for ${grouped(p.free)}`,
    ]
      .filter(Boolean)
      .join(', '),
    group: p.room,
  }));
