'use client';

import { useRef, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import type { z } from 'zod';
import type { Dimension } from '@/core/quantities/measure';
import type { Act } from '@/server/act/define';
import { fieldWords } from '@/server/act/fieldWords';
import { useCorrecting, useOriginal } from '../act/correcting';
import { type AnyAct, type Filled, useAct } from '../act/useAct';
import { type Reader, useShown } from '../inputs';
import type { Pair } from '../measure/pairs';
import type { HowManyValue } from '../measure/readHowMany';
import { useSession } from '../session';
import { useEventFields } from '../when';
import {
  type As,
  type Codec,
  canBeLeftOut,
  codecOf,
  fieldsOf,
  isBlankRow,
  leftOut,
  lineOf,
  type Read,
  rowCodecs,
  rowsCodec,
  type TypedRow,
} from './codecs';
import { type Draft, useDraft } from './drafts';
import type { Typing } from './useTyped';

/** The names of an input's fields whose values are of one type. */
type Named<I, T> = { [K in keyof I & string]-?: NonNullable<I[K]> extends T ? K : never }[keyof I & string];
type Given<I, K extends keyof I> = NonNullable<I[K]>;

/** What a control of the kit is given: what stands in it, what changes it, what is wrong with it. */
type Control<V> = { value: V; onChange: (v: V) => void; error: string | null };
/** A figure is chosen or typed as text; words and choices as what they are; yes and no by a tick. */
export type FieldOf<V> = [V] extends [boolean]
  ? { checked: boolean; onChange: (v: boolean) => void }
  : [V] extends [number]
    ? Control<string>
    : [V] extends [string]
      ? { value: V | ''; onChange: (v: V) => void; error: string | null }
      : never;

/**
 * The fields of one object, the form's own or those of a line: each reads, is filled and shows its error by its name,
 * and what was refused at another path (`also`) where no other field shows that.
 */
export type Fields<I> = {
  field: <K extends Named<I, string | number | boolean>>(name: K, also?: string) => FieldOf<Given<I, K>>;
  /** A field that is typed in a way of its own, as one text. */
  typed: <V = string>(name: keyof I & string) => Control<V>;
  /** A measure: any unit may be typed; also several of them, one after the other. */
  measure: <K extends Named<I, number | readonly number[]>>(
    name: K,
    also?: string,
  ) => Control<string> & { dimension: Dimension; small: boolean };
  /** How many, in one of the ways of counting. */
  many: <K extends keyof I & string>(name: K, also?: string) => Control<HowManyValue>;
  /** The same, in several ways that are reconciled. */
  ways: <K extends keyof I & string>(name: K) => Control<readonly HowManyValue[]>;
  /** What is read of a field; null where nothing stands in it, or nothing that can be read. */
  value: <K extends keyof I & string>(name: K) => Given<I, K> | null;
  /** Fills a field with a value. */
  fill: <K extends keyof I & string>(name: K, value: Given<I, K> | null) => void;
};

/** Things of which some are chosen. */
export type Chosen<V> = {
  list: readonly V[];
  has: (v: V) => boolean;
  put: (v: V, on: boolean) => void;
  error: string | null;
};

/** Lines that repeat. */
export type Lines<E> = {
  each: readonly (Fields<E> & { key: number; blank: boolean; drop: () => void })[];
  add: () => void;
  append: (line: E) => void;
  error: string | null;
};

export type ActFormOf<I> = Fields<I> & {
  chosen: <K extends Named<I, readonly (string | number)[]>>(
    name: K,
  ) => Chosen<Given<I, K> extends readonly (infer V)[] ? V : never>;
  batches: <K extends keyof I & string>(
    name: K,
  ) => Control<Pair[]> & { read: readonly { massG: number; count: number }[] };
  /**
   * @param as how the fields of a line are typed
   * @param grows an empty line stands below the last as soon as that has these fields
   */
  lines: <K extends Named<I, readonly object[]>>(
    name: K,
    as?: Readonly<Record<string, As>>,
    grows?: readonly string[],
  ) => Lines<Given<I, K> extends readonly (infer E)[] ? E : never>;
  /** A field that a part of the form draws by itself. */
  own: <K extends keyof I & string>(
    name: K,
  ) => { value: Given<I, K> | null; onChange: (v: Given<I, K> | null) => void; error: string | null };
  act: AnyAct;
  /** When and by whom; null of an act that is no event. */
  event: ReturnType<typeof useEventFields> | null;
  /** What is still to be given, in a few words each. */
  wants: readonly string[];
  /** @param more said by the button that sends it: “out of use” */
  send: (more?: Partial<Filled<I>>) => Promise<boolean>;
  /** What was typed before and never recorded, to be taken up again. */
  draft: Draft | null;
  correcting: boolean;
};

/** When, by whom and the note stand in a draft under a name that no field has. */
const EVENT = ' event';
/** What a form types in its own way, likewise. */
const TYPED = ' typed';
/** Never kept in the browser, not even half typed. */
const SECRET = /^(password|current|secret|code)$/;

type Options<I, R> = {
  /** What it is about: sent as it is, and no field shows it. */
  about: Partial<Filled<I>>;
  /** What the fields begin with. */
  begin?: Partial<I>;
  /** What it types in a way of its own: kept in the draft. */
  // biome-ignore lint/suspicious/noExplicitAny: whatever is typed comes back as it was kept
  typing?: Typing<any>;
  /** Whose draft it is, where what it is about does not tell. */
  draftFor?: string;
  /** What they begin with in a correction, where that is not simply what was sent then. */
  from?: (original: Partial<I>) => Partial<I>;
  as?: Partial<Record<keyof I & string, As>>;
  /** What has to be given, in the words that stand beside the button: fields that the schema would do without, too. */
  needs?: Partial<Record<keyof I & string, string>>;
  /** What is said of a field that holds something which cannot be read, where that differs. */
  unreadable?: Partial<Record<keyof I & string, string>>;
  /** What the record needs and a person may leave empty: `adjust` says what is meant then. */
  mayBeEmpty?: readonly (keyof I & string)[];
  /** As they began once it is recorded, the others stay for the next; where it is left out, all of an event do. */
  clears?: readonly (keyof I & string)[];
  /** The last word on what is sent, for an act of this instant. */
  adjust?: (input: Filled<I>, at: number) => Filled<I>;
  /** What is said once it is recorded. */
  says?: (result: R, sent: Fields<I>) => string;
  done?: () => void;
  /** Recorded now, by who is signed in: neither is asked, unless an entry is corrected. */
  now?: true;
  /** Neither is asked, in a correction either. */
  event?: false;
};

/**
 * A form of one act, by its schema: texts on this side in the reader's units and number style, the act's input on the
 * other. What is shown is sent, and what it began with that nothing shows; in a correction, what was shown and is no more is taken away, and what was never shown
 * stays as it was recorded.
 */
export function useActForm<S extends z.ZodType, R>(act: Act<S, R>, o: Options<z.input<S>, R>): ActFormOf<z.input<S>> {
  type I = z.input<S>;
  const { locale, now, timeZone } = useSession();
  const reader: Reader = { locale, timeZone, shown: useShown() };
  const correcting = useCorrecting() !== null;
  const original = useOriginal<Record<string, unknown>>();
  const schemas = fieldsOf(act.input);
  const lineCodecs = useRef<Record<string, Codec>>({});
  const codec = (name: string): Codec =>
    lineCodecs.current[name] ?? codecOf(schemas[name]!, name, reader, (o.as as Record<string, As> | undefined)?.[name]);
  const [first] = useState(
    () =>
      (original ? (o.from?.(original as Partial<I>) ?? original) : (o.begin ?? {})) as Readonly<
        Record<string, unknown>
      >,
  );
  const form = useForm<Record<string, unknown>>();
  const typed = useWatch({ control: form.control }) as Record<string, unknown>;
  const written = (name: string) => {
    const v = first[name];
    if (v !== undefined && v !== null) return codec(name).write(v);
    // A choice begins with what the record would take for it; figures begin empty.
    const usual = schemas[name] && leftOut(schemas[name]);
    return codec(name).blank === '' && typeof usual === 'string' ? usual : codec(name).blank;
  };
  const stands = (name: string): unknown => (Object.hasOwn(typed, name) ? typed[name] : written(name));
  const keepDraft = () => {
    if (correcting) return;
    const fields = Object.fromEntries(Object.entries(form.getValues()).filter(([k]) => !SECRET.test(k)));
    const changed = Object.entries(fields).some(([k, x]) => JSON.stringify(x) !== JSON.stringify(written(k)));
    const [own, when] = [o.typing?.now() ?? null, asked.typing.now()];
    draft.keep(changed || own || when ? { ...fields, [TYPED]: own, [EVENT]: when } : null);
  };
  o.typing?.onChange(keepDraft);
  const put = (name: string, v: unknown) => {
    form.setValue(name, v, { shouldDirty: true });
    keepDraft();
  };
  const read = (name: string): Read => codec(name).read(stands(name));

  const asked = useEventFields();
  asked.typing.onChange(keepDraft);
  const event = 'at' in schemas && o.event !== false && !(o.now && !correcting) ? asked : null;
  const whose = o.draftFor === undefined ? o.about : { ...o.about, draftFor: o.draftFor };
  const draft = useDraft(act.type, whose, (kept) => {
    for (const [name, v] of Object.entries(kept))
      if (name === TYPED) v && o.typing?.fill(v);
      else if (name === EVENT) v && asked.typing.fill(v as typeof asked.typing.value);
      else form.setValue(name, v, { shouldDirty: true });
  });
  const sender = useAct(act, () => {
    // What happened once is not armed to happen again: a form of an event begins anew, its answers with it.
    const some: readonly string[] | undefined = o.clears;
    for (const name of some ?? []) form.setValue(name, written(name));
    if (!some && event) form.reset({});
    if (some ? some.length > 0 : event) asked.reset();
    // Last: what is cleared above would be a draft of its own.
    draft.drop();
    o.done?.();
  });

  // Told by the controls as they are drawn: what they show now, and what any of them showed before.
  const shown = new Set<string>();
  const everShown = useRef(new Set<string>());
  const show = (name: string) => {
    shown.add(name);
    everShown.current.add(name);
  };
  const control = (name: string, also?: string) => {
    show(name);
    return {
      value: stands(name),
      onChange: (v: unknown) => put(name, v),
      error: sender.errorOn(name) ?? (also === undefined ? null : sender.errorOn(also)) ?? read(name).error,
    };
  };

  const fields: Fields<I> = {
    field: (name, also) => {
      const { value, onChange, error } = control(name, also);
      return (typeof value === 'boolean' ? { checked: value, onChange } : { value, onChange, error }) as never;
    },
    typed: (name) => control(name) as never,
    measure: (name, also) => ({ ...control(name, also), ...codec(name).measure! }) as never,
    many: (name, also) => {
      const c = control(name, also);
      const [one, ...more] = c.value as HowManyValue[];
      return { value: one!, onChange: (v) => c.onChange([v, ...more]), error: c.error };
    },
    ways: (name) => control(name) as never,
    value: (name) => read(name).value as never,
    fill: (name, v) => put(name, v === null ? codec(name).blank : codec(name).write(v)),
  };

  const rowsOf = (name: string, as: Readonly<Record<string, As>> | undefined, grows: readonly string[] | undefined) => {
    const element = lineOf(schemas[name]!);
    lineCodecs.current[name] ??= rowsCodec(element, reader, as);
    const codecs = rowCodecs(element, reader, as);
    const blankRow = Object.fromEntries(Object.entries(codecs).map(([k, c]) => [k, c.blank]));
    const c = control(name);
    const lines = c.value as TypedRow[];
    const last = lines.at(-1);
    const full = !last || grows?.every((k) => codecs[k]!.read(last[k] ?? codecs[k]!.blank).value !== null);
    const drawn = grows && full ? [...lines, blankRow] : lines;
    const set = (i: number, key: string, v: unknown) => {
      // One press may fill two fields of a line: the second builds on what the first wrote, not on what was drawn.
      const stood = (form.getValues(name) as TypedRow[] | undefined) ?? lines;
      c.onChange(
        [...stood, ...drawn.slice(stood.length)].map((row, k) => (k === i ? { ...blankRow, ...row, [key]: v } : row)),
      );
    };
    return {
      error: c.error,
      add: () => c.onChange([...drawn, blankRow]),
      append: (line: unknown) => c.onChange([...drawn, ...(codec(name).write([line]) as TypedRow[])]),
      each: drawn.map((row, i) => {
        const at = (key: string) => row[key] ?? codecs[key]!.blank;
        const one = (key: string) => ({
          value: at(key),
          onChange: (v: unknown) => set(i, key, v),
          error: sender.errorOn(`${name}.${i}.${key}`) ?? codecs[key]!.read(at(key)).error,
        });
        return {
          key: i,
          blank: isBlankRow(row, codecs),
          drop: () => c.onChange(drawn.filter((_, k) => k !== i)),
          field: (key: string) => {
            const { value, onChange, error } = one(key);
            return typeof value === 'boolean' ? { checked: value, onChange } : { value, onChange, error };
          },
          typed: one,
          measure: (key: string) => ({ ...one(key), ...codecs[key]!.measure! }),
          many: (key: string) => {
            const { value, onChange, error } = one(key);
            const [way, ...more] = value as HowManyValue[];
            return { value: way!, onChange: (v: HowManyValue) => onChange([v, ...more]), error };
          },
          ways: one,
          value: (key: string) => codecs[key]!.read(at(key)).value,
          fill: (key: string, v: unknown) => set(i, key, v === null ? codecs[key]!.blank : codecs[key]!.write(v)),
        };
      }),
    };
  };

  const wants = () => {
    const list: string[] = [];
    const mayBeEmpty: readonly string[] = o.mayBeEmpty ?? [];
    for (const name of shown) {
      const asked = (o.needs as Record<string, string> | undefined)?.[name];
      const { value, error } = read(name);
      if (error)
        list.push(
          (o.unreadable as Record<string, string> | undefined)?.[name] ??
            asked ??
            `${fieldWords([name])} that can be read`,
        );
      else if (value === null && (asked || !(canBeLeftOut(schemas[name]!) || mayBeEmpty.includes(name))))
        list.push(asked ?? fieldWords([name]));
    }
    return list;
  };

  const input = (): Record<string, unknown> => {
    const out: Record<string, unknown> = { ...o.about };
    // What stood there and was emptied is taken away, where the record knows nothing as a value.
    const had = (name: string) =>
      first[name] !== undefined && first[name] !== null && (correcting || schemas[name]!.safeParse(null).success);
    for (const name of shown) {
      const { value } = read(name);
      const schema = schemas[name]!;
      // A tick that is not set says nothing, where the record knows neither yes nor no.
      const unsaid = value === false && codec(name).blank === false && leftOut(schema) === undefined;
      if (value !== null && !(unsaid && canBeLeftOut(schema))) out[name] = value;
      else if (leftOut(schema) === '') out[name] = '';
      else if (had(name)) out[name] = null;
    }
    for (const name of everShown.current) if (!shown.has(name) && had(name)) out[name] = null;
    // What it began with and no field shows is meant all the same: the one treatment that there is.
    if (!correcting)
      for (const name of Object.keys(schemas))
        if (!everShown.current.has(name) && !(name in out) && first[name] != null) out[name] = first[name];
    return o.adjust ? (o.adjust(out as Filled<I>, Number(event?.payload.at ?? now)) as Record<string, unknown>) : out;
  };

  return {
    ...fields,
    chosen: (name) => {
      const c = control(name);
      const list = c.value as never[];
      return {
        list,
        has: (v) => list.includes(v as never),
        put: (v, on) => c.onChange(on ? [...list.filter((x) => x !== v), v] : list.filter((x) => x !== v)),
        error: c.error,
      };
    },
    batches: (name) => ({ ...(control(name) as Control<Pair[]>), read: (read(name).value as never) ?? [] }),
    lines: (name, as, grows) => rowsOf(name, as, grows) as never,
    own: (name) => ({
      value: read(name).value as never,
      onChange: (v) => fields.fill(name, v),
      error: control(name).error,
    }),
    act: sender,
    event,
    get wants() {
      return wants();
    },
    send: async (more) => {
      // What is still wanted holds the button; who sends by Enter is held by the same.
      if (wants().length > 0) return false;
      const says = o.says;
      return sender.submit(
        { ...input(), ...more, ...event?.payload } as Filled<I>,
        says && ((result) => says(result, fields)),
      );
    },
    draft: correcting ? null : draft.offered,
    correcting,
  };
}
