import { z } from 'zod';
import { idsOf } from '../ids';
import { HOUR_MS, MINUTE_MS } from '../time/spans';
import { keepIds } from './warming';

/** What is looked at before a truck leaves. */
export const haulChecks = {
  fasted: 'fish fasted a day or more',
  water: 'water to the gauge, tempered to theirs',
  oxygen: 'oxygen on in each tank, gauge read',
  spare: 'spare bottle, spare hose, wrench',
  lids: 'lids and outlets shut, lashed',
  papers: 'permits, health papers, release papers',
  people: 'two people, phone, numbers to call',
} as const;
export type HaulCheck = keyof typeof haulChecks;
export const haulCheckIds = idsOf(haulChecks);

/** What is said of a haul on its way. */
export const haulNotes = {
  checked: 'checked',
  loaded: 'loaded',
  left: 'left',
  read: 'read under way',
  repacked: 'leaked, repacked',
  arrived: 'arrived',
  delivered: 'delivered',
  back: 'back',
} as const;
export type HaulNote = keyof typeof haulNotes;
export const haulNoteIds = idsOf(haulNotes);

/** In what they travel. */
export const carriers = {
  tank: 'tank',
  bag: 'bags under oxygen',
  moist: 'boxes, moist',
} as const;
export type Carrier = keyof typeof carriers;
export const carrierIds = idsOf(carriers);

export const haulTank = z
  .object({
    name: z.string().trim().min(1, 'needs a name').max(40, 'is too long'),
    kind: z.enum(carrierIds).default('tank'),
    /** So many alike: bags, boxes. */
    count: z
      .number()
      .int('must be a whole number')
      .min(1, 'needs at least one')
      .max(5000, 'is a typing error')
      .default(1),
    /** Water of one. */
    volumeL: z.number().min(0, 'cannot be negative').max(50_000, 'is more than a truck carries').default(0),
    oxygenLPerMin: z.number().min(0, 'cannot be negative').max(500, 'is more than any stone lets in').default(0),
    /** Oxygen above the water of one bag. */
    gasL: z.number().min(0, 'cannot be negative').max(1000, 'is larger than any bag').default(0),
    /** Animals that one moist box bears, by the house's own table of sizes. */
    mostEach: z
      .number()
      .int('must be a whole number')
      .min(1, 'needs at least one')
      .max(1e6, 'is a typing error')
      .nullable()
      .default(null),
  })
  .superRefine((t, ctx) => {
    if (t.kind !== 'moist' && t.volumeL <= 0)
      ctx.addIssue({ code: 'custom', path: ['volumeL'], message: 'needed: its water' });
    if (t.kind === 'tank' && t.count !== 1)
      ctx.addIssue({ code: 'custom', path: ['count'], message: 'each tank of a truck stands by itself' });
    if (t.kind === 'bag' && t.gasL <= 0)
      ctx.addIssue({
        code: 'custom',
        path: ['gasL'],
        message: 'needed: a closed bag lives by the oxygen above its water',
      });
  });
export type HaulTank = z.output<typeof haulTank>;

/** The air on the way, how the carriers keep their warmth, and the bottles that go along. */
export const haulWay = z.object({
  airCelsius: z.number().min(-40, 'is colder than any road').max(55, 'is beyond any summer').nullable().default(null),
  keeps: z.enum(keepIds).default('insulated'),
  bottleL: z.number().gt(0, 'must be above 0').max(200, 'is larger than any bottle').nullable().default(null),
  bottleBar: z.number().gt(0, 'must be above 0').max(400, 'is more than any bottle bears').nullable().default(null),
});
export type HaulWay = z.output<typeof haulWay>;

/** Fish of one tank of the hatchery that go along. */
export const haulLoad = z.object({
  unit: z.number().int(),
  lotId: z.number().int(),
  stage: z.string().max(60),
  number: z.number().int().min(1, 'needs at least one').max(1e9, 'is more than any truck carries'),
  site: z.number().int().nullable().default(null),
  /** In which of the truck's tanks. */
  tank: z.string().trim().min(1, 'needs a tank').max(40, 'is too long'),
});
export type HaulLoad = z.output<typeof haulLoad>;

/** A reading under way. */
export type UnderWay = { at: number; tank: string; oxygen: number | null; celsius: number | null };

/**
 * When the oxygen of a tank will be down to the least they bear, by the straight line through its last two readings; null
 * where it does not fall, or only one was read.
 */
export function shortAt(readings: readonly UnderWay[], tank: string, leastMgPerL: number): number | null {
  const own = readings.filter((r) => r.tank === tank && r.oxygen !== null).sort((a, b) => a.at - b.at);
  const [before, last] = own.slice(-2);
  if (!before || !last || last.at <= before.at) return null;
  const perMs = (last.oxygen! - before.oxygen!) / (last.at - before.at);
  if (perMs >= 0) return null;
  const at = last.at + (leastMgPerL - last.oxygen!) / perMs;
  // A fall so slow that it does not matter on any road.
  return at - last.at > 24 * HOUR_MS ? null : Math.max(last.at, at);
}

/** What to do with a tank under way, by its last reading; empty where all is well. */
export function underWayTodo(
  last: UnderWay | undefined,
  short: number | null,
  least: number,
  celsius: number,
  now: number,
): string {
  if (last?.oxygen != null && last.oxygen < least)
    return 'stop: more oxygen, look at stones and hose, thin them out at the next water';
  if (short !== null)
    return `oxygen falls: below what they bear in ${Math.max(0, Math.round((short - now) / MINUTE_MS))} min; more gas now`;
  if (last?.celsius != null && last.celsius > celsius + WARMED)
    return 'it warms: ice in bags, shade, no stop in the sun';
  return '';
}
/** So many degrees above what was loaded are too many. */
const WARMED = 3;

/** Where a haul stands. */
export type HaulState = 'planned' | 'underWay' | 'arrived' | 'delivered' | 'back' | 'givenUp';
export const haulStates: Record<HaulState, string> = {
  planned: 'planned',
  underWay: 'under way',
  arrived: 'arrived',
  delivered: 'delivered',
  back: 'back',
  givenUp: 'given up',
};
