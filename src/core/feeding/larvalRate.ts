import { rateFunction } from '../development/model';
import { feedingOf, hatchOf } from '../species/life';
import { type Species, valueNamed } from '../species/species';
import { eventWords, type LarvalPlace } from './larvalClock';

/** How a species' larvae come to feed: the share of the way from hatch that is gone in a day, and where events lie on it. */
export type LarvalRate = { rate: (celsius: number) => number; cv: number; places: LarvalPlace[] };

const PLACES = ['mouthOpen', 'bladderFrom', 'bladderUntil', 'yolkGone', 'noReturn'] as const;

/** @returns null for species that feed from the hatch on, or of which no clock to feeding is known */
export function larvalRateOf(s: Species): LarvalRate | null {
  const [hatch, feeding] = [hatchOf(s), feedingOf(s)];
  if (!hatch || !feeding) return null;
  const whole = rateFunction(feeding.model);
  const toHatch = rateFunction(hatch.model);
  return {
    // A sum that is published from fertilisation on has the eggs' days in it.
    rate:
      feeding.sumFrom === 'fertilisation'
        ? (c) => {
            const [a, b] = [whole(c), toHatch(c)];
            const days = 1 / a - 1 / b;
            return a > 0 && days > 0 ? 1 / days : 0;
          }
        : whole,
    cv: feeding.cv ?? 0.15,
    places: PLACES.flatMap((id) => {
      const v = valueNamed(s, eventWords[id]);
      return v ? [{ id, way: v.value, sd: v.spread ?? 0 }] : [];
    }),
  };
}
