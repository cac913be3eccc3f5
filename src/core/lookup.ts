import { z } from 'zod';
import { type Calculation, CalculationError, run } from './calculation';

/** Lines that a table of a calculation may have. */
export const MOST_LINES = 60;

const asked = z.object({
  input: z.unknown(),
  /** Path of the figure that is varied: keys and places in lists, as `counts[0]`. */
  over: z.string().min(1, 'is missing').max(120),
  from: z.number('is no number'),
  to: z.number('is no number'),
  lines: z
    .number('is no number')
    .int('must be a whole number')
    .min(2, 'needs two at least')
    .max(MOST_LINES, `takes up to ${MOST_LINES}`),
});

export type LookupTable = {
  /** Keys of the figures of the answer, in its order. */
  keys: string[];
  rows: { at: number; figures: (number | null)[]; why?: string }[];
};

/**
 * A calculation worked over a span of one of its figures, evenly, both ends included: what a chart on the wall says. Where
 * it refuses a value, the line says why. Only figures of the answer itself stand in it, no lists.
 */
export function tableOf(calculation: Calculation, body: unknown): LookupTable | { error: string; path: string } {
  const parsed = asked.safeParse(body);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    return { error: `${issue.path.join('.')} ${issue.message}`, path: String(issue.path[0] ?? '') };
  }
  const { input, over, from, to, lines } = parsed.data;
  const path = over.split(/[.[\]]+/).filter(Boolean);
  if (typeof at(input, path) !== 'number') return { error: `${over} is no figure of this input`, path: 'over' };
  const keys: string[] = [];
  const worked = Array.from({ length: lines }, (_, i) => {
    const x = Number((from + ((to - from) * i) / (lines - 1)).toPrecision(12));
    try {
      const output = run(calculation, changed(input, path, x)) as Record<string, unknown>;
      for (const [k, v] of Object.entries(output)) if (typeof v === 'number' && !keys.includes(k)) keys.push(k);
      return { at: x, output };
    } catch (e) {
      if (e instanceof CalculationError) return { at: x, why: e.says };
      if (e instanceof RangeError) return { at: x, why: e.message };
      throw e;
    }
  });
  return {
    keys,
    rows: worked.map((w) => ({
      at: w.at,
      figures: keys.map((k) => {
        const v = w.output?.[k];
        return typeof v === 'number' ? v : null;
      }),
      ...(w.why === undefined ? {} : { why: w.why }),
    })),
  };
}

/** Paths of all figures in an input, as a table can be made over. @example figuresIn({ a: 1, b: [2] }) // ['a', 'b[0]'] */
export function figuresIn(input: unknown, before = ''): string[] {
  if (typeof input === 'number') return [before];
  if (Array.isArray(input)) return input.flatMap((v, i) => figuresIn(v, `${before}[${i}]`));
  if (typeof input === 'object' && input !== null)
    return Object.entries(input).flatMap(([k, v]) => figuresIn(v, before ? `${before}.${k}` : k));
  return [];
}

const at = (v: unknown, path: readonly string[]): unknown =>
  path.reduce<unknown>(
    (x, k) =>
      typeof x === 'object' && x !== null && Object.hasOwn(x, k) ? (x as Record<string, unknown>)[k] : undefined,
    v,
  );

function changed(v: unknown, [key, ...rest]: readonly string[], to: number): unknown {
  if (key === undefined) return to;
  if (Array.isArray(v)) return v.map((x, i) => (String(i) === key ? changed(x, rest, to) : x));
  return { ...(v as object), [key]: changed((v as Record<string, unknown>)[key], rest, to) };
}
