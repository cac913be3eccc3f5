import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { cheapest, readySolver } from '../solver';

await readySolver();

const lot = z.strictObject({
  id: z.string().min(1, 'needs a name'),
  /** How many must leave its tank, so that no limit is passed within the weeks that are looked at. */
  over: schema.positive,
  /** How many each free tank would bear of it to the end of those weeks; a tank that is not named bears none. */
  bears: z.record(z.string(), schema.nonNegative),
  /** Free tanks on the same water: no tempering, fewer hands. */
  near: z.array(z.string()).default([]),
});

export type WhereToLot = z.input<typeof lot>;
export type WhereTo = {
  moves: { lot: string; to: string; number: number }[];
  /** What finds no room, of each lot. */
  short: { lot: string; number: number }[];
};

/** What a fish that finds no room counts, against a move. */
const SHORT_COST = 1000;
/** A move to another water counts so much more. */
const FAR_COST = 0.25;
const SECONDS = 8;

/**
 * Which part of which lot goes into which free tank: as few find no room as can be, then the fewest moves, on the same
 * water where that is possible; one lot a tank.
 */
export function whereTo(lots: readonly z.output<typeof lot>[], free: readonly string[]): WhereTo & { proven: boolean } {
  const ways = lots.flatMap((l, i) =>
    free.flatMap((to, j) => {
      const most = Math.min(l.over, l.bears[to] ?? 0);
      return most >= 1 ? [{ i, j, most, cost: 1 + (l.near.includes(to) ? 0 : FAR_COST) }] : [];
    }),
  );
  const n = ways.length;
  const m = lots.length;
  if (n === 0) return { moves: [], short: lots.map((l) => ({ lot: l.id, number: Math.ceil(l.over) })), proven: true };
  // Unknowns: how many by each way, whether it is taken, what finds no room of each lot as a share of what must go.
  const solved = cheapest(
    {
      cost: [...new Array(n).fill(0), ...ways.map((w) => w.cost), ...new Array(m).fill(SHORT_COST)],
      most: [...ways.map((w) => w.most), ...new Array(n).fill(1), ...new Array(m).fill(1)],
      whole: [...new Array(n).fill(false), ...new Array(n).fill(true), ...new Array(m).fill(false)],
      rows: [
        ...lots.map((l, i) => ({
          terms: [...ways.flatMap((w, k) => (w.i === i ? [[k, 1] as const] : [])), [2 * n + i, l.over] as const],
          low: l.over,
          high: l.over,
        })),
        ...ways.map((w, k) => ({ terms: [[k, 1] as const, [n + k, -w.most] as const], high: 0 })),
        ...free.map((_, j) => ({ terms: ways.flatMap((w, k) => (w.j === j ? [[n + k, 1] as const] : [])), high: 1 })),
      ].filter((r) => r.terms.length > 0),
    },
    SECONDS,
  );
  if (!solved) throw new CalculationError('input', 'lots', 'no way was found in time: fewer lots at once');
  const moves = ways.flatMap((w, k) => {
    const number = Math.round(solved.values[k]!);
    return number > 0 ? [{ lot: lots[w.i]!.id, to: free[w.j]!, number }] : [];
  });
  return {
    moves,
    short: lots.flatMap((l) => {
      const number = Math.round(l.over - moves.filter((x) => x.lot === l.id).reduce((s, x) => s + x.number, 0));
      return number > 0 ? [{ lot: l.id, number }] : [];
    }),
    proven: solved.cost - solved.bound < 0.01,
  };
}

const once = (list: readonly string[]) => new Set(list).size === list.length;

export const calculation = defineCalculation({
  id: 'move.whereTo',
  title: 'Where to',
  asks: 'Lots outgrow their tanks: which part goes into which free tank, by the fewest moves?',
  input: z
    .strictObject({
      lots: z.array(lot).min(1, 'needs a lot').max(100, 'are more lots than are placed at once'),
      free: z.array(z.string().min(1, 'needs a name')).max(200, 'are more tanks than are looked at at once'),
    })
    .refine((i) => once(i.lots.map((l) => l.id)), { path: ['lots'], error: 'one name stands twice' })
    .refine((i) => once(i.free), { path: ['free'], error: 'one name stands twice' }),
  output: z.strictObject({
    moves: z.array(z.strictObject({ lot: z.string(), to: z.string(), number: z.number() })),
    short: z.array(z.strictObject({ lot: z.string(), number: z.number() })),
    moved: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const { proven, ...o } = whereTo(i.lots, i.free);
    return {
      ...o,
      moved: o.moves.reduce((s, x) => s + x.number, 0),
      ...(proven ? {} : { warnings: ['fewer moves may be possible: the search was stopped before it was proven'] }),
    };
  },
  working: (_, o) => ({
    formula: 'least of: 1000 · share without room + moves + 0.25 for each to another water; one lot a tank',
    steps: [
      {
        name: 'moved',
        says: 'find room',
        expression: o.moves.map((m) => m.number).join(' + ') || '0',
        value: o.moved,
      },
    ],
    notes: o.moves.map((m) => `${m.number} of ${m.lot} to ${m.to}`),
  }),
  source:
    'Mixed-integer program, solved by HiGHS (Huangfu and Hall 2018, Mathematical Programming Computation 10: 119-142)',
  validWhen: 'Free tanks are clean, filled and tempered before; growth as it is now.',
  cautions: [
    'Each move is handling: fasted, tempered, looked at again a day later. Small ones stay upstream of large ones.',
  ],
  example: {
    lots: [
      { id: 'R8', over: 12000, bears: { K1: 9000, K2: 9000 }, near: ['K1'] },
      { id: 'R1', over: 4000, bears: { K1: 7000, K2: 7000, R6: 5000 }, near: ['R6'] },
    ],
    free: ['K1', 'K2', 'R6'],
  },
});
