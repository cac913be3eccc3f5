import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { observe } from '@/server/stock/observe';
import { standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { recordNote } from './act';

export const decision = decides(recordNote, async (c, p) => {
  const event = eventOf(c, p);
  // A remark on an empty unit, or on several lots at once, is about the unit alone.
  const at =
    p.unit === undefined
      ? undefined
      : await standing(c, p.unit, asOf(c, event), p).catch((e) => {
          if (e instanceof ActRefused) return undefined;
          throw e;
        });
  await observe(c, event, 'note', p, {
    holding_id: at?.holding.id ?? null,
    unit_id: p.unit ?? null,
    lot_id: p.lotId ?? at?.lot.id ?? null,
    kind: 'note',
  });
  return {};
});
