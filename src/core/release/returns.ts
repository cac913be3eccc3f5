import { betaQuantile } from '../distributions';
import { idsOf } from '../ids';
import { Z95 } from '../quantities/interval';

/** How fish that come back are met. */
export const gears = {
  trap: 'trap',
  net: 'net',
  angled: 'angled',
  electro: 'electric fishing',
  found: 'found dead',
} as const;
export type Gear = keyof typeof gears;
export const gearIds = idsOf(gears);

export type ReturnShare = { share: number; low: number; high: number };

/**
 * What share of the marked came back, 95 %: exact for the number seen (Clopper and Pearson 1934), widened by the doubt of
 * the number released, both joined on the log scale.
 * @param marked released with the mark, with its standard deviation
 * @param seen came back, of those that were looked at
 * @param shareSeen what share of all that came was looked at; 1: all
 * @returns null while nobody was marked, or more came than were marked
 */
export function returnShare(marked: { number: number; sd: number }, seen: number, shareSeen = 1): ReturnShare | null {
  const tried = Math.round(marked.number * shareSeen);
  if (tried < 1 || seen > tried) return null;
  const share = seen / (marked.number * shareSeen);
  const [low, high] = [
    seen === 0 ? 0 : betaQuantile(0.025, seen, tried - seen + 1),
    seen === tried ? 1 : betaQuantile(0.975, seen + 1, tried - seen),
  ];
  const doubt = Z95 * (marked.sd / marked.number);
  const apart = (end: number) => Math.hypot(Math.log(end / share), doubt);
  return {
    share,
    low: seen === 0 ? 0 : share * Math.exp(-apart(low)),
    high: Math.min(1, seen === 0 ? high * Math.exp(doubt) : share * Math.exp(apart(high))),
  };
}
