import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { saveProduct } from './act';

export const decision = decides(saveProduct, async (c, p) => {
  const of = c.trx('feed_product').where({ site_id: c.site.id });
  const known = await of.clone().where({ name: p.name }).first('id');
  if (known && known.id !== p.id)
    throw new ActRefused(
      'nameTaken',
      `${p.name} stands in the store already.`,
      'name',
      'Edit that one, or name it otherwise.',
    );
  const row = {
    name: p.name,
    from_mm: p.fromMm ?? null,
    to_mm: p.toMm ?? null,
    protein_share: p.proteinShare ?? null,
    price_per_kg: p.pricePerKg ?? null,
    lead_days: p.leadDays ?? null,
    retired: p.retired,
  };
  if (p.id !== undefined) {
    if (!(await of.clone().where({ id: p.id }).first('id')))
      throw new ActRefused('noProduct', 'The store has no such feed.', 'id', 'Choose one of the list.');
    await c.trx('feed_product').where({ id: p.id }).update(row);
    return { id: p.id };
  }
  const [id] = await c.trx('feed_product').insert({ site_id: c.site.id, ...row });
  return { id: id! };
});
