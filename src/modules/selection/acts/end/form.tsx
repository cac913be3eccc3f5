'use client';

import { useRouter } from 'next/navigation';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { endSelection } from './act';

/** Gives a selection up, and says what that means. */
export function EndForm({ selection }: { selection: number }) {
  const router = useRouter();
  const f = useActForm(endSelection, {
    about: { selection },
    draftFor: `end of ${selection}`,
    event: false,
    says: () => 'Given up.',
    done: () => router.push('/rearing/selection'),
  });
  return (
    <Form of={f} label="Give it up">
      <p className="quiet">Every fish is back in its tank, and nothing of this selection reaches the books.</p>
    </Form>
  );
}
