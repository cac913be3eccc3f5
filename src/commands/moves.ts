import { z } from 'zod';
import type { Act, Amount } from '@/core/books/entry';
import { measurement, numberFrom } from '@/core/books/measure';
import { BROOD_GRADE, gradeFrom, isBroodGrade } from '@/core/brood/broodGrade';
import { grouped } from '@/core/quantities/format';
import { type Context, defineCommand } from './define';
import { queuePredictions } from './jobs';
import { loadAnswers, warnLoads } from './loads';
import { newLot } from './lots';
import { CommandRefused } from './refused';
import { askSensitive, sensitive } from './sensitive';
import { idsOf, type Standing, standing, standingsIn, unitById } from './standing';
import { askTempered, tempered } from './temper';
import { asOf, eventFields, eventOf } from './when';

/** How many: all that is left, a share, or measured. */
export const howMany = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('all') }),
  z.object({
    kind: z.literal('share'),
    share: z.number().gt(0, 'must be above 0').max(1, 'cannot be above 1'),
    sd: z.number().min(0).default(0),
  }),
  z.object({ kind: z.literal('measured'), measured: measurement }),
]);
type HowMany = z.output<typeof howMany>;

/** So many that are set apart from all. */
export const apart = z
  .number()
  .int('must be a whole number')
  .min(0, 'cannot be negative')
  .max(1e9, 'is more than any unit holds')
  .optional();

export function amountOf(h: HowMany, shortfall: boolean): Amount {
  if (h.kind !== 'measured') return h;
  const { meanG: _, ...number } = numberFrom(h.measured);
  return { kind: 'number', ...number, shortfall };
}

/** So many, counted. */
export const countOf = (number: number): Amount => ({
  kind: 'number',
  number,
  sd: 0,
  df: null,
  how: 'counted',
  shortfall: false,
});

/**
 * Animals to another unit: one or several sources into one. Ponding is a move that begins a new stage. What meets
 * another lot there becomes a new lot, after `mix` was answered.
 */
export const move = defineCommand({
  type: 'move.record',
  roles: ['manager', 'culturist'],
  schema: z.object({
    ...eventFields,
    sources: z
      .array(
        z.object({
          unit: z.number().int(),
          lotId: z.number().int().optional(),
          stage: z.string().optional(),
          amount: howMany,
          /** Of all: so many were dead, or had not hatched, and were taken out; so many are not ready and stay. */
          dead: apart,
          stay: apart,
        }),
      )
      .min(1, 'needs a unit to move from'),
    to: z.number().int(),
    toStage: z.string().optional(),
    lotName: z.string().trim().max(40, 'is too long').optional(),
    mix: z.literal('yes').optional(),
    ...loadAnswers,
    shortfall: z.literal('yes').optional(),
    sensitive,
    tempered,
  }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const at = asOf(c, event);
    const target = await unitById(c, p.to, 'to');
    const prefer = p.toStage === 'fry' ? ['yolksac'] : [];
    const sources: { from: Standing; amount: Amount; dead: number; stay: number }[] = [];
    for (const [i, s] of p.sources.entries()) {
      if (s.unit === p.to && !p.toStage)
        throw new CommandRefused(
          'sameUnit',
          `They stand in ${target.name} already.`,
          `sources.${i}.unit`,
          'Choose another unit.',
        );
      const from = await standing(c, s.unit, at, s, prefer, `sources.${i}.unit`);
      sources.push({ from, amount: setApart(from, s, p.shortfall === 'yes', i), dead: s.dead ?? 0, stay: s.stay ?? 0 });
      await askSensitive(c, sources.at(-1)!.from, { ...p, note: event.note }, event.at, 'this move');
      if (s.unit !== p.to) await askTempered(c, sources.at(-1)!.from, target, event.at, p.tempered);
    }
    const there = target.shared
      ? []
      : (await standingsIn(c, target.id, at)).filter(
          (s) => s.number > 0 && !sources.some((x) => x.from.holding.id === s.holding.id && x.amount.kind === 'all'),
        );
    await warnLoads(
      c,
      [
        {
          unit: target,
          adds: sources.reduce((s, x) => s + (x.from.unit.id === target.id ? 0 : expected(x.from, x.amount)), 0),
          species: sources[0]!.from.lot.species,
          stage: p.toStage ?? sources[0]!.from.place.stage,
        },
      ],
      p,
    );
    const lots = new Map([...sources.map((s) => s.from), ...there].map((s) => [s.lot.id, s.lot]));
    const mixed = lots.size > 1;
    if (mixed && p.mix !== 'yes')
      throw new CommandRefused(
        'mixing',
        `${there.length > 0 ? `${there.map((s) => s.lot.name).join(', ')} ${there.length > 1 ? 'stand' : 'stands'} in ${target.name}. ` : ''}Together they become a new lot.`,
        'to',
        'Choose an empty unit, or mix them.',
        {
          field: 'mix',
          choices: [
            {
              value: 'yes',
              label: `Mix ${[...lots.values()].map((l) => l.name).join(' and ')}`,
              why: 'parents are kept by share from then on',
            },
          ],
        },
      );
    const mixture = mixed ? await mixedLot(c, event.at, sources, there, p.lotName) : null;
    const toLot = (s: Standing) => (mixture ? String(mixture.id) : s.place.lot);
    const makes = mixture ? [{ lot: String(mixture.id), species: mixture.species }] : [];
    const into = (s: Standing, amount: Amount, stage: string): Act => ({
      act: 'shift',
      from: s.place,
      makes,
      parts: [{ to: { lot: toLot(s), unit: String(target.id), stage }, amount }],
    });
    const acts: Act[] = [
      ...sources
        .filter((s) => s.dead > 0)
        .map((s): Act => ({ act: 'lose', account: 'dead', from: s.from.place, amount: countOf(s.dead) })),
      ...(mixture ? there.map((s) => into(s, { kind: 'all' }, s.place.stage)) : []),
      ...sources.map((s) => into(s.from, s.amount, p.toStage ?? s.from.place.stage)),
      ...[...(mixture ? there : []), ...sources.filter((s) => s.amount.kind === 'all').map((s) => s.from)].map(
        (s): Act => ({ act: 'close', holding: s.place }),
      ),
    ];
    const kind = p.toStage ? 'pond' : mixed ? 'merge' : 'move';
    const observations = sources.flatMap((s) => [
      ...(s.dead > 0 ? [{ kind: 'dead', ...idsOf(s.from), value: s.dead }] : []),
      ...(s.stay > 0 ? [{ kind: 'unready', ...idsOf(s.from), value: s.stay }] : []),
    ]);
    await c.record([{ kind, ...event, replacesSeq: c.replacing?.seq, intent: p, acts, observations }]);
    await queuePredictions(c, [...lots.keys(), ...(mixture ? [mixture.id] : [])]);
    return { unit: target.name, lot: mixture?.name ?? [...lots.values()][0]!.name, mixed };
  },
});

/** How much of a unit goes, where dead ones are taken out of all and those that are not ready stay. */
function setApart(
  from: Standing,
  s: { amount: HowMany; dead?: number; stay?: number },
  shortfall: boolean,
  i: number,
): Amount {
  const [dead, stay] = [s.dead ?? 0, s.stay ?? 0];
  if (dead + stay === 0) return amountOf(s.amount, shortfall);
  if (s.amount.kind !== 'all')
    throw new CommandRefused(
      'apart',
      'What stays behind is known when all the others go.',
      `sources.${i}.stay`,
      'Choose all, or count those that go.',
    );
  if (dead + stay >= from.number)
    throw new CommandRefused(
      'apart',
      `${grouped(dead + stay)} are all of the ${grouped(from.number)} in ${from.unit.name}, or more.`,
      `sources.${i}.stay`,
      'Check the numbers; if they are right, count the unit first.',
    );
  return stay === 0 ? { kind: 'all' } : { kind: 'share', share: 1 - stay / (from.number - dead), sd: 0 };
}

export const expected = (s: Standing, a: Amount) =>
  a.kind === 'all' ? s.number : a.kind === 'share' ? s.number * a.share : a.number;

/** The lot that a mixture becomes; its thermal clock starts at the mean of its parts, by number. */
async function mixedLot(
  c: Context,
  at: number,
  sources: readonly { from: Standing; amount: Amount }[],
  there: readonly Standing[],
  name?: string,
) {
  const parts = [
    ...there.map((s) => ({ lot: s.lot, n: s.number })),
    ...sources.map((s) => ({ lot: s.from.lot, n: expected(s.from, s.amount) })),
  ];
  const kinds = new Set(parts.map((p) => p.lot.species));
  if (kinds.size > 1) throw new CommandRefused('speciesMix', 'These are two species.', 'to', 'They cannot be mixed.');
  const clocks = parts.filter((p) => p.lot.fertilised_at !== null && p.n > 0);
  const total = clocks.reduce((s, p) => s + p.n, 0);
  const fertilisedAt =
    clocks.length === parts.length && total > 0
      ? Math.round(clocks.reduce((s, p) => s + p.lot.fertilised_at! * (p.n / total), 0))
      : null;
  const species = await c.species(parts[0]!.lot.species);
  const brood = parts.every((x) => isBroodGrade(x.lot.grade));
  const lot = await newLot(c, { species, at, name, fertilisedAt, ...(brood ? { grade: BROOD_GRADE } : {}) });
  return { ...lot, species: species.id };
}

/**
 * Sorting into classes. Each class becomes a child lot in its own unit; when every class is measured the grading is a
 * census too, and what is missing goes to unexplained.
 */
export const grade = defineCommand({
  type: 'grade.record',
  roles: ['manager', 'culturist'],
  schema: z.object({
    ...eventFields,
    unit: z.number().int(),
    lotId: z.number().int().optional(),
    stage: z.string().optional(),
    classes: z
      .array(
        z.object({
          grade: z.string().trim().min(1, 'needs a name').max(20, 'is too long'),
          unit: z.number().int(),
          amount: howMany,
          stage: z.string().optional(),
        }),
      )
      .min(2, 'grading makes at least two classes'),
    ...loadAnswers,
    shortfall: z.literal('yes').optional(),
    sensitive,
    tempered,
  }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const at = await standing(c, p.unit, asOf(c, event), p);
    await askSensitive(c, at, { ...p, note: event.note }, event.at, 'this grading');
    const species = await c.species(at.lot.species);
    if (new Set(p.classes.map((k) => k.grade)).size !== p.classes.length)
      throw new CommandRefused('twice', 'Two classes have one name.', 'classes');
    if (new Set(p.classes.map((k) => k.unit)).size !== p.classes.length)
      throw new CommandRefused(
        'twice',
        'Two classes go to one unit.',
        'classes',
        'Each class needs a unit of its own.',
      );
    const rest = p.classes.filter((k) => k.amount.kind === 'all');
    if (rest.length > 1) throw new CommandRefused('rest', 'Only one class can be “the rest”.', 'classes');
    const ordered = [...p.classes.filter((k) => k.amount.kind !== 'all'), ...rest];
    // While a grading is being put right each class finds its own lot again before a new name takes one left over.
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
    for (const k of ordered) {
      const unit = await unitById(c, k.unit, 'classes');
      if (unit.id !== at.unit.id) await askTempered(c, at, unit, event.at, p.tempered, 'classes');
      const amount = amountOf(k.amount, p.shortfall === 'yes');
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
        p,
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
  },
});

/**
 * Parent's name and the class; a number behind it when the parent was graded into such a class before. A lot of the
 * entry that is being put right keeps its name.
 */
async function childName(c: Context, parent: string, name: string, grade: string): Promise<string> {
  const own = c.replacing?.lots.find((l) => l.grade === grade);
  if (own) return ((await c.trx('lot').where({ id: own.id }).first('name')) as { name: string }).name;
  const base = `${parent} ${name}`.slice(0, 36);
  for (let n = 1; ; n++) {
    const free = n === 1 ? base : `${base}${n}`;
    if (!(await c.trx('lot').where({ site_id: c.site.id, name: free }).first('id'))) return free;
  }
}
