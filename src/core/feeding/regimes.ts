import { z } from 'zod';
import { CalculationError } from '../calculation';
import { groups } from '../species/species';
import { regimeInOrder, regimeStep } from './regime';

/**
 * One of the ways in which larvae are started and weaned: which feed from when to when, how often, at which density of
 * prey. Several stand beside each other for a species; none is right for all water and all strains.
 */
export const regimePlan = z
  .strictObject({
    id: z.string().regex(/^[a-z0-9-]+$/, 'is lower-case letters, digits and hyphens'),
    name: z.string().trim().min(1, 'needs a name'),
    groups: z.array(z.enum(groups)).default([]),
    species: z.array(z.string()).default([]),
    /** Where and when it is used. */
    fits: z.string().trim().min(1, 'needs to say where it fits'),
    /** The water that its days are meant for. */
    celsius: z.strictObject({ low: z.number(), high: z.number() }).optional(),
    /** Days or degree-days, counted from the hatch of half of the lot. */
    by: z.enum(['days', 'degreeDays']),
    steps: z.array(regimeStep).min(1, 'needs at least one step'),
    cautions: z.array(z.string()).default([]),
    source: z.string().trim().min(1),
    hint: z.string().optional(),
  })
  .superRefine((r, c) => {
    if (r.groups.length + r.species.length === 0)
      c.addIssue({ code: 'custom', path: ['species'], message: 'needs a group or a species that it is for' });
    try {
      regimeInOrder(r.steps, r.by);
    } catch (e) {
      if (!(e instanceof CalculationError)) throw e;
      c.addIssue({ code: 'custom', path: ['steps'], message: e.message });
    }
  });
export type RegimePlan = z.output<typeof regimePlan>;

/** Whether a regime is one for a species: named, or by its group. */
export const regimeFits = (r: RegimePlan, species: { id: string; group: string }): boolean =>
  r.species.includes(species.id) || r.groups.some((g) => g === species.group);
