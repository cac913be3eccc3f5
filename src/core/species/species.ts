import { z } from 'zod';
import { developmentModel } from '../development/model';
import { unitKinds } from '../units/unitKinds';
import { capabilities } from './capabilities';
import { faultsIn } from './faults';
import { glyphs, stations } from './stations';

/** Kinds of animals that are kept alike: what is gone over at a round and what they are bathed in is said by group. */
export const groups = [
  'salmonid',
  'coregonid',
  'percid',
  'sturgeon',
  'cyprinid',
  'esocid',
  'catfish',
  'cichlid',
  'marine',
  'crayfish',
  'shrimp',
  'crab',
  'lobster',
] as const;

/** Where a value comes from. `verify`: nobody has checked it yet; `hint` is where to look. */
const provenance = { source: z.string().min(1), hint: z.string().default('') };

const stage = z.object({
  id: z.string().regex(/^[a-zA-Z][a-zA-Z0-9]{0,19}$/, 'takes letters and figures, at most 20'),
  name: z.string().trim().min(1, 'is missing').max(60, 'is too long'),
  one: z.string().trim().min(1, 'is missing').max(60, 'is too long'),
  station: z.enum(stations),
  glyph: z.enum(glyphs),
  /** What is done with it, where that is not what its station says. */
  can: z.array(z.enum(capabilities)).optional(),
});

const milestone = z.object({
  id: z.string().regex(/^[a-zA-Z][a-zA-Z0-9]{0,13}$/, 'takes letters and figures, at most 14'),
  name: z.string().trim().min(1, 'is missing').max(60, 'is too long'),
  /** The stage that animals enter at it; absent when it is only observed (eyed). */
  enters: z.string().optional(),
  model: developmentModel,
  cv: z.number().min(0),
  /** How far the animals of one lot spread about its half: first and last of them. */
  within: z.number().min(0).default(0),
  sumFrom: z.enum(['phase', 'fertilisation']),
  ...provenance,
});

const check = z.object({
  id: z.string().regex(/^[a-zA-Z][a-zA-Z0-9]{0,13}$/, 'takes letters and figures, at most 14'),
  name: z.string().trim().min(1, 'is missing').max(60, 'is too long'),
  stage: z.string(),
  looks: z.string().trim().max(200, 'is too long'),
});

const limit = z.object({
  what: z.string().trim().min(1, 'is missing').max(60, 'is too long'),
  low: z.number().optional(),
  high: z.number().optional(),
  unit: z.string(),
  stage: z.string().default('all'),
  ...provenance,
});
/** Something told of a species as one figure. */
export const valueOfSpecies = z.object({
  what: z.string().trim().min(1, 'is missing').max(80, 'is too long'),
  value: z.number(),
  spread: z.number().optional(),
  unit: z.string(),
  ...provenance,
});
const drift = z.object({ stage: z.string(), perDay: z.number().min(0), sd: z.number().min(0), ...provenance });
/** When hands should stay off, by share of the way; severity 1 worst to 3 mild. */
const handsOff = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/),
  /** Eggs: by share of the way to hatch; larvae: by share of the way from hatch to feeding. */
  station: z.enum(['eggs', 'yolksac']).default('eggs'),
  from: z.number(),
  to: z.number(),
  severity: z.number().int().min(1).max(3),
  why: z.string(),
  ...provenance,
});

/** When eggs whiten, as shares of those laid down over the way to hatch: see `core/incubation/deaths`. */
const share = z.number().min(0).max(1);
const bump = z.object({ share, at: z.number().min(0).max(1), sd: z.number().positive() });
const deaths = z.object({
  base: share,
  early: bump,
  /** Never fertilised: when they whiten by themselves; null where they stay clear until shocked. */
  blanks: bump.extend({ at: z.number().min(0).max(1).nullable() }),
  hatch: bump,
  handling: z.object({ share, days: z.number().positive() }),
  ...provenance,
});

/** How ripe a brood fish is, by the species' own signs. */
const ripeness = z.object({
  id: z.string(),
  name: z.string(),
  sex: z.enum(['female', 'male']),
  signs: z.string(),
  /** She gives eggs, he gives milt: now. */
  ready: z.boolean().default(false),
  /** Her eggs are, or may be, past their time. */
  over: z.boolean().default(false),
});
/** Stage of the eggs in her, by a sample: it may choose the row of the latency table. */
const eggStage = z.object({ id: z.string(), name: z.string(), looks: z.string() });
/** A treatment that brings ovulation: what, how much, in which parts, and how she is watched afterwards. */
const induction = z.object({
  id: z.string(),
  name: z.string(),
  product: z.string(),
  unit: z.enum(['mg', 'ug', 'IU', 'mL']),
  dosePerKg: z.object({ low: z.number().positive(), high: z.number().positive() }),
  /** Where males are treated too: their dose, given at once. */
  malesPerKg: z.object({ low: z.number().positive(), high: z.number().positive() }).optional(),
  /** Shares of the dose, in the order in which they are given. */
  parts: z.array(z.number().positive()).min(1),
  intervalHours: z.number().min(0),
  check: z.object({ leadHours: z.number().min(0), stepMinutes: z.number().positive() }),
  /** How long eggs stay good in her after ovulation. */
  ripeHours: z.number().positive().optional(),
  fits: z.string().default(''),
  ...provenance,
});
/** Hours from the last part to ovulation, for one treatment and, where it matters, one stage of the eggs. */
const latency = z.object({
  id: z.string(),
  induction: z.string(),
  eggStage: z.string().optional(),
  points: z.array(z.object({ celsius: z.number(), hours: z.number().positive() })).min(2),
  cv: z.number().min(0),
  ...provenance,
});
/** What is gone over at each round beside the animals: where they stand so, in such units, so often. */
const task = z
  .object({
    id: z.string().regex(/^[a-zA-Z0-9]{1,14}$/),
    name: z.string(),
    says: z.string(),
    stations: z.array(z.enum(['eggs', 'yolksac'])).min(1),
    /** Kinds of unit; none: in all. */
    units: z.array(z.enum(unitKinds)).default([]),
    /** Of eggs: share of the way to hatch from which it is done. */
    from: z.number().min(0).max(1).default(0),
    /** Only so long after they came to stand so. */
    forDays: z.number().positive().optional(),
    /** 0: not done here. */
    everyHours: z
      .number()
      .min(0)
      .max(24 * 31, 'is rarer than a season needs'),
    ...provenance,
  })
  .strict();
const polarisation = z.object({ ready: z.number().positive(), notBefore: z.number().positive(), ...provenance });

export const species = z
  .object({
    id: z.string().regex(/^[a-z][a-z0-9-]{1,39}$/, 'takes small letters, figures and hyphens'),
    name: z.string().trim().min(1, 'is missing').max(80, 'is too long'),
    latin: z.string().trim().max(80, 'is too long'),
    code: z.string().regex(/^[A-Z]{2,3}$/, 'takes two or three capital letters: lots are named by it'),
    group: z.enum(groups),
    stages: z.array(stage).min(2),
    milestones: z.array(milestone),
    lotCv: z.number().min(0).default(0),
    checks: z.array(check),
    limits: z.array(limit),
    values: z.array(valueOfSpecies),
    drift: z.array(drift),
    deaths: deaths.optional(),
    handsOff: z.array(handsOff).default([]),
    ripeness: z.array(ripeness).default([]),
    eggStages: z.array(eggStage).default([]),
    polarisation: polarisation.optional(),
    inductions: z.array(induction).default([]),
    latencies: z.array(latency).default([]),
    tasks: z.array(task).default([]),
  })
  .superRefine((s, context) => {
    for (const f of faultsIn(s)) context.addIssue({ code: 'custom', path: f.path, message: f.says });
  });
export const tasksOfGroups = z.array(task.extend({ groups: z.array(z.string()).min(1) }));
export type Species = z.output<typeof species>;
export type Stage = z.output<typeof stage>;
export type Milestone = z.output<typeof milestone>;
export type Ripeness = z.output<typeof ripeness>;
export type Induction = z.output<typeof induction>;
export type Task = z.output<typeof task>;
export type Latency = z.output<typeof latency>;

/** The stage that follows on one; null after the last. */
export const nextStage = (s: Species, id: string): string | null =>
  s.stages[s.stages.findIndex((x) => x.id === id) + 1]?.id ?? null;

export function stageOf(s: Species, id: string): Stage {
  const found = s.stages.find((x) => x.id === id);
  if (!found) throw new Error(`${s.name} has no stage ${id}`);
  return found;
}

/** A named figure of Reference, such as `eggs per kg of female`; the first whose name begins so. */
export const valueNamed = (s: Pick<Species, 'values'>, begins: string) =>
  s.values.find((v) => v.what.startsWith(begins));

/** The change of temperature a day that a programme of a species keeps to, °C; null where Reference has none. */
export const changeADay = (species: Species): number | null =>
  species.limits.find((l) => l.what === 'temperature change')?.high ?? null;
