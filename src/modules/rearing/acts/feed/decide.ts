import { figures, grouped, plain } from '@/core/quantities/format';
import type { Station } from '@/core/species/stations';
import { thresholds } from '@/core/thresholds';
import { clock, dayMonth, localDay } from '@/core/time/localDay';
import { DAY_MS, MINUTE_MS } from '@/core/time/spans';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context, decides } from '@/server/context';
import { feedingNow } from '@/server/stock/feeding/feedingNow';
import { feedLotOf } from '@/server/stock/feeding/feedLot';
import { can, idsOf, type Standing, standing } from '@/server/stock/standing';
import { stockNow } from '@/server/stock/stockNow';
import { asOf, eventOf } from '@/server/when';
import { askHeld } from '../hold/askHeld';
import { again, beyond, feedLotOdd, recordFeed, sure } from './act';

export const decision = decides(recordFeed, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p, ['eats', 'ponded']);
  if (await can(c, at, 'picked'))
    throw new ActRefused('eggsDoNotEat', `${at.unit.name} holds eggs.`, 'unit', 'Check the unit.');
  if (p.leftG !== undefined && p.leftG > p.massG)
    throw new ActRefused(
      'moreLeftThanGiven',
      'More was left than was given.',
      'leftG',
      'Leftovers are wet: weigh them dry, or take the water off.',
    );
  await mustBeAMeal(c, at, p, event.at);
  await askHeld(c, at, event.at);
  await mustBeMeant(c, at, p, event.at);
  const from = p.feedLot === undefined ? null : await takenFrom(c, p.feedLot, p.massG, event.at);
  const of = idsOf(at);
  await c.record([
    {
      kind: 'feed',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: from ? { ...p, feed: from.product, fromLot: from.name } : p,
      acts: [],
      observations: [
        { ...of, kind: 'feed', value: p.massG, feed_lot_id: from?.id },
        ...(p.leftG ? [{ ...of, kind: 'feedLeft' as const, value: p.leftG }] : []),
      ],
    },
  ]);
  return { lot: at.lot.name, unit: at.unit.name };
});

/** Feed that is written down once in so many days at most is taken for all of them together. */
const MOST_DAYS = 10;

/** Grams each that is reckoned with where none was weighed. */
const mealG = (): Record<Station, number> => ({
  eggs: thresholds.heavyEgg.value,
  yolksac: thresholds.heavyYolksac.value,
  fry: thresholds.heavyFry.value / 4,
  fingerlings: thresholds.heavyFingerling.value / 20,
});

/** A meal held against the fish it is for: by their mean mass as last weighed, else by the heaviest of their stage. */
async function mustBeAMeal(c: Context, at: Standing, p: { massG: number }, when: number): Promise<void> {
  const weighed = await c
    .trx('observation')
    .where({ lot_id: at.lot.id, kind: 'meanG' })
    .where('at', '<=', when)
    .orderBy('at', 'desc')
    .first('value');
  const meanG = weighed?.value ?? mealG()[at.holding.station];
  const stand = meanG * at.number;
  if (at.number <= 0 || p.massG <= thresholds.mostMeal.value * stand) return;
  // Some write their feed down once a week: what is given is for the days since the feed, or the fish, before it.
  const [fed, came] = (await Promise.all([
    c.trx('observation').where({ holding_id: at.holding.id, kind: 'feed' }).where('at', '<', when).max({ at: 'at' }),
    c
      .trx('posting')
      .where({ holding_id: at.holding.id, account: 'holding' })
      .where('delta', '>', 0)
      .whereNull('superseded_seq')
      .where('order_at', '<=', when)
      .max({ at: 'order_at' }),
  ])) as [[{ at: number | null }], [{ at: number | null }]];
  const since = fed[0].at ?? came[0].at ?? when;
  const days = Math.min(MOST_DAYS, Math.max(1, Math.round((when - since) / DAY_MS)));
  const most = thresholds.mostMeal.value * stand * days;
  if (p.massG <= most) return;
  const says = `${figures(p.massG / 1000, 3)} kg of feed for ${grouped(at.number)} fish of ${weighed ? '' : 'at most '}${figures(meanG, 3)} g: ${Math.round((100 * p.massG) / stand)} % of their mass${days > 1 ? ` in ${days} days` : ''}.`;
  if (p.massG > thresholds.absurdMeal.value * most)
    throw new ActRefused('absurdMeal', says, 'massG', 'No fish eats that: check grams against kilograms.');
  ask(c, sure, {
    message: says,
    path: 'massG',
    todo: 'Check grams against kilograms.',
    choices: [{ value: 'yes', label: 'It was given' }],
  });
}

/** Masses that differ by less are the same cup. */
const SAME = 0.02;

/** A tank fed twice: the same cup a moment ago, or a day that comes to far more than its ration. */
async function mustBeMeant(c: Context, at: Standing, p: { massG: number }, when: number): Promise<void> {
  const day = localDay(when, c.site.timeZone);
  const earlier = (
    await c
      .trx('observation as o')
      .join('entry as e', 'e.seq', 'o.entry_seq')
      .join('person as w', 'w.id', 'e.recorded_by')
      .where({ 'o.holding_id': at.holding.id, 'o.kind': 'feed' })
      .where('o.at', '>=', day.start)
      .where('o.at', '<', day.end)
      .orderBy('o.at')
      .select<{ seq: number; at: number; value: number; who: string; measuredBy: string }[]>({
        seq: 'o.entry_seq',
        at: 'o.at',
        value: 'o.value',
        who: 'w.name',
        measuredBy: 'e.measured_by',
      })
  ).filter((m) => m.seq !== c.replacing?.seq);
  const same = earlier.find(
    (m) => Math.abs(m.at - when) < thresholds.sameMeal.value * MINUTE_MS && Math.abs(m.value / p.massG - 1) < SAME,
  );
  if (same)
    ask(c, again, {
      message: `${same.measuredBy || same.who} gave ${at.unit.name} ${plain(Number(same.value.toPrecision(4)))} g at ${clock(same.at, c.site.timeZone)}.`,
      path: 'massG',
      todo: 'Is this another meal, or the same one written down twice?',
      choices: [{ value: 'another', label: 'Another meal' }],
    });
  const sum = earlier.reduce((s, m) => s + m.value, 0) + p.massG;
  // A ration is reckoned only where something can be too much: nothing yet, and a small cup, is not.
  if (earlier.length === 0 || localDay(c.now, c.site.timeZone).start !== day.start) return;
  const holding = (await stockNow(c.trx, c.site.id, c.now, { lotId: at.lot.id })).find(
    (s) => s.holdingId === at.holding.id,
  );
  if (!holding) return;
  const { of } = await feedingNow(c.trx, { siteId: c.site.id, timeZone: c.site.timeZone }, c.now, [holding]);
  const { prescribed } = of.get(at.holding.id)!;
  if (prescribed.is !== 'ration' || prescribed.methodG <= 0) return;
  if (sum <= thresholds.aboveRation.value * prescribed.methodG) return;
  ask(c, beyond, {
    message: `That makes ${figures(sum, 3)} g for ${at.unit.name} today; its ration is ${figures(prescribed.methodG, 3)} g.`,
    path: 'massG',
    todo: 'Look at the bottom of the tank before more goes in.',
    choices: [{ value: 'yes', label: 'It was given' }],
  });
}

/** The lot of feed that it came from: of this store, in date, and with so much left. */
async function takenFrom(c: Context, id: number, massG: number, when: number) {
  const lot = await feedLotOf(c, id, 'feedLot');
  const odd: string[] = [];
  if (lot.bestBefore !== null && lot.bestBefore < when)
    odd.push(`Lot ${lot.name} was good until ${dayMonth(lot.bestBefore - 1, c.site.timeZone, when)}.`);
  // A correction has its own cup back in the store.
  const back = c.replacing
    ? ((
        await c
          .trx('observation')
          .where({ entry_seq: c.replacing.seq, kind: 'feed', feed_lot_id: id })
          .first<{ value: number } | undefined>('value')
      )?.value ?? 0)
    : 0;
  if (lot.leftG + back < massG)
    odd.push(`The store has ${figures(Math.max(0, lot.leftG + back) / 1000, 3)} kg left of lot ${lot.name}.`);
  if (odd.length > 0)
    ask(c, feedLotOdd, {
      message: odd.join(' '),
      path: 'feedLot',
      todo: 'Old feed turns rancid and costs vitamins: is this the bag?',
      choices: [{ value: 'yes', label: 'It came from this bag' }],
    });
  return lot;
}
