import { z } from 'zod';
import { deformityIds } from '@/core/brood/deformities';
import { grouped, plain } from '@/core/quantities/format';
import { wilson } from '@/core/sampling/proportion';
import { defineCommand } from './define';
import { CommandRefused } from './refused';
import { idsOf, standing } from './standing';
import { asOf, eventFields, eventOf } from './when';

const count = z.number().int('must be a whole number').min(0, 'cannot be negative');

/** Animals of a sample looked at one by one for deformities, and put back: an observation, it moves none. */
export const recordDeformities = defineCommand({
  type: 'deformity.record',
  roles: ['manager', 'culturist'],
  schema: z
    .object({
      ...eventFields,
      unit: z.number().int(),
      lotId: z.number().int().optional(),
      stage: z.string().optional(),
      looked: count.min(1, 'needs at least one looked at'),
      deformed: count,
      /** Animals with each kind; one animal may have several. */
      kinds: z.partialRecord(z.enum(deformityIds), count).default({}),
    })
    .refine((p) => p.deformed <= p.looked, { path: ['deformed'], error: 'cannot be more than were looked at' })
    .superRefine((p, ctx) => {
      const counts = Object.values(p.kinds).filter((n) => n > 0);
      const most = Math.max(0, ...counts);
      if (most > p.deformed)
        ctx.addIssue({
          code: 'custom',
          path: ['deformed'],
          message: `one kind alone was seen on ${plain(most)}: at least so many are deformed`,
        });
      const sum = counts.reduce((s, n) => s + n, 0);
      if (p.deformed > 0 && sum < p.deformed)
        ctx.addIssue({
          code: 'custom',
          path: ['kinds'],
          message: `the kinds make ${plain(sum)}, the deformed are ${p.deformed}: count the rest as “another kind”`,
        });
    }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const at = await standing(c, p.unit, asOf(c, event), p, ['fry', 'fingerling', 'yolksac']);
    if (at.place.stage === 'egg')
      throw new CommandRefused('eggs', `${at.unit.name} holds eggs: look at them once they have hatched.`, 'unit');
    if (p.looked > at.number + 3 * at.sd)
      throw new CommandRefused(
        'moreThanThere',
        `${grouped(p.looked)} is more than the books hold in ${at.unit.name}: ${grouped(at.number)}.`,
        'looked',
        'Check the number, or count the unit first.',
      );
    const share = wilson(p.deformed, p.looked);
    const of = { ...idsOf(at), trials: p.looked };
    await c.record([
      {
        kind: 'deformity',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: p,
        acts: [],
        observations: [
          { kind: 'deformed', ...of, value: share.estimate, low: share.low, high: share.high, successes: p.deformed },
          ...Object.entries(p.kinds)
            .filter(([, n]) => n > 0)
            .map(([id, n]) => ({ kind: 'deformKind', ...of, said: id, value: n / p.looked, successes: n })),
        ],
      },
    ]);
    return { lot: at.lot.name, unit: at.unit.name, ...share };
  },
});
