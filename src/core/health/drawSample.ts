/** A tank that is sampled: how many stand there. */
export type DrawnFrom = { id: number; number: number };

/**
 * Shares a sample out over tanks by how many stand in each (largest remainders), one at least from each that holds any
 * while the sample suffices: an illness begins in one tank. Never more than stand there.
 * @returns how many from each, in the order given; together `wanted`, or all that there are
 */
export function drawSample(wanted: number, tanks: readonly DrawnFrom[]): { id: number; draw: number }[] {
  const all = tanks.reduce((s, t) => s + t.number, 0);
  const n = Math.min(Math.max(0, Math.round(wanted)), all);
  const holding = tanks.filter((t) => t.number > 0).length;
  const least = n >= holding ? 1 : 0;
  const left = n - least * holding;
  const parts = tanks.map((t) => {
    const own = t.number > 0 ? least : 0;
    const share = all - least * holding > 0 ? (left * (t.number - own)) / (all - least * holding) : 0;
    return { id: t.id, draw: own + Math.floor(share), over: share - Math.floor(share), most: t.number };
  });
  let rest = n - parts.reduce((s, p) => s + p.draw, 0);
  for (const p of [...parts].sort((a, b) => b.over - a.over))
    if (rest > 0 && p.draw < p.most) {
      p.draw += 1;
      rest -= 1;
    }
  return parts.map(({ id, draw }) => ({ id, draw }));
}

/**
 * What a sample without a finding says: with this confidence fewer than this share of a large population are affected,
 * 1 − (1 − confidence)^(1 / (n · sensitivity)) (the rule of three, exactly). Of a small one it says a little more.
 */
export const mostAffected = (n: number, sensitivity: number, confidence: number): number =>
  n <= 0 ? 1 : 1 - (1 - confidence) ** (1 / (n * sensitivity));
