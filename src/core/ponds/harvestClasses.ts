import { normalCdf } from '../distributions';

/** Of one sex, so many looked at, weighed together. */
export type SexSample = { sex: 'female' | 'male'; number: number; massG: number };

export type ClassBooks = {
  number: number;
  sd: number;
  /** Mean mass of all as they stand; null while nobody weighed them. */
  meanG: number | null;
  /** Of single masses of one sex, or of all where sexes were not told apart. */
  cv: number;
  /** Below it they stay in the pond; null where all are taken. */
  leastG: number | null;
  /** Where a class begins, g. */
  fromG: readonly number[];
  bySex: readonly SexSample[];
};

type Expected = { number: number; sd: number; massKg: number };
export type HarvestClass = {
  fromG: number | null;
  toG: number | null;
  all: Expected;
  /** Null where nobody told the sexes apart. */
  female: Expected | null;
  male: Expected | null;
};

type Group = { sex: SexSample['sex'] | null; share: number; looked: number; meanG: number };

/**
 * What a harvest will bring by size, and by sex where a sample told them apart: masses about their mean as a normal curve,
 * its partial expectations. The doubt is that of the books and, by sex, of the share in the sample (binomial).
 * @returns classes from the smallest on; none while no mass is known, or no class is wished
 */
export function harvestClasses(b: ClassBooks): HarvestClass[] {
  const groups = groupsOf(b);
  if (groups.length === 0 || (b.fromG.length === 0 && b.bySex.length === 0)) return [];
  // A sample in which all weighed the same still leaves them to one side of a bound.
  const cv = Math.max(b.cv, 1e-6);
  const least = b.leastG ?? Number.NEGATIVE_INFINITY;
  const bounds = [...new Set(b.fromG)].filter((g) => g > least).sort((x, y) => x - y);
  const edges = [least, ...bounds, Number.POSITIVE_INFINITY];
  const edge = (g: number) => (Number.isFinite(g) ? g : null);
  return edges.slice(0, -1).map((from, k): HarvestClass => {
    const to = edges[k + 1]!;
    const of = (g: Group): Expected => {
      const within = (part: (atLeast: number) => number) => part(from) - part(to);
      const share = within((x) => 1 - normalCdf((x - g.meanG) / (cv * g.meanG)));
      const sampling = g.sex === null ? 0 : (g.share * (1 - g.share)) / g.looked;
      return {
        number: b.number * g.share * share,
        sd: share * Math.hypot(b.sd * g.share, b.number * Math.sqrt(sampling)),
        massKg: (b.number * g.share * within((x) => massAbove(g.meanG, cv, x))) / 1000,
      };
    };
    const each = new Map(groups.map((g) => [g.sex, of(g)]));
    const [female, male] = [each.get('female') ?? null, each.get('male') ?? null];
    const parts = [...each.values()];
    const number = parts.reduce((s, e) => s + e.number, 0);
    return {
      fromG: edge(from),
      toG: edge(to),
      all: {
        number,
        // The sexes share one number: what one has less, the other has more.
        sd: b.number === 0 ? 0 : (b.sd * number) / b.number,
        massKg: parts.reduce((s, e) => s + e.massKg, 0),
      },
      female,
      male,
    };
  });
}

/** The sexes with their shares and masses, as large as they are now by what each was to the mean of the sample; else all as one. */
function groupsOf(b: ClassBooks): Group[] {
  const looked = b.bySex.reduce((s, x) => s + x.number, 0);
  if (looked === 0) return b.meanG === null ? [] : [{ sex: null, share: 1, looked: 0, meanG: b.meanG }];
  const sampled = b.bySex.reduce((s, x) => s + x.massG, 0) / looked;
  const grown = b.meanG === null ? 1 : b.meanG / sampled;
  return b.bySex.map((x) => ({
    sex: x.sex,
    share: x.number / looked,
    looked,
    meanG: (grown * x.massG) / x.number,
  }));
}

/** Mean mass that each of all contributes, of those at or above a bound: partial expectation of a normal. */
export function massAbove(meanG: number, cv: number, leastG: number): number {
  if (leastG === Number.NEGATIVE_INFINITY) return meanG;
  if (leastG === Number.POSITIVE_INFINITY) return 0;
  const sd = cv * meanG;
  const z = (leastG - meanG) / sd;
  const density = Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);
  return meanG * (1 - normalCdf(z)) + sd * density;
}
