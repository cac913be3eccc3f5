import { z } from 'zod';
import { defineCommand } from './define';
import { queuePredictions } from './jobs';
import { warnLoads } from './loads';
import { CommandRefused } from './refused';
import { standing, unitById } from './standing';
import { asOf, eventFields, eventOf } from './when';

/**
 * Eggs poured from where they stand into incubation units by measured volume. Each unit takes its share of the number
 * and of the doubt; the error of reading the measure (uniform over one graduation: sd = graduation/√12) comes on top.
 */
export const layDown = defineCommand({
  type: 'eggs.layDown',
  roles: ['manager', 'culturist'],
  schema: z.object({
    ...eventFields,
    unit: z.number().int(),
    lotId: z.number().int().optional(),
    totalVolumeMl: z.number().gt(0, 'must be above 0'),
    parts: z
      .array(z.object({ unit: z.number().int(), volumeMl: z.number().gt(0, 'must be above 0') }))
      .min(1, 'needs at least one unit'),
    graduationMl: z.number().min(0).default(10),
    overload: z.literal('yes').optional(),
  }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const from = await standing(c, p.unit, asOf(c, event), { lotId: p.lotId, stage: 'egg' });
    if (new Set(p.parts.map((x) => x.unit)).size !== p.parts.length)
      throw new CommandRefused('twice', 'One unit stands twice.', 'parts', 'Add the two volumes.');
    const poured = p.parts.reduce((s, x) => s + x.volumeMl, 0);
    // Two readings of one measure can differ by a graduation each way without anybody having erred.
    const slack = p.graduationMl * Math.sqrt(p.parts.length + 1);
    if (poured > p.totalVolumeMl + slack)
      throw new CommandRefused(
        'tooMuch',
        `The parts make ${poured} mL, more than the ${p.totalVolumeMl} mL there are.`,
        'parts',
        'Check the volumes.',
      );
    const whole = Math.abs(poured - p.totalVolumeMl) <= slack;
    const total = whole ? poured : p.totalVolumeMl;
    const sd = p.graduationMl / Math.sqrt(12) / total;
    const units = await Promise.all(p.parts.map((x, i) => unitById(c, x.unit, `parts.${i}.unit`)));
    await warnLoads(
      c,
      units.map((u, i) => ({ unit: u, adds: (from.number * p.parts[i]!.volumeMl) / total })),
      p.overload,
    );
    await c.record([
      {
        kind: 'layDown',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: p,
        acts: [
          {
            act: 'shift',
            from: from.place,
            makes: [],
            parts: units.map((u, i) => ({
              to: { ...from.place, unit: String(u.id) },
              amount: { kind: 'share' as const, share: p.parts[i]!.volumeMl / total, sd },
            })),
          },
          ...(whole ? [{ act: 'close' as const, holding: from.place }] : []),
        ],
      },
    ]);
    await queuePredictions(c, [from.lot.id]);
    return { lot: from.lot.name, units: units.map((u) => u.name), rest: whole ? 0 : p.totalVolumeMl - poured };
  },
});
