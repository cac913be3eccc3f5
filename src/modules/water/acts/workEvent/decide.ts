import { MINUTE_MS } from '@/core/time/spans';
import { workCareIds } from '@/core/water/circuits/works';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { eventOf } from '@/server/when';
import { lastOfWorks, worksOf } from '../../works';
import { noticeWork } from './act';

export const decision = decides(
  noticeWork,
  async (c, p) => {
    const event = eventOf(c, p);
    const work = (await worksOf(c.trx, c.site.id)).find((w) => w.id === p.work);
    if (!work) throw new ActRefused('noWork', 'There is no such work.', 'work', 'Choose one of the drawing.');
    const last = (await lastOfWorks(c.trx, c.site.id, event.at)).get(work.id);
    const stands = last !== undefined && last.kind !== 'runs';
    const care = (workCareIds as readonly string[]).includes(p.what);
    if ((p.beforeKpa !== undefined || p.afterKpa !== undefined) && p.what !== 'flushed')
      throw new ActRefused(
        'pressure',
        'Pressures go with a back-flush.',
        'beforeKpa',
        'Leave them empty, or choose back-flushed.',
      );
    if (p.what === 'runs' && !stands)
      throw new ActRefused('runs', `${work.name} ran then, as far as is known.`, 'what', 'Say what was noticed of it.');
    if (!care && p.what !== 'runs' && stands && last.kind === p.what && !p.said)
      throw new ActRefused(
        'known',
        `That is known of ${work.name} since then.`,
        'what',
        'Say what is new of it, in a line.',
      );
    const { seqs } = await c.record([
      {
        kind: 'workEvent',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: { ...p, workName: work.name },
        acts: [],
      },
    ]);
    await c.trx('work_event').insert({
      site_id: c.site.id,
      work_id: work.id,
      kind: p.what,
      at: event.at,
      said: p.said,
      person_id: c.actor.id,
      before_kpa: p.beforeKpa ?? null,
      after_kpa: p.afterKpa ?? null,
      entry_seq: seqs[0]!,
    });
    return {
      work: work.name,
      stoodMinutes: p.what === 'runs' ? Math.round((event.at - last!.at) / MINUTE_MS) : null,
      todo:
        p.beforeKpa !== undefined && p.afterKpa !== undefined && p.afterKpa >= p.beforeKpa
          ? 'The pressure did not fall: flush again, longer; a bed that has caked is opened.'
          : '',
    };
  },
  async (c, entry) => {
    await c.trx('work_event').where({ entry_seq: entry.seq }).delete();
  },
);
