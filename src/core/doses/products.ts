import { z } from 'zod';
import { plain } from '../quantities/format';
import { groups } from '../species/species';
import { type Station, stations } from '../species/stations';
import { thresholds } from '../thresholds';

/** What a figure of a dose may be a figure of. */
export const bathBases = ['productMass', 'productVolume', 'activeSubstance', 'availableIodine'] as const;
export type BathBasis = (typeof bathBases)[number];

const range = z
  .strictObject({
    groups: z.array(z.enum(groups)).min(1),
    station: z.enum(stations),
    basis: z.enum(bathBases),
    /** mg/L, or µL/L where the basis is a volume of product. */
    low: z.number().positive(),
    high: z.number().positive(),
    minMinutes: z.number().positive(),
    maxMinutes: z.number().positive(),
    source: z.string().min(1),
    hint: z.string(),
  })
  .refine((r) => r.low <= r.high && r.minMinutes <= r.maxMinutes, 'low lies above high');

/** A product of Reference: the ranges in which it is used by group and stage, and what is to be heeded with it. */
export const products = z.array(
  z.strictObject({
    id: z.string().regex(/^[a-z0-9-]{1,40}$/),
    name: z.string(),
    /** Other words by which people call it. */
    also: z.array(z.string()),
    of: z.string(),
    /** Of the usual product; the drum in hand has its own. */
    activeShare: z.number().positive().max(1),
    densityKgPerL: z.number().positive(),
    /** Its strength is of available iodine: pH counts, and what was not fertilised dies. */
    iodine: z.boolean().default(false),
    cautions: z.array(z.string()),
    ranges: z.array(range),
  }),
);
export type Product = z.output<typeof products>[number];

/** The product that a word names: its name or one of the other words for it stands in the text. */
export function productNamed(list: readonly Product[], text: string): Product | null {
  const words = text.toLowerCase();
  return (
    list.find((p) => p.name === words.trim() || p.id === words.trim()) ??
    list.find((p) => [p.name, ...p.also].some((w) => new RegExp(`(^|[^a-z0-9])${w}([^a-z0-9]|$)`).test(words))) ??
    null
  );
}

export type AskedBath = {
  group: string;
  station: Station;
  basis: BathBasis;
  target: number;
  minutes: number;
  /** Of the drum in hand; the usual product's where it is not given. */
  activeShare?: number;
  densityKgPerL?: number;
  pH?: number;
};
export type BathVerdict = {
  /** `fits`; `ask`: outside, a second person looks; `stop`: it cannot be meant. */
  verdict: 'fits' | 'ask' | 'stop';
  says: string;
  field: 'targetMgPerL' | 'minutes' | 'pH' | 'product' | 'basis';
};

/** Below this iodine comes free of its carrier and burns eggs. */
export const IODINE_LEAST_PH = 6;
const IODINE_PH = { low: 6.5, high: 7.5 };

/**
 * A bath held against Reference's ranges: outside of them it is asked about, beyond an order of magnitude stopped, on
 * whatever basis the target was given.
 *
 * @returns the gravest finding first; one that fits when there is none
 */
export function judgeBath(product: Product, b: AskedBath): BathVerdict[] {
  const found: BathVerdict[] = [];
  const add = (verdict: 'ask' | 'stop', field: BathVerdict['field'], says: string) =>
    found.push({ verdict, field, says });
  if (product.iodine) {
    if (b.station !== 'eggs') add('stop', 'product', `${product.name} is never used on larvae or fish`);
    if (b.basis !== 'availableIodine')
      add(
        'stop',
        'basis',
        `the strength of ${product.name} is one of available iodine: product is some hundred times as much`,
      );
    if (b.pH === undefined) add('stop', 'pH', `the pH of a bath of ${product.name} must be measured`);
    else if (b.pH < IODINE_LEAST_PH)
      add(
        'stop',
        'pH',
        `at pH ${plain(b.pH)} iodine comes free and burns eggs: buffer the bath to ${plain(IODINE_PH.low)} to ${plain(IODINE_PH.high)}`,
      );
    else if (b.pH < IODINE_PH.low || b.pH > IODINE_PH.high)
      add('ask', 'pH', `pH ${plain(b.pH)} lies outside ${plain(IODINE_PH.low)} to ${plain(IODINE_PH.high)}`);
  }
  const range = product.ranges.find((r) => r.groups.includes(b.group as never) && r.station === b.station);
  if (!range) {
    const others = product.ranges.length > 0 ? '; a dose of another group or stage is not one for these' : '';
    add(
      'ask',
      'product',
      `Reference has no range of ${product.name} for ${b.station === 'eggs' ? 'eggs' : 'this stage'} of this group${others}`,
    );
    return sorted(found);
  }
  const target = inBasis(b, range.basis, product);
  const unit = range.basis === 'productVolume' ? 'µL/L' : 'mg/L';
  const span = `${plain(range.low)} to ${plain(range.high)} ${unit} of ${basisShort[range.basis]}`;
  const asRange =
    b.basis === range.basis ? '' : `, ${plain(Number(target.toPrecision(3)))} ${unit} of ${basisShort[range.basis]},`;
  const far = thresholds.doseStop.value;
  const shown = `${plain(b.target)} ${b.basis === 'productVolume' ? 'µL/L' : 'mg/L'} of ${basisShort[b.basis]}${asRange}`;
  if (target > range.high * far)
    add(
      'stop',
      'targetMgPerL',
      `${shown} is an order of magnitude above ${span} in Reference: a slip of a point, or of what it is a figure of`,
    );
  else if (target > range.high || target < range.low)
    add('ask', 'targetMgPerL', `${shown} lies ${target > range.high ? 'above' : 'below'} ${span} in Reference`);
  if (b.minutes > range.maxMinutes * far)
    add(
      'stop',
      'minutes',
      `${plain(b.minutes)} minutes are an order of magnitude above the ${plain(range.maxMinutes)} in Reference`,
    );
  else if (b.minutes > range.maxMinutes || b.minutes < range.minMinutes)
    add(
      'ask',
      'minutes',
      `${plain(b.minutes)} minutes lie outside ${plain(range.minMinutes)} to ${plain(range.maxMinutes)} in Reference`,
    );
  return sorted(found);
}

const sorted = (found: BathVerdict[]): BathVerdict[] =>
  found.length === 0
    ? [{ verdict: 'fits', says: '', field: 'targetMgPerL' }]
    : found.sort((a, b) => Number(b.verdict === 'stop') - Number(a.verdict === 'stop'));

const basisShort: Record<BathBasis, string> = {
  productMass: 'product by mass',
  productVolume: 'product by volume',
  activeSubstance: 'active substance',
  availableIodine: 'available iodine',
};

/** A strength turned from one basis into another by the product's share and density. */
function inBasis(b: AskedBath, to: BathBasis, product: Product): number {
  const share = b.activeShare ?? product.activeShare;
  const density = b.densityKgPerL ?? product.densityKgPerL;
  const active = (basis: BathBasis) => basis === 'activeSubstance' || basis === 'availableIodine';
  // By way of milligrams of product in a litre.
  const mass = active(b.basis) ? b.target / share : b.basis === 'productVolume' ? b.target * density : b.target;
  return active(to) ? mass * share : to === 'productVolume' ? mass / density : mass;
}
