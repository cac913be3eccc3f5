import { compareCount } from '@/core/books/arithmetic';
import { numberFrom } from '@/core/books/measure';
import type { Measurement } from '@/core/books/measurement';
import { type Apart, argued, whyApart } from '@/core/counting/whyApart';
import { decimals, grouped, withDoubt } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import { DAY_MS } from '@/core/time/spans';
import type { Event } from '@/server/act/event';
import { answered, ask, type Context } from '@/server/context';
import { answer } from '@/server/questions';
import { asOf } from '@/server/when';
import type { Observation } from '@/store/books/record';
import { said } from '../asks/said';
import { booksOf, idsOf, type Standing, seenNumber } from '../standing';
import { usualCv } from './usualScatter';

/**
 * Compares a count with the books (drift included) and records what the user chose. Without a choice: combined while
 * the two agree, or, when everything was counted one by one, put in place of the books; on disagreement beyond chance
 * the user is asked, with which is likelier wrong.
 */
export async function census(
  c: Context,
  event: Event,
  at: Standing,
  m: Measurement,
  kind: string,
  intent: unknown,
  size?: Observation,
) {
  const { meanG, ...count } = numberFrom(m, await usualCv(c, m.method, 'count'));
  const book = await booksOf(c, at.holding, asOf(c, event));
  const compared = compareCount({ number: book.estimated, sd: book.sd }, count);
  const full = m.method === 'counted';
  const choice = compared.agree
    ? answered(c, answer)
    : askWhichStands(
        c,
        at,
        book,
        count,
        compared.z,
        full,
        argued(whyApart(await knownOf(c, at, asOf(c, event), { book, count, m, meanG }))),
      );
  const mode = choice ?? (full ? 'replace' : 'combine');
  const { derivations } = await c.record([
    {
      kind,
      ...event,
      replacesSeq: c.replacing?.seq,
      // The number as it was worked then: the ledger's line needs no calculation.
      intent: { ...(intent as object), mode, found: count.number },
      acts: [{ act: 'census', holding: at.place, count, mode }],
      observations: [
        {
          kind: 'census',
          ...idsOf(at),
          ...seenNumber(count),
        },
        ...(size ? [{ ...idsOf(at), ...size }] : []),
      ],
    },
  ]);
  const found = derivations[0]?.censuses[0];
  return {
    lot: at.lot.name,
    unit: at.unit.name,
    mode,
    count: said(count),
    books: said({ number: book.estimated, sd: book.sd }),
    agree: compared.agree,
    z: compared.z,
    unexplained: found ? -found.posted : 0,
  };
}

export type Census = Awaited<ReturnType<typeof census>>;

/** What the last count or the start of a holding was, what it weighed then, and the parts in which it is measured now. */
async function knownOf(
  c: Context,
  at: Standing,
  when: number,
  now: {
    book: { books: number; estimated: number; sd: number };
    count: { number: number; sd: number };
    m: Measurement;
    meanG: number | undefined;
  },
): Promise<Apart> {
  const of = c.trx('observation').where({ holding_id: at.holding.id }).where('at', '<', when).orderBy('at', 'desc');
  const [counted, weighed, came] = [
    await of
      .clone()
      .where({ kind: 'census' })
      .first<{ at: number; value: number; low: number | null; high: number | null } | undefined>(
        'at',
        'value',
        'low',
        'high',
      ),
    await c
      .trx('observation')
      .where({ lot_id: at.lot.id, kind: 'meanG' })
      .where('at', '<', when)
      .orderBy('at', 'desc')
      .first<{ value: number } | undefined>('value'),
    await c
      .trx('posting')
      .where({ holding_id: at.holding.id })
      .whereNull('superseded_seq')
      .orderBy('order_at')
      .first<{ at: number; id: number; delta: number } | undefined>({ at: 'order_at', id: 'id', delta: 'delta' }),
  ];
  const start = counted
    ? {
        number: counted.value,
        sd: ((counted.high ?? counted.value) - (counted.low ?? counted.value)) / 2 / Z95,
        at: counted.at,
      }
    : came && { number: Math.abs(came.delta), sd: await sdOf(c, came.id), at: came.at };
  const total = now.m.method === 'buckets' ? now.m.bucketsG.reduce((s, g) => s + g, 0) : 0;
  return {
    count: now.count,
    books: { number: now.book.estimated, sd: now.book.sd, drift: Math.max(0, now.book.books - now.book.estimated) },
    start: start ? { number: start.number, sd: start.sd, days: Math.max(0, (when - start.at) / DAY_MS) } : null,
    parts: now.m.method === 'buckets' ? now.m.bucketsG.map((g) => (now.count.number * g) / total) : [],
    massG: now.meanG !== undefined && weighed ? { now: now.meanG, before: weighed.value } : null,
  };
}

/** Standard deviation of what one posting moved. */
async function sdOf(c: Context, posting: number): Promise<number> {
  const row = await c
    .trx('posting_loading as l')
    .join('error_source as s', 's.id', 'l.source_id')
    .where('l.posting_id', posting)
    .first<{ v: number | null } | undefined>(c.trx.raw('SUM(POW(l.coefficient * s.sd, 2)) AS v'));
  return Math.sqrt(Number(row?.v ?? 0));
}

/** Asked where a count and the books differ beyond chance: which stands. */
export function askWhichStands(
  c: Context,
  at: Standing,
  book: { books: number; estimated: number; sd: number },
  count: { number: number; sd: number },
  z: number,
  full: boolean,
  /** What may explain it, in a sentence. */
  why = '',
) {
  const b = withDoubt(book.estimated, Z95 * book.sd);
  const n = withDoubt(count.number, Z95 * count.sd);
  const words = (d: { number: string; half: string | null }) => (d.half ? `${d.number} ±${d.half}` : d.number);
  const more = count.number > book.estimated;
  const likelier = full
    ? 'Everything was counted, so the books are likelier wrong'
    : book.sd > 1.5 * count.sd
      ? 'The books rest on the vaguer number, so they are likelier wrong'
      : count.sd > 1.5 * book.sd
        ? 'The count is the vaguer of the two, so it is likelier wrong'
        : 'Neither is clearly the vaguer';
  const look = more
    ? 'Look for: animals counted twice, water weighed with them, a loss typed too high, fish let in.'
    : 'Look for: a batch of large ones, unseen dead, an escape, a move that nobody entered.';
  const off = Math.abs(count.number - book.estimated);
  return ask(c, answer, {
    message: `The count says ${words(n)}, the books say ${words(b)} in ${at.unit.name}: ${grouped(off)} ${more ? 'more' : 'fewer'}, beyond chance (${Math.abs(z) > 99 ? 'far off' : `${decimals(Math.abs(z), 1)} standard deviations`}). ${likelier}. ${why || look}`,
    path: 'answer',
    todo: 'Say what the books shall do.',
    choices: [
      {
        value: 'replace',
        label: `Take the count, ${n.number}`,
        why: `${grouped(off)} ${more ? 'more than the books have' : 'are missing'}`,
      },
      { value: 'combine', label: 'Combine the two', why: 'each by how sure it is' },
      { value: 'note', label: 'Note it only', why: 'the books stay; look first' },
    ],
  });
}
