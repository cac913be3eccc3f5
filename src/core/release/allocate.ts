import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { cheapest, readySolver } from '../solver';

await readySolver();

const lot = z.strictObject({
  id: z.string().min(1, 'needs a name'),
  number: schema.count,
  massG: schema.positive.optional(),
  species: z.string().optional(),
});
const site = z.strictObject({
  id: z.string().min(1, 'needs a name'),
  target: schema.count,
  /** What the permit allows. */
  most: schema.count.optional(),
  /** Window of mean mass. */
  leastG: schema.positive.optional(),
  mostG: schema.positive.optional(),
  species: z.string().optional(),
});
export type ReleaseLot = z.output<typeof lot>;
export type ReleaseSite = z.output<typeof site>;

export type Allocation = {
  shipments: { lot: string; site: string; number: number }[];
  unmet: { site: string; number: number }[];
  left: { lot: string; number: number }[];
  placed: number;
};

/** Whether a lot may go to a site: its species, and its mean mass where the site has a window. */
export function mayGo(l: ReleaseLot, s: ReleaseSite): boolean {
  if (s.species !== undefined && l.species !== undefined && s.species !== l.species) return false;
  if (s.leastG === undefined && s.mostG === undefined) return true;
  // What was not weighed fits no window.
  return l.massG !== undefined && l.massG >= (s.leastG ?? 0) && l.massG <= (s.mostG ?? Number.POSITIVE_INFINITY);
}

/** Of each program; both together stay within five on a busy house. */
const SECONDS = 4;

/**
 * Lots to sites: as much of the targets as can be met, within permits and windows, then by the fewest shipments. Solved
 * as two programs, one after the other.
 */
export function allocate(lots: readonly ReleaseLot[], sites: readonly ReleaseSite[]): Allocation & { proven: boolean } {
  const ways = lots.flatMap((l, i) =>
    sites.flatMap((s, j) => {
      const most = Math.min(l.number, wanted(s));
      return most > 0 && mayGo(l, s) ? [{ i, j, most }] : [];
    }),
  );
  const n = ways.length;
  if (n === 0) return { ...told(lots, sites, []), proven: true };
  const sums = [
    ...lots.map((l, i) => ({ terms: termsOf(ways, (w) => w.i === i), high: l.number })),
    ...sites.map((s, j) => ({ terms: termsOf(ways, (w) => w.j === j), high: wanted(s) })),
  ].filter((r) => r.terms.length > 0);
  const most = ways.map((w) => w.most);
  // All ends are whole: the best flow is, too.
  const first = cheapest({ cost: new Array(n).fill(-1), most, whole: new Array(n).fill(false), rows: sums }, SECONDS);
  if (!first) throw new CalculationError('input', 'lots', 'could not be shared out');
  const placed = Math.round(-first.cost);
  if (placed === 0) return { ...told(lots, sites, []), proven: true };
  const second = cheapest(
    {
      cost: [...new Array(n).fill(0), ...new Array(n).fill(1)],
      most: [...most, ...new Array(n).fill(1)],
      whole: [...new Array(n).fill(true), ...new Array(n).fill(true)],
      rows: [
        ...sums,
        { terms: ways.map((_, k) => [k, 1] as const), low: placed, high: placed },
        // A shipment is one as soon as anything goes.
        ...ways.map((w, k) => ({
          terms: [
            [k, 1],
            [n + k, -w.most],
          ] as const,
          high: 0,
        })),
      ],
    },
    SECONDS,
  );
  const values = (second ?? first).values;
  const shipped = ways.flatMap((w, k) => {
    const number = Math.round(values[k]!);
    return number > 0 ? [{ lot: lots[w.i]!.id, site: sites[w.j]!.id, number }] : [];
  });
  return { ...told(lots, sites, shipped), proven: second !== null && second.cost - second.bound < 0.5 };
}

const wanted = (s: ReleaseSite) => Math.min(s.target, s.most ?? s.target);
const termsOf = (ways: readonly { i: number; j: number }[], of: (w: { i: number; j: number }) => boolean) =>
  ways.flatMap((w, k) => (of(w) ? [[k, 1] as const] : []));

function told(
  lots: readonly ReleaseLot[],
  sites: readonly ReleaseSite[],
  shipments: Allocation['shipments'],
): Allocation {
  const sum = (of: (s: Allocation['shipments'][number]) => boolean) =>
    shipments.filter(of).reduce((t, s) => t + s.number, 0);
  return {
    shipments,
    unmet: sites.flatMap((s) => {
      const number = s.target - sum((x) => x.site === s.id);
      return number > 0 ? [{ site: s.id, number }] : [];
    }),
    left: lots.flatMap((l) => {
      const number = l.number - sum((x) => x.lot === l.id);
      return number > 0 ? [{ lot: l.id, number }] : [];
    }),
    placed: sum(() => true),
  };
}

const once = <T extends { id: string }>(list: readonly T[]) => new Set(list.map((x) => x.id)).size === list.length;

export const calculation = defineCalculation({
  id: 'release.allocate',
  title: 'Lots to release sites',
  asks: 'Which lot goes where, so that the targets are met as far as they can be, in the fewest shipments?',
  input: z
    .strictObject({
      lots: z.array(lot).min(1, 'needs a lot').max(60, 'are more lots than are shared out at once'),
      sites: z.array(site).min(1, 'needs a site').max(60, 'are more sites than are served at once'),
    })
    .refine((i) => once(i.lots), { path: ['lots'], error: 'one name stands twice' })
    .refine((i) => once(i.sites), { path: ['sites'], error: 'one name stands twice' })
    .superRefine((i, ctx) => {
      for (const [k, s] of i.sites.entries())
        if (s.leastG !== undefined && s.mostG !== undefined && s.leastG > s.mostG)
          ctx.addIssue({ code: 'custom', path: ['sites', k, 'mostG'], message: 'must not be below the least' });
    }),
  output: z.strictObject({
    shipments: z.array(z.strictObject({ lot: z.string(), site: z.string(), number: z.number() })),
    unmet: z.array(z.strictObject({ site: z.string(), number: z.number() })),
    left: z.array(z.strictObject({ lot: z.string(), number: z.number() })),
    placed: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const { proven, ...a } = allocate(i.lots, i.sites);
    const warnings = [
      ...(proven ? [] : ['the fewest shipments are not proven: fewer may be possible']),
      ...i.sites
        .filter((s) => s.most !== undefined && s.most < s.target)
        .map((s) => `${s.id}: the permit allows fewer than the target`),
      ...i.lots
        .filter((l) => l.massG === undefined && i.sites.some((s) => s.leastG !== undefined || s.mostG !== undefined))
        .map((l) => `${l.id} was not weighed: it fits no site with a window of size`),
    ];
    return { ...a, ...(warnings.length > 0 ? { warnings } : {}) };
  },
  working: (i, o) => ({
    formula: 'most placed within targets, permits, sizes and species; of those the fewest shipments',
    steps: [
      {
        name: 'placed',
        says: 'of all shipments',
        expression: o.shipments.length === 0 ? '0' : o.shipments.map((s) => s.number).join(' + '),
        value: o.placed,
      },
      {
        name: 'short',
        says: 'of the targets that is not met',
        expression: `${i.sites.map((s) => s.target).join(' + ')} - placed`,
        value: o.unmet.reduce((t, u) => t + u.number, 0),
      },
    ],
  }),
  source: 'Two mixed-integer programs, one after the other, solved by HiGHS; method, no source',
  validWhen: 'Each lot may go in parts, and a mean mass stands for the lot.',
  cautions: ['Permits, origin and strain decide before numbers do: leave out what may not go there.'],
  example: {
    lots: [
      { id: 'A', number: 12000, massG: 2.1 },
      { id: 'B', number: 8000, massG: 5 },
    ],
    sites: [
      { id: 'Upper', target: 9000, leastG: 4 },
      { id: 'Lake', target: 10000, most: 9500 },
    ],
  },
});
