'use client';

import { useAct } from '@/client/act/useAct';
import { setSpeciesValue } from '@/modules/reference/acts/setValue/act';
import type { InputOf } from '@/server/act/define';
import { Button } from '@/ui/Button';

/** What this hatchery has learned of a value of Reference: a tap puts it in force, unless it is so already. */
export function PutInForce({
  held,
  mayEdit,
  says,
  ...payload
}: {
  held: boolean;
  mayEdit: boolean;
  species: string;
  path: string;
  value: InputOf<typeof setSpeciesValue>['value'];
  source: string;
  why: string;
  /** Once it is. */
  says: string;
}) {
  const act = useAct(setSpeciesValue);
  return (
    <>
      {held ? (
        <span className="text-deep">in force</span>
      ) : (
        mayEdit && (
          <Button className="ml-2" disabled={act.busy} onClick={() => void act.submit(payload, () => says)}>
            Put in force
          </Button>
        )
      )}
      {act.refused && (
        <span role="alert" className="block text-loss">
          {act.refused.message} {act.refused.todo}
        </span>
      )}
    </>
  );
}
