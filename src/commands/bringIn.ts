import { z } from 'zod';
import { measurement, numberFrom } from '@/core/books/measure';
import { notAMass } from '@/core/brood/plausible';
import { ownRules } from '@/core/ownRules';
import { figures, grouped, withDoubt } from '@/core/quantities/format';
import { benchState } from '@/core/spawning/bench';
import { type Species, stageOf, valueNamed } from '@/core/species/species';
import { benchEntries } from '@/store/bench';
import { goneBy } from './broodLife';
import { type Context, defineCommand } from './define';
import { queuePredictions } from './jobs';
import { loadAnswers, warnLoads } from './loads';
import { broodFish, knownSpecies, newLot, nextId, type ParentRow } from './lots';
import { CommandRefused } from './refused';
import { unitById } from './standing';
import { askStrains, strainAnswer } from './strains';
import { usualCv } from './usualVariation';
import { eventFields, eventOf } from './when';

const tag = z.string().trim().min(1, 'needs a tag').max(40, 'is too long');
const lotName = z.string().trim().max(40, 'is too long').optional();

/** Females by tag, with body mass where weighed, and their share of the eggs where known. */
const female = z.object({
  tag,
  massG: z.number().gt(0, 'must be above 0').optional(),
  share: z.number().gt(0).max(1).optional(),
});

/**
 * Eggs taken and fertilised. Pooled: every female's eggs met the milt of all males, taken as equal fathers. By pair:
 * each cross is a family. A female's share of the eggs is as given, else by body mass (assumed), else equal.
 */
export const recordTake = defineCommand({
  type: 'take.record',
  roles: ['manager', 'culturist'],
  schema: z
    .object({
      ...eventFields,
      species: z.string(),
      lotName,
      females: z.array(female).min(1, 'needs at least one female'),
      males: z.array(z.object({ tag })).min(1, 'needs at least one male'),
      cross: z.enum(['pooled', 'pairs']),
      pairs: z.array(z.object({ female: tag, males: z.array(tag).min(1, 'needs a male') })).default([]),
      measured: measurement,
      hardened: z.boolean().default(true),
      /** White or broken ones taken out before the count: taken, and lost. */
      removed: z.number().int('must be a whole number').min(0, 'cannot be negative').default(0),
      unit: z.number().int(),
      /** The spawning day and bowl that the eggs come from. */
      day: z.number().int().optional(),
      bowl: z.string().trim().max(20).optional(),
      sure: z.literal('yes').optional(),
      otherKind: z.literal('another').optional(),
      goneBefore: z.literal('stored').optional(),
      ...strainAnswer,
      ...loadAnswers,
    })
    .refine((p) => new Set(p.females.map((f) => f.tag)).size === p.females.length, {
      path: ['females'],
      error: 'one tag stands twice',
    })
    .refine((p) => new Set(p.males.map((f) => f.tag)).size === p.males.length, {
      path: ['males'],
      error: 'one tag stands twice',
    }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const species = await c.species(knownSpecies(p.species).id);
    const unit = await unitById(c, p.unit);
    p.females.forEach((f, i) => {
      const why = f.massG === undefined ? null : notAMass(species, f.massG);
      if (why) throw new CommandRefused('mass', why, `females.${i}.massG`, 'Check the unit.');
    });
    const females = await broodFish(
      c,
      species.id,
      'female',
      p.females.map((f) => f.tag),
      p,
    );
    const males = await broodFish(
      c,
      species.id,
      'male',
      p.males.map((m) => m.tag),
      p,
    );
    const pairs = pairsOf(p, females, males);
    askStrains(
      pairs.flatMap((x) => x.males.map((m): [ParentRow, ParentRow] => [females.get(x.female)!, males.get(m)!])),
      p,
      'males',
    );
    await mustHaveBeenThere(c, [...females.values(), ...males.values()], event.at, p);
    const number = numberFrom(p.measured, await usualCv(c, p.measured.method, 'take'));
    if (number.number === 0)
      throw new CommandRefused('none', 'That makes no eggs at all.', 'measured', 'Check the samples and the total.');
    mustBeTheirEggs(await c.species(species.id), p, number.number + p.removed);
    await warnLoads(c, [{ unit, adds: number.number, species: species.id, stage: 'egg' }], p, 'unit');
    const fertilisedAt = await fertilisedIn(c, p, event.at);
    const lot = await newLot(c, { species, at: event.at, name: p.lotName, fertilisedAt });
    const place = { lot: String(lot.id), unit: String(unit.id), stage: 'egg' };
    const composition = await makeFamilies(c, lot.id, p, pairs, females, males);
    await c.record([
      {
        kind: 'take',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: p,
        acts: [
          {
            act: 'bring',
            account: 'taken',
            to: place,
            species: species.id,
            count: { ...number, number: number.number + p.removed },
            composition,
          },
          ...(p.removed > 0
            ? [
                {
                  act: 'lose' as const,
                  account: 'picked' as const,
                  from: place,
                  amount: {
                    kind: 'number' as const,
                    number: p.removed,
                    sd: 0,
                    df: null,
                    how: 'counted' as const,
                    shortfall: false,
                  },
                },
              ]
            : []),
        ],
        observations:
          p.day === undefined
            ? []
            : [{ kind: 'take', spawning_day_id: p.day, lot_id: lot.id, value: number.number, said: p.bowl ?? null }],
      },
    ]);
    await queuePredictions(c, [lot.id]);
    return { lotId: lot.id, lot: lot.name, ...said(number) };
  },
});

/** Eggs held against the females that gave them, where all were weighed. */
function mustBeTheirEggs(
  species: Species,
  p: { females: readonly { massG?: number }[]; sure?: 'yes' },
  eggs: number,
): void {
  const perKg = valueNamed(species, 'eggs per kg of female');
  const massG = p.females.reduce((s, f) => s + (f.massG ?? Number.NaN), 0);
  if (!perKg || !(massG > 0)) return;
  const times = eggs / ((massG / 1000) * perKg.value);
  const says = `${grouped(eggs)} eggs are ${figures(times, 2)} times what ${figures(massG / 1000, 3)} kg of ${species.name} females usually give (${grouped(perKg.value)} a kg).`;
  if (times > ownRules.absurdYield.value)
    throw new CommandRefused('absurdYield', says, 'measured', 'Check the samples, the total, and the females’ mass.');
  if (times > ownRules.oddYield.value && p.sure !== 'yes')
    throw new CommandRefused('yield', says, 'measured', 'Check the samples, the total, and the females’ mass.', {
      field: 'sure',
      choices: [{ value: 'yes', label: 'I looked again: it is right' }],
    });
}

type Take = z.output<typeof recordTake.schema>;

/** Eggs of a bowl were fertilised when eggs and milt came together, or on their nest: not when they were counted. */
async function fertilisedIn(c: Context, p: { day?: number; bowl?: string }, at: number): Promise<number> {
  if (p.day === undefined || p.bowl === undefined) return at;
  const bowl = benchState(await benchEntries(c.trx, p.day)).bowls.find((b) => b.bowl === p.bowl);
  if (!bowl) throw new CommandRefused('noBowl', `There is no bowl ${p.bowl} on this day.`, 'bowl');
  if (bowl.take && bowl.take.entry !== c.replacing?.id)
    throw new CommandRefused('counted', `Bowl ${p.bowl} was counted already.`, 'bowl', 'Put that count right instead.');
  return Math.min(bowl.at, at);
}

/** Eggs and milt are used within two days of a fish's death, unless they were kept frozen. */
const AFTER_DEATH = 2 * 86_400_000;

/** A parent that left long before is a tag misread, or its milt was kept. */
async function mustHaveBeenThere(
  c: Context,
  parents: readonly ParentRow[],
  at: number,
  answer: { goneBefore?: 'stored' },
): Promise<void> {
  if (answer.goneBefore) return;
  for (const fish of parents) {
    const gone = await goneBy(c, fish.id, at - AFTER_DEATH);
    if (gone)
      throw new CommandRefused(
        'gone',
        `${fish.tag} left more than two days before: ${gone.name}.`,
        'females',
        'Check the tag and the day.',
        { field: 'goneBefore', choices: [{ value: 'stored', label: `What ${fish.tag} gave was kept` }] },
      );
  }
}

/** Who met whom: pooled, every female all males. */
function pairsOf(p: Take, females: ReadonlyMap<string, unknown>, males: ReadonlyMap<string, unknown>): Take['pairs'] {
  const pairs =
    p.cross === 'pooled' ? p.females.map((f) => ({ female: f.tag, males: p.males.map((m) => m.tag) })) : p.pairs;
  for (const f of p.females)
    if (!pairs.some((x) => x.female === f.tag))
      throw new CommandRefused('noMale', `${f.tag} has no male.`, 'pairs', 'Give each female at least one male.');
  for (const x of pairs) {
    if (!females.has(x.female)) throw new CommandRefused('noFemale', `${x.female} is not among the females.`, 'pairs');
    for (const m of x.males)
      if (!males.has(m)) throw new CommandRefused('noMale', `${m} is not among the males.`, 'pairs');
  }
  return pairs;
}

async function makeFamilies(
  c: Context,
  lotId: number,
  p: Take,
  pairs: Take['pairs'],
  females: ReadonlyMap<string, ParentRow>,
  males: ReadonlyMap<string, ParentRow>,
): Promise<Record<string, number>> {
  const known = p.females.every((f) => f.share !== undefined)
    ? 'share'
    : p.females.every((f) => f.massG !== undefined)
      ? 'massG'
      : null;
  const weight = (f: Take['females'][number]) => (known ? f[known]! : 1);
  const total = p.females.reduce((s, f) => s + weight(f), 0);
  let id = await nextId(c, 'family');
  const composition: Record<string, number> = {};
  for (const f of p.females) {
    const own = pairs.filter((x) => x.female === f.tag);
    for (const x of own) {
      await c.trx('family').insert({
        id,
        site_id: c.site.id,
        lot_id: lotId,
        female_id: females.get(f.tag)!.id,
        label: `${f.tag} × ${x.males.join(', ')}`.slice(0, 120),
        males: JSON.stringify(x.males.map((m) => ({ id: males.get(m)!.id, tag: m, share: 1 / x.males.length }))),
      });
      composition[String(id)] = weight(f) / total / own.length;
      id += 1;
    }
  }
  return composition;
}

/** Opening stock, and eggs or fish bought or brought: they come with an origin instead of parents. */
export const bringStock = defineCommand({
  type: 'stock.bring',
  roles: ['manager', 'culturist'],
  schema: z.object({
    ...eventFields,
    account: z.enum(['opening', 'arrived']),
    species: z.string(),
    lotName,
    stage: z.string(),
    unit: z.number().int(),
    measured: measurement,
    origin: z.string().trim().max(120, 'is too long').default(''),
    fertilisedAt: z.number().int().optional(),
    ...loadAnswers,
  }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const species = await c.species(knownSpecies(p.species).id);
    if (!species.stages.some((s) => s.id === p.stage))
      throw new CommandRefused('noStage', `${species.name} has no such stage.`, 'stage');
    if (p.fertilisedAt !== undefined && p.fertilisedAt < Date.UTC(1950, 0, 1))
      throw new CommandRefused('longAgo', 'That is before 1950.', 'fertilisedAt', 'Check the year.');
    if (p.fertilisedAt !== undefined && p.fertilisedAt > event.at)
      throw new CommandRefused('clock', 'They cannot be fertilised after they came.', 'fertilisedAt');
    const unit = await unitById(c, p.unit);
    const number = numberFrom(p.measured, await usualCv(c, p.measured.method, 'arrival'));
    if (number.number === 0)
      throw new CommandRefused('none', 'That makes no animals at all.', 'measured', 'Check the figures.');
    await warnLoads(c, [{ unit, adds: number.number, species: species.id, stage: p.stage }], p, 'unit');
    const lot = await newLot(c, { species, at: event.at, name: p.lotName, fertilisedAt: p.fertilisedAt ?? null });
    const family = await nextId(c, 'family');
    await c.trx('family').insert({
      id: family,
      site_id: c.site.id,
      lot_id: lot.id,
      female_id: null,
      label: p.origin ? `from ${p.origin}` : 'parents not known',
      males: '[]',
    });
    await c.record([
      {
        kind: p.account === 'opening' ? 'opening' : 'arrival',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: p,
        acts: [
          {
            act: 'bring',
            account: p.account,
            to: { lot: String(lot.id), unit: String(unit.id), stage: stageOf(species, p.stage).id },
            species: species.id,
            count: number,
            composition: { [String(family)]: 1 },
          },
        ],
      },
    ]);
    await queuePredictions(c, [lot.id]);
    return { lotId: lot.id, lot: lot.name, ...said(number) };
  },
});

/** A number with its ± as it will be shown. */
export function said(n: { number: number; sd: number }): { number: number; sd: number; text: string } {
  const d = withDoubt(n.number, 1.96 * n.sd);
  return { number: n.number, sd: n.sd, text: d.half ? `${d.number} ±${d.half}` : d.number };
}
