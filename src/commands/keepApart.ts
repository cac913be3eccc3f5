import { z } from 'zod';
import { BROOD_GRADE, isBroodGrade } from '@/core/brood/broodGrade';
import { defineCommand } from './define';
import { queuePredictions } from './jobs';
import { loadAnswers, warnLoads } from './loads';
import { knownSpecies, newLot } from './lots';
import { amountOf, howMany } from './moves';
import { CommandRefused } from './refused';
import { askSensitive, sensitive } from './sensitive';
import { standing, unitById } from './standing';
import { asOf, eventFields, eventOf } from './when';

/**
 * A sample of a lot kept apart as future brood: it becomes a lot of its own with the families of the one it came from,
 * and is followed as such.
 */
export const keepApart = defineCommand({
  type: 'brood.keepApart',
  roles: ['manager', 'culturist'],
  schema: z.object({
    ...eventFields,
    unit: z.number().int(),
    lotId: z.number().int().optional(),
    stage: z.string().optional(),
    amount: howMany,
    to: z.number().int(),
    ...loadAnswers,
    sensitive,
  }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const from = await standing(c, p.unit, asOf(c, event), p, ['egg', 'yolksac', 'fry']);
    await askSensitive(c, from, { ...p, note: event.note }, event.at, 'keeping them apart');
    if (isBroodGrade(from.lot.grade))
      throw new CommandRefused(
        'isBrood',
        `${from.lot.name} is kept for brood already.`,
        'unit',
        'Move it, if it is to stand elsewhere.',
      );
    if (p.amount.kind === 'all')
      throw new CommandRefused('all', 'Keep a part of it: the rest goes on as the lot it is.', 'amount');
    const unit = await unitById(c, p.to, 'to');
    const amount = amountOf(p.amount, false);
    await warnLoads(
      c,
      [
        {
          unit,
          adds: amount.kind === 'number' ? amount.number : amount.kind === 'share' ? from.number * amount.share : 0,
          species: from.lot.species,
          stage: from.place.stage,
        },
      ],
      p,
    );
    const species = knownSpecies(from.lot.species);
    const own = c.replacing?.lots[0];
    const lot = await newLot(c, {
      species,
      at: event.at,
      name: own ? undefined : await freeName(c, `${from.lot.name} brood`),
      grade: BROOD_GRADE,
      fertilisedAt: from.lot.fertilised_at,
    });
    await c.record([
      {
        kind: 'keepBrood',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: p,
        acts: [
          {
            act: 'shift',
            from: from.place,
            makes: [{ lot: String(lot.id), species: species.id }],
            parts: [{ to: { lot: String(lot.id), unit: String(unit.id), stage: from.place.stage }, amount }],
          },
        ],
      },
    ]);
    await queuePredictions(c, [lot.id]);
    return { lot: lot.name, lotId: lot.id, unit: unit.name };
  },
});

async function freeName(c: Parameters<typeof newLot>[0], base: string): Promise<string> {
  const start = base.slice(0, 36);
  for (let n = 1; ; n++) {
    const name = n === 1 ? start : `${start} ${n}`;
    if (!(await c.trx('lot').where({ site_id: c.site.id, name }).first('id'))) return name;
  }
}
