import { clock, dayMonth } from '@/core/time/localDay';
import { HOUR_MS } from '@/core/time/spans';
import { ActRefused } from '@/server/act/refused';
import { ask, decides } from '@/server/context';
import { idsOf, standing, unitById } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { planGrading, ready } from './act';

/** A grading is planned no further ahead: until then the sizes are others. */
const MOST_AHEAD_MS = 60 * 24 * HOUR_MS;
/** After it the fish stay without feed for so long. */
const AFTER_HOURS = 4;

export const decision = decides(planGrading, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p, ['eats']);
  if (p.on < event.at - HOUR_MS)
    throw new ActRefused('past', 'That has passed.', 'on', 'A grading that was done is recorded by Grade.');
  if (p.on > event.at + MOST_AHEAD_MS)
    throw new ActRefused(
      'far',
      'That is more than sixty days ahead.',
      'on',
      'By then they are of other sizes: plan it later.',
    );
  const names = p.classes.map((k) => k.grade);
  if (new Set(names).size !== names.length) throw new ActRefused('twice', 'Two classes have one name.', 'classes');
  const units = p.classes.flatMap((k) => (k.unit === null ? [] : [k.unit]));
  if (new Set(units).size !== units.length)
    throw new ActRefused('twice', 'Two classes go to one unit.', 'classes', 'Each class needs a unit of its own.');
  if (p.barsMm.length > 0 && p.barsMm.length !== p.classes.length - 1)
    throw new ActRefused('bars', `${p.classes.length} classes want ${p.classes.length - 1} bars.`, 'barsMm');
  const spoken: string[] = [];
  for (const id of units) {
    if (id === at.unit.id) continue;
    const unit = await unitById(c, id, 'classes');
    const there = await c.trx('holding').where({ unit_id: id }).where('number', '>', 0).first('id');
    if (there) spoken.push(`${unit.name} holds others now`);
  }
  const missing = p.classes.length - units.length;
  if (missing > 0) spoken.push(`${missing === 1 ? 'one class has' : `${missing} classes have`} no tank yet`);
  const holdFrom = p.on - p.noFeedHours * HOUR_MS;
  if (holdFrom < event.at - HOUR_MS)
    spoken.push(
      `without feed since ${clock(holdFrom, c.site.timeZone)} on ${dayMonth(holdFrom, c.site.timeZone, event.at)} has passed`,
    );
  if (spoken.length > 0)
    ask(c, ready, {
      message: `${spoken.join('; ')}.`,
      path: 'classes',
      todo: 'A class without a tank waits in a bowl, and full fish die of handling. A day later is cheaper.',
      choices: [{ value: 'yes', label: 'Plan it all the same' }],
    });
  await c.record([
    {
      kind: 'gradingPlan',
      ...event,
      replacesSeq: c.replacing?.seq,
      // Read as a hold of the feed, too: it begins when the fish are to be empty and ends some hours after the grading.
      intent: { ...p, why: 'grading', holdFrom, until: p.on + AFTER_HOURS * HOUR_MS },
      acts: [],
      observations: [{ ...idsOf(at), kind: 'gradingPlan', value: p.on }],
    },
  ]);
  return { lot: at.lot.name, unit: at.unit.name, holdFrom };
});
