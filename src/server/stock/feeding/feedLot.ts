import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';
import { type FeedLot, feedLots } from './feedStore';

/** A lot of this hatchery's store, with its product's name. @throws ActRefused where there is none such */
export async function feedLotOf(
  c: Context,
  id: number,
  path: string,
): Promise<FeedLot & { productId: number; product: string }> {
  const [lot] = await feedLots(c.trx, c.site.id, c.now, id);
  if (!lot) throw new ActRefused('noFeedLot', 'The store has no such lot of feed.', path, 'Choose one of the list.');
  const product = await c.trx('feed_product').where({ id: lot.productId }).first('name');
  return { ...lot, product: product!.name };
}
