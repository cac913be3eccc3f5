'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { MeasureInput } from '@/client/inputs';
import { countFeed } from './act';

/** What is left of a lot, weighed. @param lot absent in a correction: it stays the one that was recorded */
export function FeedCountForm({ lot, done }: { lot?: { id: number; name: string }; done?: () => void }) {
  const f = useActForm(countFeed, {
    about: lot ? { feedLot: lot.id } : {},
    draftFor: lot ? `feed lot ${lot.id}` : undefined,
    needs: { massG: 'what is left' },
    clears: ['massG'],
    says: () => 'Weighed: rations and orders go by it from now on.',
    done,
  });
  return (
    <Form of={f} label="Record what is left">
      <MeasureInput label="Left in the store" {...f.measure('massG')} />
    </Form>
  );
}

export const forms = formsOf(countFeed, { corrects: { feedCount: () => <FeedCountForm /> } });
