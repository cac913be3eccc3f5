'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { NumberInput } from '@/client/inputs';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { takeInspect } from './act';

/** So many of one tank into one container. */
export function TakeForm({
  inspection,
  unit,
  left,
  done,
}: {
  inspection?: number;
  unit?: number;
  left?: number;
  done?: () => void;
}) {
  const f = useActForm(takeInspect, {
    about: inspection === undefined ? {} : { inspection, unit: unit! },
    begin: left ? { number: left } : {},
    draftFor: `take ${inspection ?? ''} ${unit ?? ''}`,
    needs: { number: 'how many', container: 'what stands on the container' },
    says: (r) => (r ? `Recorded: ${r.taken} of ${r.wanted}.` : 'Recorded.'),
    done,
  });
  return (
    <Form of={f} label="Taken">
      <div className="grid grid-cols-2 gap-2">
        <NumberInput label="How many" {...f.field('number')} />
        <TextField label="On the container" {...f.field('container')} />
        <TextField label="Organs" {...f.field('organs')} />
        <TextField label="Killed by" {...f.field('method')} />
      </div>
      <Caution>
        Drawn as they come, not those that are easily caught; killed by trained people under local rules. Sharp blades;
        disinfect table and hands between tanks.
      </Caution>
    </Form>
  );
}

export const forms = formsOf(takeInspect, { corrects: { inspectionTake: () => <TakeForm /> } });
