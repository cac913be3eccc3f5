import { compareCount } from '@/core/books/arithmetic';
import { numberFrom } from '@/core/books/measure';
import type { Measurement } from '@/core/books/measurement';
import { combineEstimates } from '@/core/eggs/combine';
import { grouped } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import { thresholds } from '@/core/thresholds';
import { ActRefused } from '@/server/act/refused';
import { answered, type Context, decides } from '@/server/context';
import { answer, shortfall } from '@/server/questions';
import { said } from '@/server/stock/asks/said';
import { askEarly } from '@/server/stock/asks/sensitive';
import { queuePredictions } from '@/server/stock/jobs';
import { amountOf, countOf } from '@/server/stock/numbers/amounts';
import { askWhichStands } from '@/server/stock/numbers/census';
import { usualCv } from '@/server/stock/numbers/usualScatter';
import { booksOf, can, idsOf, type Standing, standing, standingsIn, unitById } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { changeStage } from './act';

export const decision = decides(changeStage, async (c, p) => {
  const event = eventOf(c, p);
  const unit = await unitById(c, p.unit);
  const [any] = await standingsIn(c, unit.id, asOf(c, event), { lotId: p.lotId });
  if (!any)
    throw new ActRefused('nothingThere', `Nothing stood in ${unit.name} then.`, 'unit', 'Check the unit and the time.');
  const species = await c.species(any.lot.species);
  const order = species.stages.map((s) => s.id);
  const target = order.indexOf(p.to);
  if (target < 1) throw new ActRefused('noStage', `${species.name} has no such stage to change to.`, 'to');
  const at = await standing(c, p.unit, asOf(c, event), { lotId: p.lotId, stage: p.from ?? order[target - 1] });
  const hatching = await can(c, at, 'picked');
  if (hatching) await askEarly(c, at, event.at, 'Hatched', thresholds.hatchFrom.value);
  if ((p.unhatched !== undefined || p.measured) && (!hatching || p.amount.kind !== 'all'))
    throw new ActRefused(
      'hatchNotDone',
      'What did not hatch is known when all that will have hatched.',
      'unhatched',
      'Record a part as it hatches; the rest at the end.',
    );
  const there = { ...at.place, stage: p.to };
  const found = hatching && p.amount.kind === 'all' ? await hatched(c, at, asOf(c, event), p) : null;
  await c.record([
    {
      kind: hatching ? 'hatch' : 'stage',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, ...(found?.mode ? { mode: found.mode } : {}) },
      acts: [
        ...(p.unhatched
          ? [{ act: 'lose' as const, account: 'picked' as const, from: at.place, amount: countOf(p.unhatched) }]
          : []),
        {
          act: 'shift',
          from: at.place,
          makes: [],
          parts: [{ to: there, amount: amountOf(p.amount, answered(c, shortfall) === 'yes') }],
        },
        ...(p.amount.kind === 'all' ? [{ act: 'close' as const, holding: at.place }] : []),
        ...(found?.count && found.mode
          ? [{ act: 'census' as const, holding: there, count: found.count, mode: found.mode }]
          : []),
      ],
      observations: p.unhatched === undefined ? [] : [{ kind: 'unhatched', ...idsOf(at), value: p.unhatched }],
    },
  ]);
  await queuePredictions(c, [at.lot.id]);
  return { lot: at.lot.name, unit: at.unit.name, ...(found?.says ?? {}) };
});

/**
 * How many hatched of a unit that is through: the books less what did not, with what hatched there before; reconciled with
 * a count in another way by their doubts. Asked about where they disagree beyond chance.
 */
async function hatched(
  c: Context,
  at: Standing,
  orderAt: number,
  p: { to: string; unhatched?: number; measured?: Measurement },
) {
  const eggs = await booksOf(c, at.holding, orderAt);
  if ((p.unhatched ?? 0) > eggs.books)
    throw new ActRefused(
      'unhatched',
      `${grouped(p.unhatched!)} are more than the ${grouped(eggs.books)} that stood in ${at.unit.name}.`,
      'unhatched',
      'Check the number; if it is right, count the unit first.',
    );
  const before = await Promise.all(
    (await standingsIn(c, at.unit.id, orderAt, { lotId: at.lot.id, stage: p.to })).map((s) =>
      booksOf(c, s.holding, orderAt),
    ),
  );
  const book = {
    books: before.reduce((n, b) => n + b.books, eggs.books - (p.unhatched ?? 0)),
    estimated: before.reduce((n, b) => n + b.estimated, Math.max(0, eggs.estimated - (p.unhatched ?? 0))),
    // Eggs and larvae of one unit share where their numbers come from: their doubts are added, not their squares.
    sd: before.reduce((n, b) => n + b.sd, eggs.sd),
  };
  const share = (n: { number: number; sd: number }) =>
    p.unhatched === undefined || n.number + p.unhatched === 0
      ? {}
      : {
          share: n.number / (n.number + p.unhatched),
          shareHalf: (Z95 * n.sd * p.unhatched) / (n.number + p.unhatched) ** 2,
        };
  if (!p.measured) {
    const own = { number: Math.round(book.estimated), sd: book.sd };
    return { count: null, mode: null, says: { hatched: said(own).text, ...share(own) } };
  }
  const { meanG: _, ...count } = numberFrom(p.measured, await usualCv(c, p.measured.method, 'count'));
  const compared = compareCount({ number: book.estimated, sd: book.sd }, count);
  const full = p.measured.method === 'counted';
  const chosen = compared.agree ? answered(c, answer) : askWhichStands(c, at, book, count, compared.z, full);
  const mode = chosen ?? (full ? ('replace' as const) : ('combine' as const));
  const together =
    mode === 'replace'
      ? count
      : mode === 'note' || book.sd === 0
        ? { number: Math.round(book.estimated), sd: book.sd }
        : count.sd === 0
          ? count
          : (({ value, sd }) => ({ number: Math.round(value), sd }))(
              combineEstimates([
                { value: book.estimated, sd: book.sd },
                { value: count.number, sd: count.sd },
              ]),
            );
  return {
    count,
    mode,
    says: { hatched: said(together).text, agree: compared.agree, ...share(together) },
  };
}
