'use client';

import { useSession } from '@/client/session';
import { DialogButton } from '@/ui/Dialog';
import { OpenForm } from '../acts/open/form';
import type { SelectionTank } from '../views/selections';

/** Brings a tank to the bench. */
export function Begin({ tanks }: { tanks: readonly SelectionTank[] }) {
  const { role } = useSession();
  if (role !== 'manager' && role !== 'culturist') return null;
  return (
    <DialogButton word="Begin a selection" title="Begin a selection" kind="main">
      {(done) => <OpenForm tanks={tanks} done={done} />}
    </DialogButton>
  );
}
