'use client';

import { type Card, type CardId, cards } from '@/core/practice/cards';
import { Caution } from '../caution';
import { SexDrawings } from '../drawings/sexDrawings';
import { StageDrawings } from '../drawings/stageDrawings';
import { Fold } from '../Fold';

/** How it is done, folded away: for who does it for the first time this season. */
export function HowTo({ card }: { card: CardId }) {
  const { title, steps, stop }: Card = cards[card];
  return (
    <Fold className="text-body" title={<span className="link">{title}</span>}>
      <div className="mt-1 border-l-[3px] border-rule pl-3">
        <ol className="flex list-decimal flex-col gap-1 pl-5">
          {steps.map((s) => (
            <li key={s}>{s}</li>
          ))}
        </ol>
        {card === 'sexes' && <SexDrawings />}
        {card === 'stages' && <StageDrawings />}
        {stop && (
          <div className="mt-1.5">
            <Caution>{stop}</Caution>
          </div>
        )}
      </div>
    </Fold>
  );
}
