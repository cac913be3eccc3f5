'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import type { ActHolding, PlaceOption } from '@/client/holding';
import { at, placeOptions } from '@/client/holding';
import { useShown } from '@/client/inputs';
import { HowManyInput } from '@/client/measure/HowMany';
import { type Amount, amountPayload, emptyHowMany, howManyValue, readHowMany } from '@/client/measure/readHowMany';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import { grade } from '@/modules/sorting/acts/grade/act';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';

type ClassRow = { grade: string; unit: string; stage?: string; many: ReturnType<typeof emptyHowMany> };

export function GradeForm({ h, places }: { h: ActHolding; places: readonly PlaceOption[] }) {
  const { locale } = useSession();
  const shown = useShown();
  const act = useAct(grade);
  const event = useEventFields();
  const original = useOriginal<{ classes: { grade: string; unit: number; amount: Amount; stage?: string }[] }>();
  const [classes, setClasses] = useState<ClassRow[]>(
    () =>
      original?.classes?.map((c) => ({
        grade: c.grade,
        unit: String(c.unit),
        stage: c.stage,
        many:
          c.amount.kind === 'measured'
            ? howManyValue(c.amount.measured, locale, shown)
            : emptyHowMany(c.amount.kind === 'all' ? 'all' : 'counted'),
      })) ?? [
        { grade: 'L', unit: '', many: emptyHowMany('counted') },
        { grade: 'S', unit: '', many: emptyHowMany('counted') },
      ],
  );
  const set = (i: number, p: Partial<ClassRow>) => setClasses(classes.map((c, k) => (k === i ? { ...c, ...p } : c)));
  const read = classes.map((c) => ({ ...c, m: readHowMany(c.many, locale, shown) }));
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        void act.submit(
          {
            ...at(h),
            classes: read.map((c) => ({
              grade: c.grade,
              unit: Number(c.unit),
              amount: amountPayload(c.m!),
              ...(c.stage ? { stage: c.stage } : {}),
            })),
            ...event.payload,
          },
          (r) => `New lots: ${((r?.lots as string[] | undefined) ?? []).join(', ')}.`,
        );
      }}
      label="Record grading"
      needs={[
        read.some((c) => !c.grade.trim()) && 'a name for each class',
        read.some((c) => !c.unit) && 'a unit for each class',
        read.some((c) => !c.m) && 'how many are in each',
      ]}
    >
      <p className="quiet">
        Feed none today and see that the receiving units are filled. With every class measured the grading is a count of
        the whole.
      </p>
      {classes.map((c, i) => (
        <fieldset key={i} className="flex flex-col gap-2 border-t border-rule pt-2">
          <legend className="sr-only">Class {i + 1}</legend>
          <div className="grid grid-cols-[5rem_1fr] gap-2">
            <TextField label="Class" value={c.grade} onChange={(grade) => set(i, { grade })} />
            <SelectField
              label="To"
              value={c.unit}
              onChange={(unit) => set(i, { unit })}
              options={placeOptions(places, h.unitId)}
            />
          </div>
          <HowManyInput
            value={c.many}
            onChange={(many) => set(i, { many })}
            methods={i === classes.length - 1 ? ['counted', 'weight', 'all'] : ['counted', 'weight']}
          />
        </fieldset>
      ))}
      <div className="flex gap-3">
        <Button
          kind="link"
          onClick={() => setClasses([...classes, { grade: '', unit: '', many: emptyHowMany('counted') }])}
        >
          another class
        </Button>
        {classes.length > 2 && (
          <Button kind="link" onClick={() => setClasses(classes.slice(0, -1))}>
            one less
          </Button>
        )}
      </div>
    </ActForm>
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
