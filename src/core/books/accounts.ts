/** The world outside the hatchery. These accounts keep no balance row; they are sums of postings. */
export const worldAccounts = [
  'taken',
  'arrived',
  'opening',
  'picked',
  'dead',
  'culled',
  'sampled',
  'sold',
  'released',
  'escaped',
  'unexplained',
] as const;
export type WorldAccount = (typeof worldAccounts)[number];

/** Where animals come from, and where they go when they leave. */
export const inflows = ['taken', 'arrived', 'opening'] as const;
export const outflows = ['picked', 'dead', 'culled', 'sampled', 'sold', 'released', 'escaped'] as const;
export type Inflow = (typeof inflows)[number];
export type Outflow = (typeof outflows)[number];

/** A holding is a lot in a unit at a stage. */
export type Place = { lot: string; unit: string; stage: string };
export type HoldingKey = `${string}|${string}|${string}`;

export const keyOf = (p: Place): HoldingKey => `${p.lot}|${p.unit}|${p.stage}`;

export function placeOf(key: HoldingKey): Place {
  const [lot, unit, stage] = key.split('|') as [string, string, string];
  return { lot, unit, stage };
}
