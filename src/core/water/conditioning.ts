import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { thresholds } from '../thresholds';
import { DAY_MS } from '../time/spans';
import { nitrifyingAt } from './biofilter';

/** Ammonia and nitrite of a day, mg/L as nitrogen. */
export type FilterDay = { day: number; ammonia: number; nitrite: number };
/** What was read; a kind that was not is absent. */
export type FilterReading = { day: number; ammonia?: number; nitrite?: number };

/** How bacteria of one of the two steps begin and grow. */
type Growth = {
  /** Share of the daily dose that they turn over on the first day. */ start: number /** A day, at its temperature. */;
  rate: number;
};

/** Steps a day of the simulation. */
const STEPS = 12;
const LONGEST_DAYS = 120;
/** Carries: a day's dose is gone by the next one, to this, mg/L as nitrogen. */
const GONE_MG_L = 0.25;
/** A colony that has grown to so many times what it is given grows no more: it dies back as it grows. */
const MOST_TIMES = 3;

/**
 * One step of nitrification day by day: what is given, what is turned over by bacteria that grow on it (Monod), what
 * stays. The colony is carried as what it turns over a day where there is plenty.
 */
function turnOver(given: Given, dose: number, g: Growth, half: number): { left: Float64Array; out: Float64Array } {
  const { exp } = Math;
  const left = new Float64Array(LONGEST_DAYS * STEPS + 1);
  const out = new Float64Array(LONGEST_DAYS * STEPS);
  const dt = 1 / STEPS;
  let [s, colony] = [0, g.start * dose];
  for (let k = 0; k < LONGEST_DAYS * STEPS; k++) {
    s += given(k, s);
    const works = s / (half + s);
    const used = s * (1 - exp((-colony * works * dt) / (s || 1)));
    s -= used;
    out[k] = used;
    left[k + 1] = s;
    colony *= exp(g.rate * works * (1 - colony / (MOST_TIMES * dose)) * dt);
  }
  return { left, out };
}

/** What is given in a step of the simulation, by what is there. */
type Given = (step: number, there: number) => number;

/** Ammonia is filled up to the dose once a day, in the morning: more would only gather, and hold them back. */
const toppedUp =
  (dose: number): Given =>
  (step, there) =>
    step % STEPS === 0 ? Math.max(0, dose - there) : 0;

/** The day from which each day's dose is gone by the next; null where that lies beyond the longest. */
function carriesFrom(left: Float64Array): number | null {
  for (let d = LONGEST_DAYS; d >= 1; d--) if (left[d * STEPS]! > GONE_MG_L) return d === LONGEST_DAYS ? null : d + 1;
  return 1;
}

/** Beginnings and rates that are weighed against what was read: three orders of magnitude, rates from half to twice. */
const STARTS = Array.from({ length: 13 }, (_, i) => 10 ** (-2 + i / 3));
const RATES = Array.from({ length: 9 }, (_, i) => 2 ** (-1 + i / 4));
/** How far beginnings (in tenfolds) and rates (in doublings) of filters lie apart, before anything was read. `verify` */
const [START_SD, RATE_SD] = [0.7, 0.3];
/** A kit's reading is off by so much: a share, and what it cannot tell, mg/L. `verify` */
const [KIT_SHARE, KIT_LEAST] = [0.25, 0.15];

type Weighed = { growth: Growth; weight: number; run: ReturnType<typeof turnOver> };

/** All beginnings and rates by how well they fit what was read. */
function weigh(
  given: Given,
  dose: number,
  usual: Growth,
  half: number,
  read: readonly { day: number; value: number }[],
): Weighed[] {
  const all = STARTS.flatMap((start) =>
    RATES.map((rate) => {
      const growth = { start: usual.start * start, rate: usual.rate * rate };
      const run = turnOver(given, dose, growth, half);
      let fit = -0.5 * (Math.log10(start) / START_SD) ** 2 - 0.5 * (Math.log2(rate) / RATE_SD) ** 2;
      for (const r of read) {
        const k = Math.round(r.day * STEPS);
        if (k < 0 || k >= run.left.length) continue;
        const said = run.left[k]!;
        const sd = KIT_LEAST + KIT_SHARE * Math.max(said, r.value);
        // Kits slip: what lies far off counts as three standard deviations, not more.
        fit -= 0.5 * Math.min(9, ((r.value - said) / sd) ** 2);
      }
      return { growth, fit, run };
    }),
  );
  const best = Math.max(...all.map((a) => a.fit));
  const sum = all.reduce((s, a) => s + Math.exp(a.fit - best), 0);
  return all.map(({ growth, fit, run }) => ({ growth, run, weight: Math.exp(fit - best) / sum }));
}

export type Conditioning = {
  /** Day, counted from the first dose, from which a day's dose is gone by the next; null beyond four months. */
  carriesDay: number | null;
  low: number | null;
  high: number | null;
  curve: FilterDay[];
};

/** Quantile of weighted days; those that never come are the latest. */
function quantile(days: readonly { day: number | null; weight: number }[], q: number): number | null {
  const sorted = [...days].sort((a, b) => (a.day ?? Number.POSITIVE_INFINITY) - (b.day ?? Number.POSITIVE_INFINITY));
  let sum = 0;
  for (const d of sorted) {
    sum += d.weight;
    if (sum >= q) return d.day;
  }
  return sorted.at(-1)!.day;
}

/**
 * The course of a biofilter that is conditioned by ammonia, each morning filled up to a dose: ammonia falls when the bacteria that use it
 * are many enough, nitrite rises with that and falls when theirs are. What was read bends the course; the doubt that is
 * left is that of its date.
 * @param dose ammonia nitrogen to which it is filled up, mg/L  @param seeded the media come from a running filter
 */
export function conditioning(
  dose: number,
  celsius: number,
  readings: readonly FilterReading[] = [],
  seeded = false,
): Conditioning {
  const warm = nitrifyingAt(celsius);
  const start = seeded ? SEEDED : thresholds.nitrifierStart.value;
  const half = thresholds.nitrifierHalf.value;
  const of = (kind: 'ammonia' | 'nitrite') =>
    readings.flatMap((r) => (r[kind] === undefined ? [] : [{ day: r.day, value: r[kind]! }]));
  const first = weigh(
    toppedUp(dose),
    dose,
    { start, rate: thresholds.ammoniaOxidiserGrowth.value * warm },
    half,
    of('ammonia'),
  );
  // The second step stands on the first: a few of it, by how likely they are, carry its doubt on.
  const likely = [...first].sort((a, b) => b.weight - a.weight).slice(0, CARRIED);
  const carried = likely.reduce((s, l) => s + l.weight, 0);
  const seen = of('nitrite');
  const days: { day: number | null; weight: number }[] = [];
  const curve = Array.from({ length: LONGEST_DAYS + 1 }, (_, day) => ({ day, ammonia: 0, nitrite: 0 }));
  for (const l of likely) {
    const share = l.weight / carried;
    const second = weigh(
      (k) => l.run.out[k]!,
      dose,
      { start, rate: thresholds.nitriteOxidiserGrowth.value * warm },
      half,
      seen,
    );
    const ready = carriesFrom(l.run.left);
    for (const s of second) {
      const by = carriesFrom(s.run.left);
      days.push({ day: ready === null || by === null ? null : Math.max(ready, by), weight: share * s.weight });
      for (const c of curve) c.nitrite += share * s.weight * s.run.left[c.day * STEPS]!;
    }
    for (const c of curve) c.ammonia += share * l.run.left[c.day * STEPS]!;
  }
  return { carriesDay: quantile(days, 0.5), low: quantile(days, 0.025), high: quantile(days, 0.975), curve };
}

/** One course, where the beginnings and rates of both steps are known: what the doubt of `conditioning` is held against. */
export function courseOf(dose: number, first: Growth, second: Growth): Pick<Conditioning, 'carriesDay' | 'curve'> {
  const half = thresholds.nitrifierHalf.value;
  const one = turnOver(toppedUp(dose), dose, first, half);
  const two = turnOver((k) => one.out[k] ?? 0, dose, second, half);
  const [a, b] = [carriesFrom(one.left), carriesFrom(two.left)];
  return {
    carriesDay: a === null || b === null ? null : Math.max(a, b),
    curve: Array.from({ length: LONGEST_DAYS + 1 }, (_, day) => ({
      day,
      ammonia: one.left[day * STEPS]!,
      nitrite: two.left[day * STEPS]!,
    })),
  };
}

/** Courses of the first step that the second is worked on. */
const CARRIED = 8;
/** Media of a running filter begin with so much of what is wanted. `verify` */
const SEEDED = 0.05;

const input = z.strictObject({
  /** Ammonia nitrogen to which the water is filled up each morning. */
  doseMgPerL: z.number().gt(0, 'must be above 0').max(20, 'is more than nitrifying bacteria bear: mg/L as nitrogen'),
  celsius: z.number().min(4, 'is too cold: they hardly grow below 4 °C').max(36, 'is too warm for them'),
  seeded: z.boolean().optional(),
  readings: z
    .array(
      z.strictObject({
        day: z.number().min(0, 'is before the first dose').max(LONGEST_DAYS, 'is beyond four months'),
        ammonia: schema.nonNegative.optional(),
        nitrite: schema.nonNegative.optional(),
      }),
    )
    .max(500)
    .optional(),
  /** When they are to be stocked: how early the first dose must be given. */
  stock: schema.instant.optional(),
});

export const calculation = defineCalculation({
  id: 'water.conditioning',
  title: 'Conditioning of a biofilter',
  asks: 'When does a new biofilter carry what is fed, and when must it be begun?',
  input,
  output: z.strictObject({
    carriesDay: z.number().nullable(),
    low: z.number().nullable(),
    high: z.number().nullable(),
    nitritePeakMgPerL: z.number(),
    nitritePeakDay: z.number(),
    startBy: z.string().optional(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const c = conditioning(i.doseMgPerL, i.celsius, i.readings, i.seeded);
    const peak = c.curve.reduce((a, b) => (b.nitrite > a.nitrite ? b : a));
    return {
      carriesDay: c.carriesDay,
      low: c.low,
      high: c.high,
      nitritePeakMgPerL: peak.nitrite,
      nitritePeakDay: peak.day,
      ...(i.stock === undefined || c.high === null
        ? {}
        : { startBy: new Date(Date.parse(i.stock) - c.high * DAY_MS).toISOString() }),
      ...(c.high === null
        ? { warnings: ['it may take longer than four months: warmer, or media of a running filter'] }
        : {}),
    };
  },
  working: (_i, o) => ({
    formula:
      'each step: d(colony)/dt = rate · S / (half + S) · colony, d(S)/dt = given − colony · S / (half + S); the second is given what the first makes',
    steps: [
      ...(o.carriesDay === null
        ? []
        : [
            {
              name: 'carriesDay',
              says: 'day from which a day’s dose is gone by the next',
              expression: String(o.carriesDay),
              value: o.carriesDay,
              unit: 'days',
            },
          ]),
      {
        name: 'nitritePeak',
        says: `highest nitrite, on day ${o.nitritePeakDay}`,
        expression: String(o.nitritePeakMgPerL),
        value: o.nitritePeakMgPerL,
        unit: 'mg/L',
      },
    ],
    notes: ['Simulated in steps of two hours over beginnings and rates that fit what was read, each by its weight.'],
  }),
  source:
    'Growth by what is given: Monod 1949, Annual Review of Microbiology 3: 371-394. Rates, beginnings, their spread: verify',
  validWhen: 'pH 7 to 8.5, alkalinity above 50 mg/L, much air, dark, no chlorine; ammonia filled up each morning.',
  cautions: [
    'A date without readings is a guess of weeks: read ammonia and nitrite every second day and let them bend it.',
    'Stock when both stay down after a full day’s dose, not by the calendar.',
  ],
  example: {
    doseMgPerL: 3,
    celsius: 22,
    readings: [
      { day: 8, ammonia: 2.6, nitrite: 0.6 },
      { day: 14, ammonia: 1.2, nitrite: 6 },
    ],
    stock: '2031-06-01T08:00:00Z',
  },
});
