import { z } from 'zod';
import { idsOf } from '../ids';

/** What partners of a pond live on. */
export const feedsOn = {
  plankton: 'plankton',
  plants: 'plants',
  bottom: 'what lives on the bottom',
  mixed: 'a bit of all, and feed',
  animals: 'fish and other animals',
} as const;
export type FeedsOn = keyof typeof feedsOn;
export const feedsOnIds = idsOf(feedsOn);

export const partner = z.object({
  name: z.string().trim().min(1, 'needed: who').max(60, 'is too long'),
  number: z.number().int('must be a whole number').min(1, 'needs at least one').max(1e8, 'is more than any pond holds'),
  lengthMm: z.number().gt(0, 'must be above 0').max(3000, 'is longer than any fish here'),
  feeds: z.enum(feedsOnIds).default('mixed'),
});
export type Partner = z.output<typeof partner>;

/** Of one sex, so many looked at, weighed together. */
export const sexSample = z.object({
  sex: z.enum(['female', 'male']),
  number: z.number().int('must be a whole number').min(1, 'needs at least one').max(1e6, 'is more than a sample'),
  massG: z.number().gt(0, 'must be above 0').max(1e9, 'is more than a sample weighs'),
});

export const harvests = { total: 'all of them', selective: 'the large ones' } as const;
export type Harvest = keyof typeof harvests;
export const harvestIds = idsOf(harvests);

/** What a run is planned for beyond its preparation: who goes in together, its bottom, its tides, its harvest. */
export const pondMore = z.object({
  partners: z.array(partner).max(12, 'are more kinds than one pond holds').default([]),
  /** Depth of the bottom below the standpipe, from the inlet on. */
  profile: z
    .array(
      z.object({
        atM: z.number().min(0, 'cannot be negative').max(5000, 'is longer than a pond'),
        cm: z.number().min(0, 'cannot be negative').max(1000, 'is no pond: cm'),
      }),
    )
    .max(40, 'are more points than a bottom needs')
    .default([]),
  /** Weighed every so many days. */
  sampleDays: z.number().int('must be a whole number').min(1, 'is too often').max(120, 'is once a season').default(14),
  tidal: z.boolean().default(false),
  /** Of its water, at each spring tide. */
  exchangeShare: z.number().gt(0, 'must be above 0').max(1, 'is a share: up to 100 %').default(0.3),
  harvestAt: z.number().int().nullable().default(null),
  harvest: z.enum(harvestIds).default('total'),
  /** Those of it and above are taken, where not all are. */
  leastG: z.number().gt(0, 'must be above 0').max(1e6, 'is more than any fish here').nullable().default(null),
  /** Sizes at which a class of the harvest begins. */
  classes: z
    .array(z.object({ fromG: z.number().gt(0, 'must be above 0').max(1e6, 'is more than any fish here') }))
    .max(8, 'are more classes than one sorts into')
    .default([]),
  bySex: z.array(sexSample).max(2, 'are two: female, male').default([]),
  drainLPerMin: z.number().gt(0, 'must be above 0').max(1e6, 'is a river').nullable().default(null),
});
export type PondMore = z.output<typeof pondMore>;
