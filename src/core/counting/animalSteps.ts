import type { Step } from '../calculation';

/** Steps of a count by ratio, said of animals where they were written of eggs. */
export const animalSteps = (steps: readonly Step[]): Step[] =>
  steps.map((s) => ({
    ...s,
    says: s.says.replaceAll('eggs', 'animals'),
    ...(s.unit ? { unit: s.unit.replace('eggs', 'animals') } : {}),
  }));
