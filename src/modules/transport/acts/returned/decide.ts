import { ActRefused } from '@/server/act/refused';
import { ask, decides } from '@/server/context';
import { eventOf } from '@/server/when';
import { marksReleased } from '../../marks';
import { recordReturn, strangeMark } from './act';

export const decision = decides(
  recordReturn,
  async (c, p) => {
    const event = eventOf(c, p);
    const site = await c
      .trx('release_site')
      .where({ id: p.site, site_id: c.site.id })
      .first<{ id: number; name: string } | undefined>('id', 'name');
    if (!site) throw new ActRefused('noSite', 'There is no such release site.', 'site', 'Choose one of the list.');
    const marked = p.marks.reduce((s, m) => s + m.number, 0);
    if (marked > p.examined)
      throw new ActRefused(
        'marks',
        `${marked} bore a mark, and ${p.examined} were looked at.`,
        'examined',
        'All that were looked at, with a mark and without.',
      );
    for (const [i, m] of p.marks.entries()) {
      if (m.wished > m.number)
        throw new ActRefused('wished', 'More than there were.', `marks.${i}.wished`, 'At most all of them.');
      if (p.marks.findIndex((x) => x.mark.toLowerCase() === m.mark.toLowerCase()) !== i)
        throw new ActRefused('twice', `${m.mark} stands twice.`, `marks.${i}.mark`, 'One line for each mark.');
    }
    const known = await marksReleased(c.trx, c.site.id, event.at);
    const strange = p.marks.filter(
      (m) => !known.some((k) => k.siteId === site.id && k.mark.toLowerCase() === m.mark.toLowerCase()),
    );
    if (strange.length > 0)
      ask(c, strangeMark, {
        message: `Nothing with ${strange.map((m) => m.mark).join(', ')} was released at ${site.name} before that.`,
        path: 'marks',
        todo: 'Check the mark and the water: a wandering fish is worth a note.',
        choices: [{ value: 'meant', label: 'It was so: they came from elsewhere', why: 'say what is known of it' }],
      });
    const { seqs } = await c.record([
      { kind: 'fishReturn', ...event, intent: { ...p, siteName: site.name }, acts: [] },
    ]);
    await c.trx('fish_return').insert({
      site_id: c.site.id,
      release_site_id: site.id,
      at: event.at,
      gear: p.gear,
      examined: p.examined,
      share_seen: p.seenShare ?? null,
      marks: JSON.stringify(p.marks),
      said: p.said,
      entry_seq: seqs[0]!,
    });
    return { site: site.name, marked };
  },
  async (c, entry) => {
    await c.trx('fish_return').where({ entry_seq: entry.seq }).delete();
  },
);
