'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { DecimalInput } from '@/client/inputs';
import { Tick } from '@/ui/Checkbox';
import { TextField } from '@/ui/fields';
import { recordVisitor } from './act';

/** Who goes in, and from where they come. */
export function VisitorForm({ done }: { done?: () => void }) {
  const f = useActForm(recordVisitor, {
    about: {},
    draftFor: 'visitor',
    needs: { who: 'who' },
    says: () => 'Written down.',
    done,
  });
  return (
    <Form of={f} label="Write down">
      <TextField label="Who" {...f.field('who')} />
      <TextField label="Where they go" {...f.field('where')} />
      <DecimalInput label="Hours since they were at other fish" {...f.field('farmHours')} hint="empty: at none" />
      <Tick {...f.field('clean')}>boots and hands disinfected, or house boots given</Tick>
    </Form>
  );
}

export const forms = formsOf(recordVisitor, { corrects: { visitor: () => <VisitorForm /> } });
