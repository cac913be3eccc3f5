import { decimalOf, numberText } from '@/client/inputs';
import type { DevelopmentModel } from '@/core/development/model';
import { figures as inFigures, plain } from '@/core/quantities/format';
import { celsiusApart, celsiusOf, degreesOf, forReader, readerUnit, warmthUnit } from '@/core/quantities/reader';
import { limitId, valueId } from '@/core/species/ids';
import { latencyName } from '@/core/species/provenances';
import type { Milestone, Species } from '@/core/species/species';

export type ModelKind = DevelopmentModel['kind'];
/** One figure of a value: where it stands in it, and how it is shown (a share of one as percent, for example). */
export type Figure = {
  key: string;
  label: string;
  unit: string;
  times: number;
  optional?: boolean;
  /** A temperature, or a difference or sum of them: shown and typed in the reader's degrees. */
  degrees?: 'at' | 'apart';
};
/** Figures as typed, by their keys; a table's points apart: in days of a model, in hours of a latency. */
export type Typed = {
  kind: ModelKind | 'hours' | null;
  figures: Record<string, string>;
  points: { celsius: string; days: string }[];
};

export const modelKinds: { value: ModelKind; label: string }[] = [
  { value: 'degreeDays', label: 'degree-days' },
  { value: 'power', label: 'power curve' },
  { value: 'exponential', label: 'exponential' },
  { value: 'table', label: 'table' },
];

/** What a model says, for those who type its figures. */
export const modelSays: Record<ModelKind, string> = {
  degreeDays: 'days = sum / (temperature − base)',
  power: 'log₁₀ days = a + b · log₁₀ (temperature − α)',
  exponential: 'days = a · e^(−k · temperature)',
  table: 'days at each temperature, a smooth curve between',
};

const figure = (key: string, label: string, unit = '', times = 1, optional = false): Figure => ({
  key,
  label,
  unit,
  times,
  optional,
});
const warm = (degrees: 'at' | 'apart', f: Figure): Figure => ({ ...f, degrees });
const fitted = [
  warm('at', figure('model.range.low', 'Fitted from', '°C', 1, true)),
  warm('at', figure('model.range.high', 'to', '°C', 1, true)),
];

/** A figure's value in the reader's degrees, and the other way. */
const toReader = (v: number, degrees: Figure['degrees'], us: boolean) =>
  degrees === undefined ? v : degrees === 'at' ? forReader(v, 'temperature', us) : degreesOf(v, us);
const fromReader = (v: number, degrees: Figure['degrees'], us: boolean) =>
  degrees === undefined ? v : degrees === 'at' ? celsiusOf(v, us) : celsiusApart(v, us);
/** The unit of a figure as its reader has it. */
export const unitOf = (f: Figure, us: boolean): string =>
  !us || !f.degrees ? f.unit : f.unit === 'degree-days' ? '°F·days' : f.unit.replace('°C', '°F');
const ofModel: Record<ModelKind, Figure[]> = {
  degreeDays: [
    warm('apart', figure('model.sum', 'Sum', 'degree-days')),
    warm('at', figure('model.base', 'Base', '°C')),
    ...fitted,
  ],
  power: [figure('model.a', 'a'), figure('model.b', 'b'), figure('model.alpha', 'α', '°C'), ...fitted],
  exponential: [figure('model.a', 'a', 'days'), figure('model.k', 'k', '1/°C'), ...fitted],
  table: [],
};

/** Group and id of a path: ids may have points in them. */
function partsOf(path: string): [group: string, key: string] {
  const dot = path.indexOf('.');
  return [path.slice(0, dot), path.slice(dot + 1)];
}

/** The value at a path of the species book: what it is called, what it is now, and the figures that it is made of. */
export function valueAt(
  s: Species,
  path: string,
): { title: string; value: Record<string, unknown>; figures: (kind: Typed['kind']) => Figure[] } {
  const [group, key] = partsOf(path);
  const stageName = (id: string) => (id === 'all' ? 'all stages' : (s.stages.find((x) => x.id === id)?.name ?? id));
  switch (group) {
    case 'milestones': {
      const m = s.milestones.find((x) => x.id === key)!;
      return {
        title: `Days to ${m.name}`,
        value: { model: m.model, cv: m.cv, within: m.within },
        figures: (kind) => [
          ...ofModel[kind as ModelKind],
          figure('cv', 'Spread between stocks', '%', 100),
          figure('within', 'Spread within a lot', '%', 100),
        ],
      };
    }
    case 'limits': {
      const l = s.limits.find((x) => limitId(x) === key)!;
      return {
        title: `${l.what}, ${stageName(l.stage)}`,
        value: { low: l.low, high: l.high },
        figures: () =>
          [figure('low', 'Lowest', l.unit, 1, true), figure('high', 'Highest', l.unit, 1, true)].map((f) =>
            l.unit.startsWith('°C') ? warm(l.what === 'temperature' ? 'at' : 'apart', f) : f,
          ),
      };
    }
    case 'values': {
      const v = s.values.find((x) => valueId(x) === key)!;
      return {
        title: v.what,
        value: { value: v.value, spread: v.spread },
        figures: () => [figure('value', 'Value', v.unit), figure('spread', '±', v.unit, 1, true)],
      };
    }
    case 'drift': {
      const d = s.drift.find((x) => x.stage === key)!;
      return {
        title: `Unseen loss between counts, ${stageName(key)}`,
        value: { perDay: d.perDay, sd: d.sd },
        figures: () => [figure('perDay', 'Lost', '% a day', 100), figure('sd', '±', '% a day', 196)],
      };
    }
    case 'deaths': {
      const { base, early, blanks, hatch, handling } = s.deaths!;
      const part = (key: string, name: string, open = false) => [
        figure(`${key}.share`, name, '% of the eggs', 100),
        figure(`${key}.at`, 'about', '% of the way to hatch', 100, open),
        figure(`${key}.sd`, 'spread', '% of the way', 100),
      ];
      return {
        title: 'When eggs whiten',
        value: { base, early, blanks, hatch, handling },
        figures: () => [
          figure('base', 'Evenly over the way', '% of the eggs', 100),
          ...part('early', 'Early'),
          ...part('blanks', 'Blanks (no “about”: at the shock)', true),
          ...part('hatch', 'Before hatch'),
          figure('handling.share', 'After each handling', '% of the eggs', 100),
          figure('handling.days', 'within', 'days'),
        ],
      };
    }
    case 'tasks': {
      const t = s.tasks.find((x) => x.id === key)!;
      return {
        title: `Routine: ${t.name}`,
        value: { everyHours: t.everyHours },
        figures: () => [figure('everyHours', 'Every (0: not done here)', 'h')],
      };
    }
    case 'polarisation': {
      const { ready, notBefore } = s.polarisation!;
      return {
        title: 'Polarisation index',
        value: { ready, notBefore },
        figures: () => [figure('ready', 'Ready at or below'), figure('notBefore', 'Not ready above')],
      };
    }
    case 'inductions': {
      const i = s.inductions.find((x) => x.id === key)!;
      return {
        title: `Dose: ${i.name}`,
        value: { dosePerKg: i.dosePerKg, intervalHours: i.intervalHours, check: i.check, ripeHours: i.ripeHours },
        figures: () => [
          figure('dosePerKg.low', 'From', `${i.unit}/kg`),
          figure('dosePerKg.high', 'to', `${i.unit}/kg`),
          figure('intervalHours', 'Between the parts', 'h'),
          figure('check.leadHours', 'First look before the early end', 'h'),
          figure('check.stepMinutes', 'then every', 'min'),
          figure('ripeHours', 'Eggs stay good for', 'h', 1, true),
        ],
      };
    }
    case 'latencies': {
      const l = s.latencies.find((x) => x.id === key)!;
      return {
        title: `Latency: ${latencyName(s, l)}`,
        value: { points: l.points, cv: l.cv },
        figures: () => [figure('cv', 'Spread between females', '%', 100)],
      };
    }
    default: {
      const h = s.handsOff.find((x) => x.id === key)!;
      return {
        title: `Hands off: ${h.why}`,
        value: { from: h.from, to: h.to },
        figures: () => [
          figure('from', 'From', '% of the way to hatch', 100),
          figure('to', 'to', '% of the way to hatch', 100),
        ],
      };
    }
  }
}

/** What stands at a path of keys in a value; undefined where nothing does. */
export const inside = (value: unknown, key: string): unknown =>
  key.split('.').reduce<unknown>((v, k) => (v as Record<string, unknown> | undefined)?.[k], value);

/** In which form a value is typed: as a model, as hours at temperatures, or as plain figures. */
export const kindOf = (value: Record<string, unknown>): Typed['kind'] =>
  (value.model as DevelopmentModel | undefined)?.kind ?? ('points' in value ? 'hours' : null);

/** A value as it is typed. */
export function typedOf(
  value: Record<string, unknown>,
  figures: readonly Figure[],
  kind: Typed['kind'],
  locale: string,
  us = false,
): Typed {
  const text = (v: unknown, times = 1, degrees?: Figure['degrees']) =>
    typeof v === 'number' ? numberText(Number((toReader(v, degrees, us) * times).toPrecision(12)), locale, 12) : '';
  const model = value.model as DevelopmentModel | undefined;
  const hours = value.points as { celsius: number; hours: number }[] | undefined;
  return {
    kind,
    figures: Object.fromEntries(figures.map((f) => [f.key, text(inside(value, f.key), f.times, f.degrees)])),
    points: hours
      ? hours.map((p) => ({ celsius: text(p.celsius, 1, 'at'), days: text(p.hours) }))
      : model?.kind === 'table'
        ? model.points.map((p) => ({ celsius: text(p.celsius, 1, 'at'), days: text(p.days) }))
        : [
            { celsius: '', days: '' },
            { celsius: '', days: '' },
          ],
  };
}

/**
 * The value that is typed, null while something is missing or cannot be read; with what is wrong by figure. A figure
 * that may be left out and is left empty goes as null: it is taken away.
 */
export function readTyped(
  typed: Typed,
  figures: readonly Figure[],
  before: Record<string, unknown>,
  locale: string,
  us = false,
): { value: Record<string, unknown> | null; errors: Record<string, string> } {
  const errors: Record<string, string> = {};
  const value: Record<string, unknown> = {};
  const put = (key: string, v: unknown) => {
    const keys = key.split('.');
    const last = keys.pop()!;
    let at = value;
    for (const k of keys) {
      at[k] ??= {};
      at = at[k] as Record<string, unknown>;
    }
    at[last] = v;
  };
  const hours = typed.kind === 'hours';
  if (typed.kind && !hours) put('model.kind', typed.kind);
  let missing = false;
  for (const f of figures) {
    const { value: v, error } = decimalOf(typed.figures[f.key] ?? '', locale);
    if (error) errors[f.key] = error;
    else if (v !== null) put(f.key, Number((fromReader(v, f.degrees, us) / f.times).toPrecision(12)));
    else if (!f.optional) missing = true;
    // A model is put in force whole: what it leaves out is gone already.
    else if (!f.key.startsWith('model.')) put(f.key, null);
  }
  const range = inside(value, 'model.range') as { low?: number; high?: number } | undefined;
  if (range && (range.low === undefined || range.high === undefined))
    errors[range.low === undefined ? 'model.range.low' : 'model.range.high'] = 'give both ends, or neither';
  if (typed.kind === 'table' || hours) {
    const rows = typed.points.filter((p) => p.celsius.trim() || p.days.trim());
    const points = rows.map((p) => ({ celsius: decimalOf(p.celsius, locale), days: decimalOf(p.days, locale) }));
    const wrong = points.flatMap((p) => [p.celsius.error, p.days.error]).find(Boolean);
    if (wrong) errors.points = wrong;
    else if (points.length < 2 || points.some((p) => p.celsius.value === null || p.days.value === null)) missing = true;
    put(
      hours ? 'points' : 'model.points',
      points.map((p) => ({
        celsius: p.celsius.value === null ? null : Number(fromReader(p.celsius.value, 'at', us).toPrecision(12)),
        [hours ? 'hours' : 'days']: p.days.value,
      })),
    );
    const old = before.model as DevelopmentModel | undefined;
    if (old?.kind === 'table' && old.outside) put('model.outside', old.outside);
  }
  return { value: missing || Object.keys(errors).length > 0 ? null : value, errors };
}

/** A value of the book in words, for its history. */
export function valueWords(s: Species, path: string, value: unknown, us = false): string {
  const [group, key] = partsOf(path);
  const v = value as Record<string, number | undefined> & Partial<Pick<Milestone, 'model'>>;
  const of100 = (x: unknown, times = 100) => inFigures(Number(x) * times, 3);
  const n = (x: unknown) => (typeof x === 'number' ? plain(Number(x.toPrecision(6))) : '–');
  if (value === null) return 'written anew';
  if (typeof value !== 'object') return n(value);
  if (Object.keys(value).length === 0) return 'checked';
  switch (group) {
    case 'milestones':
      return [v.model && modelWords(v.model, us), v.cv !== undefined && `spread ${of100(v.cv)} %`]
        .filter(Boolean)
        .join(', ');
    case 'limits': {
      const f = s.limits.some((l) => limitId(l) === key) ? valueAt(s, path).figures(null)[0]! : figure('low', '');
      const end = (x: unknown) => (typeof x === 'number' ? n(toReader(x, f.degrees, us)) : n(x));
      return `${end(v.low)} to ${end(v.high)} ${unitOf(f, us)}`.trim();
    }
    case 'values':
      return `${n(v.value)}${v.spread == null ? '' : ` ±${n(v.spread)}`} ${s.values.find((x) => valueId(x) === key)?.unit ?? ''}`.trim();
    case 'deaths': {
      const d = value as NonNullable<Species['deaths']>;
      return `early ${of100(d.early.share)}, blanks ${of100(d.blanks.share)}, before hatch ${of100(d.hatch.share)}, evenly ${of100(d.base)} % of the eggs`;
    }
    case 'tasks':
      return v.everyHours === 0 ? 'not done here' : `every ${n(v.everyHours)} h`;
    case 'polarisation':
      return `ready at ${n(v.ready)}, not above ${n(v.notBefore)}`;
    case 'inductions': {
      const dose = (value as { dosePerKg?: { low: number; high: number } }).dosePerKg;
      const unit = s.inductions.find((i) => i.id === key)?.unit ?? '';
      return dose ? `${n(dose.low)} to ${n(dose.high)} ${unit}/kg` : '';
    }
    case 'latencies':
      return `${((value as { points?: { celsius: number; hours: number }[] }).points ?? []).map((p) => `${n(p.hours)} h at ${at(p.celsius, us)}`).join(', ')}, spread ${of100(v.cv)} %`;
    case 'drift':
      return `${of100(v.perDay)} ±${of100(v.sd, 196)} % a day`;
    default:
      return `${of100(v.from)} to ${of100(v.to)} % of the way to hatch`;
  }
}

/** A temperature as Reference states it: no decimals that nobody claimed. */
const at = (celsius: number, us: boolean) =>
  `${plain(Number(forReader(celsius, 'temperature', us).toPrecision(6)))} ${readerUnit('temperature', us)}`;

function modelWords(m: DevelopmentModel, us: boolean): string {
  switch (m.kind) {
    case 'degreeDays':
      return `${inFigures(degreesOf(m.sum, us), 5)} ${warmthUnit(us)} above ${at(m.base, us)}`;
    case 'power':
      return `power curve, a ${plain(m.a)}, b ${plain(m.b)}, α ${plain(m.alpha)}`;
    case 'exponential':
      return `exponential, a ${plain(m.a)}, k ${plain(m.k)}`;
    case 'table':
      return `table: ${m.points.map((p) => `${inFigures(p.days, 3)} d at ${at(p.celsius, us)}`).join(', ')}`;
  }
}
