'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { MeasureInput } from '@/client/inputs';
import { TextField } from '@/ui/fields';
import { discardFeed } from './act';

/** Feed that is thrown away. @param lot absent in a correction: it stays the one that was recorded */
export function DiscardForm({ lot, done }: { lot?: { id: number; name: string }; done?: () => void }) {
  const f = useActForm(discardFeed, {
    about: lot ? { feedLot: lot.id } : {},
    draftFor: lot ? `thrown away ${lot.id}` : undefined,
    needs: { massG: 'how much', why: 'why' },
    clears: ['massG', 'why'],
    says: () => 'Thrown away.',
    done,
  });
  return (
    <Form of={f} label="Throw away">
      <MeasureInput label="How much" {...f.measure('massG')} />
      <TextField label="Why" {...f.field('why')} placeholder="mouldy, wet, past its date, recalled" />
    </Form>
  );
}

export const forms = formsOf(discardFeed, { corrects: { feedOut: () => <DiscardForm /> } });
