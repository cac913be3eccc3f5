import { z } from 'zod';
import { handlings } from '@/core/incubation/eggWords';
import { ownRules } from '@/core/ownRules';
import { grouped } from '@/core/quantities/format';
import { fromJson } from '@/store/books/rows';
import { observe } from './checks';
import { type Context, defineCommand } from './define';
import { queuePredictions } from './jobs';
import { CommandRefused } from './refused';
import { askEarly, askEyes, askSensitive, early, sensitive } from './sensitive';
import { idsOf, standing } from './standing';
import { asOf, eventFields, eventOf } from './when';

const where = { unit: z.number().int(), lotId: z.number().int().optional(), stage: z.string().optional() };

/** What an act is to the watch over the picks: shaken or starved of water they die of it later, of the rest not. */
const kindOfHandling = { shocked: 'shock', rolled: 'flowSet', water: 'waterChanged' } as Record<string, string>;

/**
 * Eggs shocked or handled: after it some whiten, which the watch over the picks then expects. A shock belongs after the
 * eyes are seen in nearly all.
 */
export const handleEggs = defineCommand({
  type: 'eggs.handle',
  roles: ['manager', 'culturist'],
  schema: z.object({
    ...eventFields,
    ...where,
    what: z.enum(['shocked', 'poured', 'cleaned', 'rolled', 'water', 'flow']),
    /** For lost flow: minutes. */
    minutes: z.number().positive('must be above 0').max(10_000, 'is longer than eggs live').optional(),
    /** For a flow that was set: what was measured then; from now on it is the unit's. */
    flowLPerMin: z.number().positive('must be above 0').max(100_000, 'is more than any unit takes').optional(),
    sensitive,
    eyes: z.literal('seen').optional(),
  }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const at = await standing(c, p.unit, asOf(c, event), p, ['egg']);
    const larvae = at.place.stage === 'yolksac' && (p.what === 'cleaned' || p.what === 'water' || p.what === 'flow');
    if (at.place.stage !== 'egg' && !larvae)
      throw new CommandRefused('noEggs', `${at.unit.name} holds no eggs.`, 'unit', 'Check the unit.');
    const species = await c.species(at.lot.species);
    if (p.what === 'shocked') {
      if (!species.deaths || species.deaths.blanks.at !== null)
        throw new CommandRefused(
          'noShock',
          `${species.name} eggs are not shocked: blanks whiten by themselves.`,
          'what',
          'Pick what is white.',
        );
      await askEyes(
        c,
        at,
        event.at,
        p.eyes,
        'what',
        'Shock when eyes show in nearly all that live: before that it kills them.',
      );
    }
    // A shock near hatch is asked about like any other; lost flow is no act of anybody, a valve shakes nobody.
    if (p.what !== 'flow' && p.what !== 'rolled') await askSensitive(c, at, p, event.at, 'this');
    const stoodFlow =
      p.what === 'rolled' && p.flowLPerMin ? await setFlow(c, at.unit.id, event.at, p.flowLPerMin) : undefined;
    await observe(c, event, 'handled', stoodFlow === undefined ? p : { ...p, stoodFlow }, {
      ...idsOf(at),
      kind: kindOfHandling[p.what] ?? 'handled',
      value: (p.what === 'rolled' ? p.flowLPerMin : p.minutes) ?? null,
      said: p.what,
    });
    await queuePredictions(c, [at.lot.id]);
    return { lot: at.lot.name, unit: at.unit.name, what: handlings[p.what].name };
  },
});

/**
 * A measured flow becomes the unit's, unless it was set again since.
 * @returns what stood there before; undefined where nothing was changed
 */
async function setFlow(c: Context, unit: number, at: number, flow: number): Promise<number | null | undefined> {
  const later = await c
    .trx('observation')
    .where({ unit_id: unit, kind: 'flowSet' })
    .where('at', '>', at)
    .whereNotNull('value')
    .first('id');
  if (later) return undefined;
  const row = (await c.trx('unit').where({ id: unit }).first('flow_l_min')) as { flow_l_min: number | null };
  await c.trx('unit').where({ id: unit }).update({ flow_l_min: flow });
  return row.flow_l_min;
}

/** The flow that stood before, when a flow that was set is taken back and nobody has set another since. */
export async function putBackFlow(c: Context, entry: { kind: string; intent: string }): Promise<void> {
  if (entry.kind !== 'handled') return;
  const i = fromJson<{ unit: number; flowLPerMin?: number; stoodFlow?: number | null }>(entry.intent);
  if (i.flowLPerMin === undefined || i.stoodFlow === undefined) return;
  await c
    .trx('unit')
    .where({ id: i.unit, site_id: c.site.id, flow_l_min: i.flowLPerMin })
    .update({ flow_l_min: i.stoodFlow });
}

/** Pale eggs that were left in place near hatch: shells pale before they open. They are looked at again tomorrow. */
export const leaveDoubtful = defineCommand({
  type: 'eggs.doubtful',
  roles: ['manager', 'culturist', 'hand'],
  schema: z.object({
    ...eventFields,
    ...where,
    number: z
      .number()
      .int('must be a whole number')
      .min(0, 'cannot be negative')
      .max(1e7, 'is more than any unit holds'),
  }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const at = await standing(c, p.unit, asOf(c, event), p, ['egg']);
    await observe(c, event, 'doubtful', p, { ...idsOf(at), kind: 'doubtful', value: p.number });
    return { lot: at.lot.name, unit: at.unit.name, text: grouped(p.number) };
  },
});

/** What was seen of the hatch: the first, half, all that will. */
export const seeHatch = defineCommand({
  type: 'hatch.see',
  roles: ['manager', 'culturist', 'hand'],
  schema: z.object({ ...eventFields, ...where, seen: z.enum(['first', 'half', 'done']), early }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const at = await standing(c, p.unit, asOf(c, event), p, ['egg', 'yolksac']);
    await askEarly(c, at, event.at, 'Hatching', ownRules.hatchFrom.value, p.early);
    await observe(c, event, 'hatchSeen', p, { ...idsOf(at), kind: `hatch:${p.seen}` });
    await queuePredictions(c, [at.lot.id]);
    return { lot: at.lot.name, unit: at.unit.name };
  },
});
