import type { Pedigree } from './pedigree';

/**
 * Mendelian sampling variance of each animal, as a share of the base population's genetic variance: what it does not
 * have from its parents (Henderson 1976).
 */
function sampling(p: Pedigree, F: Float64Array, i: number): number {
  const s = p.sire[i]!;
  const d = p.dam[i]!;
  return 1 - (s < 0 ? 0 : 0.25 * (1 + F[s]!)) - (d < 0 ? 0 : 0.25 * (1 + F[d]!));
}

/**
 * Additive relationships of one animal with all others up to `until`, without the table (Colleau 2002): A e = T D T′e is
 * worked by going back along the pedigree and forward again. Needs the inbreeding of the animal's ancestors only.
 */
function relationshipsOf(p: Pedigree, F: Float64Array, animal: number, until: number, out: Float64Array): void {
  const { sire, dam } = p;
  out.fill(0, 0, until + 1);
  out[animal] = 1;
  for (let i = animal; i >= 0; i--) {
    const w = out[i]!;
    if (w === 0) continue;
    const s = sire[i]!;
    const d = dam[i]!;
    if (s >= 0) out[s] = out[s]! + 0.5 * w;
    if (d >= 0) out[d] = out[d]! + 0.5 * w;
    out[i] = w * sampling(p, F, i);
  }
  for (let i = 0; i <= until; i++) {
    const s = sire[i]!;
    const d = dam[i]!;
    if (s >= 0) out[i] = out[i]! + 0.5 * out[s]!;
    if (d >= 0) out[i] = out[i]! + 0.5 * out[d]!;
  }
}

/**
 * Inbreeding coefficient of every animal: half the relationship of its parents. Worked sire by sire (or dam by dam,
 * where these are fewer), each with all its mates at once.
 */
export function inbreeding(p: Pedigree): Float64Array {
  const n = p.ids.length;
  const F = new Float64Array(n);
  const [one, other] = new Set(p.sire).size <= new Set(p.dam).size ? [p.sire, p.dam] : [p.dam, p.sire];
  const offspring = new Map<number, number[]>();
  for (let i = 0; i < n; i++) {
    const parent = one[i]!;
    if (parent < 0 || other[i]! < 0) continue;
    const list = offspring.get(parent);
    if (list) list.push(i);
    else offspring.set(parent, [i]);
  }
  const column = new Float64Array(n);
  // In the order of the pedigree: whoever stands before a parent has its coefficient by then.
  for (const parent of [...offspring.keys()].sort((a, b) => a - b)) {
    const own = offspring.get(parent)!;
    const until = own.reduce((last, i) => Math.max(last, other[i]!), parent);
    relationshipsOf(p, F, parent, until, column);
    for (const i of own) F[i] = 0.5 * column[other[i]!]!;
  }
  return F;
}

/**
 * Kinship (coancestry: the chance that a gene drawn from each is the same by descent) among some animals, row by row
 * without the table (Colleau 2002).
 * @param among positions in the pedigree
 * @returns a square matrix in the order of `among`
 */
export function kinshipAmong(p: Pedigree, F: Float64Array, among: readonly number[]): Float64Array[] {
  const column = new Float64Array(p.ids.length);
  const until = among.reduce((last, i) => Math.max(last, i), 0);
  return among.map((a) => {
    relationshipsOf(p, F, a, until, column);
    return Float64Array.from(among, (b) => 0.5 * column[b]!);
  });
}

/**
 * Additive relationships of all animals with all, by the tabular method (Emik and Terrill 1949), in one array of rows.
 * The diagonal is 1 + F. For n animals it takes 8 n² bytes.
 */
export function relationshipTable(p: Pedigree): Float64Array {
  const n = p.ids.length;
  const A = new Float64Array(n * n);
  for (let i = 0; i < n; i++) {
    const s = p.sire[i]!;
    const d = p.dam[i]!;
    const row = i * n;
    if (s >= 0 && d >= 0) {
      for (let j = 0; j < i; j++) A[row + j] = 0.5 * (A[j * n + s]! + A[j * n + d]!);
      A[row + i] = 1 + 0.5 * A[s * n + d]!;
    } else {
      const one = Math.max(s, d);
      if (one >= 0) for (let j = 0; j < i; j++) A[row + j] = 0.5 * A[j * n + one]!;
      A[row + i] = 1;
    }
    for (let j = 0; j < i; j++) A[j * n + i] = A[row + j]!;
  }
  return A;
}
