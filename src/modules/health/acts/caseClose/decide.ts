import { ActRefused } from '@/server/act/refused';
import { ask, type Context, decides } from '@/server/context';
import { letGo } from '@/server/questions';
import { casesOf, openCase } from '@/server/stock/cases';
import { eventOf } from '@/server/when';
import { fromJson } from '@/store/books/rows';
import { watchQueued } from '@/store/deadWatch';
import { caseView, conditionsOf } from '../../views/case';
import { caseClose } from './act';

export const decision = decides(
  caseClose,
  async (c, p) => {
    const event = eventOf(c, p);
    const of = await openCase(c, p.case, 'case');
    if (event.at < of.openedAt && event.precision === 'minute')
      throw new ActRefused('before', 'It ended before it began.', 'at', 'Check the time.');
    if (of.why === 'quarantine' && p.outcome !== 'culled') await askLetGo(c, of.id, event.at);
    const { seqs } = await c.record([
      {
        kind: 'caseClose',
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
          said: 'closed',
        })),
      },
    ]);
    await c.trx('health_case').where({ id: of.id }).update({
      closed_at: event.at,
      closed_seq: seqs[0]!,
      outcome: p.outcome,
      diagnosis: p.diagnosis,
    });
    await watchQueued(
      c.trx,
      c.site.id,
      of.holdings.map((h) => h.lot),
      c.now,
    );
    return { case: of.id };
  },
  async (c, entry) => {
    const row = await c.trx('health_case').where({ closed_seq: entry.seq }).first('id', 'holdings');
    if (!row) return;
    const held = fromJson<{ holding: number }[]>(row.holdings).map((h) => h.holding);
    const open = await casesOf(c.trx, c.site.id, c.now, { open: true });
    if (!c.replacing && open.some((k) => k.holdings.some((h) => held.includes(h.holding))))
      throw new ActRefused(
        'openAlready',
        'Another case of these tanks was opened since.',
        'entryId',
        'Go on with that one.',
      );
    await c
      .trx('health_case')
      .where({ id: row.id })
      .update({ closed_at: null, closed_seq: null, outcome: null, diagnosis: '' });
  },
);

/** What does not hold yet is said before fish leave their quarantine: the vet's word may let them go all the same. */
async function askLetGo(c: Context, id: number, at: number): Promise<void> {
  const view = await caseView(c.trx, { siteId: c.site.id, timeZone: c.site.timeZone }, id, c.now);
  const lacking = conditionsOf(view!, at).filter((x) => !x.met);
  if (lacking.length === 0) return;
  ask(c, letGo, {
    message: `Not yet: ${lacking.map((x) => (x.says === 'its time is over' ? 'its time is not over' : x.says)).join('; ')}.`,
    path: 'outcome',
    todo: 'Leave them in quarantine until it holds.',
    choices: [{ value: 'vet', label: 'The vet lets them go', why: 'name the vet in the note' }],
  });
}
