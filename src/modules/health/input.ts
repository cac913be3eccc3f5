import { z } from 'zod';
import { treatedByWords } from '@/core/health/treatment';
import type { TreatmentInput } from '@/core/health/treatmentInput';
import { defineQuestion } from '@/server/act/question';
import type { Words } from '@/server/act/words';

/** The dose lies outside of Reference, or of what is usual for such fish, and a second person has looked. */
export const strength = defineQuestion('strength', 'meant');

/** Reference does not know the product, or not as it is given: its figures were read on label and order. */
export const order = defineQuestion('order', 'read');

/** What was given and how, in the line of its entry. */
export const givenSays = (i: Partial<TreatmentInput>): Words => [
  `${i.product}, ${i.by ? treatedByWords[i.by] : 'given'}, `,
  ...(i.by === 'bath'
    ? [
        { figure: i.targetMgPerL ?? Number.NaN, to: 3 },
        i.basis === 'productVolume' ? ' µL/L for ' : ' mg/L for ',
        { figure: i.minutes ?? Number.NaN, to: 3 },
        ' min',
      ]
    : i.by === 'feed'
      ? [
          { figure: i.mgPerKgDay ?? Number.NaN, to: 3 },
          ' mg/kg a day for ',
          { figure: i.days ?? Number.NaN, to: 3 },
          ' days',
        ]
      : [{ figure: i.mlEach ?? Number.NaN, to: 3 }, ' mL each']),
  `, ordered by ${i.orderedBy}`,
];

const above = z.number().gt(0, 'must be above 0');
const text = (most: number) => z.string().trim().max(most, 'is too long').default('');

/** How a session is done: a needle into each, or batch by batch through a bath. */
export const sessionWays = { injection: 'with the needle', bath: 'through a bath' } as const;
export type SessionWay = keyof typeof sessionWays;

/** What a session is planned to be: a vaccination, an anaesthetic bath, a dip. */
export const vaccinationFields = {
  way: z.enum(['injection', 'bath']).default('injection'),
  /** The vaccine, or what is in the bath. */
  vaccine: z.string().trim().min(1, 'needed: the vaccine').max(60, 'is too long'),
  vaccineLot: z.string().trim().min(1, 'needed: the lot of the vaccine').max(60, 'is too long'),
  /** Into each. */
  mlEach: above.max(5, 'is more than goes into a fish').optional(),
  /** Of the product in the bath. */
  mgPerL: above.max(100_000, 'is no bath: mg/L').optional(),
  number: z.number().int().min(1, 'needs at least one'),
  /** The longest that they may sleep, s. */
  longestS: above.max(3600, 'is longer than any bath of an anaesthetic').optional(),
  anaesthetic: text(60),
  needleAfter: z.number().int().min(1, 'needs at least one').max(1_000_000).optional(),
  orderedBy: z.string().trim().min(1, 'needed: who ordered it').max(80, 'is too long'),
  label: z.string().trim().min(1, 'needed: by which label or order').max(120, 'is too long'),
  withdrawalDegreeDays: z.number().min(0, 'cannot be negative').max(5000, 'is more than any label says').optional(),
  withdrawalDays: z.number().min(0, 'cannot be negative').max(1000, 'is more than any label says').optional(),
  /** It is in oil: pricked hands need a doctor at once. */
  oil: z.boolean().default(true),
};
export const vaccinationPlan = z.object(vaccinationFields);
export type VaccinationPlan = z.output<typeof vaccinationPlan>;

/** For what animals are sampled, and how sure it is to be. */
export const inspectionPlan = z.object({
  why: z.string().trim().min(1, 'needed: for what').max(120, 'is too long'),
  vet: z.string().trim().min(1, 'needed: who inspects').max(80, 'is too long'),
  /** Share that would be affected, if it is there at all. */
  prevalenceShare: z.number().gt(0, 'must be above 0').max(1, 'is a share: at most 1').default(0.05),
  confidenceShare: z.number().min(0.5, 'is no confidence').max(0.999, 'is more than any sample gives').default(0.95),
  /** Share of the affected that the test finds. */
  sensitivityShare: z.number().gt(0, 'must be above 0').max(1, 'is a share: at most 1').default(1),
});
export type InspectionPlan = z.output<typeof inspectionPlan>;

export const verdicts = {
  free: 'nothing found',
  found: 'found',
  unclear: 'unclear: to be repeated',
} as const;
export type Verdict = keyof typeof verdicts;
