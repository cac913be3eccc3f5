'use client';

import { formsOf } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useTyped } from '@/client/form/useTyped';
import { DecimalInput, decimalOf, numberText } from '@/client/inputs';
import { useSession } from '@/client/session';
import { type HandKind, handKindIds, handKinds, hasScale } from '@/core/water/handKinds';
import { Choice } from '@/ui/Choice';
import { readWater } from './act';
import { waterLines } from './shorthand';

/** What is typed, by kind. */
type Strip = Partial<Record<HandKind, string>>;

/** A strip of figures, each where it was measured: those left empty were not. */
export function WaterForm({ unitId }: { unitId?: number }) {
  const { locale } = useSession();
  const original = useOriginal<{ readings: { kind: HandKind; value: number }[] }>();
  const typing = useTyped<{ strip: Strip }>(() => ({
    strip: Object.fromEntries((original?.readings ?? []).map((r) => [r.kind, numberText(r.value, locale)])),
  }));
  const { strip } = typing.value;
  const read = handKindIds.flatMap((kind) => {
    const text = (strip[kind] ?? '').trim();
    if (text === '') return [];
    return [{ kind, ...decimalOf(text, locale) }];
  });
  const f = useActForm(readWater, {
    // A correction stays where it was read.
    about: unitId === undefined ? {} : { unit: unitId },
    draftFor: `water ${unitId ?? ''}`,
    typing,
    adjust: (input) => ({
      ...input,
      readings: read.flatMap((r) => (r.value === null ? [] : [{ kind: r.kind, value: r.value }])),
    }),
    says: (r) => {
      typing.put({ strip: {} });
      const off = (r?.judged ?? []).filter((j) => j.is === 'off');
      return off.length > 0
        ? off.map((j) => `${j.says}: ${j.todo}.`).join(' ')
        : `${(r?.judged ?? []).map((j) => j.says).join('; ')}. Recorded.`;
    },
  });
  const scaled = read.some((r) => hasScale(r.kind) && (r.value ?? 0) > 0);
  const scale = f.field('scale');
  return (
    <Form
      of={f}
      label="Record"
      needs={[
        read.length === 0 && 'a reading',
        read.some((r) => r.value === null) && 'figures that can be read',
        scaled && scale.value === '' && 'what the kit shows',
      ]}
    >
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        {handKindIds.map((kind) => {
          const k = handKinds[kind];
          const unit = hasScale(kind) ? 'mg/L' : k.unit;
          return (
            <DecimalInput
              key={kind}
              label={`${k.word}${unit ? `, ${unit}` : ''}`}
              value={strip[kind] ?? ''}
              onChange={(v) => typing.put({ strip: { ...strip, [kind]: v } })}
              error={f.act.errorOn(`readings.${read.findIndex((r) => r.kind === kind)}.value`)}
            />
          );
        })}
      </div>
      {scaled && (
        <Choice
          label="What the kit shows"
          value={scale.value}
          onChange={(v) => scale.onChange(v as 'N' | 'ion')}
          error={scale.error}
          options={[
            { value: 'N', label: 'nitrogen (NH₄-N, NO₂-N, NO₃-N)' },
            { value: 'ion', label: 'the ion (NH₄⁺, NO₂⁻, NO₃⁻)' },
          ]}
        />
      )}
    </Form>
  );
}

export const forms = formsOf(readWater, {
  shorthand: waterLines,
  offers: [{ id: 'water', word: 'Water', rank: () => 18, form: ({ h }) => <WaterForm unitId={h.unitId} /> }],
  corrects: {
    waterRead: () => <WaterForm />,
  },
  aboutUnit: true,
});
