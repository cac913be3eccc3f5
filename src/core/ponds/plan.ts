import { z } from 'zod';
import { limeIds } from './prepare';

/** How a pond is made ready: what `pond.prepare` is asked, without its dates. */
export const pondPlan = z.object({
  areaM2: z.number().gt(0, 'must be above 0').max(1e7, 'is a lake'),
  soilPH: z.number().min(2, 'is no pH of mud').max(11, 'is no pH of mud').nullable().default(null),
  soil: z.enum(['clay', 'loam', 'sand']).default('clay'),
  lime: z.enum(limeIds).nullable().default(null),
  fertiliser: z.string().trim().max(80, 'is too long').default(''),
  fertiliserKgPerHa: z
    .number()
    .gt(0, 'must be above 0')
    .max(100_000, 'is more than any pond is given')
    .nullable()
    .default(null),
  poison: z.string().trim().max(80, 'is too long').default(''),
  poisonMgPerL: z.number().gt(0, 'must be above 0').max(10_000, 'is more than any label says').nullable().default(null),
  withholdDays: z.number().min(0, 'cannot be negative').max(120, 'is longer than a season').nullable().default(null),
  depthCm: z.number().gt(0, 'must be above 0').max(600, 'is no pond: cm').default(100),
  /** Days on which it rained, or is going to. */
  rain: z.array(z.number().int()).max(200).default([]),
});
export type PondPlan = z.output<typeof pondPlan>;
