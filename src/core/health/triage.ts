import { HOUR_MS } from '../time/spans';

/** What is read when fish do not eat or do not look well, in this order: the likeliest that kills soonest first. */
export const triageSteps = ['temperature', 'pH', 'oxygen', 'flow', 'chlorine'] as const;
export type TriageStep = (typeof triageSteps)[number];

export const triageWords: Record<TriageStep, string> = {
  temperature: 'temperature',
  pH: 'pH',
  oxygen: 'oxygen',
  flow: 'flow',
  chlorine: 'chlorine',
};

/** The freshest reading of a step; `is` as it was held against what stands there. */
export type TriageReading = { says: string; at: number; is: 'good' | 'off' | 'unknown'; todo: string };

export type TriageLine = {
  step: TriageStep;
  /** `old`: it was read too long ago to say anything; `none`: never. */
  state: 'good' | 'off' | 'unknown' | 'old' | 'none';
  says: string;
  at: number | null;
  todo: string;
};

/** A reading older than this does not answer a triage. */
const FRESH_HOURS = 3;

/** The steps in order, each answered by its freshest reading or asked for. What is off stands where it stands: the order is that of the looking. */
export function triage(readings: Partial<Record<TriageStep, TriageReading>>, now: number): TriageLine[] {
  return triageSteps.map((step) => {
    const r = readings[step];
    if (!r) return { step, state: 'none', says: 'not read', at: null, todo: `read the ${triageWords[step]}` };
    if (now - r.at > FRESH_HOURS * HOUR_MS && r.is !== 'off')
      return { step, state: 'old', says: r.says, at: r.at, todo: `read the ${triageWords[step]} again` };
    return { step, state: r.is, says: r.says, at: r.at, todo: r.todo };
  });
}

/** The first thing to do: what is off, else what was not read. Null where all of it was read and is good. */
export const nextOfTriage = (lines: readonly TriageLine[]): TriageLine | null =>
  lines.find((l) => l.state === 'off') ?? lines.find((l) => l.state === 'none' || l.state === 'old') ?? null;
