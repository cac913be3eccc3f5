import { z } from 'zod';
import { noneOf } from '@/core/brood/batch';
import { fateIds, fateOf, killMethodIds } from '@/core/brood/fates';
import { run } from '@/core/calculation';
import { polarisation } from '@/core/induction/ripeness';
import { ownRules } from '@/core/ownRules';
import { decimals, figures } from '@/core/quantities/format';
import { dayPlan } from '@/core/spawning/plan';
import type { Observation } from '@/store/books/record';
import { fromJson } from '@/store/books/rows';
import { askRules, ruleAnswers, unasked } from './arrivals';
import { type FishRecord, fishById } from './broodFish';
import { type Context, defineCommand } from './define';
import { CommandRefused } from './refused';
import { dayById } from './spawningDay';
import { unitById } from './standing';
import { eventFields, eventOf } from './when';

const positive = z.number().gt(0, 'must be above 0');
const fishId = z.number().int();
/** The spawning day that an act belongs to, where it belongs to one. */
export const dayField = { day: z.number().int().optional() };

/** The latest of a kind that was seen of a fish up to an instant. */
export async function latestOf(
  c: Context,
  fish: number,
  kind: string,
  until: number,
): Promise<{ value: number | null; said: string | null; unit_id: number | null; at: number } | undefined> {
  return (await c
    .trx('observation')
    .where({ brood_fish_id: fish, kind })
    .where('at', '<=', until)
    .modify((q) => {
      // What an entry that is being put right had said no longer counts.
      if (c.replacing) q.whereNot('entry_seq', c.replacing.seq);
    })
    .orderBy([
      { column: 'at', order: 'desc' },
      { column: 'id', order: 'desc' },
    ])
    .first('value', 'said', 'unit_id', 'at')) as never;
}

/** The fate by which a fish had left by an instant; null while it was there. */
export async function goneBy(c: Context, fish: number, at: number) {
  const fate = await latestOf(c, fish, 'fate', at);
  const gone = fate && fateOf(fate.said ?? '');
  return gone && !gone.stays ? gone : null;
}

/** Refuses an act on a fish that has left. */
export async function mustBeHere(c: Context, fish: Pick<FishRecord, 'id' | 'tag'>, at: number, path = 'fish') {
  const gone = await goneBy(c, fish.id, at);
  if (gone)
    throw new CommandRefused(
      'gone',
      `${fish.tag} left before: ${gone.name}.`,
      path,
      'Check the tag, or put its fate right.',
    );
}

/** What was seen of a brood fish in the hand: mass, length, how ripe it is, its egg sample. */
export const recordLook = defineCommand({
  type: 'brood.look',
  roles: ['manager', 'culturist'],
  schema: z
    .object({
      ...eventFields,
      ...dayField,
      fish: fishId,
      massG: positive.optional(),
      lengthMm: positive.optional(),
      ripeness: z.string().optional(),
      eggStage: z.string().optional(),
      oocytes: z
        .array(z.object({ nucleusToPoleMm: z.number().min(0), diameterMm: positive }))
        .max(100)
        .optional(),
      condition: z.string().trim().max(200, 'is too long').optional(),
      airSeconds: z.number().int().min(0).max(3600).optional(),
      sure: z.literal('yes').optional(),
    })
    .refine(
      (p) =>
        [p.massG, p.lengthMm, p.ripeness, p.eggStage, p.condition].some((x) => x !== undefined && x !== '') ||
        (p.oocytes?.length ?? 0) > 0,
      { path: ['massG'], error: 'nothing was seen: give a mass, a length, how ripe it is, or a remark' },
    ),
  async handle(c, p) {
    const event = eventOf(c, p);
    const fish = await fishById(c, p.fish);
    await mustBeHere(c, fish, event.at);
    const seen: Observation[] = [];
    const saw: string[] = [];
    const note = (kind: string, value: number | null, said?: string) =>
      seen.push({ kind, brood_fish_id: fish.id, spawning_day_id: p.day ?? null, value, said: said ?? null });
    if (p.massG !== undefined) {
      await askMass(c, fish, p.massG, event.at, p.sure);
      note('mass', p.massG);
    }
    if (p.lengthMm !== undefined) note('length', p.lengthMm);
    if (p.ripeness) {
      const sign = fish.book.ripeness.find((r) => r.id === p.ripeness);
      if (!sign) throw new CommandRefused('noStage', `${fish.book.name} has no such sign of ripeness.`, 'ripeness');
      if (fish.sex === 'unknown') await c.trx('brood_fish').where({ id: fish.id }).update({ sex: sign.sex });
      else if (fish.sex !== sign.sex)
        throw new CommandRefused(
          'sex',
          `${fish.tag} is a ${fish.sex}; “${sign.name}” is seen on a ${sign.sex}.`,
          'ripeness',
          'Check the tag, or put the sex right.',
        );
      note('ripeness', null, sign.id);
      saw.push(sign.name);
    }
    if (p.eggStage) {
      const stage = fish.book.eggStages.find((e) => e.id === p.eggStage);
      if (!stage) throw new CommandRefused('noStage', `${fish.book.name} has no such stage of eggs.`, 'eggStage');
      note('eggStage', null, stage.id);
      saw.push(stage.name);
    }
    if (p.oocytes && p.oocytes.length > 0) {
      const index = run(polarisation, { oocytes: p.oocytes }).index;
      note('polarisation', index);
      saw.push(`polarisation index ${decimals(index, 3)}`);
    }
    if (p.condition) note('condition', null, p.condition.slice(0, 60));
    if (p.airSeconds !== undefined) note('air', p.airSeconds);
    await c.record([
      {
        kind: 'fishLook',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: { ...p, saw: saw.join(', ') },
        acts: [],
        observations: seen,
      },
    ]);
    return { tag: fish.tag };
  },
});

/** A mass far from the last one is a slip of a unit or of a tag more often than a fish that grew. */
async function askMass(c: Context, fish: FishRecord, massG: number, at: number, sure?: string): Promise<void> {
  const last = await latestOf(c, fish.id, 'mass', at);
  // The longer ago, the more it may have grown: the factor once more for every year.
  const years = last ? Math.max(0, at - last.at) / (365 * 86_400_000) : 0;
  const most = ownRules.broodMassFactor.value ** (1 + years);
  if (sure || !last?.value || (massG < last.value * most && massG > last.value / most)) return;
  throw new CommandRefused(
    'strangeMass',
    `${fish.tag} weighed ${figures(last.value, 4)} g the last time; ${figures(massG, 4)} g is far from that.`,
    'massG',
    'Check the unit and the tag.',
    { field: 'sure', choices: [{ value: 'yes', label: 'It is right' }] },
  );
}

/** Brood fish put into a unit. */
export const moveFish = defineCommand({
  type: 'brood.move',
  roles: ['manager', 'culturist'],
  schema: z.object({
    ...eventFields,
    ...dayField,
    fish: z.array(fishId).min(1, 'needs a fish').max(500, 'are too many at once'),
    unit: z.number().int(),
    /** Of a cage: its lid is closed and secured. */
    lid: z.literal('secured').optional(),
    together: z.literal('meant').optional(),
  }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const unit = await unitById(c, p.unit);
    if (p.day !== undefined) await mustBeAlone(c, p as typeof p & { day: number }, unit, event.at);
    const moved = [];
    for (const id of p.fish) {
      const fish = await fishById(c, id);
      await mustBeHere(c, fish, event.at);
      moved.push(fish);
    }
    await c.record([
      {
        kind: 'fishMove',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: p,
        acts: [],
        observations: moved.map((f) => ({
          kind: 'stood',
          brood_fish_id: f.id,
          spawning_day_id: p.day ?? null,
          unit_id: unit.id,
        })),
      },
    ]);
    return { unit: unit.name, fish: moved.map((f) => f.tag) };
  },
});

/** On a day on which they are held one to a cage: nobody else stands there, and the lid is secured. */
async function mustBeAlone(
  c: Context,
  p: { day: number; fish: readonly number[]; lid?: string; together?: string },
  unit: { id: number; name: string },
  at: number,
): Promise<void> {
  const plan = dayPlan.parse(fromJson((await dayById(c, p.day)).plan));
  // Where spawned fish recover together is no cage: the rule holds for those that are yet to be stripped.
  const waiting = [];
  for (const id of p.fish)
    if ((await latestOf(c, id, 'inject', at)) && !(await latestOf(c, id, 'strip', at))) waiting.push(id);
  if (!plan.oneToCage || waiting.length === 0) return;
  const there = (await standIn(c, unit.id, at)).filter((f) => !p.fish.includes(f.id));
  if (!p.together && (there.length > 0 || p.fish.length > 1))
    throw new CommandRefused(
      'notAlone',
      there.length > 0
        ? `${there.map((f) => f.tag).join(', ')} ${there.length === 1 ? 'stands' : 'stand'} in ${unit.name}: injected fish fight.`
        : 'More than one would stand there: injected fish fight.',
      'unit',
      'One to a cage.',
      { field: 'together', choices: [{ value: 'meant', label: 'They stand together all the same' }] },
    );
  if (!p.lid)
    throw new CommandRefused('lid', 'Is the lid closed and secured? Injected fish jump.', 'lid', 'Tick it once it is.');
}

/** Brood fish that stood in a unit at an instant. */
async function standIn(c: Context, unit: number, at: number): Promise<{ id: number; tag: string }[]> {
  const last = c
    .trx('observation as o')
    .join('brood_fish as f', 'f.id', 'o.brood_fish_id')
    .where({ 'f.site_id': c.site.id })
    .whereIn('o.kind', ['stood', 'fate'])
    .where('o.at', '<=', at)
    .modify((q) => {
      if (c.replacing) q.whereNot('o.entry_seq', c.replacing.seq);
    })
    .select(
      'f.id',
      'f.tag',
      'o.kind',
      'o.said',
      'o.unit_id',
      c.trx.raw('ROW_NUMBER() OVER (PARTITION BY f.id, o.kind ORDER BY o.at DESC, o.id DESC) AS nth'),
    );
  const rows = (await c.trx.from(last.as('x')).where('x.nth', 1).select('id', 'tag', 'kind', 'said', 'unit_id')) as {
    id: number;
    tag: string;
    kind: string;
    said: string | null;
    unit_id: number | null;
  }[];
  const gone = new Set(rows.filter((r) => r.kind === 'fate' && !fateOf(r.said ?? '')?.stays).map((r) => r.id));
  return rows.filter((r) => r.kind === 'stood' && r.unit_id === unit && !gone.has(r.id));
}

/** How an adult ended here: kept, returned, used, died, or killed; with the welfare record of a killing. */
export const recordFate = defineCommand({
  type: 'brood.fate',
  roles: ['manager', 'culturist'],
  schema: z
    .object({
      ...eventFields,
      ...dayField,
      fish: fishId,
      fate: z.enum(fateIds),
      /** Of a killing: how, and whether the first application sufficed. */
      method: z.enum(killMethodIds).optional(),
      firstSufficed: z.boolean().optional(),
      /** Of one returned: the mark it carries. */
      mark: z.string().trim().max(60, 'is too long').optional(),
      massG: positive.optional(),
      lengthMm: positive.optional(),
      cause: z.string().trim().max(120, 'is too long').default(''),
      /** A treated fish goes to food only when whoever is responsible says that its withdrawal is over. */
      withdrawal: z.literal('over').optional(),
      ...ruleAnswers,
    })
    .refine((p) => !fateOf(p.fate)!.killed || (p.method && p.firstSufficed !== undefined), {
      path: ['method'],
      error: 'say how it was killed, and whether the first application sufficed',
    }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const fish = await fishById(c, p.fish);
    await mustBeHere(c, fish, event.at);
    const fate = fateOf(p.fate)!;
    if (fate.id === 'food') await mustNotBeTreated(c, fish, event.at, p.withdrawal);
    await askRules(
      c,
      { species: fish.species, source: fish.source, fate: fate.id, at: event.at, adds: { ...noneOf(), [fish.sex]: 1 } },
      p,
    );
    const of = { brood_fish_id: fish.id, spawning_day_id: p.day ?? null };
    const observations: Observation[] = [{ kind: 'fate', ...of, said: fate.id }];
    if (p.massG !== undefined) observations.push({ kind: 'mass', ...of, value: p.massG });
    if (p.lengthMm !== undefined) observations.push({ kind: 'length', ...of, value: p.lengthMm });
    if (fate.killed)
      observations.push({ kind: 'kill', ...of, said: p.method!, trials: 1, successes: p.firstSufficed ? 1 : 0 });
    if (p.mark) observations.push({ kind: 'mark', ...of, said: p.mark });
    await c.record([
      { kind: 'fate', ...event, replacesSeq: c.replacing?.seq, intent: unasked(p), acts: [], observations },
    ]);
    return { tag: fish.tag, fate: fate.name };
  },
});

async function mustNotBeTreated(c: Context, fish: FishRecord, at: number, withdrawal?: string): Promise<void> {
  const given = await latestOf(c, fish.id, 'inject', at);
  if (!given || (withdrawal === 'over' && c.actor.role === 'manager')) return;
  throw new CommandRefused(
    'treated',
    `${fish.tag} was injected (${given.said ?? 'hormone'}): it is barred from food.`,
    'fate',
    'Choose another end. The manager may answer that its withdrawal, by label and local law, is over.',
    c.actor.role === 'manager'
      ? { field: 'withdrawal', choices: [{ value: 'over', label: 'Its withdrawal is over' }] }
      : undefined,
  );
}
