'use client';

import { useAct } from '@/client/act/useAct';
import { useSession } from '@/client/session';
import { Tick } from '@/ui/Checkbox';
import { standsReady } from './act';

/** One thing that has to stand ready, ticked as it does; what was ticked stays so until it is taken back in the ledger. */
export function ReadyTick({
  of,
  what,
  says,
  label = says,
  done,
}: {
  of: { unitId: number; lotId: number; stage: string };
  what: string;
  /** What stands ready, for the ledger. */
  says: string;
  /** The words of the tick, where they are others. */
  label?: string;
  done: boolean;
}) {
  const { role } = useSession();
  const act = useAct(standsReady);
  return (
    <>
      <Tick
        checked={done || act.done !== null}
        disabled={done || act.busy || act.done !== null || role === 'reader'}
        onChange={(on) =>
          on && void act.submit({ unit: of.unitId, lotId: of.lotId, stage: of.stage, what, says }, () => 'ready')
        }
      >
        {label}
      </Tick>
      {act.refused && (
        <span role="alert" className="text-small text-loss">
          {act.refused.message}
        </span>
      )}
    </>
  );
}
