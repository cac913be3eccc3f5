import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { eventOf } from '@/server/when';
import { jobDone } from './act';

export const decision = decides(
  jobDone,
  async (c, p) => {
    const event = eventOf(c, p);
    const job = await c
      .trx('work_job')
      .where({ id: p.job, site_id: c.site.id })
      .whereNotNull('raised_seq')
      .first('id', 'what', 'raised_at', 'done_at');
    if (!job) throw new ActRefused('noJob', 'There is no such job.', 'job', 'Choose one of the list.');
    if (job.done_at !== null)
      throw new ActRefused('done', 'Somebody did it already.', 'job', 'Load the page anew: it stands there no more.');
    if (event.precision === 'minute' && event.at < job.raised_at)
      throw new ActRefused('before', 'It was done before it was raised.', 'at', 'Check the time.');
    const { seqs } = await c.record([{ kind: 'jobDone', ...event, intent: { ...p, what: job.what }, acts: [] }]);
    await c.trx('work_job').where({ id: job.id }).update({ done_at: event.at, done_seq: seqs[0]! });
    return { what: job.what };
  },
  async (c, entry) => {
    await c.trx('work_job').where({ done_seq: entry.seq }).update({ done_at: null, done_seq: null });
  },
);
