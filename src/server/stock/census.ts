import { compareCount } from '@/core/books/arithmetic';
import { numberFrom } from '@/core/books/measure';
import type { Measurement } from '@/core/books/measurement';
import { decimals, grouped, withDoubt } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import type { Event } from '@/server/act/event';
import { answered, ask, type Context } from '@/server/context';
import { answer } from '@/server/questions';
import { asOf } from '@/server/when';
import type { Observation } from '@/store/books/record';
import { said } from './said';
import { booksOf, idsOf, type Standing, seenNumber } from './standing';
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
  const { meanG: _, ...count } = numberFrom(m, await usualCv(c, m.method, 'count'));
  const book = await booksOf(c, at.holding, asOf(c, event));
  const compared = compareCount({ number: book.estimated, sd: book.sd }, count);
  const full = m.method === 'counted';
  const choice = compared.agree ? answered(c, answer) : askWhichStands(c, at, book, count, compared.z, full);
  const mode = choice ?? (full ? 'replace' : 'combine');
  const { derivations } = await c.record([
    {
      kind,
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...(intent as object), mode },
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

/** Asked where a count and the books differ beyond chance: which stands. */
export function askWhichStands(
  c: Context,
  at: Standing,
  book: { books: number; estimated: number; sd: number },
  count: { number: number; sd: number },
  z: number,
  full: boolean,
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
    message: `The count says ${words(n)}, the books say ${words(b)} in ${at.unit.name}: ${grouped(off)} ${more ? 'more' : 'fewer'}, beyond chance (${Math.abs(z) > 99 ? 'far off' : `${decimals(Math.abs(z), 1)} standard deviations`}). ${likelier}. ${look}`,
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
