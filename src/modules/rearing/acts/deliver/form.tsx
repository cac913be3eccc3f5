'use client';

import { formsOf } from '@/client/act/actForms';
import { DayField } from '@/client/DayField';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { MeasureInput } from '@/client/inputs';
import { TextField } from '@/ui/fields';
import { deliverFeed } from './act';

/** Feed that came in, bag by lot. @param product absent in a correction: it stays the one that was recorded */
export function DeliverForm({ product, done }: { product?: { id: number; name: string }; done?: () => void }) {
  const f = useActForm(deliverFeed, {
    about: product ? { product: product.id } : {},
    draftFor: product ? `feed ${product.id}` : undefined,
    as: { bestBefore: 'day' },
    needs: { massG: 'how much', lotName: 'the number on the bag' },
    clears: ['massG', 'lotName', 'bestBefore'],
    says: (r) => `${r?.product ?? 'Feed'} is in the store.`,
    done,
  });
  return (
    <Form of={f} label="Take into the store">
      <MeasureInput label="How much" {...f.measure('massG')} />
      <TextField label="Lot, as on the bag" {...f.field('lotName')} />
      <DayField label="Best before" {...f.typed('bestBefore')} hint="Empty where the bag says none" />
    </Form>
  );
}

export const forms = formsOf(deliverFeed, { corrects: { feedIn: () => <DeliverForm /> } });
