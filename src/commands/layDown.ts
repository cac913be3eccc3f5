import { z } from 'zod';
import type { Amount } from '@/core/books/entry';
import { plain } from '@/core/quantities/format';
import { defineCommand } from './define';
import { queuePredictions } from './jobs';
import { loadAnswers, warnLoads } from './loads';
import { CommandRefused } from './refused';
import { askSensitive, sensitive } from './sensitive';
import { standing, unitById } from './standing';
import { askTempered, tempered } from './temper';
import { asOf, eventFields, eventOf } from './when';

const positive = z.number().gt(0, 'must be above 0');

const schema = z
  .object({
    ...eventFields,
    unit: z.number().int(),
    lotId: z.number().int().optional(),
    totalVolumeMl: positive.optional(),
    parts: z
      .array(
        z.object({
          unit: z.number().int(),
          volumeMl: positive.optional(),
          number: z.number().int('must be a whole number').min(1, 'needs at least one').optional(),
        }),
      )
      .min(1, 'needs at least one unit'),
    graduationMl: z.number().min(0).default(10),
    /** Counted out: nothing is left where they stood. */
    emptied: z.boolean().default(false),
    ...loadAnswers,
    shortfall: z.literal('yes').optional(),
    sensitive,
    tempered,
  })
  .refine((p) => p.parts.every((x) => x.volumeMl !== undefined) || p.parts.every((x) => x.number !== undefined), {
    path: ['parts'],
    error: 'give a volume for each, or a number for each',
  })
  .refine((p) => p.parts.every((x) => x.number !== undefined) || p.totalVolumeMl !== undefined, {
    path: ['totalVolumeMl'],
    error: 'is needed where they are poured by volume',
  });
type Payload = z.output<typeof schema>;

/**
 * Eggs from where they stand into incubation units: poured by measured volume, or counted out. Poured, each unit takes
 * its share of the number and of the doubt, and the error of reading the measure (uniform over one graduation:
 * sd = graduation/√12) comes on top; counted out, each has its own number, and the doubt stays with what is left.
 */
export const layDown = defineCommand({
  type: 'eggs.layDown',
  roles: ['manager', 'culturist'],
  schema,
  async handle(c, p) {
    const event = eventOf(c, p);
    const from = await standing(c, p.unit, asOf(c, event), { lotId: p.lotId, stage: 'egg' });
    if (new Set(p.parts.map((x) => x.unit)).size !== p.parts.length)
      throw new CommandRefused('twice', 'One unit stands twice.', 'parts', 'Add the two.');
    const units = await Promise.all(p.parts.map((x, i) => unitById(c, x.unit, `parts.${i}.unit`)));
    await askSensitive(c, from, { ...p, note: event.note }, event.at, 'laying them down');
    for (const [i, u] of units.entries()) await askTempered(c, from, u, event.at, p.tempered, `parts.${i}.unit`);
    const counted = p.parts.every((x) => x.number !== undefined);
    const { amounts, rest } = counted ? countedOut(p) : poured(p);
    await warnLoads(
      c,
      units.map((u, i) => ({
        unit: u,
        adds: addsOf(amounts[i]!, from.number),
        species: from.lot.species,
        stage: 'egg',
      })),
      p,
    );
    const { overload: _, shortfall: __, withBrood: ___, ...sent } = p;
    await c.record([
      {
        kind: 'layDown',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: sent,
        acts: [
          {
            act: 'shift',
            from: from.place,
            makes: [],
            parts: units.map((u, i) => ({ to: { ...from.place, unit: String(u.id) }, amount: amounts[i]! })),
          },
          ...((counted ? p.emptied : rest === 0) ? [{ act: 'close' as const, holding: from.place }] : []),
        ],
      },
    ]);
    await queuePredictions(c, [from.lot.id]);
    return { lot: from.lot.name, units: units.map((u) => u.name), rest };
  },
});

const addsOf = (a: Amount, stands: number): number =>
  a.kind === 'share' ? stands * a.share : a.kind === 'number' ? a.number : stands;

function countedOut(p: Payload): { amounts: Amount[]; rest: number } {
  return {
    amounts: p.parts.map((x) => ({
      kind: 'number',
      number: x.number!,
      sd: 0,
      df: null,
      how: 'counted',
      shortfall: p.shortfall === 'yes',
    })),
    rest: 0,
  };
}

function poured(p: Payload): { amounts: Amount[]; rest: number } {
  const sum = p.parts.reduce((s, x) => s + x.volumeMl!, 0);
  const all = p.totalVolumeMl!;
  // Two readings of one measure can differ by a graduation each way without anybody having erred.
  const slack = p.graduationMl * Math.sqrt(p.parts.length + 1);
  if (sum > all + slack)
    throw new CommandRefused(
      'tooMuch',
      `The parts make ${plain(sum)} mL, more than the ${all} mL there are.`,
      'parts',
      'Check the volumes.',
    );
  const whole = Math.abs(sum - all) <= slack;
  const total = whole ? sum : all;
  const sd = p.graduationMl / Math.sqrt(12) / total;
  return {
    amounts: p.parts.map((x) => ({ kind: 'share', share: x.volumeMl! / total, sd })),
    rest: whole ? 0 : all - sum,
  };
}
