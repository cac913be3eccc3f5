'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { TextField } from '@/ui/fields';
import { signInspect } from './act';

/** The vet's signature, by their own sign-in. */
export function SignForm({ inspection, done }: { inspection: number; done?: () => void }) {
  const f = useActForm(signInspect, {
    about: { inspection },
    draftFor: `sign ${inspection}`,
    event: false,
    says: (r) => `Signed by ${r?.by ?? 'you'}.`,
    done,
  });
  return (
    <Form of={f} label="Sign">
      <p>By signing you stand for what was taken, what was found, and the verdict as they are shown here.</p>
      <TextField label="In a line" {...f.field('said')} />
    </Form>
  );
}

export const forms = formsOf(signInspect, {});
