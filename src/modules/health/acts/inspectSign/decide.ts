import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { eventOf } from '@/server/when';
import { fromJson } from '@/store/books/rows';
import { inspectionsOf } from '../../inspections';
import { signInspect } from './act';

export const decision = decides(
  signInspect,
  async (c, p) => {
    const event = eventOf(c, p);
    const [row] = await inspectionsOf(c.trx, c.site.id, p.inspection);
    if (!row) throw new ActRefused('noInspection', 'There is no such inspection.', 'inspection');
    if (row.verdict === null)
      throw new ActRefused('open', 'It is not closed yet.', 'inspection', 'Its findings and its verdict come first.');
    if (row.verdict.signature)
      throw new ActRefused(
        'signed',
        `${row.verdict.signature.by} has signed it.`,
        'inspection',
        'One signature is enough.',
      );
    const { seqs } = await c.record([
      {
        kind: 'inspectionSign',
        ...event,
        measuredBy: c.actor.name,
        intent: { ...p, by: c.actor.name, unit: row.tanks[0]!.unit },
        acts: [],
      },
    ]);
    await c
      .trx('inspection')
      .where({ id: row.id })
      .update({
        verdict: JSON.stringify({
          ...row.verdict,
          signature: { by: c.actor.name, at: event.at, seq: seqs[0]!, said: p.said },
        }),
      });
    return { by: c.actor.name };
  },
  async (c, entry) => {
    const { inspection } = fromJson<{ inspection: number }>(entry.intent);
    const [row] = await inspectionsOf(c.trx, c.site.id, inspection);
    if (row?.verdict?.signature?.seq !== entry.seq) return;
    const { signature: _, ...verdict } = row.verdict;
    await c
      .trx('inspection')
      .where({ id: inspection })
      .update({ verdict: JSON.stringify(verdict) });
  },
);
