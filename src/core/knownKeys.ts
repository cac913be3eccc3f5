import { z } from 'zod';
import { editDistance } from './editDistance';

type JsonSchema = { [key: string]: unknown };

/** The keys that a schema of inputs knows at a path; those of all forms where it has several. */
export function keysAt(schema: z.ZodType, path: readonly PropertyKey[]): string[] {
  const root = z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) as JsonSchema;
  const forms = (s: JsonSchema): JsonSchema[] => {
    const reference = s.$ref;
    if (typeof reference === 'string') {
      const target = reference
        .split('/')
        .slice(1)
        .reduce<unknown>((at, p) => (at as JsonSchema | undefined)?.[p], root);
      return target ? forms(target as JsonSchema) : [];
    }
    const several = (s.anyOf ?? s.oneOf ?? s.allOf) as JsonSchema[] | undefined;
    return several ? several.flatMap(forms) : [s];
  };
  let here = forms(root);
  for (const p of path)
    here = here.flatMap((s) => {
      const next =
        typeof p === 'number'
          ? s.items
          : ((s.properties as JsonSchema | undefined)?.[String(p)] ?? s.additionalProperties);
      return next && typeof next === 'object' ? forms(next as JsonSchema) : [];
    });
  return [...new Set(here.flatMap((s) => Object.keys((s.properties as JsonSchema | undefined) ?? {})))];
}

/** The known key that takes fewest letters to mend, when that is at most a third of its length (letters' case is free). */
export function nearestKey(typed: string, known: readonly string[]): string | null {
  // Whatever is sent as a key is no reason to compare thousands of letters.
  if (typed.length > 60) return null;
  let best: string | null = null;
  let least = Number.POSITIVE_INFINITY;
  for (const k of known) {
    const d = editDistance(typed.toLowerCase(), k.toLowerCase());
    if (d < least && d <= Math.max(1, Math.floor(k.length / 3))) [best, least] = [k, d];
  }
  return best;
}

/**
 * The path of the first key of what was sent that its schema does not know: one that parsing dropped. Keys without a
 * value do not count. Null where all are known.
 */
export function strayKey(sent: unknown, parsed: unknown, path: readonly PropertyKey[] = []): PropertyKey[] | null {
  if (typeof sent !== 'object' || sent === null || typeof parsed !== 'object' || parsed === null) return null;
  for (const [key, value] of Object.entries(sent)) {
    if (value === undefined || value === null) continue;
    const here = [...path, Array.isArray(sent) ? Number(key) : key];
    if (!Object.hasOwn(parsed, key)) return here;
    const found = strayKey(value, (parsed as Record<string, unknown>)[key], here);
    if (found) return found;
  }
  return null;
}
