import { limitId, valueId } from '@/core/species/ids';
import { type Species, species as speciesSchema } from '@/core/species/species';

export type Overlay = { path: string; value: unknown; source: string };

/**
 * A species with this hatchery's own values laid over the shipped ones. Paths are those of `provenances`:
 * `milestones.hatched` (an object with model and cv), `drift.fry`, `limits.temperature@egg`, `values.eggs-per-kg-of-female`.
 * A field that is null in a value is taken away (the upper end of a limit that has none).
 * @throws Error in plain words when a path or a value does not fit
 */
export function layOver(shipped: Species, overlays: readonly Overlay[]): Species {
  const copy = structuredClone(shipped) as Species;
  for (const o of overlays) {
    const dot = o.path.indexOf('.');
    const [group, key] = [o.path.slice(0, dot), o.path.slice(dot + 1)];
    const target = find(copy, group, key);
    if (!target) throw new Error(`Reference has no value ${o.path}`);
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

/**
 * The same for what a site has set over the years: a value that no longer fits (its place is gone, or takes another form
 * now) is left out and listed, never thrown.
 */
export function layOverWhatFits(
  shipped: Species,
  overlays: readonly Overlay[],
): { species: Species; unfit: { path: string; why: string }[] } {
  try {
    return { species: layOver(shipped, overlays), unfit: [] };
  } catch {
    // One by one, to tell which.
    let species = shipped;
    const unfit: { path: string; why: string }[] = [];
    for (const o of overlays)
      try {
        species = layOver(species, [o]);
      } catch (e) {
        unfit.push({ path: o.path, why: (e as Error).message });
      }
    return { species, unfit };
  }
}

function find(s: Species, group: string, key: string): object | undefined {
  switch (group) {
    case 'milestones':
      return s.milestones.find((m) => m.id === key);
    case 'drift':
      return s.drift.find((d) => d.stage === key);
    case 'limits':
      return s.limits.find((l) => limitId(l) === key);
    case 'values':
      return s.values.find((v) => valueId(v) === key);
    case 'handsOff':
      return s.handsOff.find((h) => h.id === key);
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
