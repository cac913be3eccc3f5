import type { Station } from '@/core/species/stations';

/** Where a unit is opened. */
export const unitHref = (h: { station: Station; roomId: number; unit: string }): string =>
  h.station === 'eggs' || h.station === 'yolksac'
    ? `/rooms/${h.roomId}?unit=${encodeURIComponent(h.unit)}`
    : `/rearing?unit=${encodeURIComponent(h.unit)}`;
