import type { ObservationKind } from '@/core/books/observations';
import { handlings } from '@/core/incubation/eggWords';
import { ActRefused } from '@/server/act/refused';
import { type Context, decides } from '@/server/context';
import { askEyes, askSensitive } from '@/server/stock/asks/sensitive';
import { queuePredictions } from '@/server/stock/jobs';
import { observe } from '@/server/stock/observe';
import { can, idsOf, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { type EntryRow, fromJson } from '@/store/books/rows';
import { handleEggs } from './act';

export const decision = decides(
  handleEggs,
  async (c, p) => {
    const event = eventOf(c, p);
    const at = await standing(c, p.unit, asOf(c, event), p, ['picked']);
    const larvae = (await can(c, at, 'ponded')) && (p.what === 'cleaned' || p.what === 'water' || p.what === 'flow');
    if (!larvae && !(await can(c, at, 'picked')))
      throw new ActRefused('noEggs', `${at.unit.name} holds no eggs.`, 'unit', 'Check the unit.');
    const species = await c.species(at.lot.species);
    if (p.what === 'shocked') {
      if (!species.deaths || species.deaths.blanks.at !== null)
        throw new ActRefused(
          'noShock',
          `${species.name} eggs are not shocked: blanks whiten by themselves.`,
          'what',
          'Pick what is white.',
        );
      await askEyes(
        c,
        at,
        event.at,
        'what',
        'Shock when eyes show in nearly all that live: before that it kills them.',
      );
    }
    // A shock near hatch is asked about like any other; lost flow is no act of anybody, a valve shakes nobody.
    if (p.what !== 'flow' && p.what !== 'rolled') await askSensitive(c, at, event.note, event.at, 'this');
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
  putBackFlow,
);

/** What an act is to the watch over the picks: shaken or starved of water they die of it later, of the rest not. */
const kindOfHandling: Readonly<Record<string, ObservationKind>> = {
  shocked: 'shock',
  rolled: 'flowSet',
  water: 'waterChanged',
};

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
  const row = await c.trx('unit').where({ id: unit }).first<{ flow_l_min: number | null }>('flow_l_min');
  await c.trx('unit').where({ id: unit }).update({ flow_l_min: flow });
  return row.flow_l_min;
}

/** The flow that stood before, when a flow that was set is taken back and nobody has set another since. */
async function putBackFlow(c: Context, entry: EntryRow): Promise<void> {
  const i = fromJson<{ unit: number; flowLPerMin?: number; stoodFlow?: number | null }>(entry.intent);
  if (i.flowLPerMin === undefined || i.stoodFlow === undefined) return;
  await c
    .trx('unit')
    .where({ id: i.unit, site_id: c.site.id, flow_l_min: i.flowLPerMin })
    .update({ flow_l_min: i.stoodFlow });
}
