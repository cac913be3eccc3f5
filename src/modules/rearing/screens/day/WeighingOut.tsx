'use client';

import { Printer } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useSession } from '@/client/session';
import { Tick } from '@/ui/Checkbox';
import { Fold } from '@/ui/Fold';
import { Link } from '@/ui/Link';
import { feedMassOf } from '../feedWords';
import type { Bag } from './feedRow';

/** Cups that stand ready, by the day: ticks are of whoever weighs out at this device, and go with the day. */
function useTicks(day: string) {
  const place = `morula cups ${day}`;
  const [done, setDone] = useState<readonly number[]>([]);
  useEffect(() => {
    try {
      setDone(JSON.parse(sessionStorage.getItem(place) ?? '[]') as number[]);
    } catch {
      setDone([]);
    }
  }, [place]);
  const put = (key: number, on: boolean) => {
    const next = on ? [...done, key] : done.filter((k) => k !== key);
    setDone(next);
    sessionStorage.setItem(place, JSON.stringify(next));
  };
  return { done: new Set(done), put };
}

/** What is still to be weighed out, bag by bag, in the order of the walk. */
export function WeighingOut({ bags, day }: { bags: readonly Bag[]; day: string }) {
  const us = useSession().units === 'us';
  const { done, put } = useTicks(day);
  const cups = bags.flatMap((b) => b.cups);
  if (cups.length === 0) return null;
  const ready = cups.filter((c) => done.has(c.key)).length;
  return (
    <Fold
      className="mb-3 border-y border-rule py-1.5"
      title={
        <span>
          <b>Weigh out</b>{' '}
          <span className="text-soft">
            {bags.map((b) => `${feedMassOf(b.sumG, us)} of ${b.feed}`).join('; ')}
            {ready > 0 && `; ${ready} of ${cups.length} cups ready`}
          </span>
        </span>
      }
    >
      <p className="my-1">
        <Link href="/print/cups" className="link inline-flex items-center gap-1">
          <Printer size={15} aria-hidden /> Print
        </Link>
      </p>
      <div className="grid grid-cols-3 gap-x-8 gap-y-3 max-lg:grid-cols-2 max-sm:grid-cols-1">
        {bags.map((b) => (
          <section key={b.feed} aria-label={b.feed}>
            <h3 className="border-b border-rule text-body font-bold">
              {b.feed} <span className="font-normal text-soft">{feedMassOf(b.sumG, us)}</span>
            </h3>
            <ul>
              {b.cups.map((c) => (
                <li key={c.key} className="flex items-center justify-between gap-3 border-b border-rule py-0.5">
                  <Tick checked={done.has(c.key)} onChange={(on) => put(c.key, on)}>
                    <b>{c.unit}</b>
                  </Tick>
                  <span className="text-right">
                    {c.meals > 1 ? `${c.meals} × ` : ''}
                    <b>{feedMassOf(c.eachG, us)}</b>
                  </span>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
    </Fold>
  );
}
