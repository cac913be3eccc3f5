import { z } from 'zod';
import { idsIn } from '../ids';
import { readyFindings } from '../induction/latency';
import { crossKinds } from './plan';

const positive = z.number().gt(0, 'must be above 0');
const share = z.number().min(0, 'cannot be negative').max(1, 'is a share, at most 1');
const fish = z.number().int();
const unit = z.enum(['mL', 'mg', 'ug', 'IU'], { error: 'is mL, mg, ug or IU' });

/** What is done to one fish or one bowl on the table, as it is sent and kept. */
export const injectFields = {
  fish,
  induction: z.string(),
  part: z.number().int().min(1),
  massG: positive,
  dosePerKg: positive,
  /** As it stands on the vial. */
  concentrationPerMl: positive.optional(),
  concentrationUnit: unit.optional(),
  maxMlPerSite: positive.optional(),
  hormoneLot: z.string().trim().min(1, 'needs the lot number on the vial').max(60, 'is too long'),
  checkedBy: z.string().trim().min(1, 'needs a second person').max(80, 'is too long'),
};

export const eggQuality = {
  colour: z.enum(['good', 'pale', 'mixed', 'dark']).optional(),
  firmness: z.enum(['firm', 'soft', 'mixed']).optional(),
  blood: z.enum(['none', 'some', 'much']).optional(),
  lumps: z.boolean().optional(),
  overRipeShare: share.optional(),
};

export const motilities = [
  { id: 'high', name: 'more than three quarters move', share: 0.85 },
  { id: 'middle', name: 'a quarter to three quarters move', share: 0.5 },
  { id: 'low', name: 'less than a quarter move', share: 0.12 },
  { id: 'none', name: 'none move', share: 0 },
] as const;
export type MotilityId = (typeof motilities)[number]['id'];

export const stripFields = {
  fish,
  massG: positive,
  volumeMl: positive.optional(),
  /** Seconds that she was out of the water for it. */
  airSeconds: z.number().int().min(0).max(3600).optional(),
  ...eggQuality,
  apart: z.boolean().default(false),
  why: z.string().trim().max(200, 'is too long').default(''),
};

export const miltFields = {
  fish,
  volumeMl: positive.optional(),
  motility: z.enum(idsIn(motilities)).optional(),
  taken: z.enum(['hand', 'tube', 'testes']).default('hand'),
  dirt: z.enum(['none', 'urine', 'blood', 'water']).default('none'),
  apart: z.boolean().default(false),
  why: z.string().trim().max(200, 'is too long').default(''),
};

export const readyFields = { fish, found: z.enum(readyFindings) };

const bowlName = z.string().trim().min(1, 'needs a name').max(20, 'is too long');
export const crossFields = {
  bowl: bowlName,
  females: z
    .array(z.object({ fish, massG: positive }))
    .min(1, 'needs the eggs of a female')
    .max(40),
  males: z.array(fish).min(1, 'needs a male').max(40),
  how: z.enum(crossKinds),
  /**
   * Of a sequential cross, in their order: minutes from the first milt to his, and the share of the eggs that he is taken
   * to father.
   */
  turns: z
    .array(
      z.object({
        fish,
        minutes: z.number().min(0, 'cannot be negative').max(240, 'is too long after the first'),
        share,
      }),
    )
    .max(40)
    .optional(),
  protocols: z.array(z.string().max(60)).max(12).default([]),
};
export const nestFields = {
  bowl: bowlName,
  female: fish,
  males: z.array(fish).min(1, 'needs a male').max(10),
  protocols: z.array(z.string().max(60)).max(12).default([]),
};
/** A step is stamped on a bowl or, of a protocol about taking eggs, on a female. */
export const stepFields = {
  bowl: bowlName.optional(),
  fish: fish.optional(),
  protocol: z.string().max(60),
  step: z.string().max(60),
  skipped: z.boolean().default(false),
  why: z.string().trim().max(200, 'is too long').default(''),
  value: z.number().optional(),
};
export const bathFields = {
  /** The protocol whose bath it is. */
  protocol: z.string().max(60),
  volumeL: positive.max(100_000, 'is more than a pond'),
  targetMgPerL: positive,
  /** From the product, by its active share; or from a stock solution of known strength. */
  way: z.enum(['product', 'stock']),
  activeShare: positive.max(1, 'is a share, at most 1').optional(),
  densityKgPerL: positive.optional(),
  stockMgPerL: positive.optional(),
  productLot: z.string().trim().min(1, 'needs the lot on the drum').max(60, 'is too long'),
  pH: z.number().min(0, 'is below 0').max(14, 'is above 14').optional(),
  batchesMost: z.number().int('must be a whole number').min(1, 'at least one').max(50, 'is more than any bath bears'),
};

type Of<T extends z.ZodRawShape> = z.output<z.ZodObject<T>>;
/** What the command works out and keeps beside what was sent. */
export type Injected = Of<typeof injectFields> & {
  doseUnit: 'mL' | 'mg' | 'ug' | 'IU';
  of: number;
  amount: number;
  volumeMl: number;
  sites: number;
};
export type Stripped = Of<typeof stripFields>;
export type MiltTaken = Of<typeof miltFields>;
export type LookedAt = Of<typeof readyFields>;
export type Crossed = Of<typeof crossFields>;
export type Nested = Of<typeof nestFields>;
/** What the command works out and keeps beside what was sent. */
export type BathMixed = Of<typeof bathFields> & {
  productG: number | null;
  productMl: number | null;
  stockL: number | null;
};
export type Stepped = Of<typeof stepFields>;
