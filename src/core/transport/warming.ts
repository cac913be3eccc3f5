import { idsOf } from '../ids';
import { thresholds } from '../thresholds';

/** How what they travel in keeps its warmth. */
export const keepings = {
  bare: 'bare walls',
  insulated: 'insulated tank',
  foam: 'foam box',
} as const;
export type Keeping = keyof typeof keepings;
export const keepIds = idsOf(keepings);

/** Heat that a litre of water holds for a degree, J. */
const HEAT = 4186;
/** Of ice: heat of melting over that of water, °C. */
export const ICE_CELSIUS = 333.55 / 4.186;

const passes = (k: Keeping) =>
  ({ bare: thresholds.haulHeatBare, insulated: thresholds.haulHeatInsulated, foam: thresholds.haulHeatFoam })[k].value;

/**
 * Hours in which standing water goes half of the way to the air around it: ln 2 · heat held / (heat passed · area), in
 * walls of a cube.
 * @param heat W/(m²·K) that the walls let through
 * @example halfWayHours(1000, 6) // 22.4: a cubic metre behind bare walls
 */
export const halfWayHours = (volumeL: number, heat: number): number =>
  (Math.LN2 * volumeL * HEAT) / (heat * 6 * (volumeL / 1000) ** (2 / 3)) / 3600;

/** The water after so many hours in air of another warmth, by Newton's law of cooling. */
export const arrives = (celsius: number, air: number, hours: number, halfWay: number): number =>
  air + (celsius - air) * 2 ** (-hours / halfWay);

/** Ice that takes up what the water would warm by, kg; none where it cools. */
export const iceFor = (volumeL: number, celsius: number, arrive: number): number =>
  Math.max(0, (volumeL * (arrive - celsius)) / (ICE_CELSIUS + celsius));

/** How warm a carrier arrives, and what ice keeps it as it left. */
export function onTheWay(volumeL: number, celsius: number, air: number, hours: number, keeps: Keeping) {
  const celsiusThen = arrives(celsius, air, hours, halfWayHours(volumeL, passes(keeps)));
  return { celsiusThen, iceKg: iceFor(volumeL, celsius, celsiusThen) };
}
