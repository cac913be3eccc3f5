import { decimalOf, numberText } from '@/client/inputs';
import { groups, type Species, species as speciesSchema } from '@/core/species/species';
import { glyphs, stations } from '@/core/species/stations';
import type { Column, Row } from '@/ui/Rows';
import { inside, kindOf, readTyped, type Typed, typedOf, valueAt } from '../valueForm';

/** A species as it is typed. What has no field here (when eggs whiten, the routine) is carried along. */
export type SpeciesTyped = {
  head: Row;
  lists: Record<ListName, Row[]>;
  milestones: { row: Row; typed: Typed }[];
  latencies: { row: Row; typed: Typed }[];
};

export const listNames = [
  'stages',
  'checks',
  'limits',
  'values',
  'drift',
  'handsOff',
  'inductions',
  'ripeness',
] as const;
export type ListName = (typeof listNames)[number];

/** A column with what its figures are shown times; `ids` are made of the name where none is typed. */
type Field = Column & { times?: number; list?: boolean };

const provenance: Field[] = [
  { key: 'source', label: 'source', width: '6rem' },
  { key: 'hint', label: 'where to look' },
];
const options = (of: readonly string[]) => of.map((value) => ({ value, label: value }));

/** The columns of a list; stages and treatments are chosen among those that are typed. */
export function fieldsOf(list: ListName, typed: SpeciesTyped): Field[] {
  const stage: Field = {
    key: 'stage',
    label: 'stage',
    kind: 'one',
    options: typed.lists.stages.map((s) => ({ value: s.id ?? '', label: s.name || s.id || '' })),
    width: '9rem',
  };
  switch (list) {
    case 'stages':
      return [
        { key: 'name', label: 'name, of many' },
        { key: 'one', label: 'of one' },
        { key: 'station', label: 'station', kind: 'one', options: options(stations), width: '8rem' },
        { key: 'glyph', label: 'drawn as', kind: 'one', options: options(glyphs), width: '8rem' },
        { key: 'id', label: 'id', width: '7rem', fixed: (r) => r.was !== undefined },
      ];
    case 'checks':
      return [{ key: 'name', label: 'what is seen', width: '12rem' }, stage, { key: 'looks', label: 'how it looks' }];
    case 'limits':
      return [
        { key: 'what', label: 'of what', width: '9rem' },
        { ...stage, options: [{ value: 'all', label: 'all stages' }, ...stage.options!] },
        { key: 'low', label: 'lowest', kind: 'figures', width: '4.5rem' },
        { key: 'high', label: 'highest', kind: 'figures', width: '4.5rem' },
        { key: 'unit', label: 'unit', width: '5rem' },
        ...provenance,
      ];
    case 'values':
      return [
        { key: 'what', label: 'what', width: '13rem' },
        { key: 'value', label: 'value', kind: 'figures', width: '6rem' },
        { key: 'spread', label: '±', kind: 'figures', width: '6rem' },
        { key: 'unit', label: 'unit', width: '5rem' },
        ...provenance,
      ];
    case 'drift':
      return [
        stage,
        { key: 'perDay', label: '% lost a day', kind: 'figures', width: '7rem', times: 100 },
        { key: 'sd', label: '±', kind: 'figures', width: '6rem', times: 196 },
        ...provenance,
      ];
    case 'handsOff':
      return [
        { key: 'why', label: 'why' },
        { key: 'station', label: 'station', kind: 'one', options: options(['eggs', 'yolksac']), width: '7rem' },
        { key: 'from', label: 'from, % of the way', kind: 'figures', width: '6rem', times: 100 },
        { key: 'to', label: 'to', kind: 'figures', width: '5rem', times: 100 },
        {
          key: 'severity',
          label: 'how gravely',
          kind: 'one',
          options: [
            { value: '1', label: 'hands off' },
            { value: '2', label: 'gently only' },
            { value: '3', label: 'with care' },
          ],
          width: '8rem',
        },
        ...provenance,
      ];
    case 'inductions':
      return [
        { key: 'name', label: 'treatment' },
        { key: 'product', label: 'product' },
        { key: 'dosePerKg.low', label: 'from, a kg', kind: 'figures', width: '4.5rem' },
        { key: 'dosePerKg.high', label: 'to', kind: 'figures', width: '4.5rem' },
        { key: 'malesPerKg.low', label: 'males, from', kind: 'figures', width: '4.5rem' },
        { key: 'malesPerKg.high', label: 'to', kind: 'figures', width: '4.5rem' },
        { key: 'unit', label: 'unit', kind: 'one', options: options(['mg', 'ug', 'IU', 'mL']), width: '5rem' },
        { key: 'parts', label: 'parts, %', width: '5rem', times: 100, list: true },
        { key: 'intervalHours', label: 'h apart', kind: 'figures', width: '4.5rem' },
        { key: 'source', label: 'source', width: '6rem' },
      ];
    case 'ripeness':
      return [
        { key: 'name', label: 'name', width: '10rem' },
        { key: 'sex', label: 'sex', kind: 'one', options: options(['female', 'male']), width: '7rem' },
        { key: 'ready', label: 'ready', kind: 'yes', width: '3.5rem' },
        { key: 'over', label: 'over-ripe', kind: 'yes', width: '4.5rem' },
        { key: 'signs', label: 'signs' },
      ];
  }
}

/** What a new line of a list begins with. */
export const blankOf: Record<ListName, Row> = {
  stages: { station: 'fry', glyph: 'fry' },
  checks: {},
  limits: { stage: 'all', source: 'verify' },
  values: { source: 'verify' },
  drift: { source: 'verify' },
  handsOff: { station: 'eggs', severity: '2', source: 'verify' },
  inductions: { unit: 'mg', parts: '100', intervalHours: '0', source: 'verify' },
  ripeness: { sex: 'female' },
};

export const headFields: Field[] = [
  { key: 'name', label: 'Name' },
  { key: 'latin', label: 'Latin name' },
  { key: 'code', label: 'Code, for names of lots' },
  { key: 'group', label: 'Kept like', kind: 'one', options: options(groups) },
  { key: 'lotCv', label: 'Spread between lots, %', kind: 'figures', times: 100 },
];

const put = (o: Record<string, unknown>, key: string, v: unknown) => {
  const keys = key.split('.');
  const last = keys.pop()!;
  let inner = o;
  // Nothing is made of a part that is left empty.
  if (v === undefined && keys.length === 1 && o[keys[0]!] === undefined) return;
  for (const k of keys) inner = inner[k] = { ...(inner[k] as Record<string, unknown> | undefined) };
  if (v === undefined) delete inner[last];
  else inner[last] = v;
  if (keys.length === 1 && Object.keys(inner).length === 0) delete o[keys[0]!];
};
const tidy = (v: number) => Number(v.toPrecision(12));

function textOf(v: unknown, f: Field, locale: string): string {
  if (Array.isArray(v)) return v.map((x) => numberText(tidy(Number(x) * (f.times ?? 1)), locale, 12)).join(' ');
  if (typeof v === 'number') return numberText(tidy(v * (f.times ?? 1)), locale, 12);
  if (typeof v === 'boolean') return v ? 'yes' : '';
  return typeof v === 'string' ? v : '';
}

/** A species in texts, in the reader's number style; its models in the reader's degrees. */
export function typedOfSpecies(s: Species, locale: string, us = false): SpeciesTyped {
  const row = (o: unknown, fields: readonly Field[], i: number): Row => ({
    ...Object.fromEntries(fields.map((f) => [f.key, textOf(inside(o, f.key), f, locale)])),
    was: String(i),
    ...(typeof (o as { id?: unknown }).id === 'string' ? { id: (o as { id: string }).id } : {}),
  });
  const empty = { head: {}, lists: { stages: s.stages } } as unknown as SpeciesTyped;
  const timed = (path: string) => {
    const { value, figures } = valueAt(s, path);
    const kind = kindOf(value);
    return typedOf(value, figures(kind), kind, locale, us);
  };
  return {
    head: { ...Object.fromEntries(headFields.map((f) => [f.key, textOf(inside(s, f.key), f, locale)])), id: s.id },
    lists: Object.fromEntries(
      listNames.map((list) => [list, (s[list] as readonly unknown[]).map((o, i) => row(o, fieldsOf(list, empty), i))]),
    ) as SpeciesTyped['lists'],
    milestones: s.milestones.map((m, i) => ({
      row: {
        was: String(i),
        id: m.id,
        name: m.name,
        enters: m.enters ?? '',
        sumFrom: m.sumFrom,
        source: m.source,
        hint: m.hint,
      },
      typed: timed(`milestones.${m.id}`),
    })),
    latencies: s.latencies.map((l, i) => ({
      row: {
        was: String(i),
        id: l.id,
        induction: l.induction,
        eggStage: l.eggStage ?? '',
        source: l.source,
        hint: l.hint,
      },
      typed: timed(`latencies.${l.id}`),
    })),
  };
}

/** An id made of words: letters and figures, the first of a word after the first in capitals. */
export function idOf(words: string, taken: readonly string[], most = 14): string {
  const base =
    words
      .normalize('NFD')
      .replace(/\p{M}/gu, '')
      .toLowerCase()
      .replace(/[^a-z0-9]+(\w)?/g, (_, c: string | undefined) => (c ?? '').toUpperCase())
      .replace(/^[^a-z]+/i, '')
      .replace(/^./, (c) => c.toLowerCase())
      .slice(0, most - 1) || 'one';
  let id = base;
  for (let n = 2; taken.includes(id); n++) id = `${base.slice(0, most - 1)}${n}`;
  return id;
}

/** Each stage has its line of unseen loss, to be filled; lines of stages that are gone go too. */
export function withDrift(lists: SpeciesTyped['lists']): SpeciesTyped['lists'] {
  const ids = lists.stages.flatMap((s) => (s.id ? [s.id] : []));
  const lacking = ids.filter((id) => !lists.drift.some((d) => d.stage === id));
  const known = lists.drift.filter((d) => !d.stage || ids.includes(d.stage));
  return { ...lists, drift: [...known, ...lacking.map((stage) => ({ ...blankOf.drift, stage }))] };
}

export type Faults = Readonly<Record<string, string>>;

/**
 * The species that is typed; null while something is missing or wrong, with what, by `list.line.column` (and `head.…`).
 * @param base what it was made from: carries what has no field
 */
export function readSpecies(
  typed: SpeciesTyped,
  base: Species,
  locale: string,
  us = false,
): { species: Species | null; faults: Faults } {
  const faults: Record<string, string> = {};
  const readRow = (row: Row, fields: readonly Field[], start: object, path: string): Record<string, unknown> => {
    const o: Record<string, unknown> = { ...start };
    for (const f of fields) {
      const text = (row[f.key] ?? '').trim();
      if (f.kind === 'yes') put(o, f.key, text === 'yes');
      else if (f.list) {
        const parts = text
          .split(/[\s;]+/)
          .filter(Boolean)
          .map((x) => decimalOf(x, locale));
        const wrong = parts.find((p) => p.error);
        if (wrong) faults[`${path}.${f.key}`] = wrong.error!;
        put(
          o,
          f.key,
          parts.flatMap((p) => (p.value === null ? [] : [tidy(p.value / (f.times ?? 1))])),
        );
      } else if (f.kind === 'figures') {
        const { value, error } = decimalOf(text, locale);
        if (error) faults[`${path}.${f.key}`] = error;
        put(o, f.key, value === null ? undefined : tidy(value / (f.times ?? 1)));
      } else if (f.key === 'severity') put(o, f.key, Number(text));
      else put(o, f.key, text);
    }
    return o;
  };
  const started = (list: keyof Species, row: Row): object =>
    row.was === undefined ? {} : ((base[list] as readonly object[])[Number(row.was)] ?? {});
  const out: Record<string, unknown> = { ...base, ...readRow(typed.head, headFields, {}, 'head'), id: typed.head.id };
  for (const list of listNames) {
    const ids = typed.lists[list].flatMap((r) => (r.id ? [r.id] : []));
    out[list] = typed.lists[list].map((row, i) => {
      const o = readRow(row, fieldsOf(list, typed), started(list, row), `${list}.${i}`);
      if (list === 'checks' || list === 'handsOff' || list === 'inductions' || list === 'ripeness') {
        const words = row.name || row.why || '';
        // Hands-off windows and treatments have ids of small letters.
        const made = idOf(words, ids, list === 'checks' ? 14 : 30);
        o.id = row.id || (list === 'checks' ? made : made.toLowerCase());
        if (!row.id) ids.push(String(o.id));
      }
      if (list === 'inductions') o.check ??= { leadHours: 1, stepMinutes: 30 };
      return o;
    });
  }
  const timed = (part: 'milestones' | 'latencies') => {
    const ids = typed[part].flatMap((t) => (t.row.id ? [t.row.id] : []));
    return typed[part].map(({ row, typed: own }, i) => {
      const read = readTyped(own, figuresOf(part, own.kind), started(part, row) as Record<string, unknown>, locale, us);
      for (const [key, says] of Object.entries(read.errors)) faults[`${part}.${i}.${key}`] = says;
      if (!read.value && Object.keys(read.errors).length === 0) faults[`${part}.${i}.figures`] = 'has a figure missing';
      const { was: _, id, ...rest } = row;
      const made = id || idOf(row.name || row.induction || '', ids);
      if (!id) ids.push(made);
      const o: Record<string, unknown> = { ...started(part, row), ...rest, ...read.value, id: made };
      for (const key of ['enters', 'eggStage']) if (o[key] === '') delete o[key];
      return o;
    });
  };
  out.milestones = timed('milestones');
  out.latencies = timed('latencies');
  if (Object.keys(faults).length > 0) return { species: null, faults };
  const parsed = speciesSchema.safeParse(out);
  if (parsed.success) return { species: parsed.data, faults };
  for (const issue of parsed.error.issues) {
    const path = issue.path.map(String);
    const key = headFields.some((f) => f.key === path[0]) || path[0] === 'id' ? `head.${path[0]}` : path.join('.');
    faults[key] ??= /^Invalid input/.test(issue.message) ? 'is missing' : issue.message;
  }
  return { species: null, faults };
}

/** The figures of a model or a latency of some kind. */
export const figuresOf = (part: 'milestones' | 'latencies', kind: Typed['kind']) =>
  valueAt(
    {
      stages: [],
      milestones: [{ id: 'x', name: '', model: {}, cv: 0, within: 0 }],
      latencies: [{ id: 'x', induction: '', points: [], cv: 0 }],
      inductions: [],
      eggStages: [],
    } as unknown as Species,
    `${part}.x`,
  ).figures(kind);

/** What is wrong of one list, by line and column. */
export const faultsOf = (faults: Faults, list: string): Record<string, string> =>
  Object.fromEntries(
    Object.entries(faults).flatMap(([k, v]) => (k.startsWith(`${list}.`) ? [[k.slice(list.length + 1), v]] : [])),
  );
