'use client';

import { useAct } from '@/client/act/useAct';
import { issuePaper } from '@/modules/moves/acts/paper/act';
import { Button } from '@/ui/Button';
import type { Release } from '../views/releases';

/** Fixes what the paper says now, under a number. */
export function IssuePaper({ release }: { release: Release }) {
  const act = useAct(issuePaper);
  return (
    <>
      <Button
        kind="link"
        className="ml-1"
        disabled={act.busy}
        onClick={() =>
          void act.submit({
            entryId: release.entryId,
            content: {
              lot: release.lot,
              species: release.species,
              site: release.site,
              number: release.number,
              sd: release.sd,
              meanG: release.meanG,
            },
          })
        }
      >
        issue
      </Button>
      {act.refused && <span className="ml-1 text-loss">{act.refused.message}</span>}
    </>
  );
}
