'use client';

import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { MeasureInput } from '@/client/inputs';
import { Tick } from '@/ui/Checkbox';
import { TextField } from '@/ui/fields';
import { saveVessel } from './act';

/** A cone, new or edited. */
export function VesselForm({
  vessel,
  done,
}: {
  vessel?: { id: number; name: string; volumeL: number; kind: 'cone' | 'culture' };
  done?: () => void;
}) {
  const f = useActForm(saveVessel, {
    about: vessel ? { id: vessel.id, kind: vessel.kind } : { kind: 'cone' },
    begin: vessel ? { name: vessel.name, volumeL: vessel.volumeL } : {},
    draftFor: vessel ? `vessel ${vessel.id}` : 'new vessel',
    needs: { name: 'a name', volumeL: 'its volume' },
    ...(vessel ? {} : { clears: ['name'] as const }),
    says: () => 'Saved.',
    done,
  });
  return (
    <Form of={f} label={vessel ? 'Save' : 'Add it'}>
      <TextField label="Name" {...f.field('name')} placeholder="C1" />
      <MeasureInput label="Volume" {...f.measure('volumeL')} />
      {vessel && <Tick {...f.field('retired')}>no longer used</Tick>}
    </Form>
  );
}
