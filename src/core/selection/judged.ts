import { z } from 'zod';
import type { Reason, SelectionScheme } from './scheme';

export const decisions = ['keep', 'second', 'sell', 'cull', 'undecided'] as const;
export type SelectionDecision = (typeof decisions)[number];

const text = (most: number) => z.string().trim().max(most, 'is too long').default('');
/** Marks as somebody drew them on the outline of a fish: strokes of points, thousandths of its length and breadth. */
const stroke = z.array(z.number().int().min(0).max(1000)).min(2).max(160, 'is too long a stroke');

/** One fish as it was judged, or so many of one bowl that were cut off by size at once. */
export const judgedFish = z.object({
  id: z.uuid(),
  /** Grows with every change of it: what is older never takes the place of what is newer. */
  nth: z.number().int().min(1).max(1e6),
  bowl: z.number().int().min(1, 'begins with 1').max(9999, 'are more bowls than anybody fills'),
  decision: z.enum(decisions),
  count: z.number().int('must be a whole number').min(1, 'needs one').max(1e6, 'is more than a bowl holds').default(1),
  reasons: z.array(z.string().max(40)).max(12, 'are more reasons than one fish has').default([]),
  signs: z.array(z.string().max(40)).max(20).default([]),
  type: text(30),
  /** Why the rule does not hold for this one. */
  why: text(200),
  /** By what it is known again. */
  tag: text(30),
  marks: z.array(stroke).max(24, 'are more strokes than one fish needs').default([]),
  remark: text(200),
  lengthMm: z.number().gt(0, 'must be above 0').max(3000, 'is longer than any of them').nullable().default(null),
  /** The fish as it was judged at the first look. */
  first: z.uuid().nullable().default(null),
  /** Whether it became what was hoped; told at a second look. */
  became: z.enum(['yes', 'no']).nullable().default(null),
  /** Taken back. */
  gone: z.boolean().default(false),
  /** When it was judged, at the device. */
  at: z.number().int(),
});
export type JudgedFish = z.output<typeof judgedFish>;

/** A fish of which nothing has been said yet. */
export const nothingSaid: Omit<JudgedFish, 'id' | 'nth' | 'at' | 'bowl' | 'decision'> = {
  count: 1,
  reasons: [],
  signs: [],
  type: '',
  why: '',
  tag: '',
  marks: [],
  remark: '',
  lengthMm: null,
  first: null,
  became: null,
  gone: false,
};

/** It is meant to be found again. */
export const isFollowed = (f: Pick<JudgedFish, 'tag' | 'marks'>): boolean => f.tag !== '' || f.marks.length > 0;

/** How a tag is told from another: as it is read, not as it is typed. */
export const tagRead = (tag: string): string => tag.trim().toLowerCase();

/** Range of lengths in which fish compete with each other, mm; null where it was not set. */
export type SizeRange = { fromMm: number; toMm: number } | null;

export type FishFault = { path: keyof JudgedFish; message: string; todo: string };

/**
 * What of a judgement does not hold by the scheme: a deformity that is no cull; a fish sold or culled without saying why;
 * one kept in spite of a fault, or outside of the range, without why and without a mark by which it is followed.
 */
export function faultsOf(f: JudgedFish, scheme: SelectionScheme, range: SizeRange): FishFault[] {
  if (f.gone) return [];
  const known = new Map(scheme.reasons.map((r) => [r.id, r]));
  const given = f.reasons.flatMap((r) => known.get(r) ?? []);
  const strange = f.reasons.find((r) => !known.has(r));
  if (strange !== undefined)
    return [{ path: 'reasons', message: `No reason is called ${strange}.`, todo: 'Choose one of the list.' }];
  const out: FishFault[] = [];
  const bySize = given.length > 0 && given.every((r) => r.group === 'size');
  if (f.count > 1 && !bySize)
    out.push({ path: 'count', message: 'Several at once are cut off by size only.', todo: 'Judge them one by one.' });
  const deformity = given.find((r) => r.group === 'deformity');
  if (deformity && f.decision !== 'cull')
    out.push({
      path: 'decision',
      message: `A deformity (${deformity.word}) is a cull, however good the rest.`,
      todo: 'Cull it, or take the deformity away if it is none.',
    });
  if ((f.decision === 'sell' || f.decision === 'cull') && f.reasons.length === 0)
    out.push({ path: 'reasons', message: 'Why it goes is not said.', todo: 'Choose at least one reason.' });
  const why = exceptionOf(f, given, range);
  if (why && !deformity && (f.why === '' || !isFollowed(f)))
    out.push({
      path: f.why === '' ? 'why' : 'tag',
      message: `${why}: an exception.`,
      todo: f.why === '' ? 'Say why it stays.' : 'Give it a tag or draw its marks: an exception is followed.',
    });
  if (f.first !== null && f.became === null)
    out.push({
      path: 'became',
      message: 'It was followed since the first look.',
      todo: 'Say whether it became what was hoped.',
    });
  return out;
}

/** Why a fish that is kept breaks the rule; null where it does not. One for the second pond may be small. */
function exceptionOf(f: JudgedFish, given: readonly Reason[], range: SizeRange): string | null {
  if (f.decision === 'keep') {
    const fault = given[0];
    if (fault) return `Kept in spite of ${fault.word}`;
    if (range && f.lengthMm !== null && (f.lengthMm < range.fromMm || f.lengthMm > range.toMm))
      return 'Kept outside of the range';
  }
  if (f.decision === 'second') {
    const fault = given.find((r) => r.group === 'build');
    if (fault) return `Kept in spite of ${fault.word}`;
  }
  return null;
}

/** Which of a fish's reasons counts: the first in the scheme's order. */
export const mainReason = (reasons: readonly string[], scheme: SelectionScheme): Reason | null =>
  scheme.reasons.find((r) => reasons.includes(r.id)) ?? null;
