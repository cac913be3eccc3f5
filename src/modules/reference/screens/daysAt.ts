import { type DevelopmentModel, modelRange, rateFunction } from '@/core/development/model';
import { figures } from '@/core/quantities/format';

/** Temperatures, °C, at which the book shows what its clocks make of them. */
export const STEADY = [4, 8, 12, 16];

/** Days to a stage at a steady temperature; a dash where the model was not fitted. */
export function daysAt(model: DevelopmentModel, celsius: number): string {
  const range = modelRange(model);
  if (range && (celsius < range.low || celsius > range.high)) return '–';
  const rate = rateFunction(model)(celsius);
  return rate > 0 ? figures(1 / rate, 3) : '–';
}
