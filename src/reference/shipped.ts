import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { firstAt } from '@/core/species/life';
import { type Species, species, tasksOfGroups } from '@/core/species/species';
import { shippedFeeding } from './feeding';
import { larvalValues, shippedLarvae } from './larvae';
import { readYaml } from './readYaml';

const folder = join(process.cwd(), 'src/reference/species');
let shipped: Map<string, Species> | undefined;

/** The shipped species, by id. The files never change underneath a running season: edits are values laid over them. */
export function shippedSpecies(): ReadonlyMap<string, Species> {
  if (shipped) return shipped;
  // A species' file may say its own; what most of a group share is said once.
  const shared = tasksOfGroups.parse(readYaml('tasks.yaml'));
  shipped = new Map(
    readdirSync(folder)
      .filter((f) => f.endsWith('.yaml'))
      .sort()
      .map((f) => {
        const parsed = species.safeParse(readYaml(join('species', f)));
        if (!parsed.success)
          throw new Error(
            `Reference’s ${f} is wrong at ${parsed.error.issues[0]!.path.join('.')}: ${parsed.error.issues[0]!.message}`,
          );
        const s = parsed.data;
        const ofGroup = shared.filter((t) => t.groups.includes(s.group) && !s.tasks.some((own) => own.id === t.id));
        return [
          s.id,
          withValuesOfGroup({ ...s, tasks: [...s.tasks, ...ofGroup.map(({ groups: _, ...t }) => t)] }),
        ] as const;
      }),
  );
  return shipped;
}

/** A species with what its group is fed by, and what is looked at in its larvae, where it has none of its own. */
export function withValuesOfGroup(s: Species): Species {
  const ofGroup = <T extends { groups: readonly string[] }>(list: readonly T[]) =>
    list.filter((v) => v.groups.includes(s.group)).map(({ groups: _, ...v }) => v);
  const values = [...ofGroup(shippedFeeding().values), ...larvalValues(s.group)].filter(
    (v) => !s.values.some((own) => own.what === v.what),
  );
  const stage = (firstAt(s, 'fry') ?? firstAt(s, 'yolksac'))?.id;
  const checks = ofGroup(shippedLarvae().checks).filter((c) => !s.checks.some((own) => own.id === c.id));
  return {
    ...s,
    values: [...s.values, ...values],
    checks: stage === undefined ? s.checks : [...s.checks, ...checks.map((c) => ({ ...c, stage }))],
  };
}

/** A shipped species. @throws Error when there is none: callers check user input first */
export function speciesOf(id: string): Species {
  const s = shippedSpecies().get(id);
  if (!s) throw new Error(`Reference has no species ${id}`);
  return s;
}
