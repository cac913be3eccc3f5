'use client';

import { ChevronRight } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import { type Card, type CardId, cards } from '@/core/practice/cards';
import { Caution } from './caution';
import { SexDrawings } from './drawings/sexDrawings';

/** How it is done, folded away: for who does it for the first time this season. */
export function HowTo({ card }: { card: CardId }) {
  const { title, steps, stop }: Card = cards[card];
  return (
    <Collapsible.Root className="text-body">
      <Collapsible.Trigger className="group inline-flex cursor-pointer items-center gap-1 text-left text-deep underline underline-offset-2">
        <ChevronRight size={15} className="flex-none group-data-[state=open]:rotate-90" aria-hidden />
        {title}
      </Collapsible.Trigger>
      <Collapsible.Content className="mt-1 border-l-[3px] border-rule pl-3">
        <ol className="flex list-decimal flex-col gap-1 pl-5">
          {steps.map((s) => (
            <li key={s}>{s}</li>
          ))}
        </ol>
        {card === 'sexes' && <SexDrawings />}
        {stop && (
          <div className="mt-1.5">
            <Caution>{stop}</Caution>
          </div>
        )}
      </Collapsible.Content>
    </Collapsible.Root>
  );
}
