'use client';

import { Worked } from '@/client/Working';
import { figures } from '@/core/quantities/format';
import type { OwnDrift } from '../views/drift';
import { PutInForce } from './PutInForce';

/** What this hatchery's own counts say of unseen loss, beside what the book holds; the manager may put it in force. */
export function OwnDriftLine({
  species,
  own,
  inForce,
  mayEdit,
  asOf,
}: {
  species: string;
  own: OwnDrift;
  inForce: { perDay: number; sd: number };
  mayEdit: boolean;
  asOf: string;
}) {
  const l = own.learned;
  if (!l)
    return (
      <span className="text-soft">
        {own.counts} own {own.counts === 1 ? 'count' : 'counts'} so far: {own.why}
      </span>
    );
  const value = { perDay: Number(l.perDay.toPrecision(4)), sd: Number(l.sd.toPrecision(4)) };
  return (
    <span>
      Own counts say{' '}
      <Worked request={{ id: 'books.drift', input: own.input, about: 'from the counts of this hatchery' }}>
        <b>{figures(100 * l.perDay, 2)}</b> <span className="text-soft">±{figures(196 * l.sd, 2)}</span> % a day
      </Worked>{' '}
      <span className="text-soft">
        from {l.used} counts{l.leftOut.length > 0 && `; left out: ${l.leftOut.join(', ')}`}
      </span>{' '}
      <PutInForce
        held={inForce.perDay === value.perDay && inForce.sd === value.sd}
        mayEdit={mayEdit}
        species={species}
        path={`drift.${own.stage}`}
        value={value}
        source={`own counts: ${l.used}, to ${asOf}`}
        why="learned from the counts of this hatchery against the books (books.drift)"
        says="In force for what is recorded from now on."
      />
      {l.warnings?.map((w) => (
        <span key={w} className="block text-small text-careful">
          {w}
        </span>
      ))}
    </span>
  );
}
