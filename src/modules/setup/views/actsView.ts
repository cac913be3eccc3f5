import { z } from 'zod';
import type { Act, Role } from '@/server/act/define';

type Schema = {
  type?: string;
  enum?: readonly unknown[];
  const?: unknown;
  anyOf?: readonly Schema[];
  oneOf?: readonly Schema[];
  items?: Schema;
  properties?: Record<string, Schema>;
  required?: readonly string[];
  minimum?: number;
  exclusiveMinimum?: number;
  maximum?: number;
  minLength?: number;
  maxLength?: number;
  minItems?: number;
  maxItems?: number;
  default?: unknown;
};

export type FieldShown = { name: string; form: string; needed: boolean };
export type ActShown = {
  type: string;
  title: string;
  by: readonly Role[];
  proposes: readonly Role[];
  fields: FieldShown[];
  questions: { id: string; answers: readonly string[] }[];
  /** What its entries are called in the ledger. */
  entries: string[];
};

/** The input of an act as JSON Schema. */
export const schemaOf = (act: Act): Schema =>
  z.toJSONSchema(act.input, { io: 'input', unrepresentable: 'any' }) as Schema;

/** Every act as it is sent over HTTP: who may, its fields, what it may ask. */
export function actsView(acts: readonly Act[]): ActShown[] {
  return acts
    .map((a) => ({
      type: a.type,
      title: a.title,
      by: a.by,
      proposes: a.proposes ?? [],
      fields: fieldsOf(schemaOf(a)),
      questions: (a.questions ?? []).map((q) => ({ id: q.id, answers: q.answers })),
      entries: Object.values(a.kinds ?? {}).map((k) => k.word),
    }))
    .sort((a, b) => a.type.localeCompare(b.type));
}

function fieldsOf(s: Schema, before = ''): FieldShown[] {
  const needed = new Set(s.required ?? []);
  return Object.entries(s.properties ?? {}).flatMap(([key, of]) => {
    const name = `${before}${key}`;
    const shown = { name, form: formOf(of), needed: needed.has(key) && of.default === undefined };
    const inner = of.type === 'array' ? of.items : of;
    return inner?.properties ? [shown, ...fieldsOf(inner, `${name}${of.type === 'array' ? '[]' : ''}.`)] : [shown];
  });
}

/** A field's form in words: “number, above 0, at most 500”. */
export function formOf(s: Schema): string {
  const either = s.anyOf ?? s.oneOf;
  if (either) {
    const forms = [...new Set(either.map(formOf))];
    return forms.join(' or ');
  }
  if (s.const !== undefined) return `“${s.const}”`;
  if (s.enum) return s.enum.map((v) => `“${v}”`).join(', ');
  const bounds = [
    s.exclusiveMinimum !== undefined && `above ${s.exclusiveMinimum}`,
    s.minimum !== undefined && s.minimum > Number.MIN_SAFE_INTEGER && `at least ${s.minimum}`,
    s.maximum !== undefined && s.maximum < Number.MAX_SAFE_INTEGER && `at most ${s.maximum}`,
    s.maxLength !== undefined && `at most ${s.maxLength} signs`,
    s.minItems !== undefined && `at least ${s.minItems}`,
    s.maxItems !== undefined && `at most ${s.maxItems}`,
  ].filter(Boolean);
  const kind =
    { integer: 'whole number', boolean: 'true or false', string: 'text', array: 'list', null: 'null' }[s.type ?? ''] ??
    s.type ??
    'anything';
  const of = s.type === 'array' && s.items && !s.items.properties ? ` of ${formOf(s.items)}` : '';
  return [`${kind}${of}`, ...bounds].join(', ');
}
