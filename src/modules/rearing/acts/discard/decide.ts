import { figures } from '@/core/quantities/format';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { feedLotOf } from '@/server/stock/feeding/feedLot';
import { eventOf } from '@/server/when';
import { discardFeed } from './act';

export const decision = decides(discardFeed, async (c, p) => {
  const event = eventOf(c, p);
  const lot = await feedLotOf(c, p.feedLot, 'feedLot');
  const own = c.replacing
    ? ((
        await c
          .trx('observation')
          .where({ entry_seq: c.replacing.seq, kind: 'feedOut' })
          .first<{ value: number } | undefined>('value')
      )?.value ?? 0)
    : 0;
  const left = lot.leftG + own;
  if (p.massG > left + 1)
    throw new ActRefused(
      'moreThanLeft',
      `The store has ${figures(Math.max(0, left) / 1000, 3)} kg left of lot ${lot.name}.`,
      'massG',
      'Weigh what is left first, then throw it away.',
    );
  await c.record([
    {
      kind: 'feedOut',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, productName: lot.product, fromLot: lot.name },
      acts: [],
      observations: [{ kind: 'feedOut', feed_lot_id: lot.id, value: p.massG, said: p.why.slice(0, 60) }],
    },
  ]);
  return { product: lot.product };
});
