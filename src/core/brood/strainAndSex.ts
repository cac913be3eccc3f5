/** What the animals of a family are: both sexes, or made to be of one, or unable to breed. */
export const offspringSexes = ['mixed', 'female', 'male', 'sterile'] as const;
export type OffspringSex = (typeof offspringSexes)[number];

export const offspringWords: Record<OffspringSex, string> = {
  mixed: 'both sexes',
  female: 'all female',
  male: 'all male',
  sterile: 'sterile',
};

export type Kind = { strain: string; sex: OffspringSex; share: number };

/** Families of one strain and sex together, the largest first. */
export function kindsOf(families: readonly Kind[]): Kind[] {
  const found = new Map<string, Kind>();
  for (const f of families) {
    const key = `${f.strain}|${f.sex}`;
    found.set(key, { ...f, share: (found.get(key)?.share ?? 0) + f.share });
  }
  return [...found.values()].sort((a, b) => b.share - a.share || a.strain.localeCompare(b.strain));
}

const one = ({ strain, sex }: Pick<Kind, 'strain' | 'sex'>): string =>
  [strain, sex === 'mixed' ? '' : offspringWords[sex]].filter(Boolean).join(', ');

/**
 * Strain and sex of a lot in words; empty where nothing but both sexes of no strain is known. A part of less than half a
 * hundredth is not named.
 * @example kindsSay([{ strain: 'Ombrel', sex: 'female', share: 1 }]) // "Ombrel, all female"
 */
export function kindsSay(kinds: readonly Kind[]): string {
  const parts = kinds.filter((k) => k.share >= 0.005);
  if (parts.length === 1) return one(parts[0]!);
  if (parts.every((k) => one(k) === '')) return '';
  return parts.map((k) => `${Math.round(100 * k.share)} % ${one(k) || 'strain not known'}`).join('; ');
}

/** The strain of a family: of its parents where they are of one, else both are named. Parents of none give none. */
export function strainOf(female: string, males: readonly string[]): string {
  const his = [...new Set(males.filter(Boolean))];
  const father = his.length > 1 ? his.sort().join('/') : (his[0] ?? '');
  if (!female || !father || female === father) return (female || father).slice(0, 60);
  return `${female} × ${father}`.slice(0, 60);
}
