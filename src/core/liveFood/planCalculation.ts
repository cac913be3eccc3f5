import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { normalQuantile } from '../distributions';
import { HOUR_MS } from '../time/spans';
import { USUAL_G_PER_L } from './brineShrimp';
import { planStarts } from './plan';

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
