import { decimals, degrees, degreesApart, marked } from '../quantities/format';
import { fromBase } from '../quantities/measure';
import { type SensorKind, sensorKinds } from '../readings/sensorKinds';
import type { Species } from '../species/species';
import { thresholds } from '../thresholds';
import { HOUR_MS } from '../time/spans';
import { unionisedFraction } from './ammonia';

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
  /** What it usually says: of a flow and a level, which no species but the unit sets; null while too little was read. */
  usual: number | null;
  /** Kinds of alarm that are open of it: they close with a margin, so that a value at its limit does not open and shut. */
  open: readonly AlarmKind[];
  /** Since when it has said the same to the last digit, if far longer than it ever did. */
  stuckSince: number | null;
};
export type Raised = { kind: AlarmKind; value: number | null; bound: number | null; says: string; todo: string };

/** Late by so many of its own rhythms, and never sooner than this. */
const LATE_RHYTHMS = 3;
const LEAST_SILENCE_MS = 15 * 60_000;
/** Hours a stuck probe must have said the same. */
const STUCK_MS = 18 * HOUR_MS;

/** A flow, or the power of a pump, below this share of its usual one has something in its way. */
const FLOW_SHARE = 0.5;

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
  salinity: {
    high: 'Look at evaporation, brine dosing and the fresh inflow; bring it back by small steps over hours, never at once.',
    low: 'Look for rain, a fresh inflow left open, and the brine stock; bring it back by small steps over hours, never at once.',
  },
  ammonia: {
    high: 'Feed nothing; exchange with water of no higher pH; look at the biofilter and its air.',
    low: 'Measure again.',
  },
  nitrite: {
    high: 'Feed less and exchange; look at the biofilter; salt holds it off where they bear it.',
    low: 'Measure again.',
  },
  nitrate: { high: 'Exchange more water each day; look at what is fed.', low: 'Measure again.' },
  turbidity: {
    high: 'Look at intake, filter and feed left over; gills suffer before eyes see it.',
    low: 'Measure again.',
  },
  power: {
    high: 'Look at what hangs on it: a pump that runs against a closed valve, a bearing.',
    low: 'Go now: what hangs on it stands or runs dry. Say it on the water desk: who suffers first is told there.',
  },
  level: {
    high: 'Look at outlet, standpipe and screens: shells and silt block them, and larvae go over the edge.',
    low: 'Go now: inflow, head tank, standpipe, a drain left open. What lies dry dies first; keep it wet while the water comes back.',
  },
};

/** Tightest bounds of what stands in a water: of each kind of sensor what its species and stage bear. */
export function boundsFor(
  kind: SensorKind,
  standing: readonly { species: Species; stage: string; stageName: string }[],
  water: { pH?: number | null; celsius?: number | null } = {},
): Bound | null {
  const found: Partial<Bound> = {};
  const common = standing.length > 0 ? commonMost(kind, water) : null;
  if (common !== null) Object.assign(found, { high: common, whose: 'they' });
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

/** What no fish bears more of, whatever its species; null of kinds that have no such limit, or where it cannot be told. */
function commonMost(kind: SensorKind, water: { pH?: number | null; celsius?: number | null }): number | null {
  switch (kind) {
    case 'chlorine':
      return thresholds.chlorineLimit.value;
    case 'gas':
      return thresholds.gasLimit.value;
    case 'nitrite':
      return thresholds.nitriteMost.value;
    case 'nitrate':
      return thresholds.nitrateMost.value;
    case 'ammonia':
      // Of ammonia it is the un-ionised part that counts: without pH and temperature no limit stands.
      return water.pH == null || water.celsius == null
        ? null
        : thresholds.unionisedMost.value / unionisedFraction(water.celsius, water.pH);
    default:
      return null;
  }
}

/** What is off with a sensor's water, or with the sensor itself, right now; each with what to do. */
export function alarmsOf(s: Watched, bound: Bound | null, largestStep: number | null, now: number): Raised[] {
  const out: Raised[] = [];
  if (!s.last) return out;
  const { places, unit, margin } = sensorKinds[s.kind];
  const said = (v: number, more = 0) => `${v.toFixed(places + more)} ${unit}`.trim();
  // Value and limit in as many decimals as tell them apart.
  const pair = (a: number, b: number): [string, string] => {
    for (let more = 0; more < 3; more++) if (said(a, more) !== said(b, more)) return [said(a, more), said(b, more)];
    return [said(a, 3), said(b, 3)];
  };
  /** Beyond the limit by more than the last digit shown; once open, until it is inside by the margin. */
  const beyond = (kind: 'high' | 'low', limit: number) => {
    const over = kind === 'high' ? s.last!.value - limit : limit - s.last!.value;
    return s.open.includes(kind) ? over > -margin : over >= 0.5 * 10 ** -places;
  };
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
  if (bound?.high !== undefined && beyond('high', bound.high)) {
    const [value, limit] = pair(s.last.value, bound.high);
    out.push({
      kind: 'high',
      value: s.last.value,
      bound: bound.high,
      says:
        s.last.value > bound.high
          ? `${s.name} ${value}; ${bound.whose} bear ${limit}`
          : `${s.name} ${value}, back under the ${limit} that ${bound.whose} bear; it closes below ${said(bound.high - margin)}`,
      todo: what[s.kind].high,
    });
  }
  if (bound?.low !== undefined && beyond('low', bound.low)) {
    const [value, limit] = pair(s.last.value, bound.low);
    out.push({
      kind: 'low',
      value: s.last.value,
      bound: bound.low,
      says:
        s.last.value < bound.low
          ? `${s.name} ${value}; ${bound.whose} want ${limit}`
          : `${s.name} ${value}, back above the ${limit} that ${bound.whose} want; it closes above ${said(bound.low + margin)}`,
      todo: what[s.kind].low,
    });
  }
  const usualShare =
    s.kind === 'flow' || s.kind === 'power' ? FLOW_SHARE : s.kind === 'level' ? thresholds.levelFall.value : null;
  if (usualShare !== null && bound?.low === undefined && s.usual !== null && s.usual > 0) {
    const least = usualShare * s.usual;
    if (beyond('low', least)) {
      const [value, usual] = pair(s.last.value, s.usual);
      out.push({
        kind: 'low',
        value: s.last.value,
        bound: least,
        says: `${s.name} ${value}; usual is ${usual}`,
        todo: what[s.kind].low,
      });
    }
  }
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

/**
 * An alarm's words for who reads them. They are kept as the watch wrote them, in °C and with a point.
 * @param us temperatures in °F; those of a step are differences
 */
export function alarmWords(says: string, kind: string, us: boolean): string {
  return says.replace(/(\d+\.?\d*) (°C|mg\/L|g\/L|L\/min|NTU|cm|W|%)/g, (all, figure: string, unit: string) => {
    if (unit === 'cm' && us) return `${decimals(fromBase(10 * Number(figure), 'length', 'in'), 1)} in`;
    if (unit !== '°C') return marked(all);
    return us ? (kind === 'step' ? degreesApart : degrees)(Number(figure), true) : marked(all);
  });
}

function spanOf(ms: number): string {
  const minutes = Math.round(ms / 60_000);
  return minutes < 1
    ? `${Math.round(ms / 1000)} s`
    : minutes < 120
      ? `${minutes} min`
      : `${Math.round(minutes / 60)} h`;
}
