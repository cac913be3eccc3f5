import { ask, type Context } from '@/server/context';
import { acrossStrains } from '@/server/questions';

type Parent = { tag: string; strain: string };

/**
 * Strains are held apart unless crossing them is meant: asked wherever parents are brought together, in the plan, the
 * bowl, on the nest and at the take. A strain that is not known is not held.
 */
export function askStrains(c: Context, pairs: readonly (readonly [Parent, Parent])[], path: string): void {
  const mixed = pairs.find(([f, m]) => f.strain && m.strain && f.strain !== m.strain);
  if (!mixed) return;
  const [f, m] = mixed;
  ask(c, acrossStrains, {
    message: `${f.tag} is of the strain ${f.strain}, ${m.tag} of ${m.strain}: strains are held apart.`,
    path,
    todo: 'Take a male of her strain, put a strain right, or say that the cross is meant.',
    choices: [{ value: 'meant', label: `Cross ${f.strain} with ${m.strain}`, why: 'meant, and so recorded' }],
  });
}

/** Every female with every male of one bowl. */
export const allPairs = <F, M>(females: readonly F[], males: readonly M[]): [F, M][] =>
  females.flatMap((f) => males.map((m): [F, M] => [f, m]));
