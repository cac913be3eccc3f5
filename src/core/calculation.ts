import { z } from 'zod';

/**
 * One line of a working. `expression` is arithmetic in plain ASCII (numbers, earlier step names, `sqrt`, `exp`, `ln`,
 * `log10`, `sum`, and the distribution functions named in docs/calculations.md); it re-evaluates to `value`, which a
 * test checks for every calculation.
 */
export type Step = { name: string; says: string; expression: string; value: number; unit?: string };

/** How a number came about: the formula in words, the figures put in, the steps, the publication. */
export type Working = { formula: string; steps: Step[]; notes?: string[] };

/** A caller's mistake in the input of a calculation, told at the field. */
export class CalculationError extends Error {
  readonly code: string;
  readonly path: string;
  constructor(code: string, path: string, message: string) {
    super(path ? `${path}: ${message}` : message);
    this.name = 'CalculationError';
    this.code = code;
    this.path = path;
  }
}

export type Calculation<I extends z.ZodType = z.ZodType, O extends z.ZodType = z.ZodType> = {
  id: string;
  title: string;
  /** One sentence: the question it answers. */
  asks: string;
  input: I;
  output: O;
  compute: (input: z.output<I>) => z.output<O>;
  working: (input: z.output<I>, output: z.output<O>) => Working;
  /** Publication, or "method, no source". */
  source: string;
  /** Where it holds, in words. */
  validWhen: string;
  cautions: string[];
  /** An input that a reader can try. */
  example: z.input<I>;
};

/** Declares a calculation; the type parameters tie schema, compute and working together. */
export function defineCalculation<I extends z.ZodType, O extends z.ZodType>(c: Calculation<I, O>): Calculation<I, O> {
  return c;
}

/** Parses raw input; throws CalculationError naming the first field that is wrong. */
export function parseInput<I extends z.ZodType>(calculation: Calculation<I>, raw: unknown): z.output<I> {
  const parsed = calculation.input.safeParse(raw);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0]!;
  const path = issue.path
    .map((p, i) => (typeof p === 'number' ? `[${p}]` : i === 0 ? String(p) : `.${String(p)}`))
    .join('');
  throw new CalculationError('input', path || 'input', issue.message);
}

/** Parse and compute: the entry for user input. Throws CalculationError on a caller's mistake. */
export function run<I extends z.ZodType, O extends z.ZodType>(c: Calculation<I, O>, raw: unknown): z.output<O> {
  return c.compute(parseInput(c, raw));
}

/** Shared schema pieces, so that all calculations refuse the same nonsense with the same words. */
export const schema = {
  confidence: z.number().gt(0, 'must lie between 0 and 1').lt(1, 'must lie between 0 and 1').default(0.95),
  count: z.number().int('must be a whole number').min(0, 'cannot be negative'),
  positive: z.number().gt(0, 'must be above 0'),
  nonNegative: z.number().min(0, 'cannot be negative'),
  warnings: z.array(z.string()).optional(),
  instant: z.iso.datetime({ offset: true, error: 'must be a time with its zone, like 2031-03-01T00:00:00Z' }),
};
