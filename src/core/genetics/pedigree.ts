import { z } from 'zod';
import { CalculationError } from '../calculation';

export const animal = z.strictObject({
  id: z.string().min(1, 'needs a name'),
  sire: z.string().min(1).optional(),
  dam: z.string().min(1).optional(),
});
export type Animal = z.output<typeof animal>;

/**
 * A pedigree in arrays, parents before their offspring. Parents that are named but not listed are founders of their
 * own; `listed` are the positions of the animals that were given, in the order given.
 */
export type Pedigree = {
  ids: string[];
  /** Position of the sire and the dam of each; -1: not known. */
  sire: Int32Array;
  dam: Int32Array;
  at: ReadonlyMap<string, number>;
  listed: number[];
};

/**
 * Orders animals so that parents come first.
 * @param path of the list in the caller's input, for errors
 * @throws CalculationError naming the animals: one listed twice, one that is sire and dam, one among its own ancestors
 */
export function pedigreeOf(animals: readonly Animal[], path = 'animals'): Pedigree {
  const given = new Map<string, number>();
  animals.forEach((a, i) => {
    if (given.has(a.id)) throw new CalculationError('input', `${path}[${i}].id`, `${a.id} is listed twice`);
    given.set(a.id, i);
  });
  const dams = new Set(animals.map((a) => a.dam));
  const both = animals.findIndex((a) => a.sire !== undefined && dams.has(a.sire));
  if (both >= 0)
    throw new CalculationError('input', `${path}[${both}].sire`, `${animals[both]!.sire} is a sire and a dam`);

  const ids: string[] = [];
  const at = new Map<string, number>();
  // Depth first with a stack of its own: pedigrees may be deeper than the call stack.
  const begun = new Set<string>();
  const stack: string[] = [];
  const visit = (from: string) => {
    stack.push(from);
    while (stack.length > 0) {
      const id = stack.at(-1)!;
      if (at.has(id)) {
        stack.pop();
        continue;
      }
      const a = animals[given.get(id) ?? -1];
      const parents = [a?.sire, a?.dam].filter((p): p is string => p !== undefined && !at.has(p));
      if (parents.length === 0) {
        at.set(id, ids.push(id) - 1);
        stack.pop();
        continue;
      }
      if (begun.has(id)) throw circle(id, animals, given, path);
      begun.add(id);
      stack.push(...parents);
    }
  };
  for (const a of animals) visit(a.id);

  const sire = new Int32Array(ids.length).fill(-1);
  const dam = new Int32Array(ids.length).fill(-1);
  for (const a of animals) {
    const i = at.get(a.id)!;
    if (a.sire !== undefined) sire[i] = at.get(a.sire)!;
    if (a.dam !== undefined) dam[i] = at.get(a.dam)!;
  }
  return { ids, sire, dam, at, listed: animals.map((a) => at.get(a.id)!) };
}

/** The circle that an animal is in, by name. */
function circle(id: string, animals: readonly Animal[], given: ReadonlyMap<string, number>, path: string) {
  const parentsOf = (x: string) => {
    const a = animals[given.get(x) ?? -1];
    return [a?.sire, a?.dam].filter((p): p is string => p !== undefined);
  };
  // Breadth first from its parents back to itself: the shortest way round.
  const from = new Map<string, string>();
  const queue = parentsOf(id);
  for (const p of queue) from.set(p, id);
  for (let k = 0; k < queue.length && queue[k] !== id; k++)
    for (const p of parentsOf(queue[k]!))
      if (!from.has(p)) {
        from.set(p, queue[k]!);
        queue.push(p);
      }
  const round = [id];
  for (let x = from.get(id); x !== undefined && x !== id && round.length < 50; x = from.get(x)) round.push(x);
  return new CalculationError(
    'input',
    `${path}[${given.get(id)}]`,
    round.length === 1
      ? `${id} is named as its own parent`
      : `${round.join(', ')} are among their own ancestors: one of these parents is wrong`,
  );
}

/**
 * How complete a pedigree is behind an animal: the share of its ancestors that are known over so many generations
 * (MacCluer et al. 1983 average these shares; so does this).
 */
export function completeness(p: Pedigree, animal: number, generations = 4): number {
  let known = 0;
  let level = [animal];
  let total = 0;
  for (let g = 1; g <= generations; g++) {
    const next: number[] = [];
    for (const x of level) {
      if (p.sire[x]! >= 0) next.push(p.sire[x]!);
      if (p.dam[x]! >= 0) next.push(p.dam[x]!);
    }
    known = next.length / 2 ** g;
    total += known;
    level = next;
  }
  return total / generations;
}
