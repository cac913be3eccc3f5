import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'yaml';
import { type Species, species, tasksOfGroups } from '@/core/species/species';
import { shippedFeeding } from './feeding';

const folder = join(process.cwd(), 'src/reference/species');
let shelf: Map<string, Species> | undefined;

/** The shipped species, by id. The files never change underneath a running season: edits are values laid over them. */
export function shippedSpecies(): ReadonlyMap<string, Species> {
  if (shelf) return shelf;
  // A species' file may say its own; what most of a group share is said once.
  const shared = tasksOfGroups.parse(parse(readFileSync(join(folder, '../tasks.yaml'), 'utf8')));
  shelf = new Map(
    readdirSync(folder)
      .filter((f) => f.endsWith('.yaml'))
      .sort()
      .map((f) => {
        const parsed = species.safeParse(parse(readFileSync(join(folder, f), 'utf8')));
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
  return shelf;
}

/** A species with the values that its group is fed by, where it has none of its own. */
export function withValuesOfGroup(s: Species): Species {
  const values = shippedFeeding().values.filter(
    (v) => v.groups.includes(s.group) && !s.values.some((own) => own.what === v.what),
  );
  return { ...s, values: [...s.values, ...values.map(({ groups: _, ...v }) => v)] };
}

/** A species of the shelf. @throws Error when there is none: callers check user input first */
export function speciesOf(id: string): Species {
  const s = shippedSpecies().get(id);
  if (!s) throw new Error(`Reference has no species ${id}`);
  return s;
}
