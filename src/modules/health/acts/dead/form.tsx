'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { LossForm } from '@/client/LossForm';
import { recordDead } from './act';
import { deadLine } from './shorthand';

export const forms = formsOf(recordDead, {
  shorthand: deadLine,
  offers: [
    {
      id: 'dead',
      word: 'Dead',
      rank: ({ h }) => (h.can.includes('picked') ? null : 1),
      form: ({ h }) => <LossForm h={h} act={recordDead} label="Dead taken out" cause />,
    },
  ],
  corrects: { dead: ofHolding((h) => <LossForm h={h} act={recordDead} label="Dead taken out" cause />) },
  aboutUnit: true,
});
