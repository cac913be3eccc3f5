import type { ActInput, Amount } from '@/core/books/entry';
import { gradeFrom } from '@/core/brood/broodGrade';
import { wilson } from '@/core/sampling/proportion';
import { totalsOf } from '@/core/selection/totals';
import { ActRefused } from '@/server/act/refused';
import { answered, type Context, decides } from '@/server/context';
import { shortfall } from '@/server/questions';
import { warnLoads } from '@/server/stock/asks/loads';
import { askSensitive } from '@/server/stock/asks/sensitive';
import { askTempered } from '@/server/stock/asks/temper';
import { queuePredictions } from '@/server/stock/jobs';
import { freeLotName, newLot } from '@/server/stock/lots';
import { idsOf, type Standing, standing, unitById } from '@/server/stock/standing';
import { askWithdrawal } from '@/server/stock/treated/withdrawal';
import { asOf, eventOf } from '@/server/when';
import type { Observation } from '@/store/books/record';
import { fishOf, onBench } from '../../onBench';
import { closeSelection } from './act';

export const decision = decides(
  closeSelection,
  async (c, p) => {
    const event = eventOf(c, p);
    const on = await onBench(c, p.selection);
    if (event.at < on.begunAt && event.precision === 'minute')
      throw new ActRefused('before', 'It ended before it began.', 'at', 'Check the time.');
    const at = await standing(c, on.unitId, asOf(c, event), { lotId: on.lotId, stage: on.stage });
    const totals = totalsOf((await fishOf(c.trx, [on.id])).get(on.id)!, on.scheme);
    const { by } = totals;
    if (totals.all === 0)
      throw new ActRefused('none', 'No fish was judged.', 'selection', 'Judge some, or give the selection up.');
    if (by.keep > 0 && p.keepTo === undefined)
      throw new ActRefused('where', 'Where do the kept ones go?', 'keepTo', 'Choose their unit.');
    if (by.second > 0 && p.secondTo === undefined)
      throw new ActRefused('where', 'Where do those for the second pond go?', 'secondTo', 'Choose their unit.');
    if (by.keep > 0 && by.second > 0 && p.keepTo === p.secondTo)
      throw new ActRefused('twice', 'Both go to one unit.', 'secondTo', 'A second pond is another one.');
    if (by.cull > 0 && p.method === '')
      throw new ActRefused('method', 'How they were killed is not said.', 'method', 'Name the method that was used.');
    await askSensitive(c, at, event.note, event.at, 'this selection');
    const stays = !p.whole || by.undecided > 0;
    for (const [to, path] of [
      [by.keep > 0 ? p.keepTo : undefined, 'keepTo'],
      [by.second > 0 ? p.secondTo : undefined, 'secondTo'],
    ] as const)
      if (to === at.unit.id && stays)
        throw new ActRefused(
          'staysThere',
          `${at.unit.name} still holds those that were not decided.`,
          path,
          'Choose another unit; or judge all of them and say that the whole tank was gone through.',
        );
    const number = (n: number): Amount => ({
      kind: 'number',
      number: n,
      sd: 0,
      df: null,
      how: 'counted',
      shortfall: answered(c, shortfall) === 'yes',
    });
    const acts: ActInput[] = [];
    const observations: Observation[] = [];
    const ids = idsOf(at);
    if (by.sell > 0) {
      await askWithdrawal(c, at, event.at, event.note, p.fate === 'food' ? 'food' : 'out');
      acts.push({ act: 'lose', account: 'sold', from: at.place, amount: number(by.sell) });
      observations.push({ kind: 'sale', ...ids, value: by.sell, said: p.fate });
    }
    if (by.cull > 0) {
      acts.push({ act: 'lose', account: 'culled', from: at.place, amount: number(by.cull) });
      observations.push({ kind: 'cull', ...ids, value: by.cull, said: 'culled' });
    }
    const made = await lotsOf(c, at, event.at, [
      { word: 'kept', n: by.keep, unit: p.keepTo, path: 'keepTo' },
      { word: 'second', n: by.second, unit: p.secondTo, path: 'secondTo' },
    ]);
    if (made.length > 0)
      acts.push({
        act: 'shift',
        from: at.place,
        makes: made.map((m) => ({ lot: String(m.id), species: at.lot.species })),
        parts: made.map((m) => ({
          to: { lot: String(m.id), unit: String(m.unitId), stage: at.place.stage },
          amount: number(m.n),
        })),
      });
    if (p.whole)
      acts.push(
        by.undecided > 0
          ? {
              act: 'census',
              holding: at.place,
              count: { number: by.undecided, sd: 0, how: 'counted' },
              mode: 'replace',
            }
          : { act: 'close', holding: at.place },
      );
    // Those that were chosen before are no sample any more: what was deformed went then.
    if (totals.judged > 0 && !/\b(kept|second)\b/.test(at.lot.grade)) {
      const share = wilson(Math.min(totals.deformed, totals.judged), totals.judged);
      const of = { ...ids, trials: totals.judged };
      observations.push(
        {
          kind: 'deformed',
          ...of,
          value: share.estimate,
          low: share.low,
          high: share.high,
          successes: totals.deformed,
        },
        ...Object.entries(totals.deformities).map(([id, n]) => ({
          kind: 'deformKind' as const,
          ...of,
          said: id.replace('deformity:', ''),
          value: n / totals.judged,
          successes: n,
        })),
      );
    }
    const { seqs } = await c.record([
      {
        kind: 'selection',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: { ...p, unit: at.unit.id, lotId: at.lot.id, by, judged: totals.all },
        acts: acts as never,
        observations,
      },
    ]);
    await c.trx('selection').where({ id: on.id }).update({ entry_seq: seqs[0]! });
    await queuePredictions(c, [at.lot.id, ...made.map((m) => m.id)]);
    const name = (word: string) => made.find((m) => m.word === word)?.name ?? null;
    return { lot: at.lot.name, unit: at.unit.name, kept: name('kept'), second: name('second'), judged: totals.all };
  },
  // Taken back, every fish is on the bench again as it was judged.
  async (c, entry) => {
    await c.trx('selection').where({ entry_seq: entry.seq }).update({ entry_seq: null });
  },
);

type Part = { word: string; n: number; unit: number | undefined; path: string };

/** The lots of those that stay in the house, each in its unit; asked about where a unit would be too full. */
async function lotsOf(c: Context, at: Standing, when: number, parts: readonly Part[]) {
  const species = await c.species(at.lot.species);
  const made: { id: number; name: string; word: string; unitId: number; n: number }[] = [];
  for (const { word, n, unit: to, path } of parts) {
    if (n === 0) continue;
    const unit = await unitById(c, to!, path);
    if (unit.id !== at.unit.id) await askTempered(c, at, unit, when, path);
    await warnLoads(
      c,
      [{ unit, adds: n - (unit.id === at.unit.id ? at.number : 0), species: species.id, stage: at.place.stage }],
      path,
    );
    const lot = await newLot(c, {
      species,
      at: when,
      // Chosen again it is not “kept kept”.
      name: await freeLotName(c, `${at.lot.name.replace(/ (kept|second)\d*$/, '')} ${word}`),
      grade: gradeFrom(at.lot.grade, word),
      fertilisedAt: at.lot.fertilised_at,
    });
    made.push({ id: lot.id, name: lot.name, word, unitId: unit.id, n });
  }
  return made;
}
