import { betaQuantile } from '../distributions';
import { shareDifference } from '../sampling/difference';

/** A fish that was looked at twice: what was said at first, and whether it became what was hoped. */
export type SecondLook = { strain: string; type: string; signs: readonly string[]; became: boolean };

export type SignForetold = {
  sign: string;
  with: { became: number; of: number };
  without: { became: number; of: number };
  difference: number;
  low: number;
  high: number;
  /** More than chance, with an interval that leaves out none; said only where both sides have been looked at. */
  is: 'foretells' | 'foretellsNot' | 'open';
};

/** Whether early signs foretold how fish became: the share that did with each sign against that without it. */
export function signsForetold(looks: readonly SecondLook[]): SignForetold[] {
  const signs = [...new Set(looks.flatMap((l) => l.signs))];
  return signs
    .flatMap((sign): SignForetold[] => {
      const count = (has: boolean) => {
        const of = looks.filter((l) => l.signs.includes(sign) === has);
        return { became: of.filter((l) => l.became).length, of: of.length };
      };
      const [w, o] = [count(true), count(false)];
      if (w.of === 0 || o.of === 0) return [{ sign, with: w, without: o, difference: 0, low: -1, high: 1, is: 'open' }];
      const d = shareDifference({ successes: w.became, trials: w.of }, { successes: o.became, trials: o.of });
      return [
        {
          sign,
          with: w,
          without: o,
          difference: d.difference,
          low: d.low,
          high: d.high,
          is: d.low > 0 ? 'foretells' : d.high < 0 ? 'foretellsNot' : 'open',
        },
      ];
    })
    .sort((a, b) => Math.abs(b.difference) - Math.abs(a.difference));
}

export type Odds = { strain: string; type: string; became: number; of: number; alpha: number; beta: number } & {
  share: number;
  low: number;
  high: number;
};

/** Odds that a fish becomes what is hoped, by strain and type: a Beta, one more than so many that did and that did not. */
export function oddsOf(looks: readonly SecondLook[]): Odds[] {
  const groups = new Map<string, { strain: string; type: string; became: number; of: number }>();
  for (const l of looks) {
    const key = `${l.strain}|${l.type}`;
    const g = groups.get(key) ?? { strain: l.strain, type: l.type, became: 0, of: 0 };
    groups.set(key, { ...g, became: g.became + (l.became ? 1 : 0), of: g.of + 1 });
  }
  return [...groups.values()]
    .map((g) => {
      const [alpha, beta] = [1 + g.became, 1 + g.of - g.became];
      return {
        ...g,
        alpha,
        beta,
        share: alpha / (alpha + beta),
        low: betaQuantile(0.025, alpha, beta),
        high: betaQuantile(0.975, alpha, beta),
      };
    })
    .sort((a, b) => b.of - a.of);
}
