import { decimals } from '@/core/quantities/format';
import { degreesOf, step } from '@/core/quantities/reader';

/** A change of temperature with its sign, in the reader's degrees; nothing where it would read as none. */
export const temperatureStep = (celsius: number, us: boolean): string =>
  decimals(Math.abs(degreesOf(celsius, us)), 1) === decimals(0, 1) ? 'as it is' : step(celsius, us);
