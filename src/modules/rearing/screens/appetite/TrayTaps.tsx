'use client';

import { useAct } from '@/client/act/useAct';
import { useSession } from '@/client/session';
import { nextMeal, traysLeft, trayWords } from '@/core/appetite/next';
import { clock } from '@/core/time/localDay';
import { Button } from '@/ui/Button';
import { checkTray } from '../../acts/tray/act';
import type { Meal } from '../../views/appetite';
import { feedMassOf } from '../feedWords';

/** The last meal, and in one tap what is left of it. */
export function TrayTaps({ at, meal }: { at: { unit: number; lotId: number; stage: string }; meal: Meal }) {
  const { units, timeZone, role } = useSession();
  const us = units === 'us';
  const act = useAct(checkTray);
  if (role === 'reader') return null;
  return (
    <div>
      <p className="mb-1">
        <b>{feedMassOf(meal.offeredG, us)}</b> at {clock(meal.at, timeZone)}
        {meal.left ? `: ${trayWords[meal.left]}` : ': what is left?'}
      </p>
      <div className="flex flex-wrap gap-2">
        {traysLeft.map((left) => (
          <Button
            key={left}
            disabled={act.busy}
            aria-pressed={meal.left === left}
            className={meal.left === left ? 'border-deep bg-deep-wash' : ''}
            title={`next meal ${feedMassOf(nextMeal({ offeredG: meal.offeredG, left }).nextG, us)}`}
            onClick={() =>
              void act.submit({ ...at, left }, (r) =>
                r?.nextG == null ? 'Recorded.' : `By the tray the next meal is ${feedMassOf(r.nextG, us)}.`,
              )
            }
          >
            {trayWords[left].replace(' left', '')}
          </Button>
        ))}
      </div>
      {(act.done || act.refused) && (
        <p role={act.refused ? 'alert' : 'status'} className={act.refused ? 'mt-1 text-hand' : 'mt-1 text-deep'}>
          {act.refused ? `${act.refused.message} ${act.refused.todo}` : act.done!.says}
          {act.done?.entry && (
            <Button kind="link" className="ml-2" onClick={() => void act.undo()}>
              undo
            </Button>
          )}
        </p>
      )}
    </div>
  );
}
