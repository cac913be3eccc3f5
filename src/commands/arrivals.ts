import { z } from 'zod';
import { type BySex, catchMeansIds, noneOf, sumOf } from '@/core/brood/batch';
import { type FateRules, fateRules, type Quota, quotaBroken, quotaName, wrongPath } from '@/core/brood/fateRules';
import { type FateId, fateIds, fateOf, killMethodIds } from '@/core/brood/fates';
import { type FishSource, sexes } from '@/core/brood/parseFish';
import { ownRules } from '@/core/ownRules';
import { figures, grouped, plain } from '@/core/quantities/format';
import type { Observation } from '@/store/books/record';
import { type BatchState, batchesOf, fateRulesOf, fateTotals } from '@/store/broodTotals';
import { tag } from './broodFish';
import { type Context, defineCommand } from './define';
import { knownSpecies, seasonOf, seasonSpan } from './lots';
import { CommandRefused } from './refused';
import { unitById } from './standing';
import { eventFields, eventOf } from './when';

const count = z.number().int('must be a whole number').min(0, 'cannot be negative').max(100_000, 'is too many');
const positive = z.number().gt(0, 'must be above 0');
/** Answers to what the rules of a species ask about. */
export const ruleAnswers = { path: z.literal('meant').optional(), quota: z.literal('meant').optional() };
type Answers = { path?: 'meant'; quota?: 'meant' };

/** What was sent without the answers to what was asked: put right, it is asked anew. */
export function unasked<P extends Answers>({ path: _, quota: __, ...sent }: P) {
  return sent;
}

const roles = ['manager', 'culturist'] as const;
const except = (c: Context) => (c.replacing ? { except: c.replacing.seq } : {});

function seasonAt(c: Context, at: number): string {
  return seasonOf(at, c.site.timeZone, c.site.seasonStartsMonth);
}
async function rulesAt(c: Context, species: string, at: number) {
  const season = seasonAt(c, at);
  const rules = await fateRulesOf(c.trx, c.site.id, species, season);
  return { rules, span: seasonSpan(season, c.site.timeZone, c.site.seasonStartsMonth) };
}

/** Asks where a quota would be gone beyond. */
async function askQuota(
  c: Context,
  o: { species: string; at: number; what: Quota['what']; adds: BySex; path: string },
  answers: Answers,
  known?: FateRules,
): Promise<void> {
  if (answers.quota) return;
  const { rules, span } = await rulesAt(c, o.species, o.at);
  const inForce = known ?? rules;
  if (!inForce.quotas.some((q) => q.what === o.what)) return;
  const totals = await fateTotals(c.trx, c.site.id, o.species, span, except(c));
  const broken = quotaBroken(inForce, totals, o.what, o.adds);
  if (!broken) return;
  throw new CommandRefused(
    'quota',
    `${grouped(broken.stands)} ${quotaName(broken.quota)} this season, ${grouped(broken.quota.most!)} at most: ${grouped(broken.adds)} more go beyond it.`,
    o.path,
    'Let them go another way, or say that it is meant.',
    { field: 'quota', choices: [{ value: 'meant', label: 'It is meant' }] },
  );
}

/** Asks where fish of this origin are not to end so, and where a quota would be gone beyond. */
export async function askRules(
  c: Context,
  o: { species: string; source: FishSource; fate: FateId; at: number; adds: BySex },
  answers: Answers,
): Promise<void> {
  const { rules } = await rulesAt(c, o.species, o.at);
  const open = answers.path ? null : wrongPath(rules, o.source, o.fate);
  if (open)
    throw new CommandRefused(
      'wrongPath',
      `“${fateOf(o.fate)!.name}” is not for ${o.source === 'unknown' ? 'fish of unknown origin' : `${o.source} fish`}; open are: ${open.map((f) => fateOf(f)!.name).join(', ')}.`,
      'fate',
      'Check which fish is in hand.',
      { field: 'path', choices: [{ value: 'meant', label: 'It is meant' }] },
    );
  await askQuota(c, { ...o, what: o.fate, path: 'fate' }, answers, rules);
}

async function batchById(c: Context, id: number): Promise<BatchState> {
  const row = (await c.trx('brood_batch').where({ id, site_id: c.site.id }).first('species')) as
    | { species: string }
    | undefined;
  const found = row && (await batchesOf(c.trx, c.site.id, row.species, { only: id, ...except(c) }))[0];
  if (!found) throw new CommandRefused('noBatch', 'There is no such batch here.', 'batch', 'Choose one of the list.');
  return found;
}

/** Adults that came in as a run out of trap, net or lift: counted by sex, many of them without a tag. */
export const arrive = defineCommand({
  type: 'brood.arrive',
  roles,
  schema: z
    .object({
      ...eventFields,
      ...ruleAnswers,
      species: z.string(),
      name: z.string().trim().max(40, 'is too long').default(''),
      means: z.enum(catchMeansIds),
      place: z.string().trim().max(120, 'is too long').default(''),
      /** Hours that the net or trap had stood. */
      soakHours: positive.max(24 * 14, 'is more than two weeks').optional(),
      unit: z.number().int(),
      females: count.default(0),
      males: count.default(0),
      unknown: count.default(0),
      /** Of these counted, dead when they came. */
      dead: count.default(0),
      /** Of these, marked fish of our own releases, by the season in which they were released. */
      own: z
        .array(z.object({ season: z.string().trim().min(1, 'needs a season').max(12), number: count.min(1) }))
        .max(20)
        .default([]),
    })
    .refine((p) => p.females + p.males + p.unknown > 0, { path: ['females'], error: 'nobody came: give a number' })
    .refine((p) => p.dead <= p.females + p.males + p.unknown, { path: ['dead'], error: 'cannot be more than came' })
    .refine((p) => p.own.reduce((s, x) => s + x.number, 0) <= p.females + p.males + p.unknown, {
      path: ['own'],
      error: 'cannot be more than came',
    }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const species = knownSpecies(p.species);
    const unit = await unitById(c, p.unit);
    const came: BySex = { female: p.females, male: p.males, unknown: p.unknown };
    await askQuota(c, { species: species.id, at: event.at, what: 'held', adds: came, path: 'females' }, p);
    const batch = await batchFor(c, species, event.at, p.name);
    const of = { brood_batch_id: batch.id, unit_id: unit.id };
    const observations: Observation[] = sexes
      .filter((s) => came[s] > 0)
      .map((s) => ({ kind: 'batchIn', ...of, said: s, value: came[s] }));
    // Whose sex was not told are taken to be those that died, then as they stand.
    let dead = p.dead;
    for (const s of ['unknown', 'female', 'male'] as const) {
      const n = Math.min(dead, came[s]);
      if (n > 0) observations.push({ kind: 'batchOut', ...of, said: `${s} died`, value: n });
      dead -= n;
    }
    for (const x of p.own) observations.push({ kind: 'batchOwn', ...of, said: x.season, value: x.number });
    await c.record([
      {
        kind: 'fishArrival',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: { ...unasked(p), batch: batch.id, batchName: batch.name },
        acts: [],
        observations,
      },
    ]);
    // A number put right must still cover what was sorted out of it.
    mustCover((await batchesOf(c.trx, c.site.id, species.id, { only: batch.id, ...except(c) }))[0]!, 'females');
    const most = ownRules.soakHours.value;
    return {
      batch: batch.id,
      name: batch.name,
      number: sumOf(came),
      unit: unit.name,
      ...(p.soakHours !== undefined && p.soakHours > most
        ? {
            warning: `${figures(p.soakHours, 2)} hours in it, above ${plain(most)}: let them rest before they are handled.`,
          }
        : {}),
    };
  },
});

/** The row of a batch: of an arrival that is put right the one it made. */
async function batchFor(c: Context, species: { id: string; code: string }, at: number, wanted: string) {
  const made = c.replacing
    ? ((await c
        .trx('observation')
        .where({ entry_seq: c.replacing.seq })
        .whereNotNull('brood_batch_id')
        .first('brood_batch_id as id')) as { id: number } | undefined)
    : undefined;
  const season = seasonAt(c, at);
  let name = wanted;
  const taken = new Map(
    ((await c.trx('brood_batch').where({ site_id: c.site.id }).select('id', 'name')) as { id: number; name: string }[])
      .filter((b) => b.id !== made?.id)
      .map((b) => [b.name, b.id]),
  );
  if (name && taken.has(name))
    throw new CommandRefused('nameTaken', `There is a batch ${name} already.`, 'name', 'Give another name.');
  if (!name && made)
    name = ((await c.trx('brood_batch').where({ id: made.id }).first('name')) as { name: string }).name;
  for (let n = 1; !name; n++) {
    const free = `${species.code}-run-${season.slice(2, 4)}-${String(n).padStart(2, '0')}`;
    if (!taken.has(free)) name = free;
  }
  if (made) {
    await c.trx('brood_batch').where({ id: made.id }).update({ name, species: species.id });
    return { id: made.id, name };
  }
  const [id] = (await c.trx('brood_batch').insert({ site_id: c.site.id, species: species.id, name })) as [number];
  return { id, name };
}

function mustCover(b: BatchState, path: string): void {
  if (b.waits) return;
  const out = b.ended.reduce((s, e) => s + e.number, 0) + sumOf(b.tagged);
  throw new CommandRefused(
    'moreThanCame',
    `Of ${b.name} ${grouped(sumOf(b.came))} came in (${b.came.female} females, ${b.came.male} males, ${b.came.unknown} not sexed); ${grouped(out)} would be out of it.`,
    path,
    'Check the number and the sex, or put the arrival right first.',
  );
}

/** Adults of a batch that ended together: so many of a sex, one way. */
export const sort = defineCommand({
  type: 'brood.sort',
  roles,
  schema: z
    .object({
      ...eventFields,
      ...ruleAnswers,
      batch: z.number().int(),
      sex: z.enum(sexes),
      number: count.min(1, 'needs at least one'),
      fate: z.enum(fateIds),
      /** Of a killing: how, and for how many the first application sufficed. */
      method: z.enum(killMethodIds).optional(),
      sufficed: count.optional(),
      /** Of those returned: the mark that they carry. */
      mark: z.string().trim().max(60, 'is too long').default(''),
      totalMassG: positive.optional(),
      cause: z.string().trim().max(120, 'is too long').default(''),
    })
    .refine((p) => !fateOf(p.fate)!.stays, {
      path: ['fate'],
      error: 'is no end: those that stay wait in the batch, or are tagged',
    })
    .refine((p) => !fateOf(p.fate)!.killed || (p.method && p.sufficed !== undefined), {
      path: ['method'],
      error: 'say how they were killed, and for how many the first application sufficed',
    })
    .refine((p) => p.sufficed === undefined || p.sufficed <= p.number, {
      path: ['sufficed'],
      error: 'cannot be more than were killed',
    }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const batch = await batchById(c, p.batch);
    const began = (await c
      .trx('observation')
      .where({ brood_batch_id: batch.id, kind: 'batchIn' })
      .min('at as at')
      .first()) as { at: number | null };
    if (began.at === null || event.at < began.at)
      throw new CommandRefused('before', `${batch.name} had not come in by then.`, 'at', 'Check the time.');
    await askRules(
      c,
      {
        species: batch.species,
        source: 'wild',
        fate: p.fate,
        at: event.at,
        adds: { ...noneOf(), [p.sex]: p.number },
      },
      p,
    );
    const of = { brood_batch_id: batch.id };
    const observations: Observation[] = [{ kind: 'batchOut', ...of, said: `${p.sex} ${p.fate}`, value: p.number }];
    if (fateOf(p.fate)!.killed)
      observations.push({ kind: 'kill', ...of, said: p.method!, trials: p.number, successes: p.sufficed! });
    await c.record([
      {
        kind: 'fishSort',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: { ...unasked(p), batchName: batch.name },
        acts: [],
        observations,
      },
    ]);
    mustCover((await batchesOf(c.trx, c.site.id, batch.species, { only: batch.id, ...except(c) }))[0]!, 'number');
    return { name: batch.name, fate: fateOf(p.fate)!.name, number: p.number };
  },
});

/** Donors tagged out of a batch: from here on each is a brood fish of its own. */
export const tagOut = defineCommand({
  type: 'brood.tagOut',
  roles,
  schema: z.object({
    batch: z.number().int(),
    sex: z.enum(sexes),
    tags: z.array(tag).min(1, 'needs a tag').max(500, 'are too many at once'),
    strain: z.string().trim().max(60, 'is too long').default(''),
  }),
  async handle(c, p) {
    const batch = await batchById(c, p.batch);
    const twice = p.tags.find((t, i) => p.tags.indexOf(t) !== i);
    if (twice) throw new CommandRefused('twice', `${twice} stands twice.`, 'tags', 'Give each tag once.');
    const known = (await c
      .trx('brood_fish')
      .where({ site_id: c.site.id, species: batch.species })
      .whereIn('tag', p.tags)
      .pluck('tag')) as string[];
    if (known.length > 0)
      throw new CommandRefused('known', `Known already: ${known.slice(0, 5).join(', ')}.`, 'tags', 'Check the tags.');
    const came = (await c
      .trx('observation as o')
      .join('entry as e', 'e.seq', 'o.entry_seq')
      .where({ 'o.brood_batch_id': batch.id, 'o.kind': 'batchIn' })
      .first('o.at', 'o.unit_id', 'e.intent')) as { at: number; unit_id: number; intent: string } | undefined;
    if (!came) throw new CommandRefused('noBatch', `The arrival of ${batch.name} was taken back.`, 'batch');
    const { place = '' } = (typeof came.intent === 'string' ? JSON.parse(came.intent) : came.intent) as {
      place?: string;
    };
    await c.trx('brood_fish').insert(
      p.tags.map((t) => ({
        site_id: c.site.id,
        species: batch.species,
        tag: t,
        sex: p.sex,
        strain: p.strain,
        source: 'wild',
        origin: place,
        came_on: came.at,
        batch_id: batch.id,
      })),
    );
    mustCover((await batchesOf(c.trx, c.site.id, batch.species, { only: batch.id, ...except(c) }))[0]!, 'tags');
    const ids = (await c
      .trx('brood_fish')
      .where({ site_id: c.site.id, species: batch.species })
      .whereIn('tag', p.tags)
      .pluck('id')) as number[];
    const move = c.lookup('brood.move');
    await move.handle(c, { fish: ids, unit: came.unit_id, precision: 'minute', measuredBy: '', note: '' });
    return { tagged: p.tags.length, name: batch.name };
  },
});

/** What may become of the adults of a species in a season, and how many. */
export const saveFateRules = defineCommand({
  type: 'brood.rules',
  roles: ['manager'],
  schema: z.object({
    species: z.string(),
    season: z.string().regex(/^\d{4}(\/\d{2})?$/, 'is no season'),
    rules: fateRules,
  }),
  async handle(c, p) {
    await c.trx('fate_rules').insert({
      site_id: c.site.id,
      species: knownSpecies(p.species).id,
      season: p.season,
      content: JSON.stringify(p.rules),
      recorded_by: c.actor.id,
      recorded_at: c.now,
    });
    return { season: p.season };
  },
});
