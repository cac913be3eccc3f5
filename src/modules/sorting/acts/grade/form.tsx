'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import type { ActHolding, PlaceOption } from '@/client/holding';
import { at, placeOptions } from '@/client/holding';
import { HowManyInput } from '@/client/measure/HowMany';
import { grade } from '@/modules/sorting/acts/grade/act';
import { TallyTogether } from '@/modules/sorting/screens/TallyTogether';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';

export function GradeForm({
  h,
  places,
  plan,
  done,
}: {
  h: Pick<ActHolding, 'unitId' | 'lotId' | 'stage'>;
  places: readonly PlaceOption[];
  /** As it was laid out on the bench, smallest first. */
  plan?: { barsMm: number[]; classes: readonly { grade: string; unit: number | null }[] };
  done?: () => void;
}) {
  const f = useActForm(grade, {
    about: { ...at(h), ...(plan ? { barsMm: plan.barsMm } : {}) },
    begin: {
      classes: (plan?.classes ?? ['L', 'S'].map((name) => ({ grade: name, unit: null }))).map(
        (c) => ({ grade: c.grade, ...(c.unit === null ? {} : { unit: c.unit }) }) as never,
      ),
    },
    done,
    says: (r) => `New lots: ${(r?.lots ?? []).join(', ')}.`,
  });
  const classes = f.lines('classes');
  return (
    <Form
      of={f}
      label="Record grading"
      needs={[
        classes.each.some((c) => !c.value('grade')) && 'a name for each class',
        classes.each.some((c) => !c.value('unit')) && 'a unit for each class',
        classes.each.some((c) => !c.value('amount')) && 'how many are in each',
      ]}
    >
      <p className="quiet">
        Feed none today and see that the receiving units are filled. With every class measured the grading is a count of
        the whole.
      </p>
      <TallyTogether
        unitId={h.unitId}
        word="Classes by tap or key, alone or together"
        classes={classes.each.map((c, i) => ({
          id: c.value('grade') ?? `class ${i + 1}`,
          word: c.value('grade') ?? `class ${i + 1}`,
          key: String(i + 1),
        }))}
        onSum={(sum) =>
          // All lines at once: one after the other each would forget what was put into the one before.
          f.fill(
            'classes',
            classes.each.map((c) => {
              const number = sum[c.value('grade') ?? ''];
              const counted = number
                ? { kind: 'measured', measured: { method: 'counted', number } }
                : c.value('amount');
              return {
                grade: c.value('grade') ?? '',
                ...(c.value('unit') === null ? {} : { unit: c.value('unit') }),
                ...(counted ? { amount: counted } : {}),
              };
            }) as never,
          )
        }
      />
      {classes.each.map((c) => (
        <fieldset key={c.key} className="flex flex-col gap-2 border-t border-rule pt-2">
          <legend className="sr-only">Class {c.key + 1}</legend>
          <div className="grid grid-cols-[5rem_1fr] gap-2">
            <TextField label="Class" {...c.field('grade')} />
            <SelectField label="To" {...c.field('unit')} options={placeOptions(places)} />
          </div>
          <HowManyInput
            {...c.many('amount')}
            methods={c.key === classes.each.length - 1 ? ['counted', 'weight', 'all'] : ['counted', 'weight']}
          />
        </fieldset>
      ))}
      <div className="flex gap-3">
        <Button kind="link" onClick={classes.add}>
          another class
        </Button>
        {classes.each.length > 2 && (
          <Button kind="link" onClick={classes.each.at(-1)!.drop}>
            one less
          </Button>
        )}
      </div>
    </Form>
  );
}

export const forms = formsOf(grade, {
  offers: [
    {
      id: 'grade',
      word: 'Grade',
      rank: ({ h }) => (h.can.includes('eats') ? 5 : null),
      shakes: true,
      form: ({ h, places }) => <GradeForm h={h} places={places} />,
    },
  ],
  corrects: { grade: ofHolding((h, { places }) => <GradeForm h={h} places={places} />) },
  aboutUnit: true,
});
