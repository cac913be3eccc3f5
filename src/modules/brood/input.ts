import { z } from 'zod';
import { defineQuestion } from '@/server/act/question';

export const count = z.number().int('must be a whole number').min(0, 'cannot be negative').max(100_000, 'is too many');

export const positive = z.number().gt(0, 'must be above 0');

export const tag = z.string().trim().min(1, 'needs a tag').max(40, 'is too long');

export const fishId = z.number().int();

/** The spawning day that an act belongs to, where it belongs to one. */
export const dayField = { day: z.number().int().optional() };

/** A fish was treated and is to leave: what bars it, by label and local law, is over; or the veterinarian allows it. */
export const withdrawal = defineQuestion('withdrawal', 'over', 'vet');
