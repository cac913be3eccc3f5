import { figures } from '@/core/quantities/format';
import { thresholds } from '@/core/thresholds';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context, decides } from '@/server/context';
import { feedTables } from '@/server/stock/feeding/feedTables';
import { can, idsOf, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { setRation, sure } from './act';

export const decision = decides(setRation, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p, ['eats', 'ponded']);
  if (await can(c, at, 'picked'))
    throw new ActRefused('eggsDoNotEat', `${at.unit.name} holds eggs.`, 'unit', 'Check the unit.');
  if (p.table !== undefined && !(await feedTables(c.trx, c.site.id)).some((t) => t.id === p.table))
    throw new ActRefused('noTable', 'There is no such table of rations.', 'table', 'Choose one of the list.');
  const share = (p.percentPerDay ?? 0) / 100;
  if (share > thresholds.mostMeal.value)
    ask(c, sure, {
      message: `${figures(100 * share, 3)} % of their mass a day is more than such fish eat.`,
      path: 'percentPerDay',
      todo: 'Per cent, not grams?',
      choices: [{ value: 'yes', label: 'They get so much' }],
    });
  await c.record([
    {
      kind: 'ration',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, productName: p.product === undefined ? undefined : await productName(c, p.product) },
      acts: [],
      observations: [{ ...idsOf(at), kind: 'ration' }],
    },
  ]);
  return { lot: at.lot.name, unit: at.unit.name };
});

async function productName(c: Context, id: number): Promise<string> {
  const row = await c.trx('feed_product').where({ id, site_id: c.site.id }).first('name');
  if (!row) throw new ActRefused('noProduct', 'The store has no such feed.', 'product', 'Choose one of the list.');
  return row.name;
}
