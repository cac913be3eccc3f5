/** Numbers as Morula writes them: grouped by a quarter-em space, rounded as far as they are known. */
const THIN = '\u2005';

export type Mark = '.' | ',';
// The bundler may make several of this module; who reads is the same for all of them.
const reader = globalThis as { morulaMark?: () => Mark };

/** Tells whose decimal mark numbers are written with. Where nobody reads (command line, files, what is kept): a point. */
export function markBy(mark: () => Mark): void {
  reader.morulaMark = mark;
}
export const decimalMark = (): Mark => reader.morulaMark?.() ?? '.';

/** A number in full, to twelve figures, with the reader's mark: for figures as they were given. @example plain(0.25) */
export const plain = (value: number): string => marked(String(Number(value.toPrecision(12))));

/** Figures within a formula or text of our own, with the reader's mark. @example marked('1.96 * sd') */
export const marked = (text: string): string =>
  decimalMark() === '.' ? text : text.replace(/(\d)\.(?=\d)(?!\d+Z)/g, `$1${decimalMark()}`);

/** Whole number grouped by quarter-em spaces: 48200 → "48 200". */
export function grouped(value: number): string {
  const whole = Math.round(value);
  return `${whole < 0 ? '−' : ''}${String(Math.abs(whole)).replace(/\B(?=(\d{3})+(?!\d))/g, THIN)}`;
}

/**
 * A number and the half-width of its interval, rounded alike: the half-width to two figures, the number to the same
 * place. Numbers without doubt are given in full.
 * @example withDoubt(48213, 1904) // { number: "48 200", half: "1 900" }
 */
export function withDoubt(value: number, half: number): { number: string; half: string | null } {
  if (!(half >= 0.5)) return { number: grouped(value), half: null };
  const step = 10 ** Math.max(0, Math.floor(Math.log10(half)) - 1);
  return {
    number: grouped(Math.round(value / step) * step),
    half: grouped(Math.max(1, Math.round(half / step) * step)),
  };
}

/** A number to so many decimals, without trailing noise. */
export function decimals(value: number, places: number): string {
  const [whole, fraction] = Math.abs(value).toFixed(places).split('.') as [string, string | undefined];
  const sign = value < 0 && Number(value.toFixed(places)) !== 0 ? '−' : '';
  return `${sign}${whole.replace(/\B(?=(\d{3})+(?!\d))/g, THIN)}${fraction ? `${decimalMark()}${fraction}` : ''}`;
}

/** Three significant figures, for grams and the like. */
export function figures(value: number, count = 3): string {
  if (value === 0) return '0';
  if (Number.isInteger(value)) return grouped(value);
  const places = Math.max(0, count - 1 - Math.floor(Math.log10(Math.abs(value))));
  return decimals(value, Math.min(6, places));
}

/** A share in per cent, with one decimal below ten and above ninety; all and none have nothing behind the point. */
export function percent(share: number): string {
  const p = 100 * share;
  return `${decimals(p, p !== 0 && p !== 100 && (p < 10 || p > 90) ? 1 : 0)}${THIN}%`;
}

/** Three figures and a thousand sign: labels are small. @example short(36412) // "36 k" */
export function short(n: number): string {
  if (n >= 1e6) return `${marked((n / 1e6).toPrecision(3))} M`;
  if (n >= 10_000) return `${Math.round(n / 1000)} k`;
  if (n >= 1000) return `${decimals(n / 1000, 1)} k`;
  return String(n);
}

/** A temperature as its reader takes it, to a tenth. @param celsius °C  @param us in °F */
export const degrees = (celsius: number, us: boolean): string =>
  us ? `${decimals(celsius * 1.8 + 32, 1)} °F` : `${decimals(celsius, 1)} °C`;

/** A difference of temperatures as its reader takes it: one degree Celsius is 1.8 degrees Fahrenheit. */
export const degreesApart = (celsius: number, us: boolean): string =>
  `${plain(Number((us ? celsius * 1.8 : celsius).toPrecision(2)))} ${us ? '°F' : '°C'}`;
