'use client';

import { useState } from 'react';
import { ActFoot, useAct } from '@/client/act/useAct';
import { DayField } from '@/client/DayField';
import { useSession } from '@/client/session';
import { type CrossKind, crossKinds, crossKindWords } from '@/core/spawning/plan';
import { startOfDay } from '@/core/time/localDay';
import { saveDay } from '@/modules/spawning/acts/day/act';
import { Choice } from '@/ui/Choice';
import { Link } from '@/ui/Link';

/** The plan becomes that of a spawning day. */
export function TakeToDay({
  species,
  days,
  today,
  crosses,
  onDone,
}: {
  species: { id: string; name: string };
  days: { id: number; name: string }[];
  today: string;
  crosses: { female: number; males: number[] }[];
  onDone: (id: number) => void;
}) {
  const { timeZone } = useSession();
  const act = useAct(saveDay);
  const [day, setDay] = useState(today);
  const [how, setHow] = useState<CrossKind>('split');
  return (
    <form
      className="mt-4 flex flex-col gap-2 border-t border-strong pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        void act.submit({ species: species.id, day: startOfDay(day, timeZone), plan: { crosses, how } }, (r) => {
          onDone(Number(r?.id));
          return `Planned: ${r?.name}.`;
        });
      }}
    >
      <h2>To a spawning day</h2>
      <DayField label="Stripped on" value={day} onChange={setDay} error={act.errorOn('day')} />
      <Choice
        label="How the milt is given"
        value={how}
        onChange={setHow}
        options={crossKinds.map((x) => ({ value: x, label: crossKindWords[x].split(':')[0]! }))}
      />
      <p className="quiet text-small">{crossKindWords[how].split(': ')[1]}.</p>
      {how === 'pooled' && (
        <p className="text-small text-careful">Pooling hides unequal fathers: they are taken as equal.</p>
      )}
      <ActFoot act={act} label="Plan this day" disabled={crosses.length === 0 || !day} />
      {days.length > 0 && (
        <p className="quiet text-small">
          Planned already:{' '}
          {days.map((d, i) => (
            <span key={d.id}>
              {i > 0 && ', '}
              <Link className="link" href={`/spawning/${d.id}`}>
                {d.name}
              </Link>
            </span>
          ))}
        </p>
      )}
    </form>
  );
}
