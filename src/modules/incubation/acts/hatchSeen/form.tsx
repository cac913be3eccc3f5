'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { type ActHolding, at } from '@/client/holding';
import { useEventFields } from '@/client/when';
import { isTable } from '@/core/units/unitKinds';
import { Choice } from '@/ui/Choice';
import { seeHatch } from './act';

const hatchWords = { first: 'the first are out', half: 'half are out', done: 'all that will' } as const;

/** What was seen of the hatch, one tap. */
export function HatchSeenForm({ h }: { h: ActHolding }) {
  const act = useAct(seeHatch);
  const event = useEventFields();
  const original = useOriginal<{ seen: keyof typeof hatchWords }>();
  const [seen, setSeen] = useState<keyof typeof hatchWords>(original?.seen ?? 'first');
  return (
    <ActForm
      act={act}
      event={event}
      label="Seen"
      onSend={() => void act.submit({ ...at(h), seen, ...event.payload }, () => 'Recorded: the clock learns from it.')}
    >
      <Choice
        label="Seen"
        value={seen}
        onChange={setSeen}
        options={(Object.keys(hatchWords) as (keyof typeof hatchWords)[]).map((k) => ({
          value: k,
          label: hatchWords[k],
        }))}
      />
    </ActForm>
  );
}

export const forms = formsOf(seeHatch, {
  offers: [
    {
      id: 'stage',
      word: 'Hatch',
      rank: ({ h, unitKind }) => (h.can.includes('picked') && !isTable(unitKind) ? 3 : null),
      heading: 'What was seen',
      form: ({ h }) => <HatchSeenForm h={h} />,
    },
  ],
  corrects: { hatchSeen: ofHolding((h) => <HatchSeenForm h={h} />) },
  aboutUnit: true,
});
