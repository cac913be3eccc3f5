import { thresholds } from '../thresholds';

/** One look at a unit: when, and how many dead were taken. */
export type Look = { at: number; unit: number; dead: number };
export type RoundDone = {
  /** Beginning of its local day. */
  day: number;
  from: number;
  to: number;
  /** Minutes at work: longer pauses are left out. */
  minutes: number;
  units: number;
  dead: number;
};

/** Between two units of one round it does not take longer; what does is a pause, or another round. */
const pauseMs = () => thresholds.roundPause.value * 60_000;

/**
 * What the rounds of each day took, by the times at which units were recorded, latest day first. Records of one minute
 * were typed together afterwards and tell nothing of the time: such a day has no minutes to speak of.
 */
export function roundsOf(looks: readonly Look[], startOfDay: (at: number) => number): RoundDone[] {
  const days = new Map<number, Look[]>();
  for (const l of looks) {
    const day = startOfDay(l.at);
    (days.get(day) ?? days.set(day, []).get(day)!).push(l);
  }
  return [...days]
    .sort(([a], [b]) => b - a)
    .map(([day, of]) => {
      const at = of.map((l) => l.at).sort((a, b) => a - b);
      const work = at.slice(1).reduce((s, t, i) => s + (t - at[i]! <= pauseMs() ? t - at[i]! : 0), 0);
      return {
        day,
        from: at[0]!,
        to: at.at(-1)!,
        minutes: work / 60_000,
        units: new Set(of.map((l) => l.unit)).size,
        dead: of.reduce((s, l) => s + l.dead, 0),
      };
    });
}
