import { idsOf } from '../ids';
import { thresholds } from '../thresholds';

/** What the depth says at which the disc vanishes: how much lives in the water of a pond, and what to do. */
export function discSays(cm: number): { is: 'good' | 'clear' | 'thick'; says: string } {
  if (cm > thresholds.discClear.value)
    return {
      is: 'clear',
      says: 'little natural food: fertilise again, feed until it clouds; look whether weed takes it',
    };
  if (cm < thresholds.discThick.value)
    return {
      is: 'thick',
      says: 'too thick: no fertiliser, exchange water, read oxygen at dawn; where it is brown it may be clay',
    };
  return { is: 'good', says: 'natural food enough' };
}

/** How many food animals move in a jar of the water, held against the light. */
export const foodScores = { none: 'nothing moves', few: 'a few', many: 'many', swarms: 'swarms' } as const;
export type FoodScore = keyof typeof foodScores;
export const foodScoreIds = idsOf(foodScores);

/**
 * What disc and jar say together of the natural food of a pond, and what to do: the colour of the water alone does not
 * say whether anything in it is eaten. Practice, no source. `verify`
 * @param cm depth at which the disc vanishes; null where it was not lowered  @param score null where nobody looked
 */
export function naturalSays(cm: number | null, score: FoodScore | null): { is: 'good' | 'off'; says: string } | null {
  const disc = cm === null ? null : discSays(cm);
  if (score === null) return disc && { is: disc.is === 'good' ? 'good' : 'off', says: disc.says };
  const alive = score === 'many' || score === 'swarms';
  // Water that is too thick takes the oxygen of the night, whatever lives in it.
  if (disc?.is === 'thick') return { is: 'off', says: disc.says };
  if (alive)
    return disc?.is === 'clear'
      ? { is: 'good', says: 'clear, yet alive: it is being grazed; fertilise a little, feed before they are gone' }
      : { is: 'good', says: 'natural food enough' };
  if (disc === null || disc.is === 'clear')
    return { is: 'off', says: 'little natural food: fertilise, feed meanwhile, look again in two days' };
  return { is: 'off', says: 'coloured, but few food animals: feed, and bring some in from a pond that has them' };
}
