/** The part of JSON Schema that the inputs of calculations use. */
export type Shape = {
  type?: string;
  properties?: Record<string, Shape>;
  required?: readonly string[];
  items?: Shape | false;
  prefixItems?: readonly Shape[];
  minItems?: number;
  maxItems?: number;
  anyOf?: readonly Shape[];
  oneOf?: readonly Shape[];
  const?: unknown;
  enum?: readonly unknown[];
  default?: unknown;
  format?: string;
  minLength?: number;
  minimum?: number;
  exclusiveMinimum?: number;
  maximum?: number;
  exclusiveMaximum?: number;
};

/** The fixed words that stand anywhere in a shape: those of the contract, not names that somebody gave. */
export function wordsIn(shape: unknown): string[] {
  if (shape === null || typeof shape !== 'object') return [];
  const { const: one, enum: several = [] } = shape as Shape;
  const here = [one, ...(Array.isArray(several) ? several : [])].filter((w) => typeof w === 'string');
  return [...new Set([...here, ...Object.values(shape).flatMap(wordsIn)])];
}

/** The forms that a value may have: one as a rule. */
export const formsOf = (shape: Shape | undefined): readonly Shape[] =>
  shape?.anyOf ?? shape?.oneOf ?? (shape ? [shape] : []);

/** The form that a value has: the one whose fixed words it carries, else the first of its type. */
export function formOf(shape: Shape | undefined, value: unknown): Shape | undefined {
  const forms = formsOf(shape);
  if (forms.length < 2) return forms[0];
  const typed = forms.filter((f) => f.type === typeOf(value));
  const words = (f: Shape) =>
    Object.entries(f.properties ?? {}).filter(([, p]) => p.const !== undefined) as [string, Shape][];
  return (
    typed.find((f) => {
      const fixed = words(f);
      return fixed.length > 0 && fixed.every(([k, p]) => (value as Record<string, unknown>)[k] === p.const);
    }) ??
    typed[0] ??
    forms[0]
  );
}

const typeOf = (v: unknown) =>
  Array.isArray(v) ? 'array' : typeof v === 'number' ? 'number' : v === null ? 'null' : typeof v;

/** What may be given besides what is there. */
export const missingKeys = (form: Shape | undefined, value: Record<string, unknown>): string[] =>
  Object.keys(form?.properties ?? {}).filter((k) => value[k] === undefined);

/** Whether a key may be left out again. */
export const isOptional = (form: Shape | undefined, key: string): boolean =>
  form?.properties?.[key] !== undefined && !(form.required ?? []).includes(key);

/** The choices of a value that is one of a few, yes and no among them; null where anything may be typed. */
export function choicesOf(shape: Shape | undefined): readonly unknown[] | null {
  if (shape?.enum) return shape.enum;
  return shape?.type === 'boolean' ? [true, false] : null;
}

/** Something to begin with: the default, or the plainest value that is allowed. */
export function starter(shape: Shape | undefined): unknown {
  if (!shape) return 0;
  const filled = Array.isArray(shape.default) ? shape.default.length > 0 : shape.default !== undefined;
  if (filled) return shape.default;
  if (shape.const !== undefined) return shape.const;
  if (shape.enum) return shape.enum[0];
  const [form] = formsOf(shape);
  if (form !== shape) return starter(form);
  switch (shape.type) {
    case 'boolean':
      return false;
    case 'string':
      return shape.format === 'date-time' ? '2031-03-01T00:00:00Z' : 'a';
    case 'array':
      if (shape.prefixItems) return shape.prefixItems.map(starter);
      return Array.from({ length: Math.max(1, shape.minItems ?? 1) }, () => starter(shape.items || undefined));
    case 'object':
      return Object.fromEntries((shape.required ?? []).map((k) => [k, starter(shape.properties?.[k])]));
    default: {
      const low = shape.minimum ?? shape.exclusiveMinimum;
      const high = shape.maximum ?? shape.exclusiveMaximum;
      if (low === undefined) return 0;
      if (high !== undefined && high - low <= 1) return (low + high) / 2;
      return shape.minimum ?? low + 1;
    }
  }
}
