'use client';

import { cx } from 'class-variance-authority';
import { Check } from 'lucide-react';
import { Questions } from '@/client/act/Questions';
import { useAct } from '@/client/act/useAct';
import { useSession } from '@/client/session';
import { Button } from '@/ui/Button';
import { recordFeed } from '../../acts/feed/act';
import { feedMassOf } from '../feedWords';
import type { FeedRow } from './feedRow';

/** One tap: what is due was given as prescribed, out of the bag that the row names. */
export function GiveButton({ row }: { row: FeedRow }) {
  const { units, role } = useSession();
  const us = units === 'us';
  const act = useAct(recordFeed);
  const { due } = row;
  const r = act.refused;
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
      {act.done && (
        <span role="status" className="text-small text-deep">
          given{' '}
          {act.done.entry && (
            <Button kind="link" onClick={() => void act.undo()}>
              undo
            </Button>
          )}
        </span>
      )}
      {r && (
        <span role="alert" className="max-w-[26rem] text-left text-small text-hand">
          {r.asks?.length ? (
            <Questions
              key={r.asks.map((a) => a.id).join()}
              asks={r.asks}
              busy={act.busy}
              line
              onAnswer={(given) => void act.answer(given)}
            />
          ) : (
            `${r.message} ${r.todo}`
          )}
          {r.asks?.length ? (
            <Button kind="link" onClick={act.clear}>
              not given
            </Button>
          ) : null}
        </span>
      )}
    </span>
  );
}
