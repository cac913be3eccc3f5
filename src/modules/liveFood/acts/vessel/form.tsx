'use client';

import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { MeasureInput } from '@/client/inputs';
import { Tick } from '@/ui/Checkbox';
import { TextField } from '@/ui/fields';
import { saveVessel } from './act';

/** A cone or a vessel of a culture, new or edited. */
export function VesselForm({
  vessel,
  kind = 'cone',
  done,
}: {
  kind?: 'cone' | 'culture';
  vessel?: { id: number; name: string; volumeL: number; kind: 'cone' | 'culture' };
  done?: () => void;
}) {
  const f = useActForm(saveVessel, {
    about: vessel ? { id: vessel.id, kind: vessel.kind } : { kind },
    begin: vessel ? { name: vessel.name, volumeL: vessel.volumeL } : {},
    draftFor: vessel ? `vessel ${vessel.id}` : `new ${kind}`,
    needs: { name: 'a name', volumeL: 'its volume' },
    ...(vessel ? {} : { clears: ['name'] as const }),
    says: () => 'Saved.',
    done,
  });
  return (
    <Form of={f} label={vessel ? 'Save' : 'Add it'}>
      <TextField label="Name" {...f.field('name')} placeholder={kind === 'cone' ? 'C1' : 'RC1'} />
      <MeasureInput label="Volume" {...f.measure('volumeL')} />
      {vessel && <Tick {...f.field('retired')}>no longer used</Tick>}
    </Form>
  );
}
