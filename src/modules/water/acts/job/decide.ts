import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { eventOf } from '@/server/when';
import { worksOf } from '../../works';
import { priorityIds, raiseJob } from './act';

export const decision = decides(
  raiseJob,
  async (c, p) => {
    const event = eventOf(c, p);
    const work = p.work === undefined ? null : (await worksOf(c.trx, c.site.id)).find((w) => w.id === p.work);
    if (work === undefined)
      throw new ActRefused('noWork', 'There is no such work.', 'work', 'Choose one of the drawing.');
    const twin = await c
      .trx('work_job')
      .where({ site_id: c.site.id, work_id: work?.id ?? null, what: p.what, done_at: null })
      .whereNotNull('raised_seq')
      .first('id');
    if (twin) throw new ActRefused('known', 'That job stands already.', 'what', 'Say what is new of it.');
    const [id] = (await c.trx('work_job').insert({
      site_id: c.site.id,
      work_id: work?.id ?? null,
      what: p.what,
      priority: priorityIds.indexOf(p.priority) + 1,
      raised_at: event.at,
      raised_by: c.actor.id,
    })) as [number];
    const { seqs } = await c.record([
      { kind: 'job', ...event, intent: { ...p, workName: work?.name, job: id }, acts: [] },
    ]);
    await c.trx('work_job').where({ id }).update({ raised_seq: seqs[0]! });
    return { id };
  },
  async (c, entry) => {
    const job = await c.trx('work_job').where({ raised_seq: entry.seq }).first('done_at');
    if (job && job.done_at !== null)
      throw new ActRefused('done', 'It was done since.', 'entryId', 'Take its doing back first.');
    await c.trx('work_job').where({ raised_seq: entry.seq }).delete();
  },
);
