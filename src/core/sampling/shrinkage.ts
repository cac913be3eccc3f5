import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { normalCdf, Z95 } from '../distributions';

/** A unit (a jar, a tray) of a group: so many of so many. Eggs in one jar are one unit, however many they are. */
export type ComparedUnit = { group: string; successes: number; trials: number; with?: string };

const logit = (p: number) => Math.log(p / (1 - p));
const share = (x: number) => 1 / (1 + Math.exp(-x));
/** False discoveries that are borne among the groups that are called different. */
const FALSE_DISCOVERY = 0.1;

type Unit = { group: string; y: number; v: number; with: string | undefined };
type Group = { name: string; units: number; y: number; v: number; raw: number; withs: Set<string | undefined> };

/**
 * Groups of units with their shares on the log-odds scale: scatter between the units of a group (DerSimonian and Laird
 * 1986) first, then scatter between groups by the same way; each group is drawn towards the mean of all by how little it
 * is known (parametric empirical Bayes, Morris 1983). Who differs is told by the false discovery rate (Benjamini and
 * Hochberg 1995).
 */
export function compareGroups(given: readonly ComparedUnit[]) {
  const units = given.map((u): Unit => {
    const p = (u.successes + 0.5) / (u.trials + 1);
    return { group: u.group, y: logit(p), v: 1 / ((u.trials + 1) * p * (1 - p)), with: u.with };
  });
  const names = [...new Set(units.map((u) => u.group))];
  const betweenUnits = scatterWithin(names.map((n) => units.filter((u) => u.group === n)));
  const groups = names.map((name): Group => {
    const own = units.filter((u) => u.group === name);
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
  const weights = groups.map((g) => 1 / (g.v + betweenGroups));
  const total = weights.reduce((s, w) => s + w, 0);
  const mean = groups.reduce((s, g, k) => s + weights[k]! * g.y, 0) / total;
  const called = discoveries(
    groups.map((g, k) => {
      // Against the mean of the others, each with its scatter.
      const rest = total - weights[k]!;
      if (rest <= 0) return 1;
      const others = (mean * total - weights[k]! * g.y) / rest;
      const z =
        (g.y - others) / Math.sqrt(g.v + betweenGroupsWithout(groups, k) / Math.max(1, groups.length - 1) + 1 / rest);
      return 2 * (1 - normalCdf(Math.abs(z)));
    }),
  );
  return {
    betweenUnits: Math.sqrt(betweenUnits),
    betweenGroups: Math.sqrt(betweenGroups),
    mean: share(mean),
    groups: groups.map((g, k) => {
      const pulled = betweenGroups + g.v === 0 ? 1 : g.v / (g.v + betweenGroups);
      const y = mean + (1 - pulled) * (g.y - mean);
      const sd = Math.sqrt(g.v * (1 - pulled) + pulled ** 2 / total);
      // Everything of it stood with nothing else, and with nothing of any other group: that may be the cause as well.
      const alone = g.withs.size === 1 && [...g.withs][0] !== undefined;
      const apart = alone && groups.every((o) => o === g || !o.withs.has([...g.withs][0]));
      return {
        group: g.name,
        units: g.units,
        raw: g.raw,
        estimate: share(y),
        low: share(y - Z95 * sd),
        high: share(y + Z95 * sd),
        pulled,
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
const betweenGroupsWithout = (groups: readonly Group[], k: number) => laird(groups.filter((_, j) => j !== k));

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
      warnings.push('one unit a group: what is of the group and what of the unit cannot be told');
    if (o.groups.some((g) => g.confoundedWith !== null))
      warnings.push(
        'some groups never stood without something else that no other group had: it may be the cause as well',
      );
    return { ...o, ...(warnings.length > 0 ? { warnings } : {}) };
  },
  working: (i, o) => {
    const g = o.groups[0]!;
    return {
      formula: 'log odds of each unit; group = mean of its units; drawn to the mean of all by V / (V + τ²)',
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
    'DerSimonian and Laird 1986 (scatter); Morris 1983, J. Am. Stat. Assoc. 78: 47-55 (parametric empirical Bayes); Benjamini and Hochberg 1995 (false discovery rate)',
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
