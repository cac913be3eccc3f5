import { decimals } from '@/core/quantities/format';
/** A change of temperature with its sign, in the reader's degrees. */
export const temperatureStep = (celsius: number, us: boolean): string => {
  const degrees = us ? celsius * 1.8 : celsius;
  const size = decimals(Math.abs(degrees), 1);
  return size === '0.0' ? 'as it is' : `${degrees < 0 ? '−' : '+'}${size} ${us ? '°F' : '°C'}`;
};
