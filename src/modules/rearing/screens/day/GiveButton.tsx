'use client';

import { cx } from 'class-variance-authority';
import { Check } from 'lucide-react';
import { useAct } from '@/client/act/useAct';
import { useSession } from '@/client/session';
import { Button } from '@/ui/Button';
import { recordFeed } from '../../acts/feed/act';
import { feedMassOf } from '../feedWords';
import type { FeedRow } from './feedRow';
import { TapSays } from './TapSays';

/** One tap: what is due was given as prescribed, out of the bag that the row names. */
export function GiveButton({ row }: { row: FeedRow }) {
  const { units, role } = useSession();
  const us = units === 'us';
  const act = useAct(recordFeed);
  const { due } = row;
  if (role === 'reader') return null;
  return (
    <span className="flex flex-col items-end gap-1">
      {due && due.g > 0 && !row.waits && (
        <Button
          disabled={act.busy}
          className={cx('flex-nowrap whitespace-nowrap', due.now ? 'border-deep' : 'text-soft')}
          aria-label={`${row.unit}: given ${feedMassOf(due.g, us)}`}
          onClick={() =>
            void act.submit(
              {
                unit: row.unitId,
                lotId: row.lotId,
                stage: row.stage,
                massG: due.g,
                feed: row.feed?.lotId == null ? (row.feed?.label.slice(0, 60) ?? '') : '',
                feedLot: row.feed?.lotId ?? null,
              },
              () => `${row.unit}: ${feedMassOf(due.g, us)} given.`,
            )
          }
        >
          <Check size={17} aria-hidden />
          {feedMassOf(due.g, us)}
        </Button>
      )}
      {due && due.meals > 1 && !row.waits && <span className="text-mark text-soft">{due.meals} meals in one</span>}
      <TapSays act={act} />
    </span>
  );
}
