import { plain } from '@/core/quantities/format';
import { degreesOf, readerUnit } from '@/core/quantities/reader';
import { shippedThresholds, type ThresholdId } from '@/core/thresholds';

/** All that are in degrees are steps or doubts: there is no zero to shift. */
export const isDegrees = (id: ThresholdId): boolean => shippedThresholds[id].unit === '°C';

/** The unit in which a reader has a threshold. */
export const thresholdUnit = (id: ThresholdId, us: boolean): string =>
  isDegrees(id) ? readerUnit('temperature', us) : shippedThresholds[id].unit;

/** A threshold with its unit, as its reader takes it. @example thresholdSays('releaseStep', 3, true) // "5.4 °F" */
export const thresholdSays = (id: ThresholdId, value: number, us: boolean): string =>
  `${plain(isDegrees(id) ? Number(degreesOf(value, us).toPrecision(6)) : value)} ${thresholdUnit(id, us)}`;
