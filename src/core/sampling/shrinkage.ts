import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { normalCdf } from '../distributions';

/** A unit (a jar, a tray) of a group: so many of so many. Eggs in one jar are one unit, however many they are. */
export type ComparedUnit = { group: string; successes: number; trials: number; with?: string };

const logit = (p: number) => Math.log(p / (1 - p));
const share = (x: number) => 1 / (1 + Math.exp(-x));
/** False discoveries that are borne among the groups that are called different. */
const FALSE_DISCOVERY = 0.1;

type Unit = { group: string; y: number; v: number; with: string | undefined };
type Group = { name: string; units: number; y: number; v: number; raw: number; withs: Set<string | undefined> };

/** Scatters tried, log odds: from none to far wilder than any hatchery. */
const GRID = [0, 0.05, 0.1, 0.15, 0.2, 0.3, 0.4, 0.5, 0.6, 0.75, 0.9, 1.1, 1.3, 1.6, 2, 2.5, 3];
/**
 * Priors of the scatters: half a normal of these scales (Gelman 2006, Bayesian Analysis 1: 515-533). Trays of one female
 * differ less than females do; both are our own, `verify`.
 */
const PRIOR = { units: 0.5, groups: 1.5 };
/** Combinations of scatters below this share of the weight are left out. */
const SLIGHT = 1e-4;

type Component = {
  weight: number;
  units: number;
  groups: number;
  mean: number;
  total: number;
  y: number[];
  w: number[];
};

/** What each pair of scatters (between units, between groups) makes of the groups, with its posterior weight. */
function components(units: readonly (readonly Unit[])[], several: boolean): Component[] {
  const all: (Component & { log: number })[] = [];
  for (const sigma of GRID)
    for (const tau of GRID) {
      let log = -((sigma / PRIOR.units) ** 2 + (tau / PRIOR.groups) ** 2) / 2;
      const [y, w]: [number[], number[]] = [[], []];
      for (const own of units) {
        let [sum, mean] = [0, 0];
        for (const u of own) {
          const x = 1 / (u.v + sigma ** 2);
          sum += x;
          mean += x * u.y;
        }
        mean /= sum;
        for (const u of own) {
          const v = u.v + sigma ** 2;
          log -= (Math.log(v) + (u.y - mean) ** 2 / v) / 2;
        }
        log -= Math.log(sum) / 2;
        y.push(mean);
        w.push(sum);
      }
      const W = w.map((x) => 1 / (1 / x + tau ** 2));
      const total = W.reduce((a, b) => a + b, 0);
      const mean = W.reduce((a, x, k) => a + x * y[k]!, 0) / total;
      W.forEach((x, k) => {
        log += (Math.log(x) - x * (y[k]! - mean) ** 2) / 2;
      });
      log -= Math.log(total) / 2;
      all.push({
        log,
        weight: spacing(sigma) * (several ? spacing(tau) : 1),
        units: sigma,
        groups: tau,
        mean,
        total,
        y,
        w,
      });
      if (!several) break;
    }
  const top = Math.max(...all.map((c) => c.log));
  for (const c of all) c.weight *= Math.exp(c.log - top);
  const sum = all.reduce((a, c) => a + c.weight, 0);
  const kept = all.filter((c) => c.weight > SLIGHT * sum);
  const left = kept.reduce((a, c) => a + c.weight, 0);
  return kept.map(({ log: _, ...c }) => ({ ...c, weight: c.weight / left }));
}

/** Width of the cell that a point of the grid stands for. */
function spacing(x: number): number {
  const i = GRID.indexOf(x);
  const [below, above] = [GRID[i - 1] ?? x, GRID[i + 1] ?? x];
  return (above - below) / 2;
}

/** `alone`: the part of its variance that it does not share with the others by the mean. */
type Drawn = { mean: number; sd: number; alone: number; pulled: number };

/** A group's share on the log odds, given both scatters: drawn towards the mean of all. */
function drawn(c: Component, k: number): Drawn {
  const v = 1 / c.w[k]!;
  const pulled = v + c.groups ** 2 === 0 ? 1 : v / (v + c.groups ** 2);
  return {
    mean: c.mean + (1 - pulled) * (c.y[k]! - c.mean),
    sd: Math.sqrt(v * (1 - pulled) + pulled ** 2 / c.total),
    alone: v * (1 - pulled),
    pulled,
  };
}

/**
 * Two-sided: how likely it is that a group lies on the other side of the mean of the others than it seems to; others that
 * differ much among themselves (`othersDiffer`, their variance) have a mean that tells less.
 */
function chanceOfNone(
  mixture: readonly Component[],
  all: readonly (readonly Drawn[])[],
  k: number,
  othersDiffer: number,
): number {
  if (all[0]!.length < 2) return 1;
  let above = 0;
  mixture.forEach((c, n) => {
    const groups = all[n]!;
    const others = groups.length - 1;
    const rest = (f: (d: Drawn) => number) => groups.reduce((s, d, j) => s + (j === k ? 0 : f(d)), 0);
    const own = groups[k]!;
    const difference = own.mean - rest((d) => d.mean) / others;
    // Each has its own doubt, and all share that of the mean, each by how far it is drawn to it.
    const variance =
      own.alone +
      rest((d) => d.alone) / others ** 2 +
      othersDiffer / others +
      (own.pulled - rest((d) => d.pulled) / others) ** 2 / c.total;
    above += c.weight * (variance > 0 ? normalCdf(difference / Math.sqrt(variance)) : difference > 0 ? 1 : 0.5);
  });
  return Math.min(1, 2 * Math.min(above, 1 - above));
}

/** The point of a mixture of normals with a share p below it. */
function pointOfMixture(parts: readonly { weight: number; mean: number; sd: number }[], p: number): number {
  let low = Math.min(...parts.map((x) => x.mean - 8 * x.sd)) - 1e-9;
  let high = Math.max(...parts.map((x) => x.mean + 8 * x.sd)) + 1e-9;
  for (let n = 0; n < 40; n++) {
    const middle = (low + high) / 2;
    const below = parts.reduce(
      (a, x) => a + x.weight * (x.sd > 0 ? normalCdf((middle - x.mean) / x.sd) : Number(middle >= x.mean)),
      0,
    );
    if (below < p) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/**
 * Groups of units with their shares on the log-odds scale: scatter between the units of a group, and between groups;
 * each group is drawn towards the mean of all by how little it is known. Neither scatter is taken as known: intervals
 * are over all that fit, each by its posterior weight. Who differs is told by how likely it lies on the other side of the
 * others' mean, and the false discovery rate (Benjamini and Hochberg 1995).
 */
export function compareGroups(given: readonly ComparedUnit[]) {
  const units = given.map((u): Unit => {
    const p = (u.successes + 0.5) / (u.trials + 1);
    return { group: u.group, y: logit(p), v: 1 / ((u.trials + 1) * p * (1 - p)), with: u.with };
  });
  const names = [...new Set(units.map((u) => u.group))];
  const byGroup = names.map((n) => units.filter((u) => u.group === n));
  const betweenUnits = scatterWithin(byGroup);
  const groups = names.map((name, k): Group => {
    const own = byGroup[k]!;
    const weights = own.map((u) => 1 / (u.v + betweenUnits));
    const w = weights.reduce((s, x) => s + x, 0);
    const members = given.filter((u) => u.group === name);
    return {
      name,
      units: own.length,
      y: own.reduce((s, u, k) => s + weights[k]! * u.y, 0) / w,
      v: 1 / w,
      raw: members.reduce((s, u) => s + u.successes, 0) / members.reduce((s, u) => s + u.trials, 0),
      withs: new Set(own.map((u) => u.with)),
    };
  });
  const betweenGroups = laird(groups);
  const mixture = components(byGroup, names.length > 1);
  const over = (f: (c: Component) => number) => mixture.reduce((s, c) => s + c.weight * f(c), 0);
  const all = mixture.map((c) => groups.map((_, k) => drawn(c, k)));
  const called = discoveries(
    groups.map((_, k) => chanceOfNone(mixture, all, k, laird(groups.filter((_, j) => j !== k)))),
  );
  return {
    betweenUnits: Math.sqrt(betweenUnits),
    betweenGroups: Math.sqrt(betweenGroups),
    mean: share(over((c) => c.mean)),
    groups: groups.map((g, k) => {
      const parts = mixture.map((c, n) => ({ weight: c.weight, ...all[n]![k]! }));
      // Everything of it stood with nothing else, and with nothing of any other group: that may be the cause as well.
      const alone = g.withs.size === 1 && [...g.withs][0] !== undefined;
      const apart = alone && groups.every((o) => o === g || !o.withs.has([...g.withs][0]));
      return {
        group: g.name,
        units: g.units,
        raw: g.raw,
        estimate: share(parts.reduce((s, x) => s + x.weight * x.mean, 0)),
        low: share(pointOfMixture(parts, 0.025)),
        high: share(pointOfMixture(parts, 0.975)),
        pulled: parts.reduce((s, x) => s + x.weight * x.pulled, 0),
        pValue: called.p[k]!,
        differs: called.yes[k]! && g.units > 1,
        cannotTell: g.units < 2,
        confoundedWith: apart ? ([...g.withs][0] ?? null) : null,
      };
    }),
  };
}

/** Scatter between the units of one group beyond counting, pooled over groups; 0 where units agree. */
function scatterWithin(groups: readonly (readonly { y: number; v: number }[])[]): number {
  let q = 0;
  let df = 0;
  let c = 0;
  for (const g of groups.filter((x) => x.length > 1)) {
    const w = g.map((u) => 1 / u.v);
    const sum = w.reduce((s, x) => s + x, 0);
    const mean = g.reduce((s, u, k) => s + w[k]! * u.y, 0) / sum;
    q += g.reduce((s, u, k) => s + w[k]! * (u.y - mean) ** 2, 0);
    df += g.length - 1;
    c += sum - w.reduce((s, x) => s + x * x, 0) / sum;
  }
  return c > 0 ? Math.max(0, (q - df) / c) : 0;
}

const laird = (groups: readonly { y: number; v: number }[]) => scatterWithin([groups]);

function discoveries(p: readonly number[]): { p: readonly number[]; yes: boolean[] } {
  const order = p.map((value, at) => ({ value, at })).sort((a, b) => a.value - b.value);
  let last = -1;
  order.forEach((o, rank) => {
    if (o.value <= ((rank + 1) / p.length) * FALSE_DISCOVERY) last = rank;
  });
  const yes = new Array<boolean>(p.length).fill(false);
  for (let r = 0; r <= last; r++) yes[order[r]!.at] = true;
  return { p, yes };
}

export const calculation = defineCalculation({
  id: 'sample.compare',
  title: 'Shares of groups compared',
  asks: 'Eyed or hatched by female, male, jar or method: which groups really differ, and how sure is each?',
  input: z.strictObject({
    units: z
      .array(
        z
          .strictObject({
            group: z.string().min(1, 'needs a name'),
            successes: schema.count,
            trials: schema.count.min(1, 'needs at least one'),
            /** What went along with it (a day, a jar): a group that never stood without it cannot be told from it. */
            with: z.string().optional(),
          })
          .refine((u) => u.successes <= u.trials, { path: ['successes'], error: 'cannot be more than were looked at' }),
      )
      .min(2, 'needs at least two units'),
  }),
  output: z.strictObject({
    mean: z.number(),
    betweenUnits: z.number(),
    betweenGroups: z.number(),
    groups: z.array(
      z.strictObject({
        group: z.string(),
        units: z.number(),
        raw: z.number(),
        estimate: z.number(),
        low: z.number(),
        high: z.number(),
        pulled: z.number(),
        pValue: z.number(),
        differs: z.boolean(),
        cannotTell: z.boolean(),
        confoundedWith: z.string().nullable(),
      }),
    ),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const o = compareGroups(i.units);
    const warnings: string[] = [];
    if (o.groups.every((g) => g.cannotTell))
      warnings.push(
        'one unit a group: what is of the group and what of the unit cannot be told; the intervals allow for both',
      );
    if (o.groups.some((g) => g.confoundedWith !== null))
      warnings.push(
        'some groups never stood without something else that no other group had: it may be the cause as well',
      );
    return { ...o, ...(warnings.length > 0 ? { warnings } : {}) };
  },
  working: (i, o) => {
    const g = o.groups[0]!;
    return {
      formula:
        'log odds of each unit; group = mean of its units, drawn to the mean of all by V / (V + τ²); both scatters over all that fit, by their posterior weight',
      steps: [
        {
          name: 'betweenUnits',
          says: 'scatter between units of a group, log odds',
          expression: String(o.betweenUnits),
          value: o.betweenUnits,
        },
        {
          name: 'betweenGroups',
          says: 'scatter between groups, log odds',
          expression: String(o.betweenGroups),
          value: o.betweenGroups,
        },
        { name: 'mean', says: 'mean of all', expression: String(o.mean), value: o.mean },
        { name: 'pulled', says: `${g.group}: drawn towards it by`, expression: String(g.pulled), value: g.pulled },
        {
          name: 'raw',
          says: `${g.group}: all its eggs together`,
          expression: `${i.units
            .filter((u) => u.group === g.group)
            .map((u) => u.successes)
            .join(' + ')}`,
          value: i.units.filter((u) => u.group === g.group).reduce((s, u) => s + u.successes, 0),
        },
      ],
    };
  },
  source:
    'Normal model of log odds with half-normal priors of both scatters (Gelman 2006, Bayesian Analysis 1: 515-533), worked on a grid; scatter as shown: DerSimonian and Laird 1986; who differs: Benjamini and Hochberg 1995 (false discovery rate)',
  validWhen: 'Units are jars or trays, not eggs; groups were not chosen after looking.',
  cautions: [
    'Day, jar and age go along with female and male: spread each female over jars, and set two jars a treatment at least.',
  ],
  example: {
    units: [
      { group: 'F12', successes: 91, trials: 100 },
      { group: 'F12', successes: 88, trials: 100 },
      { group: 'F31', successes: 62, trials: 100 },
      { group: 'F31', successes: 58, trials: 100 },
      { group: 'F40', successes: 84, trials: 100 },
      { group: 'F40', successes: 90, trials: 100 },
    ],
  },
});
