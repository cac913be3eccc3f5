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

/** Lengths of a sample, judged as they are typed. @param done what closes it, where it stands in a dialog */
export function LengthsForm({ h, done }: { h: Pick<ActHolding, 'unitId' | 'lotId' | 'stage'>; done?: () => void }) {
  const f = useActForm(recordLengths, {
    about: at(h),
    needs: { lengthsMm: 'the lengths' },
    clears: ['lengthsMm'],
    says: (r) => (r ? `${r.n} in ${r.unit}: ${spreadWords(r.cv, r.low, r.high)}.` : 'Recorded.'),
    done,
  });
  const list = f.value('lengthsMm') ?? [];
  const { value, onChange, error } = f.measure('lengthsMm');
  return (
    <Form of={f} label="Record lengths">
      <LengthsField
        label="Lengths of a sample, one after the other"
        {...{ value, onChange, error }}
        hint={
          list.length >= 3 ? judged(list) : 'From several places by lift net; fifty or more show shooters and runts'
        }
      />
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
