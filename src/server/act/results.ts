import type { PickJudged } from '@/core/incubation/verdicts';

/** A number with its ± as it will be shown. */
export type Said = { number: number; sd: number; text: string };

/** Dead taken out of a unit; of a pick, held against what was expected. */
export type Loss = { lot: string; unit: string; number: number | null; judged?: PickJudged | null };

/** A share of a sample with its interval. */
export type Share = { estimate: number; low: number; high: number };

/** What hatched, once a unit is through: the number, whether two ways agree, and its share of the eggs. */
export type Hatched = { hatched: string; agree?: boolean; share?: number; shareHalf?: number };
