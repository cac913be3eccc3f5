import { idsOf } from '../ids';
import { DAY_MS } from '../time/spans';

/** What outflow is looked at for, and more than which none ever shows. */
export const dischargeFigures = {
  solids: { word: 'suspended solids', unit: 'mg/L', high: 50_000 },
  bod: { word: 'BOD₅', unit: 'mg/L', high: 20_000 },
  phosphorus: { word: 'total phosphorus', unit: 'mg/L P', high: 2000 },
  ammonia: { word: 'ammonia', unit: 'mg/L N', high: 2000 },
  nitrate: { word: 'nitrate', unit: 'mg/L N', high: 5000 },
  pH: { word: 'pH', unit: '', high: 14 },
  celsius: { word: 'temperature', unit: '°C', high: 45 },
  chlorine: { word: 'chlorine', unit: 'mg/L', high: 100 },
  salinity: { word: 'salinity', unit: 'g/L', high: 300 },
} as const;
export type DischargeFigure = keyof typeof dischargeFigures;
export const dischargeFigureIds = idsOf(dischargeFigures);

export const discharges = { sample: 'sample', disposal: 'disposed of' } as const;
export type Discharge = keyof typeof discharges;
export const dischargeIds = idsOf(discharges);

export type DischargeLine = {
  at: number;
  what: Discharge;
  place: string;
  figures: readonly { kind: DischargeFigure; value: number; most?: number }[];
};

/** A figure of one place as it was sampled: the last value, against what it may be, and the ones before. */
export type DischargeTrend = {
  place: string;
  kind: DischargeFigure;
  last: { at: number; value: number };
  /** What it may be by the last sample that said so; null where none did. */
  most: number | null;
  earlier: number[];
};

/** The figures of each place, those beyond what they may be first. */
export function trendsOf(lines: readonly DischargeLine[]): DischargeTrend[] {
  const by = new Map<string, DischargeTrend>();
  for (const l of [...lines].filter((x) => x.what === 'sample').sort((a, b) => a.at - b.at))
    for (const f of l.figures) {
      const key = `${l.place.trim().toLowerCase()} ${f.kind}`;
      const before = by.get(key);
      by.set(key, {
        place: before?.place ?? l.place,
        kind: f.kind,
        last: { at: l.at, value: f.value },
        most: f.most ?? before?.most ?? null,
        earlier: before ? [...before.earlier, before.last.value].slice(-EARLIER) : [],
      });
    }
  const over = (t: DischargeTrend) => (t.most === null ? -1 : t.last.value / t.most);
  return [...by.values()].sort((a, b) => over(b) - over(a) || a.place.localeCompare(b.place));
}
const EARLIER = 5;

/** When the next sample is due: as long after the last as is usual between them, a month where there is one alone. */
export function nextSample(lines: readonly DischargeLine[]): number | null {
  const at = [...new Set(lines.filter((l) => l.what === 'sample').map((l) => l.at))].sort((a, b) => a - b);
  if (at.length === 0) return null;
  const gaps = at.slice(1).map((t, i) => t - at[i]!);
  const usual = gaps.length < 2 ? MONTH_MS : gaps.sort((a, b) => a - b)[gaps.length >> 1]!;
  return at.at(-1)! + usual;
}
/** `verify`: the permit says how often. */
const MONTH_MS = 30 * DAY_MS;
