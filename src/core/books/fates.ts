import { z } from 'zod';

/** What becomes of animals that leave by a person's choice: the first three leave the books as sold or sent. */
export const fateIds = ['sold', 'display', 'food', 'culled'] as const;
export type FateId = (typeof fateIds)[number];
export const fateWords: Readonly<Record<FateId, string>> = {
  sold: 'sold',
  display: 'to a display',
  food: 'as food',
  culled: 'culled',
};
/** Those that leave as sold or sent. */
export const givenAway = ['sold', 'display', 'food'] as const;

const text = (most: number) => z.string().trim().max(most, 'is too long').default('');

/** What is said of animals that leave besides their number: whom to, for how much, how they were killed. */
export const fateDetails = {
  receiver: text(120),
  /** Price of one, in the money of the house. */
  priceEach: z.number().min(0, 'cannot be negative').max(1e7, 'is more than one of them fetches').optional(),
  /** Mass of all. */
  massG: z.number().gt(0, 'must be above 0').max(1e9, 'is more than a hatchery weighs').optional(),
};
export const killedHow = text(120);

/** One line of a paper on what became of animals. */
export type FateLine = {
  fate: FateId;
  number: number;
  massG: number | null;
  receiver: string;
  priceEach: number | null;
  /** How they were killed. */
  method: string;
};

export type FateTotal = { fate: FateId; number: number; massG: number | null; price: number | null; lines: number };

/** Totals by fate. A mass or a price is told only where every line of the fate has one. */
export function fateTotals(lines: readonly FateLine[]): FateTotal[] {
  return fateIds.flatMap((fate) => {
    const of = lines.filter((l) => l.fate === fate);
    if (of.length === 0) return [];
    const sum = (get: (l: FateLine) => number | null) =>
      of.some((l) => get(l) === null) ? null : of.reduce((s, l) => s + get(l)!, 0);
    return [
      {
        fate,
        number: of.reduce((s, l) => s + l.number, 0),
        massG: sum((l) => l.massG),
        price: sum((l) => (l.priceEach === null ? null : l.priceEach * l.number)),
        lines: of.length,
      },
    ];
  });
}
