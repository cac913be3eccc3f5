import { numberFrom } from '@/core/books/measure';
import { notAMass } from '@/core/brood/plausible';
import { strainOf } from '@/core/brood/strainAndSex';
import { figures, grouped } from '@/core/quantities/format';
import { dayState } from '@/core/spawning/dayState';
import { type Species, valueNamed } from '@/core/species/species';
import { thresholds } from '@/core/thresholds';
import { DAY_MS } from '@/core/time/spans';
import { goneBy } from '@/modules/brood/life';
import type { ParsedOf } from '@/server/act/define';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context, decides } from '@/server/context';
import { warnLoads } from '@/server/stock/asks/loads';
import { said } from '@/server/stock/asks/said';
import { queuePredictions } from '@/server/stock/jobs';
import { broodFish, newLot, nextId, type ParentRow } from '@/server/stock/lots';
import { usualCv } from '@/server/stock/numbers/usualScatter';
import { unitById } from '@/server/stock/standing';
import { askStrains } from '@/server/stock/strains';
import { eventOf } from '@/server/when';
import { dayEntries } from '@/store/dayEntries';
import { goneBefore, recordTake, sure } from './act';

export const decision = decides(recordTake, async (c, p) => {
  const event = eventOf(c, p);
  const species = await c.species(p.species);
  const unit = await unitById(c, p.unit);
  p.females.forEach((f, i) => {
    const why = f.massG === undefined ? null : notAMass(species, f.massG);
    if (why) throw new ActRefused('mass', why, `females.${i}.massG`, 'Check the unit.');
  });
  const females = await broodFish(
    c,
    species.id,
    'female',
    p.females.map((f) => f.tag),
  );
  const males = await broodFish(
    c,
    species.id,
    'male',
    p.males.map((m) => m.tag),
  );
  const pairs = pairsOf(p, females, males);
  askStrains(
    c,
    pairs.flatMap((x) => x.males.map((m): [ParentRow, ParentRow] => [females.get(x.female)!, males.get(m)!])),
    'males',
  );
  await mustHaveBeenThere(c, [...females.values(), ...males.values()], event.at);
  const laid = species.stages[0]!.id;
  const number = numberFrom(p.measured, await usualCv(c, p.measured.method, 'take'));
  if (number.number === 0)
    throw new ActRefused('none', 'That makes no eggs at all.', 'measured', 'Check the samples and the total.');
  mustBeTheirEggs(c, await c.species(species.id), p, number.number + p.removed);
  await warnLoads(c, [{ unit, adds: number.number, species: species.id, stage: laid }], 'unit');
  const fertilisedAt = await fertilisedIn(c, p, event.at);
  const lot = await newLot(c, { species, at: event.at, name: p.lotName, fertilisedAt });
  const place = { lot: String(lot.id), unit: String(unit.id), stage: laid };
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
});

/** Eggs held against the females that gave them, where all were weighed. */
function mustBeTheirEggs(
  c: Context,
  species: Species,
  p: { females: readonly { massG?: number }[] },
  eggs: number,
): void {
  const perKg = valueNamed(species, 'eggs per kg of female');
  const massG = p.females.reduce((s, f) => s + (f.massG ?? Number.NaN), 0);
  if (!perKg || !(massG > 0)) return;
  const times = eggs / ((massG / 1000) * perKg.value);
  const says = `${grouped(eggs)} eggs are ${figures(times, 2)} times what ${figures(massG / 1000, 3)} kg of ${species.name} females usually give (${grouped(perKg.value)} a kg).`;
  if (times > thresholds.absurdYield.value)
    throw new ActRefused('absurdYield', says, 'measured', 'Check the samples, the total, and the females’ mass.');
  if (times > thresholds.oddYield.value)
    ask(c, sure, {
      message: says,
      path: 'measured',
      todo: 'Check the samples, the total, and the females’ mass.',
      choices: [{ value: 'yes', label: 'I looked again: it is right' }],
    });
}

type Take = ParsedOf<typeof recordTake>;

/** Eggs of a bowl were fertilised when eggs and milt came together, or on their nest: not when they were counted. */
async function fertilisedIn(c: Context, p: { day?: number; bowl?: string }, at: number): Promise<number> {
  if (p.day === undefined || p.bowl === undefined) return at;
  const bowl = dayState(await dayEntries(c.trx, p.day)).bowls.find((b) => b.bowl === p.bowl);
  if (!bowl) throw new ActRefused('noBowl', `There is no bowl ${p.bowl} on this day.`, 'bowl');
  if (bowl.take && bowl.take.entry !== c.replacing?.id)
    throw new ActRefused('counted', `Bowl ${p.bowl} was counted already.`, 'bowl', 'Put that count right instead.');
  return Math.min(bowl.at, at);
}

/** Eggs and milt are used within two days of a fish's death, unless they were kept frozen. */
const AFTER_DEATH = 2 * DAY_MS;

/** A parent that left long before is a tag misread, or its milt was kept. */
async function mustHaveBeenThere(c: Context, parents: readonly ParentRow[], at: number): Promise<void> {
  for (const fish of parents) {
    const gone = await goneBy(c, fish.id, at - AFTER_DEATH);
    if (gone)
      ask(c, goneBefore, {
        message: `${fish.tag} left more than two days before: ${gone.name}.`,
        path: 'females',
        todo: 'Check the tag and the day.',
        choices: [{ value: 'stored', label: `What ${fish.tag} gave was kept` }],
      });
  }
}

/** Who met whom: pooled, every female all males. */
function pairsOf(p: Take, females: ReadonlyMap<string, unknown>, males: ReadonlyMap<string, unknown>): Take['pairs'] {
  const pairs =
    p.cross === 'pooled' ? p.females.map((f) => ({ female: f.tag, males: p.males.map((m) => m.tag) })) : p.pairs;
  for (const f of p.females)
    if (!pairs.some((x) => x.female === f.tag))
      throw new ActRefused('noMale', `${f.tag} has no male.`, 'pairs', 'Give each female at least one male.');
  for (const x of pairs) {
    if (!females.has(x.female)) throw new ActRefused('noFemale', `${x.female} is not among the females.`, 'pairs');
    for (const m of x.males) if (!males.has(m)) throw new ActRefused('noMale', `${m} is not among the males.`, 'pairs');
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
        strain: strainOf(
          females.get(f.tag)!.strain,
          x.males.map((m) => males.get(m)!.strain),
        ),
        sex: p.sex,
        label: `${f.tag} × ${x.males.join(', ')}`.slice(0, 120),
        males: JSON.stringify(fathersIn(p, x.males).map((m) => ({ id: males.get(m.tag)!.id, ...m }))),
      });
      composition[String(id)] = weight(f) / total / own.length;
      id += 1;
    }
  }
  return composition;
}

/** The fathers of a family with their shares: as given where each has one, else equal. */
function fathersIn(p: Take, tags: readonly string[]): { tag: string; share: number }[] {
  const given = tags.map((tag) => p.males.find((m) => m.tag === tag)?.share ?? 0);
  const all = given.reduce((s, x) => s + x, 0);
  const known = given.every((x) => x > 0);
  return tags.map((tag, i) => ({ tag, share: known ? given[i]! / all : 1 / tags.length }));
}
