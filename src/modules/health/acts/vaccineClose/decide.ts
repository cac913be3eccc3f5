import type { Act } from '@/core/books/entry';
import { ActRefused } from '@/server/act/refused';
import { answered, decides } from '@/server/context';
import { shortfall } from '@/server/questions';
import { idsOf, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { batchesOf, openVaccination } from '../../vaccination';
import { closeVaccine } from './act';

export const decision = decides(
  closeVaccine,
  async (c, p) => {
    const event = eventOf(c, p);
    const row = await openVaccination(c, p.vaccination);
    const at = await standing(c, row.unitId, asOf(c, event), { lotId: row.lotId, stage: row.stage });
    const { batches } = await batchesOf(c.trx, row.id);
    const number = batches.reduce((s, b) => s + b.number, 0);
    const dead = batches.reduce((s, b) => s + b.dead, 0);
    if (number === 0) throw new ActRefused('none', 'No batch was done.', 'vaccination', 'Do one first.');
    if (event.precision === 'minute' && event.at < Math.max(...batches.map((b) => b.at)))
      throw new ActRefused('before', 'A batch was done after that.', 'at', 'Close it with or after its last batch.');
    const ids = idsOf(at);
    const acts: Act[] =
      dead === 0
        ? []
        : [
            {
              act: 'lose',
              account: 'dead',
              from: at.place,
              amount: {
                kind: 'number',
                number: dead,
                sd: 0,
                df: null,
                how: 'counted',
                shortfall: answered(c, shortfall) === 'yes',
              },
            },
          ];
    const { seqs } = await c.record([
      {
        kind: 'vaccination',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: {
          ...p,
          ...row.plan,
          by: row.plan.way,
          number,
          dead,
          unit: at.unit.id,
        },
        acts,
        observations: [
          { kind: 'treated', ...ids, value: event.at, said: row.plan.vaccine },
          ...(dead > 0 ? [{ kind: 'dead' as const, ...ids, value: dead }] : []),
        ],
      },
    ]);
    await c.trx('vaccination').where({ id: row.id }).update({ closed_at: event.at, entry_seq: seqs[0]! });
    return { unit: at.unit.name, number, dead };
  },
  async (c, entry) => {
    await c.trx('vaccination').where({ entry_seq: entry.seq }).update({ closed_at: null, entry_seq: null });
  },
);
