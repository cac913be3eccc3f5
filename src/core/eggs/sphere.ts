import { normalQuantile } from '../distributions';

/** Volume of a sphere in millilitres, from its diameter in millimetres. */
export const volumeOfOneMl = (diameterMm: number): number => (Math.PI * diameterMm ** 3) / 6 / 1000;

/** Upper probability of a two-sided interval of the given confidence. */
export const upperOf = (confidence: number): number => 1 - (1 - confidence) / 2;

/** Half-width of a normal interval in standard deviations. */
export const zOf = (confidence: number): number => normalQuantile(upperOf(confidence));
