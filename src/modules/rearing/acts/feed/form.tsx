'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { MeasureInput } from '@/client/inputs';
import { useSession } from '@/client/session';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { feedLotOptions } from '../../feedChoices';
import { recordFeed } from './act';
import { feedLine } from './shorthand';

export function FeedForm({ h }: { h: ActHolding }) {
  const { feeds, timeZone, now, units } = useSession();
  const f = useActForm(recordFeed, {
    about: at(h),
    as: { massG: 'small', leftG: 'small' },
    needs: { massG: 'how much' },
    clears: ['massG', 'leftG'],
    says: () => 'Feed recorded.',
  });
  const lots = feedLotOptions(feeds, { timeZone, now, us: units === 'us' }, f.value('feedLot'));
  return (
    <Form of={f} label="Record feed">
      <MeasureInput label="Feed given" {...f.measure('massG')} />
      {lots.length > 0 && (
        <SelectField label="From the store" {...f.field('feedLot')} options={lots} empty="not of the store" />
      )}
      {f.value('feedLot') === null && <TextField label="Which feed" {...f.field('feed')} />}
      <MeasureInput
        label="Of it not eaten (if so)"
        {...f.measure('leftG')}
        hint="Left over or spilt, as dry as it was given"
      />
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
