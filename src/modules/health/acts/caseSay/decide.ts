import { ActRefused } from '@/server/act/refused';
import { type Context, decides } from '@/server/context';
import { type CaseRow, openCase } from '@/server/stock/cases';
import { eventOf } from '@/server/when';
import { fromJson } from '@/store/books/rows';
import { caseSay } from './act';

export const decision = decides(caseSay, async (c, p) => {
  const event = eventOf(c, p);
  const of = await openCase(c, p.case, 'case');
  if (event.at < of.openedAt && event.precision === 'minute')
    throw new ActRefused('before', 'That was before the case was opened.', 'at', 'Check the time.');
  if (p.what === 'sample' && (await samplesOf(c, of)).includes(p.sample))
    throw new ActRefused(
      'twice',
      `A sample ${p.sample} was sent already.`,
      'sample',
      'Each container has a name of its own: results come back to it.',
    );
  if (p.what === 'result' && !(await samplesOf(c, of)).includes(p.sample))
    throw new ActRefused(
      'noSample',
      `No sample ${p.sample} was sent of this case.`,
      'sample',
      'Read the container again.',
    );
  await c.record([
    {
      kind: 'caseSay',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, unit: of.holdings[0]!.unit },
      acts: [],
      observations: of.holdings.map((h) => ({
        holding_id: h.holding,
        unit_id: h.unit,
        lot_id: h.lot,
        kind: 'case',
        value: of.id,
        said: p.what,
      })),
    },
  ]);
  return { case: of.id };
});

/** Containers that were sent of a case. */
async function samplesOf(c: Context, of: CaseRow): Promise<string[]> {
  const rows = await c
    .trx('observation as o')
    .join('entry as e', 'e.seq', 'o.entry_seq')
    .where({ 'o.holding_id': of.holdings[0]!.holding, 'o.kind': 'case', 'o.value': of.id, 'o.said': 'sample' })
    .whereNot('e.seq', c.replacing?.seq ?? 0)
    .pluck<string[]>('e.intent');
  return rows.map((i) => fromJson<{ sample: string }>(i).sample);
}
