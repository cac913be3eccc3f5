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
