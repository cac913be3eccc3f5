import { wilson } from '../sampling/proportion';
import { decisions, isFollowed, type JudgedFish, mainReason, type SelectionDecision } from './judged';
import type { Reason, SelectionScheme } from './scheme';

export type SelectionTotals = {
  /** All, and those judged one by one. */
  all: number;
  judged: number;
  by: Record<SelectionDecision, number>;
  bowls: number;
  followed: number;
  /** Looked at one by one: so many had a deformity, and which. */
  deformed: number;
  deformities: Record<string, number>;
  /** Of those that were not kept: why, the commonest first; a fish counts under its first reason in the scheme's order. */
  reasons: { reason: Reason; n: number; share: number; low: number; high: number }[];
};

/** What a selection comes to so far. What was taken back counts nowhere. */
export function totalsOf(fish: Iterable<JudgedFish>, scheme: SelectionScheme): SelectionTotals {
  const by = Object.fromEntries(decisions.map((d) => [d, 0])) as Record<SelectionDecision, number>;
  const why = new Map<string, { reason: Reason; n: number }>();
  const bowls = new Set<number>();
  const groups = new Map(scheme.reasons.map((r) => [r.id, r.group]));
  const deformities: Record<string, number> = {};
  let [all, judged, followed, deformed] = [0, 0, 0, 0];
  for (const f of fish) {
    if (f.gone) continue;
    all += f.count;
    by[f.decision] += f.count;
    bowls.add(f.bowl);
    if (isFollowed(f)) followed += f.count;
    const main = mainReason(f.reasons, scheme);
    if (main?.group !== 'size') judged += f.count;
    const wrong = f.reasons.filter((r) => groups.get(r) === 'deformity');
    if (wrong.length > 0) deformed += f.count;
    for (const d of wrong) deformities[d] = (deformities[d] ?? 0) + f.count;
    if (main && f.decision !== 'keep') {
      const of = why.get(main.id) ?? { reason: main, n: 0 };
      of.n += f.count;
      why.set(main.id, of);
    }
  }
  const left = [...why.values()].reduce((s, w) => s + w.n, 0);
  return {
    all,
    judged,
    by,
    bowls: bowls.size,
    followed,
    deformed,
    deformities,
    reasons: [...why.values()]
      .sort((a, b) => b.n - a.n)
      .map((w) => {
        const p = wilson(w.n, left);
        return { ...w, share: p.estimate, low: p.low, high: p.high };
      }),
  };
}
