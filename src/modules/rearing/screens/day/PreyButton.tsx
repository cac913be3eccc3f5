'use client';

import { Check } from 'lucide-react';
import { useAct } from '@/client/act/useAct';
import { useSession } from '@/client/session';
import { preyNumber } from '@/core/liveFood/preyNumber';
import { Button } from '@/ui/Button';
import { givePrey } from '../../acts/prey/act';
import type { FeedRow } from './feedRow';
import { TapSays } from './TapSays';

/** A harvest that stands: which vessel, of what, how many are left. */
export type KeptPrey = { id: number; name: string; prey: string; left: number };

/** One tap: the meal of live food that is due was given, out of the harvest that spoils first. */
export function PreyButton({ row, kept }: { row: FeedRow; kept: readonly KeptPrey[] }) {
  const { role } = useSession();
  const act = useAct(givePrey);
  const { prey } = row;
  if (!prey || role === 'reader') return null;
  const number = Number(prey.each.toPrecision(2));
  const from = kept.find((k) => prey.feed.toLowerCase().includes(k.prey) && k.left >= number);
  return (
    <span className="flex flex-col items-end gap-1">
      {prey.due !== null && !row.waits && (
        <Button
          disabled={act.busy}
          className="flex-nowrap border-deep whitespace-nowrap"
          aria-label={`${row.unit}: ${preyNumber(number)} ${prey.feed} given`}
          onClick={() =>
            void act.submit(
              {
                unit: row.unitId,
                lotId: row.lotId,
                stage: row.stage,
                number,
                prey: prey.feed.slice(0, 40),
                vessel: from?.id ?? null,
              },
              () => 'given',
            )
          }
        >
          <Check size={17} aria-hidden />
          {preyNumber(number).replace(' million', ' M')}
        </Button>
      )}
      {prey.due !== null && from && <span className="text-mark text-soft">out of {from.name}</span>}
      <TapSays act={act} />
    </span>
  );
}
