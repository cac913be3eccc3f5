'use client';

import { useEffect, useRef, useState } from 'react';
import { TallyPad } from '@/client/measure/TallyPad';
import { newId, send } from '@/client/send';
import { useSession } from '@/client/session';
import { grouped } from '@/core/quantities/format';
import { Button } from '@/ui/Button';
import { putTally, type TallyTogether as Together } from '../acts/tally/act';

/** How often one's own part is sent, and the others' are asked for. */
const EVERY_MS = 2500;

/**
 * Several count one unit, each at a device of their own: taps stay here until they are sent, whole, and the parts are
 * summed. A page that was lost goes on from what was sent last.
 * @param onSum is told the sum of each class whenever it changes
 */
export function TallyTogether({
  unitId,
  classes,
  word,
  onSum,
}: {
  unitId: number;
  classes: readonly { id: string; word: string; key: string }[];
  word: string;
  onSum: (sum: Record<string, number>) => void;
}) {
  const [on, setOn] = useState(false);
  if (!on)
    return (
      <Button className="self-start" onClick={() => setOn(true)}>
        {word}
      </Button>
    );
  return <Parts {...{ unitId, classes, onSum }} />;
}

const place = (unitId: number) => `morula tally ${unitId}`;

function Parts({
  unitId,
  classes,
  onSum,
}: {
  unitId: number;
  classes: readonly { id: string; word: string; key: string }[];
  onSum: (sum: Record<string, number>) => void;
}) {
  const { name } = useSession();
  const [together, setTogether] = useState<Together | null>(null);
  const [unsent, setUnsent] = useState(false);
  // What was tapped before this page was opened, and since.
  const base = useRef<Record<string, number>>({});
  const taps = useRef<Record<string, number>>({});
  const part = useRef<string | null>(null);
  const dirty = useRef(false);
  const last = useRef('');
  const told = useRef(onSum);
  told.current = onSum;

  useEffect(() => {
    let over = false;
    const heard = (t: Together) => {
      if (over) return;
      setTogether(t);
      // Told once: what somebody types over it afterwards stays.
      const sum = JSON.stringify(t.sum);
      if (sum === last.current) return;
      last.current = sum;
      if (t.parts.length > 0) told.current(t.sum);
    };
    const begin = (t: Together) => {
      const kept = sessionStorage.getItem(place(unitId));
      const mine = t.parts.find((p) => p.id === kept);
      // Of a count that is over nothing is carried on.
      part.current = mine ? mine.id : newId();
      base.current = mine?.counts ?? {};
      sessionStorage.setItem(place(unitId), part.current);
    };
    const turn = async () => {
      try {
        if (part.current && dirty.current) {
          dirty.current = false;
          const own = added(base.current, taps.current);
          const answer = await send(
            putTally.type,
            { unit: unitId, part: part.current, counts: own },
            { id: newId(), saysItself: true },
          );
          if (answer.state === 'offline' || answer.state === 'refused') dirty.current = true;
          else heard(answer.result as Together);
          if (!over) setUnsent(dirty.current);
          return;
        }
        const r = await fetch(`/api/tally?unit=${unitId}`);
        if (!r.ok) return;
        const t = (await r.json()) as Together;
        if (!part.current) begin(t);
        heard(t);
      } catch {
        // No connection: what was tapped stays here and is sent when it is back.
        dirty.current = dirty.current || Object.keys(taps.current).length > 0;
        if (!over) setUnsent(dirty.current);
      }
    };
    void turn();
    const timer = setInterval(() => void turn(), EVERY_MS);
    return () => {
      over = true;
      clearInterval(timer);
    };
  }, [unitId]);

  return (
    <section aria-label="Tally together" className="flex flex-col gap-2">
      <TallyPad
        word="Tally"
        open
        classes={classes}
        onCount={(n) => {
          taps.current = n;
          dirty.current = true;
        }}
      />
      <p data-testid="together" role="status">
        Together:{' '}
        {classes.map((c, i) => (
          <span key={c.id}>
            {i > 0 && ', '}
            <b>{grouped(together?.sum[c.id] ?? 0)}</b> {c.word}
          </span>
        ))}
        {unsent && (
          <span className="text-careful"> Not sent yet: it stays here, and goes when the connection is back.</span>
        )}
      </p>
      {together && together.parts.length > 0 && (
        <ul className="text-small text-soft">
          {together.parts.map((p) => (
            <li key={p.id}>
              {p.id === part.current ? `${name}, here` : p.name}:{' '}
              {classes.map((c) => `${grouped(p.counts[c.id] ?? 0)} ${c.word}`).join(', ')}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

const added = (a: Record<string, number>, b: Record<string, number>): Record<string, number> =>
  Object.fromEntries([...new Set([...Object.keys(a), ...Object.keys(b)])].map((k) => [k, (a[k] ?? 0) + (b[k] ?? 0)]));
