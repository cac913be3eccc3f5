import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { standingsIn } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { openRun } from '../../runs';
import { closePond } from './act';

export const decision = decides(
  closePond,
  async (c, p) => {
    const event = eventOf(c, p);
    const of = await openRun(c, p.run);
    if (event.precision === 'minute' && event.at < of.begunAt)
      throw new ActRefused('before', 'It ended before it began.', 'at', 'Check the time.');
    const here = (await standingsIn(c, of.unitId, asOf(c, event))).filter((s) => s.number > 0);
    if (here.length > 0)
      throw new ActRefused(
        'stands',
        `${here[0]!.lot.name} still stands in ${of.unit} by the books.`,
        'run',
        'Record what came out, and what is missing, first.',
      );
    const { seqs } = await c.record([
      { kind: 'pondClose', ...event, intent: { ...p, unit: of.unitId, unitName: of.unit }, acts: [] },
    ]);
    await c.trx('pond_run').where({ id: of.id }).update({ closed_at: event.at, closed_seq: seqs[0]! });
    return { unit: of.unit };
  },
  async (c, entry) => {
    await c.trx('pond_run').where({ closed_seq: entry.seq }).update({ closed_at: null, closed_seq: null });
  },
);
