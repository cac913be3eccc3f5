import { idsOf } from '../ids';

/**
 * What sensors measure. `low` and `high` bound what water can show at all, wide on purpose: outside them a reading is a
 * slip of the unit or a broken probe (salinity: brine of shrimp cysts; the sea has 35). Oxygen: fresh water at 0 °C under pure oxygen holds 14.6 / 0.2095 = 70 mg/L.
 * `places`: so many decimals as tell a breach from what is borne; `margin`: so far inside of its limit a value must be
 * before an alarm closes. Nitrogen is kept as nitrogen.
 */
export const sensorKinds = {
  temperature: {
    word: 'temperature',
    unit: '°C',
    low: -5,
    high: 45,
    places: 1,
    margin: 0.2,
    header: /temp|°|celsius|fahrenheit|deg/i,
  },
  oxygen: {
    word: 'oxygen',
    unit: 'mg/L',
    low: 0,
    high: 70,
    places: 1,
    margin: 0.2,
    header: /oxygen|\bo2\b|\bdo\b|mg\s*\/\s*l/i,
  },
  pH: { word: 'pH', unit: '', low: 0, high: 14, places: 1, margin: 0.1, header: /\bph\b/i },
  chlorine: {
    word: 'chlorine',
    unit: 'mg/L',
    low: 0,
    high: 20,
    places: 3,
    margin: 0.002,
    header: /chlor|\bcl2?\b/i,
  },
  gas: { word: 'total gas', unit: '%', low: 50, high: 250, places: 0, margin: 1, header: /\btgp\b|gas/i },
  flow: {
    word: 'flow',
    unit: 'L/min',
    low: 0,
    high: 1_000_000,
    places: 1,
    margin: 0.2,
    header: /flow|l\s*\/\s*min/i,
  },
  salinity: {
    word: 'salinity',
    unit: 'g/L',
    low: 0,
    high: 100,
    places: 1,
    margin: 0.5,
    header: /salin|\bppt\b|\bpsu\b|(?<![a-zµ])g\s*\/\s*l/i,
  },
  level: {
    word: 'water level',
    unit: 'cm',
    low: 0,
    high: 2000,
    places: 1,
    margin: 0.5,
    header: /level|stage|\bcm\b/i,
  },
  ammonia: {
    word: 'ammonia',
    unit: 'mg/L N',
    low: 0,
    high: 500,
    places: 2,
    margin: 0.05,
    header: /ammon|\bnh[34]|\btan\b/i,
  },
  nitrite: {
    word: 'nitrite',
    unit: 'mg/L N',
    low: 0,
    high: 500,
    places: 3,
    margin: 0.01,
    header: /nitrit|\bno2/i,
  },
  nitrate: {
    word: 'nitrate',
    unit: 'mg/L N',
    low: 0,
    high: 5000,
    places: 0,
    margin: 2,
    header: /nitrat|\bno3/i,
  },
  turbidity: {
    word: 'turbidity',
    unit: 'NTU',
    low: 0,
    high: 10_000,
    places: 0,
    margin: 2,
    header: /turbid|\bntu\b/i,
  },
  power: {
    word: 'power',
    unit: 'W',
    low: 0,
    high: 1_000_000,
    places: 0,
    margin: 5,
    header: /power|watt|\bkw\b|\bw\b/i,
  },
} as const;

export type SensorKind = keyof typeof sensorKinds;
export const sensorKindIds = idsOf(sensorKinds);

/** What a sensor measures, as it begins a label. @example sensorLabel('chlorine') // "Chlorine, mg/L" */
export function sensorLabel(kind: SensorKind, unit: string = sensorKinds[kind].unit): string {
  const { word } = sensorKinds[kind];
  // pH is written so wherever it stands.
  const begins = kind === 'pH' ? word : word[0]!.toUpperCase() + word.slice(1);
  return unit ? `${begins}, ${unit}` : begins;
}
