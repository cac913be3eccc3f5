import { DAY_MS } from '@/core/time/spans';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { saveOrder } from './act';

/** Further away nothing is promised. */
const MOST_DAYS = 730;

export const decision = decides(saveOrder, async (c, p) => {
  await c.species(p.species);
  if (p.dueAt > c.now + MOST_DAYS * DAY_MS)
    throw new ActRefused('day', 'That is further than two years.', 'dueAt', 'Check the year.');
  const row = {
    customer: p.customer,
    species: p.species,
    number: p.number,
    least_g: p.leastG,
    due_at: p.dueAt,
    price_each: p.priceEach,
    note: p.note,
    closed_at: p.closed ? c.now : null,
  };
  if (p.id !== undefined) {
    const n = await c.trx('sale_order').where({ id: p.id, site_id: c.site.id }).update(row);
    if (n === 0) throw new ActRefused('noOrder', 'There is no such order.', 'id', 'Choose one of the list.');
    return { id: p.id };
  }
  if (p.dueAt < c.now - DAY_MS) throw new ActRefused('day', 'That day is over.', 'dueAt', 'Check the day.');
  const [id] = (await c.trx('sale_order').insert({ ...row, site_id: c.site.id, made_at: c.now })) as [number];
  return { id };
});
