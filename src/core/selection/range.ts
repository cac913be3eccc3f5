/**
 * The range of lengths in which most of a sample compete with each other: no longer above than `ratio` times below. Of
 * several that hold as many the one of the larger fish.
 * @param lengthsMm any order  @param ratio longest over shortest
 * @returns its ends, mm, and how many of the sample lie in it; null of no sample
 */
export function competitiveRange(
  lengthsMm: readonly number[],
  ratio: number,
): { fromMm: number; toMm: number; inside: number; small: number; large: number } | null {
  if (lengthsMm.length === 0) return null;
  const mm = [...lengthsMm].sort((a, b) => a - b);
  let best = { from: 0, to: 0 };
  let to = 0;
  for (let from = 0; from < mm.length; from++) {
    while (to + 1 < mm.length && mm[to + 1]! <= ratio * mm[from]! * (1 + 1e-12)) to++;
    if (to - from >= best.to - best.from) best = { from, to };
  }
  return {
    fromMm: mm[best.from]!,
    toMm: mm[best.to]!,
    inside: best.to - best.from + 1,
    small: best.from,
    large: mm.length - 1 - best.to,
  };
}
