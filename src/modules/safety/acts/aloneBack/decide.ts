import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { fromJson } from '@/store/books/rows';
import { aloneBack } from './act';

export const decision = decides(
  aloneBack,
  async (c, p) => {
    const row = await c
      .trx('alone as a')
      .join('person as p', 'p.id', 'a.person_id')
      .where({ 'a.id': p.alone, 'a.site_id': c.site.id })
      .first<{ backAt: number | null; who: string } | undefined>({ backAt: 'a.back_at', who: 'p.name' });
    if (!row) throw new ActRefused('noAlone', 'There is no such clock.', 'alone', 'Load the page anew.');
    if (row.backAt !== null)
      throw new ActRefused('back', `${row.who} is back already.`, 'alone', 'Load the page anew: the clock is over.');
    await c.record([
      {
        kind: 'aloneBack',
        at: c.now,
        precision: 'minute',
        measuredBy: c.actor.name,
        intent: { ...p, who: row.who },
        acts: [],
      },
    ]);
    await c.trx('alone').where({ id: p.alone }).update({ back_at: c.now });
    return { who: row.who };
  },
  async (c, entry) => {
    const { alone } = fromJson<{ alone: number }>(entry.intent);
    await c.trx('alone').where({ id: alone, site_id: c.site.id }).update({ back_at: null });
  },
);
