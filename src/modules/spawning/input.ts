import { z } from 'zod';

/** The spawning day that an act belongs to. */
export const day = z.number().int();
