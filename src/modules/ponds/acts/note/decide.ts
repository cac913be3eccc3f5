import { run } from '@/core/calculation';
import { HARVEST_NOTED_MS, harvestStepOf } from '@/core/ponds/harvest';
import { naturalSays } from '@/core/ponds/natural';
import { calculation, limes } from '@/core/ponds/prepare';
import { plain } from '@/core/quantities/format';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { standingsIn } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { askedOf, openRun, pondNotes } from '../../runs';
import { notePond } from './act';

/** So many times what is planned is a slip of a digit. */
const SLIP = 5;

export const decision = decides(
  notePond,
  async (c, p) => {
    const event = eventOf(c, p);
    const of = await openRun(c, p.run);
    if (event.precision === 'minute' && event.at < of.begunAt)
      throw new ActRefused('before', 'The run had not begun by then.', 'at', 'Check the time.');
    if (harvestStepOf(p.what)) {
      if (of.more.harvestAt === null)
        throw new ActRefused('noHarvest', 'No harvest is planned there.', 'what', 'Plan its day first.');
      if (
        (await pondNotes(c.trx, [of.id])).some((n) => n.what === p.what && n.at > of.more.harvestAt! - HARVEST_NOTED_MS)
      )
        throw new ActRefused(
          'done',
          'That step is done already.',
          'what',
          'Take it back in the ledger where it is not.',
        );
    }
    const chain = run(calculation, askedOf(of.plan, of.begunAt)) as {
      steps: { id: string; amounts?: { what: string; kg: number }[] }[];
    };
    const planned = chain.steps.find((s) => s.id === p.what)?.amounts?.[0];
    if (p.what === 'food' && p.discCm === undefined && p.score === undefined)
      throw new ActRefused(
        'disc',
        'How deep does the disc vanish, or what moves in a jar?',
        'discCm',
        'In cm, or by what you see in the jar.',
      );
    if (p.what === 'poison') {
      const here = (await standingsIn(c, of.unitId, asOf(c, event))).filter((s) => s.number > 0);
      if (here.length > 0)
        throw new ActRefused(
          'stands',
          `${here[0]!.lot.name} stands in ${of.unit}.`,
          'what',
          'It kills them: harvest first.',
        );
      if (!of.plan.poison)
        throw new ActRefused(
          'noPoison',
          'No such product is planned.',
          'what',
          'Plan it first, by its label, with its days.',
        );
    }
    if (p.kg !== undefined && planned && p.kg > SLIP * planned.kg)
      throw new ActRefused(
        'tooMuch',
        `${plain(p.kg)} kg are far more than the ${plain(Number(planned.kg.toPrecision(3)))} kg that this pond is to get.`,
        'kg',
        'A digit too many? Check the sacks.',
      );
    const { seqs } = await c.record([
      {
        kind: 'pondNote',
        ...event,
        intent: { ...p, unit: of.unitId, unitName: of.unit },
        acts: [],
      },
    ]);
    const what =
      planned?.what ?? (p.what === 'lime' && of.plan.lime ? limes[of.plan.lime].word : of.plan.fertiliser || p.what);
    await c.trx('pond_note').insert({
      run_id: of.id,
      what: p.what,
      at: event.at,
      amounts: JSON.stringify(p.kg === undefined ? [] : [{ what, kg: p.kg }]),
      disc_cm: p.discCm ?? null,
      score: p.score ?? null,
      said: p.said,
      entry_seq: seqs[0]!,
    });
    const natural = naturalSays(p.discCm ?? null, p.score ?? null);
    const done = (await pondNotes(c.trx, [of.id])).map((n) => n.what);
    const next = chain.steps.find((s) => !done.includes(s.id as never) && s.id !== 'withhold' && s.id !== 'rest');
    return {
      unit: of.unit,
      says: natural ? natural.says : next && !harvestStepOf(p.what) ? `next: ${next.id}` : '',
    };
  },
  async (c, entry) => {
    await c.trx('pond_note').where({ entry_seq: entry.seq }).delete();
  },
);
