'use client';

import { useSession } from '@/client/session';
import { DialogButton } from '@/ui/Dialog';
import { MoultForm } from '../../acts/moult/form';

/** Shells looked at go into what is read from the meals. */
export function LookAtShells({ c }: { c: { unitId: number; unit: string; lotId: number; stage: string } }) {
  if (useSession().role === 'reader') return null;
  return (
    <DialogButton word="Look at shells" title={`${c.unit}: shells`}>
      {(done) => <MoultForm h={c} done={done} />}
    </DialogButton>
  );
}
