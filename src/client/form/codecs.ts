import { z } from 'zod';
import { type MeasurementInput, measurement } from '@/core/books/measurement';
import type { Dimension } from '@/core/quantities/measure';
import { weightBatch } from '@/core/sampling/samples';
import { isoDay, startOfDay } from '@/core/time/localDay';
import { howMany } from '@/server/act/inputs';
import { decimalOf, measureOf, measureText, numberText, type Reader, wholeOf } from '../inputs';
import { emptyPairs, type Pair, pairsText, readPairs } from '../measure/pairs';
import {
  type Amount,
  amountPayload,
  emptyHowMany,
  type HowManyValue,
  howManyValue,
  type Method,
  readWays,
} from '../measure/readHowMany';

/** What was read of a field: its value in base units, null where nothing (readable) stands there. */
export type Read = { value: unknown; error: string | null };

/** One field between what is typed, in the reader's units and number style, and what is sent, in base units. */
export type Codec = {
  /** What an empty field holds. */
  readonly blank: unknown;
  /** A value as it is typed. */
  write(value: unknown): unknown;
  read(typed: unknown): Read;
  /** Of a field whose bare numbers are in the reader's unit. */
  readonly measure?: { dimension: Dimension; small: boolean };
};

/**
 * How a field is typed where its schema does not tell: a measure in the small unit (grams, not kilograms), a figure in
 * the unit that its label names whoever reads, several words in one text, yes or no as a choice of its own, an instant by its
 * day, the way of counting that stands first; or by a codec that belongs to this act alone.
 */
export type As = 'small' | 'plain' | 'words' | 'names' | 'yesNo' | 'day' | Method | Codec;

/** A field's name ends with its unit, here as everywhere: what that unit measures, and how many base units it is. */
const UNITS: readonly [RegExp, Dimension, number][] = [
  [/LPerMin$/, 'flow', 1],
  [/(?<![Pp]er)G$/, 'mass', 1],
  [/(?<![Pp]er)Mm$/, 'length', 1],
  [/(?<![Pp]er)Ml$/, 'volume', 1],
  // Volumes have millilitres for a base.
  [/(?<![Pp]er)L$/, 'volume', 1000],
  [/^celsius$|Celsius$/, 'temperature', 1],
];
const SHARE = /(^s|S)hare$/;

/** A schema without what only says whether it has to be given. */
export function bare(schema: z.ZodType): z.ZodType {
  if (schema instanceof z.ZodOptional || schema instanceof z.ZodNullable || schema instanceof z.ZodDefault)
    return bare(schema.unwrap() as z.ZodType);
  return schema;
}

/** Whether a record can do without it. */
export const canBeLeftOut = (schema: z.ZodType): boolean => schema.safeParse(undefined).success;

/** What a record takes for a field that is left out: its default, or nothing. */
export const leftOut = (schema: z.ZodType): unknown => schema.safeParse(undefined).data;

/** The fields of a schema that has any. */
export function fieldsOf(schema: z.ZodType): Readonly<Record<string, z.ZodType>> {
  const s = bare(schema);
  if (!(s instanceof z.ZodObject)) throw new Error('a form is filled by fields: its schema has none');
  return s.shape as Record<string, z.ZodType>;
}

/** The codec of a field, by its schema and its name. */
export function codecOf(schema: z.ZodType, name: string, reader: Reader, as?: As): Codec {
  const s = bare(schema);
  if (typeof as === 'object') return as;
  if (as === 'words') return WORDS;
  if (as === 'names') return NAMES;
  if (as === 'yesNo') return YES_NO;
  if (as === 'day') return dayCodec(reader.timeZone);
  if (s === howMany) return amountCodec(reader, as as Method | undefined);
  if (s === measurement) return measuredCodec(reader, as as Method | undefined);
  if (s instanceof z.ZodBoolean) return { blank: false, write: Boolean, read: (t) => ({ value: t, error: null }) };
  if (s instanceof z.ZodNumber) return figureCodec(s, name, reader, as);
  if (s instanceof z.ZodString || s instanceof z.ZodEnum || s instanceof z.ZodLiteral) return TEXT;
  if (s instanceof z.ZodArray) return listCodec(s, name, reader);
  return AS_IT_IS;
}

/** Words of a text, parted by spaces or commas. */
export const wordsOf = (text: string) => text.split(/[\s,;]+/).filter(Boolean);
const WORDS: Codec = {
  blank: '',
  write: (v) => (v as string[]).join(' '),
  read: (t) => {
    const words = wordsOf(String(t));
    return { value: words.length > 0 ? words : null, error: null };
  },
};
/** Names of several words, parted by commas or lines. */
const NAMES: Codec = {
  blank: '',
  write: (v) => (v as string[]).join(', '),
  read: (t) => {
    const names = String(t)
      .split(/[,;\n]+/)
      .map((n) => n.trim())
      .filter(Boolean);
    return { value: names.length > 0 ? names : null, error: null };
  },
};
/** Where neither is the usual one: nothing is chosen until somebody does. */
const YES_NO: Codec = {
  blank: '',
  write: (v) => (v ? 'yes' : 'no'),
  read: (t) => ({ value: t === '' ? null : t === 'yes', error: null }),
};

/** The beginning of a day of the site. */
const dayCodec = (timeZone: string): Codec => ({
  blank: '',
  write: (v) => isoDay(v as number, timeZone),
  read: (t) => ({ value: t === '' ? null : startOfDay(t as string, timeZone), error: null }),
});

const nothing = (typed: unknown) => typeof typed !== 'string' || typed.trim() === '';
const TEXT: Codec = {
  blank: '',
  write: (v) => v ?? '',
  read: (t) => ({ value: nothing(t) ? null : (t as string).trim(), error: null }),
};
/** What no control types: ids, and what a part of the form keeps for itself. */
const AS_IT_IS: Codec = { blank: null, write: (v) => v ?? null, read: (t) => ({ value: t, error: null }) };

function figureCodec(s: z.ZodNumber, name: string, reader: Reader, as?: As): Codec {
  const { locale, shown } = reader;
  const within = (read: Read): Read => {
    if (read.value === null || read.error) return read;
    const ok = s.safeParse(read.value);
    return ok.success ? read : { value: null, error: ok.error.issues[0]!.message };
  };
  const unit = as === 'plain' ? undefined : UNITS.find(([ends]) => ends.test(name));
  if (unit) {
    const [, dimension, perUnit] = unit;
    const inWhich = shown(dimension, as === 'small');
    return {
      blank: '',
      write: (v) => (typeof v === 'number' ? measureText(v * perUnit, dimension, inWhich, locale) : ''),
      read: (t) => {
        const m = measureOf(String(t), dimension, inWhich, locale);
        return within({ value: m.value === null ? null : m.value / perUnit, error: m.error });
      },
      measure: { dimension, small: as === 'small' },
    };
  }
  const per = as !== 'plain' && SHARE.test(name) ? 100 : 1;
  const parse = s.isInt && per === 1 ? wholeOf : decimalOf;
  return {
    blank: '',
    // What is whole is written whole: eggs by the ten million, and instants.
    write: (v) => (typeof v === 'number' ? numberText(per * v, locale, s.isInt ? WHOLE_DIGITS : undefined) : ''),
    read: (t) => {
      const n = parse(String(t), locale);
      return within({ value: n.value === null ? null : n.value / per, error: n.error });
    },
  };
}

/** A whole number of any size that counts exactly. */
const WHOLE_DIGITS = 15;

function listCodec(s: z.ZodArray, name: string, reader: Reader): Codec {
  const one = bare(s.element as z.ZodType);
  if (one === weightBatch) return batchesCodec(reader);
  if (one instanceof z.ZodNumber && UNITS.some(([ends]) => ends.test(name))) {
    // Several figures typed one after the other, parted by spaces or by lines.
    const each = figureCodec(one, name, reader);
    return {
      blank: '',
      write: (v) => ((v as number[] | undefined) ?? []).map(each.write).join(' '),
      read: (t) => {
        const reads = partsOf(String(t)).map(each.read);
        const wrong = reads.find((r) => r.error);
        return wrong ?? { value: reads.length > 0 ? reads.map((r) => r.value) : null, error: null };
      },
      measure: each.measure,
    };
  }
  if (one instanceof z.ZodObject) return rowsCodec(one, reader);
  return {
    blank: [],
    write: (v) => v ?? [],
    read: (t) => ({ value: (t as unknown[]).length > 0 ? t : null, error: null }),
  };
}

const partsOf = (text: string) =>
  text
    .split(/[;\n]+|\s{1,}(?=\d)/)
    .map((p) => p.trim())
    .filter(Boolean);

/** The schema of one line of a list. */
export function lineOf(schema: z.ZodType): z.ZodType {
  const s = bare(schema);
  if (!(s instanceof z.ZodArray)) throw new Error('lines are filled of a list: this schema is none');
  return s.element as z.ZodType;
}

/** One line of a list: its fields as they are typed, by name. */
export type TypedRow = Readonly<Record<string, unknown>>;

/** The codecs of a line's fields. */
export function rowCodecs(row: z.ZodType, reader: Reader, as: Readonly<Record<string, As>> = {}) {
  return Object.fromEntries(
    Object.entries(fieldsOf(row)).map(([name, schema]) => [name, codecOf(schema, name, reader, as[name])]),
  );
}

/** A line in which nothing stands yet. */
export const isBlankRow = (row: TypedRow, codecs: Readonly<Record<string, Codec>>) =>
  Object.entries(codecs).every(([name, c]) => {
    const typed = row[name] ?? c.blank;
    return c.blank === false ? typed === false : c.read(typed).value === null && !c.read(typed).error;
  });

/** Lines are read field by field; what is empty in a line is left out of it. */
export function rowsCodec(row: z.ZodType, reader: Reader, as?: Readonly<Record<string, As>>): Codec {
  const codecs = rowCodecs(row, reader, as);
  return {
    blank: [],
    write: (v) =>
      ((v as Record<string, unknown>[] | undefined) ?? []).map((given) =>
        Object.fromEntries(
          Object.entries(codecs).map(([name, c]) => [name, given[name] === undefined ? c.blank : c.write(given[name])]),
        ),
      ),
    read: (t) => {
      const value: Record<string, unknown>[] = [];
      for (const typed of t as readonly TypedRow[]) {
        if (isBlankRow(typed, codecs)) continue;
        const line: Record<string, unknown> = {};
        for (const [name, c] of Object.entries(codecs)) {
          const read = c.read(typed[name] ?? c.blank);
          if (read.error) return read;
          if (read.value !== null && read.value !== false) line[name] = read.value;
        }
        value.push(line);
      }
      return { value: value.length > 0 ? value : null, error: null };
    },
  };
}

function batchesCodec({ locale, shown }: Reader): Codec {
  const unit = shown('mass', true);
  return {
    blank: emptyPairs(),
    write: (v) =>
      pairsText(
        ((v as { massG: number; count: number }[] | undefined) ?? []).map((b) => ({
          measure: b.massG,
          count: b.count,
        })),
        'mass',
        unit,
        locale,
      ),
    read: (t) => {
      const pairs = readPairs(t as Pair[], 'mass', unit, locale) ?? [];
      // All or none: a row that cannot be read would be left out unseen.
      const whole = pairs.length > 0 && pairs.every((p) => p.measure > 0 && p.count > 0);
      return { value: whole ? pairs.map((p) => ({ massG: p.measure, count: p.count })) : null, error: null };
    },
  };
}

function measuredCodec(reader: Reader, first: Method = 'counted'): Codec {
  return {
    blank: [emptyHowMany(first)],
    write: (v) => {
      const m = v as MeasurementInput;
      return (m.method === 'combined' ? m.parts : [m]).map((p) => howManyValue(p, reader.locale, reader.shown));
    },
    read: (t) => ({ value: readWays(t as HowManyValue[], reader), error: null }),
  };
}

function amountCodec(reader: Reader, first: Method = 'counted'): Codec {
  const measured = measuredCodec(reader, first);
  return {
    blank: measured.blank,
    write: (v) => {
      const a = v as Amount;
      return a.kind === 'measured' ? measured.write(a.measured) : [emptyHowMany(a.kind === 'all' ? 'all' : first)];
    },
    read: (t) => {
      const m = readWays(t as HowManyValue[], reader);
      return { value: m && amountPayload(m), error: null };
    },
  };
}
