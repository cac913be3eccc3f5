/** Steps that people read off a board without thinking. */
const STEPS = [0.05, 0.1, 0.2, 0.25, 0.5, 1, 2, 5, 10, 20, 50];
/** From half to one and a half times of what they are about, in so many classes at most. */
const MOST = 36;

/** Classes of a scale about a length, in whatever unit that is: even steps, their middles. */
export function scaleAround(about: number): number[] {
  const [low, high] = [about * 0.5, about * 1.5];
  const step = STEPS.find((s) => (high - low) / s <= MOST) ?? STEPS.at(-1)!;
  const first = Math.max(step, Math.round(low / step) * step);
  const out: number[] = [];
  for (let v = first; v <= high + step / 2; v += step) out.push(Number(v.toFixed(4)));
  return out;
}
