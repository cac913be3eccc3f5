import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { normalQuantile } from '../distributions';
import { cheapest, type Program, readySolver, type Solved } from '../solver';
import { HOUR_MS, MINUTE_MS } from '../time/spans';
import { USUAL_G_PER_L } from './brineShrimp';

await readySolver();

/** A meal that nauplii are wanted for. */
export type Meal = { at: number; nauplii: number };
export type Cone = { id: string; volumeL: number; freeFrom: number; cleanMinutes: number };
export type Hatching = {
  hatchMs: number;
  /** After the harvest they are worth feeding for so long. */
  usableMs: number;
  /** Nauplii that are reckoned with of a gram. */
  yieldPerGram: number;
  gramsPerL: number;
};
export type Start = { cone: string; at: number; cystsG: number; harvestAt: number; for: number[] };
export type StartsPlan = {
  starts: Start[];
  /** Meals that cannot be met, by their place in the list. */
  short: { meal: number; nauplii: number }[];
  cystsG: number;
  /** Starts and harvests outside of staff hours. */
  outside: number;
  /** Nothing better exists; else what might still be saved is told. */
  proven: boolean;
  fewestStarts: number;
};

/** The solver is stopped after so many seconds in all; what it has then is told with how good it is. */
const SECONDS = { short: 0.4, starts: 1, outside: 0.4 };

/** Cones that are alike: which of them is sown is no matter. */
type Kind = { cones: Cone[]; capacity: number; turnMs: number; from: number };

function kindsOf(cones: readonly Cone[], h: Hatching): Kind[] {
  const kinds = new Map<string, Kind>();
  for (const c of cones) {
    const key = `${c.volumeL} ${c.freeFrom} ${c.cleanMinutes}`;
    const kind = kinds.get(key);
    if (kind) kind.cones.push(c);
    else
      kinds.set(key, {
        cones: [c],
        capacity: c.volumeL * h.gramsPerL * h.yieldPerGram,
        turnMs: h.hatchMs + c.cleanMinutes * MINUTE_MS,
        from: c.freeFrom + h.hatchMs,
      });
  }
  return [...kinds.values()];
}

/**
 * Instants at which a harvest can be worth having. Any plan stays as good when each harvest is moved later until it
 * stands at the first meal that it serves, at the end of a staff window (its own or its start's), or just before the
 * next start of its cone: so only those are looked at.
 */
function harvests(
  k: Kind,
  meals: readonly Meal[],
  staff: readonly { from: number; to: number }[],
  h: Hatching,
): number[] {
  const last = Math.max(...meals.map((m) => m.at));
  const ends = staff.flatMap((w) => [w.to, w.to + h.hatchMs]);
  const turns = Math.floor(Math.max(0, last - k.from) / k.turnMs);
  const all = new Set<number>();
  for (const base of [...meals.map((m) => m.at), ...ends])
    for (let turn = 0; turn <= turns; turn++) all.add(base - turn * k.turnMs);
  return [...all]
    .filter((at) => at >= k.from && meals.some((m) => m.at >= at && m.at <= at + h.usableMs))
    .sort((a, b) => a - b);
}

/**
 * When to sow which cone with how much so that the meals are met: as much of them as can be, then by the fewest starts,
 * then with the least work outside of staff hours. Cysts follow from what is fed and are least by that.
 */
export function planStarts(
  meals: readonly Meal[],
  cones: readonly Cone[],
  h: Hatching,
  staff: readonly { from: number; to: number }[] = [],
): StartsPlan {
  const kinds = kindsOf(cones, h);
  const sown = kinds.flatMap((k, kind) => harvests(k, meals, staff, h).map((at) => ({ kind, at })));
  const times = [...new Set(sown.map((s) => s.at))].sort((a, b) => a - b);
  const served = times.flatMap((at, time) =>
    meals.flatMap((m, meal) => (m.at >= at && m.at <= at + h.usableMs ? [{ time, meal }] : [])),
  );
  const [S, V] = [sown.length, served.length];
  // Unknowns: how many cones of a kind are harvested at a time; what of that goes to which meal, in shares of it; what
  // each meal lacks, in shares of it.
  const shareOf = (meal: number) => meals[meal]!.nauplii;
  const inHours = (at: number) => staff.length === 0 || staff.some((w) => at >= w.from && at <= w.to);
  const outsideOf = sown.map((s) => Number(!inHours(s.at)) + Number(!inHours(s.at - h.hatchMs)));
  const rows: { terms: [number, number][]; low?: number; high?: number }[] = [];
  const sownAt = times.map((at) => sown.flatMap((s, j) => (s.at === at ? [j] : [])));
  meals.forEach((_, meal) => {
    const terms = served.flatMap((v, j): [number, number][] => (v.meal === meal ? [[S + j, 1]] : []));
    rows.push({ terms: [...terms, [S + V + meal, 1]], low: 1, high: 1 });
  });
  const scale = Math.max(...meals.map((m) => m.nauplii));
  times.forEach((_, time) => {
    const out = served.flatMap((v, j): [number, number][] =>
      v.time === time ? [[S + j, shareOf(v.meal) / scale]] : [],
    );
    const from = sownAt[time]!.map((j): [number, number] => [j, -kinds[sown[j]!.kind]!.capacity / scale]);
    rows.push({ terms: [...out, ...from], high: 0 });
  });
  // No meal is served by a harvest that does not happen: said for each, the bound of the solver is a close one.
  served.forEach((v, j) => {
    rows.push({ terms: [[S + j, 1], ...sownAt[v.time]!.map((k): [number, number] => [k, -1])], high: 0 });
  });
  kinds.forEach((k, kind) => {
    const own = sown.flatMap((s, j) => (s.kind === kind ? [{ at: s.at, j }] : []));
    for (const { at } of own)
      rows.push({
        terms: own.filter((o) => o.at > at - k.turnMs && o.at <= at).map((o): [number, number] => [o.j, 1]),
        high: k.cones.length,
      });
  });
  const most = [...sown.map((s) => kinds[s.kind]!.cones.length), ...served.map(() => 1), ...meals.map(() => 1)];
  const whole = [...sown.map(() => true), ...served.map(() => false), ...meals.map(() => false)];
  const solve = (cost: readonly number[], seconds: number): Solved => {
    const program: Program = { cost, most, whole, rows };
    // Nothing sown and all meals short is a solution: there is always one.
    const s = cheapest(program, seconds);
    if (!s) throw new Error('the solver found no plan of starts');
    return s;
  };
  const zero = <T>(list: readonly T[]) => list.map(() => 0);
  const lack = [...zero(sown), ...zero(served), ...meals.map((m) => m.nauplii / scale)];
  const starts = [...sown.map(() => 1), ...zero(served), ...zero(meals)];
  const outside = [...outsideOf, ...zero(served), ...zero(meals)];
  const limit = (cost: readonly number[], high: number) =>
    rows.push({ terms: cost.flatMap((c, j): [number, number][] => (c === 0 ? [] : [[j, c]])), high });

  const first = solve(lack, SECONDS.short);
  limit(lack, first.cost + TINY);
  const second = solve(starts, SECONDS.starts);
  const count = Math.round(second.cost);
  limit(starts, count + TINY);
  const third = staff.length > 0 ? solve(outside, SECONDS.outside) : second;
  const proven =
    first.cost - first.bound < TINY &&
    count - second.bound < 1 - TINY &&
    (staff.length === 0 || third.cost - third.bound < 1 - TINY);
  return {
    ...written(third.values, { meals, kinds, sown, served, times, h }),
    outside: sown.reduce((s, _, j) => s + outsideOf[j]! * Math.round(third.values[j]!), 0),
    proven,
    fewestStarts: Math.min(count, Math.ceil(second.bound - TINY)),
  };
}

/** Numerical slack of the solver: shares of a meal below it are none. */
const TINY = 1e-6;

/** Which cone is sown when with how much, from how many of a kind are harvested and what goes where. */
function written(
  x: readonly number[],
  p: {
    meals: readonly Meal[];
    kinds: readonly Kind[];
    sown: readonly { kind: number; at: number }[];
    served: readonly { time: number; meal: number }[];
    times: readonly number[];
    h: Hatching;
  },
): Pick<StartsPlan, 'starts' | 'short' | 'cystsG'> {
  const freeFrom = new Map(p.kinds.flatMap((k) => k.cones.map((c) => [c.id, c.freeFrom])));
  const starts: Start[] = [];
  const order = p.sown.map((s, j) => ({ ...s, j })).sort((a, b) => a.at - b.at);
  const wanted = p.times.map((_, time) =>
    p.served.flatMap((v, j) => {
      const nauplii = x[p.sown.length + j]! * p.meals[v.meal]!.nauplii;
      return v.time === time && x[p.sown.length + j]! > TINY ? [{ meal: v.meal, nauplii }] : [];
    }),
  );
  for (const s of order)
    for (let batch = 0; batch < Math.round(x[s.j]!); batch++) {
      const kind = p.kinds[s.kind]!;
      const startAt = s.at - p.h.hatchMs;
      const cone = kind.cones.find((c) => freeFrom.get(c.id)! <= startAt)!;
      freeFrom.set(cone.id, s.at + cone.cleanMinutes * MINUTE_MS);
      const list = wanted[p.times.indexOf(s.at)]!;
      let room = kind.capacity * (1 + TINY);
      let nauplii = 0;
      const meals: number[] = [];
      while (list.length > 0 && room > 0) {
        const m = list[0]!;
        const taken = Math.min(m.nauplii, room);
        meals.push(m.meal);
        nauplii += taken;
        room -= taken;
        m.nauplii -= taken;
        if (m.nauplii <= TINY * p.meals[m.meal]!.nauplii) list.shift();
      }
      if (nauplii > 0)
        starts.push({ cone: cone.id, at: startAt, cystsG: nauplii / p.h.yieldPerGram, harvestAt: s.at, for: meals });
    }
  const offset = p.sown.length + p.served.length;
  const short = p.meals.flatMap((m, meal) =>
    x[offset + meal]! > TINY ? [{ meal, nauplii: x[offset + meal]! * m.nauplii }] : [],
  );
  const fed = [...p.meals, ...short.map((s) => ({ nauplii: -s.nauplii }))].reduce((s, m) => s + m.nauplii, 0);
  return {
    starts: starts.sort((a, b) => a.at - b.at || a.cone.localeCompare(b.cone)),
    short,
    cystsG: fed / p.h.yieldPerGram,
  };
}

const share = z.number().gt(0, 'must be above 0').max(1, 'is a share: from 0 to 1');
const input = z.strictObject({
  meals: z
    .array(z.strictObject({ at: schema.instant, nauplii: schema.positive }))
    .min(1, 'needs at least one meal')
    .max(200, 'are more than a plan of days holds'),
  cones: z
    .array(
      z.strictObject({
        id: z.string().trim().min(1, 'needs a name'),
        volumeL: schema.positive,
        freeFrom: schema.instant,
        cleanMinutes: schema.nonNegative,
      }),
    )
    .min(1, 'needs at least one cone')
    .max(60, 'are more than any hatchery has'),
  hatchHours: schema.positive.max(200, 'is no hatch of cysts'),
  usableHours: schema.nonNegative.max(500, 'is longer than nauplii live on their reserve'),
  /** How long they keep when chilled, where a cold store is used. */
  chilledHours: schema.nonNegative.max(500, 'is longer than nauplii live on their reserve').optional(),
  naupliiPerGram: schema.positive,
  hatchShare: share,
  separationShare: share.default(1),
  gramsPerL: schema.positive.default(USUAL_G_PER_L),
  /** Doubt of the yield, and the chance with which each meal is to be met. */
  yieldCv: schema.nonNegative.max(1, 'is no doubt of a yield').default(0),
  chance: z.number().gt(0, 'must lie between 0 and 1').lt(1, 'must lie between 0 and 1').default(0.5),
  staff: z.array(z.strictObject({ from: schema.instant, to: schema.instant })).default([]),
});

/** Yield of a gram that is reached with the wanted chance. */
const yieldOf = (i: z.output<typeof input>) =>
  i.naupliiPerGram * i.hatchShare * i.separationShare * Math.exp(-normalQuantile(i.chance) * i.yieldCv);

const iso = (t: number) => new Date(t).toISOString();

export const calculation = defineCalculation({
  id: 'liveFeed.plan',
  title: 'When to sow which cone',
  asks: 'Which cones are sown when, with how many grams, so that every meal is met?',
  input,
  output: z.strictObject({
    starts: z.array(
      z.strictObject({
        cone: z.string(),
        at: z.string(),
        cystsG: z.number(),
        harvestAt: z.string(),
        /** Meals that it serves, by their place in the list. */
        for: z.array(z.number()),
      }),
    ),
    short: z.array(z.strictObject({ meal: z.number(), nauplii: z.number(), why: z.string() })),
    cystsG: z.number(),
    /** Starts and harvests outside of staff hours. */
    outsideStaff: z.number(),
    proven: z.boolean(),
    /** No plan needs fewer starts than these. */
    fewestStarts: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const twice = i.cones.findIndex((c, k) => i.cones.findIndex((o) => o.id === c.id) !== k);
    if (twice >= 0) throw new CalculationError('input', `cones[${twice}].id`, 'stands there twice');
    const backwards = i.staff.findIndex((w) => Date.parse(w.to) <= Date.parse(w.from));
    if (backwards >= 0) throw new CalculationError('input', `staff[${backwards}].to`, 'must be after it begins');
    const meals = i.meals.map((m) => ({ at: Date.parse(m.at), nauplii: m.nauplii }));
    const cones = i.cones.map((c) => ({ ...c, freeFrom: Date.parse(c.freeFrom) }));
    const keptHours = Math.max(i.usableHours, i.chilledHours ?? 0);
    const p = planStarts(
      meals,
      cones,
      {
        hatchMs: i.hatchHours * HOUR_MS,
        usableMs: keptHours * HOUR_MS,
        yieldPerGram: yieldOf(i),
        gramsPerL: i.gramsPerL,
      },
      i.staff.map((w) => ({ from: Date.parse(w.from), to: Date.parse(w.to) })),
    );
    const earliest = Math.min(...cones.map((c) => c.freeFrom)) + i.hatchHours * HOUR_MS;
    const why = (meal: number) =>
      meals[meal]!.at < earliest
        ? `no cone hatches before ${iso(earliest)}: feed it later, or give rotifers`
        : i.chilledHours === undefined
          ? 'the cones are full: keep a harvest chilled, sow denser, or give rotifers'
          : 'the cones are full: sow denser, or give rotifers';
    const warnings: string[] = [];
    if (!p.proven)
      warnings.push(
        p.starts.length > p.fewestStarts
          ? `stopped before its end: a plan with ${p.fewestStarts} starts may exist`
          : 'stopped before its end: a plan with less work out of hours may exist',
      );
    if (i.yieldCv > 0 && i.chance < 0.8)
      warnings.push('reckoned with a middling yield: half of the meals may fall short');
    return {
      starts: p.starts.map((s) => ({ ...s, at: iso(s.at), harvestAt: iso(s.harvestAt) })),
      short: p.short.map((s) => ({ ...s, why: why(s.meal) })),
      cystsG: p.cystsG,
      outsideStaff: p.outside,
      proven: p.proven,
      fewestStarts: p.fewestStarts,
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => ({
    formula: 'cysts = nauplii that are fed / yield of a gram',
    steps: [
      {
        name: 'yieldPerGram',
        says: 'nauplii of a gram that are reckoned with',
        expression: `${i.naupliiPerGram} * ${i.hatchShare} * ${i.separationShare} * exp(-normalQuantile(${i.chance}) * ${i.yieldCv})`,
        value: yieldOf(i),
      },
      {
        name: 'cystsG',
        says: 'cysts in all',
        expression: `(${i.meals.map((m) => m.nauplii).join(' + ')}${o.short.map((s) => ` - ${s.nauplii}`).join('')}) / yieldPerGram`,
        value: o.cystsG,
        unit: 'g',
      },
    ],
    notes: [
      `${o.starts.length} starts; ${o.proven ? 'nothing better exists' : `no plan needs fewer than ${o.fewestStarts}`}.`,
    ],
  }),
  source:
    'Mixed-integer program: as much of the meals as can be met, then fewest starts, then least work out of hours; solver HiGHS (Huangfu and Hall 2018)',
  validWhen: 'Yield and time to hatch are those of this strain at this warmth and salinity.',
  cautions: ['A cone that fails takes its meals with it: keep a reserve sown where one meal decides.'],
  example: {
    meals: [
      { at: '2031-04-15T06:00:00Z', nauplii: 9_000_000 },
      { at: '2031-04-15T14:00:00Z', nauplii: 9_000_000 },
      { at: '2031-04-16T06:00:00Z', nauplii: 11_000_000 },
    ],
    cones: [
      { id: 'C1', volumeL: 60, freeFrom: '2031-04-14T05:00:00Z', cleanMinutes: 45 },
      { id: 'C2', volumeL: 60, freeFrom: '2031-04-14T08:00:00Z', cleanMinutes: 45 },
    ],
    hatchHours: 24,
    usableHours: 10,
    naupliiPerGram: 270_000,
    hatchShare: 0.82,
    separationShare: 0.93,
    staff: [
      { from: '2031-04-14T04:30:00Z', to: '2031-04-14T15:00:00Z' },
      { from: '2031-04-15T04:30:00Z', to: '2031-04-15T15:00:00Z' },
      { from: '2031-04-16T04:30:00Z', to: '2031-04-16T15:00:00Z' },
    ],
  },
});
