import { run } from '@/core/calculation';
import { inbreeding, kinshipAmong, relationshipTable } from '@/core/genetics/kinship';
import { matingPlan } from '@/core/genetics/matingPlan';
import { pedigreeOf } from '@/core/genetics/pedigree';
import { drawnPedigree } from '../tests/support/pedigree';
import type { Bound, Result } from './run';

const median = (list: number[]) => [...list].sort((a, b) => a - b)[list.length >> 1]!;

/** A fixed pedigree of 5 000 animals over 20 generations; candidates are of the last. */
const animals = () => drawnPedigree(20, 250, 40);

/** Kinship among 200 candidates against the full table, each from the animals as given, taking turns. */
export function kinshipBench(): Result {
  const list = animals();
  const ids = Array.from({ length: 200 }, (_, k) => `g19-${k}`);
  const ours: number[] = [];
  const base: number[] = [];
  for (let i = 0; i < 7; i++) {
    let t = performance.now();
    const p = pedigreeOf(list);
    const among = ids.map((id) => p.at.get(id)!);
    const rows = kinshipAmong(p, inbreeding(p), among);
    ours.push(performance.now() - t);
    t = performance.now();
    const q = pedigreeOf(list);
    const table = relationshipTable(q);
    base.push(performance.now() - t);
    const [a, b] = [among[3]!, among[170]!];
    if (Math.abs(rows[3]![170]! - 0.5 * table[a * list.length + b]!) > 1e-12)
      throw new Error('bench: the two ways to kinship differ');
  }
  return {
    what: 'kinship among 200 of 5 000 animals over 20 generations, against the full table in one typed array',
    ours: median(ours),
    base: median(base),
    unit: 'ms',
    ratio: median(ours) / median(base),
    wanted: 0.2,
  };
}

/** A plan of 100 females with 60 males, two for each, none for more than six: how near the best, and how long it takes. */
export function planBench(): Bound[] {
  const females = Array.from({ length: 100 }, (_, k) => ({ id: `g19-${2 * k + 1}`, eggs: 1000 + ((k * 37) % 900) }));
  const males = Array.from({ length: 60 }, (_, k) => ({ id: `g19-${2 * k}`, maxFemales: 6 }));
  const pedigree = animals();
  return (['inbreeding', 'meanKinship'] as const).map((objective) => {
    const t = performance.now();
    const { gap } = run(matingPlan, { females, males, malesPerFemale: 2, pedigree, objective });
    const took = `${((performance.now() - t) / 1000).toFixed(1)} s`;
    return {
      what: `mating plan of 100 females with 60 males by ${objective} (${took}): proven distance from the best`,
      value: 100 * gap,
      unit: '%',
      wanted: objective === 'inbreeding' ? 0 : null,
    };
  });
}
