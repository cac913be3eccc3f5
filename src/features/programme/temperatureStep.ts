/** A change of temperature with its sign, in the reader's degrees. */
export const temperatureStep = (celsius: number, us: boolean): string => {
  const degrees = us ? celsius * 1.8 : celsius;
  const size = Math.abs(degrees).toFixed(1);
  return size === '0.0' ? 'as it is' : `${degrees < 0 ? '−' : '+'}${size} ${us ? '°F' : '°C'}`;
};
