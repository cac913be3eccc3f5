import { DAY_MS } from '@/core/time/spans';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { casesOf } from '@/server/stock/cases';
import { idsOf, type Standing, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { fromJson } from '@/store/books/rows';
import { caseOpen } from './act';

export const decision = decides(
  caseOpen,
  async (c, p) => {
    const event = eventOf(c, p);
    if (p.why === 'ill' && p.signs.length === 0 && !p.suspected && !event.note)
      throw new ActRefused('what', 'What was seen?', 'signs', 'Tick a sign, or say it in a line.');
    const open = await casesOf(c.trx, c.site.id, c.now, { open: true });
    const stood: Standing[] = [];
    for (const [i, unit] of [...new Set(p.units)].entries()) {
      const at = await standing(c, unit, asOf(c, event), {}, ['eats', 'ponded'], `units.${i}`);
      if (open.some((k) => k.holdings.some((h) => h.holding === at.holding.id)))
        throw new ActRefused(
          'openAlready',
          `A case of ${at.unit.name} is open already.`,
          `units.${i}`,
          'Say it of that one: one case, one story.',
        );
      stood.push(at);
    }
    const [id] = (await c.trx('health_case').insert({
      site_id: c.site.id,
      holdings: JSON.stringify(stood.map((s) => ({ holding: s.holding.id, unit: s.unit.id, lot: s.lot.id }))),
      signs: JSON.stringify(p.signs),
      suspected: p.suspected,
      why: p.why,
      until: p.why === 'quarantine' && p.days !== undefined ? event.at + p.days * DAY_MS : null,
      opened_at: event.at,
      opened_seq: null,
    })) as [number];
    const { seqs } = await c.record([
      {
        kind: 'caseOpen',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: { ...p, case: id, unit: stood[0]!.unit.id },
        acts: [],
        observations: stood.map((s) => ({ ...idsOf(s), kind: 'case', value: id, said: 'opened' })),
      },
    ]);
    await c.trx('health_case').where({ id }).update({ opened_seq: seqs[0]! });
    return { id, units: stood.map((s) => s.unit.name) };
  },
  async (c, entry) => {
    const row = await c.trx('health_case').where({ opened_seq: entry.seq }).first('id', 'holdings');
    if (!row) return;
    const more = await c
      .trx('observation')
      .where({ kind: 'case', value: row.id })
      .whereIn(
        'holding_id',
        fromJson<{ holding: number }[]>(row.holdings).map((h) => h.holding),
      )
      .whereNot('entry_seq', entry.seq)
      .first('id');
    if (more)
      throw new ActRefused(
        'more',
        'More was said of that case since.',
        'entryId',
        'Take that back first, or close the case as no illness.',
      );
    await c.trx('health_case').where({ id: row.id }).delete();
  },
);
