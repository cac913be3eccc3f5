import { type Species, species as speciesSchema } from '@/core/species/species';

export type Overlay = { path: string; value: unknown; source: string };

/**
 * A species with this hatchery's own values laid over the shelf's. Paths are those of `provenances`:
 * `milestones.hatched` (an object with model and cv), `drift.fry`, `limits.0`, `values.2`.
 * A field that is null in a value is taken away (the upper end of a limit that has none).
 * @throws Error in plain words when a path or a value does not fit
 */
export function layOver(shipped: Species, overlays: readonly Overlay[]): Species {
  const copy = structuredClone(shipped) as Species;
  for (const o of overlays) {
    const [group, key] = o.path.split('.') as [string, string];
    const target = find(copy, group, key);
    if (!target) throw new Error(`the book has no value ${o.path}`);
    if (typeof o.value === 'object' && o.value !== null && !Array.isArray(o.value))
      for (const [k, v] of Object.entries(o.value))
        if (v === null) delete (target as Record<string, unknown>)[k];
        else Object.assign(target, { [k]: v });
    else if ('value' in target && typeof o.value === 'number') Object.assign(target, { value: o.value });
    else throw new Error('give the value in the form of the one that stands there');
    Object.assign(target, { source: o.source });
  }
  const checked = speciesSchema.safeParse(copy);
  if (!checked.success)
    throw new Error(`${checked.error.issues[0]!.path.join('.')}: ${checked.error.issues[0]!.message}`);
  return checked.data;
}

function find(s: Species, group: string, key: string): object | undefined {
  switch (group) {
    case 'milestones':
      return s.milestones.find((m) => m.id === key);
    case 'drift':
      return s.drift.find((d) => d.stage === key);
    case 'limits':
      return s.limits[Number(key)];
    case 'values':
      return s.values[Number(key)];
    case 'handsOff':
      return s.handsOff[Number(key)];
    case 'tasks':
      return s.tasks.find((t) => t.id === key);
    case 'deaths':
      return s.deaths;
    case 'polarisation':
      return s.polarisation;
    case 'inductions':
      return s.inductions.find((i) => i.id === key);
    case 'latencies':
      return s.latencies.find((l) => l.id === key);
    default:
      return undefined;
  }
}
