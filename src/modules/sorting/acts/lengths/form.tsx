'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { cvInterval, momentsOf } from '@/core/grading/fit';
import { decimals, figures } from '@/core/quantities/format';
import { recordLengths } from './act';
import { LengthsField } from './LengthsField';
import { lengthsLine } from './shorthand';
import { TapScale } from './TapScale';

/** Lengths of a sample, judged as they are typed or tapped. */
export function LengthsForm({
  h,
  aroundMm,
  done,
}: {
  h: Pick<ActHolding, 'unitId' | 'lotId' | 'stage'>;
  /** How long they are about, where that is known before the first is measured. */
  aroundMm?: number;
  done?: () => void;
}) {
  const f = useActForm(recordLengths, {
    about: at(h),
    needs: { lengthsMm: 'the lengths' },
    clears: ['lengthsMm'],
    says: (r) => (r ? `${r.n} in ${r.unit}: ${spreadWords(r.cv, r.low, r.high)}.` : 'Recorded.'),
    done,
  });
  const list = f.value('lengthsMm') ?? [];
  const { value, onChange, error } = f.measure('lengthsMm');
  const first = list[0];
  // The first one that is typed makes the scale, where nothing was known before.
  const about = aroundMm ?? first;
  return (
    <Form of={f} label="Record lengths">
      <LengthsField
        label="Lengths of a sample, one after the other"
        {...{ value, onChange, error }}
        hint={
          list.length >= 3 ? judged(list) : 'From several places by lift net; fifty or more show shooters and runts'
        }
      />
      {about === undefined ? (
        <p className="text-small text-soft">Type the first one: the others can be tapped on a scale about it.</p>
      ) : (
        <TapScale
          aroundMm={about}
          typed={value}
          onTap={(text) => onChange(`${value.trim()} ${text}`.trim())}
          onUndo={value.trim() === '' ? null : () => onChange(value.trim().replace(/\s*\S+$/, ''))}
        />
      )}
    </Form>
  );
}

const judged = (list: readonly number[]): string => {
  const c = cvInterval(list);
  return `${list.length}, mean ${figures(momentsOf(list).mean, 3)} mm, ${spreadWords(c.cv, c.low, c.high)}`;
};

const spreadWords = (cv: number, low: number | null, high: number | null) =>
  `spread ${decimals(100 * cv, 0)} %${low === null ? '' : `, ${decimals(100 * low, 0)} to ${decimals(100 * high!, 0)}`}`;

export const forms = formsOf(recordLengths, {
  shorthand: lengthsLine,
  offers: [
    {
      id: 'lengths',
      word: 'Lengths',
      rank: ({ h }) => (h.can.includes('eats') ? 6 : null),
      form: ({ h }) => <LengthsForm h={h} />,
    },
  ],
  corrects: { lengths: ofHolding((h) => <LengthsForm h={h} />) },
  aboutUnit: true,
});
