'use client';

import { useSession } from '@/client/session';
import { DialogButton } from '@/ui/Dialog';
import { OpenForm } from '../acts/open/form';
import { SchemeForm } from '../acts/scheme/form';
import type { SelectionsView } from '../views/selections';

/** Brings a tank to the bench; the manager sets how fish are judged there. */
export function Begin({ tanks, schemes }: Pick<SelectionsView, 'tanks' | 'schemes'>) {
  const { role } = useSession();
  if (role !== 'manager' && role !== 'culturist') return null;
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
      <DialogButton word="Begin a selection" title="Begin a selection" kind="main">
        {(done) => <OpenForm tanks={tanks} done={done} />}
      </DialogButton>
      {role === 'manager' && (
        <span className="flex flex-wrap items-baseline gap-x-3 gap-y-1 text-soft">
          How they are judged:
          {schemes.map((s) => (
            <DialogButton key={s.species} word={s.name} title={`How ${s.name} are judged`}>
              {(done) => <SchemeForm species={s.species} scheme={s.scheme} done={done} />}
            </DialogButton>
          ))}
        </span>
      )}
    </div>
  );
}
