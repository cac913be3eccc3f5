import { DAY_MS } from '@/core/time/spans';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { eventOf } from '@/server/when';
import { fromJson } from '@/store/books/rows';
import { containersOf, openInspection } from '../../inspections';
import { closeInspect } from './act';

export const decision = decides(
  closeInspect,
  async (c, p) => {
    const event = eventOf(c, p);
    const row = await openInspection(c, p.inspection);
    const containers = await containersOf(c.trx, row);
    if (containers.length === 0)
      throw new ActRefused('none', 'Nothing was taken yet.', 'inspection', 'Take the sample first.');
    const waiting = containers.filter((x) => x.finding === null);
    if (p.verdict !== 'unclear' && waiting.length > 0)
      throw new ActRefused(
        'waiting',
        `Of ${waiting.map((w) => w.container).join(', ')} nothing came back yet.`,
        'verdict',
        'Say what was found in each, also where it was nothing.',
      );
    const affected = containers.reduce((s, x) => s + (x.finding?.affected ?? 0), 0);
    if (p.verdict === 'free' && affected > 0)
      throw new ActRefused('found', `${affected} were affected.`, 'verdict', 'It is “found”, or a finding is wrong.');
    const { seqs } = await c.record([
      {
        kind: 'inspectionClose',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: { ...p, unit: row.tanks[0]!.unit },
        acts: [],
        observations: row.tanks.map((t) => ({
          kind: 'inspection',
          holding_id: t.holding,
          unit_id: t.unit,
          lot_id: t.lot,
          value: row.id,
          said: p.verdict,
        })),
      },
    ]);
    await c
      .trx('inspection')
      .where({ id: row.id })
      .update({
        closed_at: event.at,
        closed_seq: seqs[0]!,
        verdict: JSON.stringify({
          verdict: p.verdict,
          certificate: p.certificate,
          validUntil: p.validDays === undefined ? null : event.at + p.validDays * DAY_MS,
          signedBy: p.signedBy,
        }),
      });
    return { inspection: row.id };
  },
  async (c, entry) => {
    const row = await c.trx('inspection').where({ closed_seq: entry.seq }).first('verdict');
    if (row?.verdict && fromJson<{ signature?: { by: string } }>(row.verdict).signature)
      throw new ActRefused('signed', 'It was signed since.', 'entryId', 'Take the signature back first.');
    await c
      .trx('inspection')
      .where({ closed_seq: entry.seq })
      .update({ closed_at: null, closed_seq: null, verdict: null });
  },
);
