'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { LossForm } from '@/client/LossForm';
import { isTable } from '@/core/units/unitKinds';
import { HowTo } from '@/ui/words/HowTo';
import { recordPick } from './act';
import { pickLine } from './shorthand';

export const forms = formsOf(recordPick, {
  shorthand: pickLine,
  offers: [
    {
      id: 'pick',
      word: 'Pick',
      rank: ({ h, unitKind }) => (h.can.includes('picked') ? (isTable(unitKind) ? 2 : 1) : null),
      form: ({ h }) => (
        <>
          <div className="mb-2">
            <HowTo card="pick" />
          </div>
          <LossForm h={h} act={recordPick} label="Dead picked" />
        </>
      ),
    },
  ],
  corrects: { pick: ofHolding((h) => <LossForm h={h} act={recordPick} label="Dead picked" />) },
  aboutUnit: true,
});
