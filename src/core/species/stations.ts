/** The stations of life, in order. A stage belongs to one. */
export const stations = ['eggs', 'yolksac', 'fry', 'fingerlings'] as const;
export type Station = (typeof stations)[number];

/** Glyphs drawn for Morula (ui/drawings/glyphs). */
export const glyphs = [
  'egg',
  'eyed',
  'hatching',
  'yolksac',
  'fry',
  'fingerling',
  'adult',
  'berried',
  'juvenile',
] as const;
export type Glyph = (typeof glyphs)[number];

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
