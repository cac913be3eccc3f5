import type { Glyph, Station } from './species';

/** How a station is drawn and named where species stand together; each species names its own stages. */
export const stationGlyph: Record<Station, Glyph> = {
  eggs: 'egg',
  yolksac: 'yolksac',
  fry: 'fry',
  fingerlings: 'fingerling',
};
export const stationName: Record<Station, string> = {
  eggs: 'eggs',
  yolksac: 'yolk-sac',
  fry: 'fry',
  fingerlings: 'fingerlings',
};
