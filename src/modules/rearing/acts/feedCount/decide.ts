import { figures } from '@/core/quantities/format';
import { ask, decides } from '@/server/context';
import { feedLotOf } from '@/server/stock/feeding/feedLot';
import { eventOf } from '@/server/when';
import { countFeed, sure } from './act';

/** Off by more than this share of the books, it is asked about. */
const FAR = 0.5;

export const decision = decides(countFeed, async (c, p) => {
  const event = eventOf(c, p);
  const lot = await feedLotOf(c, p.feedLot, 'feedLot');
  const booksG = Math.max(0, lot.leftG);
  if (!c.replacing && Math.abs(p.massG - booksG) > FAR * Math.max(booksG, p.massG))
    ask(c, sure, {
      message: `The store should have ${figures(booksG / 1000, 3)} kg of lot ${lot.name}; ${figures(p.massG / 1000, 3)} kg were weighed.`,
      path: 'massG',
      todo: 'Is it the right bag, and kilograms? Feed that nobody wrote down is missing from rations too.',
      choices: [{ value: 'yes', label: 'So much is left' }],
    });
  await c.record([
    {
      kind: 'feedCount',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, productName: lot.product, fromLot: lot.name },
      acts: [],
      observations: [{ kind: 'feedCount', feed_lot_id: lot.id, value: p.massG }],
    },
  ]);
  return { product: lot.product, booksG };
});
