import { ownRules } from '../ownRules';
import type { SensorKind } from '../readings/sensorKinds';
import type { Species } from '../species/species';

export type AlarmKind = 'high' | 'low' | 'step' | 'silent' | 'stuck';
export type Bound = { low?: number; high?: number; whose: string };
export type Watched = {
  kind: SensorKind;
  name: string;
  /** Whether it reports by itself: only then its silence is an alarm. */
  reports: boolean;
  last: { at: number; value: number } | null;
  /** The value an hour before the last, where there is one. */
  hourBefore: number | null;
  /** Usual milliseconds between its reports; null while it has too few. */
  rhythm: number | null;
  /** Since when it has said the same to the last digit, if far longer than it ever did. */
  stuckSince: number | null;
};
export type Raised = { kind: AlarmKind; value: number | null; bound: number | null; says: string; todo: string };

/** Late by so many of its own rhythms, and never sooner than this. */
const LATE_RHYTHMS = 3;
const LEAST_SILENCE_MS = 15 * 60_000;
const HOUR_MS = 3_600_000;
/** Hours a stuck probe must have said the same. */
const STUCK_MS = 18 * HOUR_MS;

const units: Record<SensorKind, string> = {
  temperature: '°C',
  oxygen: 'mg/L',
  pH: '',
  flow: 'L/min',
  chlorine: 'mg/L',
  gas: '%',
};
/** So many decimals as tell a breach from what is borne. */
const decimals: Record<SensorKind, number> = { temperature: 1, oxygen: 1, pH: 1, flow: 1, chlorine: 3, gas: 0 };
const what: Record<SensorKind, { high: string; low: string }> = {
  temperature: {
    high: 'Look at chiller, heater and mixing valve, open more cold water; cool by steps, never at once; more flow or air, for warm water holds less oxygen.',
    low: 'Look at heater, mixing valve and intake; warm by steps; slow eggs want nothing else.',
  },
  oxygen: {
    high: 'Look for heating and pumps that draw air: over-saturated water must be degassed.',
    low: 'More flow or air now; stop baths and feeding; look at the fullest units first (minutes to danger in the room).',
  },
  pH: {
    high: 'Measure again; correct in the reserve, never in the unit; high pH turns ammonia toxic.',
    low: 'Measure again; correct in the reserve, never in the unit; look at the biofilter and at buffering.',
  },
  chlorine: {
    high: 'Shut the inflow and keep the oxygen up: minutes to danger stand in the room. Look at the neutraliser: pump, stock, hose. Measure again before it flows.',
    low: 'Measure again.',
  },
  gas: {
    high: 'Degas before it reaches them: tower, spray, cascade. Look for air drawn in at pump and pipe, and at the heater; look for bubbles in yolk, eyes and fins.',
    low: 'Measure again.',
  },
  flow: {
    high: 'Look at jars: eggs may go over the lip.',
    low: 'Go now: blocked pipe, tripped pump, airlock. The room shows which unit is in danger first.',
  },
};

/** Tightest bounds of what stands in a water: of each kind of sensor what its species and stage bear. */
export function boundsFor(
  kind: SensorKind,
  standing: readonly { species: Species; stage: string; stageName: string }[],
): Bound | null {
  const found: Partial<Bound> = {};
  if (standing.length > 0 && kind === 'chlorine')
    Object.assign(found, { high: ownRules.chlorineLimit.value, whose: 'they' });
  if (standing.length > 0 && kind === 'gas') Object.assign(found, { high: ownRules.gasLimit.value, whose: 'they' });
  for (const s of standing)
    for (const l of s.species.limits) {
      if (l.what !== kind || (l.stage !== 'all' && l.stage !== s.stage)) continue;
      const whose = `${s.species.name} ${s.stageName}`;
      if (l.low !== undefined && l.low > (found.low ?? Number.NEGATIVE_INFINITY))
        Object.assign(found, { low: l.low, whose });
      if (l.high !== undefined && l.high < (found.high ?? Number.POSITIVE_INFINITY))
        Object.assign(found, { high: l.high, whose });
    }
  return found.whose === undefined ? null : { ...found, whose: found.whose };
}

/** What is off with a sensor's water, or with the sensor itself, right now; each with what to do. */
export function alarmsOf(s: Watched, bound: Bound | null, largestStep: number | null, now: number): Raised[] {
  const out: Raised[] = [];
  if (!s.last) return out;
  const said = (v: number) => `${v.toFixed(decimals[s.kind])} ${units[s.kind]}`.trim();
  const silent =
    s.reports && s.rhythm !== null && now - s.last.at > Math.max(LEAST_SILENCE_MS, LATE_RHYTHMS * s.rhythm);
  if (silent)
    out.push({
      kind: 'silent',
      value: null,
      bound: null,
      says: `${s.name} has been silent for ${spanOf(now - s.last.at)}; it reports every ${spanOf(s.rhythm!)}`,
      todo: 'Go and read it by eye. Probe, cable, or power: a circuit that tripped has stopped pumps and air too.',
    });
  // What an old reading says is no news of the water.
  if (silent || now - s.last.at > 6 * HOUR_MS) return out;
  if (s.stuckSince !== null && now - s.stuckSince > STUCK_MS)
    out.push({
      kind: 'stuck',
      value: s.last.value,
      bound: null,
      says: `${s.name} has said ${said(s.last.value)} for ${spanOf(now - s.stuckSince)} without moving`,
      todo: 'Read the water by eye beside it; change the probe, and strike the stretch from its readings.',
    });
  if (bound?.high !== undefined && s.last.value > bound.high)
    out.push({
      kind: 'high',
      value: s.last.value,
      bound: bound.high,
      says: `${s.name} ${said(s.last.value)}; ${bound.whose} bear ${said(bound.high)}`,
      todo: what[s.kind].high,
    });
  if (bound?.low !== undefined && s.last.value < bound.low)
    out.push({
      kind: 'low',
      value: s.last.value,
      bound: bound.low,
      says: `${s.name} ${said(s.last.value)}; ${bound.whose} want ${said(bound.low)}`,
      todo: what[s.kind].low,
    });
  if (s.kind === 'temperature' && largestStep !== null && s.hourBefore !== null) {
    const step = s.last.value - s.hourBefore;
    if (Math.abs(step) > largestStep)
      out.push({
        kind: 'step',
        value: step,
        bound: largestStep,
        says: `${s.name} went ${step > 0 ? 'up' : 'down'} ${said(Math.abs(step))} within an hour; they bear ${said(largestStep)}`,
        todo: 'Look at mixing valve, pump and intake; hold it where it is now, then go back slowly. Expect more dead for some days, and note it as handled.',
      });
  }
  return out;
}

function spanOf(ms: number): string {
  const minutes = Math.round(ms / 60_000);
  return minutes < 1
    ? `${Math.round(ms / 1000)} s`
    : minutes < 120
      ? `${minutes} min`
      : `${Math.round(minutes / 60)} h`;
}
