/** A harvest that stands or is to come: good from its hatch until it is spent. */
export type Batch = { id: string; from: number; until: number; nauplii: number };
export type PreyMeal = { at: number; nauplii: number };
export type Supplied = {
  /** By meal: what is there for it, and out of which batches. */
  meals: { at: number; nauplii: number; met: number; of: { id: string; nauplii: number }[] }[];
  /** What of each batch nobody eats. */
  over: { id: string; nauplii: number }[];
};

/** Meals in their order, each out of the batches that are good then, the one that spoils first before the others. */
export function supply(meals: readonly PreyMeal[], batches: readonly Batch[]): Supplied {
  const left = new Map(batches.map((b) => [b.id, b.nauplii]));
  const inOrder = [...batches].sort((a, b) => a.until - b.until || a.from - b.from);
  return {
    meals: [...meals]
      .sort((a, b) => a.at - b.at)
      .map((m) => {
        let wanted = m.nauplii;
        const of: { id: string; nauplii: number }[] = [];
        for (const b of inOrder) {
          if (wanted <= 0) break;
          if (m.at < b.from || m.at > b.until) continue;
          const take = Math.min(wanted, left.get(b.id)!);
          if (take <= 0) continue;
          left.set(b.id, left.get(b.id)! - take);
          wanted -= take;
          of.push({ id: b.id, nauplii: take });
        }
        return { at: m.at, nauplii: m.nauplii, met: m.nauplii - Math.max(0, wanted), of };
      }),
    over: [...left].filter(([, n]) => n > 0).map(([id, nauplii]) => ({ id, nauplii })),
  };
}
