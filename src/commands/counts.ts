import { z } from 'zod';
import { compareCount } from '@/core/books/arithmetic';
import { type Measurement, measurement, numberFrom } from '@/core/books/measure';
import { ownRules } from '@/core/ownRules';
import { decimals, figures, grouped, withDoubt } from '@/core/quantities/format';
import { meanWeight, weightBatch } from '@/core/sampling/meanWeight';
import type { Observation } from '@/store/books/record';
import { said } from './bringIn';
import { observe } from './checks';
import { type Context, defineCommand } from './define';
import { CommandRefused } from './refused';
import { askSensitive, sensitive } from './sensitive';
import { booksOf, idsOf, type Standing, seenNumber, stageName, standing } from './standing';
import { usualCv } from './usualVariation';
import { asOf, type Event, eventFields, eventOf } from './when';

const where = { unit: z.number().int(), lotId: z.number().int().optional(), stage: z.string().optional() };
const answer = z.enum(['combine', 'replace', 'note']).optional();

/** A number of what stands in a unit: a census of the books. */
export const recordCount = defineCommand({
  type: 'count.record',
  roles: ['manager', 'culturist'],
  proposes: ['hand'],
  schema: z.object({ ...eventFields, ...where, measured: measurement, answer, sensitive }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const at = await standing(c, p.unit, asOf(c, event), p);
    // An estimate by eye touches nothing.
    if (p.measured.method !== 'estimated')
      await askSensitive(c, at, { ...p, note: event.note }, event.at, 'this count');
    return census(c, event, at, p.measured, p.answer, 'count', p);
  },
});

/** Sample weights; with the whole weighed too they are a count. */
export const recordWeighing = defineCommand({
  type: 'weigh.record',
  roles: ['manager', 'culturist'],
  proposes: ['hand'],
  schema: z.object({
    ...eventFields,
    ...where,
    batches: z.array(weightBatch).min(1, 'needs at least one batch'),
    totalMassG: z.number().gt(0, 'must be above 0').optional(),
    totalMassSdG: z.number().min(0).default(0),
    sure: z.literal('yes').optional(),
    answer,
  }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const at = await standing(c, p.unit, asOf(c, event), p, ['fry', 'fingerling']);
    const mean = meanWeight(p.batches);
    await doubtMass(c, at, mean.ratio, p.sure);
    const size = {
      kind: 'meanG',
      value: mean.ratio,
      low: mean.ratio - mean.half,
      high: mean.ratio + mean.half,
      trials: p.batches.length,
    };
    if (p.totalMassG === undefined) {
      await observe(c, event, 'weighing', p, {
        ...idsOf(at),
        ...size,
      });
      return { lot: at.lot.name, unit: at.unit.name, meanG: mean.ratio };
    }
    const measured: Measurement = {
      method: 'weight',
      batches: p.batches,
      totalMassG: p.totalMassG,
      totalMassSdG: p.totalMassSdG,
    };
    return census(c, event, at, measured, p.answer, 'weighing', { ...p, measured }, size);
  },
});

/** Grams each, above which the unit is asked about where nothing was weighed before. */
const HEAVY_G: Record<string, number> = {
  egg: ownRules.heavyEgg.value,
  yolksac: ownRules.heavyYolksac.value,
  fry: ownRules.heavyFry.value,
  fingerling: ownRules.heavyFingerling.value,
};

async function doubtMass(c: Context, at: Standing, meanG: number, sure: 'yes' | undefined): Promise<void> {
  if (sure === 'yes') return;
  const last = (await c
    .trx('observation')
    .where({ lot_id: at.lot.id, kind: 'meanG' })
    .orderBy('at', 'desc')
    .first('value')) as { value: number } | undefined;
  const heavy = HEAVY_G[at.place.stage] ?? ownRules.heavyFingerling.value;
  const wild = last
    ? meanG / last.value > ownRules.massFactor.value || last.value / meanG > ownRules.massFactor.value
    : meanG > heavy;
  if (!wild) return;
  const than = last ? `; the last weighing gave ${figures(last.value, 3)} g` : `; that is heavy for ${stageName(at)}`;
  throw new CommandRefused(
    'massUnit',
    `That makes ${figures(meanG, 3)} g each${than}. Is the unit right?`,
    'batches',
    'Check grams against kilograms.',
    {
      field: 'sure',
      choices: [{ value: 'yes', label: `They do weigh ${figures(meanG, 3)} g each` }],
    },
  );
}

/** The unit is found empty: what the books still show goes to unexplained. */
export const recordEmptied = defineCommand({
  type: 'unit.emptied',
  roles: ['manager', 'culturist'],
  schema: z.object({ ...eventFields, ...where }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const at = await standing(c, p.unit, asOf(c, event), p);
    await c.record([
      {
        kind: 'emptied',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: p,
        acts: [{ act: 'close', holding: at.place }],
      },
    ]);
    return { lot: at.lot.name, unit: at.unit.name, unexplained: at.number };
  },
});

/**
 * Compares a count with the books (drift included) and records what the user chose. Without a choice: combined while
 * the two agree, or, when everything was counted one by one, put in place of the books; on disagreement beyond chance
 * the user is asked, with which is likelier wrong.
 */
async function census(
  c: Context,
  event: Event,
  at: Standing,
  m: Measurement,
  choice: 'combine' | 'replace' | 'note' | undefined,
  kind: string,
  intent: unknown,
  size?: Observation,
) {
  const { meanG: _, ...count } = numberFrom(m, await usualCv(c, m.method, 'count'));
  const book = await booksOf(c, at.holding, asOf(c, event));
  const compared = compareCount({ number: book.estimated, sd: book.sd }, count);
  const full = m.method === 'counted';
  if (!choice && !compared.agree) throw disagreement(at, book, count, compared.z, full);
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

/** The question where a count and the books differ beyond chance: which stands. */
export function disagreement(
  at: Standing,
  book: { books: number; estimated: number; sd: number },
  count: { number: number; sd: number },
  z: number,
  full: boolean,
): CommandRefused {
  const b = withDoubt(book.estimated, 1.96 * book.sd);
  const n = withDoubt(count.number, 1.96 * count.sd);
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
  return new CommandRefused(
    'disagree',
    `The count says ${words(n)}, the books say ${words(b)} in ${at.unit.name}: ${grouped(off)} ${more ? 'more' : 'fewer'}, beyond chance (${Math.abs(z) > 99 ? 'far off' : `${decimals(Math.abs(z), 1)} standard deviations`}). ${likelier}. ${look}`,
    'answer',
    'Say what the books shall do.',
    {
      field: 'answer',
      choices: [
        {
          value: 'replace',
          label: `Take the count, ${n.number}`,
          why: `${grouped(off)} ${more ? 'come from' : 'go to'} unexplained`,
        },
        { value: 'combine', label: 'Combine the two', why: 'each by how sure it is' },
        { value: 'note', label: 'Note it only', why: 'the books stay; look first' },
      ],
    },
  );
}
