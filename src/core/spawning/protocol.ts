import { z } from 'zod';
import { plain } from '../quantities/format';
import { groups } from '../species/species';

/** What a protocol is about, in the order in which they follow each other on the table. */
export const protocolKinds = ['taking', 'fertilisation', 'stickiness', 'hardening', 'disinfection'] as const;
export type ProtocolKind = (typeof protocolKinds)[number];
export const protocolKindWords: Record<ProtocolKind, string> = {
  taking: 'taking eggs and milt',
  fertilisation: 'fertilising',
  stickiness: 'stickiness',
  hardening: 'hardening',
  disinfection: 'disinfection',
};

const id = z.string().regex(/^[a-z0-9-]{1,40}$/, 'small letters, digits and hyphens only');

const step = z
  .object({
    id,
    says: z.string().trim().min(1, 'is empty').max(300, 'is too long'),
    /** The step from whose stamp the window counts: the one before, unless named. */
    after: id.optional(),
    fromMinutes: z.number().min(0).optional(),
    toMinutes: z.number().min(0).optional(),
    /** A figure that is asked for with the stamp. */
    measure: z
      .object({
        what: z.string().max(60),
        unit: z.string().max(20),
        /** Below this the step is not done; with it, the figure must be measured. */
        stopBelow: z.number().optional(),
        /** Outside of these it is asked about. */
        low: z.number().optional(),
        high: z.number().optional(),
      })
      .optional(),
    caution: z.string().max(300).optional(),
  })
  .refine((s) => s.fromMinutes === undefined || s.toMinutes === undefined || s.fromMinutes <= s.toMinutes, {
    path: ['toMinutes'],
    error: 'the window ends before it begins',
  });

/** What it takes: an amount for each litre or kilogram of eggs, or for the batch. */
const material = z.object({
  what: z.string().max(80),
  amount: z.number().gt(0, 'must be above 0'),
  unit: z.string().max(12),
  per: z.enum(['litre of eggs', 'kg of eggs', 'batch']),
  /** Dissolved in which other material, and how much of it a litre of that: the amounts must make it. */
  in: z.string().max(80).optional(),
  perL: z.number().gt(0, 'must be above 0').optional(),
});

/** A bath that eggs go through: its strength, and how many batches may before it is mixed anew. */
const bath = z
  .object({
    /** The step with which a batch goes in. */
    step: id,
    /** Of what the strength is: `available iodine`. */
    of: z.string().trim().min(1, 'say of what').max(40, 'is too long'),
    /** What is weighed for it: a strength in mg/L is never one of volume. */
    basis: z.enum(['productMass', 'activeSubstance', 'availableIodine']),
    mgPerL: z.number().gt(0, 'must be above 0'),
    low: z.number().gt(0, 'must be above 0'),
    high: z.number().gt(0, 'must be above 0'),
    batches: z.number().int('must be a whole number').min(1, 'at least one').max(50),
  })
  .refine((b) => b.low <= b.mgPerL && b.mgPerL <= b.high, { path: ['mgPerL'], error: 'lies outside low and high' });
export type ProtocolBath = z.output<typeof bath>;

export const protocol = z
  .object({
    id,
    name: z.string().trim().min(1, 'needs a name').max(80, 'is too long'),
    kind: z.enum(protocolKinds),
    groups: z.array(z.enum(groups)).default([]),
    fits: z.string().max(400),
    source: z.string().min(1),
    hint: z.string().default(''),
    materials: z.array(material).max(20).default([]),
    steps: z.array(step).min(1, 'needs a step').max(30),
    bath: bath.optional(),
    /** Kinds before it that need not be over when it begins: eggs that harden in their bath. */
    alongside: z.array(z.enum(protocolKinds)).max(5).default([]),
    /** Litres of eggs that one vessel of it takes: deeper, those at the bottom are crushed. */
    vesselLitres: z.number().gt(0, 'must be above 0').optional(),
    /** A pair spawns by itself on a nest: nothing is stripped, the eggs come to the table on it. */
    nest: z.boolean().optional(),
    cautions: z.array(z.string().max(300)).max(12).default([]),
  })
  .superRefine((p, ctx) => {
    const before = new Set<string>();
    p.steps.forEach((s, i) => {
      if (before.has(s.id))
        ctx.addIssue({ code: 'custom', path: ['steps', i, 'id'], message: `“${s.id}” stands twice` });
      if (s.after !== undefined && !before.has(s.after))
        ctx.addIssue({ code: 'custom', path: ['steps', i, 'after'], message: 'must be a step that stands before' });
      before.add(s.id);
    });
    p.materials.forEach((m, i) => {
      if (m.in === undefined) return;
      const water = p.materials.find((w) => w.what === m.in && w.unit === 'L' && w.per === m.per);
      if (!water)
        ctx.addIssue({ code: 'custom', path: ['materials', i, 'in'], message: `needs “${m.in}” in litres a ${m.per}` });
      else if (m.perL !== undefined && Math.abs(m.amount / water.amount / m.perL - 1) > 0.05)
        ctx.addIssue({
          code: 'custom',
          path: ['materials', i, 'amount'],
          message: `${plain(m.amount)} ${m.unit} in ${plain(water.amount)} L make ${plain(Number((m.amount / water.amount).toPrecision(3)))} a litre, not ${plain(m.perL)}`,
        });
    });
    if (p.bath && !before.has(p.bath.step))
      ctx.addIssue({ code: 'custom', path: ['bath', 'step'], message: 'must be one of the steps' });
  });
export type Protocol = z.output<typeof protocol>;
export type ProtocolStep = Protocol['steps'][number];

/** A step as it was worked: stamped, or skipped with its reason. */
export type Stamp = { step: string; at: number; skipped: boolean; why: string; value: number | null };

export type StepState = {
  step: ProtocolStep;
  /** `open`: its window is on; `late`: it is over; `skipped`, `done`: it was worked or left out. */
  state: 'waiting' | 'open' | 'late' | 'done' | 'skipped';
  stamp: Stamp | null;
  /** The window in which it is wanted, ms; null where nothing is said, or what it counts from was not worked. */
  from: number | null;
  to: number | null;
  /** Worked so many minutes before (below 0) or behind (above 0) its window. */
  off: number;
};

/**
 * How far a protocol is: each step with its window, counted from the stamp of the step before (or the one it names).
 * A step that was skipped passes on the stamp of the last one that was worked.
 */
export function progressOf(p: Protocol, stamps: readonly Stamp[], now: number): StepState[] {
  const of = new Map(stamps.map((s) => [s.step, s]));
  let last: number | null = null;
  return p.steps.map((step, i): StepState => {
    const stamp = of.get(step.id) ?? null;
    const named = step.after === undefined ? undefined : of.get(step.after);
    const reached = step.after === undefined ? i === 0 || of.has(p.steps[i - 1]!.id) : named !== undefined;
    const base: number | null =
      step.after === undefined ? (reached ? last : null) : named && !named.skipped ? named.at : null;
    const from = base === null || step.fromMinutes === undefined ? null : base + step.fromMinutes * MINUTE;
    const to = base === null || step.toMinutes === undefined ? null : base + step.toMinutes * MINUTE;
    const worked = stamp !== null && !stamp.skipped;
    const state = stamp
      ? stamp.skipped
        ? 'skipped'
        : 'done'
      : to !== null && now > to
        ? 'late'
        : reached && (from === null || now >= from)
          ? 'open'
          : 'waiting';
    const off = worked
      ? from !== null && stamp.at < from - SLACK
        ? (stamp.at - from) / MINUTE
        : to !== null && stamp.at > to + SLACK
          ? (stamp.at - to) / MINUTE
          : 0
      : 0;
    if (worked) last = stamp.at;
    return { step, state, stamp, from, to, off };
  });
}

const MINUTE = 60_000;
/** A stamp so close to the edge of its window is in it: a tap takes a moment. */
const SLACK = 5000;

/** What a batch of eggs takes of each material. @param eggs litres and kilograms, null where not measured */
export function materialsFor(
  p: Protocol,
  eggs: { litres: number | null; kg: number | null },
): { what: string; amount: number | null; unit: string }[] {
  return p.materials.map((m) => ({
    what: m.what,
    unit: m.unit,
    amount:
      m.per === 'batch'
        ? m.amount
        : m.per === 'litre of eggs'
          ? eggs.litres === null
            ? null
            : m.amount * eggs.litres
          : eggs.kg === null
            ? null
            : m.amount * eggs.kg,
  }));
}

/** What hurts eggs that are not through what comes before: they get firm before they are disinfected. */
const firmFirst: readonly ProtocolKind[] = ['stickiness', 'hardening'];

/** Protocols of a bowl that should be over before another of it begins, and are not. */
export function notOverBefore(
  next: Protocol,
  others: readonly { protocol: Protocol; stamps: readonly Stamp[] }[],
): Protocol[] {
  if (next.kind !== 'disinfection') return [];
  return others
    .filter(
      ({ protocol: p, stamps }) =>
        firmFirst.includes(p.kind) &&
        !next.alongside.includes(p.kind) &&
        !p.steps.every((s) => stamps.some((x) => x.step === s.id)),
    )
    .map((o) => o.protocol);
}

/** Into how many vessels the eggs of a batch go, by the protocol; null where it says nothing or nothing is measured. */
export const vesselsFor = (p: Pick<Protocol, 'vesselLitres'>, litres: number | null): number | null =>
  p.vesselLitres === undefined || litres === null ? null : Math.max(1, Math.ceil(litres / p.vesselLitres - 1e-9));
