'use client';

import { Timer } from 'lucide-react';
import { useEffect, useState } from 'react';
import { MeasureInput, measureOf, NumberInput, numberText, useShown, wholeOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import { fromBase } from '@/core/quantities/measure';
import { thresholds } from '@/core/thresholds';
import { bowlMinutes } from '@/core/water/bowl';
import { Button } from '@/ui/Button';
import { Fold } from '@/ui/Fold';

/** What is known of the fish that are put into bowls. */
export type InBowls = { meanG: number | null; celsius: number | null; leastMgPerL: number | null };

/** Warned of when so much of the time is over. */
const SOON = 0.7;
const TICK_MS = 1000;

/**
 * How long fish may wait in a bowl by the oxygen of its water alone, and how long they have: begun when it is filled,
 * anew with the next one. Several bowls are emptied in the order in which they were filled.
 */
export function BowlClock({ of }: { of: InBowls }) {
  const { locale } = useSession();
  const shown = useShown();
  const litre = shown('volume');
  const [volume, setVolume] = useState(() =>
    numberText(Number(fromBase(10_000, 'volume', litre).toPrecision(3)), locale),
  );
  const [fish, setFish] = useState('30');
  const [filled, setFilled] = useState<number | null>(null);
  const [now, setNow] = useState(0);
  useEffect(() => {
    if (filled === null) return;
    const tick = setInterval(() => setNow(Date.now()), TICK_MS);
    return () => clearInterval(tick);
  }, [filled]);
  const ml = measureOf(volume, 'volume', litre, locale).value;
  const n = wholeOf(fish, locale).value;
  const minutes =
    ml && n && of.meanG !== null && of.celsius !== null
      ? bowlMinutes({
          volumeL: ml / 1000,
          massG: n * of.meanG,
          celsius: of.celsius,
          leastMgPerL: of.leastMgPerL ?? thresholds.bowlOxygen.value,
          useMgPerKgHour: thresholds.bowlUse.value,
        })
      : null;
  const gone = filled === null ? null : Math.max(0, now - filled) / 60_000;
  const tone =
    minutes === null || gone === null
      ? ''
      : gone >= minutes
        ? 'font-bold text-loss'
        : gone >= SOON * minutes
          ? 'font-bold text-careful'
          : 'text-deep';
  return (
    <Fold
      title={
        <span>
          Bowl clock{' '}
          {gone !== null && (
            <span className={tone} role="timer" data-testid="bowl-clock">
              {said(gone)}
              {minutes !== null && ` of ${said(minutes)}`}
              {minutes !== null && gone >= minutes && ': back into their water'}
            </span>
          )}
        </span>
      }
    >
      <div className="mt-1 flex flex-wrap items-end gap-3">
        <MeasureInput
          label="Water in the bowl"
          dimension="volume"
          value={volume}
          onChange={setVolume}
          className="w-36"
        />
        <NumberInput label="Fish in it" value={fish} onChange={setFish} className="w-24" />
        <Button
          onClick={() => {
            setFilled(Date.now());
            setNow(Date.now());
          }}
        >
          <Timer size={17} aria-hidden /> {filled === null ? 'Filled now' : 'The next one, filled now'}
        </Button>
      </div>
      <p className="mt-1 text-small text-soft">
        {minutes === null
          ? 'Weigh them, and read their water: then it says how long the bowl holds.'
          : minutes < 1
            ? 'This bowl holds them for less than a minute: more water, fewer fish, or air.'
            : `By its oxygen alone about ${said(minutes)} at most: air in it, salt against the stress, the first filled emptied first, and none left to the end.`}
      </p>
    </Fold>
  );
}

const said = (minutes: number): string => {
  if (minutes >= 90) return 'more than an hour and a half';
  const s = Math.floor(minutes * 60);
  return minutes < 10 ? `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')} min` : `${Math.floor(minutes)} min`;
};
