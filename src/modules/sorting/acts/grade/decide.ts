import type { Amount } from '@/core/books/entry';
import { gradeFrom } from '@/core/brood/broodGrade';
import { ActRefused } from '@/server/act/refused';
import { answered, type Context, decides } from '@/server/context';
import { shortfall } from '@/server/questions';
import { warnLoads } from '@/server/stock/asks/loads';
import { askSensitive } from '@/server/stock/asks/sensitive';
import { askSuspect } from '@/server/stock/asks/suspect';
import { askTempered } from '@/server/stock/asks/temper';
import { askTaken } from '@/server/stock/feeding/larvaeAt';
import { queuePredictions } from '@/server/stock/jobs';
import { freeLotName, newLot } from '@/server/stock/lots';
import { amountOf, expected } from '@/server/stock/numbers/amounts';
import { standing, unitById } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { grade } from './act';

export const decision = decides(grade, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p);
  await askSensitive(c, at, event.note, event.at, 'this grading');
  const species = await c.species(at.lot.species);
  if (new Set(p.classes.map((k) => k.grade)).size !== p.classes.length)
    throw new ActRefused('twice', 'Two classes have one name.', 'classes');
  if (new Set(p.classes.map((k) => k.unit)).size !== p.classes.length)
    throw new ActRefused('twice', 'Two classes go to one unit.', 'classes', 'Each class needs a unit of its own.');
  const rest = p.classes.filter((k) => k.amount.kind === 'all');
  if (rest.length > 1) throw new ActRefused('rest', 'Only one class can be “the rest”.', 'classes');
  const ordered = [...p.classes.filter((k) => k.amount.kind !== 'all'), ...rest];
  // While a grading is being corrected each class finds its own lot again before a new name takes one left over.
  const gradeOf = (k: { grade: string }) => gradeFrom(at.lot.grade, k.grade);
  const keeps = (k: { grade: string }) => c.replacing?.lots.some((l) => l.grade === gradeOf(k)) ?? false;
  const children = new Map<string, { id: number; name: string }>();
  for (const k of [...ordered.filter(keeps), ...ordered.filter((x) => !keeps(x))])
    children.set(
      k.grade,
      await newLot(c, {
        species,
        at: event.at,
        name: await childName(c, at.lot.name, k.grade, gradeOf(k)),
        grade: gradeOf(k),
        fertilisedAt: at.lot.fertilised_at,
      }),
    );
  const parts: { to: { lot: string; unit: string; stage: string }; amount: Amount }[] = [];
  let taken = 0;
  const units = await Promise.all(ordered.map((k) => unitById(c, k.unit, 'classes')));
  await askSuspect(c, [at], units, 'classes');
  await askTaken(c, [at], units, event.at, 'classes');
  for (const [i, k] of ordered.entries()) {
    const unit = units[i]!;
    if (unit.id !== at.unit.id) await askTempered(c, at, unit, event.at, 'classes');
    const amount = amountOf(k.amount, answered(c, shortfall) === 'yes');
    // The rest is what the other classes leave; what is graded in its own unit leaves it first.
    const comes = k.amount.kind === 'all' ? Math.max(0, at.number - taken) : expected(at, amount);
    taken += comes;
    await warnLoads(
      c,
      [
        {
          unit,
          adds: comes - (unit.id === at.unit.id ? at.number : 0),
          species: species.id,
          stage: k.stage ?? at.place.stage,
        },
      ],
      'classes',
    );
    const lot = String(children.get(k.grade)!.id);
    parts.push({ to: { lot, unit: String(unit.id), stage: k.stage ?? at.place.stage }, amount });
  }
  await c.record([
    {
      kind: 'grade',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: p,
      acts: [
        {
          act: 'shift',
          from: at.place,
          makes: parts.map((x) => ({ lot: x.to.lot, species: species.id })),
          parts,
        },
        { act: 'close', holding: at.place },
      ],
    },
  ]);
  await queuePredictions(c, [at.lot.id, ...[...children.values()].map((k) => k.id)]);
  return { from: at.lot.name, lots: ordered.map((k) => children.get(k.grade)!.name) };
});

/**
 * Parent's name and the class; a number behind it when the parent was graded into such a class before. A lot of the
 * entry that is being corrected keeps its name.
 */
async function childName(c: Context, parent: string, name: string, grade: string): Promise<string> {
  const own = c.replacing?.lots.find((l) => l.grade === grade);
  if (own) return (await c.trx('lot').where({ id: own.id }).first<{ name: string }>('name')).name;
  return freeLotName(c, `${parent} ${name}`);
}
