import { idsOf } from '../ids';

/**
 * What is measured in the water of a tank by hand: by probe, photometer or drops. `low` and `high` bound what water can
 * show at all; beyond `odd` it is asked about. Nitrogen is kept as nitrogen: kits show it as the ion, too.
 */
export const handKinds = {
  oxygen: { word: 'oxygen', unit: 'mg/L', low: 0, high: 70, odd: 25, verb: 'do', places: 1 },
  pH: { word: 'pH', unit: '', low: 0, high: 14, odd: 10, verb: 'ph', places: 2 },
  ammonia: {
    word: 'ammonia',
    unit: 'mg/L N',
    low: 0,
    high: 500,
    odd: 10,
    verb: 'nh4',
    places: 2,
    ion: 18.0383 / 14.0067,
  },
  nitrite: {
    word: 'nitrite',
    unit: 'mg/L N',
    low: 0,
    high: 500,
    odd: 5,
    verb: 'no2',
    places: 3,
    ion: 46.0055 / 14.0067,
  },
  nitrate: {
    word: 'nitrate',
    unit: 'mg/L N',
    low: 0,
    high: 5000,
    odd: 300,
    verb: 'no3',
    places: 0,
    ion: 62.0049 / 14.0067,
  },
  alkalinity: { word: 'alkalinity', unit: 'mg/L CaCO₃', low: 0, high: 3000, odd: 600, verb: 'alk', places: 0 },
  carbonDioxide: { word: 'carbon dioxide', unit: 'mg/L', low: 0, high: 500, odd: 80, verb: 'co2', places: 0 },
  chlorine: { word: 'chlorine', unit: 'mg/L', low: 0, high: 20, odd: 2, verb: 'cl', places: 3 },
  salinity: { word: 'salinity', unit: 'g/L', low: 0, high: 100, odd: 45, verb: 'sal', places: 1 },
  turbidity: { word: 'turbidity', unit: 'NTU', low: 0, high: 10_000, odd: 1000, verb: 'ntu', places: 0 },
  /** No part of the water, and read on the same walk: at its surface. */
  light: { word: 'light', unit: 'lux', low: 0, high: 200_000, odd: 20_000, verb: 'lux', places: 0 },
} as const;

export type HandKind = keyof typeof handKinds;
export const handKindIds = idsOf(handKinds);

/** Whether a kit may show it as nitrogen or as the ion. */
export const hasScale = (kind: HandKind): boolean => 'ion' in handKinds[kind];

/** As nitrogen, mg/L. @param as what the kit's scale shows @example asNitrogen('ammonia', 1.288, 'ion') // 1.000 */
export function asNitrogen(kind: HandKind, value: number, as: 'N' | 'ion'): number {
  const k = handKinds[kind];
  return as === 'ion' && 'ion' in k ? value / k.ion : value;
}
