import { z } from 'zod';
import { keysAt, nearestKey } from './knownKeys';
import { plain } from './quantities/format';

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
  /** The message without its field, for whoever shows it at the field. */
  readonly says: string;
  constructor(code: string, path: string, message: string) {
    // One line, whatever stood in the input: scripts read errors line by line.
    const says = message.replace(/[\p{Cc}\u2028\u2029]+/gu, ' ');
    super(path ? `${path.replace(/[\p{Cc}\u2028\u2029]+/gu, ' ')}: ${says}` : says);
    this.name = 'CalculationError';
    this.code = code;
    this.path = path;
    this.says = says;
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
  if (parsed.success) {
    const beyond = beyondItsUnit(parsed.data, []);
    if (beyond) throw new CalculationError('beyond', pathText(beyond.path), beyond.why);
    return parsed.data;
  }
  // A key that nobody knows is often a wanted one mistyped: told before what is then missing.
  const unknown = parsed.error.issues.find((i) => i.code === 'unrecognized_keys');
  if (unknown?.code === 'unrecognized_keys') {
    const key = unknown.keys[0]!;
    const near = nearestKey(key, keysAt(calculation.input, unknown.path));
    throw new CalculationError(
      'unknownKey',
      pathText([...unknown.path, key]),
      `is not a field of ${calculation.id}${near ? `; meant is perhaps ${near}` : ''}`,
    );
  }
  const issue = parsed.error.issues[0]!;
  throw new CalculationError('input', pathText(issue.path) || 'input', issue.message);
}

const pathText = (path: readonly PropertyKey[]): string =>
  path.map((p, i) => (typeof p === 'number' ? `[${p}]` : i === 0 ? String(p) : `.${String(p)}`)).join('');

/**
 * The farthest that a figure of a unit may lie in any calculation, by the unit at the end of its key: beyond it stands a
 * typing error or another unit. Own bounds, far outside of what any hatchery meets; a calculation's own schema is
 * narrower where it knows better.
 */
const FARTHEST: readonly { ends: RegExp; most: number; says: string }[] = [
  { ends: /^stockMgPerL$/, most: 1.9e6, says: 'the heaviest liquid that is dosed weighs 1 840 000 mg a litre' },
  { ends: /MgPerL$/, most: 1e6, says: 'a litre of water weighs 1 000 000 mg' },
  { ends: /[cC]elsius$/, most: 100, says: 'no water that is worked with is that far from 0 °C' },
  { ends: /Ppt$/, most: 300, says: 'brine is saturated near 300 g a kg' },
  { ends: /(Share|Sd|Cv|cv|sd)$/, most: 1e12, says: 'no spread is that wide' },
];
/** No number of animals, litres, grams, days that people reckon with is larger. */
const LARGEST = 1e12;

/** The first number that no field can mean; null where all can. */
function beyondItsUnit(value: unknown, path: PropertyKey[]): { path: PropertyKey[]; why: string } | null {
  if (typeof value === 'number') {
    const key = String([...path].reverse().find((p) => typeof p === 'string') ?? '');
    const bound = FARTHEST.find((f) => f.ends.test(key));
    const most = bound?.most ?? LARGEST;
    if (Math.abs(value) <= most) return null;
    return {
      path,
      why: `${plain(value)} lies beyond anything it can mean${bound ? ` (${bound.says})` : ''}: another unit?`,
    };
  }
  if (value === null || typeof value !== 'object') return null;
  for (const [k, v] of Object.entries(value)) {
    const found = beyondItsUnit(v, [...path, Array.isArray(value) ? Number(k) : k]);
    if (found) return found;
  }
  return null;
}

/** The number of an input that lies farthest from 1 in powers of ten: what made an answer overflow. */
function mostExtreme(value: unknown, path: PropertyKey[]): { path: PropertyKey[]; off: number } | null {
  if (typeof value === 'number') return value === 0 ? null : { path, off: Math.abs(Math.log10(Math.abs(value))) };
  if (value === null || typeof value !== 'object') return null;
  let worst: { path: PropertyKey[]; off: number } | null = null;
  for (const [k, v] of Object.entries(value)) {
    const found = mostExtreme(v, [...path, Array.isArray(value) ? Number(k) : k]);
    if (found && (!worst || found.off > worst.off)) worst = found;
  }
  return worst;
}

/** Is every number in it finite? */
function allFinite(value: unknown): boolean {
  if (typeof value === 'number') return Number.isFinite(value);
  if (value === null || typeof value !== 'object') return true;
  return Object.values(value).every(allFinite);
}

/**
 * Computes from a parsed input, and lets no number out that is not finite: JSON would turn it into null without a word.
 * @throws CalculationError naming the most extreme figure of the input
 */
export function computeFinite<I extends z.ZodType, O extends z.ZodType>(
  c: Calculation<I, O>,
  input: z.output<I>,
): z.output<O> {
  const output = c.compute(input);
  if (allFinite(output)) return output;
  throw new CalculationError(
    'overflow',
    pathText(mostExtreme(input, [])?.path ?? []) || 'input',
    'with this figure the answer is no number that can be told: typed in another unit?',
  );
}

/** Parse and compute: the entry for user input. Throws CalculationError on a caller's mistake. */
export function run<I extends z.ZodType, O extends z.ZodType>(c: Calculation<I, O>, raw: unknown): z.output<O> {
  return computeFinite(c, parseInput(c, raw));
}

/** What a calculation answers, or what it refuses and at which field; anything else that is thrown is a bug and passes. */
export function attempt<T>(work: () => T): { ok: T; wrong: null } | { ok: null; wrong: CalculationError } {
  try {
    return { ok: work(), wrong: null };
  } catch (e) {
    if (!(e instanceof CalculationError)) throw e;
    return { ok: null, wrong: e };
  }
}

/** The same with its working, for whoever shows both. */
export function runWithWorking<I extends z.ZodType, O extends z.ZodType>(
  c: Calculation<I, O>,
  raw: unknown,
): { output: z.output<O>; working: Working } {
  const input = parseInput(c, raw);
  const output = computeFinite(c, input);
  return { output, working: c.working(input, output) };
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
