import { z } from 'zod';
import type { BySex } from './batch';
import { type FateId, fateIds, fateOf } from './fates';
import type { FishSource } from './parseFish';

const quota = z
  .object({
    /** Those held here for spawning, or those that ended so. */
    what: z.enum(['held', ...fateIds]),
    sex: z.enum(['female', 'male', 'any']).default('any'),
    least: z.number().int('must be a whole number').min(0, 'cannot be negative').nullable().default(null),
    most: z.number().int('must be a whole number').min(0, 'cannot be negative').nullable().default(null),
  })
  .refine((q) => q.least !== null || q.most !== null, { path: ['most'], error: 'give a least or a most' })
  .refine((q) => q.least === null || q.most === null || q.least <= q.most, {
    path: ['most'],
    error: 'is below the least',
  });

/** What may become of the adults of a species in a season: which ends by where they come from, and how many. */
export const fateRules = z.object({
  quotas: z.array(quota).max(20).default([]),
  /** Ends open to fish of an origin; an origin that is not named may end in any way. */
  paths: z
    .partialRecord(z.enum(['captive', 'wild', 'bought', 'unknown']), z.array(z.enum(fateIds)).min(1, 'needs an end'))
    .default({}),
});
export type FateRules = z.output<typeof fateRules>;
export type Quota = FateRules['quotas'][number];

/** What ended how in a season, and what is held, by sex. */
export type FateTotals = { held: BySex; fates: Partial<Record<FateId, BySex>> };

export const quotaName = (q: Quota): string =>
  `${q.sex === 'any' ? '' : q.sex === 'female' ? 'females ' : 'males '}${q.what === 'held' ? 'held for spawning' : fateOf(q.what)!.name}`;

export function countFor(q: Quota, t: FateTotals): number {
  const n = q.what === 'held' ? t.held : t.fates[q.what];
  if (!n) return 0;
  return q.sex === 'any' ? n.female + n.male + n.unknown : n[q.sex];
}

/** The first quota that so many more of a sex would go beyond. Those of unknown sex count for quotas of both alone. */
export function quotaBroken(
  rules: FateRules,
  totals: FateTotals,
  what: Quota['what'],
  adds: BySex,
): { quota: Quota; stands: number; adds: number } | null {
  for (const q of rules.quotas) {
    if (q.what !== what || q.most === null) continue;
    const more = q.sex === 'any' ? adds.female + adds.male + adds.unknown : adds[q.sex];
    const stands = countFor(q, totals);
    if (more > 0 && stands + more > q.most) return { quota: q, stands, adds: more };
  }
  return null;
}

/** Whether a fish of this origin may end so. Any may die. */
export function wrongPath(rules: FateRules, source: FishSource, fate: FateId): readonly FateId[] | null {
  const open = rules.paths[source];
  return fate === 'died' || !open || open.includes(fate) ? null : open;
}
