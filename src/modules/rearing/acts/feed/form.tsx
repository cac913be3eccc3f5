'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { MeasureInput } from '@/client/inputs';
import { TextField } from '@/ui/fields';
import { recordFeed } from './act';
import { feedLine } from './shorthand';

export function FeedForm({ h }: { h: ActHolding }) {
  const f = useActForm(recordFeed, {
    about: at(h),
    as: { massG: 'small' },
    needs: { massG: 'how much' },
    clears: ['massG'],
    says: () => 'Feed recorded.',
  });
  return (
    <Form of={f} label="Record feed">
      <MeasureInput label="Feed given" {...f.measure('massG')} />
      <TextField label="Which feed" {...f.field('feed')} />
    </Form>
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
