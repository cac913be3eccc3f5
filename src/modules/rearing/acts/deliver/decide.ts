import { dayMonth, localDay } from '@/core/time/localDay';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context, decides } from '@/server/context';
import { eventOf } from '@/server/when';
import { deliverFeed, otherDate, sure } from './act';

export const decision = decides(deliverFeed, async (c, p) => {
  const event = eventOf(c, p);
  const product = await c.trx('feed_product').where({ id: p.product, site_id: c.site.id }).first('id', 'name');
  if (!product) throw new ActRefused('noProduct', 'The store has no such feed.', 'product', 'Choose one of the list.');
  const bestBefore = p.bestBefore === undefined ? null : localDay(p.bestBefore, c.site.timeZone).end;
  const day = (at: number) => dayMonth(at - 1, c.site.timeZone, c.now);
  if (bestBefore !== null && bestBefore <= event.at)
    ask(c, sure, {
      message: `It was good until ${day(bestBefore)} only.`,
      path: 'bestBefore',
      todo: 'Check the date on the bag; send it back if it is so.',
      choices: [{ value: 'yes', label: 'It came past its date' }],
    });
  const known = await c
    .trx('feed_lot')
    .where({ product_id: p.product, name: p.lotName })
    .first<{ id: number; best_before: number | null } | undefined>('id', 'best_before');
  if (known && bestBefore !== null && known.best_before !== null && known.best_before !== bestBefore && !c.replacing)
    ask(c, otherDate, {
      message: `Lot ${p.lotName} stands in the store as good until ${day(known.best_before)}.`,
      path: 'bestBefore',
      todo: 'One lot has one date: which is right?',
      choices: [{ value: 'yes', label: `Good until ${day(bestBefore)}` }],
    });
  const feedLot = known?.id ?? (await renamed(c, p)) ?? (await added(c, p));
  if (bestBefore !== null || c.replacing)
    await c.trx('feed_lot').where({ id: feedLot }).update({ best_before: bestBefore });
  await c.record([
    {
      kind: 'feedIn',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, productName: product.name },
      acts: [],
      observations: [{ kind: 'feedIn', feed_lot_id: feedLot, value: p.massG }],
    },
  ]);
  return { feedLot, product: product.name };
});

const added = async (c: Context, p: { product: number; lotName: string }): Promise<number> =>
  (await c.trx('feed_lot').insert({ site_id: c.site.id, product_id: p.product, name: p.lotName }))[0]!;

/** The lot whose number was mistyped, under its right one, with all that was fed of it; null where none other came of it. */
async function renamed(c: Context, p: { lotName: string }): Promise<number | null> {
  if (!c.replacing) return null;
  const before = await c
    .trx('observation')
    .where({ entry_seq: c.replacing.seq, kind: 'feedIn' })
    .first<{ feed_lot_id: number } | undefined>('feed_lot_id');
  if (!before) return null;
  const others = await c
    .trx('observation')
    .where({ feed_lot_id: before.feed_lot_id, kind: 'feedIn' })
    .whereNot('entry_seq', c.replacing.seq)
    .first('id');
  if (others) return null;
  await c.trx('feed_lot').where({ id: before.feed_lot_id }).update({ name: p.lotName });
  return before.feed_lot_id;
}
