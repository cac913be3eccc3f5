'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { type ActHolding, at } from '@/client/holding';
import { MeasureInput, measureOf, measureText, useShown } from '@/client/inputs';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import { TextField } from '@/ui/fields';
import { recordFeed } from './act';
import { feedLine } from './shorthand';

export function FeedForm({ h }: { h: ActHolding }) {
  const { locale } = useSession();
  const unit = useShown();
  const act = useAct(recordFeed, () => setMass(''));
  const event = useEventFields();
  const original = useOriginal<{ massG: number; feed: string }>();
  const [mass, setMass] = useState(
    original?.massG ? measureText(original.massG, 'mass', unit('mass', true), locale) : '',
  );
  const [feed, setFeed] = useState(original?.feed ?? '');
  const m = measureOf(mass, 'mass', unit('mass', true), locale);
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        if (m.value !== null)
          void act.submit({ ...at(h), massG: m.value, feed, ...event.payload }, () => 'Feed recorded.');
      }}
      label="Record feed"
      disabled={m.value === null}
    >
      <MeasureInput
        label="Feed given"
        dimension="mass"
        small
        value={mass}
        onChange={setMass}
        error={act.errorOn('massG')}
      />
      <TextField label="Which feed" value={feed} onChange={setFeed} />
    </ActForm>
  );
}

export const forms = formsOf(recordFeed, {
  shorthand: feedLine,
  offers: [
    {
      id: 'feed',
      word: 'Feed',
      rank: ({ h }) => (h.can.includes('eats') ? 2 : null),
      form: ({ h }) => <FeedForm h={h} />,
    },
  ],
  corrects: { feed: ofHolding((h) => <FeedForm h={h} />) },
  aboutUnit: true,
});
