/** What stands on the label of a jar, tray or container. */
export type Label = {
  /** Large: what the unit is called. */
  unit: string;
  lot: string;
  /** Lines below: species, parents, number, when fertilised. */
  lines: string[];
  /** Where its code leads: an address of this hatchery's own Morula. */
  address: string;
};

/** Letters and digits that are not taken for one another on a wet label: no 0 O, 1 I L, 2 Z, 5 S, 8 B. */
const SIGNS = '34679ACDEFGHJKMNPQRTUVWXY';

/**
 * A short code of a number, to be read over the noise of pumps and typed: base 25 without look-alikes, with a last sign
 * that tells a slip (weights 1, 2, 3 … modulo 25, so that one wrong sign, or two neighbours turned round, show).
 * @example codeOf(0) // '33'
 */
export function codeOf(n: number): string {
  const digits: number[] = [];
  for (let x = n; x > 0 || digits.length === 0; x = Math.floor(x / SIGNS.length)) digits.unshift(x % SIGNS.length);
  return [...digits, checkOf(digits)].map((d) => SIGNS[d]).join('');
}

/** The number of a code as typed (small letters and spaces are no matter); null where it is not one, or has a slip. */
export function numberOf(code: string): number | null {
  const digits = [...code.toUpperCase().replace(/[\s-]/g, '')].map((c) => SIGNS.indexOf(c));
  if (digits.length < 2 || digits.includes(-1)) return null;
  const check = digits.pop()!;
  return check === checkOf(digits) ? digits.reduce((n, d) => n * SIGNS.length + d, 0) : null;
}

const checkOf = (digits: readonly number[]) =>
  digits.reduce((s, d, i) => s + (digits.length - i) * d, 0) % SIGNS.length;
