import { ofGrading } from './shippedThresholds/grading';
import { ofGrowing } from './shippedThresholds/growing';
import { ofHandling } from './shippedThresholds/handling';
import { ofWater } from './shippedThresholds/water';
import { ownThresholds } from './thresholdsInForce';

/**
 * Rules of thumb of Morula's own: thresholds that no publication gives. Each says what it rests on; none has been
 * verified against data, and Reference lists them as such until a hatchery has set or checked them.
 */
export { thresholdSubjects } from './shippedThresholds/shipped';

/** As they ship. What is in force is `thresholds`. */
export const shippedThresholds = { ...ofHandling, ...ofGrading, ...ofGrowing, ...ofWater };

export type ThresholdId = keyof typeof shippedThresholds;
export const thresholdIds = Object.keys(shippedThresholds) as ThresholdId[];

/** Every threshold with the value in force. It may change while the process runs: read it when it is used. */
export const thresholds = Object.fromEntries(
  thresholdIds.map((id) => [
    id,
    {
      get value() {
        return ownThresholds()[id] ?? shippedThresholds[id].value;
      },
    },
  ]),
) as Readonly<Record<ThresholdId, { readonly value: number }>>;

/** Units of what is counted: no half lots. */
const WHOLE = new Set(['rounds', 'batches', 'larvae', 'lots']);
/** Shares: no more than all. */
const isShare = (unit: string) => unit === 'share' || unit === 'intraclass correlation' || /^of (the|sat)/.test(unit);
/** So many times away from the shipped value, a slip is likelier than a meaning. */
const FAR = 4;

/** Why a threshold cannot have a value; null where it can. */
export function thresholdFault(id: ThresholdId, value: number): string | null {
  const { unit } = shippedThresholds[id];
  if (!Number.isFinite(value) || value <= 0) return 'must be above 0';
  if (WHOLE.has(unit) && !Number.isInteger(value)) return `must be a whole number of ${unit}`;
  if (isShare(unit) && value > 1) return 'is a share: from 0 to 1';
  if (unit === 'times' && value < 1) return 'is so many times: 1 at least';
  return null;
}

/** Whether a value lies so far from the shipped one that it is asked about. */
export function thresholdFar(id: ThresholdId, value: number): boolean {
  const times = value / shippedThresholds[id].value;
  return times > FAR || times < 1 / FAR;
}
